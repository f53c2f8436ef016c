"""What nobody counted: things such a rig usually carries and this one does not, with their mass.

What is looked for is common practice, no published source; the masses are those of the catalog, of the fit-out's own
reckoning, or computed from the hose.
"""

from collections.abc import Callable, Iterable, Iterator, Mapping
from math import pi
from typing import Literal

from msgspec import Struct
from msgspec.structs import replace

from ..base.figure import Figure
from ..edit.items import with_item
from ..geometry.frames import Frames
from ..geometry.measures import bounds
from ..kind.capability import can
from ..kind.registry import given, kind_of
from ..kind.substances import WATER
from ..masses.fit_out import COVERS, placed_fit_out
from ..masses.weigh import weigh
from ..model.carrier import Vehicle
from ..model.fit_out import FitOut
from ..model.item import HosePart, Item
from ..model.rig import Rig
from ..model.state import Person, State

NewId = Callable[[str], str]


class Missing(Struct, frozen=True):
    """Something nobody counted. id: by which it is waved off.  why: in a few words.

    how, what: a catalog entry, a part of the fit-out, an item's hose to be filled, or one more person.
    """

    id: str
    name: str
    why: str
    mass: Figure
    how: Literal["catalog", "fit-out", "hose", "person"]
    what: str
    cover: FitOut | None = None


class Usual(Struct, frozen=True):
    """Something a rig usually carries, by its entry in the catalog. when: for which rigs."""

    entry: str
    name: str
    why: str
    when: Callable[[Rig], bool] = lambda rig: True


def _has(*natures: str) -> Callable[[Rig], bool]:
    def found(rig: Rig) -> bool:
        return any(t.nature in natures for i in rig.items if not i.built_in for t in kind_of(i).traits(i))

    return found


def _walks_roofs(rig: Rig) -> bool:
    return any(can(i, "wash", "soft wash") for i in rig.items)


def _trailer(rig: Rig) -> bool:
    return rig.trailer is not None


def _no_fuel(rig: Rig) -> bool:
    return _has("engine")(rig) and not any(t.liquid.tint == "fuel" for _, i, t in rig.tanks() if not i.built_in)


def _washes(rig: Rig) -> bool:
    return any(can(i, "wash") for i in rig.items)


USUAL: tuple[Usual, ...] = (
    Usual("fuel-12-narrow", "Fuel for the engines", "an engine is aboard and no fuel", _no_fuel),
    Usual("toolbox-24", "Hand tools in a box", "something always breaks"),
    Usual("ladder-24", "Extension ladder", "most jobs want one", _walks_roofs),
    Usual("rain-gear", "Wet gear and rain gear", "heavier on the way home"),
    Usual("guns-2", "Guns and lances", "they ride along", _washes),
    Usual("coil-50", "Spare hose", "hose bursts", _washes),
    Usual("fittings", "Fittings and seals", "a case of them"),
    Usual("cleaner-20", "Surface cleaner", "for flat work", _washes),
    Usual("bag", "Crew bags", "people's own things"),
    Usual("cooler", "Drinking water", "for a day's work"),
    Usual("cones-6", "Cones", "to keep people off wet ground"),
    Usual("extinguisher", "Fire extinguisher", "fuel is aboard", _has("engine", "fuel", "burner")),
    Usual("eye-wash", "Eye wash", "SH is aboard", _has("SH", "acid")),
    Usual("absorbent", "Absorbent kit", "fuel or chemical is aboard", _has("fuel", "SH", "acid")),
    Usual("spare-wheel", "Spare wheel", "trailer tires fail", _trailer),
)


def uncounted(rig: Rig, frames: Frames, entries: Mapping[str, Item]) -> tuple[Missing, ...]:
    """What this rig does not count and has not waved off, heaviest first. entries: of the catalog, by id."""
    found = [*_catalog(rig, entries), *_hoses(rig), *_people(rig), *_fit_out(rig, frames)]
    left = (m for m in found if m.id not in rig.waved)
    return tuple(sorted(left, key=lambda m: -m.mass.value))


def _catalog(rig: Rig, entries: Mapping[str, Item]) -> Iterator[Missing]:
    if not any(not i.built_in for i in rig.items):
        return
    for usual in USUAL:
        entry = entries.get(usual.entry)
        there = entry is not None and any(alike(i, entry) for i in rig.items)
        if entry is not None and not there and usual.when(rig):
            yield Missing(usual.entry, usual.name, usual.why, weigh(entry, 1.0), "catalog", usual.entry)


def alike(item: Item, entry: Item) -> bool:
    """Whether an item is what a catalog entry is: taken from it, or of its kind and, of many things, the same one."""
    if item.origin.endswith(f": {entry.id}"):
        return True
    if item.kind != entry.kind or kind_of(entry).make is None:
        return False
    whats = [c.id for c in kind_of(entry).choices if c.id == "what"]
    return all(given(item).word(w) == given(entry).word(w) for w in whats)


def _hoses(rig: Rig) -> Iterator[Missing]:
    """Hoses for water that are counted dry."""
    for item in rig.items:
        volume = sum(pi / 4 * p.bore**2 * p.length for p in item.parts if isinstance(p, HosePart) and p.holds is None)
        if volume <= 0 or given(item).word("make") in ("air", "vacuum"):
            continue
        mass = Figure(
            value=volume * WATER.density.value, plus_minus=0.05 * volume * WATER.density.value, note="bore and length"
        )
        yield Missing(f"hose {item.id}", f"Water in the hose of {item.name}", "it is counted dry", mass, "hose", item.id)


def _people(rig: Rig) -> Iterator[Missing]:
    """Two to a crew, where the vehicle has a seat for the second."""
    states = [s for s in rig.states if s.road and rig.vehicle is not None]
    if rig.vehicle is not None and len(rig.vehicle.seats) > 1 and states and any(len(s.people) < 2 for s in states):
        seat = _free_seat(rig.vehicle, states)
        if seat:
            mass = Person(id="one").mass
            yield Missing("person", "A second operator", "one person is aboard at most", mass, "person", seat)


def _free_seat(vehicle: Vehicle, states: Iterable[State]) -> str:
    taken = {p.seat for s in states for p in s.people}
    return next((s.id for s in vehicle.seats if s.id not in taken), "")


def _fit_out(rig: Rig, frames: Frames) -> Iterator[Missing]:
    """Covers a body usually has, and allowances for what is mounted."""
    have = {(f.what, f.deck) for f in rig.fit_out}
    wanted: list[tuple[FitOut, str, str]] = []
    for carrier in rig.carriers:
        deck = carrier.main_deck
        if not any(frames.carrier_of.get(i.id) == carrier.id and not i.built_in for i in rig.items):
            continue
        for what, name, why in (
            ("brackets", "Brackets and bolts", "of the things that are fixed"),
            ("plumbing", "Hoses, valves and fittings", "the plumbing between the things"),
            ("wiring", "Wires, fuses and switches", "the wiring between the things"),
        ):
            wanted.append((FitOut(id=what, what=what, deck=deck.id), name, why))  # type: ignore[arg-type]
        if deck.surface != "coated":
            wanted.append((_cover("floor coating", deck.id), "Floor coating", "for a bare floor"))
        body = carrier.body
        if body.kind in ("enclosed", "box") and body.wall > 0:
            u0, v0, u1, v1 = bounds(deck)
            around = (2 * (u1 - u0) + v1 - v0) * body.wall
            panels = replace(_cover("wall panels", deck.id), area=around, rise=body.wall / 2)
            wanted.append((panels, "Wall panels", "both sides and the front"))
    for entry, name, why in wanted:
        placed = next(placed_fit_out(replace(rig, fit_out=(entry,)), frames), None)
        if (entry.what, entry.deck) not in have and placed is not None and placed.mass.value > 0.05:
            yield Missing(f"{entry.what} {entry.deck}", name, why, placed.mass, "fit-out", entry.what, entry)


def _cover(what: Literal["floor coating", "wall panels"], deck: str) -> FitOut:
    return FitOut(id=what, what=what, deck=deck, thickness=COVERS[what].thickness)


def with_missing(rig: Rig, missing: Missing, new_id: NewId) -> Rig:
    """The rig with what was missing counted; what comes from the catalog is put aboard by the catalog's own way."""
    if missing.how == "hose":
        item = rig.item(missing.what)
        parts = tuple(replace(p, holds=WATER) if isinstance(p, HosePart) and p.holds is None else p for p in item.parts)
        return with_item(rig, replace(item, parts=parts))
    if missing.how == "person":
        states = tuple(
            replace(s, people=(*s.people, Person(id=new_id("person"), seat=missing.what)))
            if s.road and len(s.people) < 2 and all(p.seat != missing.what for p in s.people)
            else s
            for s in rig.states
        )
        return replace(rig, states=states)
    if missing.cover is not None:
        return replace(rig, fit_out=(*rig.fit_out, replace(missing.cover, id=new_id("fit-out"))))
    return rig


def waved(rig: Rig, missing_id: str) -> Rig:
    """The rig without that question."""
    return replace(rig, waved=(*rig.waved, missing_id)) if missing_id not in rig.waved else rig
