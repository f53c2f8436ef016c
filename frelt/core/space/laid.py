"""A strap as it is laid on a drawing: from an anchor over the thing between to another, or onto the thing."""

from typing import Literal

import numpy as np

from ..geometry.frames import Frames, Vec
from ..geometry.polygon import inside
from ..kind.registry import outline
from ..model.carrier import Carrier
from ..model.item import Item
from ..model.rig import Rig
from ..model.tie_down import Strap
from .solids import Solid, solids
from .strapped import anchor_at

BESIDE = 0.06  # of a ring from a thing [m]
HOOKED = 0.85  # of its height at which a strap is hooked to a thing that is pointed at from above
View = Literal["plan", "side", "rear"]


def laid_strap(
    rig: Rig, frames: Frames, start: str, end: str, item: str, view: View, to: tuple[float, float], only: str = ""
) -> Strap | None:
    """A strap without an id of its own; None where nothing lies in its way. end: the anchor it was let go on, or nothing.

    item: the thing it was let go on.  to: where, in the drawing's own two axes [m].  only: the thing it is for, else the one longest below it.
    """
    first = rig.tie_down.anchor(start)
    a = anchor_at(first, frames) if first is not None else None
    if a is None:
        return None
    last = rig.tie_down.anchor(end) if end and end != start else None
    b = anchor_at(last, frames) if last is not None else None
    if last is not None and b is not None:
        found = _between(rig, frames, a, b, only)
        if found is None:
            return None
        return Strap(id="new", item=found[0].id, start=start, end=last.id, over=found[1])
    thing = next((i for i in rig.items if i.id == item), None)
    if thing is None or thing.id not in frames.items:
        return None
    return Strap(id="new", item=thing.id, start=start, over=(_hook(frames, thing, view, to, a),))


def _between(rig: Rig, frames: Frames, a: Vec, b: Vec, only: str) -> tuple[Item, tuple[Vec, ...]] | None:
    """The thing that lies longest between two anchors, seen from above, and the points of its top over which a strap goes."""
    best: tuple[float, Item, tuple[Vec, ...]] | None = None
    room = solids(rig, frames)
    for item in rig.items:
        s = room.get(item.id)
        if s is None or item.built_in or (only and item.id != only):
            continue
        cut = _cut(s, a, b)
        if cut is None:
            continue
        t0, t1 = cut
        length = (t1 - t0) * float(np.hypot(b[0] - a[0], b[1] - a[1]))
        if length < 0.02 or (best is not None and length <= best[0]):
            continue
        points = tuple((a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1]), s.high) for t in (t0, t1))
        best = (length, item, tuple(in_thing(frames, item, p) for p in points))
    return (best[1], best[2]) if best is not None else None


def _cut(s: Solid, a: Vec, b: Vec) -> tuple[float, float] | None:
    """From which share to which a line runs over an outline, seen from above."""
    low, high = 0.0, 1.0
    d = (b[0] - a[0], b[1] - a[1])
    count = len(s.corners)
    for k in range(count):
        (x0, y0), (x1, y1) = s.corners[k], s.corners[(k + 1) % count]
        nx, ny = y1 - y0, x0 - x1  # outward of a counter-clockwise outline
        off = nx * (a[0] - x0) + ny * (a[1] - y0)
        way = nx * d[0] + ny * d[1]
        if abs(way) < 1e-12:
            if off > 0:
                return None
            continue
        t = -off / way
        if way > 0:
            high = min(high, t)
        else:
            low = max(low, t)
    return (low, high) if high - low > 1e-6 else None


def _hook(frames: Frames, item: Item, view: View, to: tuple[float, float], anchor: Vec) -> Vec:
    """Where on a thing a strap is hooked: where it was pointed at, on the side of the thing that is nearer to the anchor."""
    own = frames.items[item.id]
    middle = own.point((0.0, 0.0, HOOKED * item.height.value))
    if view == "plan":
        at = (to[0], to[1], middle[2])
    elif view == "side":
        at = (to[0], middle[1], to[1])
    else:
        at = (middle[0], to[0], to[1])
    x, y, z = in_thing(frames, item, at)
    corners = np.array(outline(item))
    ax, ay, _ = in_thing(frames, item, anchor)
    if view == "plan":
        x, y = corners[int(np.argmin(np.hypot(corners[:, 0] - x, corners[:, 1] - y)))].tolist()
    elif view == "side":
        y = float(corners[:, 1].max() if ay > 0 else corners[:, 1].min())
    else:
        x = float(corners[:, 0].max() if ax > 0 else corners[:, 0].min())
    return (round(x, 4), round(y, 4), round(min(max(z, 0.0), item.height.value), 4))


def ring_beside(rig: Rig, frames: Frames, item_id: str) -> tuple[str, float, float] | None:
    """A free place for a ring beside a thing on its own deck: deck, u, v [m]; on the side on which fewer are. None where there is no room."""
    item = rig.item(item_id)
    deck, own = rig.deck(item.place.deck), frames.items[item_id]
    frame = frames.decks[deck.id]
    a, b = item.length.value / 2 + BESIDE, item.width.value / 2 + BESIDE
    taken = [(x.u, x.v) for x in rig.tie_down.anchors if x.deck == deck.id]
    for x, y in ((0.0, -b), (0.0, b), (-a, 0.0), (a, 0.0), (-a, -b), (a, -b), (-a, b), (a, b)):
        px, py, pz = own.point((x, y, 0.0))
        off = np.array([px - frame.at[0], py - frame.at[1], pz - frame.at[2]])
        u, v = (
            float(off @ np.array([frame.turn[k][0] for k in range(3)])),
            float(off @ np.array([frame.turn[k][1] for k in range(3)])),
        )
        if inside(deck.outline, (u, v)) and all(abs(u - p) + abs(v - q) > 0.05 for p, q in taken):
            return deck.id, u, v
    return None


def in_thing(frames: Frames, item: Item, p: Vec) -> Vec:
    """A point of a carrier in the frame of a thing [m]."""
    frame = frames.items[item.id]
    x, y, z = (np.array(frame.turn).T @ (np.array(p) - np.array(frame.at))).tolist()
    return round(x, 4), round(y, 4), round(z, 4)


def on_a_deck(rig: Rig, frames: Frames, carrier: Carrier, at: tuple[float, float]) -> tuple[str, float, float] | None:
    """The deck on which things stand that lies under a point of the plan, of the carrier itself; and the place on it [m]."""
    for deck in carrier.decks:
        frame = frames.decks[deck.id]
        if not frame.stands:
            continue
        u, v = frame.along((at[0] - frame.at[0], at[1] - frame.at[1], 0.0))
        if inside(deck.outline, (u, v)):
            return deck.id, u, v
    return None
