"""Why an entry is refused, said beside its field: it lies over what is at the left and moves nothing under the mouse."""

from PyQt6.QtCore import QEvent, QObject, QPoint
from PyQt6.QtWidgets import QScrollArea, QWidget

from .text import Words

WIDE, GAP = 290, 8


class Bubble(Words):
    """A line or two for one field. Shown while the field is seen, gone with it."""

    def __init__(self, field: QWidget) -> None:
        super().__init__()
        self._field = field
        self._area: QScrollArea | None = None
        self.setObjectName("bubble")
        self.setWordWrap(True)
        self.hide()
        field.destroyed.connect(self.deleteLater)

    def say(self, words: str) -> None:
        """Say why, or nothing any more."""
        self._field.removeEventFilter(self)
        if words:
            self._field.installEventFilter(self)
        self.setText(words)
        self._place()

    def eventFilter(self, watched: QObject | None, event: QEvent | None) -> bool:
        """It goes where the field goes."""
        if event is not None and event.type() in _MOVES:
            self._place()
        return super().eventFilter(watched, event)

    def _place(self) -> None:
        field, window = self._field, self._field.window()
        if not self.text() or not field.isVisible() or window is None:
            self.hide()
            return
        if self.parentWidget() is not window:
            self.setParent(window)
        self._watch()
        self.setFixedWidth(min(WIDE, max(self.fontMetrics().horizontalAdvance(self.text()) + 26, 90)))
        self.setFixedHeight(max(self.heightForWidth(self.width()), 1))
        at = field.mapTo(window, QPoint(0, 0))
        left = at.x() - self.width() - GAP
        middle = at.y() + (field.height() - self.height()) // 2
        spot = QPoint(left, middle) if left > 0 else QPoint(max(at.x(), 4), at.y() + field.height() + 2)
        self.move(spot.x(), min(max(spot.y(), 2), window.height() - self.height() - 2))
        self.setVisible(not field.visibleRegion().isEmpty())
        self.raise_()

    def _watch(self) -> None:
        """Follow the column as it scrolls."""
        above = self._field.parentWidget()
        while above is not None and not isinstance(above, QScrollArea):
            above = above.parentWidget()
        bar = above.verticalScrollBar() if isinstance(above, QScrollArea) else None
        if bar is not None and above is not self._area:
            self._area = above
            bar.valueChanged.connect(self._place)


_MOVES = {QEvent.Type.Move, QEvent.Type.Resize, QEvent.Type.Show, QEvent.Type.Hide, QEvent.Type.ParentChange}
