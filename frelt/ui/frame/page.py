"""What a page of the right column has in common."""

from collections.abc import Sequence

from PyQt6.QtGui import QShowEvent
from PyQt6.QtWidgets import QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from .desk import Desk


class Page(QWidget):
    """A page that is refreshed while it is seen, and when it comes into view."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        for signal in (desk.changed, desk.state_changed, desk.looks_changed):
            signal.connect(self._if_seen)

    def _if_seen(self) -> None:
        if self.isVisible():
            self.refresh()

    def showEvent(self, event: QShowEvent | None) -> None:
        super().showEvent(event)
        self.refresh()

    def refresh(self) -> None:
        """Show things as they stand."""
        raise NotImplementedError


class PartedPage(Page):
    """A page in parts, one of which is shown at a time, with a row of tabs above."""

    def __init__(self, desk: Desk) -> None:
        super().__init__(desk)
        self.parts: tuple[QWidget, ...] = ()
        self.tabs: tuple[QPushButton, ...] = ()
        self.shown = 0

    def put_parts(self, named: Sequence[tuple[str, QWidget]]) -> QVBoxLayout:
        """Put the tabs and the parts on the page, none shown yet; returns the layout."""
        self.parts = tuple(part for _, part in named)
        self.tabs = tuple(self._tab(n, words) for n, (words, _) in enumerate(named))
        row = QHBoxLayout()
        for tab in self.tabs:
            row.addWidget(tab)
        row.addStretch(1)
        box = QVBoxLayout(self)
        box.setContentsMargins(0, 0, 0, 0)
        box.setSpacing(8)
        box.addLayout(row)
        for part in self.parts:
            box.addWidget(part, 1)
        return box

    def _tab(self, n: int, words: str) -> QPushButton:
        tab = QPushButton(words)
        tab.setObjectName("tab")
        tab.setCheckable(True)
        tab.clicked.connect(lambda: self.show_part(n))
        return tab

    def show_part(self, n: int) -> None:
        """Show one part."""
        self.shown = n
        for i, (part, tab) in enumerate(zip(self.parts, self.tabs, strict=True)):
            part.setVisible(i == n)
            tab.setChecked(i == n)
        self.refresh()
