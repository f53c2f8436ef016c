"""Groups of neighbouring axles against the US bridge formula, where the rules ask for it."""

from collections.abc import Iterable

import numpy as np

from ..base.units import Units
from ..judge.check import Bearing, Check, CheckKind, register
from ..judge.words import ASK, when
from ..space.outside import bridge_limit
from ..statics.cases import overhang
from ..statics.limit import Limit


def _stations(b: Bearing) -> list[tuple[float, str]]:
    """Every axle's station in one frame, front to back."""
    found = []
    for carrier, axle, _ in b.axles():
        shift = 0.0
        if b.pair is not None and carrier is b.pair[0]:
            shift = b.pair[1].rear_x + overhang(b.pair[1]) - b.pair[0].coupler_x
        found.append((axle.x + shift, axle.id))
    return sorted(found)


def _limits(b: Bearing) -> Iterable[Limit]:
    if not b.rig.rules.bridge or not b.heavy:
        return
    axles = _stations(b)
    for first in range(len(axles)):
        for last in range(first + 1, len(axles)):
            group = axles[first : last + 1]
            yield Limit(
                "bridge",
                f"bridge:{first + 1}-{last + 1}",
                f"Axles {first + 1} to {last + 1}, bridge formula",
                np.sum([b.supports.axle(a) for _, a in group], axis=0),
                high=bridge_limit(group[-1][0] - group[0][0], len(group)),
                by_rule=True,
                road_only=True,
                field="rules.bridge",
            )


def _sentence(c: Check, units: Units) -> str:
    assert c.load is not None and c.limit is not None
    load, limit = units.show(c.load, "mass"), units.show(c.limit, "mass")
    return f"{c.subject}: {load} of {limit} (23 CFR 658.17){when(c)}; {ASK}"


register(
    CheckKind(
        "bridge",
        "Bridge formula",
        plate="a rule of the road, not a plate: the axles of the whole combination and how far they stand apart",
        source="23 CFR 658.17, bridge formula; check with your local authority",
        limits=_limits,
        sentence=_sentence,
        conditions=("hitched",),
        with_bars=True,
        level="law",
    )
)
