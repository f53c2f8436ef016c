"""Where the middle of what is in hand may stand, by the loads and by the room; what its front edge may read, and what is worst."""

from collections.abc import Sequence
from functools import partial

from ...core.base.units import Units
from ...core.judge.marks import Mark
from ...core.placing.safe_floor import SafeFloor
from ...core.space.solids import Solid
from ..layout import Box, Sheet
from ..shapes import Path, Shape, Text, ellipse, polygon, rect
from .lettering import Lettering, chip, mark


def floor(found: SafeFloor, sheet: Sheet) -> tuple[Shape, ...]:
    """The safe floor in the plan as a wash: pale where the loads hold, full where there is room, too; hatched while limits are unread."""
    if len(found.polygon) < 3:
        return ()
    rings = [ring for outer, holes in found.free() for ring in (outer, *holes)]
    made: list[Shape] = [_rings("floor.loads", [found.polygon], sheet), _rings("floor.free", rings, sheet)]
    if found.known < found.counted:
        made.append(_rings("floor.unsure", rings, sheet))
    return tuple(made)


def floor_edge(found: SafeFloor, sheet: Sheet) -> tuple[Shape, ...]:
    """Over all that lies on it: where the loads end."""
    if len(found.polygon) < 3:
        return ()
    edge = _edge(found, sheet)
    return polygon("floor.halo", *edge), polygon("floor.edge", *edge)


def floor_readings(
    found: SafeFloor,
    middle: tuple[float, float],
    own: Solid,
    sheet: Sheet,
    units: Units,
    lettering: Lettering,
    taken: Sequence[Box],
) -> tuple[Shape, ...]:
    """The middle of what is in hand, filled inside and a ring outside, and what its front edge may read, clear of what is taken [px]; where
    nothing is clear, over as little of it as may be.

    middle: in the plan of the carrier [m].
    """
    if len(found.polygon) < 3:
        return ()
    edge, area, (x, y) = _edge(found, sheet), sheet.plan, sheet.px("plan", *middle)
    words = edge_words(found, middle, own, units)
    wide = lettering.measure(words, "small", 600, False) + 10
    low, high, mid = max(p[1] for p in edge) + 14, min(p[1] for p in edge) - 14, sum(p[0] for p in edge) / len(edge)
    spots = [
        Box(min(max(mid + dx - wide / 2, area.left), area.right - wide), v - 10, wide, 20)
        for v in (low, high, low + 22, high - 22, low + 44, high - 44)
        for dx in (0, -40, 40, -80, 80, -130, 130)
        if area.top <= v - 10 and v + 10 <= area.bottom + 6
    ]
    clear = next((s for s in spots if not any(map(s.meets, taken))), None)  # mostly the first: a drag asks at every step
    at = clear or min(spots, key=partial(_over, taken=taken), default=Box(area.left, area.bottom - 20, wide, 20))
    role = "floor.middle" if found.allows(*middle, 1e-6) else "floor.middle.off"
    return ellipse(role, x, y, 4.5), *chip(at.mid_x, at.mid_y, words, lettering)


def _over(spot: Box, taken: Sequence[Box]) -> float:
    """How much of what is taken a spot would cover [px²]."""
    return sum(map(spot.shared, taken))


def _edge(found: SafeFloor, sheet: Sheet) -> list[tuple[float, float]]:
    return [sheet.px("plan", *q) for q in found.polygon]


def edge_words(found: SafeFloor, middle: tuple[float, float], own: Solid, units: Units) -> str:
    """What the tape reads at the front edge of what is in hand, from the foremost safe place to the rearmost, where it now is across."""
    low, high = _span(found.polygon, middle[1])
    ahead = own.x0 - middle[0]
    front, rear = (units.show(x + ahead, "length", unit=False) for x in (low, high))
    return (
        f"front edge {front} to {units.show(high + ahead, 'length')}"
        if front != rear
        else f"front edge {units.show(high + ahead, 'length')}"
    )


def _span(ring: Sequence[tuple[float, float]], y: float) -> tuple[float, float]:
    """Where a line along the carrier enters and leaves a convex ring; its whole length where the line misses it."""
    met = [
        x0 + (x1 - x0) * (y - y0) / (y1 - y0)
        for (x0, y0), (x1, y1) in zip(ring, (*ring[1:], ring[0]), strict=True)
        if (y0 <= y <= y1 or y1 <= y <= y0) and abs(y1 - y0) > 1e-9
    ]
    xs = met or [x for x, _ in ring]
    return min(xs), max(xs)


def worst_at(x: float, y: float, sign: Mark, words: str, area: Box, lettering: Lettering) -> tuple[Shape, ...]:
    """What is worst as a thing moves, beside it: the mark and a few words, inside an area [px]."""
    wide = lettering.measure(words, "small", 600, False) + 34
    left = min(max(x - wide / 2, area.left), area.right - wide)
    top = min(max(y, area.top + 2), area.bottom - 22)
    return (
        rect("chip.worst", left, top, left + wide, top + 20, 3),
        *mark(sign, left + 13, top + 10, 12),
        Text(left + 25, top + 14.5, words, "ink", "small", 600, False),
    )


def _rings(role: str, rings: Sequence[Sequence[tuple[float, float]]], sheet: Sheet) -> Path:
    """Rings filled where an odd number of them lies around."""
    ops = "".join("M" + "L" * (len(r) - 1) + "Z" for r in rings)
    return Path(role, ops, tuple(v for r in rings for q in r for v in sheet.px("plan", *q)))


def floor_words(found: SafeFloor) -> tuple[str, ...]:
    """What the safe floor says of itself in the heading of the plan, the longest words first."""
    if found.why:
        return found.why, "no safe floor is known"
    if not found.polygon:
        both = f"no place holds: {' and '.join(found.excluding)}"
        return both + (" exclude each other" if len(found.excluding) > 1 else ""), both, "no place holds"
    by = f", by {found.known} of {found.counted} limits" if found.known < found.counted else ""
    return (
        f"line: where the loads let its middle stand; filled: with room{by}",
        f"line: loads, filled: room, too{by}",
        "line: loads, filled: room",
    )
