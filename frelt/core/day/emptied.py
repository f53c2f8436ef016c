"""How long a tank runs out through the lines as they are piped, and from when on the rig may go on the road: a day of one act."""

from collections.abc import Mapping

import numpy as np
from msgspec import Struct

from ..base.text import joined
from ..model.day import Act, Day
from ..model.plumbing import Fitting
from ..model.rig import Rig
from ..solve import Solved
from .judged import road_from
from .piped import drains_of
from .play import play

LONG = 86_400.0  # a day; what has not run out in it does not [s]
STILL = 1e-4  # of a tank


class Emptied(Struct, frozen=True):
    """drains: that are opened, in words.  seconds: until nothing runs any more.  left: share that stays in the tank.  road: [s] until
    the rig may go on the road, 0 where it may at once, None where it may not or no plate tells.  passed: what is passed the longest.
    """

    drains: str
    seconds: float
    left: float
    road: float | None
    passed: str


def emptied(solved: Solved, tank: str, fills: Mapping[str, float]) -> Emptied | None:
    """A tank let down from some fills (shares by tank) through its drains; None where no line leads from it to one."""
    rig = solved.rig
    listed = drains_of(rig, tank)
    if not listed:
        return None
    act = Act(id="empty", kind="dump", start=0.0, length=LONG, tank=tank)
    made = play(solved, Day(acts=(act,), begins=dict(fills)), by_lines=True)
    column = made.fills[:, made.addresses.index(tank)]
    left = float(column[-1])
    ended = float(made.times[int(np.argmax(column <= left + STILL))])
    road, passed = road_from(solved, made, act)
    return Emptied(joined([called_drain(rig, f) for f in listed]), ended, left, road, passed)


def called_drain(rig: Rig, fitting: Fitting) -> str:
    """A drain in words, with its mark where it has no name."""
    return fitting.name or f"drain {fitting.id}"
