"""Exact extremes where wheels leave the ground in some fill: piece by piece of the springs' range.

On each piece the same axles are down, so every load is a row again, and the fills must keep Q inside
the piece: a continuous knapsack with one two-sided constraint, at most one tank part-filled. Ratios by
Dinkelbach's iteration on it. The best over the pieces is the extreme.
"""

from collections.abc import Sequence

import numpy as np
from msgspec import Struct

from ..base.arrays import Array
from ..masses.table import MassTable
from .supports import Piece

STEPS = 60


class Best(Struct, frozen=True):
    """An extreme, the fills at which it occurs, and the piece it lies on."""

    value: float
    fills: Array
    piece: int


def lifted_extreme(
    table: MassTable, s: int, pieces: Sequence[Piece], rows: Sequence[tuple[Array, Array]], sense: int
) -> Best | None:
    """Greatest (+1) or least (-1) of a quantity in state s over all fills.

    rows: for each piece the quantity's num and den, (size,) on the rig's moments; den of zeros: no ratio.
    None where no fill lies on any piece.
    """
    best: Best | None = None
    for n, (piece, (num, den)) in enumerate(zip(pieces, rows, strict=True)):
        found = _on_piece(table, s, piece, num, den, sense)
        if found is not None and (best is None or (found[0] - best.value) * sense > 0):
            best = Best(found[0], found[1], n)
    return best


def _on_piece(table: MassTable, s: int, piece: Piece, num: Array, den: Array, sense: int) -> tuple[float, Array] | None:
    base, tanks = table.base[s], table.tank_moments
    q0, q = float(base @ piece.arm), tanks @ piece.arm
    low, high = table.low[s], table.high[s]
    n0, n = float(base @ num), tanks @ num
    ratio = bool(den.any())
    d0, d = (float(base @ den), tanks @ den) if ratio else (1.0, np.zeros(len(tanks)))
    value = 0.0
    fills: Array | None = None
    for _ in range(STEPS):
        trial = knapsack((n - value * d) * sense, q, piece.low - q0, piece.high - q0, low, high)
        if trial is None:
            return None
        below = d0 + float(d @ trial)
        if not below:  # nothing bears on what it is a share of
            return None
        following = (n0 + float(n @ trial)) / below
        if fills is not None and (following - value) * sense <= 1e-12 * max(1.0, abs(value)):
            break
        value, fills = following, trial
        if not ratio:
            break
    return None if fills is None else (value, fills)


def knapsack(gain: Array, weight: Array, least: float, most: float, low: Array, high: Array) -> Array | None:
    """Fills between low and high that maximise gain·f with least ≤ weight·f ≤ most, or None where there are none.

    From the best fills without the constraint, the tanks that lose least for each unit of weight are
    moved first, the last of them only as far as needed.
    """
    fills = np.where(gain > 0, high, low)
    total = float(weight @ fills)
    slack = 1e-9 * (1.0 + abs(total))
    if least - slack <= total <= most + slack:
        return fills
    up = total < least
    missing = (least - total) if up else (total - most)
    moving = weight if up else -weight
    ends = np.where(moving > 0, high, low)  # where a tank helps most
    room = np.abs((ends - fills) * weight)
    loss = np.divide(np.abs(gain), np.abs(weight), out=np.full(len(weight), np.inf), where=weight != 0)
    for i in np.argsort(loss, kind="stable"):
        if room[i] <= 0:
            continue
        part = min(missing / room[i], 1.0)
        fills[i] += (ends[i] - fills[i]) * part
        missing -= room[i] * part
        if missing <= slack:
            return fills
    return None
