"""What a tape would read from an item: to what faces it on each side, and how to make a reading come true."""

from typing import Literal

from msgspec import Struct

from ..edit.items import move
from ..geometry.frames import standing_on
from ..kind.kind import Vec
from ..model.rig import Rig
from ..solve import Solved
from ..space.solids import TOUCH, Solid, fixtures, same_height, solids
from .room import in_the_way

Side = Literal["front", "back", "right", "left"]
OUT: dict[Side, tuple[int, int]] = {"front": (0, -1), "back": (0, 1), "right": (1, 1), "left": (1, -1)}


class Facing(Struct, frozen=True):
    """The clear distance [m] from one side of an item to what faces it.

    to: the id of an item or wheel well, or empty for the deck's edge.  start, end: the ends of the tape in plan [m].
    """

    side: Side
    distance: float
    to: str
    start: tuple[float, float]
    end: tuple[float, float]


def deck_bounds(solved: Solved, deck_id: str) -> tuple[float, float, float, float]:
    """x0, y0, x1, y1 of a deck in its carrier's plan [m]."""
    deck = solved.rig.deck(deck_id)
    frame = solved.frames.decks[deck_id]
    points = [frame.point((u, v, 0.0)) for u, v in deck.outline]
    xs, ys = [p[0] for p in points], [p[1] for p in points]
    return min(xs), min(ys), max(xs), max(ys)


def facings(solved: Solved, item_id: str) -> tuple[Facing, ...]:
    """The nearest thing on each of the four sides, at the item's height, else the deck's edge."""
    room = solids(solved.rig, solved.frames)
    own = room[item_id]
    moving = frozenset(i.id for i in standing_on(solved.rig, item_id))
    others = [p for s in in_the_way(solved.rig, room, moving) for p in s.parts if _meet(own, p)]
    edge = deck_bounds(solved, solved.rig.item(item_id).place.deck)
    return tuple(_facing(side, own, others, edge) for side in OUT)


def _meet(own: Solid, other: Solid) -> bool:
    """Whether something stands beside any piece of a thing."""
    return any(same_height(p, other) for p in own.parts)


def _facing(side: Side, own: Solid, others: list[Solid], edge: tuple[float, float, float, float]) -> Facing:
    axis, sign = OUT[side]
    mine = (own.x0, own.y0, own.x1, own.y1)
    face = mine[axis + 2] if sign > 0 else mine[axis]
    best, to = (edge[axis + 2] if sign > 0 else edge[axis]), ""
    across = (own.y0, own.y1) if axis == 0 else (own.x0, own.x1)
    at = sum(across) / 2
    for other in others:
        box = (other.x0, other.y0, other.x1, other.y1)
        span = (other.y0, other.y1) if axis == 0 else (other.x0, other.x1)
        near = box[axis] if sign > 0 else box[axis + 2]
        if span[0] >= across[1] - TOUCH or span[1] <= across[0] + TOUCH or (near - face) * sign < -TOUCH:
            continue
        if (near - best) * sign < 0:
            best, to = near, other.item
            at = (max(span[0], across[0]) + min(span[1], across[1])) / 2
    start, end = ((face, at), (best, at)) if axis == 0 else ((at, face), (at, best))
    return Facing(side, (best - face) * sign, to, start, end)


def with_distance(solved: Solved, item_id: str, facing: Facing, distance: float) -> Rig:
    """The rig with the item moved so that one of its distances reads as asked [m]."""
    axis, sign = OUT[facing.side]
    shift = (facing.distance - distance) * sign
    return moved_in_plan(solved, item_id, shift if axis == 0 else 0.0, shift if axis == 1 else 0.0)


def moved_in_plan(solved: Solved, item_id: str, dx: float, dy: float) -> Rig:
    """The rig with an item shifted along its deck by a step of the carrier's plan [m]."""
    frame = solved.frames.decks[solved.rig.item(item_id).place.deck]
    return move(solved.rig, item_id, *frame.along((dx, dy, 0.0)))


def snapped(solved: Solved, own: Solid, by: Vec, reach: float, ignore: frozenset[str]) -> Vec:
    """A shift drawn to walls, the centre line, neighbors' edges, door edges and even gaps within reach [m].

    own: the item's room before the shift.  ignore: what moves along. What hangs is drawn to heights, too.
    """
    room = solids(solved.rig, solved.frames)
    deck = solved.rig.item(own.item).place.deck
    edge = deck_bounds(solved, deck)
    dx, dy, dz = by
    near = (*room.values(), *fixtures(solved.rig))
    beside_it = [p for s in near if s.item not in ignore and s.carrier == own.carrier for p in s.parts]
    others = [p for p in beside_it if any(_level(q, p, dz) for q in own.parts)]
    xs = [edge[0] - own.x0, edge[2] - own.x1]
    ys = [edge[1] - own.y0, edge[3] - own.y1, -(own.y0 + own.y1) / 2]
    beside, before = [], []
    for o in others:
        if o.y0 - reach < own.y1 + dy and o.y1 + reach > own.y0 + dy:
            xs += [o.x0 - own.x1, o.x1 - own.x0]
            beside.append(o)
        if o.x0 - reach < own.x1 + dx and o.x1 + reach > own.x0 + dx:
            ys += [o.y0 - own.y1, o.y1 - own.y0]
            before.append(o)
        xs += [o.x0 - own.x0, o.x1 - own.x1]
        ys += [o.y0 - own.y0, o.y1 - own.y1]
    xs += _even([(o.x0, o.x1) for o in beside], (own.x0, own.x1), dx, (edge[0], edge[2]))
    ys += _even([(o.y0, o.y1) for o in before], (own.y0, own.y1), dy, (edge[1], edge[3]))
    for door in solved.rig.carrier(own.carrier).body.doors if own.carrier else ():
        along = door.side in ("left", "right")
        (xs if along else ys).extend(m for e in (door.start, door.end) for m in _ends(e, own, along))
    frame = solved.frames.decks[deck]
    if frame.level:
        return _nearest(xs, dx, reach), _nearest(ys, dy, reach), 0.0
    heights = [o.low - own.low for o in others] + [o.high - own.high for o in others]
    heights += [frame.at[2] - own.low]
    return _nearest(xs, dx, reach), _nearest(ys, dy, reach), _nearest(heights, dz, reach) if heights else dz


def _level(own: Solid, other: Solid, dz: float) -> bool:
    return own.low + dz < other.high - TOUCH and other.low < own.high + dz - TOUCH


def _ends(at: float, own: Solid, along: bool) -> tuple[float, float]:
    """Shifts that put either edge of an item at a door's edge."""
    return (at - own.x0, at - own.x1) if along else (at - own.y0, at - own.y1)


def _even(spans: list[tuple[float, float]], own: tuple[float, float], by: float, edge: tuple[float, float]) -> list[float]:
    """The shift that leaves even gaps to what stands before and behind, or to the deck's edges where nothing does."""
    a, b = own[0] + by, own[1] + by
    before = max([s[1] for s in spans if s[1] <= (a + b) / 2], default=edge[0])
    behind = min([s[0] for s in spans if s[0] >= (a + b) / 2], default=edge[1])
    return [(before + behind - own[0] - own[1]) / 2] if behind - before >= own[1] - own[0] else []


def _nearest(marks: list[float], value: float, reach: float) -> float:
    best = min(marks, key=lambda m: abs(m - value))
    return best if abs(best - value) <= reach else value
