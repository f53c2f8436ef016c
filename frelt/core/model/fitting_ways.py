"""The ways of a fitting: what lines join to, by name."""

from ..fitting.registry import find
from .plumbing import Fitting


def ways_of(fitting: Fitting) -> tuple[str, ...]:
    """The names of its ways; none of a kind that is not known, which the document is refused for."""
    own = find(fitting.kind)
    return own.ways if own is not None else ()
