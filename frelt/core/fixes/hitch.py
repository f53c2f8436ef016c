"""A higher or lower ball, where axles do not share and the hitch's height decides which one carries."""

from collections.abc import Iterable

from ..base.units import Units
from ..edit.carriers import with_ball
from ..judge.check import Check
from ..solve import Solved
from ..statics.cases import ball_height
from ..statics.supports import springs
from .fix import MOST_TRIES, Fix, proved, register


def _propose(solved: Solved, check: Check, units: Units) -> Iterable[Fix]:
    """The smallest change of the ball's height that leaves the check ok, else one that cures it.

    Nothing aboard is moved, so it takes no effort.
    """
    trailer = solved.rig.trailer
    if solved.loads is None or trailer is None or not springs(trailer):
        return
    settled: Fix | None = None
    now = ball_height(solved.rig)
    height = trailer.coupler_z if now is None else now
    for n in range(1, MOST_TRIES):
        for sign in (-1, 1):
            ball = height + sign * n * units.grid
            rig = with_ball(solved.rig, ball)
            leaves = proved(solved, check.id, rig) if ball > 0.1 else None
            if leaves is not None:
                words = f"ball {units.show(n * units.grid, 'length')} {'lower' if sign < 0 else 'higher'}"
                fix = Fix("hitch", check.id, words, rig, 0.0, leaves)
                if leaves == "ok":
                    yield fix
                    return
                settled = settled or fix
    if settled is not None:
        yield settled


register("hitch", _propose)
