"""The walk before the road as PDF: the plan with its stops, and a box to tick for each."""

from collections.abc import Mapping
from datetime import date

from PyQt6.QtCore import QRectF, Qt
from PyQt6.QtGui import QPen

from ..core.base.units import Units
from ..core.model.carrier import Carrier
from ..core.model.rig import Rig
from ..core.report.walk import Stop, walk
from ..core.solve import Solved, solve
from ..drawing.overlay.walk import walk_over
from ..drawing.views import scenes
from .leaf import EDGE, Leaf
from .painter import paint, transform
from .pdf import HEIGHT, PAPER, WIDTH, Paper, page
from .shapes import paint_shapes

TALL, BOX, LINE = 230.0, 11.0, 21.0
AID = "A planning aid: what the makers, the law and your own eyes ask for comes first. What is not right is put right before the wheels turn."
SIDES = {"left": "Along the left side", "rear": "At the rear", "right": "Along the right side", "front": "At the front"}


def walk_pdf(rig: Rig, units: Units, caps: Mapping[str, float] | None = None, today: date | None = None) -> bytes:
    """The walk around a rig. caps: most that may travel, by tank, where that was found. Raises FreltError where the rig cannot be drawn."""
    solved = solve(rig)
    stops = walk(rig, solved.frames, units, caps)
    paper = Paper()
    with page(paper, f"Walk: {rig.name}") as (p, another):
        leaf = Leaf(p, another, f"Before the road: {rig.name}", today or date.today(), HEIGHT - EDGE - 40)
        leaf.head("before the road", rig.name, rig.serial)
        for carrier in rig.carriers:
            if any(s.carrier == carrier.id for s in stops):
                _plan(leaf, solved, carrier, stops)
        _rows(leaf, stops)
        _foot(leaf)
    return paper.data


def _plan(leaf: Leaf, solved: Solved, carrier: Carrier, stops: tuple[Stop, ...]) -> None:
    """The carrier from above with the stops around it."""
    made = scenes(solved.rig, solved.frames, None, {}, False, carrier.id)["plan"]
    x0, y0, x1, y1 = made.extent
    leaf.room(TALL + 60)
    scale = min((WIDTH - 2 * EDGE - 60) / (x1 - x0), (TALL - 70) / (y1 - y0))
    x, base = EDGE + 30 - x0 * scale, leaf.y + 40 + y1 * scale
    view = transform(scale, x, base)
    leaf.p.save()
    leaf.p.setOpacity(0.55)
    for groups in (made.behind, made.items, made.before):
        paint(leaf.p, groups, view, PAPER, solved.frames.kept)
    leaf.p.restore()

    def place(u: float, v: float) -> tuple[float, float]:
        return x + u * scale, base - v * scale

    paint_shapes(leaf.p, walk_over(solved.rig, stops, carrier.id, place), PAPER)
    leaf.y = base - y0 * scale + 50


def _rows(leaf: Leaf, stops: tuple[Stop, ...]) -> None:
    side, wide = "", WIDTH - 2 * EDGE - 60
    for n, stop in enumerate(stops, 1):
        if stop.side != side:
            side = stop.side
            leaf.heading(SIDES[side], 60)
            leaf.y += 16
        tall = max(leaf.tall(wide, stop.words, 1.0), 14.0)
        leaf.room(tall + 8)
        leaf.p.setPen(QPen(PAPER.color("ink"), 1.2))
        leaf.p.setBrush(Qt.BrushStyle.NoBrush)
        leaf.p.drawRect(QRectF(EDGE, leaf.y - 10, BOX, BOX))
        leaf.write(EDGE + 44, str(n), "small", 600, True, anchor="end")
        leaf.wrapped(EDGE + 54, leaf.y - 12, wide, stop.words, 1.0)
        leaf.y += max(tall + 5, LINE)


def _foot(leaf: Leaf) -> None:
    leaf.room(70)
    leaf.y += 12
    leaf.write(EDGE, "Walked by ____________________________    Date ______________    Time __________", "strong")
    leaf.y += 12
    leaf.paragraph(AID, "soft")
