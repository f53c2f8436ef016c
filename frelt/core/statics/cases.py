"""The ways a rig stands that its checks must hold in: hitched, with bars as set or as they would be re-set, parked."""

from typing import Literal

from msgspec import Struct

from ..base.arrays import Array
from ..base.value import FreltError
from ..masses.moments import Moments
from ..model.carrier import Trailer, Vehicle
from ..model.rig import Rig
from .supports import Condition, Piece, Supports, arm_length, front_station, pieces, springs, trailer_supports, vehicle_supports

Judged = Literal["all", "without bars", "with bars"]


class Case(Struct, frozen=True):
    """One way of standing. judged: which checks it is asked for; bars change what wheels carry, not the static tongue.

    pieces: of a sprung trailer, the ranges in which wheels lift.
    """

    condition: Condition
    supports: Supports
    pieces: tuple[Piece, ...] = ()
    judged: Judged = "all"
    bars: Literal["", "as set", "share kept"] = ""


def unsolved(rig: Rig) -> str:
    """Why this rig's loads cannot be computed yet, or an empty string."""
    trailer, vehicle = rig.trailer, rig.vehicle
    if trailer is None and vehicle is None:
        return "" if rig.stand is not None else "there is no trailer and no vehicle yet"
    if trailer is not None and vehicle is not None and vehicle.ball_x is None:
        return "where the ball stands on the vehicle is not entered (Chassis)"
    if trailer is not None and springs(trailer) and any(a.rate is None for a in trailer.axles):
        return "how far each axle sags at its rating is not entered"
    if trailer is not None and springs(trailer) and any(a.rate is not None and a.rate.value <= 0 for a in trailer.axles):
        return "an axle's spring gives way to nothing: how far it sags at its rating must be above zero"
    return ""


def parked_unsolved(rig: Rig) -> str:
    """Why a rig on its jack cannot be computed, or an empty string; its other states stand by themselves."""
    if rig.trailer is None:
        return ""
    if rig.trailer.jack_x is None:
        return "where the jack stands is not entered (Chassis)"
    try:
        front_station(rig.trailer, "parked")
    except FreltError as err:
        return f"{err} (Chassis)"
    return ""


def ball_height(rig: Rig) -> float | None:
    """Height of the ball the trailer is towed on [m], the vehicle's where there is one; level where None."""
    if rig.vehicle is not None and rig.vehicle.ball_z is not None:
        return rig.vehicle.ball_z
    return rig.trailer.ball_z if rig.trailer is not None else None


def overhang(vehicle: Vehicle) -> float:
    """How far the ball stands behind the middle of the rear axles [m]; below zero ahead of it."""
    return (vehicle.rear_x if vehicle.ball_x is None else vehicle.ball_x) - vehicle.rear_x


def cases(rig: Rig, m: Moments) -> tuple[Case, ...]:
    """Every way the rig stands in one of its states; hitched always.

    None where only a skid stands on the shop's floor. Raises FreltError where a measure it rests on is missing or cannot be.
    """
    if rig.trailer is None and rig.vehicle is None:
        return ()
    found = _hitched(rig, m)
    if not parked_unsolved(rig) and any(s.condition == "parked" for s in rig.states):
        found.append(_case(rig, m, "parked"))
    return tuple(found)


def _hitched(rig: Rig, m: Moments) -> list[Case]:
    trailer, vehicle = rig.trailer, rig.vehicle
    plain = _case(rig, m, "hitched")
    if rig.bars is None or trailer is None or vehicle is None or overhang(vehicle) <= 0:
        return [plain]
    if not any(s.id == rig.bars.set_in for s in rig.states):
        raise FreltError("the state in which the bars are set is not one of the rig's states")
    back, length = overhang(vehicle), arm_length(trailer)
    static = plain.supports.row("coupler") * (rig.bars.share * back * length / (length + back))
    as_set = _case(rig, m, "hitched", m.in_set_state(static, trailer.id), "as set")
    kept = _case(rig, m, "hitched", static, "share kept")
    return [Case("hitched", plain.supports, plain.pieces, "without bars"), as_set, kept]


def _case(
    rig: Rig,
    m: Moments,
    condition: Condition,
    couple: Array | None = None,
    bars: Literal["", "as set", "share kept"] = "",
) -> Case:
    trailer, ball = rig.trailer, ball_height(rig)
    judged: Judged = "with bars" if bars else "all"
    if trailer is None:
        return Case(condition, _all(rig, m, None, condition, couple), (), judged, bars)
    own = trailer_supports(trailer, m, condition, ball, couple)
    parts: tuple[Piece, ...] = ()
    if springs(trailer):
        parts = tuple(
            Piece(_all(rig, m, p.supports, condition, couple), p.low, p.high, p.arm)
            for p in pieces(trailer, m, condition, ball, couple)
        )
    return Case(condition, _all(rig, m, own, condition, couple), parts, judged, bars)


def _all(rig: Rig, m: Moments, trailer: Supports | None, condition: Condition, couple: Array | None) -> Supports:
    """The trailer's supports and, before them, the vehicle's with what its ball then carries."""
    vehicle = rig.vehicle
    if vehicle is None:
        assert trailer is not None
        return trailer
    if trailer is None or condition == "parked" or vehicle.ball_x is None:
        alone = vehicle_supports(vehicle, m)
        return alone if trailer is None else alone.beside(trailer)
    return vehicle_supports(vehicle, m, trailer.row("coupler"), vehicle.ball_x, couple).beside(trailer)


def coupled(rig: Rig, condition: Condition) -> tuple[Trailer, Vehicle] | None:
    """Trailer and vehicle where they are hitched to each other."""
    if rig.trailer is None or rig.vehicle is None or condition != "hitched":
        return None
    return rig.trailer, rig.vehicle
