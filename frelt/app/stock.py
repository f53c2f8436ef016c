"""What ships with the program to take from: equipment and chassis classes, read when first asked for."""

from functools import cache

import msgspec

from ..core.carrier import Trailer
from ..core.catalog import Chassis, Entry
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
    decks = tuple(msgspec.structs.replace(d, id=new_id("deck"), on=own) for d in trailer.decks)
    axles = tuple(msgspec.structs.replace(a, id=new_id("axle")) for a in trailer.axles)
    origin = f"class: {trailer.name}"
    return msgspec.structs.replace(trailer, id=own, decks=decks, axles=axles, origin=origin)


def dry(rig: Rig, state: State) -> State:
    """A state with every tank empty, for a rig whose tanks have just been added."""
    return msgspec.structs.replace(state, fills={a: FillRange(low=0.0, high=0.0) for a, _, _ in rig.tanks()})
