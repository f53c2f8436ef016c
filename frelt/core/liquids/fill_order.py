"""In which order tanks are filled to their caps."""

from collections.abc import Sequence

import numpy as np

from ..base.arrays import Array
from ..base.value import FreltError
from ..model.state import State
from ..solve import Solved
from ..statics.half_planes import linear_sides
from .on_the_road import road_states
from .road_fill import Cap

MOST_ORDERED = 14  # tanks of which every order is looked at


def fill_order(solved: Solved, caps: Sequence[Cap], states: Sequence[int] | None = None) -> tuple[str, ...] | None:
    """In which order the tanks are filled to their caps so that every moment of it is right, hitched and standing.

    Addresses of the tanks; empty where any order will do, None where there is none. Of the right orders it is the one whose
    tightest moment is least tight. Raises FreltError for more tanks than can be looked at.
    """
    loads, chosen = solved.loads, road_states(solved.rig) if states is None else tuple(states)
    moving = [c for c in caps if c.fill > c.low + 1e-9]
    if loads is None or not chosen:
        return None
    if len(moving) > MOST_ORDERED:
        raise FreltError(f"{len(moving)} tanks; an order is looked for among {MOST_ORDERED} at most")
    table, sides = loads.table, linear_sides(loads)
    standing = State(id="filling", name="filling", road=False)
    applies = np.array([loads.limits[m].applies(standing) for m in sides.limit], dtype=bool)
    if not applies.any() or not moving:
        return ()
    rows, bound = sides.rows[applies], sides.bound[applies]
    pull = rows @ table.tank_moments.T
    start = table.high[chosen[0]].copy()
    for c in caps:
        start[c.choice.own] = c.choice.at(c.low)
    rest = bound - table.base[chosen[0]] @ rows.T - pull @ start
    paths = [_path(c, pull) for c in moving]
    step = np.array([p[-1] for p in paths])
    masks = np.arange(1 << len(moving))
    bits = (masks[:, None] >> np.arange(len(moving))) & 1
    size = np.maximum(np.abs(bound), 1.0)
    room = ((rest - bits @ step) / size).min(axis=1)
    on_the_way = np.full((len(moving), len(masks)), np.inf)  # joined tanks bend on their way up
    for b, path in enumerate(paths):
        for bend in path[:-1]:
            on_the_way[b] = np.minimum(on_the_way[b], ((rest - bits @ step - bend) / size).min(axis=1))
    if (room >= -1e-9).all() and (on_the_way >= -1e-9).all():
        return ()
    found = _least_tight(room, on_the_way)
    return None if found is None else tuple(moving[b].tank.address for b in found)


def _least_tight(room: Array, on_the_way: Array) -> list[int] | None:
    """The order in which the tightest of all moments is least tight; None where each has one that is outside.

    room: with each set of things done, (sets,).  on_the_way: while one more is being done, (things, sets).
    """
    best = np.full(len(room), -np.inf)
    best[0], last = room[0], np.full(len(room), -1)
    for mask in range(1, len(room)):
        for b in range(len(on_the_way)):
            if mask >> b & 1:
                before = mask ^ (1 << b)
                tightest = min(best[before], room[mask], on_the_way[b][before])
                if tightest > best[mask]:
                    best[mask], last[mask] = tightest, b
    if best[-1] < -1e-9:
        return None
    order, mask = [], len(room) - 1
    while mask:
        order.append(int(last[mask]))
        mask ^= 1 << int(last[mask])
    return order[::-1]


def _path(cap: Cap, pull: Array) -> list[Array]:
    """What a cap adds to every row at each bend on its way up from its heel, and at its end."""
    choice = cap.choice
    marks = [float(s) for s in choice.shares if cap.low < s < cap.fill]
    return [pull[:, choice.own] @ (choice.at(s) - choice.at(cap.low)) for s in (*marks, cap.fill)]
