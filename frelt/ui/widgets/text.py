"""Text is text: whatever comes from a file or a hand is shown letter by letter, never read as markup."""

from typing import Protocol

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QLabel, QWidget


class Words(QLabel):
    """A label that shows its text as it is."""

    def __init__(self, words: str = "", parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.setTextFormat(Qt.TextFormat.PlainText)
        self.setText(words)


class Tipped(Protocol):
    """What has a tip: a widget, a row of a list, an action."""

    def toolTip(self) -> str: ...
    def setToolTip(self, words: str) -> None: ...


def tip(over: Tipped, words: str) -> None:
    """Give something a tip that shows its text as it is; a tip that looks like markup would be read as such."""
    if "<" in words or "&" in words:
        from html import escape

        words = f"<span>{escape(words)}</span>"
    if words != over.toolTip():
        over.setToolTip(words)


def literal(words: str) -> str:
    """A text for a button or a menu, where a single “&” would underline the sign behind it."""
    return words.replace("&", "&&")
