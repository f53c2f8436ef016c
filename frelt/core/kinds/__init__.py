"""The kinds: one file each, named by its id with underscores, loaded when a rig or the catalog first asks for it.

See `core.kind.kind` for how to add one.
"""

from functools import cache
from importlib import import_module
from pkgutil import iter_modules


@cache
def load(kind_id: str) -> None:
    """Load the file of a kind, if there is one of that name."""
    name = kind_id.replace("-", "_")
    if name.isidentifier():  # no other file has a name like that; they are not listed, which takes longer than all of this
        try:
            import_module(f"{__name__}.{name}")
        except ModuleNotFoundError as err:
            if err.name != f"{__name__}.{name}":
                raise


def load_all() -> None:
    """Load every kind, as the catalog needs them."""
    for module in iter_modules(__path__):
        import_module(f"{__name__}.{module.name}")
