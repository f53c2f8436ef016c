"""The kinds of fittings there are: registered by their files, loaded when first asked for."""

from importlib import import_module
from pkgutil import iter_modules
from typing import TYPE_CHECKING, Any

from ..base.by_id import load_by_id
from .kind import FittingType

if TYPE_CHECKING:
    from ..model.plumbing import Fitting

TYPES: dict[str, FittingType] = {}
FOLDER = "frelt.core.fitting.kinds"


def register(made: FittingType) -> None:
    """Add a kind. Raises ValueError where its name is taken."""
    if made.id in TYPES:
        raise ValueError(f"fitting “{made.id}” is registered twice")
    TYPES[made.id] = made


def find(name: str) -> FittingType | None:
    """A kind by its name, loaded when it is first asked for; None where there is none."""
    found = TYPES.get(name)
    if found is None:
        load_by_id(FOLDER, name.replace(" ", "_"))
        found = TYPES.get(name)
    return found


def type_of(fitting: "Fitting") -> FittingType:
    """The kind of a fitting. Raises KeyError for one that is not known; a document with one is refused."""
    found = TYPES.get(fitting.kind) or find(fitting.kind)
    if found is None:
        raise KeyError(fitting.kind)
    return found


def named(name: str) -> FittingType:
    """A kind by its name. Raises KeyError."""
    found = find(name)
    if found is None:
        raise KeyError(name)
    return found


def every() -> dict[str, FittingType]:
    """Every kind there is, by name."""
    folder: Any = import_module(FOLDER)
    for module in iter_modules(folder.__path__):
        import_module(f"{FOLDER}.{module.name}")
    return TYPES


def offered(where: str) -> tuple[str, ...]:
    """What is offered to be put in a line, or at an end, in its order."""
    own = [(t.offered[1], t.id) for t in every().values() if t.offered is not None and t.offered[0] == where]
    return tuple(name for _, name in sorted(own))
