"""A line at the right of the menus that goes away by itself: what was done, or, told apart by look and word, why it was not."""

from PyQt6.QtCore import QEvent, QObject, QTimer
from PyQt6.QtGui import QHideEvent, QMouseEvent
from PyQt6.QtWidgets import QFrame, QHBoxLayout, QMainWindow, QSizePolicy

from ..widgets.dressed import dress
from ..widgets.text import Words

DONE, REFUSED = 6000, 14_000  # ms for which it stands; a refusal has to be read to its end
MENUS = 330  # px that the menus take


class Message(QFrame):
    """Over the row of the menus, where nothing else is; a long one hangs down from it. A click sends it away."""

    def __init__(self, window: QMainWindow) -> None:
        super().__init__(window)
        self._window = window
        self.setObjectName("message")
        self.kind = Words("Not done")
        self.kind.setObjectName("message-kind")
        self.words = Words()
        self.words.setWordWrap(True)
        self.words.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Preferred)
        row = QHBoxLayout(self)
        row.setContentsMargins(10, 1, 10, 1)
        row.setSpacing(8)
        row.addWidget(self.kind)
        row.addWidget(self.words, 1)
        self.hide()
        self._quiet = QTimer(self)
        self._quiet.setSingleShot(True)
        self._quiet.timeout.connect(self.hide)

    def text(self) -> str:
        """What was said last."""
        return self.words.text()

    def say(self, words: str) -> None:
        """Show what was done for six seconds; nothing for no words."""
        self._show(words, False)

    def refuse(self, words: str) -> None:
        """Show why something was not done, until it has been read."""
        self._show(words, True)

    def _show(self, words: str, refused: bool) -> None:
        if not words:
            return
        self.words.setText(words)
        self.kind.setVisible(refused)
        dress(self, "refused", refused)
        self.setAccessibleName(f"Not done: {words}" if refused else words)
        self._place()
        self._window.installEventFilter(self)  # while it is seen
        self.show()
        self.raise_()
        self._quiet.start(REFUSED if refused else DONE)

    def _place(self) -> None:
        room = self._window.width() - MENUS - 8
        beside = 36 + (self.kind.sizeHint().width() + 8 if not self.kind.isHidden() else 0)
        wide = min(self.words.fontMetrics().horizontalAdvance(self.words.text()) + beside, room)
        row = self._window.menuBar()
        least = row.height() - 2 if row is not None else 22
        self.resize(wide, max(self.words.heightForWidth(wide - beside + 8) + 4, least))
        self.move(self._window.width() - wide - 8, 1)

    def eventFilter(self, watched: QObject | None, event: QEvent | None) -> bool:
        """It keeps to the right edge."""
        if event is not None and event.type() == QEvent.Type.Resize and self.isVisible():
            self._place()
        return super().eventFilter(watched, event)

    def hideEvent(self, event: QHideEvent | None) -> None:
        self._window.removeEventFilter(self)
        super().hideEvent(event)

    def mousePressEvent(self, event: QMouseEvent | None) -> None:
        self.hide()
