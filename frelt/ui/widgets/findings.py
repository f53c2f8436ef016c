"""A finding as a line of a page; pressed, what it is about is taken in hand."""

from collections.abc import Callable

from PyQt6.QtCore import Qt
from PyQt6.QtGui import QResizeEvent, QShowEvent
from PyQt6.QtWidgets import QPushButton, QWidget

from ...core.report.finding import Finding
from .text import Words

SIGNS = {"danger": "▲", "broken": "▲", "law": "◆", "advice": "○", "wish": "○"}
DOUBT = "▫"
ROOM = 244  # of the column, until it is known [px]
ASIDE, ABOVE = 8, 5  # of its words from its edges [px]


class Pressed(QPushButton):
    """A button of several lines: Qt's own wraps none, so a label lies in it, and it is as tall as that. look: finding, or offer."""

    def __init__(self, words: str, look: str = "finding") -> None:
        super().__init__()
        self.setObjectName(look)
        self.setAccessibleName(words)
        self.setCursor(Qt.CursorShape.PointingHandCursor)
        self._label = Words(words, self)
        self._label.setWordWrap(True)
        self._label.setAttribute(Qt.WidgetAttribute.WA_TransparentForMouseEvents)
        self.setMinimumHeight(self._tall(ROOM))

    def _tall(self, wide: int) -> int:
        return self._label.heightForWidth(max(wide - 2 * ASIDE, 40)) + 2 * ABOVE

    def resizeEvent(self, event: QResizeEvent | None) -> None:
        super().resizeEvent(event)
        self._fit()

    def showEvent(self, event: QShowEvent | None) -> None:
        super().showEvent(event)
        self._label.ensurePolished()  # its face is that of the window only now
        self._fit()

    def _fit(self) -> None:
        tall = self._tall(self.width())
        if tall != self.minimumHeight():
            self.setMinimumHeight(tall)
        self._label.setGeometry(ASIDE, ABOVE, max(self.width() - 2 * ASIDE, 40), max(self.height(), tall) - 2 * ABOVE)


def finding_line(one: Finding, take: Callable[[str], object]) -> QWidget:
    """The line, with a sign of its level. take: called with the first of what it is about."""
    words = f"{DOUBT if one.doubt else SIGNS[one.level]} {one.words}"
    if not one.where:
        label = Words(words)
        label.setWordWrap(True)
        return label
    made = Pressed(words)
    made.clicked.connect(lambda: take(one.where[0]))
    return made
