"""The difference of the wheels on the two sides, as a share of what both carry."""

from collections.abc import Iterable

import numpy as np

from ..check import Bearing, Check, CheckKind, Limit, as_row, register
from ..units import Units
from ..words import when


def _limits(b: Bearing) -> Iterable[Limit]:
    axles = [a.id for a in b.trailer.axles]
    right = np.sum([b.supports.row(f"{a}/right") for a in axles], axis=0)
    left = np.sum([b.supports.row(f"{a}/left") for a in axles], axis=0)
    num, den = right - left, right + left
    within = b.rig.rules.side_difference
    yield Limit(
        "side",
        "side",
        "Left to right",
        as_row(num),
        den=as_row(den),
        low=-within,
        high=within,
        quantity="share",
        by_rule=True,
        field="rules.side_difference",
    )


def _sentence(c: Check, units: Units) -> str:
    assert c.load is not None and c.limit is not None
    if abs(c.load) < 5e-4:
        return "The wheels of both sides carry the same"
    heavy, light = ("right", "left") if c.load > 0 else ("left", "right")
    share, limit = units.show(abs(c.load), "share"), units.show(abs(c.limit), "share")
    wanted = f"wanted within {limit}" if c.status == "over" else f"within {limit}"
    return f"The {heavy} wheels carry more than the {light} by {share} of the wheel load, {wanted}{when(c)}"


def _brief(c: Check, units: Units) -> str:
    assert c.load is not None
    if abs(c.load) < 5e-4:
        return "even left and right"
    return f"{'right' if c.load > 0 else 'left'} side +{units.show(abs(c.load), 'share')}"


register(
    CheckKind(
        "side",
        "Left to right",
        plate="a custom, not a plate: within about 5 % of what both sides carry",
        source="common practice, no published source",
        limits=_limits,
        sentence=_sentence,
        brief=_brief,
        conditions=("hitched",),
    )
)
