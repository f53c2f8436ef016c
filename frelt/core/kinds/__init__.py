"""The kinds: one file each, named by its id with underscores, loaded when a rig or the catalog first asks for it.

See `core.kind.kind` for how to add one.
"""

from importlib import import_module
from pkgutil import iter_modules

NAMES = tuple(m.name for m in iter_modules(__path__))


def load(kind_id: str) -> None:
    """Load the file of a kind, if there is one of that name."""
    name = kind_id.replace("-", "_")
    if name in NAMES:
        import_module(f"{__name__}.{name}")


def load_all() -> None:
    """Load every kind, as the catalog needs them."""
    for name in NAMES:
        import_module(f"{__name__}.{name}")
