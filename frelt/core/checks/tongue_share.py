"""The tongue's share of the laden trailer, on the road: too light sways, too heavy lifts the steering."""

from collections.abc import Iterable

from ..base.units import Units
from ..judge.check import Bearing, Check, CheckKind, register
from ..judge.words import when
from ..statics.limit import Limit


def _limits(b: Bearing) -> Iterable[Limit]:
    if b.trailer is None:
        return
    low, high = b.rig.rules.tongue(b.trailer.coupler)
    yield Limit(
        "tongue share",
        "tongue-share",
        "Tongue share",
        b.supports.row("coupler"),
        den=b.moments.mass(b.trailer.id),
        low=low,
        high=high,
        quantity="share",
        by_rule=True,
        road_only=True,
        field="rules.tongue",
    )


def _sentence(c: Check, units: Units) -> str:
    assert c.load is not None and c.limit is not None and c.margin is not None
    if c.load < 0:
        pull = units.show(-c.load, "share")
        return f"The coupler is lifted: the trailer would pull up on the ball with {pull} of its weight{when(c)}"
    (share, limit), off = units.both(c.load, c.limit, "share"), units.some(abs(c.margin), "share")
    if c.status != "over":
        return f"The tongue takes {share} of the laden trailer, {off} inside {limit}{when(c)}"
    if c.side == "low":
        return f"Tongue too light, it may sway: {share} of the laden trailer, wanted at least {limit}{when(c)}"
    return f"Tongue too heavy, steering goes light: {share} of the laden trailer, wanted at most {limit}{when(c)}"


def _brief(c: Check, units: Units) -> str:
    assert c.load is not None
    return f"tongue {units.show(c.load, 'share')}"


register(
    CheckKind(
        "tongue share",
        "Tongue share",
        plate="a custom, not a plate: 10 to 15 % on a ball unless the maker or your shop's rules say otherwise",
        source="common practice, no published source",
        limits=_limits,
        sentence=_sentence,
        brief=_brief,
        conditions=("hitched",),
        level="danger",
    )
)
