"""The fifth step, in parts: states with their fills, and the most that may travel."""

from PyQt6.QtCore import pyqtSignal
from PyQt6.QtWidgets import QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from ..desk import Desk
from ..page import Page
from .day import DayPart
from .more import MorePart
from .road import RoadPart
from .states import StatesPart
from .two_tanks import TwoTanksPart

DAY = 3


class LiquidsPage(Page):
    """Liquids and the road. placard_asked: write the placard of the road fill shown.

    day_shown: whether the day belongs below the bench.
    """

    placard_asked = pyqtSignal()
    day_shown = pyqtSignal(bool)

    def __init__(self, desk: Desk) -> None:
        super().__init__(desk)
        self.states, self.road, self.day = StatesPart(desk), RoadPart(desk), DayPart(desk)
        self.two, self.more = TwoTanksPart(desk), MorePart(desk)
        self.road.placard.clicked.connect(self.placard_asked)
        self.parts: tuple[StatesPart | RoadPart | TwoTanksPart | DayPart | MorePart, ...] = (
            self.states,
            self.road,
            self.two,
            self.day,
            self.more,
        )
        self.tabs = tuple(self._tab(n, words) for n, words in enumerate(("States", "Road", "Map", "Day", "More")))
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
        self.shown = 0
        self.show_part(0)

    def _tab(self, n: int, words: str) -> QPushButton:
        tab = QPushButton(words)
        tab.setObjectName("tab")
        tab.setCheckable(True)
        tab.clicked.connect(lambda: self.show_part(n))
        return tab

    def show_part(self, n: int) -> None:
        """Show one part of the step."""
        self.shown = n
        for i, (part, tab) in enumerate(zip(self.parts, self.tabs, strict=True)):
            part.setVisible(i == n)
            tab.setChecked(i == n)
        self.day_shown.emit(n == DAY)
        self.refresh()

    def refresh(self) -> None:
        self.parts[self.shown].refresh()

    @property
    def tubes(self) -> QWidget:
        """The sight tubes of the states."""
        return self.states.tubes
