"""A line over the bench that goes away by itself."""

from PyQt6.QtCore import QTimer
from PyQt6.QtWidgets import QWidget

from ..widgets.text import Words


class Message(Words):
    """What was done, or why it was not."""

    def __init__(self, bench: QWidget) -> None:
        super().__init__(parent=bench)
        self._bench = bench
        self.setObjectName("message")
        self.setWordWrap(True)
        self.hide()
        self._quiet = QTimer(self)
        self._quiet.setSingleShot(True)
        self._quiet.setInterval(6000)
        self._quiet.timeout.connect(self.hide)

    def say(self, words: str) -> None:
        """Show a line for six seconds; nothing for no words."""
        if not words:
            return
        room = self._bench.width() - 32
        self.setText(words)
        self.setMaximumWidth(room)
        self.setMinimumWidth(min(self.fontMetrics().horizontalAdvance(words) + 30, room))
        self.adjustSize()
        self.move(16, self._bench.height() - self.height() - 126)
        self.show()
        self.raise_()
        self._quiet.start()
