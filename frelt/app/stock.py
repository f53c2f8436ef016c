"""What ships with the program to take from: equipment and chassis classes, read when first asked for."""

from functools import cache

import msgspec
from msgspec.structs import replace

from ..core.carrier import Trailer
from ..core.catalog import Chassis, Entry, taken
from ..core.edit import add, on_deck
from ..core.item import Item
from ..core.rig import Rig
from ..core.state import FillRange, State
from .places import shipped
from .session import new_id


@cache
def equipment() -> tuple[Entry, ...]:
    """The shipped equipment catalog."""
    from ..formats.catalog import read_catalog

    return read_catalog(shipped("catalog/equipment.csv"), "equipment.csv")


@cache
def chassis() -> tuple[Chassis, ...]:
    """The shipped chassis classes."""
    return msgspec.json.decode(shipped("catalog/chassis.json"), type=tuple[Chassis, ...])


def new_rig(choice: Chassis, name: str) -> Rig:
    """A rig with an empty trailer of a class and the states of an ordinary day."""
    trailer = _renewed(choice.trailer)
    states = (
        State(id=new_id("state"), name="In the shop, dry", road=False),
        State(id=new_id("state"), name="On the road, any fill"),
    )
    return Rig(id=new_id("rig"), name=name, trailer=trailer, states=states)


def _renewed(trailer: Trailer) -> Trailer:
    own = new_id("trailer")
    decks = tuple(replace(d, id=new_id("deck"), on=own) for d in trailer.decks)
    axles = tuple(replace(a, id=new_id("axle")) for a in trailer.axles)
    origin = f"class: {trailer.name}"
    return replace(trailer, id=own, decks=decks, axles=axles, origin=origin)


def put_on(rig: Rig, entry: Entry, u: float | None = None, v: float | None = None) -> tuple[Rig, Item]:
    """The rig with a catalog entry on its main deck, in the middle unless told where [m]; and the new item.

    Its name is made its own; new tanks are empty in the states that are dry already.
    """
    assert rig.trailer is not None
    item = on_deck(taken(entry, new_id("item")), rig.trailer.main_deck)
    if u is not None and v is not None:
        item = replace(item, place=replace(item.place, u=u, v=v))
    item = replace(item, name=_unused(rig, item.name))
    return _with_dry(add(rig, item), item.id), item


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
