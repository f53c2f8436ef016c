"""Small marks that several widgets paint alike: status marks and headings."""

from PyQt6.QtCore import QPointF, QRectF
from PyQt6.QtGui import QPainter, QPen

from ...core.judge.marks import Mark
from ...drawing.overlay import lettering
from ...paint.painter import qt_path, write
from ...paint.theme import Theme

DRAWN = 15.0  # px of a mark whose strokes are as wide as the styles say


def mark(p: QPainter, status: Mark | str, at: QPointF, size: float, theme: Theme) -> None:
    """The mark of the overlays at a size; its strokes grow with it."""
    p.save()
    p.setRenderHint(QPainter.RenderHint.Antialiasing)
    for path in lettering.mark(status, at.x(), at.y(), size):
        pen = QPen(theme.pen(path.role))
        pen.setWidthF(pen.widthF() * max(size / DRAWN, 0.9))
        p.setPen(pen)
        p.setBrush(theme.brush(path.role))
        p.drawPath(qt_path(path))
    p.restore()


def caption(p: QPainter, x: float, y: float, words: str, theme: Theme) -> QRectF:
    """A quiet heading in capitals."""
    return write(p, x, y, words.upper(), theme.color("soft"), "small", 600, True)
