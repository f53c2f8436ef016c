"""How each kind is drawn: one file a kind, named by its id with underscores, loaded when something of it is first drawn."""

from importlib import import_module
from pkgutil import iter_modules

NAMES = tuple(m.name for m in iter_modules(__path__))


def load(kind_id: str) -> None:
    """Load the sketch of a kind, if there is one."""
    name = kind_id.replace("-", "_")
    if name in NAMES:
        import_module(f"{__name__}.{name}")
