"""The trailer against the vehicle's tow rating and its own chains, and both together against the combination (GCWR)."""

from collections.abc import Iterable

from ..base.figure import rated
from ..base.units import Units
from ..judge.check import Bearing, Check, CheckKind, register
from ..judge.words import spare, when
from ..statics.limit import Limit


def _limits(b: Bearing) -> Iterable[Limit]:
    if b.trailer is not None and b.condition == "hitched":
        chains = b.trailer.ratings.safety_chain
        yield Limit(
            "towing",
            "chains",
            "Safety chains",
            b.moments.mass(b.trailer.id),
            high=rated(chains),
            rating=chains,
            road_only=True,
            field="ratings.safety_chain",
        )
    if b.pair is None:
        return
    trailer, vehicle = b.pair
    towed = b.moments.mass(trailer.id)
    for name, subject, row, rating in (
        ("tow", "Towed weight", towed, vehicle.ratings.tow),
        ("combination", "Both together", towed + b.moments.mass(vehicle.id), vehicle.ratings.combination),
    ):
        yield Limit(
            "towing",
            name,
            subject,
            row,
            high=rated(rating),
            rating=rating,
            road_only=True,
            field=f"vehicle.ratings.{name}",
        )


def _sentence(c: Check, units: Units) -> str:
    assert c.load is not None and c.limit is not None
    load, limit = units.both(c.load, c.limit, "mass")
    words = {
        "chains": f"The safety chains would hold a trailer of {load}, rated {limit}",
        "tow": f"The vehicle would tow {load} of the {limit} it is rated for",
        "combination": f"Vehicle and trailer together would weigh {load} of the {limit} they may",
    }
    return f"{words[c.id]}: {spare(c, units)}{when(c)}"


register(
    CheckKind(
        "towing",
        "Towing ratings",
        plate="tow rating and GCWR in the vehicle's handbook or its maker's towing guide; chains by their tag, each at least the gross trailer weight",
        source="maker's ratings, SAE J2807 (from memory); 49 CFR 393.70 for chains",
        limits=_limits,
        sentence=_sentence,
        conditions=("hitched",),
        acceptable=False,
    )
)
