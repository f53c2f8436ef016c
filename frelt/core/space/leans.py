"""What a thing stands against: walls, bed sides and headboards of its carrier, near enough to hold it."""

from msgspec import Struct

from ..geometry.frames import Frames
from ..geometry.measures import bounds
from ..model.carrier import Carrier
from ..model.item import Item
from ..model.rig import Rig
from ..model.tie_down import Side
from .solids import solids

NEAR = 0.04  # of what is stood against, with a hand's thickness of play [m]
LOW = 0.1  # what is lower than that only stops wheels [m]
SIDES: tuple[Side, ...] = ("front", "rear", "left", "right")


class Leans(Struct, frozen=True):
    """A side of a thing that stands against something. height: at which that bears [m]."""

    side: Side
    name: str
    height: float


def leans_on(rig: Rig, frames: Frames, item: Item) -> tuple[Leans, ...]:
    """The sides of a thing that stand against something of its carrier; none on a deck of another thing."""
    carrier = next((c for c in rig.carriers if c.main_deck.id == item.place.deck), None)
    s = solids(rig, frames).get(item.id)
    if carrier is None or s is None:
        return ()
    x, y, z = carrier.main_deck.origin
    u0, v0, u1, v1 = bounds(carrier.main_deck)
    gaps = {"front": s.x0 - (x + u0), "rear": (x + u1) - s.x1, "left": s.y0 - (y + v0), "right": (y + v1) - s.y1}
    made = []
    for side in SIDES:
        name, tall = _wall(carrier, side, (s.x0 + s.x1) / 2 - x, (s.y0 + s.y1) / 2 - y)
        if tall >= LOW and -NEAR <= gaps[side] <= NEAR and s.low - z < tall:
            made.append(Leans(side, name, round(min(tall - (s.low - z), s.high - s.low) / 2, 3)))
    return tuple(made)


def _wall(carrier: Carrier, side: Side, along: float, across: float) -> tuple[str, float]:
    """What stands at a side of the deck where a thing stands, and how high it is [m]; nothing where a door is."""
    body = carrier.body
    for door in body.doors:
        at = along if side in ("left", "right") else across
        if door.side == side and min(door.start, door.end) <= at <= max(door.start, door.end):
            return "", 0.0
    closed = body.kind in ("enclosed", "box")
    if side == "front":
        return ("front wall" if closed else "headboard"), body.wall if closed or body.kind == "bed" else 0.0
    if side == "rear":
        return "rear wall", body.wall if closed and not any(d.side == "rear" for d in body.doors) else 0.0
    if closed:
        return f"{side} wall", body.wall
    return (f"{side} bed side", body.wall) if body.kind == "bed" else (f"{side} rail", body.rail)
