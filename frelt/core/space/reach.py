"""From where a person gets at a service: a point of the walkable floor on the side that is worked from, within an arm's length.

Where one was found it is remembered: as long as a person can still stand there, nothing else need be looked at.
"""

from collections.abc import Sequence

import numpy as np
from msgspec import Struct

from ..base.arrays import Array, NDArray
from ..base.kept import Kept
from ..kind.kind import Box
from .rooms import Room
from .walk import Walk

STEP_UP = 0.5  # what a tire, step or bed rail lifts who stands on it, where no walls are [m]; common practice, no source
ON = 0.05  # what a side gives way, since hands come a little round a corner [m]
INSIDE = 1e-6  # how far within the floor a spot is put, so that its edges cannot be in doubt [m]


class Spots(Struct):
    """Where each of some services was got at from. at: (n, 2) [m].  good: of which there is one."""

    listed: Sequence[Room]
    carrier: object
    rules: tuple[float, float]
    at: Array
    good: NDArray[np.bool_]


def out_of_reach(floor: Walk, listed: Sequence[Room], arm: float, up: float) -> list[str]:
    """Why the service of each room cannot be got at from where a person can stand; empty where it can.

    A person stands on the side from which it is worked on, on any side of what is worked on from above.
    arm: how far from a person's middle; up: how high above what he stands on [m]. Walls stop hands.
    """
    return _looked_for(floor, listed, arm, up)[0] if listed else []


def still_out_of_reach(
    kept: Kept, key: str, carrier: object, floor: Walk, listed: Sequence[Room], arm: float, up: float
) -> list[str]:
    """The same, beginning with the spots from which these services were got at before."""
    own, rules = kept.of(_NAME), (arm, up)
    old: Spots | None = own.get(key)
    count = len(listed)
    known = old is not None and old.carrier is carrier and old.rules == rules and len(old.listed) == count
    at, good = np.zeros((count, 2)), np.zeros(count, dtype=bool)
    if known and old is not None:
        at, good = old.at.copy(), old.good & floor.free_at(old.at)
        for n in [n for n, (one, was) in enumerate(zip(listed, old.listed, strict=True)) if one is not was and good[n]]:
            good[n] = _still(floor, listed[n], (float(at[n, 0]), float(at[n, 1])), arm, up)
    rest: list[int] = np.nonzero(~good)[0].tolist()
    why = [""] * count
    if rest:
        found, spots, there = _looked_for(floor, [listed[n] for n in rest], arm, up)
        for n, one in zip(rest, found, strict=True):
            why[n] = one
        at[rest], good[rest] = spots, there
    own[key] = Spots(listed, carrier, rules, at, good)
    return why


def _still(floor: Walk, room: Room, spot: Sequence[float], arm: float, up: float) -> bool:
    """Whether a service that has moved is got at from a spot on which a person can stand, on the side it is worked on from, still."""
    (x, y, z), axis = room.at, room.axis
    if axis < 2 and (spot[axis] < room.at[axis] - ON if room.sign > 0 else spot[axis] > room.at[axis] + ON):
        return False
    x0, y0, x1, y1 = floor.deck
    aboard = x0 < spot[0] < x1 and y0 < spot[1] < y1
    low_enough = z - floor.floor <= up if aboard else floor.openings is None and z <= up + STEP_UP
    return low_enough and (spot[0] - x) ** 2 + (spot[1] - y) ** 2 <= arm * arm


_NAME = object()


def _looked_for(floor: Walk, listed: Sequence[Room], arm: float, up: float) -> tuple[list[str], Array, NDArray[np.bool_]]:
    """Why each cannot be got at, from where it is, and whether there is such a spot."""
    count = len(listed)
    spots = np.zeros((count, 2))
    rows = np.array([(*r.at, r.axis, r.sign) for r in listed], dtype=float).reshape(-1, 5)
    (x0, y0), (x1, y1) = rows[:, :2].min(axis=0) - arm, rows[:, :2].max(axis=0) + arm
    runs = floor.around(x0, y0, x1, y1).within_reach()
    if not len(runs):
        return ["nobody can stand near it"] * count, spots, np.zeros(count, dtype=bool)
    at, axis, ahead = rows[:, :3], rows[:, 3], rows[:, 4] > 0
    x, y = at[:, 0:1], at[:, 1:2]
    n, k = np.nonzero((runs[:, 0] - arm <= x) & (runs[:, 2] + arm >= x) & (runs[:, 1] - arm <= y) & (runs[:, 3] + arm >= y))
    low, high, here = runs[k, :2], runs[k, 2:], at[n, :2]  # the few that can be near
    near = _within(low, high, here, arm)[0]
    for i in (0, 1):
        sided = axis[n] == i
        low[:, i] = np.where(sided & ahead[n], np.maximum(low[:, i], here[:, i] - ON), low[:, i])
        high[:, i] = np.where(sided & ~ahead[n], np.minimum(high[:, i], here[:, i] + ON), high[:, i])
    there, ground_spot = _within(low, high, here, arm)
    deck_low, deck_high = np.maximum(low, floor.deck[:2]), np.minimum(high, floor.deck[2:])
    aboard, deck_spot = _within(deck_low, deck_high, here, arm)
    above = up if floor.openings is not None else up + STEP_UP
    deck_ok, ground_ok = aboard & (at[n, 2] - floor.floor <= up), there & (at[n, 2] <= above)
    got = np.zeros(count, dtype=bool)
    for some, spot in ((ground_ok, ground_spot), (deck_ok, deck_spot)):
        spots[n[some]] = spot[some]
        got[n[some]] = True
    if got.all():
        return [""] * count, spots, got
    steps = _onto(floor)
    stands, close = (np.bincount(n[some], minlength=count) > 0 for some in (there, near))
    why = [
        ""
        if ok or _from_a_step(steps, listed[n], arm, up)
        else "it is above reach"
        if stands[n]
        else "nobody can stand where it is worked on"
        if close[n]
        else "nobody can stand near it"
        for n, ok in enumerate(got.tolist())
    ]
    return why, spots, got


def _within(low: Array, high: Array, at: Array, arm: float) -> tuple[NDArray[np.bool_], Array]:
    """Whether rectangles, where there is any of them, come within an arm of points, and their points that come nearest."""
    inset = np.minimum(INSIDE, (high - low) / 2)
    spot = np.minimum(np.maximum(at, low + inset), high - inset)
    off = spot - at
    near: NDArray[np.bool_] = (low < high).all(axis=1) & ((off * off).sum(axis=1) <= arm * arm)
    return near, spot


def _onto(floor: Walk) -> list[Box]:
    """What one may step on, and can come to."""
    if not floor.steps:
        return []
    runs = floor.runs()
    return [
        (x0, y0, z, x1, y1, top)
        for x0, y0, z, x1, y1, top in floor.steps
        if ((runs[:, 0] < x1) & (runs[:, 2] > x0) & (runs[:, 1] < y1) & (runs[:, 3] > y0)).any()
    ]


def _from_a_step(steps: Sequence[Box], room: Room, arm: float, up: float) -> bool:
    """Whether a place is reached from what one may step on."""
    x, y, z = room.at
    for x0, y0, _, x1, y1, top in steps:
        off = (max(x0 - x, x - x1, 0.0), max(y0 - y, y - y1, 0.0))
        if off[0] ** 2 + off[1] ** 2 <= arm * arm and z - top <= up:
            return True
    return False
