"""Kit put aboard, line by line, and where it can be kept."""

from collections.abc import Callable

from msgspec.structs import replace

from ..base.figure import Figure
from ..kind.capability import can
from ..model.kit import KitLine
from ..model.rig import Rig

NewId = Callable[[str], str]


def kit_places(rig: Rig) -> list[tuple[str, str]]:
    """Every place where kit is kept, by id and name: closed boxes first, then shelves and racks, then decks."""
    boxes = [(i.id, f"In {i.name}") for i in rig.items if can(i, "hold kit")]
    names = {i.id: i.name for i in rig.items}
    shelves = [(d.id, f"{d.name} of {names[d.on]}" if d.name != names[d.on] else d.name) for i in rig.items for d in i.decks]
    return [*boxes, *shelves, *((d.id, d.name) for c in rig.carriers for d in c.decks)]


def usual_place(rig: Rig) -> str:
    """Where kit goes until somebody says: a closed box, else a shelf, else the deck; empty where there is no carrier."""
    return next((place for place, _ in kit_places(rig)), "")


def with_kit(rig: Rig, what: str, each: Figure, new_id: NewId, usual: str = "", count: int = 1, on: str = "") -> Rig:
    """The rig with one more line of kit, on or in something, else where kit is usually kept."""
    on = on or usual_place(rig)
    if not on:
        return rig
    shut = on in {i.id for i in rig.items}
    line = KitLine(
        id=new_id("kit"), what=what, count=count, each=each, on=on, kept="in a closed box" if shut else "", usual=usual
    )
    return replace(rig, kit=(*rig.kit, line))
