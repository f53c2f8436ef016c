"""The side of the road: the driver sits away from the curb, and a class's side door opens onto it."""

from typing import Literal

from msgspec.structs import replace

from ..model.carrier import Body, Carrier, Door, Vehicle
from ..model.rig import Rig

Side = Literal["left", "right"]
OTHER: dict[str, Side] = {"left": "right", "right": "left"}


def with_curb_side(rig: Rig, side: Side) -> Rig:
    """The rig with its curb on a side, and whoever drives on the other."""
    vehicle = seated(rig.vehicle, side) if rig.vehicle is not None else None
    return replace(rig, curb_side=side, vehicle=vehicle)


def seated(vehicle: Vehicle, curb: Side) -> Vehicle:
    """The vehicle with its first seat, the driver's, away from the curb; all seats change sides where it is not."""
    if not vehicle.seats or vehicle.seats[0].y == 0 or (vehicle.seats[0].y > 0) == (curb == "left"):
        return vehicle
    return replace(vehicle, seats=tuple(replace(s, y=-s.y) for s in vehicle.seats))


def class_for(carrier: Carrier, curb: Side) -> Carrier:
    """A class as it is built where the curb is on a side: classes are listed for a curb on the right."""
    if curb == "right":
        return carrier
    made = replace(carrier, body=_mirrored(carrier.body))
    return seated(made, curb) if isinstance(made, Vehicle) else made


def _mirrored(body: Body) -> Body:
    return replace(
        body,
        doors=tuple(_door(d) for d in body.doors),
        wells=tuple(replace(w, side=OTHER[w.side]) for w in body.wells),
        zones=tuple(replace(z, y0=-z.y1, y1=-z.y0) for z in body.zones),
    )


def _door(door: Door) -> Door:
    if door.side in OTHER:
        return replace(door, side=OTHER[door.side])
    return replace(door, start=-door.end, end=-door.start)
