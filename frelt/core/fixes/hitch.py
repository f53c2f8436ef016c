"""A higher or lower ball, where axles do not share and the hitch's height decides which one carries."""

from collections.abc import Iterable

from msgspec.structs import replace

from ..check import Check
from ..fix import MOST_TRIES, Fix, proved, register
from ..solve import Solved
from ..supports import springs
from ..units import Units


def _propose(solved: Solved, check: Check, units: Units) -> Iterable[Fix]:
    """The smallest change of the ball's height that leaves the check ok, else one that cures it.

    Nothing aboard is moved, so it takes no effort.
    """
    trailer = solved.rig.trailer
    if solved.loads is None or trailer is None or not springs(trailer):
        return
    settled: Fix | None = None
    height = trailer.coupler_z if trailer.ball_z is None else trailer.ball_z
    for n in range(1, MOST_TRIES):
        for sign in (-1, 1):
            ball = height + sign * n * units.grid
            rig = replace(solved.rig, trailer=replace(trailer, ball_z=ball))
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
