"""Exact extremes over every fill, for many quantities and states at once.

A quantity is (num · m) or (num · m) / (den · m), with m = (M, Mx, My) of base + Σ fill·tank.
Loads are sums of one-dimensional functions of the fills, so each tank goes to its own end.
Ratios: Dinkelbach's iteration, each step of which is such a sum; it ends after finitely many.
Source: W. Dinkelbach, On nonlinear fractional programming, Management Science 13 (1967).
"""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from .mass_table import MassTable
from .tankshape import share_below, volume_moment

Array = NDArray[np.float64]
STEPS = 100


@dataclass(frozen=True, slots=True)
class Extreme:
    """value: (states, quantities).  fills: (states, quantities, tanks) at which it occurs."""

    value: Array
    fills: Array


def extreme(table: MassTable, num: Array, den: Array, sense: int) -> Extreme:
    """Greatest (sense +1) or least (-1) value of each quantity in each state.

    num, den: (quantities, 3); a row of zeros in den means the quantity is num · m itself.
    A ratio whose denominator can reach zero has no extreme and is given as ±inf.
    """
    base = table.base[:, :3]
    low, high = table.low[:, None, :], table.high[:, None, :]
    n0, n = base @ num.T, num @ table.tank_moments.T
    ratio: NDArray[np.bool_] = np.any(den != 0, axis=1)
    d0, d = base @ den.T, den @ table.tank_moments.T
    d0, d = np.where(ratio, d0, 1.0), np.where(ratio[:, None], d, 0.0)
    fills = np.where(n * sense > 0, high, low)
    value = (n0 + (fills * n).sum(-1)) / (d0 + (fills * d).sum(-1))
    if ratio.any():
        for _ in range(STEPS):
            gain = (n - value[:, :, None] * d) * sense
            fills = np.where(gain > 0, high, low)
            following = (n0 + (fills * n).sum(-1)) / (d0 + (fills * d).sum(-1))
            done = (following - value) * sense <= 1e-13 * np.abs(value) + 1e-15
            value = np.where(done, value, following)
            if done.all():
                break
        least = d0 + np.minimum(low * d, high * d).sum(-1)
        value = np.where(least > 0, value, sense * np.inf)
    return Extreme(value, fills)


def spread(table: MassTable, num: Array, den: Array, at: Extreme) -> Array:
    """± of each quantity at its own fills, (states, quantities), 19 in 20.

    Errors of one origin add with their signs; origins combine by root of squares.
    """
    sources = table.sources
    if not len(sources.starts):
        return np.zeros_like(at.value)
    ratio: NDArray[np.bool_] = np.any(den != 0, axis=1)
    value = np.where(np.isfinite(at.value), at.value, 0.0)
    along = sources.vectors[:, :3] @ num.T
    against = sources.vectors[:, :3] @ den.T
    influence = along.T[None] - np.where(ratio, value, 0.0)[:, :, None] * against.T[None]
    weight = np.where(sources.tank >= 0, 1.0, table.present[:, sources.row])[:, None, :]
    if len(table.tanks):
        filled = at.fills[:, :, np.maximum(sources.tank, 0)]
        weight = np.where(sources.tank >= 0, filled, weight)
    by_origin = np.add.reduceat(influence * weight, sources.starts, axis=-1)
    size = np.sqrt((by_origin**2).sum(-1))
    below = table.base[:, :3] @ den.T + (at.fills * (den @ table.tank_moments.T)).sum(-1)
    result: Array = size / np.where(ratio & (below > 0), below, 1.0)
    return result


@dataclass(frozen=True, slots=True)
class Height:
    """A height of the centre of gravity above the ground [m], and its fills (tanks,)."""

    value: float
    fills: Array


def highest(table: MassTable, state: int) -> Height:
    """Greatest height of the centre of gravity in a state; it lies at a corner of the fills."""
    return _height(table, state, top=True)


def lowest(table: MassTable, state: int) -> Height:
    """Least height of the centre of gravity in a state.

    Each tank neither at its least nor its greatest fill has its surface at the height of the
    whole centre, since liquid added below the centre lowers it and above raises it.
    """
    return _height(table, state, top=False)


def _height(table: MassTable, s: int, top: bool) -> Height:
    low, high = table.low[s], table.high[s]
    mass0, moment0 = table.base[s, 0], table.base[s, 3]

    def totals(fills: Array) -> tuple[float, float]:
        mass, moment = mass0, moment0
        for tank, fill in zip(table.tanks, fills, strict=True):
            mass += tank.full * fill
            moment += tank.full * (tank.floor * fill + volume_moment(tank.part, float(fill)))
        return float(mass), float(moment)

    def best(value: float) -> Array:
        fills = np.empty(len(table.tanks))
        for i, tank in enumerate(table.tanks):
            if top:
                rise = volume_moment(tank.part, float(high[i])) - volume_moment(tank.part, float(low[i]))
                gain = rise + (tank.floor - value) * (high[i] - low[i])
                fills[i] = high[i] if gain > 0 else low[i]
            else:
                fills[i] = min(max(share_below(tank.part, value - tank.floor), low[i]), high[i])
        return fills

    fills = high if top else low
    mass, moment = totals(fills)
    value = moment / mass
    for _ in range(STEPS):
        trial = best(value)
        mass, moment = totals(trial)
        following = moment / mass
        if (following - value) * (1 if top else -1) <= 1e-13:
            break
        value, fills = following, trial
    return Height(value, fills)
