"""One deck fills the drawings at its own scale: the carrier around it is broken off, stacked things are shown a level at a time."""

from collections.abc import Mapping

from msgspec import Struct
from msgspec.structs import replace

from ..core.geometry.frames import Frames
from ..core.model.carrier import Deck
from ..core.space.solids import Solid
from .views import Scene, View

AROUND, BELOW = 0.16, 0.22  # of the carrier, that is seen around a deck and below it [m]
OVER = 0.08  # of what stands over the edge of a deck [m]
LEAST = 0.5  # across and up [m]


class Room(Struct, frozen=True):
    """The room that is looked at, in the frame of its carrier [m]."""

    x0: float
    y0: float
    z0: float
    x1: float
    y1: float
    z1: float


def room_of(deck: Deck, frames: Frames, room: Mapping[str, Solid], on: frozenset[str]) -> Room:
    """A deck as high as what stands on it, and a little of what is around; what hangs far over ends there."""
    frame = frames.decks[deck.id]
    points = [frame.point((u, v, 0.0)) for u, v in deck.outline]
    xs, ys, zs = ([p[k] for p in points] for k in range(3))
    x0, x1, y0, y1 = min(xs), max(xs), min(ys), max(ys)
    for s in (room[i] for i in on if i in room):
        x0, x1 = min(x0, max(s.x0, min(xs) - OVER)), max(x1, min(s.x1, max(xs) + OVER))
        y0, y1 = min(y0, max(s.y0, min(ys) - OVER)), max(y1, min(s.y1, max(ys) + OVER))
        zs += [s.low, s.high]
    x0, x1 = _wide(x0, x1)
    y0, y1 = _wide(y0, y1)
    return Room(x0 - AROUND, y0 - AROUND, min(zs) - BELOW, x1 + AROUND, y1 + AROUND, max(max(zs), min(zs) + LEAST) + AROUND / 2)


def _wide(low: float, high: float) -> tuple[float, float]:
    more = max(LEAST - (high - low), 0.0) / 2
    return low - more, high + more


def closer(scenes: Mapping[View, Scene], room: Room, only: frozenset[str] | None = None) -> dict[View, Scene]:
    """The same drawings of a room alone. only: of a wall or a door, what hangs on it; all else is left out."""
    made: dict[View, Scene] = {}
    for view, scene in scenes.items():
        a0, b0, a1, b1 = scene.extent
        x0, y0, x1, y1 = _seen(room, view)
        ends = (("left", a0 < x0), ("right", x1 < a1), ("bottom", b0 < y0), ("top", y1 < b1))
        broken = tuple(edge for edge, on in ends if on)
        kept = [g for g in scene.items if only is None or g.item in only]
        hidden = tuple(g for g in scene.hidden if only is None or g.item in only)
        made[view] = replace(
            scene, items=tuple(kept), hidden=hidden, extent=(x0, y0, x1, y1), partner=(), cut=None, broken=broken
        )
    return made


def _seen(room: Room, view: View) -> tuple[float, float, float, float]:
    if view == "plan":
        return room.x0, room.y0, room.x1, room.y1
    return (room.x0, room.z0, room.x1, room.z1) if view == "side" else (room.y0, room.z0, room.y1, room.z1)


def at_level(scene: Scene, items: frozenset[str], over: frozenset[str], held: frozenset[str]) -> Scene:
    """A plan of one level: what is above is an outline, what is below pale; what is in hand stays."""
    own, above, below = [], [], []
    for group in scene.items:
        if group.item in items or group.item in held:
            own.append(group)
        elif group.item in over:
            above.append(group)
        else:
            below.append(group)
    return replace(scene, items=tuple(own), above=tuple(above), below=tuple(below))


def wall_only(deck: Deck, frames: Frames, items: frozenset[str]) -> frozenset[str] | None:
    """What is drawn of a wall or door that is worked on; everything where the deck is a floor."""
    return None if frames.decks[deck.id].stands else items
