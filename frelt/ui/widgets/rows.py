"""A list whose rows take the lines they need: Qt leaves the padding out of account and would cut with dots."""

from collections.abc import Callable

from PyQt6.QtCore import QPoint, QSignalBlocker, QSize, Qt
from PyQt6.QtGui import QKeyEvent, QResizeEvent
from PyQt6.QtWidgets import QListWidget, QSizePolicy

from ...paint import fonts
from ..frame.later import later

PADDING = 14  # px, both sides of a row with its frame
LINE, ABOVE = 17, 10


class Rows(QListWidget):
    """Wrapped rows, never cut. Call `fit` when they have changed."""

    def __init__(self) -> None:
        super().__init__()
        self.setWordWrap(True)
        self.setTextElideMode(Qt.TextElideMode.ElideNone)
        self.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.setVerticalScrollMode(QListWidget.ScrollMode.ScrollPerItem)
        self.setVerticalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOn)

    def take_what_is_left(self, least: int) -> None:
        """Be as tall as the column leaves it, at least so many pixels, whatever is listed."""
        self.setMinimumHeight(least)
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Ignored)

    def whole_rows(self) -> None:
        """Leave below the last row that is shown whole as much room free as the next one would be cut to."""
        view, margin = self.viewport(), self.viewportMargins().bottom()
        if view is None:
            return
        room, shown, cut = view.height() + margin, 0, False
        for n in range(max(self.indexAt(QPoint(4, 2)).row(), 0), self.count()):
            tall = self.visualItemRect(self.item(n)).height()
            cut = shown + tall > room
            if cut:
                break
            shown += tall
        wanted = room - shown if cut and shown else 0
        if wanted != margin:
            self.setViewportMargins(0, 0, 0, wanted)

    def resizeEvent(self, event: QResizeEvent | None) -> None:
        super().resizeEvent(event)
        self.fit()

    def fit(self) -> None:
        """Give every row its height at this width."""
        view = self.viewport()
        room = (view.width() if view is not None else self.width()) - PADDING
        with QSignalBlocker(self):  # a height is no change of what a row says
            self._heighten(room)
        self.scheduleDelayedItemsLayout()
        later(self, 0, self.whole_rows)

    def _heighten(self, room: int) -> None:
        for n in range(self.count()):
            row = self.item(n)
            if row is not None:
                lines = sum(len(fonts.wrap(part, room, "text", 400, False)) for part in row.text().split("\n"))
                row.setSizeHint(QSize(room, LINE * lines + ABOVE))


class PaintedRows(Rows):
    """Rows that paint themselves and know their heights; Return takes the one that is current."""

    def __init__(self, take: Callable[[], object]) -> None:
        super().__init__()
        self._take = take

    def room(self) -> float:
        """Width of a row [px]."""
        view = self.viewport()
        return float((view.width() if view is not None else self.width()) - 2)

    def fit(self) -> None:
        self.scheduleDelayedItemsLayout()
        later(self, 0, self.whole_rows)

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        assert event is not None
        if event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter):
            self._take()
        else:
            super().keyPressEvent(event)
