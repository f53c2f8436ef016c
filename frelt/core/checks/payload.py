"""What a vehicle bears against its placard: people, what stands on it, and the static tongue weight.

The vehicle itself, its own fuel and what is built in belong to its curb weight and are left out.
"""

from collections.abc import Iterable

from ..base.figure import rated
from ..base.units import Units
from ..judge.check import Bearing, Check, CheckKind, register
from ..judge.words import spare, when
from ..statics.limit import Limit


def _limits(b: Bearing) -> Iterable[Limit]:
    vehicle = b.vehicle
    if vehicle is None:
        return
    row = b.moments.mass(vehicle.id) - b.moments.own_mass()
    if b.pair is not None:
        row = row + b.supports.row("coupler")
    rating = vehicle.ratings.payload
    field = "vehicle.ratings.payload"
    bears = f"all:{vehicle.id}"
    yield Limit(
        "payload", "payload", "Payload", row, high=rated(rating), rating=rating, field=field, road_only=True, bears=bears
    )


def _sentence(c: Check, units: Units) -> str:
    assert c.load is not None and c.limit is not None
    load, limit = units.both(c.load, c.limit, "mass")
    return f"People, load and tongue come to {load} on a placard of {limit}: {spare(c, units)}{when(c)}"


register(
    CheckKind(
        "payload",
        "Payload placard",
        plate="“combined weight of occupants and cargo” on the tire and loading placard, on the driver's door pillar",
        source="49 CFR 571.110: the placard; it counts 68 kg an occupant",
        limits=_limits,
        sentence=_sentence,
        conditions=("hitched",),
        acceptable=False,
    )
)
