"""The kinds: one file each, named by its id with underscores, loaded when a rig or the catalog first asks for it.

See `core.kind.kind` for how to add one.
"""

from importlib import import_module
from pkgutil import iter_modules

from ..base.by_id import load_by_id


def load(kind_id: str) -> None:
    """Load the file of a kind, if there is one of that name."""
    load_by_id(__name__, kind_id)


def load_all() -> None:
    """Load every kind, as the catalog needs them."""
    for module in iter_modules(__path__):
        import_module(f"{__name__}.{module.name}")
