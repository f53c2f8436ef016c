"""The difference of the wheels on the two sides, as a share of what both carry."""

from collections.abc import Iterable

import numpy as np

from ..base.units import Units
from ..judge.check import Bearing, Check, CheckKind, register
from ..judge.words import when
from ..model.carrier import Trailer
from ..statics.limit import Limit


def _limits(b: Bearing) -> Iterable[Limit]:
    within = max(b.rig.rules.side_difference, b.rig.rules.side_most)
    for carrier in b.rig.carriers:
        axles = [a.id for a in carrier.axles]
        right = np.sum([b.supports.row(f"{a}/right") for a in axles], axis=0)
        left = np.sum([b.supports.row(f"{a}/left") for a in axles], axis=0)
        towed = isinstance(carrier, Trailer)
        yield Limit(
            "side",
            "side" if towed else "vehicle:side",
            "Left to right" if towed else "Vehicle, left to right",
            right - left,
            den=right + left,
            low=-within,
            high=within,
            quantity="share",
            by_rule=True,
            field="rules.side_most",
        )


def _sentence(c: Check, units: Units) -> str:
    assert c.load is not None and c.limit is not None
    whose = "vehicle's " if c.id == "vehicle:side" else ""
    if abs(c.load) < 5e-4:
        return f"The {whose}wheels of both sides carry the same"
    heavy, light = ("right", "left") if c.load > 0 else ("left", "right")
    share, limit = units.both(abs(c.load), abs(c.limit), "share")
    wanted = f"wanted within {limit}" if c.status == "over" else f"within {limit}"
    heavy, light = units.side(heavy), units.side(light)
    return f"The {whose}{heavy} wheels carry more than the {light} by {share} of the wheel load, {wanted}{when(c)}"


def _brief(c: Check, units: Units) -> str:
    assert c.load is not None
    if abs(c.load) < 5e-4:
        return f"even {units.side('left')} and {units.side('right')}"
    return f"{units.side('right' if c.load > 0 else 'left')} side +{units.show(abs(c.load), 'share')}"


register(
    CheckKind(
        "side",
        "Left to right",
        plate="a custom, not a plate: about 5 % of what both sides carry is good; from about 12 % on it is worth a look while the tires hold",
        source="common practice, no published source",
        limits=_limits,
        sentence=_sentence,
        brief=_brief,
        conditions=("hitched",),
        with_bars=True,
        level="advice",
    )
)
