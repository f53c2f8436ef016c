"""The safe floor: where the middle of the item in hand may stand so that every limit holds.

Each limit is made linear (num - τ·den ≤ bound), taken at its worst over all other tanks, and gives
one half-plane for every way the item's own tanks can be its worst: from all drawn down to all full.
Half-planes of every state and the deck's edges meet in one convex polygon, exact.
"""

from collections.abc import Sequence
from itertools import combinations

import numpy as np
from msgspec import Struct

from ..base.arrays import NDArray
from ..geometry.frames import standing_on
from ..geometry.polygon import Point, Polygon
from ..solve import Solved
from ..space.moving_along import roots
from ..statics.half_planes import (
    HalfPlanes,
    clip_all,
    half_planes,
    linear_sides,
)
from ..statics.loads import Loads
from .room import group_room, middle_of, room_taken


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
    planes = half_planes(solved.rig, loads, solved.frames.carrier_of[item_id], moving, middle, linear_sides(loads))
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
