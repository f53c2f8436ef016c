"""Where the fit-out of a rig weighs."""

from collections.abc import Iterator

from msgspec import Struct

from ..base.figure import Figure, Source
from ..geometry.frames import Frames
from ..geometry.polygon import area, centroid
from ..kind.capability import can
from ..kind.registry import kind_of
from ..model.carrier import Deck
from ..model.fit_out import Allowance, Cover, FitOut
from ..model.item import ConsumerPart, Item, PortPart
from ..model.rig import Rig


class Placed(Struct, frozen=True):
    """A part of the fit-out with its mass, where it weighs in its carrier's frame [m]. along: ± of that [m]."""

    entry: FitOut
    carrier: str
    mass: Figure
    at: tuple[float, float, float]
    along: float


def placed_fit_out(rig: Rig, frames: Frames) -> Iterator[Placed]:
    """Every part of the fit-out that weighs something."""
    decks = {d.id: d for d in rig.decks}
    for entry in rig.fit_out:
        deck = decks.get(entry.deck)
        if deck is None or deck.id not in frames.decks:
            continue
        carrier = frames.carrier_of[deck.id]
        if entry.what in COVERS:
            mass = entry.mass or cover_mass(entry, deck)
            u, v = centroid(deck.outline)
            yield Placed(entry, carrier, mass, frames.decks[deck.id].point((u, v, entry.rise + entry.thickness / 2)), 0.0)
            continue
        tied = {x.item for x in rig.tie_down.straps} if entry.what == "brackets" else set()
        counted = [
            (i, n)
            for i in rig.items
            if i.id not in tied and frames.carrier_of.get(i.id) == carrier and (n := counts(i, entry.what))
        ]
        total = sum(n for _, n in counted)
        if entry.mass is None and (not total or (entry.what == "plumbing" and rig.plumbing.lines)):
            continue  # where lines are drawn they weigh what they are
        mass = entry.mass or allowance_mass(entry.what, total)
        if total:
            spots = [(frames.items[i.id].at, n) for i, n in counted]
            at = tuple(sum(p[k] * n for p, n in spots) / total for k in range(3))
        else:
            u, v = centroid(deck.outline)
            at = frames.decks[deck.id].point((u, v, 0.0))
        yield Placed(entry, carrier, mass, (at[0], at[1], at[2]), 0.3)


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
    if item.built_in or can(item, "keep a place"):
        return 0
    if what == "brackets":
        return int(item.held_mass is None and not kind_of(item).carried)
    if what == "plumbing":
        return sum(isinstance(p, PortPart) and p.carries in ("liquid", "fuel") for p in item.parts)
    electric = any(isinstance(p, ConsumerPart) and p.uses in ("12 V", "120 V", "240 V") for p in item.parts)
    return int(electric or any(isinstance(p, PortPart) and p.carries == "power" for p in item.parts))
