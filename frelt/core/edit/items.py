"""Edits: each takes a rig and gives a new one. The old one stays as it was."""

from collections.abc import Callable, Iterable

from msgspec.structs import replace

from ..base.value import FreltError
from ..geometry.frames import standing_on
from ..model.carrier import Deck
from ..model.day import Day
from ..model.item import Item, Placement
from ..model.rig import Rig
from ..model.state import State

NewId = Callable[[str], str]


def with_item(rig: Rig, item: Item) -> Rig:
    """The rig with an item replaced by one of the same id."""
    return replace(rig, items=tuple(item if i.id == item.id else i for i in rig.items))


def place(rig: Rig, item_id: str, **change: object) -> Rig:
    """The rig with some of an item's placement changed: u, v, off [m], turns, deck, face."""
    item = rig.item(item_id)
    return with_item(rig, replace(item, place=replace(item.place, **change)))


def move(rig: Rig, item_id: str, du: float, dv: float) -> Rig:
    """The rig with an item shifted along its deck by (du, dv) [m]."""
    at = rig.item(item_id).place
    return place(rig, item_id, u=at.u + du, v=at.v + dv)


def turn(rig: Rig, item_id: str, quarters: int = 1) -> Rig:
    """The rig with an item turned by quarter turns about its middle."""
    return place(rig, item_id, turns=(rig.item(item_id).place.turns + quarters) % 4)


def exchange(rig: Rig, a: str, b: str) -> Rig:
    """The rig with two items' places exchanged; each keeps its own turn and height."""
    pa, pb = rig.item(a).place, rig.item(b).place
    moved = place(rig, a, deck=pb.deck, u=pb.u, v=pb.v)
    return place(moved, b, deck=pa.deck, u=pa.u, v=pa.v)


def add(rig: Rig, item: Item) -> Rig:
    """The rig with one more item. Raises FreltError where its id is taken."""
    if any(i.id == item.id for i in rig.items):
        raise FreltError(f"an item {item.id} is there already")
    return replace(rig, items=(*rig.items, item))


def remove(rig: Rig, item_id: str) -> Rig:
    """The rig without an item and all that stands on it, and without what states said of them."""
    gone = {i.id for i in standing_on(rig, item_id)}
    kept = tuple(i for i in rig.items if i.id not in gone)
    joined = tuple(j for j in rig.joined if not any(t.split("/")[0] in gone for t in j.tanks))
    decks = {d.id for i in rig.items if i.id in gone for d in i.decks}
    fit_out = tuple(f for f in rig.fit_out if f.deck not in decks)
    day = rig.day and _day_without(rig.day, gone)
    states = tuple(_without(s, gone) for s in rig.states)
    return replace(rig, items=kept, states=states, joined=joined, fit_out=fit_out, day=day)


def _without(state: State, gone: set[str]) -> State:
    def stays(address: str) -> bool:
        return address.split("/")[0] not in gone

    return replace(
        state,
        fills={a: f for a, f in state.fills.items() if stays(a)},
        absent=tuple(filter(stays, state.absent)),
        later=tuple(filter(stays, state.later)),
        dry=tuple(filter(stays, state.dry)),
    )


def duplicate(rig: Rig, item_id: str, du: float, dv: float, new_id: NewId) -> tuple[Rig, str]:
    """The rig with a copy of an item and all that stands on it, shifted by (du, dv) [m]; and the copy's id.

    Ids are renewed and inner references rewritten; fills that states set are copied with them.
    """
    originals = standing_on(rig, item_id)
    ids: dict[str, str] = {}
    for item in originals:
        ids[item.id] = new_id("item")
        ids |= {d.id: new_id("deck") for d in item.decks}
    copies = tuple(_renewed(i, ids) for i in originals)
    first = copies[0]
    shifted = replace(first, place=replace(first.place, u=first.place.u + du, v=first.place.v + dv))
    states = tuple(_with_copies(s, ids) for s in rig.states)
    return replace(rig, items=(*rig.items, shifted, *copies[1:]), states=states), shifted.id


def _renewed(item: Item, ids: dict[str, str]) -> Item:
    place = replace(item.place, deck=ids.get(item.place.deck, item.place.deck))
    decks = tuple(replace(d, id=ids[d.id], on=ids.get(d.on, d.on)) for d in item.decks)
    return replace(item, id=ids[item.id], place=place, decks=decks)


def _with_copies(state: State, ids: dict[str, str]) -> State:
    def also(addresses: Iterable[str]) -> tuple[str, ...]:
        listed = tuple(addresses)
        return (*listed, *(_rewritten(a, ids) for a in listed if a.split("/")[0] in ids))

    fills = dict(state.fills)
    fills |= {_rewritten(a, ids): f for a, f in state.fills.items() if a.split("/")[0] in ids}
    return replace(state, fills=fills, absent=also(state.absent), later=also(state.later), dry=also(state.dry))


def _rewritten(address: str, ids: dict[str, str]) -> str:
    item, slash, part = address.partition("/")
    return ids.get(item, item) + slash + part


def _day_with(day: Day, ids: dict[str, str]) -> Day:
    """A day with its references rewritten."""
    acts = tuple(replace(a, tank=_rewritten(a.tank, ids), uses=tuple(ids.get(u, u) for u in a.uses)) for a in day.acts)
    return replace(day, acts=acts, begins={_rewritten(a, ids): f for a, f in day.begins.items()})


def _day_without(day: Day, gone: set[str]) -> Day:
    """A day without what it said of items that are gone."""
    acts = tuple(
        replace(a, tank="" if a.tank.split("/")[0] in gone else a.tank, uses=tuple(u for u in a.uses if u not in gone))
        for a in day.acts
    )
    return replace(day, acts=acts, begins={a: f for a, f in day.begins.items() if a.split("/")[0] not in gone})


def copy_rig(rig: Rig, new_id: NewId, name: str) -> Rig:
    """A twin of a rig: every id renewed, inner references rewritten, the serial left blank."""
    ids: dict[str, str] = {c.id: new_id("carrier") for c in rig.carriers}
    ids |= {d.id: new_id("deck") for d in rig.decks}
    ids |= {i.id: new_id("item") for i in rig.items}

    def decks(listed: tuple[Deck, ...]) -> tuple[Deck, ...]:
        return tuple(replace(d, id=ids[d.id], on=ids.get(d.on, d.on)) for d in listed)

    def state(s: State) -> State:
        people = tuple(
            p if p.place is None else replace(p, place=replace(p.place, deck=ids.get(p.place.deck, p.place.deck)))
            for p in s.people
        )
        return replace(
            s,
            id=states[s.id],
            fills={_rewritten(a, ids): f for a, f in s.fills.items()},
            people=people,
            absent=tuple(ids.get(i, i) for i in s.absent),
            later=tuple(ids.get(i, i) for i in s.later),
            dry=tuple(_rewritten(a, ids) for a in s.dry),
            open=tuple(ids.get(i, i) for i in s.open),
        )

    states = {s.id: new_id("state") for s in rig.states}
    trailer = rig.trailer and replace(rig.trailer, id=ids[rig.trailer.id], decks=decks(rig.trailer.decks))
    vehicle = rig.vehicle and replace(rig.vehicle, id=ids[rig.vehicle.id], decks=decks(rig.vehicle.decks))
    return replace(
        rig,
        id=new_id("rig"),
        name=name,
        serial="",
        parent=rig.id,
        trailer=trailer,
        vehicle=vehicle,
        items=tuple(_renewed(i, ids) for i in rig.items),
        states=tuple(state(s) for s in rig.states),
        links=tuple(replace(k, factors={_rewritten(a, ids): f for a, f in k.factors.items()}) for k in rig.links),
        joined=tuple(replace(j, tanks=tuple(_rewritten(t, ids) for t in j.tanks)) for j in rig.joined),
        day=rig.day and _day_with(rig.day, ids),
        fit_out=tuple(replace(f, id=new_id("fit-out"), deck=ids[f.deck]) for f in rig.fit_out),
        bars=rig.bars and replace(rig.bars, set_in=states.get(rig.bars.set_in, rig.bars.set_in)),
        wishes=tuple(
            replace(w, deck=ids.get(w.deck, w.deck) if w.deck else None, item=ids.get(w.item, w.item) if w.item else None)
            for w in rig.wishes
        ),
    )


def on_deck(item: Item, deck: Deck) -> Item:
    """The item put down in the middle of a deck."""
    u = sum(p[0] for p in deck.outline) / len(deck.outline)
    v = sum(p[1] for p in deck.outline) / len(deck.outline)
    return replace(item, place=Placement(deck=deck.id, u=u, v=v))
