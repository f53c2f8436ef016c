"""Hose must come off its reel: a clear strip from the drum to the deck's edge or through a door, wider as it goes."""

from collections.abc import Iterable, Sequence
from math import radians, tan

import numpy as np
from msgspec import Struct

from ..base.kept import Each
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

    @property
    def middle(self) -> float:
        """Where the middle of the strip is, across its way [m]."""
        return (self.strip[1 - self.axis] + self.strip[4 - self.axis]) / 2

    def corners(self) -> tuple[tuple[float, float], ...]:
        """The fan in plan [m]."""
        mid = self.middle
        ends = ((self.near, -self.half), (self.far, -self.wide), (self.far, self.wide), (self.near, self.half))
        return tuple((a, mid + b) if self.axis == 0 else (mid + b, a) for a, b in ends)


def ways(item: Item, frame: Frame, carrier: Carrier) -> tuple[Way, ...]:
    """How hose leaves an item that stands upright on a carrier."""
    return tuple(w for w in (_way(item, f, frame, carrier) for f in kind_of(item).fans(item)) if w is not None)


class Leaving(Struct, frozen=True):
    """How hose leaves one reel where it stands. walls: by way, the wall that closes it, or nothing.  too_long: see there."""

    item: Item
    ways: tuple[Way, ...]
    walls: tuple[str, ...]
    too_long: tuple[tuple[str, float], ...]


_leaving: Each[Leaving | None] = Each()


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
    axis = np.array([w.axis for w in listed])
    rows = [(w.strip[2], w.strip[5], w.strip[w.axis], w.strip[w.axis + 3], w.middle, w.half, w.sign) for w in listed]
    bottom, top, start, end, middle, half, sign = np.array(rows, dtype=float).T[:, :, None]
    faces = boxes.T
    low, high = np.maximum(faces[axis], start), np.minimum(faces[axis + 3], end)
    level = (faces[2] < top - TOUCH) & (faces[5] > bottom + TOUCH) & (high - low > TOUCH)
    aside = np.maximum(faces[1 - axis] - middle, middle - faces[4 - axis]) + TOUCH
    splayed = half + np.where(sign > 0, high - start, end - low) * tan(radians(SPLAY))
    found: list[tuple[Obstacle | None, bool]] = [(None, False)] * len(listed)
    met = np.nonzero(level & (aside < splayed))
    for w, n, straight in zip(*(m.tolist() for m in met), (aside < half)[met].tolist(), strict=True):
        new = found[w][0] is None or (straight and not found[w][1])
        if new and not near.spared(listed[w].item, near.listed[n].item):
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
        if wall.what != "roof" and all(
            wall.box[i] < beyond[i + 3] - 1e-6 and wall.box[i + 3] > beyond[i] + 1e-6 for i in range(3)
        ):
            return wall.name
    return ""


def _findings(rig: Rig, frames: Frames) -> Iterable[Check]:
    bearing = {c.id: c for c in rig.carriers}

    def of(item: Item, frame: Frame) -> Leaving | None:
        carrier = bearing[frames.carrier_of[item.id]]
        own = ways(item, frame, carrier)
        return (
            Leaving(item, own, tuple(behind_wall(w, walls_of(carrier, frames.kept)) for w in own), too_long(item))
            if own
            else None
        )

    reels = [r for r in _leaving.get(frames.kept, rig.id, rig.items, frames.listed, of, rig.carriers) if r is not None]
    if not reels:
        return
    clean = True
    off: dict[str, list[tuple[Obstacle | None, bool]]] = {}
    for carrier in rig.carriers:
        own = [w for r in reels if frames.carrier_of[r.item.id] == carrier.id for w in r.ways]
        met = in_ways(own, neighbors(rig, frames, carrier)) if own else []
        for way, one in zip(own, met, strict=True):
            off.setdefault(way.item, []).append(one)
    for reel in reels:
        item = reel.item
        problem = _worst(reel, off[item.id])
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
        for hose, room in reel.too_long:
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


def _worst(reel: Leaving, met: list[tuple[Obstacle | None, bool]]) -> tuple[str, bool, str] | None:
    found: tuple[str, bool, str] | None = None
    name = reel.item.name
    for wall, (other, straight) in zip(reel.walls, met, strict=True):
        if wall:
            return f"{name}: its hose runs against {wall}; turn it to a door", True, ""
        if other is not None and straight:
            return f"{name}: its hose cannot come off, right before the drum comes {other.name}", True, other.item
        if other is not None:
            found = f"{name}: {other.name} narrows the way of its hose", False, other.item
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
