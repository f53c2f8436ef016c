"""Exact extremes over every fill, for many quantities and states at once.

A quantity is (num · m) or (num · m) / (den · m), with m the rig's moments, base + Σ fill·tank.
Loads are sums of one-dimensional functions of the fills, so each tank goes to its own end.
Ratios: Dinkelbach's iteration, each step of which is such a sum; it ends after finitely many.
Source: W. Dinkelbach, On nonlinear fractional programming, Management Science 13 (1967).
"""

from collections.abc import Sequence
from itertools import pairwise
from typing import TYPE_CHECKING

import numpy as np
from msgspec import Struct

from ..base.arrays import Array, NDArray
from ..base.kept import Kept, Memo
from ..geometry.tank_shape import volume_moment
from ..masses.item_rows import Tank
from ..masses.sources import squared
from ..masses.table import MassTable

if TYPE_CHECKING:
    from ..masses.levels import Levels
    from ..masses.linked import Group

STEPS = 100


class Extreme(Struct, frozen=True):
    """value: (states, quantities).  fills: (states, quantities, tanks) at which it occurs."""

    value: Array
    fills: Array


def extreme(table: MassTable, num: Array, den: Array, sense: int) -> Extreme:
    """Greatest (sense +1) or least (-1) value of each quantity in each state.

    num, den: (quantities, size); a row of zeros in den means the quantity is num · m itself.
    A ratio whose denominator can reach zero has no extreme and is given as ±inf.
    """
    return _Sums(table, num, den).extreme(sense)


def extremes(table: MassTable, num: Array, den: Array) -> tuple[Extreme, Extreme]:
    """Least and greatest value of each quantity in each state, as `extreme` finds them."""
    sums = _Sums(table, num, den)
    return sums.extreme(-1), sums.extreme(+1)


class _Sums:
    """Quantities as what their fixed rows add, (states, quantities), and what each tank adds, (quantities, tanks)."""

    def __init__(self, table: MassTable, num: Array, den: Array) -> None:
        base, tanks = table.base, table.tank_moments.T
        self.groups = table.groups
        self.low, self.high = table.low[:, None, :], table.high[:, None, :]
        self.n0, self.n = base @ num.T, num @ tanks
        self.ratios: NDArray[np.intp] = np.nonzero(den.any(axis=1))[0]
        self.d0, self.d = base @ den[self.ratios].T, den[self.ratios] @ tanks

    def extreme(self, sense: int) -> Extreme:
        fills = self._best(np.broadcast_to(self.n * sense, (len(self.low), *self.n.shape)))
        value = self.n0 + np.vecdot(fills, self.n)
        if len(self.ratios):
            value[:, self.ratios], fills[:, self.ratios] = self._of_ratios(value[:, self.ratios], fills[:, self.ratios], sense)
        return Extreme(value, fills)

    def _best(self, gain: Array) -> Array:
        """Fills that bring most, from what filling each tank brings, (states, quantities, tanks)."""
        fills = np.where(gain > 0, self.high, self.low)
        if not self.groups:
            return fills
        from ..masses.linked import chosen

        return chosen(self.groups, fills, gain)

    def _of_ratios(self, above: Array, fills: Array, sense: int) -> tuple[Array, Array]:
        """Values and fills of the extremes of ratios by Dinkelbach's steps, from what is above the line and the fills there."""
        n0, n, d0, d = self.n0[:, self.ratios], self.n[self.ratios], self.d0, self.d
        value = above / (d0 + np.vecdot(fills, d))
        for _ in range(STEPS):
            fills = self._best((n - value[:, :, None] * d) * sense)
            following = (n0 + np.vecdot(fills, n)) / (d0 + np.vecdot(fills, d))
            done = (following - value) * sense <= 1e-13 * np.abs(value) + 1e-15
            value = np.where(done, value, following)
            if done.all():
                break
        least = d0 + self.low[:, 0] @ np.maximum(d, 0.0).T + self.high[:, 0] @ np.minimum(d, 0.0).T
        return np.where(least > 0, value, sense * np.inf), fills


def spread(table: MassTable, num: Array, den: Array, at: Extreme) -> Array:
    """± of each quantity at its own fills, (states, quantities), 19 in 20.

    Errors of one origin add with their signs; origins combine by root of squares.
    """
    if not at.value.size:
        return np.zeros_like(at.value)
    ratio: NDArray[np.bool_] = np.any(den != 0, axis=1)
    value = np.where(ratio & np.isfinite(at.value), at.value, 0.0)
    pull = num[None] - value[:, :, None] * den[None]
    square = squared(table.sources, pull, table.present, at.fills)
    size = np.sqrt(np.maximum(square, 0.0))
    below = table.base @ den.T + np.vecdot(at.fills, den @ table.tank_moments.T)
    result: Array = size / np.where(ratio & (below > 0), below, 1.0)
    return result


class Heights(Struct, frozen=True):
    """Heights of a carrier's centre of gravity above the ground [m], (states,), and its tanks' fills (states, tanks)."""

    value: Array
    fills: Array


def highest(table: MassTable, carrier: str, kept: Kept | None = None) -> Heights:
    """Greatest height of a carrier's centre of gravity in each state; it lies at a corner of the fills."""
    return _heights(table, carrier, Kept() if kept is None else kept, top=True)


def lowest(table: MassTable, carrier: str, kept: Kept | None = None) -> Heights:
    """Least height of a carrier's centre of gravity in each state.

    Each tank neither at its least nor its greatest fill has its surface at the height of the
    whole centre, since liquid added below the centre lowers it and above raises it.
    """
    return _heights(table, carrier, Kept() if kept is None else kept, top=False)


_levels: Memo["Levels"] = Memo(16)
_found: Memo[list[tuple[Array, Array]]] = Memo(16)  # fills and moments of the last heights that were found of these tanks


def _heights(whole: MassTable, carrier: str, kept: Kept, top: bool) -> Heights:
    """By Dinkelbach's steps; any fills within their ranges will do to begin with, so those that were found last are taken."""
    from ..masses.levels import Levels

    table = whole.upright(carrier)
    key = (carrier, *((t.floor, t.full) for t in table.tanks))  # where they stand in plan is nothing to them
    inputs = (whole.low, whole.high, *(t.part for t in table.tanks))
    tanks = _levels.get(kept, key, inputs, lambda: Levels(table.tanks, table.low, table.high))
    last = _found.get(kept, (carrier, top), (tanks,), list)
    sense = 1 if top else -1

    def centre(fills: Array, moments: Array) -> Array:
        wet = tanks.full * fills
        mass = table.mass + wet.sum(axis=1)
        moment: Array = table.mz + wet @ tanks.floor + moments @ tanks.full
        found: Array = np.divide(moment, mass, out=np.zeros_like(moment), where=mass > 0)  # an empty floor has no centre
        return found

    if last:
        fills, moments = last[0]
    else:
        fills, moments = (tanks.high, tanks.high_moment) if top else (tanks.low, tanks.low_moment)
    if table.groups:
        fills, moments = fills.copy(), moments.copy()
        for group in table.groups:
            fills[group.state, group.tanks] = group.corners[0]
            moments[group.state, group.tanks] = [
                volume_moment(table.tanks[t].part, float(f)) for t, f in zip(group.tanks, group.corners[0], strict=True)
            ]
    value = centre(fills, moments)
    for _ in range(STEPS):
        trial, moment = tanks.ends(value) if top else tanks.up_to(value)
        for group in table.groups:
            own, tied = (_highest_tied if top else _lowest_tied)(table.tanks, group, float(value[group.state]))
            trial[group.state, group.tanks], moment[group.state, group.tanks] = own, tied
        following = centre(trial, moment)
        better = (following - value) * sense > 1e-13
        if not better.any():
            break
        value = np.where(better, following, value)
        fills, moments = (np.where(better[:, None], new, old) for new, old in ((trial, fills), (moment, moments)))
    last[:] = [(fills, moments)]
    return Heights(value, fills)


def _rise(listed: Sequence[Tank], group: "Group", level: float, fills: Array) -> tuple[float, Array]:
    """What a group's fills add to the moment about a level [kg·m], and their own moments about their floors."""
    tanks = [listed[t] for t in group.tanks]
    moment = np.array([volume_moment(t.part, float(f)) for t, f in zip(tanks, fills, strict=True)])
    full, floor = np.array([t.full for t in tanks]), np.array([t.floor for t in tanks])
    return float((full * (moment + (floor - level) * fills)).sum()), moment


def _highest_tied(tanks: Sequence[Tank], group: "Group", level: float) -> tuple[Array, Array]:
    """The moment about a level is convex in the fills, so it is greatest at a corner."""
    best = max(group.corners, key=lambda c: _rise(tanks, group, level, c)[0])
    return best, _rise(tanks, group, level, best)[1]


def _lowest_tied(tanks: Sequence[Tank], group: "Group", level: float) -> tuple[Array, Array]:
    """The least moment about a level, by convex minimisation over weights of the corners, or along their line."""
    if group.line:
        pieces = [_least_between(tanks, group, level, a, b) for a, b in pairwise(group.corners)]
        best = min([*pieces, *group.corners], key=lambda c: _rise(tanks, group, level, c)[0])
        return best, _rise(tanks, group, level, best)[1]
    from scipy.optimize import minimize

    count = len(group.corners)
    found = minimize(
        lambda w: _rise(tanks, group, level, w @ group.corners)[0],
        np.full(count, 1 / count),
        bounds=[(0.0, 1.0)] * count,
        constraints={"type": "eq", "fun": lambda w: w.sum() - 1.0},
        method="SLSQP",
        options={"ftol": 1e-12, "maxiter": 200},
    )
    weights = np.clip(found.x, 0.0, None)
    candidates = [weights @ group.corners / weights.sum(), *group.corners]
    best = min(candidates, key=lambda c: _rise(tanks, group, level, c)[0])
    return best, _rise(tanks, group, level, best)[1]


def _least_between(tanks: Sequence[Tank], group: "Group", level: float, a: Array, b: Array) -> Array:
    """Fills between two corners at which the moment about a level is least; it is convex along the line."""
    low, high = 0.0, 1.0
    for _ in range(60):
        first, second = low + (high - low) / 3, high - (high - low) / 3
        rises = [_rise(tanks, group, level, a + t * (b - a))[0] for t in (first, second)]
        low, high = (low, second) if rises[0] < rises[1] else (first, high)
    found: Array = a + (low + high) / 2 * (b - a)
    return found
