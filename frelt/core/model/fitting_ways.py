"""The ways of a fitting: what lines join to, by name."""

from .plumbing import Fitting, FittingKind

THROUGH = ("in", "out")
WAYS: dict[FittingKind, tuple[str, ...]] = {
    "three-way valve": ("common", "first", "second"),
    "tee": ("a", "b", "c"),
    "manifold": ("common", "1", "2", "3", "4", "5", "6"),
    "injector": ("in", "out", "draw"),
    "tap": ("out",),
    "gauge": THROUGH,
    "vent": ("in",),
    "drain": ("in",),
    "relief valve": ("in", "out"),
    "cap": ("in",),
    "gun": ("in",),
    "cleaner bar": ("in",),
    "open end": ("in",),
}


def ways_of(fitting: Fitting) -> tuple[str, ...]:
    """The names of its ways."""
    return WAYS.get(fitting.kind, THROUGH)
