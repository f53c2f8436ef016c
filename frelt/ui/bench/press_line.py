"""Which line or fitting lies under a pixel of the plan or the side."""

from itertools import pairwise
from math import hypot
from typing import TYPE_CHECKING

from PyQt6.QtCore import QPointF

from ...drawing.overlay.lines import on_sheet, runs
from ...drawing.views import View
from ..frame.desk import Desk
from .layout import Layout

if TYPE_CHECKING:
    from ..steps.plumbing.now import LinesNow

NEAR = 6.0  # px that count as on it


def pressed(now: "LinesNow", desk: Desk, layout: Layout, at: QPointF, view: View = "plan") -> str:
    """The fitting, else the line, under a pixel; or nothing."""
    solved, rig, carrier = now.solved(), now.rig, desk.carrier
    if solved is None or rig is None or carrier is None:
        return ""
    for fitting, (on, point) in solved.piping.fittings.items():
        px, py = on_sheet(layout.sheet, view, point)
        if on == carrier.id and hypot(px - at.x(), py - at.y()) <= NEAR:
            return fitting
    best, near = "", NEAR
    for line_id, points in runs(rig, solved, carrier.id, layout.sheet, view):
        off = off_run(points, at.x(), at.y())
        if off < near:
            best, near = line_id, off
    return best


def off_run(points: tuple[tuple[float, float], ...], x: float, y: float) -> float:
    """How far a point is from a run of lines [px]."""
    least = float("inf")
    for (ax, ay), (bx, by) in pairwise(points):
        long = (bx - ax) ** 2 + (by - ay) ** 2
        t = 0.0 if long == 0 else min(max(((x - ax) * (bx - ax) + (y - ay) * (by - ay)) / long, 0.0), 1.0)
        least = min(least, hypot(ax + t * (bx - ax) - x, ay + t * (by - ay) - y))
    return least
