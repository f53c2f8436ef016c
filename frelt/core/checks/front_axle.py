"""The vehicle's front axle must keep enough of its weight to steer and brake: a tongue behind it takes some off."""

from collections.abc import Iterable

import numpy as np

from ..base.units import Units
from ..judge.check import Bearing, Check, CheckKind, register
from ..judge.words import when
from ..statics.limit import Limit


def _limits(b: Bearing) -> Iterable[Limit]:
    vehicle = b.vehicle
    if vehicle is None:
        return
    whole = np.sum([b.supports.axle(a.id) for a in vehicle.axles], axis=0)
    yield Limit(
        "front axle",
        "front-share",
        "Front axle's share",
        b.supports.axle(vehicle.front.id),
        den=whole,
        low=b.rig.rules.front_share,
        quantity="share",
        by_rule=True,
        road_only=True,
        field="rules.front_share",
    )


def _sentence(c: Check, units: Units) -> str:
    assert c.load is not None and c.limit is not None
    share, limit = units.both(c.load, c.limit, "share")
    if c.load <= 0:
        return f"The front wheels leave the ground: no steering{when(c)}"
    if c.status == "over":
        return f"Steering goes light: the front axle keeps {share} of the vehicle's load, wanted at least {limit}{when(c)}"
    return f"The front axle keeps {share} of the vehicle's load, wanted at least {limit}{when(c)}"


def _brief(c: Check, units: Units) -> str:
    assert c.load is not None
    return f"front axle {units.show(c.load, 'share')}"


register(
    CheckKind(
        "front axle",
        "Steering",
        plate="a rule, not a plate: the vehicle's maker may ask for more, or for distributing bars from some tongue weight on",
        source="at least 20 % on the steering axle, EU masses and dimensions rules (from memory); restoration after SAE J2807 (from memory)",
        limits=_limits,
        sentence=_sentence,
        brief=_brief,
        conditions=("hitched",),
        with_bars=True,
        level="danger",
    )
)
