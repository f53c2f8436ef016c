"""Shapes of a sheet on a QPainter."""

from collections.abc import Iterable

from PyQt6.QtGui import QPainter

from ..drawing.overlay.lettering import parts
from ..drawing.shapes import Path, Shape, Text
from . import fonts
from .painter import qt_path, write
from .theme import Theme


def paint_shapes(painter: QPainter, shapes: Iterable[Shape], theme: Theme) -> None:
    """Paint shapes that stand on the sheet [px], in order."""
    for shape in shapes:
        if isinstance(shape, Text):
            color = theme.color(shape.color)
            for n, words in enumerate(shape.words.split("\n")):
                y = shape.y + n * shape.leading
                write(painter, shape.x, y, words, color, shape.step, shape.weight, shape.condensed, shape.anchor)
        elif isinstance(shape, Path):
            painter.setPen(theme.pen(shape.role))
            painter.setBrush(theme.brush(shape.role))
            painter.drawPath(qt_path(shape))
        else:
            paint_shapes(painter, parts(shape, fonts), theme)
