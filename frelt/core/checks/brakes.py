"""A trailer heavier than the threshold of its rules needs brakes; which ones it has is asked for."""

from collections.abc import Iterable

from ..base.units import Units
from ..judge.check import Bearing, Check, CheckKind, register
from ..judge.words import when
from ..statics.limit import Limit


def _limits(b: Bearing) -> Iterable[Limit]:
    trailer, threshold = b.trailer, b.rig.rules.brakes_from
    if trailer is None or threshold is None or trailer.brakes not in (None, "none"):
        return
    yield Limit(
        "brakes",
        "brakes",
        "Trailer without brakes" if trailer.brakes == "none" else "Trailer brakes",
        b.moments.mass(trailer.id),
        high=threshold,
        by_rule=True,
        road_only=True,
        answered=trailer.brakes == "none",
        field="rules.brakes_from",
    )


def _sentence(c: Check, units: Units) -> str:
    assert c.load is not None
    load = units.show(c.load, "mass")
    if c.status == "unknown":
        return f"Whether the trailer has brakes is not entered (Chassis): at {load} laden it needs them{when(c)}"
    assert c.limit is not None
    limit = units.show(c.limit, "mass")
    if c.status == "over":
        return f"The trailer weighs {load} laden and has no brakes, which are asked for from {limit}{when(c)}: check with your local authority"
    return f"The trailer weighs {load} laden and has no brakes, which are asked for from {limit}{when(c)}"


def _brief(c: Check, units: Units) -> str:
    return "brakes not entered" if c.status == "unknown" else "trailer has no brakes"


register(
    CheckKind(
        "brakes",
        "Trailer brakes",
        plate="look for drums or discs behind the wheels, a breakaway switch and a wire to the coupler",
        source="threshold of the rule set; 49 CFR 393.42 asks brakes of commercial trailers above 3,000 lb; check with your local authority",
        limits=_limits,
        sentence=_sentence,
        brief=_brief,
        conditions=("hitched",),
        level="law",
        curable=False,
    )
)
