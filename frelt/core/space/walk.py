"""The floor a person can walk, from outside through the doors, exactly, on the grid that the obstacles' own edges make.

A person is a square of the rule's width that keeps to the axes. Each obstacle grown by half that width bars the person's
middle; between the edges of grown obstacles nothing changes, so a cell of that grid is either all free or all barred.
From the cells outside, free cells are flooded along runs until nothing is added.
"""

from collections.abc import Sequence
from itertools import cycle

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from ..base.arrays import Array
from ..geometry.faces import body_box, walled
from ..geometry.frames import Frames
from ..kind.kind import Box
from ..model.carrier import Carrier
from ..model.rig import Rig
from .rooms import Room, neighbors

STEP_UP = 0.5  # what a tire, step or bed rail lifts who stands on it, where no walls are [m]; common practice, no source
AROUND = 2.6  # of the ground outside the deck that is looked at [m]
STEP_OVER = 0.15  # what a person steps over [m]
CLIMB = 0.8  # what a person climbs onto where he may step on it [m]; common practice, no source
HEAD = 1.80  # below which something is in the way of a head [m]
ON = 0.05  # what a side gives way, since hands come a little round a corner [m]
DOOR = 1.20  # least height of an opening a person goes through [m]


class Walk(Struct, frozen=True):
    """xs, ys: edges of the cells [m].  reached: (cells along x, cells along y) where a person's middle can be.

    width: of the person [m].  floor: height of the deck; deck: its x0, y0, x1, y1 [m].  openings: of a closed body, the ground
    before each of its doors, x0, y0, x1, y1 [m]; None where no walls stop hands.  steps: what one may step on, to reach higher.
    """

    xs: Array
    ys: Array
    reached: NDArray[np.bool_]
    width: float
    floor: float
    deck: tuple[float, float, float, float]
    openings: tuple[tuple[float, float, float, float], ...] | None = None
    steps: tuple[Box, ...] = ()

    def within_reach(self) -> Array:
        """The rectangles in which a person's middle can be while hands reach into the body: aboard, or before a door, (n, 4) [m]."""
        runs = self.runs()
        if self.openings is None or not len(runs):
            return runs
        parts = []
        for x0, y0, x1, y1 in (self.deck, *self.openings):
            low, high = np.maximum(runs[:, :2], (x0, y0)), np.minimum(runs[:, 2:], (x1, y1))
            some = (high > low + 1e-9).all(axis=1)
            parts.append(np.concatenate([low[some], high[some]], axis=1))
        found: Array = np.concatenate(parts)
        return found

    def runs(self) -> Array:
        """The rectangles x0, y0, x1, y1 in which a person's middle can be, cells joined along y and x, (n, 4) [m]."""
        padded = np.zeros((self.reached.shape[0], self.reached.shape[1] + 2), dtype=np.int8)
        padded[:, 1:-1] = self.reached
        step = np.diff(padded, axis=1)
        i, first = np.nonzero(step == 1)
        if not len(i):
            return np.zeros((0, 4))
        last = np.nonzero(step == -1)[1]
        run = first * padded.shape[1] + last
        order = np.argsort(run, kind="stable")  # in which i goes on rising
        i, run = i[order], run[order]
        new = np.ones(len(i), dtype=bool)
        new[1:] = (run[1:] != run[:-1]) | (i[1:] != i[:-1] + 1)
        start = np.nonzero(new)[0]
        first, last = np.divmod(run, padded.shape[1])
        end = np.append(start[1:], len(i)) - 1
        found: Array = np.stack([self.xs[i[start]], self.ys[first[start]], self.xs[i[end] + 1], self.ys[last[start]]], axis=1)
        return found

    def covered(self) -> Array:
        """The rectangles of the deck that a person's body covers, (n, 4) [m]."""
        half = self.width / 2
        grown = self.runs() + np.array([-half, -half, half, half])
        low, high = np.array(self.deck[:2]), np.array(self.deck[2:])
        cut: Array = np.concatenate([np.maximum(grown[:, :2], low), np.minimum(grown[:, 2:], high)], axis=1)
        return cut[(cut[:, 2] > cut[:, 0]) & (cut[:, 3] > cut[:, 1])]

    def can_stand(self, x: float, y: float) -> bool:
        """Whether a person's middle can be at a point of the plan [m]."""
        i, j = int(np.searchsorted(self.xs, x, "right")) - 1, int(np.searchsorted(self.ys, y, "right")) - 1
        inside = 0 <= i < len(self.xs) - 1 and 0 <= j < len(self.ys) - 1
        return not inside or bool(self.reached[i, j])

    def out_of_reach(self, listed: Sequence[Room], arm: float, up: float) -> list[str]:
        """Why the service of each room cannot be got at from where a person can stand; empty where it can.

        A person stands on the side from which it is worked on, on any side of what is worked on from above.
        arm: how far from a person's middle; up: how high above what he stands on [m]. Walls stop hands.
        """
        runs = self.within_reach()
        rows = np.array([(*r.at, r.axis, r.sign) for r in listed], dtype=float).reshape(-1, 5)
        at, axis, ahead = rows[:, :3], rows[:, 3:4], rows[:, 4:5] > 0
        if not len(runs):
            return ["nobody can stand near it"] * len(listed)
        x0, y0, x1, y1 = runs.T
        x, y = at[:, 0:1], at[:, 1:2]
        n, k = np.nonzero((x0 - arm <= x) & (x1 + arm >= x) & (y0 - arm <= y) & (y1 + arm >= y))  # the few that can be near
        x, y, x0, y0, x1, y1 = at[n, 0], at[n, 1], x0[k], y0[k], x1[k], y1[k]
        off_x, off_y = np.maximum(np.maximum(x0 - x, x - x1), 0.0), np.maximum(np.maximum(y0 - y, y - y1), 0.0)
        near = off_x * off_x + off_y * off_y <= arm * arm
        along = axis[n, 0] == 0
        edge, low, high = np.where(along, x, y), np.where(along, x0, y0), np.where(along, x1, y1)
        there = near & (np.where(ahead[n, 0], high > edge - ON, low < edge + ON) | (axis[n, 0] == 2))
        dx0, dy0, dx1, dy1 = self.deck
        aboard = there & (x1 > dx0) & (x0 < dx1) & (y1 > dy0) & (y0 < dy1)
        count = len(listed)
        stands, on_deck, close_to = (np.bincount(n[some], minlength=count) > 0 for some in (there, aboard, near))
        above = up if self.openings is not None else up + STEP_UP
        low_enough = (on_deck & (at[:, 2] - self.floor <= up)) | (stands & (at[:, 2] <= above))
        if low_enough.all():
            return [""] * count
        can_stand, close = stands.tolist(), close_to.tolist()
        return [
            ""
            if ok or self._from_a_step(listed[n], arm, up)
            else "it is above reach"
            if can_stand[n]
            else "nobody can stand where it is worked on"
            if close[n]
            else "nobody can stand near it"
            for n, ok in enumerate(low_enough.tolist())
        ]

    def _from_a_step(self, room: Room, arm: float, up: float) -> bool:
        """Whether a place is reached from what one may step on."""
        x, y, z = room.at
        runs = self.runs()
        for x0, y0, _, x1, y1, top in self.steps:
            off = (max(x0 - x, x - x1, 0.0), max(y0 - y, y - y1, 0.0))
            onto = ((runs[:, 0] < x1) & (runs[:, 2] > x0) & (runs[:, 1] < y1) & (runs[:, 3] > y0)).any()
            if onto and off[0] ** 2 + off[1] ** 2 <= arm * arm and z - top <= up:
                return True
        return False


def walk(rig: Rig, frames: Frames, carrier: Carrier) -> Walk:
    """The floor a person of the rules' width can walk on a carrier."""
    x0, y0, x1, y1, floor = body_box(carrier)
    nose = carrier.body.nose if walled(carrier) else 0.0
    near, half = neighbors(rig, frames, carrier), rig.rules.walk_width / 2
    boxes = near.boxes
    high = boxes[:, 5] > floor + STEP_OVER
    low = boxes[:, 2] < floor + HEAD
    head = boxes[:, 2] >= floor + DOOR
    wall = np.arange(len(boxes)) >= near.items
    onto = near.climbed & (boxes[:, 5] <= floor + CLIMB)
    barred = boxes[high & low & ~(wall & head) & ~onto]
    grown = barred + np.array([-half, -half, 0.0, half, half, 0.0])
    edge = (x0 - nose - AROUND, y0 - AROUND, x1 + AROUND, y1 + AROUND)
    xs = _edges(np.concatenate([grown[:, 0], grown[:, 3], [x0, x1]]), edge[0], edge[2])
    ys = _edges(np.concatenate([grown[:, 1], grown[:, 4], [y0, y1]]), edge[1], edge[3])
    free = np.ones((len(xs) - 1, len(ys) - 1), dtype=bool)
    i0, i1 = np.searchsorted(xs, grown[:, 0] - 1e-9), np.searchsorted(xs, grown[:, 3] - 1e-9)
    j0, j1 = np.searchsorted(ys, grown[:, 1] - 1e-9), np.searchsorted(ys, grown[:, 4] - 1e-9)
    for a, b, c, d in zip(i0.tolist(), i1.tolist(), j0.tolist(), j1.tolist(), strict=True):
        free[a:b, c:d] = False
    deck = (x0 - nose, y0, x1, y1)
    openings = _before_doors(carrier, deck) if walled(carrier) else None
    steps = tuple(b for b in near.steps if b[5] <= floor + CLIMB)
    return Walk(xs, ys, flooded(free), rig.rules.walk_width, floor, deck, openings, steps)


def _before_doors(carrier: Carrier, deck: tuple[float, float, float, float]) -> tuple[tuple[float, float, float, float], ...]:
    """The ground before each door of a closed body."""
    x0, y0, x1, y1 = deck
    found = []
    for door in carrier.body.doors:
        a, b = door.start, door.end
        found.append(
            {
                "left": (a, y0 - AROUND, b, y0),
                "right": (a, y1, b, y1 + AROUND),
                "front": (x0 - AROUND, a, x0, b),
                "rear": (x1, a, x1 + AROUND, b),
            }[door.side]
        )
    return tuple(found)


def entrances(found: Walk, carrier: Carrier) -> tuple[str, ...]:
    """The doors of a closed body through which the floor that is reached is reached, by name."""
    x0, y0, x1, y1, _ = body_box(carrier)
    nose = x0 - carrier.body.nose
    names = []
    for door in carrier.body.doors if walled(carrier) else ():
        along = door.side in ("left", "right")
        edge = {"left": y0, "right": y1, "rear": x1, "front": nose}[door.side]
        line, run = (found.ys, found.xs) if along else (found.xs, found.ys)
        at = int(np.searchsorted(line, edge)) - 1
        first, last = np.searchsorted(run, door.start - 1e-9), np.searchsorted(run, door.end + 1e-9)
        cells = found.reached[first : last - 1, at] if along else found.reached[at, first : last - 1]
        if cells.any():
            names.append(door.name)
    return tuple(names)


def _edges(values: Array, low: float, high: float) -> Array:
    kept = np.sort(np.round(values[(values > low) & (values < high)], 9))
    if len(kept) > 1:  # as np.unique does, which imports much when it is first called
        kept = kept[np.append(True, kept[1:] != kept[:-1])]
    return np.concatenate([[low], kept, [high]])


def flooded(free: NDArray[np.bool_]) -> NDArray[np.bool_]:
    """The free cells that hang together with a free cell of the border, by runs along both axes in turn; True or False by a cell."""
    border = np.zeros_like(free)
    border[[0, -1], :] = border[:, [0, -1]] = True
    along_x, along_y = _runs(free)  # of the free cells alone
    hit = border[free]
    count, still = int(np.count_nonzero(hit)), 0
    for runs in cycle((along_x, along_y)):
        reached = np.zeros(free.size + 1, dtype=bool)
        reached[runs[hit]] = True
        hit = reached[runs]
        before, count = count, int(np.count_nonzero(hit))
        still = 0 if count > before else still + 1
        if still == 2:  # once along both axes nothing was added, or along one after the other had its way
            break
    found = np.zeros_like(free)
    found[free] = hit
    return found


def _runs(free: NDArray[np.bool_]) -> tuple[NDArray[np.int32], NDArray[np.int32]]:
    """For each free cell a number for the run it is part of, along y and along x."""
    starts, below = free.copy(), free.copy()
    starts[:, 1:] &= ~free[:, :-1]
    below[1:] &= ~free[:-1]
    columns = np.cumsum(below, axis=0, dtype=np.int32) + np.arange(free.shape[1], dtype=np.int32) * free.shape[0]
    return np.cumsum(starts[free], dtype=np.int32), columns[free]
