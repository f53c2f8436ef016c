"""The table of loads on a load sheet: every load against its plate or rule in its worst state, drawn in its row."""

from PyQt6.QtCore import QPointF, QRectF, Qt
from PyQt6.QtGui import QPen

from ..core.base.units import Units
from ..core.judge.check import Check
from ..core.judge.marks import WORDS, Mark, mark_of
from ..core.judge.words import subject
from ..core.solve import Solved
from ..drawing.styles import COLORS
from .leaf import EDGE, Leaf
from .pdf import PAPER, WIDTH

ROW = 12.5
IS, LOAD, UPPER, RATING, MARGIN, PM, WHEN = (EDGE + x for x in (210, 318, 372, 436, 490, 532, 542))
HEADS = ((EDGE, "Load on", 0), (IS, "Is", 0), (LOAD, "Worst", 1), (UPPER, "Up to", 1), (RATING, "Rating", 1), (MARGIN, "Margin", 1), (PM, "±", 1), (WHEN, "When", 0))  # fmt: skip
NOTE = "Worst: what is counted, in its worst state and fills. Up to: with what nobody counted."


def is_load(check: Check) -> bool:
    """Whether a check is about a load in some state, not about geometry."""
    return check.told is not None


def ink(mark: Mark) -> str:
    """The color of a mark's words."""
    return COLORS.get(mark, mark)


def paint_loads(leaf: Leaf, solved: Solved, units: Units) -> None:
    """The table, going on to other pages where it must."""
    leaf.y += 12
    _heads(leaf)
    for check in solved.checks:
        if is_load(check):
            _row(leaf, check, units)
    for check in solved.by_state.unrated():
        _row(leaf, check, units, "not rated")
    leaf.y += 3
    leaf.paragraph(NOTE, "soft", 0.75)


def _heads(leaf: Leaf) -> None:
    for x, words, end in HEADS:
        leaf.write(x, words.upper(), "small", 600, True, "soft", "end" if end else "start", 0.9)
    leaf.y += 4
    leaf.rule(leaf.y)


def _row(leaf: Leaf, c: Check, units: Units, no_rating: str = "") -> None:
    """One load. no_rating: what stands for its rating where there is none to be read."""
    when = c.when or c.why
    tall = max(ROW, leaf.tall(WIDTH - EDGE - WHEN, when, 0.75, True) + 1)
    if leaf.room(tall):
        leaf.y += 12
        _heads(leaf)
    top = leaf.y
    leaf.y += 10
    mark = mark_of(c)
    leaf.write(EDGE, subject(c, units), "small", 500, True, scale=0.95)
    _bar(leaf, IS - 68, c)
    word = no_rating or ("OVER" if mark == "over" else WORDS[mark])
    leaf.write(IS, word, "small", 600, True, ink(mark), scale=0.95)
    if c.load is not None:
        leaf.write(LOAD, units.show(c.load, c.quantity), "small", 600, True, anchor="end", scale=0.95)
        leaf.write(PM, units.show(c.spread, c.quantity, unit=False), "small", 400, True, "soft", "end", 0.95)
        if c.quantity == "mass" and c.side == "high" and c.with_rest is not None:
            leaf.write(UPPER, units.show(c.with_rest, c.quantity), "small", 400, True, anchor="end", scale=0.95)
    limit = no_rating or ("unread" if c.limit is None else units.show(c.limit, c.quantity))
    if c.limit is None and c.typical is not None:
        limit = f"typ. {units.show(c.typical, c.quantity, unit=False)}"
    leaf.write(RATING, limit, "small", 400, True, "ink" if c.limit is not None else "soft", "end", 0.95)
    if c.margin is not None:
        leaf.write(MARGIN, units.show(c.margin, c.quantity), "small", 400, True, ink(mark), "end", 0.95)
    leaf.wrapped(WHEN, top + 1, WIDTH - EDGE - WHEN, when, 0.75, "soft", condensed=True)
    leaf.y = top + tall


def _bar(leaf: Leaf, x: float, c: Check) -> None:
    p, box = leaf.p, QRectF(x, leaf.y - 7, 60, 6)
    limit = c.limit if c.limit is not None else c.typical
    p.setPen(QPen(PAPER.color("hairline"), 0.8))
    p.setBrush(Qt.BrushStyle.NoBrush)
    p.drawRect(box)
    if not limit or c.load is None or c.quantity == "length":
        return
    share = min(abs(c.load) / abs(limit) / 1.25, 1.0)
    p.fillRect(QRectF(box.left(), box.top(), box.width() * share, box.height()), PAPER.color(ink(mark_of(c))))
    at = box.left() + box.width() / 1.25
    pen = QPen(PAPER.color("ink"), 1.4)
    if c.limit is None:
        pen.setStyle(Qt.PenStyle.DotLine)
    p.setPen(pen)
    p.drawLine(QPointF(at, box.top() - 2), QPointF(at, box.bottom() + 2))
