"""Fills of two tanks against each other: the region in which every limit holds, whatever the others hold in their ranges.

Each limit is linear in both fills, so the region is a convex polygon, exact; each of its edges belongs to one limit, or to
a tank's own end.
"""

from collections.abc import Sequence

import numpy as np
from msgspec import Struct

from ..solve import Solved
from ..statics.half_planes import linear_sides

Point = tuple[float, float]
Corner = tuple[Point, str]  # a corner, and the limit of the edge that begins there; empty for a tank's own end


class Region(Struct, frozen=True):
    """corners: counter-clockwise, fills of both tanks as shares, each with the limit of the edge that follows it.

    by: the limits that leave nothing, where there are no corners.  known, counted: limits known, of how many.
    """

    corners: tuple[Corner, ...]
    known: int
    counted: int
    by: tuple[str, ...] = ()

    @property
    def limits(self) -> tuple[str, ...]:
        """The limits that bound it, in the order of its edges."""
        return tuple(dict.fromkeys(name for _, name in self.corners if name))

    def holds(self, a: float, b: float) -> bool:
        """Whether two fills are right (shares)."""
        points = [p for p, _ in self.corners]
        return len(points) > 2 and all(
            (x1 - x0) * (b - y0) - (y1 - y0) * (a - x0) >= -1e-9
            for (x0, y0), (x1, y1) in zip(points, (*points[1:], points[0]), strict=True)
        )


def two_tanks(solved: Solved, state: int, first: str, second: str) -> Region:
    """The region of two tanks' fills in one state; tanks by address. Raises KeyError for a tank that is not there."""
    known, counted = solved.known
    loads = solved.loads
    if loads is None:
        return Region((), known, counted, (solved.why,))
    table, sides = loads.table, linear_sides(loads)
    number = {t.address: i for i, t in enumerate(table.tanks)}
    i, j = number[first], number[second]
    if any(g.line and (i in g.tanks or j in g.tanks) for g in table.groups):
        raise KeyError(first)  # joined tanks have one fill
    applies = loads.applies[state, sides.limit]
    rows, bound, limits = sides.rows[applies], sides.bound[applies], sides.limit[applies]
    pull = rows @ table.tank_moments.T
    rest = [n for n in range(len(table.tanks)) if n not in (i, j)]
    others = pull[:, rest]
    worst = np.maximum(others * table.low[state, rest], others * table.high[state, rest]).sum(axis=1)
    room = bound - table.base[state] @ rows.T - worst
    tops = table.tanks[i].part.top, table.tanks[j].part.top
    corners: list[Corner] = [((0.0, 0.0), ""), ((tops[0], 0.0), ""), ((tops[0], tops[1]), ""), ((0.0, tops[1]), "")]
    for a, b, r, m in zip(pull[:, i], pull[:, j], room, limits, strict=True):
        name = loads.limits[m].subject
        following = cut(corners, float(a), float(b), float(r), name)
        if len(following) < 3:
            return Region((), known, counted, tuple(dict.fromkeys([name, *(n for _, n in corners if n)]))[:2])
        corners = following
    return Region(tuple(corners), known, counted)


def cut(corners: Sequence[Corner], a: float, b: float, r: float, name: str) -> list[Corner]:
    """The part of a convex polygon in which a·x + b·y ≤ r; the new edge takes the name."""
    size = float(np.hypot(a, b)) or 1.0
    off = [(a * p[0] + b * p[1] - r) / size for p, _ in corners]
    kept: list[Corner] = []
    for n, ((p, edge), here) in enumerate(zip(corners, off, strict=True)):
        q, there = corners[(n + 1) % len(corners)][0], off[(n + 1) % len(corners)]
        if here <= 1e-12:
            leaves = there > 1e-12 and here > -1e-12
            kept.append((p, name if leaves else edge))
        if (here < -1e-12 and there > 1e-12) or (here > 1e-12 and there < -1e-12):
            t = here / (here - there)
            at = (p[0] + t * (q[0] - p[0]), p[1] + t * (q[1] - p[1]))
            kept.append((at, name if here < 0 else edge))
    return kept
