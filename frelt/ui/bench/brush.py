"""Small marks that several widgets paint alike: status marks and headings."""

from PyQt6.QtCore import QPointF, QRectF, Qt
from PyQt6.QtGui import QPainter, QPainterPath, QPen, QPolygonF

from ...core.judge.marks import Mark
from ...drawing.styles import COLORS
from ...paint.painter import write
from ...paint.theme import Theme


def mark(p: QPainter, status: Mark | str, at: QPointF, size: float, theme: Theme) -> None:
    """A mark by shape and color: filled triangle, open diamond, tick, dashed square; a page for law, a ring for advice, with a dot
    for a wish."""
    color = theme.color(COLORS.get(status, status))
    r = size / 2
    p.save()
    p.setRenderHint(QPainter.RenderHint.Antialiasing)
    p.setBrush(Qt.BrushStyle.NoBrush)
    path = QPainterPath()
    if status == "over":
        path.moveTo(at.x(), at.y() - r)
        path.lineTo(at.x() + r * 1.1, at.y() + r * 0.9)
        path.lineTo(at.x() - r * 1.1, at.y() + r * 0.9)
        path.closeSubpath()
        p.fillPath(path, color)
        p.setPen(QPen(theme.color("sheet"), max(size / 9, 1.4)))
        p.drawLine(QPointF(at.x(), at.y() - r * 0.35), QPointF(at.x(), at.y() + r * 0.25))
        p.drawPoint(QPointF(at.x(), at.y() + r * 0.6))
    elif status == "tight":
        path.moveTo(at.x(), at.y() - r)
        path.lineTo(at.x() + r, at.y())
        path.lineTo(at.x(), at.y() + r)
        path.lineTo(at.x() - r, at.y())
        path.closeSubpath()
        p.setPen(QPen(color, max(size / 8, 1.8)))
        p.drawPath(path)
    elif status == "ok":
        pen = QPen(color, max(size / 7, 2.0))
        pen.setCapStyle(Qt.PenCapStyle.RoundCap)
        p.setPen(pen)
        p.drawPolyline(
            QPolygonF(
                [
                    QPointF(at.x() - r * 0.9, at.y()),
                    QPointF(at.x() - r * 0.25, at.y() + r * 0.65),
                    QPointF(at.x() + r, at.y() - r * 0.7),
                ]
            )
        )
    elif status == "law":
        p.setPen(QPen(color, max(size / 9, 1.6)))
        p.drawRect(QRectF(at.x() - r * 0.7, at.y() - r, r * 1.4, r * 2))
        for n in (-0.35, 0.2):
            p.drawLine(QPointF(at.x() - r * 0.3, at.y() + n * r), QPointF(at.x() + r * 0.3, at.y() + n * r))
    elif status in ("advice", "wish"):
        p.setPen(QPen(color, max(size / 9, 1.6)))
        p.drawEllipse(at, r * 0.8, r * 0.8)
        if status == "wish":
            p.setBrush(color)
            p.drawEllipse(at, r * 0.25, r * 0.25)
    else:
        pen = QPen(color, 1.6)
        pen.setDashPattern([2.2, 1.6])
        p.setPen(pen)
        p.drawRect(QRectF(at.x() - r * 0.85, at.y() - r * 0.85, r * 1.7, r * 1.7))
    p.restore()


def caption(p: QPainter, x: float, y: float, words: str, theme: Theme) -> QRectF:
    """A quiet heading in capitals."""
    return write(p, x, y, words.upper(), theme.color("soft"), "small", 600, True)
