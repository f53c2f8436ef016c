"""What nobody counted: things such a rig usually carries and this one does not, with their mass.

What is looked for is common practice, no published source; the masses are those of the catalog, of the fit-out's own
reckoning, or computed from the hose.
"""

from collections.abc import Callable, Iterable, Iterator, Mapping
from typing import Literal

from msgspec import Struct
from msgspec.structs import replace

from ..base.figure import Figure
from ..edit.items import with_item
from ..geometry.frames import Frames
from ..kind.substances import WATER
from ..masses.fit_out import placed_fit_out
from ..masses.nobody_counted import USUAL, dry_water, is_one, kit_of, wanted
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


def uncounted(rig: Rig, frames: Frames, entries: Mapping[str, Item]) -> tuple[Missing, ...]:
    """What this rig does not count and has not waved off, heaviest first. entries: of the catalog, by id."""
    found = [*_catalog(rig, frames, entries), *_hoses(rig), *_people(rig), *_fit_out(rig, frames)]
    counted = {*rig.waved, *(k.usual for k in rig.kit)}
    left = (m for m in found if m.id not in counted)
    return tuple(sorted(left, key=lambda m: -m.mass.value))


def _catalog(rig: Rig, frames: Frames, entries: Mapping[str, Item]) -> Iterator[Missing]:
    if not any(not i.built_in for i in rig.items):
        return
    kit = kit_of(rig, frames)
    for usual in USUAL:
        entry = entries.get(usual.entry)
        there = any(is_one(i, usual) for i in rig.items if not i.built_in)
        if entry is not None and not there and usual.when(kit):
            yield Missing(usual.entry, usual.name, usual.why, weigh(entry, 1.0), "catalog", usual.entry)


def _hoses(rig: Rig) -> Iterator[Missing]:
    """Hoses for water that are counted dry."""
    for item in rig.items:
        water = dry_water(item)
        if water > 0:
            mass = Figure(value=water, plus_minus=0.05 * water, note="bore and length")
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


FIT_OUT = {
    "brackets": ("Brackets and bolts", "of the things that are fixed"),
    "plumbing": ("Hoses, valves and fittings", "the plumbing between the things"),
    "wiring": ("Wires, fuses and switches", "the wiring between the things"),
    "floor coating": ("Floor coating", "for a bare floor"),
    "wall panels": ("Wall panels", "both sides and the front"),
}


def _fit_out(rig: Rig, frames: Frames) -> Iterator[Missing]:
    """Covers a body usually has, and allowances for what is mounted."""
    have = {(f.what, f.deck) for f in rig.fit_out}
    for carrier in rig.carriers:
        if not any(frames.carrier_of.get(i.id) == carrier.id and not i.built_in for i in rig.items):
            continue
        for entry in wanted(rig, carrier):
            name, why = FIT_OUT[entry.what]
            placed = next(placed_fit_out(replace(rig, fit_out=(entry,)), frames), None)
            if (entry.what, entry.deck) not in have and placed is not None and placed.mass.value > 0.05:
                yield Missing(f"{entry.what} {entry.deck}", name, why, placed.mass, "fit-out", entry.what, entry)


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


TOLD = 0.25  # ± of a sum that somebody tells without weighing it, as a share; common practice, no source


def told(rig: Rig, mass: float | None) -> Rig:
    """The rig with what nobody counted said to come to so much in all [kg]; worked out from what is missing again where None."""
    note = "said by who knows the rig"
    figure = None if mass is None else Figure(value=mass, plus_minus=TOLD * mass, note=note)
    return replace(rig, nobody_counted=figure)
