"""Ways in which a thing can be tied to its deck: over the top, around a face, by anchors that are there or rings that would be screwed in beside it."""

from collections.abc import Iterator, Sequence
from math import hypot

import numpy as np
from msgspec import Struct
from msgspec.structs import replace

from ..base.units import INCH
from ..geometry.frames import Frames, Vec
from ..geometry.measures import bounds
from ..kind.registry import outline
from ..model.item import Item
from ..model.rig import Rig
from ..model.tie_down import Anchor, Strap, StrapKind
from ..space.solids import Solid, hull, solids
from ..space.strapped import anchor_at

BESIDE = 0.06  # of a ring from the thing [m]
EDGE = 0.03  # that a ring keeps from the edge of its deck [m]
SMALL = 40.0  # what a cam strap is enough for [kg]; common practice, no source
REACH = 0.45  # within which an anchor that is there is taken instead of a new ring [m]
AROUND = 0.6  # of its height, where a strap goes around a thing
LOOKS = 7  # points of a leg that must be free
CLEAR = 0.015  # by which a strap may dip into a neighbor's outline [m]
Flat = tuple[float, float]


class Tie(Struct, frozen=True):
    """One way to tie a thing: a strap, the rings it needs that are not there yet, and what it does, in words."""

    strap: Strap
    rings: tuple[Anchor, ...]
    words: str


class Thing:
    """A thing on its deck, in the deck's own axes."""

    def __init__(self, rig: Rig, frames: Frames, item: Item) -> None:
        self.rig, self.frames, self.item = rig, frames, item
        self.deck = rig.deck(item.place.deck)
        self.frame = frames.decks[self.deck.id]
        turn = np.array(self.frame.turn)
        self.inside = turn.T  # from the carrier's axes to the deck's
        own = frames.items[item.id]
        heights = (0.0, item.height.value)
        points = np.array([own.point((u, v, z)) for u, v in outline(item) for z in heights])
        flat = (points - np.array(self.frame.at)) @ turn
        self.corners = np.array(hull([(x, y) for x, y, _ in np.round(flat, 6).tolist()]))
        self.low, self.high = self.corners.min(axis=0), self.corners.max(axis=0)
        self.base, self.top = float(flat[:, 2].min()), float(flat[:, 2].max())
        room = solids(rig, frames)
        mine = {item.id, *(i.id for i in rig.items if i.place.deck in {d.id for d in item.decks})}
        holder = self.deck.on
        self.others = [
            s for s in room.values() if s.item not in mine and s.item != holder and s.carrier == frames.carrier_of[item.id]
        ]

    def to_item(self, p: tuple[float, float, float]) -> Vec:
        """A point of the deck's axes in the thing's own frame."""
        frame = self.frames.items[self.item.id]
        off = np.array(self.frame.point(p)) - np.array(frame.at)
        x, y, z = (np.array(frame.turn).T @ off).tolist()
        return (round(x, 4), round(y, 4), round(z, 4))

    def span(self, axis: int, at: float) -> tuple[float, float] | None:
        """From where to where the outline reaches across a line at some place along an axis."""
        found = []
        count = len(self.corners)
        for k in range(count):
            a, b = self.corners[k], self.corners[(k + 1) % count]
            if (a[axis] - at) * (b[axis] - at) <= 0 and abs(b[axis] - a[axis]) > 1e-9:
                t = (at - a[axis]) / (b[axis] - a[axis])
                found.append(float(a[1 - axis] + t * (b[1 - axis] - a[1 - axis])))
        return (min(found), max(found)) if len(found) > 1 else None

    def farthest(self, way: Flat) -> Flat:
        """The corner farthest along a way."""
        p = self.corners[int(np.argmax(self.corners @ np.array(way)))]
        return float(p[0]), float(p[1])

    def on_deck(self, foot: Sequence[float]) -> bool:
        """Whether a ring has room on the deck at a place."""
        u0, v0, u1, v1 = bounds(self.deck)
        return u0 + EDGE <= foot[0] <= u1 - EDGE and v0 + EDGE <= foot[1] <= v1 - EDGE

    def free(self, path: Sequence[Vec]) -> bool:
        """Whether a strap's outer legs go through no other thing."""
        legs = [(path[0], path[1]), (path[-2], path[-1])]
        for a, b in legs:
            for k in range(LOOKS):
                t = (k + 0.5) / LOOKS
                x, y, z = (a[i] + t * (b[i] - a[i]) for i in range(3))
                if any(_in(s, x, y, z) for s in self.others):
                    return False
        return True


def _in(s: Solid, x: float, y: float, z: float) -> bool:
    return any(
        p.x0 + CLEAR < x < p.x1 - CLEAR and p.y0 + CLEAR < y < p.y1 - CLEAR and p.low + CLEAR < z < p.high - CLEAR
        for p in s.parts
    )


def ways_to_tie(rig: Rig, frames: Frames, item: Item, new_ring: Anchor | None = None) -> tuple[Tie, ...]:
    """Ways to tie a thing to its deck, where no other thing is in the way. new_ring: what a ring would be like, its place aside."""
    thing = Thing(rig, frames, item)
    made = []
    for n, (words, feet, over) in enumerate(_shapes(thing)):
        tie = _tie(thing, n, words, feet, over, new_ring or Anchor(id="ring", deck=thing.deck.id, u=0.0, v=0.0))
        if tie is not None:
            made.append(tie)
    return tuple(made)


def usual_strap(item: Item) -> tuple[StrapKind, float]:
    """Which strap such a thing is usually tied with, and how wide it is [m]."""
    heavy = item.mass.value + sum(p.capacity.value * p.liquid.density.value for p in item.tanks)
    return ("ratchet strap", 2 * INCH) if heavy > SMALL else ("cam strap", INCH)


def _shapes(t: Thing) -> Iterator[tuple[str, tuple[Flat, Flat], tuple[Vec, ...]]]:
    """Words, where its two anchors would best be and the points it goes over, all in the deck's axes."""
    (u0, v0), (u1, v1) = t.low.tolist(), t.high.tolist()
    top, mid = t.top, t.base + AROUND * (t.top - t.base)
    for words, share in (("over the top, ahead", 0.2), ("over the top, behind", 0.8), ("over the top", 0.5)):
        u = u0 + share * (u1 - u0)
        span = t.span(0, u)
        if span is not None:
            a, b = span
            yield words, ((u, a - BESIDE), (u, b + BESIDE)), ((u, a, top), (u, b, top))
    v = (v0 + v1) / 2
    span = t.span(1, v)
    if span is not None:
        a, b = span
        yield "over the top, lengthwise", ((a - BESIDE, v), (b + BESIDE, v)), ((a, v, top), (b, v, top))
    back, front = u0 + 0.8 * (u1 - u0), u0 + 0.2 * (u1 - u0)
    for words, way, u in (("around its front", -1.0, back), ("around its rear", 1.0, front)):
        one, other = t.farthest((way, -0.7)), t.farthest((way, 0.7))
        over = ((*one, mid), (*other, mid)) if one != other else ((*one, mid),)
        yield words, ((u, v0 - BESIDE), (u, v1 + BESIDE)), over
    ahead, behind = v0 + 0.8 * (v1 - v0), v0 + 0.2 * (v1 - v0)
    for words, way, v in (("around its left", -1.0, ahead), ("around its right", 1.0, behind)):
        one, other = t.farthest((-0.7, way)), t.farthest((0.7, way))
        over = ((*one, mid), (*other, mid)) if one != other else ((*one, mid),)
        yield words, ((u0 - BESIDE, v), (u1 + BESIDE, v)), over


def _tie(t: Thing, n: int, words: str, feet: tuple[Flat, Flat], over: tuple[Vec, ...], like: Anchor) -> Tie | None:
    """The strap with anchors that are near its feet, or rings there; None where there is no room for it."""
    ends: list[Anchor] = []
    rings: list[Anchor] = []
    for k, foot in enumerate(feet):
        near = _near(t, foot, taken=ends)
        if near is None:
            u0, v0, u1, v1 = bounds(t.deck)
            spot = (min(max(foot[0], u0 + EDGE), u1 - EDGE), min(max(foot[1], v0 + EDGE), v1 - EDGE))
            if hypot(spot[0] - foot[0], spot[1] - foot[1]) > 2 * BESIDE + EDGE:
                return None
            near = replace(like, id=f"~{n}{'ab'[k]}", deck=t.deck.id, u=round(spot[0], 3), v=round(spot[1], 3))
            rings.append(near)
        ends.append(near)
    path = [_place(t, ends[0]), *(t.frame.point(p) for p in over), _place(t, ends[1])]
    if not t.free(path):
        return None
    kind, width = usual_strap(t.item)
    strap = Strap(
        id=f"~{n}",
        kind=kind,
        width=width,
        item=t.item.id,
        start=ends[0].id,
        end=ends[1].id,
        over=tuple(t.to_item(p) for p in over),
    )
    return Tie(strap, tuple(rings), words)


def _place(t: Thing, anchor: Anchor) -> Vec:
    at = anchor_at(anchor, t.frames)
    assert at is not None
    return at


def _near(t: Thing, foot: Flat, taken: Sequence[Anchor]) -> Anchor | None:
    """An anchor of the same carrier that is there already, near a foot; not the other end's."""
    wanted = np.array(t.frame.point((foot[0], foot[1], 0.0)))
    carrier = t.frames.carrier_of[t.item.id]
    best: tuple[float, Anchor] | None = None
    for anchor in t.rig.tie_down.anchors:
        at = anchor_at(anchor, t.frames)
        if at is None or t.frames.carrier_of[anchor.deck] != carrier or any(a.id == anchor.id for a in taken):
            continue
        off = float(np.linalg.norm(np.array(at) - wanted))
        if off <= REACH and (best is None or off < best[0]):
            best = (off, anchor)
    return best[1] if best is not None else None
