"""The floor a person can walk, from outside through the doors, exactly, on the grid that the obstacles' own edges make.

A person is a square of the rule's width that keeps to the axes. Each obstacle grown by half that width bars the person's
middle; between the edges of grown obstacles nothing changes, so a cell of that grid is either all free or all barred.
From the cells outside, free cells are flooded along runs until nothing is added.
"""

from operator import eq

import numpy as np
from msgspec import Struct
from msgspec.structs import replace

from ..base.arrays import Array, NDArray
from ..base.kept import Memo
from ..geometry.faces import body_box, walled
from ..geometry.frames import Frames
from ..kind.kind import Box
from ..model.carrier import Carrier
from ..model.rig import Rig
from .rooms import neighbors

AROUND = 2.6  # of the ground outside the deck that is looked at [m]
STEP_OVER = 0.15  # what a person steps over [m]
CLIMB = 0.8  # what a person climbs onto where he may step on it [m]; common practice, no source
HEAD = 1.80  # below which something is in the way of a head [m]
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

    def around(self, x0: float, y0: float, x1: float, y1: float) -> "Walk":
        """The same floor, of which only the cells that meet a rectangle of the plan are looked at [m]."""
        a, c = (max(int(np.searchsorted(e, v, "right")) - 1, 0) for e, v in ((self.xs, x0), (self.ys, y0)))
        b, d = (int(np.searchsorted(e, v, "left")) for e, v in ((self.xs, x1), (self.ys, y1)))
        return replace(self, xs=self.xs[a : b + 1], ys=self.ys[c : d + 1], reached=self.reached[a:b, c:d])

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

    def free_at(self, at: Array) -> NDArray[np.bool_]:
        """Whether a person's middle can be at points of the grid, (n, 2) [m]."""
        i = np.searchsorted(self.xs, at[:, 0], "right") - 1
        j = np.searchsorted(self.ys, at[:, 1], "right") - 1
        ni, nj = self.reached.shape
        found: NDArray[np.bool_] = (i >= 0) & (i < ni) & (j >= 0) & (j < nj)
        found[found] = self.reached[i[found], j[found]]
        return found


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
    spans = [*np.searchsorted(xs, grown[:, (0, 3)].T - 1e-9).tolist(), *np.searchsorted(ys, grown[:, (1, 4)].T - 1e-9).tolist()]
    inputs = (spans, len(xs), len(ys))
    reached = _reached.get(frames.kept, carrier.id, inputs, lambda: _flooded_between(spans, len(xs) - 1, len(ys) - 1))
    deck = (x0 - nose, y0, x1, y1)
    openings = _before_doors(carrier, deck) if walled(carrier) else None
    steps = tuple(b for b in near.steps if b[5] <= floor + CLIMB)
    return Walk(xs, ys, reached, rig.rules.walk_width, floor, deck, openings, steps)


_reached: Memo[NDArray[np.bool_]] = Memo(16, same=eq)  # while edges keep their order, a thing that moves changes no cell


def _flooded_between(spans: list[list[int]], ni: int, nj: int) -> NDArray[np.bool_]:
    """The cells that are reached of a grid of ni by nj in which obstacles bar some. spans: first and last along x, then along y, of each."""
    free = np.ones((ni, nj), dtype=bool)
    for a, b, c, d in zip(*spans, strict=True):
        free[a:b, c:d] = False
    return flooded(free)


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
    kept = values[(values > low) & (values < high)].round(9)
    kept.sort()
    new = np.ones(len(kept), dtype=bool)  # as np.unique does, which imports much when it is first called
    np.not_equal(kept[1:], kept[:-1], out=new[1:])
    return np.concatenate([(low,), kept[new], (high,)])


def flooded(free: NDArray[np.bool_]) -> NDArray[np.bool_]:
    """The free cells that hang together with a free cell of the border, by runs along both axes in turn; True or False by a cell."""
    ni, nj = free.shape
    at = np.flatnonzero(free)
    if not len(at):
        return np.zeros_like(free)
    starts, below = free.copy(), free.copy()
    starts[:, 1:] &= ~free[:, :-1]
    below[1:] &= ~free[:-1]
    first = np.flatnonzero(starts.ravel()[at])  # the runs along y are one after another, each from its first cell
    sizes = np.diff(first, append=len(at))
    columns = np.cumsum(below, axis=0, dtype=np.int32)
    columns += np.arange(nj, dtype=np.int32) * ni
    column = columns.ravel()[at]  # for each free cell the number of its run along x
    border = np.zeros_like(free)
    border[[0, -1], :] = border[:, [0, -1]] = True
    hit = border.ravel()[at]
    reached, count = np.zeros(free.size + 1, dtype=bool), -1
    while True:
        hit = np.repeat(np.logical_or.reduceat(hit, first), sizes)
        before, count = count, int(np.count_nonzero(hit))
        if count == before:  # along x and then along y nothing was added
            break
        reached[column[hit]] = True
        hit = reached[column]
    found = np.zeros_like(free)
    found.ravel()[at] = hit
    return found
