"""The mass of the fit-out itself: what covers decks and walls by area and thickness, and allowances by what is mounted."""

from typing import Annotated, Literal

from msgspec import Meta, Struct

from ..base.figure import Figure, Source
from ..base.value import Id, Length, Value
from ..kind.kind import kind_of
from .carrier import Deck
from .item import ConsumerPart, Item, PortPart

Cover = Literal["plywood", "floor coating", "aluminum plate", "steel plate", "rubber mat", "wall panels"]
Allowance = Literal["brackets", "plumbing", "wiring"]


class FitOut(Value, frozen=True, kw_only=True):
    """A cover of a deck or of the walls around it, or an allowance for the carrier that the deck belongs to.

    area: that is covered, the whole deck if None [m²].  thickness: [m].  rise: how high above the deck it weighs [m].
    mass: [kg] where it was weighed, else it is computed.
    """

    id: Id
    what: Cover | Allowance
    deck: Id
    area: Annotated[float, Meta(ge=0, le=500)] | None = None
    thickness: Length = 0.0
    rise: Length = 0.0
    mass: Figure | None = None


class Material(Struct, frozen=True):
    """What a cover is made of. density [kg/m³] ± share; thickness usual for it [m]."""

    density: float
    spread: float
    thickness: float
    source: Source
    note: str


COVERS: dict[Cover, Material] = {
    "plywood": Material(600, 0.17, 0.018, "estimate", "plywood 500 to 700 kg/m³, from memory"),
    "floor coating": Material(1150, 0.25, 0.003, "estimate", "polyurea and epoxy about 1.15 of water, from memory"),
    "aluminum plate": Material(2700, 0.05, 0.003, "estimate", "aluminum 2,700 kg/m³, handbook value"),
    "steel plate": Material(7850, 0.05, 0.003, "estimate", "steel 7,850 kg/m³, handbook value"),
    "rubber mat": Material(1250, 0.2, 0.010, "estimate", "rubber mats 1.1 to 1.4 of water, from memory"),
    "wall panels": Material(600, 0.25, 0.006, "estimate", "thin plywood or plastic-faced panels, from memory"),
}

EACH: dict[Allowance, tuple[float, float, str]] = {
    "brackets": (2.0, 1.5, "for each thing that is fixed and whose fixings were not weighed"),
    "plumbing": (1.5, 1.0, "for each port that a hose, valve and fittings go to"),
    "wiring": (1.0, 0.7, "for each thing that uses or gives power"),
}
EACH_NOTE = "a guess, from memory: weigh a box of the real ones"


def cover_mass(entry: FitOut, deck: Deck) -> Figure:
    """What a cover weighs by the area of its deck [kg]."""
    made = COVERS[entry.what]  # type: ignore[index]
    value = covered(entry, deck) * entry.thickness * made.density
    return Figure(value=value, plus_minus=value * made.spread, source=made.source, origin=entry.what, note=made.note)


def covered(entry: FitOut, deck: Deck) -> float:
    """The area a cover has [m²]."""
    return area(deck.outline) if entry.area is None else entry.area


def allowance_mass(what: str, count: int) -> Figure:
    """What an allowance comes to for so many [kg]; all of one kind err together."""
    each, spread, why = EACH[what]  # type: ignore[index]
    return Figure(value=each * count, plus_minus=spread * count, origin=what, note=f"{each:g} kg {why}: {EACH_NOTE}")


def counts(item: Item, what: str) -> int:
    """How many times an allowance counts for an item."""
    if item.built_in or item.kind == "kept-place":
        return 0
    if what == "brackets":
        return int(item.held_mass is None and not kind_of(item).carried)
    if what == "plumbing":
        return sum(isinstance(p, PortPart) and p.carries in ("liquid", "fuel") for p in item.parts)
    electric = any(isinstance(p, ConsumerPart) and p.uses in ("12 V", "120 V", "240 V") for p in item.parts)
    return int(electric or any(isinstance(p, PortPart) and p.carries == "power" for p in item.parts))


def area(outline: tuple[tuple[float, float], ...]) -> float:
    """Area of a simple polygon [m²]."""
    pairs = zip(outline, (*outline[1:], outline[0]), strict=True)
    return abs(sum(x0 * y1 - x1 * y0 for (x0, y0), (x1, y1) in pairs)) / 2


def centroid(outline: tuple[tuple[float, float], ...]) -> tuple[float, float]:
    """Middle of the area of a simple polygon [m]."""
    twice = cu = cv = 0.0
    for (x0, y0), (x1, y1) in zip(outline, (*outline[1:], outline[0]), strict=True):
        cross = x0 * y1 - x1 * y0
        twice, cu, cv = twice + cross, cu + (x0 + x1) * cross, cv + (y0 + y1) * cross
    return (cu / (3 * twice), cv / (3 * twice)) if twice else outline[0]
