"""What straps can hold: the greatest acceleration at which some tensions below their limits, presses of the floor and rubbing balance a body.

A linear program a case: Σ T (u, r × u) + Σ (N, F) at each corner + weight and push = 0, 0 ≤ T ≤ limit, F inside a pyramid of twelve sides in
the cone of μN. All cases stand beside each other in one program. It says what statics allow, never what will happen: straps of
unequal length share unequally (`will_carry`).
"""

from collections.abc import Sequence
from math import cos, pi, sin

import numpy as np

from ..base.arrays import Array
from .will_carry import Push, column

SIDES = 12
MOST = 5.0  # times its weight; more than that nobody asks


def can_hold(pushes: Sequence[Push]) -> tuple[float | None, ...]:
    """The greatest push of each case, as a share of its weight, up to `MOST`; None where even at rest nothing balances."""
    from scipy.optimize import linprog
    from scipy.sparse import block_diag

    blocks: list[Array] = []
    sides: list[Array] = []
    bounds: list[tuple[float, float | None]] = []
    at: list[int] = []
    for push in pushes:
        matrix, right, own = _program(push)
        blocks.append(matrix)
        sides.append(right)
        bounds += own
        at.append(len(bounds) - 1)
    if not blocks:
        return ()
    cost = np.zeros(len(bounds))
    cost[at] = -1.0
    found = linprog(cost, A_eq=block_diag(blocks, format="csc"), b_eq=np.concatenate(sides), bounds=bounds, method="highs")
    if found.status == 0:
        return tuple(float(found.x[k]) for k in at)
    if len(pushes) == 1:
        return (None,)  # even at rest it does not stay
    half = len(pushes) // 2
    return (*can_hold(pushes[:half]), *can_hold(pushes[half:]))


def _program(push: Push) -> tuple[Array, Array, list[tuple[float, float | None]]]:
    """Balances of one case, (6, variables), what they come to, and the bounds; the last variable is the push."""
    body, load = push.body, push.load
    centre = np.array(load.at)
    columns = [column(p.at - centre, p.way) for p in body.pulls]
    bounds: list[tuple[float, float | None]] = [(0.0, p.limit) for p in body.pulls]
    n = body.normal
    first = np.cross(n, [1.0, 0.0, 0.0] if abs(n[0]) < 0.9 else [0.0, 1.0, 0.0])
    first /= np.linalg.norm(first)
    other = np.cross(n, first)
    for corner in body.contacts:
        for k in range(SIDES):
            a = 2 * pi * k / SIDES
            way = n + push.mu * (cos(a) * first + sin(a) * other)
            columns.append(column((corner - centre)[None], way[None]))
            bounds.append((0.0, None))
    for block in body.bears:
        columns.append(column(np.array([block.at]) - centre, np.array([block.way])))
        bounds.append((0.0, block.limit))
    columns.append(np.concatenate([np.array(push.way) * load.mass, np.zeros(3)]))
    bounds.append((0.0, MOST))
    right = np.zeros(6)
    right[2] = load.mass
    scale = 1.0 / max(load.mass, 1e-9)
    return np.array(columns).T * scale, right * scale, bounds
