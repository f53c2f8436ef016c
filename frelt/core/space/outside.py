"""What else the road may ask of a rig: outside measures, and weights from which other rules apply.

Frelt points at law, it does not rule on it: every note ends in “check with your local authority”.
"""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from msgspec import Struct

from ..base.figure import rated
from ..base.units import Units
from ..geometry.frames import Frames
from ..model.carrier import Carrier, Trailer, Vehicle
from ..model.rig import Rig, Threshold
from .solids import solids

if TYPE_CHECKING:
    from ..solve import Solved

ASK = "check with your local authority"


class Outside(Struct, frozen=True):
    """Outside measures of a rig as it travels [m]."""

    width: float
    height: float
    length: float


def outside(rig: Rig, frames: Frames) -> Outside:
    """Width, height and length over everything, hitched."""
    room = solids(rig, frames)
    width = height = 0.0
    ends: list[tuple[float, float]] = []
    for carrier in rig.carriers:
        x0, x1, y0, y1, top = _own(carrier)
        for s in room.values():
            if s.carrier == carrier.id:
                x0, x1, y0, y1, top = min(x0, s.x0), max(x1, s.x1), min(y0, s.y0), max(y1, s.y1), max(top, s.high)
        width, height = max(width, 2 * max(-y0, y1)), max(height, top)
        ends.append((x0, x1))
    length = max(x1 - x0 for x0, x1 in ends) if ends else 0.0
    v, t = rig.vehicle, rig.trailer
    if v is not None and t is not None and v.ball_x is not None:
        shift = v.ball_x - t.coupler_x
        length = max(ends[0][1], ends[1][1] + shift) - min(ends[0][0], ends[1][0] + shift)
    return Outside(width, height, length)


def _own(c: Carrier) -> tuple[float, float, float, float, float]:
    """x0, x1, y0, y1 and the height of a carrier's own body [m]."""
    us, vs = [u for u, _ in c.main_deck.outline], [v for _, v in c.main_deck.outline]
    half = max(max(abs(v) for v in vs), *(a.track / 2 + a.tires.width * a.tires.each_end / 2 for a in c.axles))
    top = c.main_deck.origin[2] + max(c.body.wall, c.body.rail)
    if isinstance(c, Vehicle):
        return -c.body.cab - c.body.hood, max(us), -half, half, max(top, c.body.cab_height)
    return c.coupler_x, max(us), -half, half, top


def bridge_limit(length: float, axles: int) -> float:
    """What a group of axles may carry by the US bridge formula [kg]; length between its outer axles [m].

    23 CFR 658.17: W = 500·(L·N/(N - 1) + 12·N + 36), lb and ft, to the nearest 500 lb; L to the nearest foot.
    """
    feet = round(length / 0.3048)
    pounds = 500 * (feet * axles / (axles - 1) + 12 * axles + 36)
    return float(round(pounds / 500) * 500 * 0.45359237)


def notes(solved: "Solved", units: Units) -> tuple[str, ...]:
    """Sentences on what to look up for this rig, by its rules."""
    return tuple(_notes(solved, units))


def _notes(solved: "Solved", units: Units) -> Iterator[str]:
    for threshold in solved.rig.rules.thresholds:
        mass = _mass(solved, threshold)
        if mass is not None and mass >= threshold.mass:
            yield f"At {units.show(mass, 'mass')} ({_of(threshold)}): {threshold.words} ({threshold.source}); {ASK}."


def _of(threshold: Threshold) -> str:
    return "gross ratings added up" if threshold.of == "ratings" else f"{threshold.of} at its heaviest"


def _mass(solved: "Solved", threshold: Threshold) -> float | None:
    rig, loads = solved.rig, solved.loads
    if threshold.name == "materials of trade":
        return sum(
            t.capacity.value * t.liquid.density.value
            for _, i, t in rig.tanks()
            if t.liquid.tint in ("fuel", "sh") and not i.built_in
        )
    if threshold.of == "ratings":
        known = [rated(c.ratings.gross) for c in rig.carriers]
        return sum(k for k in known if k is not None) if known and None not in known else None
    if loads is None:
        return None
    wanted = [
        c for c in rig.carriers if threshold.of == "laden rig" or isinstance(c, Trailer) == (threshold.of == "laden trailer")
    ]
    if not wanted:
        return None
    heaviest = 0.0
    for s, state in enumerate(rig.states):
        if state.road:
            moments = loads.moments_at(s, loads.table.high[s])
            heaviest = max(heaviest, sum(float(moments[loads.columns.starts[c.id]]) for c in wanted))
    return heaviest
