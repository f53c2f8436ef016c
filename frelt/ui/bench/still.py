"""What stands still during a drag, kept as pictures: the drawings, and their names for over what moves."""

from collections.abc import Callable

from PyQt6.QtGui import QColor, QPainter, QPixmap
from PyQt6.QtWidgets import QWidget

Paint = Callable[[QPainter], None]


class Still:
    """Two pictures as large as a widget, made once a drag."""

    def __init__(self, owner: QWidget) -> None:
        self._owner = owner
        self._pictures: tuple[QPixmap, QPixmap] | None = None

    @property
    def kept(self) -> bool:
        """Whether there are pictures that cover all of the widget."""
        return self._pictures is not None

    def forget(self) -> None:
        """Make them anew when they are needed next."""
        self._pictures = None

    def keep(self, ground: QColor, drawings: Paint, names: Paint) -> None:
        """Have the pictures made, unless they are there."""
        if self._pictures is None:
            self._pictures = self._picture(ground, drawings), self._picture(QColor(0, 0, 0, 0), names)

    def paint(self, p: QPainter, names: bool = False) -> None:
        """Paint the drawings, or the names over them."""
        if self._pictures is not None:
            p.drawPixmap(0, 0, self._pictures[names])

    def _picture(self, ground: QColor, paint: Paint) -> QPixmap:
        ratio = self._owner.devicePixelRatioF()
        made = QPixmap(int(self._owner.width() * ratio), int(self._owner.height() * ratio))
        made.setDevicePixelRatio(ratio)
        made.fill(ground)
        q = QPainter(made)
        q.setRenderHint(QPainter.RenderHint.Antialiasing)
        paint(q)
        q.end()
        return made
