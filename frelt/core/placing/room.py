"""Where the middle of a thing may stand so that it stays on its deck and clear of others."""

from collections.abc import Sequence

from msgspec.structs import replace

from ..geometry.frames import placed
from ..geometry.polygon import Point, Polygon, area, clip
from ..model.carrier import Deck
from ..model.rig import Rig
from ..solve import Solved
from ..space.bolts import unbolted_room
from ..space.grounds import grounds
from ..space.solids import TOUCH, Solid, fixtures, hull, same_height, solid, solids


def middle_of(solved: Solved, item_id: str) -> Point:
    """Where the middle of an item's outline stands in its carrier's plan [m]."""
    place = solved.rig.item(item_id).place
    x, y, _ = solved.frames.decks[place.deck].point((place.u, place.v, place.off))
    return x, y


def deck_room(deck: Deck, solved: Solved, own: Solid, middle: Point) -> list[Point]:
    """Where the middle may stand so that the outline stays inside a deck, level or sloping, in plan [m].

    Over a floor that the deck runs on into too, as long as the middle is on its own (see `off_deck`).
    """
    inside = _within(deck, solved, own, middle)
    edge = [solved.frames.decks[deck.id].point((u, v, 0.0))[:2] for u, v in deck.outline]
    for grown in grounds(solved.rig, solved.frames.kept).get(deck.id, ()):
        inside = _joined(inside, _cut(_within(grown, solved, own, middle), edge))
    return inside


def _cut(room: list[Point], edge: Sequence[Point]) -> list[Point]:
    """What of a convex polygon lies in another."""
    for (x0, y0), (x1, y1) in zip(edge, (*edge[1:], edge[0]), strict=True) if len(edge) > 2 else ():
        nx, ny = y1 - y0, x0 - x1
        room = clip(room, nx, ny, nx * x0 + ny * y0)
    return room


def _joined(one: list[Point], other: list[Point]) -> list[Point]:
    """Two convex polygons as one where that is convex, else the larger."""
    if len(one) < 3 or len(other) < 3:
        return max(one, other, key=len)
    both = list(hull([*one, *other]))
    sizes = [area(tuple(p)) if len(p) > 2 else 0.0 for p in (one, other, _cut(one, other), both)]
    return both if sizes[0] + sizes[1] - sizes[2] > sizes[3] - 1e-9 else max((one, other), key=lambda p: area(tuple(p)))


def _within(deck: Deck, solved: Solved, own: Solid, middle: Point) -> list[Point]:
    """Where the middle may stand so that the outline stays inside the deck as it is given."""
    frame = solved.frames.decks[deck.id]
    edge = [frame.point((u, v, 0.0))[:2] for u, v in deck.outline]
    corners = own.corners
    if not frame.level:  # its foot counts, not what leans out over it
        item = solved.rig.item(own.item)
        foot = solid(item, placed(item, item.place)).corners
        corners = tuple(frame.point((u, v, item.place.off))[:2] for u, v in foot)
    offsets = [(x - middle[0], y - middle[1]) for x, y in corners]
    room = list(edge)
    for (x0, y0), (x1, y1) in zip(edge, (*edge[1:], edge[0]), strict=True):
        nx, ny = y1 - y0, x0 - x1
        reach = max(nx * dx + ny * dy for dx, dy in offsets)
        room = clip(room, nx, ny, nx * x0 + ny * y0 - reach)
    return room


def blocked_room(own: Solid, middle: Point, others: Sequence[Solid]) -> tuple[Polygon, ...]:
    """The middles at which the item would run into each other solid of its height (Minkowski sums)."""
    near = [s for s in others if same_height(own, s)]
    return tuple(_barred(a, b, middle) for s in near for a in own.parts for b in s.parts if same_height(a, b))


def _barred(own: Solid, other: Solid, middle: Point) -> Polygon:
    """The middles at which one block would run into another in plan."""
    if own.square and other.square:
        x0, x1 = other.x0 - (own.x1 - middle[0]) + TOUCH, other.x1 - (own.x0 - middle[0]) - TOUCH
        y0, y1 = other.y0 - (own.y1 - middle[1]) + TOUCH, other.y1 - (own.y0 - middle[1]) - TOUCH
        return (x0, y0), (x1, y0), (x1, y1), (x0, y1)
    offsets = [(x - middle[0], y - middle[1]) for x, y in own.corners]
    return hull([(x - dx, y - dy) for x, y in other.corners for dx, dy in offsets])


def on_all_of(own: Solid, deck: Deck, solved: Solved) -> Solid:
    """The item with every height it has somewhere on its deck: on a slope it goes up and down as it moves."""
    frame = solved.frames.decks[deck.id]
    if frame.level:
        return own
    place = solved.rig.item(own.item).place
    here = frame.point((place.u, place.v, 0.0))[2]
    heights = [frame.point((u, v, 0.0))[2] - here for u, v in deck.outline]
    down, up = min(heights), max(heights)
    pieces = tuple(replace(s, low=s.low + down, high=s.high + up) for s in own.pieces)
    return replace(own, low=own.low + down, high=own.high + up, pieces=pieces)


def room_taken(solved: Solved, one: str, moving: frozenset[str], middle: Point) -> tuple[Polygon, ...]:
    """The middles at which one of a moving group would run into what stays, or its bolts into a zone, in plan [m]."""
    rig = solved.rig
    item, room = rig.item(one), solids(rig, solved.frames)
    own = on_all_of(room[one], rig.deck(item.place.deck), solved)
    return blocked_room(own, middle, in_the_way(rig, room, moving, one)) + unbolted_room(rig, solved.frames, item, middle)


def group_room(solved: Solved, chosen: Sequence[str], middle: Point) -> list[Point]:
    """Where the middle of the first of a group may stand so that all of it stays on its decks, in plan [m]."""
    room = solids(solved.rig, solved.frames)
    found: list[Point] = []
    for one in chosen:
        own = middle_of(solved, one)
        part = deck_room(solved.rig.deck(solved.rig.item(one).place.deck), solved, room[one], own)
        moved = [(x + middle[0] - own[0], y + middle[1] - own[1]) for x, y in part]
        if not found:
            found = moved
            continue
        for (x0, y0), (x1, y1) in zip(moved, (*moved[1:], moved[0]), strict=True) if len(moved) > 2 else ():
            found = clip(found, y1 - y0, x0 - x1, (y1 - y0) * x0 + (x0 - x1) * y0)
        if len(moved) < 3:
            return []
    return found


def in_the_way(rig: Rig, room: dict[str, Solid], moving: frozenset[str], one: str = "") -> list[Solid]:
    """Solids that one of a moving group may run into: wheel wells, and all items but the group and what it stands on."""
    holders = {d.id: i for i in rig.items for d in i.decks}
    below: set[str] = set(moving)
    deck = next(i.place.deck for i in rig.items if i.id == one or (not one and i.id in moving))
    while deck in holders:
        below.add(holders[deck].id)
        deck = holders[deck].place.deck
    return [*(s for i, s in room.items() if i not in below), *fixtures(rig)]
