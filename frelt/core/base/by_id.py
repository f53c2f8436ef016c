"""A file of a package that is named by an id, loaded when it is first asked for."""

from functools import cache
from importlib import import_module


@cache
def load_by_id(package: str, thing_id: str) -> None:
    """Load the file of that id, its hyphens as underscores, if there is one; the folder is not listed, which takes longer than this."""
    stem = thing_id.replace("-", "_")
    if not stem.isidentifier():  # a dot in an id would lead into another package
        return
    name = f"{package}.{stem}"
    try:
        import_module(name)
    except ModuleNotFoundError as err:
        if err.name != name:
            raise
