"""Edits of the carriers of a rig."""

from msgspec.structs import replace

from ..model.carrier import Carrier, Stand, Trailer, kind_of_carrier
from ..model.rig import Rig


def with_ball(rig: Rig, height: float | None) -> Rig:
    """The rig with the ball at another height [m], the vehicle's where there is one."""
    if rig.vehicle is not None:
        return replace(rig, vehicle=replace(rig.vehicle, ball_z=height))
    return replace(rig, trailer=rig.trailer and replace(rig.trailer, ball_z=height))


def carrier_field(rig: Rig, field: str) -> tuple[Carrier, str]:
    """The carrier a field's address belongs to, and the rest of it. Raises KeyError where there is none."""
    own: Carrier | None = rig.trailer if rig.trailer is not None else rig.stand
    rest = field
    if field.startswith("vehicle."):
        own, rest = rig.vehicle, field.removeprefix("vehicle.")
    if own is None:
        raise KeyError(field)
    return own, rest


def with_carrier(rig: Rig, carrier: Carrier) -> Rig:
    """The rig with one of its carriers replaced. What named a deck, door or seat it no longer has is put right when it is kept."""
    return replace(rig, **{kind_of_carrier(carrier): carrier})


def with_axle(carrier: Carrier, number: int, **fields: object) -> Carrier:
    """The carrier with fields of one axle replaced; a vehicle's are counted from the front."""
    axles = tuple(replace(a, **fields) if i == number else a for i, a in enumerate(carrier.axles))
    if isinstance(carrier, Stand):
        return carrier
    if isinstance(carrier, Trailer):
        return replace(carrier, axles=axles)
    return replace(carrier, front=axles[0], rear=axles[1:])
