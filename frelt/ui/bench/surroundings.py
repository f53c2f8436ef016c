"""What lies around the things on the deck: room to work, the way of hose, hot columns, the floor one can walk."""

from PyQt6.QtCore import QPointF, QRectF, Qt
from PyQt6.QtGui import QBrush, QPainter, QPainterPath, QPen, QPolygonF

from ...core.checks.pull_off import ways
from ...core.checks.vents import column_box
from ...core.kind.kind import Box
from ...core.kind.registry import kind_of
from ...core.model.carrier import Carrier
from ...core.solve import Solved
from ...core.space.rooms import rooms_of
from ...core.space.walk import walk
from ...drawing.views import View
from ...paint import fonts
from ...paint.painter import write
from ...paint.theme import Theme
from .layout import Layout

AXES: dict[View, tuple[int, int]] = {"plan": (0, 1), "side": (0, 2), "rear": (1, 2)}


def _rect(layout: Layout, view: View, box: Box) -> QRectF:
    a, b = AXES[view]
    return QRectF(layout.to_px(view, box[a], box[b + 3]), layout.to_px(view, box[a + 3], box[b])).normalized()


def paint_surroundings(
    p: QPainter, solved: Solved, carrier: Carrier, layout: Layout, theme: Theme, held: tuple[str, ...], written: list[QRectF]
) -> None:
    """Room, hose ways and columns of what is in hand; those that are blocked also of what is not. written: words in the plan [px]."""
    cut_off = {c.id.split(":", 1)[1] for c in solved.checks if c.kind == "service" and c.items}
    hoses = {c.items[0] for c in solved.checks if c.kind == "pull-off" and c.items}
    for item in solved.rig.items if not held else [solved.rig.item(i) for i in held]:
        frame = solved.frames.items.get(item.id)
        if frame is None or item.built_in or solved.frames.carrier_of[item.id] != carrier.id:
            continue
        own = item.id in held
        for room in rooms_of(item, frame, carrier.id):
            bad = f"{item.id}:{room.service.what}" in cut_off
            if own or (bad and room.service.often == "daily" and not held):
                _room(p, room.box, layout, theme, "soft" if bad else "hand", room.service.what, room.axis < 2, written)
        if own or (item.id in hoses and not held):
            for way in ways(item, frame, carrier):
                color = "soft" if item.id in hoses else "hand"
                path = QPainterPath()
                path.addPolygon(QPolygonF([layout.to_px("plan", x, y) for x, y in way.corners()]))
                path.closeSubpath()
                _dashed(p, layout, "plan", theme, color)
                p.drawPath(path)
                p.restore()
        if own:
            for column in kind_of(item).columns(item):
                for view in AXES:
                    _dashed(p, layout, view, theme, "fuel_edge")
                    p.drawRect(_rect(layout, view, column_box(column, frame, carrier)))
                    p.restore()


def _dashed(p: QPainter, layout: Layout, view: View, theme: Theme, color: str) -> None:
    p.save()
    p.setClipRect(layout.area(view).adjusted(-5, -8 if view == "plan" else 10, 5, 8))  # clear of the headings
    pen = QPen(theme.color(color), 1.3)
    pen.setDashPattern([3, 3])
    p.setPen(pen)
    p.setBrush(QBrush(theme.faded(color, 0.10)))


def _room(
    p: QPainter, box: Box, layout: Layout, theme: Theme, color: str, what: str, side: bool, written: list[QRectF]
) -> None:
    for view in AXES:
        if layout.area(view).width() < 50 or (view == "plan" and not side):
            continue
        rect = _rect(layout, view, box)
        _dashed(p, layout, view, theme, color)
        p.drawRect(rect)
        if view == "plan" and color == "hand":  # what is blocked is told in words beside the figures
            words = what.split(",")[0].split(" and ")[0]
            line = QRectF(rect.left(), rect.center().y() - 8, rect.width(), 16)
            if fonts.measure(words) <= rect.width() - 6 and rect.height() >= 15 and layout.plan.contains(line):
                own = QRectF(line.center().x() - fonts.measure(words) / 2, line.top(), fonts.measure(words), line.height())
                if any(w.intersects(own) for w in written):
                    p.restore()
                    continue
                written.append(own)
                write(p, rect.center().x(), rect.center().y() + 4.5, words, theme.color(color), "small", 500, True, "middle")
        p.restore()


def paint_walk(p: QPainter, solved: Solved, carrier: Carrier, layout: Layout, theme: Theme) -> None:
    """The floor a person can walk from outside, hatched."""
    found = walk(solved.rig, solved.frames, carrier)
    p.save()
    p.setClipRect(layout.plan.adjusted(-5, -8, 5, 8))
    path = QPainterPath()
    path.setFillRule(Qt.FillRule.WindingFill)
    for x0, y0, x1, y1 in found.covered().tolist():
        path.addRect(QRectF(layout.to_px("plan", x0, y1), layout.to_px("plan", x1, y0)))
    p.setPen(Qt.PenStyle.NoPen)
    p.setBrush(QBrush(theme.faded("ok", 0.10)))
    p.drawPath(path)
    p.setBrush(QBrush(theme.faded("ok", 0.45), Qt.BrushStyle.BDiagPattern))
    p.drawPath(path)
    p.restore()
    if path.isEmpty():
        at = QPointF(layout.plan.center().x(), layout.plan.bottom() - 4)
        write(p, at.x(), at.y(), "no floor left to walk on", theme.color("unknown"), "small", 500, True, "middle")
