"""A mark as a widget: what is seen of a finding, by shape and color."""

from PyQt6.QtCore import QPointF
from PyQt6.QtGui import QPaintEvent
from PyQt6.QtWidgets import QWidget

from ..bench.brush import mark
from .desk import Desk
from .painting import painter_on


class MarkSign(QWidget):
    """One mark. at: its middle [px].  size: [px]."""

    def __init__(self, desk: Desk, at: tuple[float, float], size: float) -> None:
        super().__init__()
        self._desk, self._at, self._size = desk, QPointF(*at), size
        self.status = "unknown"

    def show_status(self, status: str) -> None:
        """Show another."""
        if status != self.status:
            self.status = status
            self.update()

    def paintEvent(self, event: QPaintEvent | None) -> None:
        with painter_on(self) as p:
            mark(p, self.status, self._at, self._size, self._desk.theme)
