"""Where the open ports of a block are drawn in the line plan, and what stands there in words."""

from ....core.fitting.kind import Hand
from ....core.fitting.registry import type_of
from ....core.model.plumbing import Fitting
from ....core.model.rig import Rig
from ....drawing.line_plan.layout import Placed
from ...frame.desk import Desk
from .now import LinesNow


def side_of(way: str) -> str:
    """The side of its block on which a port is drawn."""
    if way in ("fill", "vent", "bypass") or way.startswith("feed"):
        return "top"
    if way == "draw":
        return "bottom"
    if way in ("inlet", "in", "water", "sh", "surfactant", "common", "a") or way.startswith("swivel"):
        return "left"
    return "right"


def spot_of(p: Placed, side: str, n: int) -> tuple[float, float]:
    """Where the nth open port of a side is drawn, in the plan's own [px]."""
    box = p.box
    off = 13.0 * n
    if side == "top":
        return box.left + 14 + off, box.top - 3
    if side == "bottom":
        return box.mid_x + off, box.bottom + 3
    y = min(box.mid_y + off, box.bottom - 3) if n else box.mid_y
    return (box.left - 3, y) if side == "left" else (box.right + 3, y)


def stands_words(fitting: Fitting) -> str:
    """How a handle stands."""
    hand = type_of(fitting).hand or Hand()
    return hand.says(fitting.stands)


def line_words(rig: Rig, line_id: str, now: LinesNow, desk: Desk) -> str:
    """A line in words: bore, length, what flows."""
    found, solved = rig.plumbing.line(line_id), now.solved()
    if found is None or solved is None:
        return ""
    route = solved.piping.routes.get(line_id)
    length = desk.units.show(route.length, "distance") if route is not None else ""
    said = f"{desk.units.show(found.bore, 'length')} {found.material or 'hose'}, {length}"
    e = solved.piping.branch.get(line_id)
    if e is not None:
        flow = abs(float(solved.steady.found.flow[e]))
        said += f", {desk.units.show(flow, 'flow')}" if flow > 1e-6 else ", nothing flows"
    return said
