"""Hose must come off its reel: a clear strip from the drum to the deck's edge or through a door, wider as it goes."""

from collections.abc import Iterable, Sequence
from math import radians, tan

import numpy as np
from msgspec import Struct

from ..base.kept import Each, Memo
from ..base.units import Units
from ..geometry.frames import Frame, Frames
from ..geometry.measures import main_box
from ..judge.check import Check, CheckKind, register
from ..kind.kind import Box, Fan
from ..kind.registry import given, kind_of
from ..kinds.reel import CLASSES, capacities
from ..model.carrier import Carrier
from ..model.item import HosePart, Item
from ..model.rig import Rig
from ..space.rooms import OUTWARD, Neighbors, Obstacle, boxed, neighbors, walls_of
from ..space.solids import TOUCH

SPLAY = 20.0  # degrees to each side that a crew walks off with hose; common practice, no source


class Way(Struct, frozen=True):
    """The way of a hose in its carrier's frame. strip: the room straight before the drum, to the edge.

    axis, sign: the direction.  wide: half of its width at the edge with the splay [m].
    """

    item: str
    strip: Box
    axis: int
    sign: float
    near: float
    far: float
    half: float
    wide: float

    def corners(self) -> tuple[tuple[float, float], ...]:
        """The fan in plan [m]."""
        mid = (self.strip[1 - self.axis] + self.strip[4 - self.axis]) / 2
        ends = ((self.near, -self.half), (self.far, -self.wide), (self.far, self.wide), (self.near, self.half))
        return tuple((a, mid + b) if self.axis == 0 else (mid + b, a) for a, b in ends)


def ways(item: Item, frame: Frame, carrier: Carrier) -> tuple[Way, ...]:
    """How hose leaves an item that stands upright on a carrier."""
    return tuple(w for w in (_way(item, f, frame, carrier) for f in kind_of(item).fans(item)) if w is not None)


_too_long: Memo[tuple[tuple[str, float], ...]] = Memo(2000)
_ways: Each[tuple[Way, ...]] = Each()


def _way(item: Item, fan: Fan, frame: Frame, carrier: Carrier) -> Way | None:
    out = OUTWARD[fan.side]
    turned = [sum(frame.turn[i][j] * out[j] for j in range(3)) for i in range(3)]
    axis = max(range(3), key=lambda i: abs(turned[i]))
    if axis == 2:
        return None
    sign = 1.0 if turned[axis] > 0 else -1.0
    a = item.length.value / 2 * out[0]
    flat = boxed(frame, (min(a, a), -fan.half, fan.low, a, fan.half, fan.high))
    x0, y0, x1, y1, _ = main_box(carrier)
    edge = (x0, y0, x1, y1)[axis + 2 if sign > 0 else axis]
    near = flat[axis]
    if (edge - near) * sign < TOUCH:
        edge = near + sign * TOUCH
    strip = list(flat)
    strip[axis], strip[axis + 3] = min(near, edge), max(near, edge)
    half = (flat[4 - axis] - flat[1 - axis]) / 2
    return Way(
        item.id,
        (strip[0], strip[1], strip[2], strip[3], strip[4], strip[5]),
        axis,
        sign,
        near,
        edge,
        half,
        half + abs(edge - near) * tan(radians(SPLAY)),
    )


def in_ways(listed: Sequence[Way], near: Neighbors) -> list[tuple[Obstacle | None, bool]]:
    """What stands in the straight strip of each way; else what narrows its fan. The second says which of both it is."""
    boxes = near.boxes[: near.items]
    if not listed or not len(boxes):
        return [(None, False)] * len(listed)
    rows = np.array([(*w.strip, w.near, w.far, w.half, w.sign) for w in listed], dtype=float)
    along = np.array([w.axis == 0 for w in listed])[:, None]
    strip, start, end, half, sign = rows[:, :6], rows[:, 6:7], rows[:, 7:8], rows[:, 8:9], rows[:, 9:10]
    a0, a1 = np.where(along, boxes[:, 0], boxes[:, 1]), np.where(along, boxes[:, 3], boxes[:, 4])
    k0, k1 = np.where(along, boxes[:, 1], boxes[:, 0]), np.where(along, boxes[:, 4], boxes[:, 3])
    mid = np.where(along, strip[:, 1:2] + strip[:, 4:5], strip[:, 0:1] + strip[:, 3:4]) / 2
    low, high = np.maximum(a0, np.minimum(start, end)), np.minimum(a1, np.maximum(start, end))
    level = (boxes[:, 2] < strip[:, 5:6] - TOUCH) & (boxes[:, 5] > strip[:, 2:3] + TOUCH) & (high - low > TOUCH)
    splay = half + np.abs(np.where(sign > 0, high, low) - start) * tan(radians(SPLAY))
    found: list[tuple[Obstacle | None, bool]] = [(None, False)] * len(listed)
    for reach, straight in ((half, True), (splay, False)):
        met = level & (k0 < mid + reach - TOUCH) & (k1 > mid - reach + TOUCH)
        for w, n in np.argwhere(met).tolist():
            if found[w][0] is None and not near.spared(listed[w].item, near.listed[n].item):
                found[w] = near.listed[n], straight
    return found


def too_long(item: Item) -> tuple[tuple[str, float], ...]:
    """The hoses of a reel, by part, that are longer than its drum may take, and what that is [m]; none where nothing is known of it."""
    if "drum" not in item.fields and given(item).word("class") not in CLASSES:
        return ()
    found = []
    for part in item.parts:
        n = int(part.id.rpartition("-")[2]) if isinstance(part, HosePart) and part.id.startswith("hose-") else 0
        if isinstance(part, HosePart) and n and part.length > (room := capacities(item, n)[1]) + 1e-6:
            found.append((part.id, room))
    return tuple(found)


def behind_wall(way: Way, walls: Sequence[Obstacle]) -> str:
    """The wall that closes a hose's way, or nothing where it leaves through a door or over an open edge."""
    beyond = list(way.strip)
    if way.sign > 0:
        beyond[way.axis], beyond[way.axis + 3] = way.far, way.far + 0.02
    else:
        beyond[way.axis], beyond[way.axis + 3] = way.far - 0.02, way.far
    across = 1 - way.axis
    middle = (beyond[across] + beyond[across + 3]) / 2  # a hose that only touches a jamb goes by it
    beyond[across], beyond[across + 3] = middle - 0.01, middle + 0.01
    for wall in walls:
        if wall.name != "the roof" and all(
            wall.box[i] < beyond[i + 3] - 1e-6 and wall.box[i + 3] > beyond[i] + 1e-6 for i in range(3)
        ):
            return wall.name
    return ""


def _findings(rig: Rig, frames: Frames) -> Iterable[Check]:
    bearing = {c.id: c for c in rig.carriers}

    def of(item: Item, frame: Frame) -> tuple[Way, ...]:
        return ways(item, frame, bearing[frames.carrier_of[item.id]])

    leaving = _ways.get(frames.kept, rig.id, rig.items, frames.listed, of, rig.carriers)
    reels = [i for i, own in zip(rig.items, leaving, strict=True) if own]
    if not reels:
        return
    clean = True
    off: dict[str, list[tuple[Way, Obstacle | None, bool]]] = {}
    for carrier in rig.carriers:
        own = [w for all_of_it in leaving for w in all_of_it if frames.carrier_of[w.item] == carrier.id]
        met = in_ways(own, neighbors(rig, frames, carrier)) if own else []
        for way, (other, straight) in zip(own, met, strict=True):
            off.setdefault(way.item, []).append((way, other, straight))
    for item in reels:
        problem = _worst(item, off[item.id], walls_of(rig.carrier(frames.carrier_of[item.id]), frames.kept))
        if problem is not None:
            clean = False
            words, status, blocker = problem
            yield Check(
                id=f"pull-off:{item.id}",
                kind="pull-off",
                subject=item.name,
                quantity="length",
                status="over" if status else "tight",
                by_rule=True,
                items=(item.id, *((blocker,) if blocker else ())),
                why=words,
            )
        over = _too_long.get(frames.kept, item.id, (item.fields, item.options, item.parts), lambda i=item: too_long(i))  # type: ignore[misc]
        for hose, room in over:
            clean = False
            yield Check(
                id=f"drum:{item.id}" if hose == "hose-1" else f"drum:{item.id}:{hose}",
                kind="pull-off",
                subject=item.name,
                quantity="distance",
                status="over",
                load=next(p.length for p in item.parts if isinstance(p, HosePart) and p.id == hose),
                limit=room,
                margin=room - next(p.length for p in item.parts if isinstance(p, HosePart) and p.id == hose),
                items=(item.id,),
                detail=("drum",),
            )
    if clean:
        yield Check(id="pull-off", kind="pull-off", subject="Hose comes off its reels", quantity="length", status="ok")


def _worst(item: Item, off: list[tuple[Way, Obstacle | None, bool]], walls: Sequence[Obstacle]) -> tuple[str, bool, str] | None:
    found: tuple[str, bool, str] | None = None
    for way, other, straight in off:
        wall = behind_wall(way, walls)
        if wall:
            return f"{item.name}: its hose runs against {wall}; turn it to a door", True, ""
        if other is not None and straight:
            return f"{item.name}: its hose cannot come off, right before the drum comes {other.name}", True, other.item
        if other is not None:
            found = f"{item.name}: {other.name} narrows the way of its hose", False, other.item
    return found


def _sentence(c: Check, units: Units) -> str:
    if c.detail and c.load is not None and c.limit is not None:
        return f"{c.subject}: its drum takes {units.show(c.limit, 'distance')} of this hose to the rim, {units.show(c.load, 'distance')} is on it"
    return c.why or "Hose comes off every reel"


def _brief(c: Check, units: Units) -> str:
    if c.detail:
        return f"{c.subject}: more hose than it takes"
    return f"{c.subject}: hose blocked" if c.why else "hose comes off"


register(
    CheckKind(
        "pull-off",
        "Hose off the reel",
        plate="look along the hose from the drum to where the crew takes it",
        source="common practice, no published source; capacity by nested layers",
        findings=_findings,
        sentence=_sentence,
        brief=_brief,
        level="advice",
    )
)
