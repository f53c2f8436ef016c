"""Where the middle of what is in hand may stand: solid where all limits are known, hatched while some are not."""

from collections.abc import Sequence

from ...core.placing.safe_floor import SafeFloor
from ..layout import Sheet
from ..shapes import Path, Shape, polygon


def floor(found: SafeFloor, sheet: Sheet) -> tuple[Shape, ...]:
    """The safe floor in the plan, less what stands in the way, and its edge."""
    if len(found.polygon) < 3:
        return ()
    rings = [ring for outer, holes in found.free() for ring in (outer, *holes)]
    made: list[Shape] = [_rings("floor.free", rings, sheet)]
    if found.known < found.counted:
        made.append(_rings("floor.unsure", rings, sheet))
    return *made, polygon("floor.edge", *(sheet.px("plan", *q) for q in found.polygon))


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
    return f"dashed: where its middle may stand{by}", f"dashed: its middle{by}", "dashed: its middle"
