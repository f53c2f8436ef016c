"""Shapes of a sheet on a QPainter."""

from collections.abc import Iterable

from PyQt6.QtCore import QPointF, QRectF
from PyQt6.QtGui import QPainter

from ..drawing.overlay.lettering import parts
from ..drawing.shapes import Path, Shape, Text
from . import fonts
from .painter import qt_path
from .theme import Theme


def paint_shapes(painter: QPainter, shapes: Iterable[Shape], theme: Theme) -> None:
    """Paint shapes that stand on the sheet [px], in order."""
    role = ""  # of the pen and brush that are set
    for shape in shapes:
        if isinstance(shape, Path):
            if shape.role != role:
                role = shape.role
                painter.setPen(theme.pen(role))
                painter.setBrush(theme.brush(role))
            _draw(painter, shape)
            continue
        role = ""
        if isinstance(shape, Text):
            _write(painter, shape, theme)
        else:
            paint_shapes(painter, parts(shape, fonts), theme)


def _draw(painter: QPainter, path: Path) -> None:
    """A path in the pen and brush that are set; lines and upright rectangles are drawn faster as what they are."""
    if path.ops == "ML":
        x0, y0, x1, y1 = path.xy
        painter.drawLine(QPointF(x0, y0), QPointF(x1, y1))
        return
    if path.ops == "MLLLZ":
        x0, y0, x1, y1, x2, y2, x3, y3 = path.xy
        if x0 == x3 and y0 == y1 and x1 == x2 and y2 == y3:
            painter.drawRect(QRectF(x0, y0, x2 - x0, y2 - y0))
            return
    painter.drawPath(qt_path(path))


def _write(painter: QPainter, text: Text, theme: Theme) -> None:
    painter.setPen(theme.color(text.color))
    for n, words in enumerate(text.words.split("\n")):
        x, y = text.x, text.y + n * text.leading
        if text.anchor != "start":
            wide = fonts.measure(words, text.step, text.weight, text.condensed)
            x -= wide if text.anchor == "end" else wide / 2
        fonts.put(painter, x, y, words, text.step, text.weight, text.condensed)
