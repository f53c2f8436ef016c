"""The fifth step, in parts: states with their fills, the most that may travel, two tanks, the day, and more."""

from PyQt6.QtCore import pyqtSignal
from PyQt6.QtWidgets import QWidget

from ...frame.desk import Desk
from ...frame.page import PartedPage
from .day import DayPart
from .more import MorePart
from .road import RoadPart
from .states import StatesPart
from .two_tanks import TwoTanksPart


class LiquidsPage(PartedPage):
    """Liquids and the road. placard_asked: write the placard of the road fill shown.

    day_shown: whether the day belongs below the bench.
    """

    placard_asked = pyqtSignal()
    day_shown = pyqtSignal(bool)

    def __init__(self, desk: Desk) -> None:
        super().__init__(desk)
        self.states, self.road, self.two = StatesPart(desk), RoadPart(desk), TwoTanksPart(desk)
        self.day, self.more = DayPart(desk), MorePart(desk)
        self.road.placard.clicked.connect(self.placard_asked)
        self.listed = (self.states, self.road, self.two, self.day, self.more)
        self.put_parts(tuple(zip(("States", "Road", "Map", "Day", "More"), self.listed, strict=True)))
        self.show_part(0)

    def show_part(self, n: int) -> None:
        """Show one part of the step."""
        super().show_part(n)
        self.day_shown.emit(self.listed[n] is self.day)

    def refresh(self) -> None:
        self.listed[self.shown].refresh()

    @property
    def tubes(self) -> QWidget:
        """The sight tubes of the states."""
        return self.states.tubes
