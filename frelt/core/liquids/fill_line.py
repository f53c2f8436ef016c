"""How full each tank may be in a state before a limit is passed, all others in their ranges."""

import numpy as np

from ..base.arrays import NDArray
from ..statics.half_planes import linear_sides
from ..statics.loads import Loads


def fill_lines(loads: Loads, state: int) -> NDArray[np.float64]:
    """For each tank the greatest fill that keeps every known limit, 1 where it may be full.

    A limit that is passed whatever the tank holds is not this tank's doing and leaves no mark.
    """
    table, sides = loads.table, linear_sides(loads)
    lines = np.ones(len(table.tanks))
    if not len(table.tanks) or not len(sides.bound):
        return lines
    applies = loads.applies[state, sides.limit]
    pull = sides.rows[applies] @ table.tank_moments.T
    low, high = table.low[state], table.high[state]
    worst = np.maximum(pull * low, pull * high)
    rest = sides.bound[applies] - table.base[state] @ sides.rows[applies].T - worst.sum(axis=1)
    room = rest[:, None] + worst
    with np.errstate(divide="ignore", invalid="ignore"):
        cap = np.where(pull > 1e-9, room / pull, 1.0)
    cap = np.where(cap < low, 1.0, cap)
    result: NDArray[np.float64] = np.minimum(cap.min(axis=0), 1.0) if len(cap) else lines
    for group in table.groups:
        if group.line and group.state == state:
            result[group.tanks] = 1.0  # the share of joined tanks is not that of any one of them
    return result
