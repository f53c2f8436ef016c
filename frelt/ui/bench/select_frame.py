"""A frame dragged around several things."""

from PyQt6.QtCore import QPointF, QRectF, Qt
from PyQt6.QtGui import QPainter, QPen

from ...drawing.views import View
from ...paint.theme import Theme


class Frame:
    """The frame under way, from where it was begun."""

    def __init__(self) -> None:
        self._from: QPointF | None = None
        self._to = QPointF()
        self._view: View | None = None

    @property
    def held(self) -> bool:
        """Whether a frame is being dragged."""
        return self._from is not None

    def press(self, at: QPointF, view: View) -> None:
        """Begin a frame in a drawing."""
        self._from, self._to, self._view = at, at, view

    def move(self, at: QPointF) -> None:
        """Drag it to a pixel."""
        self._to = at

    def release(self) -> tuple[QRectF, View | None]:
        """The frame and the drawing it lies in; it is gone after that."""
        start, view = self._from, self._view
        self._from, self._view = None, None
        return (QRectF(start, self._to).normalized() if start is not None else QRectF()), view

    def paint(self, p: QPainter, theme: Theme) -> None:
        """The frame as it stands."""
        if self._from is None:
            return
        pen = QPen(theme.color("hand"), 1.2)
        pen.setDashPattern([4, 3])
        p.setPen(pen)
        p.setBrush(Qt.BrushStyle.NoBrush)
        p.drawRect(QRectF(self._from, self._to).normalized())
