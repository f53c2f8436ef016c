"""Where names and numbers stand on a drawing: on what they name if there is room, never over another, else outside at a hairline.

A name stands inside its outline, where nothing higher covers it. Where it does not fit, its number does. What is hidden below
others shares a dashed tag on what hides it; what is too small or too crowded is named from outside, with a leader.
"""

from collections.abc import Iterable, Iterator, Sequence
from functools import cache
from math import hypot
from typing import Literal

import numpy as np
from msgspec import Struct
from msgspec.structs import replace

from ...core.base.arrays import Array, NDArray
from ..layout import Box
from .lettering import Lettering

PAD = 4.0
LINE = 14.0
TAG = 17.0  # across a number's circle [px]
STEP = 4.0  # between the places that are tried
REACH = (16.0, 24.0, 34.0, 46.0, 60.0, 78.0, 100.0, 130.0, 170.0)  # of a leader [px]
AROUND = np.arange(16) * np.pi / 8  # the ways a leader may go
APART = np.array([-1.0, -1.0, 1.0, 1.0])  # between two labels [px]
CROWD = 150  # numbers of so many things that no eye parts any more are only in the way


class Thing(Struct, frozen=True):
    """What is to be named: its box as drawn [px]; what comes later in the list is drawn over it."""

    item: str
    number: int
    name: str
    box: Box
    square: bool = True


class Label(Struct, frozen=True):
    """A name in lines, or the number of one thing or several. to: where its leader ends [px].  below: they are hidden."""

    items: tuple[str, ...]
    box: Box
    kind: Literal["name", "tag"]
    lines: tuple[str, ...]
    to: tuple[float, float] | None = None
    below: bool = False


def fitting(name: str, width: float, height: float, lettering: Lettering) -> list[str]:
    """A name in one or more lines inside a box [px], or nothing where it does not fit."""
    lines = wrapped(name, width, lettering)
    return lines if lines and len(lines) <= min(int(height // LINE), 3) else []


def wrapped(name: str, width: float, lettering: Lettering) -> list[str]:
    """A name broken at spaces into lines of a width [px]; nothing where a word is too long."""
    return [] if lettering.widest_word(name) > width else list(lettering.wrap(name, width))


def place(
    things: Sequence[Thing],
    area: Box,
    taken: Iterable[Box],
    lettering: Lettering,
    named: bool = True,
    all_of_them: bool = True,
) -> tuple[Label, ...]:
    """Names and numbers that overlap neither each other nor what is taken, inside an area [px].

    named: names where they fit, not numbers alone.  all_of_them: what has no room of its own is named from outside.
    """
    return tuple(_Placing(things, area, taken, lettering, named).labels(all_of_them))


def moved(label: Label, by: tuple[float, float]) -> Label:
    """A label that goes along with what it names [px]; its leader too."""
    to = None if label.to is None else (label.to[0] + by[0], label.to[1] + by[1])
    return replace(label, box=label.box.moved(*by), to=to)


def number_words(found: Sequence[int]) -> str:
    """Numbers in one tag: 7, 7–9, or 7 +2 where they do not follow each other."""
    found = sorted(found)
    if len(found) == 1:
        return str(found[0])
    if found[-1] - found[0] == len(found) - 1:
        return f"{found[0]}–{found[-1]}"
    return f"{found[0]} +{len(found) - 1}"


Edges = tuple[float, float, float, float]  # left, top, right, bottom


def _edges(box: Box) -> Edges:
    return box.left, box.top, box.right, box.bottom


def _near(listed: Iterable[Edges], around: Edges) -> list[Edges]:
    """Those that overlap an area."""
    a, b, c, d = around
    return [e for e in listed if e[0] < c and a < e[2] and e[1] < d and b < e[3]]


class _Placing:
    """One drawing's labels, the things with the least room first."""

    def __init__(self, things: Sequence[Thing], area: Box, taken: Iterable[Box], lettering: Lettering, named: bool) -> None:
        self.area, self.lettering, self.named = area, lettering, named
        self.things = [t for t in (_inside(t, area) for t in things) if t is not None]
        self.number = {t.item: t.number for t in self.things}
        self.used: list[Edges] = [_edges(box) for box in taken]
        self.made: list[Label] = []

    def labels(self, all_of_them: bool) -> list[Label]:
        few = len(self.things) <= CROWD
        over = self._over(few)
        order = sorted(range(len(self.things)), key=lambda n: (self.things[n].box.width * self.things[n].box.height, n))
        hidden: list[Thing] = []
        left: list[tuple[Thing, list[Edges]]] = []
        for n in order:
            thing, above = self.things[n], over[n]
            made = (self.named and self._name(thing, above)) or (few and self._tag(thing, above))
            if made:
                self._put(made)
            elif all_of_them and few:
                if all(_in(above, p) for p in _grid(thing.box)):
                    hidden.append(thing)
                else:
                    left.append((thing, above))
        for thing, above in left:
            self._outside(thing, above)
        for thing in self._piles(hidden):
            self._outside(thing, (), True)
        return self.made

    def _over(self, few: bool) -> list[list[Edges]]:
        """Of each thing, what is drawn over it; of a crowd only where its name fits at all."""
        boxes = [_edges(t.box) for t in self.things]
        return [_near(boxes[n + 1 :], box) if few or self._fit(self.things[n]) else [] for n, box in enumerate(boxes)]

    def _put(self, label: Label) -> None:
        self.made.append(label)
        self.used.append(_edges(label.box))

    def _first(self, room: Box, wide: float, tall: float, step: float, covered: Sequence[Edges]) -> Box | None:
        """The first spot in a room for a label of a size that overlaps nothing used and nothing covered."""
        grown = max(wide - room.width, 0.0) / 2 + 1, max(tall - room.height, 0.0) / 2 + 1
        around = room.left - grown[0], room.top - grown[1], room.right + grown[0], room.bottom + grown[1]
        taken = [(a - 1, b - 1, c + 1, d + 1) for a, b, c, d in _near(self.used, around)] + list(covered)
        for x, y in _spots(room, wide, tall, step):
            right, bottom = x + wide, y + tall
            for a, b, c, d in taken:
                if a < right and x < c and b < bottom and y < d:
                    break
            else:
                return Box(x, y, wide, tall)
        return None

    def _fit(self, thing: Thing) -> list[str]:
        box = thing.box
        if not thing.square:  # a name in a round outline has less room than its box
            box = box.grown(box.width * 0.1, 0, -box.width * 0.1, 0)
        return fitting(thing.name, box.width - 2 * PAD, box.height - 2 * PAD, self.lettering)

    def _name(self, thing: Thing, above: Sequence[Edges]) -> Label | None:
        lines = self._fit(thing)
        if not lines:
            return None
        wide = max(self.lettering.measure(words, "small", 600) for words in lines) + 6
        side = 0.0 if thing.square else thing.box.width * 0.1
        room = thing.box.grown(PAD - 3 + side, PAD, 3 - PAD - side, -PAD)
        box = self._first(room, wide, LINE * len(lines), STEP if thing.square else 1e9, above)
        return Label((thing.item,), box, "name", tuple(lines)) if box is not None else None

    def _tag(self, thing: Thing, above: Sequence[Edges]) -> Label | None:
        """Its number, wholly on what is seen of it, else with its middle there."""
        words = str(thing.number)
        wide, half = self._wide(words), TAG / 2
        box = self._first(thing.box, wide, TAG, STEP, above)
        if box is None and above:
            less = [(a + half, b + half, c - half, d - half) for a, b, c, d in above]  # a middle in what is left is free
            thin = [e for e, u in zip(less, above, strict=True) if u[2] - u[0] <= TAG or u[3] - u[1] <= TAG]
            if not thin:
                box = self._first(thing.box, wide, TAG, STEP, less)
        return Label((thing.item,), box, "tag", (words,)) if box is not None else None

    def _wide(self, words: str) -> float:
        return max(self.lettering.measure(words, "small", 600) + 8, TAG)

    def _piles(self, hidden: list[Thing]) -> list[Thing]:
        """What is hidden, in dashed tags on what hides it; returns those for which there is no room."""
        left: list[Thing] = []
        piles: list[list[Thing]] = []
        for thing in hidden:
            for pile in piles:
                if all(abs(t.box.mid_x - thing.box.mid_x) < TAG and abs(t.box.mid_y - thing.box.mid_y) < TAG for t in pile):
                    pile.append(thing)
                    break
            else:
                piles.append([thing])
        for pile in piles:
            words = number_words([t.number for t in pile])
            box = self._first(pile[0].box, self._wide(words), TAG, STEP, ())
            if box is not None:
                self._put(Label(tuple(t.item for t in pile), box, "tag", (words,), None, True))
            else:
                left += pile
        return left

    def _outside(self, thing: Thing, above: Sequence[Edges], below: bool = False) -> None:
        """Its number from outside, at a hairline, where it hides least; else with the nearest number there is."""
        words, to = str(thing.number), self._end(thing, above)
        if to is not None:
            wide = self._wide(words)
            reach = np.repeat(REACH, len(AROUND))
            ends = (
                np.stack([reach * np.tile(np.cos(AROUND), len(REACH)), reach * np.tile(np.sin(AROUND), len(REACH))], axis=1)
                + to
            )
            half = np.array([wide / 2, TAG / 2])
            box = np.concatenate([ends - half, ends + half], axis=1)
            a = _edges(self.area)
            free = (box[:, 0] >= a[0]) & (box[:, 1] >= a[1]) & (box[:, 2] <= a[2]) & (box[:, 3] <= a[3])
            if self.used:
                used = np.array(self.used)
                free &= ~_meet(box, used + APART).any(axis=1)
                free[free] = ~_crossed(np.array(to), ends[free], used).any(axis=1)
            others = np.array([_edges(t.box) for t in self.things if t is not thing] or [(0.0,) * 4])
            cost = np.where(free, reach + 30.0 * _meet(box, others).sum(axis=1), np.inf)
            n = int(np.argmin(cost))
            if free[n]:
                at = Box(float(box[n, 0]), float(box[n, 1]), wide, TAG)
                self._put(Label((thing.item,), at, "tag", (words,), to, below))
                return
        self._join(thing)

    def _end(self, thing: Thing, above: Sequence[Edges]) -> tuple[float, float] | None:
        """Where a leader ends: on what is seen of a thing, near its middle and clear of names; or nowhere."""
        box = thing.box
        grid = [(box.mid_x, box.mid_y), *_grid(box)]
        clear = [p for p in grid if not _in(self.used, p)]
        return min(clear, key=lambda p: (_in(above, p), hypot(p[0] - box.mid_x, p[1] - box.mid_y)), default=None)

    def _join(self, thing: Thing) -> None:
        """With the nearest tag whose words still have room."""
        near = sorted(
            (hypot(m.box.mid_x - thing.box.mid_x, m.box.mid_y - thing.box.mid_y), n)
            for n, m in enumerate(self.made)
            if m.kind == "tag"
        )
        for _, n in near:
            old = self.made[n]
            words = number_words([self.number[i] for i in (*old.items, thing.item)])
            box = Box(old.box.mid_x - self._wide(words) / 2, old.box.top, self._wide(words), TAG)
            own = _edges(old.box)
            others = [u for u in self.used if u != own]
            edges = _edges(box)
            if _within(box, self.area) and not _near(others, edges):
                self.used = [*others, edges]
                self.made[n] = replace(old, items=(*old.items, thing.item), box=box, lines=(words,))
                return
        if near:  # no room at all: the nearest says how many it stands for
            old = self.made[near[0][1]]
            items = (*old.items, thing.item)
            self.made[near[0][1]] = replace(old, items=items, lines=(f"+{len(items)}",))


def _meet(some: Array, others: Array) -> NDArray[np.bool_]:
    """Whether boxes (n, 4) overlap others (m, 4): (n, m)."""
    (a, b, c, d), (left, top, right, bottom) = some.T[:, :, None], others.T[:, None, :]
    return np.asarray((a < right) & (left < c) & (b < bottom) & (top < d))


def _crossed(start: Array, ends: Array, boxes: Array) -> NDArray[np.bool_]:
    """Whether straight runs from a point (2) to others (n, 2) go through boxes (m, 4): (n, m). By the slabs of each box."""
    (x, y), (left, top, right, bottom) = (ends - start).T[:, :, None], boxes.T[:, None, :]
    x, y = np.where(np.abs(x) < 1e-9, 1e-9, x), np.where(np.abs(y) < 1e-9, 1e-9, y)
    left, right, top, bottom = (left - start[0]) / x, (right - start[0]) / x, (top - start[1]) / y, (bottom - start[1]) / y
    enter = np.maximum(np.minimum(left, right), np.minimum(top, bottom))
    leave = np.minimum(np.maximum(left, right), np.maximum(top, bottom))
    return np.asarray((enter <= leave) & (leave >= 0) & (enter <= 1))


def _inside(thing: Thing, area: Box) -> Thing | None:
    """What of a thing lies in the area that is seen."""
    b = thing.box
    left, top = max(b.left, area.left), max(b.top, area.top)
    right, bottom = min(b.right, area.right), min(b.bottom, area.bottom)
    if right < left or bottom < top:
        return None
    return replace(thing, box=Box(left, top, right - left, bottom - top))


def _within(box: Box, area: Box) -> bool:
    return box.left >= area.left and box.right <= area.right and box.top >= area.top and box.bottom <= area.bottom


def _spots(room: Box, wide: float, tall: float, step: float) -> Iterator[tuple[float, float]]:
    """Upper left corners of a label in a room, its middle first, then outward; in what is narrower than the label, along its middle."""
    across, down = max(room.width - wide, 0.0) / 2, max(room.height - tall, 0.0) / 2
    x, y = room.mid_x - wide / 2, room.mid_y - tall / 2
    for i, j in _steps(min(int(across / step), 24), min(int(down / step), 24)):
        yield x + i * step, y + j * step
    for sx, sy in ((-1, -1), (1, -1), (-1, 1), (1, 1)) if step < 1e9 else ():
        yield x + sx * across, y + sy * down


@cache
def _steps(across: int, down: int) -> tuple[tuple[int, int], ...]:
    """Steps from the middle of a room, the nearest first."""
    made = [(i, j) for i in range(-across, across + 1) for j in range(-down, down + 1)]
    return tuple(sorted(made, key=lambda d: (d[0] * d[0] + d[1] * d[1], d[1], d[0])))


def _grid(box: Box) -> list[tuple[float, float]]:
    """Points all over a box."""
    return [(box.left + box.width * (i + 0.5) / 6, box.top + box.height * (j + 0.5) / 6) for i in range(6) for j in range(6)]


def _in(boxes: Iterable[Edges], at: tuple[float, float]) -> bool:
    """Whether a point lies in any of some boxes."""
    x, y = at
    return any(a <= x <= c and b <= y <= d for a, b, c, d in boxes)
