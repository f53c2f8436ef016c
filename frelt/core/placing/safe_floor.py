"""The safe floor: where the middle of the item in hand may stand so that every limit holds.

Each limit is made linear (num - τ·den ≤ bound), taken at its worst over all other tanks, and gives
one half-plane for every way the item's own tanks can be its worst: from all drawn down to all full.
Half-planes of every state and the deck's edges meet in one convex polygon, exact.
"""

from collections.abc import Sequence
from itertools import combinations

import numpy as np
from msgspec import Struct
from msgspec.structs import replace
from numpy.typing import NDArray

from ..base.kept import Memo
from ..geometry.frames import placed, standing_on
from ..model.carrier import Deck
from ..model.rig import Rig
from ..solve import Solved
from ..space.bolts import unbolted_room
from ..space.moving_along import roots
from ..space.solids import TOUCH, Solid, fixtures, hull, same_height, solid, solids
from ..statics.loads import Loads

Array = NDArray[np.float64]
Point = tuple[float, float]
Polygon = tuple[Point, ...]


class Sides(Struct, frozen=True):
    """Limits as c·m ≤ bound. rows: (sides, size).  bound: (sides,).  limit: index of each side's limit."""

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
    if bounds is None:  # the limits do not depend on what stands where
        return _sides.get(
            0, (loads.limits, loads.num, loads.den), lambda: _linear(loads, [(m.low, m.high) for m in loads.limits])
        )
    return _linear(loads, bounds)


_sides: Memo[Sides] = Memo(1)


def _linear(loads: Loads, bounds: Sequence[tuple[float | None, float | None]]) -> Sides:
    rows, bound, limit = [], [], []
    for m, lim in enumerate(loads.limits):
        low, high = bounds[m]
        ratio = lim.den is not None
        for value, sign in ((high, 1.0), (low, -1.0)):
            if value is not None:
                rows.append(sign * (loads.num[m] - value * loads.den[m]))
                bound.append(0.0 if ratio else sign * value)
                limit.append(m)
    return Sides(np.array(rows).reshape(-1, loads.columns.size), np.array(bound), np.array(limit, dtype=np.intp))


def half_planes(solved: Solved, loads: Loads, moving: frozenset[str], middle: Point, sides: Sides) -> HalfPlanes:
    """The half-planes the middle of a moving group must keep, in every state and for every side.

    middle: where it stands now in the carrier's plan [m]; what moves keeps its place relative to it.
    """
    table, carrier = loads.table, solved.frames.carrier_of[next(iter(moving))]
    rows_move = np.array([r.item in moving for r in table.rows])
    tanks_move = np.array([t.item in moving for t in table.tanks], dtype=bool)
    c, low, high = sides.rows, table.low, table.high
    at = loads.columns.starts[carrier]
    pull = c @ table.tank_moments.T
    up = np.where(tanks_move, 0.0, np.maximum(pull, 0.0))
    down = np.where(tanks_move, 0.0, np.minimum(pull, 0.0))
    others = ((table.present * ~rows_move) @ table.moments + table.offset) @ c.T + high @ up.T + low @ down.T
    for group in table.groups:  # tied to each other, they are never all at their own worst
        if not tanks_move[group.tanks].any():
            s, own = group.state, pull[:, group.tanks]
            boxed = np.maximum(own * high[s, group.tanks], own * low[s, group.tanks]).sum(axis=1)
            others[s] += (own @ group.corners.T).max(axis=1) - boxed
    own = (table.present * rows_move) @ table.moments
    others = others + _own_mass(loads, own) @ c.T
    x, y = middle
    cx, cy, c0 = c[:, at + 1], c[:, at + 2], c[:, at]
    own = own[:, at : at + 3]
    own_x, own_y = own[:, 1] - own[:, 0] * x, own[:, 2] - own[:, 0] * y
    fixed = own_x[:, None] * cx + own_y[:, None] * cy
    full = table.tank_moments[tanks_move][:, at : at + 3]
    offsets = c[:, :0]
    if len(full):
        offsets = c[:, at + 1 : at + 3] @ np.stack([full[:, 1] / full[:, 0] - x, full[:, 2] / full[:, 0] - y])
        offsets = offsets + c @ (_own_mass(loads, table.tank_moments[tanks_move]) / full[:, :1]).T
    along = _in_set_state(solved.rig, loads, carrier, rows_move, tanks_move, c, middle)
    order = np.argsort(-offsets, axis=1)
    shift = np.take_along_axis(offsets, order, axis=1)
    weight = full[:, 0][order] if len(full) else offsets
    lows, highs = low[:, tanks_move][:, order] * weight, high[:, tanks_move][:, order] * weight
    planes = []
    for piece in range(len(full) + 1):
        mass = np.concatenate([highs[..., :piece], lows[..., piece:]], axis=-1)
        total = own[:, :1] + mass.sum(-1)
        rest = sides.bound - others - fixed - (mass * shift).sum(-1) - total * c0 + along[2]
        planes.append((total * cx + along[0], total * cy + along[1], rest))
    keep = loads.applies[:, sides.limit]
    a, b, r = (np.concatenate([p[i][keep] for p in planes]) for i in range(3))
    state, side = np.nonzero(keep)
    return HalfPlanes(a, b, r, np.tile(sides.limit[side], len(planes)), np.tile(state, len(planes)))


def _own_mass(loads: Loads, own: Array) -> Array:
    """Of what moves, what belongs to the vehicle itself: that stays the vehicle's wherever it stands, (n, size)."""
    kept, column = np.zeros_like(own), loads.columns.own
    if column is not None:
        kept[:, column] = own[:, column]
    return kept


def _in_set_state(
    rig: Rig, loads: Loads, carrier: str, rows_move: Array, tanks_move: Array, c: Array, middle: Point
) -> tuple[Array, Array, Array]:
    """How the couple of bars that were set with the moving group aboard follows it: (sides,) for x, for y, and the rest.

    The offset of the table has the group where it stands now; what moves is the difference.
    """
    table, at = loads.table, loads.columns.as_set
    none = np.zeros(len(c))
    if at is None or table.set_state < 0 or rig.trailer is None or carrier != rig.trailer.id:
        return none, none, none
    s, start = table.set_state, loads.columns.starts[carrier]
    mass = float((table.present[s] * rows_move) @ table.moments[:, start])
    mass += float((table.shown[s] * tanks_move) @ table.tank_moments[:, start])
    ax, ay = mass * c[:, at + 1], mass * c[:, at + 2]
    return ax, ay, ax * middle[0] + ay * middle[1]


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
    """Where the middle may stand so that the outline stays inside a deck, level or sloping, in plan [m]."""
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


def on_all_of(own: Solid, deck: Deck, solved: Solved) -> Solid:
    """The item with every height it has somewhere on its deck: on a slope it goes up and down as it moves."""
    frame = solved.frames.decks[deck.id]
    if frame.level:
        return own
    place = solved.rig.item(own.item).place
    here = frame.point((place.u, place.v, 0.0))[2]
    heights = [frame.point((u, v, 0.0))[2] - here for u, v in deck.outline]
    return replace(own, low=own.low + min(heights), high=own.high + max(heights))


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


def safe_floor(solved: Solved, item_id: str, also: Sequence[str] = ()) -> SafeFloor:
    """Where an item may stand on its deck, with all that stands on it, its group, and what else is in hand (also).

    What moves along keeps its place relative to the item, so each of them narrows where that may go.
    """
    rig, loads = solved.rig, solved.loads
    known, counted = solved.known
    item = rig.item(item_id)
    if loads is None or not stands(solved, item_id):
        return SafeFloor(item_id, (), (), known, counted, why=solved.why or "what hangs has no place on the floor")
    chosen = roots(rig, (item_id, *also))
    moving = frozenset(i.id for r in chosen for i in standing_on(rig, r))
    if len({solved.frames.carrier_of[r] for r in chosen}) > 1 or not all(stands(solved, r) for r in chosen):
        return SafeFloor(item_id, (), (), known, counted, why="what is in hand stands on several carriers, or hangs")
    middle = middle_of(solved, item_id)
    deck = rig.deck(item.place.deck)
    inside = group_room(solved, chosen, middle)
    if len(inside) < 3:
        return SafeFloor(item_id, (), (), known, counted, (item.name, deck.name), why="too large for its deck")
    planes = half_planes(solved, loads, moving, middle, linear_sides(loads))
    polygon = clip_all(inside, planes)
    if not polygon:
        return SafeFloor(item_id, (), (), known, counted, _excluding(loads, inside, planes))
    blocked = tuple(b for one in chosen for b in room_taken(solved, one, moving, middle))
    return SafeFloor(item_id, tuple(polygon), blocked, known, counted)


def stands(solved: Solved, item_id: str) -> bool:
    """Whether an item stands on a floor that stays where it is: level or a slope, no ramp that folds up."""
    deck = solved.rig.deck(solved.rig.item(item_id).place.deck)
    frame = solved.frames.decks[deck.id]
    return frame.level or (frame.stands and deck.hinge is None)


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
