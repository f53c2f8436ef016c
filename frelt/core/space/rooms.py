"""What stands around an item: the rooms its services want, its neighbors, and the walls, all as boxes of the carrier's frame.

A box is (x0, y0, z0, x1, y1, z1) [m]. Turned and hung items have exact boxes, since they turn by quarters; on a slope the
box is the hull, which is never too small.
"""

from collections.abc import Iterable
from itertools import chain, product
from typing import Literal

import numpy as np
from msgspec import Struct

from ..base.arrays import Array, NDArray
from ..base.kept import Each, Kept, Memo
from ..geometry.faces import WALL, body_box, sill, walled
from ..geometry.frames import Frame, Frames
from ..kind.capability import able, can
from ..kind.kind import Box, FaceSide, Service, Vec
from ..kind.registry import kind_of
from ..model.carrier import Carrier, Vehicle
from ..model.item import Item
from ..model.rig import Rig
from .solids import TOUCH, Solid, fixtures, solids

OUTWARD: dict[FaceSide, Vec] = {
    "front": (-1.0, 0.0, 0.0),
    "back": (1.0, 0.0, 0.0),
    "left": (0.0, -1.0, 0.0),
    "right": (0.0, 1.0, 0.0),
    "top": (0.0, 0.0, 1.0),
}
SIDES: tuple[FaceSide, ...] = ("front", "back", "left", "right", "top")
HALF = 0.5  # of a service's room that must be free for its whole depth


class Room(Struct, frozen=True):
    """A service of an item in its carrier's frame. side: where from, after all turns (`top` may be below).

    at: what hands touch [m].  axis, sign: the direction in which the room lies.
    """

    item: str
    service: Service
    carrier: str
    box: Box
    at: Vec
    axis: int
    sign: float

    @property
    def depth(self) -> float:
        """How deep the room is [m]."""
        return self.box[self.axis + 3] - self.box[self.axis]

    @property
    def side(self) -> FaceSide:
        """The side of the carrier it faces."""
        names: tuple[tuple[FaceSide, FaceSide], ...] = (("front", "back"), ("left", "right"), ("top", "top"))
        return names[self.axis][self.sign > 0]


class Obstacle(Struct, frozen=True):
    """Something in the way. item: its id, or empty for what belongs to the carrier.  name: in a sentence.  what: of the carrier."""

    item: str
    name: str
    box: Box
    what: Literal["", "wall", "roof", "well"] = ""


def boxed(frame: Frame, box: Box) -> Box:
    """The box around a box of another frame."""
    if frame.turn[2] == (0.0, 0.0, 1.0) and frame.turn[0][1] == 0.0 and frame.turn[0][0] == 1.0:
        x, y, z = frame.at
        return box[0] + x, box[1] + y, box[2] + z, box[3] + x, box[4] + y, box[5] + z
    points = [frame.point(p) for p in product((box[0], box[3]), (box[1], box[4]), (box[2], box[5]))]
    lows = [min(p[i] for p in points) for i in range(3)]
    highs = [max(p[i] for p in points) for i in range(3)]
    return lows[0], lows[1], lows[2], highs[0], highs[1], highs[2]


def _room(item: Item, service: Service, frame: Frame, carrier: str) -> Room:
    out = OUTWARD[service.side]
    turned = [sum(frame.turn[i][j] * out[j] for j in range(3)) for i in range(3)]
    axis = max(range(3), key=lambda i: abs(turned[i]))
    return Room(
        item.id, service, carrier, boxed(frame, service.room), frame.point(service.at), axis, 1.0 if turned[axis] > 0 else -1.0
    )


def flipped(item: Item, room: Room, frame: Frame) -> Room:
    """A room on the other side of its item, as makers build it too."""
    s = room.service
    x, y, z = s.at
    x0, y0, z0, x1, y1, z1 = s.room
    other: FaceSide = "right" if s.side == "left" else "left"
    turned = Service(s.what, other, (x, -y, z), (x0, -y1, z0, x1, -y0, z1), s.often, s.flips)
    return _room(item, turned, frame, room.carrier)


def rooms_of(item: Item, frame: Frame, carrier: str) -> tuple[Room, ...]:
    """The rooms of one item; none for what belongs to the vehicle itself."""
    wanted = () if item.built_in else kind_of(item).service(item)
    return tuple(_room(item, s, frame, carrier) for s in wanted)


_rooms: Each[tuple[Room, ...]] = Each()


def rooms(rig: Rig, frames: Frames) -> tuple[Room, ...]:
    """The rooms of everything that is mounted."""
    on = frames.carrier_of
    made = _rooms.get(frames.kept, rig.id, rig.items, frames.listed, lambda i, f: rooms_of(i, f, on[i.id]))
    return tuple(chain.from_iterable(made))


def walls(carrier: Carrier) -> tuple[Obstacle, ...]:
    """Walls with their door openings left out, and the roof; none around an open deck but a cab."""
    x0, y0, x1, y1, z = body_box(carrier)
    body = carrier.body
    if not walled(carrier):
        cab = (x0 - 1.0, y0, 0.0, x0 - 0.02, y1, max(body.cab_height, z))
        return (Obstacle("", "the cab", cab),) if isinstance(carrier, Vehicle) and body.cab > 0 else ()
    top = z + body.wall
    nose = x0 - body.nose
    found = [Obstacle("", "the roof", (nose, y0, top, x1, y1, top + WALL), "roof")]  # where it is highest
    runs: tuple[tuple[str, str, float, float], ...] = (
        ("left", "the left wall", nose, x1),
        ("right", "the right wall", nose, x1),
        ("front", "the front wall", y0, y1),
        ("rear", "the rear wall", y0, y1),
    )
    for side, name, start, end in runs:
        doors = sorted((d.start, d.end, sill(carrier, side) + d.height) for d in body.doors if d.side == side)
        at = start
        for d0, d1, head in [*doors, (end, end, top)]:
            if d0 - at > TOUCH:
                found.append(Obstacle("", name, _on_wall(side, (x0, y0, x1, y1), nose, at, d0, z, top), "wall"))
            if head < top - TOUCH and d1 > d0:
                found.append(Obstacle("", name, _on_wall(side, (x0, y0, x1, y1), nose, d0, d1, head, top), "wall"))
            at = max(at, d1)
    return tuple(found)


def _on_wall(
    side: str, deck: tuple[float, float, float, float], nose: float, a: float, b: float, low: float, high: float
) -> Box:
    _, y0, x1, y1 = deck
    if side == "left":
        return a, y0 - WALL, low, b, y0, high
    if side == "right":
        return a, y1, low, b, y1 + WALL, high
    return (nose - WALL, a, low, nose, b, high) if side == "front" else (x1, a, low, x1 + WALL, b, high)


_walls: Memo[tuple[Obstacle, ...]] = Memo(64)


def walls_of(carrier: Carrier, kept: Kept) -> tuple[Obstacle, ...]:
    """The walls of a carrier, kept while it is the same."""
    return _walls.get(kept, carrier.id, (carrier,), lambda: walls(carrier))


def neighbors(rig: Rig, frames: Frames, carrier: Carrier) -> "Neighbors":
    """What may be in the way on a carrier, kept with the frames of the rig."""
    return _near.get(frames.kept, carrier.id, (rig, frames), lambda: Neighbors(rig, frames, carrier))


_obstacles: Each[tuple[Obstacle, ...]] = Each()


def _obstacle(item: Item, room: Solid) -> tuple[Obstacle, ...]:
    if can(item, "keep a place") or item.built_in:
        return ()
    working = kind_of(item).working
    stays = room.parts if working is None or not room.pieces else room.parts[: len(working(item))]
    return tuple(Obstacle(item.id, item.name, box_of(s)) for s in stays)


def on_doors(rig: Rig) -> set[str]:
    """What hangs on doors, directly or not: it swings away with them when somebody works."""
    found: set[str] = set()
    doors = {d.id for c in rig.carriers for d in c.decks if d.hinge is not None}
    if not doors:
        return found
    decks = doors
    while decks:
        own = [i for i in rig.items if i.place.deck in decks and i.id not in found]
        found |= {i.id for i in own}
        decks = {d.id for i in own for d in i.decks}
    return found


_near: "Memo[Neighbors]" = Memo(8)


class Neighbors:
    """Everything that may be in the way on one carrier, as arrays, with what each item is carried by left out when asked.

    Doors stand open while somebody works, so what hangs on them is not in the way.
    """

    def __init__(self, rig: Rig, frames: Frames, carrier: Carrier) -> None:
        on = frames.carrier_of
        room = list(solids(rig, frames).values())
        made = _obstacles.get(frames.kept, rig.id, rig.items, room, _obstacle)
        away = on_doors(rig)
        self.listed: list[Obstacle] = [o for own in made for o in own if on[o.item] == carrier.id and o.item not in away]
        self.items = len(self.listed)
        self.listed += [Obstacle("", "a wheel well", box_of(s), "well") for s in fixtures(rig) if s.carrier == carrier.id]
        self.listed += walls_of(carrier, frames.kept)
        self.boxes: Array = np.array([o.box for o in self.listed], dtype=float).reshape(-1, 6)
        self._below = carried_by(rig)
        climbed = {i.id for i in rig.items if i.step} | {i.id for i in able(rig.items, "be lifted")}
        self.climbed: NDArray[np.bool_] = np.array([o.item in climbed for o in self.listed], dtype=bool)
        stepped = {i.id for i in rig.items if i.step}
        self.steps: tuple[Box, ...] = tuple(o.box for o in self.listed if o.item in stepped)

    def meeting(self, boxes: Array) -> NDArray[np.intp]:
        """Pairs (box, obstacle) that share room, (n, 2)."""
        if not len(boxes) or not len(self.boxes):
            return np.zeros((0, 2), dtype=np.intp)
        meet = np.ones((len(boxes), len(self.boxes)), dtype=bool)
        for axis in range(3):
            meet &= boxes[:, axis][:, None] < self.boxes[:, axis + 3] - TOUCH
            meet &= boxes[:, axis + 3][:, None] > self.boxes[:, axis] + TOUCH
        return np.argwhere(meet)

    def spared(self, item: str, other: str) -> bool:
        """Whether an obstacle is the item itself or what it stands on."""
        return other == item or other in self._below.get(item, ())


def box_of(s: Solid) -> Box:
    """The box around a solid."""
    return s.x0, s.y0, s.low, s.x1, s.y1, s.high


def carried_by(rig: Rig) -> dict[str, set[str]]:
    """For each item, the items it stands on, directly or not."""
    holder = {d.id: i.id for i in rig.items for d in i.decks}
    if not holder:
        return {}
    deck = {i.id: i.place.deck for i in rig.items}
    above: dict[str, set[str]] = {}
    for item in rig.items:
        below = holder.get(item.place.deck)
        while below is not None and below not in above.setdefault(item.id, set()):
            above[item.id].add(below)
            below = holder.get(deck[below])
    return above


MOST = 60  # obstacles in one room that are looked at


class Blocked(Struct, frozen=True):
    """A room that is not free to its whole depth. have: how deep it is free [m].  by: what is nearest in it."""

    room: Room
    have: float
    by: Obstacle
    others: tuple[Obstacle, ...] = ()


def blocked(rig: Rig, frames: Frames, carrier: Carrier, listed: Iterable[Room] | None = None) -> tuple[Blocked, ...]:
    """Every room of a carrier of which less than half is free to its whole depth."""
    wanted = [r for r in (rooms(rig, frames) if listed is None else listed) if r.carrier == carrier.id]
    near = neighbors(rig, frames, carrier)
    pairs = near.meeting(np.array([r.box for r in wanted], dtype=float).reshape(-1, 6))
    if len(pairs) > len(wanted) * MOST:  # a heap: the first of each room say as much as all
        start = np.searchsorted(pairs[:, 0], pairs[:, 0])
        pairs = pairs[np.arange(len(pairs)) - start < MOST]
    by_room: dict[int, list[Obstacle]] = {}
    for i, j in pairs.tolist():
        other = near.listed[j]
        if not near.spared(wanted[i].item, other.item):
            by_room.setdefault(i, []).append(other)
    found = (_blocked(wanted[i], others) for i, others in by_room.items())
    return tuple(b for b in found if b is not None)


def _blocked(room: Room, others: list[Obstacle]) -> Blocked | None:
    """How deep a room is free over half of its face; None where that is all of it."""
    k, box = room.axis, room.box
    across = [i for i in range(3) if i != k]
    face = 1.0
    for i in across:
        face *= max(box[i + 3] - box[i], 1e-9)
    met = []
    for o in others:
        share = 1.0
        for i in across:
            share *= max(min(box[i + 3], o.box[i + 3]) - max(box[i], o.box[i]), 0.0)
        near = o.box[k] - box[k] if room.sign > 0 else box[k + 3] - o.box[k + 3]
        met.append((max(near, 0.0), share / face, o))
    met.sort(key=lambda m: m[0])
    covered = 0.0
    for n, (near, share, o) in enumerate(met):
        covered += share
        if covered > HALF:
            return Blocked(room, near, o, tuple(m[2] for m in met[:n]))
    return None
