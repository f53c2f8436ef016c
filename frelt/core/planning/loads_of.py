"""What a brief's list or a rig as built comes to as a load for some carrier, and the rig put on another one as it stands."""

from collections.abc import Callable

from msgspec.structs import replace

from ..base.figure import Figure
from ..base.value import FreltError
from ..edit.copies import copy_rig
from ..edit.removal import settled
from ..geometry.faces import faces
from ..geometry.frames import Frames, standing_on
from ..geometry.measures import along
from ..masses.kit import line_mass
from ..masses.nobody_counted import nobody_counted
from ..masses.straps import placed_straps
from ..masses.weigh import together, weigh
from ..model.carrier import Carrier, Deck, Stand, Trailer, kind_of_carrier
from ..model.catalog_entry import Chassis
from ..model.item import Item
from ..model.rig import Rig
from ..model.state import State
from .carrier_fit import Load, Piece
from .equipment import Worked
from .new_rig import new_rig, with_chassis

NewId = Callable[[str], str]


def load_of_list(worked: Worked) -> Load:
    """The list of a brief as a load."""
    pieces = [Piece(n.name, n.dry.value / n.count, not n.spare) for n in worked.needed for _ in range(n.count)]
    return Load(
        road=worked.road,
        liquids=worked.road.value - worked.dry.value,
        footprints=worked.floor,
        longest=max((max(n.length, n.width) for n in worked.needed), default=0.0),
        widest=max((min(n.length, n.width) for n in worked.needed), default=0.0),
        pieces=tuple(pieces),
    )


def load_as_built(rig: Rig, frames: Frames) -> Load:
    """All that stands on a rig, full, as it stands there, with what nobody counted.

    Of a skid the skid itself takes the floor, not what stands on it.
    """
    own = [i for i in rig.items if not i.built_in]
    decks = {d.id for c in rig.carriers for d in c.decks}
    floor = [i for i in own if i.place.deck in decks and frames.decks[i.place.deck].stands]
    straps = [s.mass for s in placed_straps(rig, frames) if s.item]  # they go where their things go; rings are put in anew
    full = together([*(weigh(i, 1.0) for i in own), *(line_mass(k) for k in rig.kit), *straps])
    dry = sum(weigh(i, wet=False).value for i in own) + sum(line_mass(k).value for k in rig.kit) + sum(s.value for s in straps)
    more = nobody_counted(rig, frames)
    extra = more.mass if more is not None else Figure(value=0.0)
    road = Figure(
        value=full.value + extra.value, plus_minus=(full.plus_minus**2 + extra.plus_minus**2) ** 0.5, note="as built, full"
    )
    sizes = [(along(i), _across(i)) for i in floor]
    return Load(
        road=road,
        liquids=max(full.value - dry, 0.0),
        footprints=sum(a * b for a, b in sizes),
        longest=max((a for a, _ in sizes), default=0.0),
        widest=max((b for _, b in sizes), default=0.0),
        pieces=tuple(Piece(i.name, _with_all(rig, i), False) for i in floor),
        packed=True,
    )


def crew_of(rig: Rig) -> int:
    """How many ride along at most, in any state on the road."""
    return max((len(s.people) for s in rig.states if s.road), default=1) or 1


def _across(item: Item) -> float:
    return item.width.value if item.place.turns % 2 == 0 else item.length.value


def _with_all(rig: Rig, item: Item) -> float:
    """What an item weighs dry with all that stands on it [kg]."""
    return sum(weigh(i, wet=False).value for i in standing_on(rig, item.id))


def on_carrier(rig: Rig, chassis: Chassis, new_id: NewId, crew: int = 1) -> Rig:
    """The rig as built on another carrier, as a what-if: everything keeps its place on the main deck from its front edge.

    What hung on walls or stood on decks that are gone stands on the main deck where it was, seen from above; what does not fit is
    found by the checks. A trailer takes the place of the trailer, behind the vehicle there is; a vehicle that of the vehicle, or of
    a trailer where there is none.
    """
    twin = copy_rig(rig, new_id, f"{rig.name}, on {chassis.carrier.name}")
    if isinstance(chassis.carrier, Stand):
        raise FreltError("a rig is set on a trailer or a vehicle, not on the shop's floor")
    trailer = isinstance(chassis.carrier, Trailer)
    gone: Carrier | None = twin.stand or (twin.trailer if trailer or twin.vehicle is None else twin.vehicle)
    if gone is None:
        return with_chassis(twin, chassis, new_id, crew)
    which = kind_of_carrier(gone)
    left = replace(
        twin,
        **{which: None},
        bars=None,
        items=tuple(i for i in twin.items if not (i.built_in and which == "vehicle")),
        states=tuple(replace(s, people=tuple(p for p in s.people if not p.seat)) for s in twin.states),
    )
    made = with_chassis(left, chassis, new_id, crew)
    new: Carrier | None = made.trailer if trailer else made.vehicle
    assert new is not None
    if which == "stand":
        made = replace(made, states=(*made.states, *_driven(new_id, chassis, crew, made)))
    ahead = _ahead(twin, gone) if which == "stand" else 0.0
    new, same = _with_faces(gone, new)
    made = replace(made, **{kind_of_carrier(new): new})
    main, there = gone.main_deck.id, new.main_deck.id
    same |= {main: there}
    frames = Frames(twin)
    others = {d.id for d in gone.decks} - same.keys()

    def put(item: Item) -> Item:
        on = item.place.deck
        if on in same:
            return replace(item, place=replace(item.place, deck=same[on], u=item.place.u - ahead))
        if on not in others:
            return item
        x, y, _ = frames.items[item.id].at
        x0, y0, _ = gone.main_deck.origin
        return replace(item, place=replace(item.place, deck=there, u=x - x0, v=y - y0, off=0.0, face="bottom"))

    covers = tuple(replace(f, deck=same.get(f.deck, f.deck)) for f in made.fit_out if f.deck not in others)
    kit = tuple(replace(k, on=same.get(k.on, there if k.on in others else k.on)) for k in made.kit)
    wishes = tuple(w for w in made.wishes if w.deck is None or w.deck not in others | {main})
    rings = tuple(
        replace(a, deck=same[a.deck], u=a.u - ahead) if a.deck in same else a
        for a in made.tie_down.anchors
        if a.deck not in others
    )
    held = replace(made.tie_down, anchors=rings)
    after = replace(made, items=tuple(map(put, made.items)), fit_out=covers, kit=kit, wishes=wishes, tie_down=held)
    return settled(twin, after).rig


CLEAR = 0.05  # behind a headboard that a skid is set [m]; common practice, no source


def _ahead(rig: Rig, stand: Carrier) -> float:
    """How far what stands on the shop's floor comes forward when it is set into a bed, up to the headboard [m]."""
    own = [i.place.u - along(i) / 2 for i in rig.items if i.place.deck == stand.main_deck.id]
    return min(own, default=0.0) - CLEAR


def _driven(new_id: NewId, chassis: Chassis, crew: int, rig: Rig) -> tuple[State, ...]:
    """The states of the road, which a skid in the shop did not have."""
    usual = new_rig(chassis, "usual", new_id, rig.rules, crew=crew)
    theirs, ours = (r.vehicle.seats if r.vehicle is not None else () for r in (usual, rig))
    seats = {a.id: b.id for a, b in zip(theirs, ours, strict=False)}  # of one chassis, where both have one

    def seated(state: State) -> State:
        people = tuple(replace(p, seat=seats.get(p.seat or "")) for p in state.people)
        return replace(state, people=people)

    return tuple(seated(s) for s in usual.states if s.road)


def _with_faces(gone: Carrier, new: Carrier) -> tuple[Carrier, dict[str, str]]:
    """The new carrier with the walls, doors and roof on which something hung on the one that is gone, and which is which by id."""
    mine = {_face(gone, d): d.id for d in gone.decks[1:] if d.face_of}
    theirs = {_face(new, d): d for d in faces(new)}
    found = {old: theirs[key] for key, old in mine.items() if key in theirs}
    more = tuple(d for d in found.values() if all(d.id != x.id for x in new.decks))
    return replace(new, decks=(*new.decks, *more)), {old: d.id for old, d in found.items()}


def _face(carrier: Carrier, deck: Deck) -> tuple[str, str, int]:
    """What tells a wall from a door, on any carrier: a door by its side and kind."""
    door = next((d for d in carrier.body.doors if d.id == deck.face_of), None)
    return (door.side, door.kind, deck.leaf) if door is not None else (deck.face_of, "", deck.leaf)
