"""What else the road may ask of a rig: outside measures, and weights from which other rules apply.

Frelt points at law, it does not rule on it: every note ends in “check with your local authority”.
"""

from msgspec import Struct

from ..geometry.frames import Frames
from ..geometry.measures import bounds
from ..model.carrier import Carrier, Trailer, Vehicle
from ..model.rig import Rig
from .solids import solids


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
    _, v0, u1, v1 = bounds(c.main_deck)
    half = max(-v0, v1, *(a.track / 2 + a.tires.width * a.tires.each_end / 2 for a in c.axles))
    top = c.main_deck.origin[2] + max(c.body.wall, c.body.rail)
    if isinstance(c, Vehicle):
        return -c.body.cab - c.body.hood, u1, -half, half, max(top, c.body.cab_height)
    return (c.coupler_x if isinstance(c, Trailer) else 0.0), u1, -half, half, top


def bridge_limit(length: float, axles: int) -> float:
    """What a group of axles may carry by the US bridge formula [kg]; length between its outer axles [m].

    23 CFR 658.17: W = 500·(L·N/(N - 1) + 12·N + 36), lb and ft, to the nearest 500 lb; L to the nearest foot.
    """
    feet = round(length / 0.3048)
    pounds = 500 * (feet * axles / (axles - 1) + 12 * axles + 36)
    return float(round(pounds / 500) * 500 * 0.45359237)
