"""Ranges of fill tied by linear conditions, exactly.

Conditions tie tanks into groups; each group's fills are a polytope of few dimensions, whose corners are found once. A load is a
sum over groups, so its extreme takes each group to one of its corners; a share by Dinkelbach's steps, each such a sum.
"""

from collections.abc import Mapping, Sequence
from itertools import combinations, islice
from math import comb

import numpy as np
from msgspec import Struct

from ..base.arrays import Array, NDArray
from ..base.value import FreltError
from ..liquid.vessels import away
from ..model.state import State
from ..model.ties import Link

MOST_CHOICES, AT_ONCE = 150_000, 20_000  # of planes that may meet in a corner
MOST = 6  # tanks tied to each other, of which the corners are looked for


class Group(Struct, frozen=True):
    """Tanks tied to each other in one state. tanks: their numbers.  corners: (corners, tanks) of what their fills may be.

    line: whether only the straight lines from each corner to the next are meant, as of joined tanks.
    """

    state: int
    tanks: NDArray[np.intp]
    corners: Array
    line: bool = False


def groups_of(
    links: Sequence[Link], states: Sequence[State], numbers: Mapping[str, int], low: Array, high: Array
) -> tuple[Group, ...]:
    """The groups of every state. low, high: (states, tanks).  A condition on what is not aboard
    in a state ties nothing there.


    Raises FreltError where conditions contradict each other or the ranges, naming the first that does, and where more tanks
    are tied than can be looked at.
    """
    found = []
    for s, state in enumerate(states):
        gone = away(state)
        own = [
            k
            for k in links
            if (not k.states or state.id in k.states) and not any(a.partition("/")[0] in gone for a in k.factors)
        ]
        for part in _parts(own, numbers):
            tanks = np.array(sorted({numbers[a] for k in part for a in k.factors if a in numbers}), dtype=np.intp)
            if len(tanks) > MOST:
                raise FreltError(f"{len(tanks)} tanks are tied to each other; at most {MOST} can be")
            ranges = low[s, tanks], high[s, tanks]
            corners = corners_of(*ranges, *_rows(part, tanks, numbers))
            if not len(corners):
                until = (part[: n + 1] for n in range(len(part)))
                first = next((p for p in until if not len(corners_of(*ranges, *_rows(p, tanks, numbers)))), part)
                raise FreltError(f"no fill keeps the condition that {words(first[-1])}: it contradicts the ranges or another")
            found.append(Group(s, tanks, corners))
    return tuple(found)


def words(link: Link) -> str:
    """A condition in plain words, by the addresses of its tanks."""
    sums = " + ".join(f"{f:g} × {a}" for a, f in link.factors.items())
    return f"{link.low:g} ≤ {sums} ≤ {link.high:g}"


def _parts(links: Sequence[Link], numbers: Mapping[str, int]) -> list[list[Link]]:
    """Conditions that share tanks, together."""
    parts: list[list[Link]] = []
    for link in links:
        own = {a for a in link.factors if a in numbers}
        if not own:
            continue
        touching = [p for p in parts if any(own & set(k.factors) for k in p)]
        parts = [p for p in parts if p not in touching]
        parts.append([*(k for p in touching for k in p), link])
    return parts


def _rows(links: Sequence[Link], tanks: NDArray[np.intp], numbers: Mapping[str, int]) -> tuple[Array, Array]:
    """Conditions as rows·fills ≤ bound."""
    at = {int(t): n for n, t in enumerate(tanks)}
    rows, bound = [], []
    for link in links:
        row = np.zeros(len(tanks))
        for address, factor in link.factors.items():
            if address in numbers:
                row[at[numbers[address]]] += factor
        size = float(np.abs(row).max(initial=0.0))
        row[np.abs(row) < 1e-9 * size] = 0.0
        if size < 1e-9:  # it ties nothing, and holds or not whatever is aboard
            rows.append(np.zeros(len(tanks)))
            bound.append(-1.0 if link.low > 0 or link.high < 0 else 1.0)
            continue
        rows += [row / size, -row / size]
        bound += [link.high / size, -link.low / size]
    return np.array(rows), np.array(bound)


def corners_of(low: Array, high: Array, rows: Array, bound: Array) -> Array:
    """Corners (fills) of the box from low to high cut by rows·x ≤ bound, (corners, tanks): every choice of planes that meet in one.

    Raises FreltError where there are more choices than can be looked at.
    """
    count = len(low)
    eye = np.eye(count)
    a, b = np.vstack([eye, -eye, rows]), np.concatenate([high, -low, bound])
    if comb(len(a), count) > MOST_CHOICES:
        raise FreltError(f"{len(rows) // 2} conditions tie {count} tanks to each other, more than can be looked at")
    choices = combinations(range(len(a)), count)
    found = np.zeros((0, count))
    while part := list(islice(choices, AT_ONCE)):
        planes = np.array(part, dtype=np.intp)
        square, side = a[planes], b[planes]
        one = np.abs(np.linalg.det(square)) >= 1e-12
        x = np.linalg.solve(square[one], side[one][..., None])[..., 0]
        within = x[(x @ a.T <= b + 1e-9).all(axis=1)]
        found = _apart(np.concatenate([found, np.clip(within, low, high)]))
    return found


def _apart(points: Array) -> Array:
    """Points of which no two are the same, in the order in which they stand there first."""
    if len(points) < 2:
        return points
    first = np.unique(np.round(points, 8), axis=0, return_index=True)[1]
    found: Array = points[np.sort(first)]
    return found


def chosen(groups: Sequence[Group], fills: Array, weight: Array) -> Array:
    """Fills with each group at the corner of greatest weight. fills, weight: (states, quantities, tanks)."""
    for group in groups:
        own = weight[group.state][:, group.tanks]
        best = np.argmax(own @ group.corners.T, axis=1)
        fills[group.state][:, group.tanks] = group.corners[best]
    return fills
