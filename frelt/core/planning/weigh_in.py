"""What can be typed off a scale for a rig: which wheels and supports stand on a plate, in the ways rigs are weighed."""

from collections.abc import Mapping
from typing import Literal

from msgspec.structs import replace

from ..geometry.frames import Frames
from ..model.rig import Rig
from ..model.state import State
from ..model.ticket import Reading, Rode, Ticket
from ..scale.as_weighed import snapshot

How = Literal["each wheel", "each axle", "axles of a carrier together"]
HOWS: tuple[How, ...] = ("each wheel", "each axle", "axles of a carrier together")


def plates(rig: Rig, how: How, hitched: bool) -> tuple[tuple[str, ...], ...]:
    """What stands on each plate, from the front; last the tongue, or the jack it stands on."""
    made: list[tuple[str, ...]] = []
    for carrier in rig.carriers:
        axles = [a.id for a in carrier.axles]
        if not axles:
            continue
        if how == "each wheel":
            made += [(f"{a}/{side}",) for a in axles for side in ("left", "right")]
        elif how == "each axle":
            made += [(a,) for a in axles]
        else:
            front = rig.vehicle is not None and carrier.id == rig.vehicle.id
            made += [(axles[0],), tuple(axles[1:])] if front else [tuple(axles)]
    if rig.trailer is not None:
        made.append(("coupler",) if hitched else ("jack",))
    return tuple(made)


def ticket(
    rig: Rig, frames: Frames, state: State, fills: Mapping[str, float], readings: tuple[Reading, ...], **words: object
) -> Ticket:
    """A ticket of a rig as it stands in a state at some fills (shares by tank), with who is aboard. words: its other fields."""
    made = Ticket(**{"rig": rig.id, "readings": readings, **words})  # type: ignore[arg-type]
    return snapshot(rig, frames, state, fills, _with_people(made, rig, frames, state))


def _with_people(made: Ticket, rig: Rig, frames: Frames, state: State) -> Ticket:
    seats = {s.id: s for s in rig.vehicle.seats} if rig.vehicle is not None else {}
    rode: list[Rode] = []
    for person in state.people:
        seat, place = seats.get(person.seat or ""), person.place
        if seat is not None and rig.vehicle is not None:
            rode.append(Rode(mass=person.mass, carrier=rig.vehicle.id, x=seat.x, y=seat.y, z=seat.z))
        elif place is not None and place.deck in frames.decks:
            x, y, z = frames.decks[place.deck].point((place.u, place.v, place.off + 1.0))
            rode.append(Rode(mass=person.mass, carrier=frames.carrier_of[place.deck], x=x, y=y, z=max(z, 0.0)))
    return replace(made, people=tuple(rode))
