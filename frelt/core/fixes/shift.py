"""The smallest shift of one item, along or across its deck."""

from collections.abc import Iterable, Iterator
from math import ceil, inf

from ..base.units import Units
from ..geometry.frames import standing_on
from ..geometry.polygon import Point, Polygon
from ..judge.check import Check
from ..masses.weigh import weigh
from ..model.item import Item
from ..placing.distances import moved_in_plan
from ..placing.room import deck_room, middle_of, room_taken
from ..placing.safe_floor import stands
from ..solve import Solved
from ..space.moving_along import roots
from ..space.solids import Solid, solids
from ..statics.half_planes import half_planes, linear_sides
from ..statics.loads import Loads
from .fix import Fix, heaviest, proved, register, still

Span = tuple[float, float]
Bounds = list[tuple[float | None, float | None]]
TRIES = 6


def bounds_for(solved: Solved, loads: Loads, check: Check, aim: float) -> Bounds:
    """Bounds a change must keep: the target inside by `aim` of its reserve, what is ok stays ok, what is over gets no worse."""
    judged = {c.id: c for c in solved.checks}
    reserve = solved.rig.rules.reserve
    bounds: Bounds = []
    for m, limit in enumerate(loads.limits):
        c = judged.get(limit.id)
        if c is None or not limit.known:
            bounds.append((None, None))
            continue
        keep = aim if limit.id == check.id else 1.0 if c.status == "ok" else 0.0
        low, high = limit.low, limit.high
        if high is not None:
            high -= keep * max(reserve * abs(high), c.spread)
        if low is not None:
            low += keep * max(reserve * abs(low), c.spread)
        if limit.id != check.id and c.status == "over":
            greatest = float(loads.greatest.value[loads.applies[:, m], m].max())
            least = float(loads.least.value[loads.applies[:, m], m].min())
            high = None if high is None else max(high, greatest)
            low = None if low is None else min(low, least)
        bounds.append((low, high))
    return bounds


def _propose(solved: Solved, check: Check, units: Units) -> Iterable[Fix]:
    loads = solved.loads
    if loads is None:
        return
    room = solids(solved.rig, solved.frames)
    if check.kind in ("overlap", "off deck", "wheel well", "no bolts"):
        movers = [solved.rig.item(i) for i in check.items]
    else:
        movers = heaviest((i for i in solved.rig.items if i.id in room), len(solved.rig.items))
    for direction in ((1.0, 0.0), (0.0, 1.0)):
        best = _best(solved, loads, check, units, room, movers, direction)
        if best is not None:
            yield best


def _best(
    solved: Solved, loads: Loads, check: Check, units: Units, room: dict[str, Solid], movers: list[Item], way: Point
) -> Fix | None:
    """The least-effort shift in one direction that is proved; first one that leaves the check ok."""
    for aim in (1.0, 0.0):
        candidates = []
        bounds = bounds_for(solved, loads, check, aim)
        for item in movers:
            still()
            if item.locked or not stands(solved, item.id) or len(roots(solved.rig, (item.id,))) > 1:
                continue
            mass = sum(weigh(i, wet=False).value for i in standing_on(solved.rig, item.id))
            for delta in _shifts(solved, loads, item, room, bounds, way, units.grid):
                candidates.append((abs(delta) * mass, delta, item))
        candidates.sort(key=lambda c: c[0])
        for effort, delta, item in candidates[:TRIES]:
            rig = moved_in_plan(solved, item.id, delta * way[0], delta * way[1])
            leaves = proved(solved, check.id, rig)
            if leaves is not None:
                words = f"{item.name} {units.show(abs(delta), 'length')} {_where(delta, way, units)}"
                return Fix("shift", check.id, words, rig, effort, leaves, (item.id,))
    return None


def _where(delta: float, way: Point, units: Units) -> str:
    if way[0]:
        return "forward" if delta < 0 else "back"
    return units.side("left" if delta < 0 else "right")


def _shifts(
    solved: Solved, loads: Loads, item: Item, room: dict[str, Solid], bounds: Bounds, way: Point, grid: float
) -> Iterator[float]:
    """The smallest allowed shift each way, on the grid [m]."""
    moving = frozenset(i.id for i in standing_on(solved.rig, item.id))
    middle = middle_of(solved, item.id)
    deck = solved.rig.deck(item.place.deck)
    inside = deck_room(deck, solved, room[item.id], middle)
    span = crossing(tuple(inside), middle, way) if len(inside) > 2 else None
    if span is None:
        return
    planes = half_planes(solved.rig, loads, solved.frames.carrier_of[item.id], moving, middle, linear_sides(loads, bounds))
    rate = planes.a * way[0] + planes.b * way[1]
    slack = planes.r - planes.a * middle[0] - planes.b * middle[1]
    still = abs(rate) < 1e-9
    if (slack[still] < -1e-9).any():
        return
    low, high = span
    if (rate > 1e-9).any():
        high = min(high, float((slack[rate > 1e-9] / rate[rate > 1e-9]).min()))
    if (rate < -1e-9).any():
        low = max(low, float((slack[rate < -1e-9] / rate[rate < -1e-9]).max()))
    if low > high:
        return
    taken = [s for b in room_taken(solved, item.id, moving, middle) if (s := crossing(b, middle, way))]
    for sign in (1.0, -1.0):
        found = _nearest((low, high) if sign > 0 else (-high, -low), [s if sign > 0 else (-s[1], -s[0]) for s in taken], grid)
        if found is not None and found > 1e-9:
            yield sign * found


def _nearest(allowed: Span, taken: list[Span], grid: float) -> float | None:
    """Least distance ≥ 0 inside `allowed` and outside every taken span, rounded up to the grid where that fits."""
    low, high = max(allowed[0], 0.0), allowed[1]
    at = low
    for _ in range(len(taken) + 1):
        rounded = ceil(at / grid - 1e-6) * grid
        at = rounded if rounded <= high else at
        if at > high + 1e-9:
            return None
        hit = next((s for s in taken if s[0] + 1e-9 < at < s[1] - 1e-9), None)
        if hit is None:
            return at
        at = hit[1]
    return None


def crossing(polygon: Polygon, at: Point, way: Point) -> Span | None:
    """The span of t for which at + t·way lies in a convex polygon, or None."""
    low, high = -inf, inf
    for (x0, y0), (x1, y1) in zip(polygon, (*polygon[1:], polygon[0]), strict=True):
        nx, ny = y1 - y0, x0 - x1
        rate = nx * way[0] + ny * way[1]
        slack = nx * (x0 - at[0]) + ny * (y0 - at[1])
        if abs(rate) < 1e-12:
            if slack < -1e-9:
                return None
        elif rate > 0:
            high = min(high, slack / rate)
        else:
            low = max(low, slack / rate)
    return (low, high) if low < high else None


register("shift", _propose)
