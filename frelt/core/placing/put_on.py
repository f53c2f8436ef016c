"""A catalog entry put on a rig."""

from msgspec.structs import replace

from ..edit.copies import NewId
from ..edit.items import add, on_deck
from ..kind.capability import can
from ..kind.catalog import taken_with
from ..model.carrier import Carrier, Deck, Stand
from ..model.catalog_entry import Entry
from ..model.item import Item
from ..model.rig import Rig
from ..model.state import FillRange, State
from ..space.surfaces import hung, upright
from .free_spot import free_spot


def put_on(
    rig: Rig,
    entry: Entry,
    new_id: NewId,
    u: float | None = None,
    v: float | None = None,
    carrier_id: str = "",
    deck_id: str = "",
) -> tuple[Rig, Item]:
    """The rig with a catalog entry on a carrier's main deck or another level one; and the new item.

    It stands at the free spot nearest to the middle, unless told where [m].

    Its name is made its own; new tanks are empty in the states that are dry already.
    """
    carrier = next((c for c in rig.carriers if c.id == carrier_id), rig.main)
    assert carrier is not None
    first, *others = taken_with(entry, new_id)
    deck = next((d for d in rig.decks if d.id == deck_id), None) or _usual(rig, carrier)
    item = on_deck(first, deck)
    item = replace(item, name=_unused(rig, item.name))
    if u is not None and v is not None:
        item = replace(item, place=replace(item.place, u=u, v=v))
    elif upright(deck):
        item = replace(item, place=hung(item, deck))
    else:
        item = free_spot(rig, item)
    rig = add(rig, item)
    for other in others:
        rig = add(rig, other)
    for one in (item, *others):
        rig = _with_dry(rig, one.id)
    return rig, item


def _usual(rig: Rig, carrier: Carrier) -> Deck:
    """Where things are put when no deck is named: the main one; on the shop's floor the skid that stands there."""
    skid = next((i for i in rig.items if can(i, "be lifted") and i.decks), None) if isinstance(carrier, Stand) else None
    return skid.decks[0] if skid is not None else carrier.main_deck


def _with_dry(rig: Rig, item_id: str) -> Rig:
    """A new tank is empty in the states that are dry already (every tank they name is kept at nothing)."""
    tanks = [a for a, i, _ in rig.tanks() if i.id == item_id]
    if not tanks:
        return rig

    def state(s: State) -> State:
        others = [f.high for f in s.fills.values()]
        dry = not s.road and (max(others) == 0 if others else True)
        return replace(s, fills={**s.fills, **{a: FillRange(low=0.0, high=0.0) for a in tanks}}) if dry else s

    return replace(rig, states=tuple(state(s) for s in rig.states))


def _unused(rig: Rig, name: str) -> str:
    """A name that no other item has: the same with a number."""
    taken_names = {i.name for i in rig.items}
    n, trial = 2, name
    while trial in taken_names:
        trial, n = f"{name} {n}", n + 1
    return trial
