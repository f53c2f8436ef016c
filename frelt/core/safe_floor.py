"""The safe floor: where the middle of the item in hand may stand so that every limit holds.

Each limit is made linear (num - τ·den ≤ bound), taken at its worst over all other tanks, and gives
one half-plane for every way the item's own tanks can be its worst: from all drawn down to all full.
Half-planes of every state and the deck's edges meet in one convex polygon, exact.
"""

from collections.abc import Sequence
from itertools import combinations

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from .carrier import Deck
from .frames import standing_on
from .rig import Rig
from .solids import TOUCH, Solid, hull, same_height, solids
from .solve import Loads, Solved

Array = NDArray[np.float64]
Point = tuple[float, float]
Polygon = tuple[Point, ...]


class Sides(Struct, frozen=True):
    """Limits as c·m ≤ bound. rows: (sides, 3).  bound: (sides,).  limit: index of each side's limit."""

    rows: Array
    bound: Array
    limit: NDArray[np.intp]


class HalfPlanes(Struct, frozen=True):
    """a·x + b·y ≤ r for the middle of the item. limit, state: where each comes from."""

    a: Array
    b: Array
    r: Array
    limit: NDArray[np.intp]
    state: NDArray[np.intp]


class SafeFloor(Struct, frozen=True):
    """polygon: of the limits and the deck, in the carrier's plan [m]; empty where nothing is left.

    blocked: room other items take from it.  free: the polygon less that, outer rings and holes.
    known, counted: limits that are known, of how many.  excluding: subjects that exclude each other.
    """

    item: str
    polygon: Polygon
    blocked: tuple[Polygon, ...]
    known: int
    counted: int
    excluding: tuple[str, ...] = ()
    why: str = ""

    def free(self) -> tuple[tuple[Polygon, tuple[Polygon, ...]], ...]:
        """What is left of the polygon beside the blocked room: outer rings with their holes."""
        if len(self.polygon) < 3:
            return ()
        if not self.blocked:
            return ((self.polygon, ()),)
        import shapely

        left = shapely.difference(shapely.Polygon(self.polygon), shapely.union_all([shapely.Polygon(b) for b in self.blocked]))
        parts = [g for g in shapely.get_parts(left) if g.geom_type == "Polygon" and g.area > 1e-6]
        return tuple((tuple(p.exterior.coords[:-1]), tuple(tuple(h.coords[:-1]) for h in p.interiors)) for p in parts)

    def allows(self, x: float, y: float, slack: float = 1e-9) -> bool:
        """Whether the middle may stand at a point of the plan [m], other items left aside."""
        return len(self.polygon) > 2 and all(
            (x1 - x0) * (y - y0) - (y1 - y0) * (x - x0) >= -slack
            for (x0, y0), (x1, y1) in zip(self.polygon, (*self.polygon[1:], self.polygon[0]), strict=True)
        )


def linear_sides(loads: Loads, bounds: Sequence[tuple[float | None, float | None]] | None = None) -> Sides:
    """Every known side of every limit as c·m ≤ bound; bounds replace (low, high) of the limits."""
    rows, bound, limit = [], [], []
    for m, lim in enumerate(loads.limits):
        low, high = (lim.low, lim.high) if bounds is None else bounds[m]
        ratio = lim.den is not None
        for value, sign in ((high, 1.0), (low, -1.0)):
            if value is not None:
                rows.append(sign * (loads.num[m] - value * loads.den[m]))
                shift = loads.num0[m] - value * loads.den0[m]
                bound.append(-sign * shift if ratio else sign * (value - shift))
                limit.append(m)
    return Sides(np.array(rows).reshape(-1, 3), np.array(bound), np.array(limit, dtype=np.intp))


def half_planes(solved: Solved, loads: Loads, moving: frozenset[str], middle: Point, sides: Sides) -> HalfPlanes:
    """The half-planes the middle of a moving group must keep, in every state and for every side.

    middle: where it stands now in the carrier's plan [m]; what moves keeps its place relative to it.
    """
    table = loads.table
    rows_move = np.array([r.item in moving for r in table.rows])
    tanks_move = np.array([t.item in moving for t in table.tanks], dtype=bool)
    c, low, high = sides.rows, table.low, table.high
    pull = c @ table.tank_moments.T
    up = np.where(tanks_move, 0.0, np.maximum(pull, 0.0))
    down = np.where(tanks_move, 0.0, np.minimum(pull, 0.0))
    others = (table.present * ~rows_move) @ table.moments[:, :3] @ c.T + high @ up.T + low @ down.T
    own = (table.present * rows_move) @ table.moments[:, :3]
    x, y = middle
    own_x, own_y = own[:, 1] - own[:, 0] * x, own[:, 2] - own[:, 0] * y
    fixed = own_x[:, None] * c[:, 1] + own_y[:, None] * c[:, 2]
    full = table.tank_moments[tanks_move]
    offsets = c[:, 1:] @ np.stack([full[:, 1] / full[:, 0] - x, full[:, 2] / full[:, 0] - y]) if len(full) else c[:, :0]
    order = np.argsort(-offsets, axis=1)
    shift = np.take_along_axis(offsets, order, axis=1)
    weight = full[:, 0][order] if len(full) else offsets
    lows, highs = low[:, tanks_move][:, order] * weight, high[:, tanks_move][:, order] * weight
    planes = []
    for piece in range(len(full) + 1):
        mass = np.concatenate([highs[..., :piece], lows[..., piece:]], axis=-1)
        total = own[:, :1] + mass.sum(-1)
        rest = sides.bound - others - fixed - (mass * shift).sum(-1) - total * c[:, 0]
        planes.append((total * c[:, 1], total * c[:, 2], rest))
    keep = loads.applies[:, sides.limit]
    a, b, r = (np.concatenate([p[i][keep] for p in planes]) for i in range(3))
    state, side = np.nonzero(keep)
    return HalfPlanes(a, b, r, np.tile(sides.limit[side], len(planes)), np.tile(state, len(planes)))


def clip(polygon: Sequence[Point], a: float, b: float, r: float) -> list[Point]:
    """The part of a convex polygon where a·x + b·y ≤ r."""
    kept: list[Point] = []
    values = [a * x + b * y - r for x, y in polygon]
    for i, (p, v) in enumerate(zip(polygon, values, strict=True)):
        q, w = polygon[i - 1], values[i - 1]
        if (v < 0 < w) or (w < 0 < v):
            t = w / (w - v)
            kept.append((q[0] + t * (p[0] - q[0]), q[1] + t * (p[1] - q[1])))
        if v <= 0:
            kept.append(p)
    return kept


def clip_all(polygon: Sequence[Point], planes: HalfPlanes, chosen: NDArray[np.intp] | None = None) -> list[Point]:
    """A convex polygon cut by half-planes; those that cut nothing are passed over."""
    rest = np.arange(len(planes.a)) if chosen is None else chosen
    kept = list(polygon)
    while len(kept) > 2 and len(rest):
        points = np.array(kept)
        out = np.outer(planes.a[rest], points[:, 0]) + np.outer(planes.b[rest], points[:, 1]) - planes.r[rest, None]
        size = np.hypot(planes.a[rest], planes.b[rest]) + 1e-12
        far = out.max(axis=1) / size
        cutting = far > 1e-9
        if not cutting.any():
            break
        if (out.min(axis=1) / size > 1e-9).any():
            return []
        rest, far = rest[cutting], far[cutting]
        i = rest[int(np.argmax(far))]
        kept = clip(kept, float(planes.a[i]), float(planes.b[i]), float(planes.r[i]))
    return kept if len(kept) > 2 else []


def middle_of(solved: Solved, item_id: str) -> Point:
    """Where the middle of an item's outline stands in its carrier's plan [m]."""
    place = solved.rig.item(item_id).place
    x, y, _ = solved.frames.decks[place.deck].point((place.u, place.v, place.off))
    return x, y


def deck_room(deck: Deck, solved: Solved, own: Solid, middle: Point) -> list[Point]:
    """Where the middle may stand so that the outline stays inside a level deck, in plan [m]."""
    frame = solved.frames.decks[deck.id]
    edge = [frame.point((u, v, 0.0))[:2] for u, v in deck.outline]
    offsets = [(x - middle[0], y - middle[1]) for x, y in own.corners]
    room = list(edge)
    for (x0, y0), (x1, y1) in zip(edge, (*edge[1:], edge[0]), strict=True):
        nx, ny = y1 - y0, x0 - x1
        reach = max(nx * dx + ny * dy for dx, dy in offsets)
        room = clip(room, nx, ny, nx * x0 + ny * y0 - reach)
    return room


def blocked_room(own: Solid, middle: Point, others: Sequence[Solid]) -> tuple[Polygon, ...]:
    """The middles at which the item would run into each other solid of its height (Minkowski sums)."""
    offsets = [(x - middle[0], y - middle[1]) for x, y in own.corners]
    taken: list[Polygon] = []
    for other in others:
        if not same_height(own, other):
            continue
        if own.square and other.square:
            x0, x1 = other.x0 - (own.x1 - middle[0]) + TOUCH, other.x1 - (own.x0 - middle[0]) - TOUCH
            y0, y1 = other.y0 - (own.y1 - middle[1]) + TOUCH, other.y1 - (own.y0 - middle[1]) - TOUCH
            taken.append(((x0, y0), (x1, y0), (x1, y1), (x0, y1)))
        else:
            taken.append(hull([(x - dx, y - dy) for x, y in other.corners for dx, dy in offsets]))
    return tuple(taken)


def in_the_way(rig: Rig, room: dict[str, Solid], moving: frozenset[str]) -> list[Solid]:
    """Solids a moving group may run into: all but itself and what it stands on."""
    holders = {d.id: i for i in rig.items for d in i.decks}
    below: set[str] = set(moving)
    deck = next(i.place.deck for i in rig.items if i.id in moving)
    while deck in holders:
        below.add(holders[deck].id)
        deck = holders[deck].place.deck
    return [s for i, s in room.items() if i not in below]


def safe_floor(solved: Solved, item_id: str) -> SafeFloor:
    """Where an item, with all that stands on it, may stand on its deck."""
    rig, loads = solved.rig, solved.loads
    known, counted = solved.known
    item = rig.item(item_id)
    frame = solved.frames.decks[item.place.deck]
    if loads is None or not frame.level or solved.frames.carrier_of.get(item_id) != loads.trailer.id:
        return SafeFloor(item_id, (), (), known, counted, why=solved.why or "not solved yet on a slope or a wall")
    moving = frozenset(i.id for i in standing_on(rig, item_id))
    middle, room = middle_of(solved, item_id), solids(rig, solved.frames)
    deck = rig.deck(item.place.deck)
    inside = deck_room(deck, solved, room[item_id], middle)
    if len(inside) < 3:
        return SafeFloor(item_id, (), (), known, counted, (item.name, deck.name), why="too large for its deck")
    planes = half_planes(solved, loads, moving, middle, linear_sides(loads))
    polygon = clip_all(inside, planes)
    if not polygon:
        return SafeFloor(item_id, (), (), known, counted, _excluding(loads, inside, planes))
    blocked = blocked_room(room[item_id], middle, in_the_way(rig, room, moving))
    return SafeFloor(item_id, tuple(polygon), blocked, known, counted)


def _excluding(loads: Loads, inside: Sequence[Point], planes: HalfPlanes) -> tuple[str, ...]:
    """The fewest limits that no place on the deck satisfies together; three always suffice (Helly)."""
    alone: list[tuple[int, NDArray[np.intp]]] = []
    for m in dict.fromkeys(planes.limit.tolist()):
        chosen = np.nonzero(planes.limit == m)[0]
        cut = clip_all(inside, planes, chosen)
        if not cut:
            return (loads.limits[m].subject,)
        if cut != list(inside):
            alone.append((m, chosen))
    for count in (2, 3):
        for group in combinations(alone, count):
            if not clip_all(inside, planes, np.concatenate([g[1] for g in group])):
                return tuple(loads.limits[m].subject for m, _ in group)
    return ()
