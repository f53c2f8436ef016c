"""How each kind is drawn: one file a kind, named by its id with underscores, loaded when something of it is first drawn."""

from functools import cache
from importlib import import_module


@cache
def load(kind_id: str) -> None:
    """Load the sketch of a kind, if there is one."""
    name = kind_id.replace("-", "_")
    if name.isidentifier():  # no other file has a name like that; they are not listed, which takes longer than all of this
        try:
            import_module(f"{__name__}.{name}")
        except ModuleNotFoundError as err:
            if err.name != f"{__name__}.{name}":
                raise
