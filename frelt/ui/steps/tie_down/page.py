"""Tie-down: everything and how it is held, what is in hand, and the walk before the road."""

from PyQt6.QtCore import pyqtSignal

from ...frame.desk import Desk
from ...frame.page import PartedPage
from .hand import HoldHand
from .now import HoldNow
from .things import HoldThings
from .walk import WalkPart


class TieDownPage(PartedPage):
    """The step in parts, with one answer for all of them."""

    walk_asked = pyqtSignal()
    held_asked = pyqtSignal()

    def __init__(self, desk: Desk) -> None:
        super().__init__(desk)
        self.now = HoldNow(desk)
        self.things, self.hand, self.walk = HoldThings(desk, self.now), HoldHand(desk, self.now), WalkPart(desk)
        self.listed = (self.things, self.hand, self.walk)
        self.put_parts((("Everything", self.things), ("In hand", self.hand), ("Walk", self.walk)))
        self.walk.looked.connect(self.now.changed)
        self.walk.print_asked.connect(self.walk_asked)
        self.things.print_asked.connect(self.held_asked)
        self.now.changed.connect(self._taken)
        self.now.told.connect(self._told)
        desk.removes.append(self._remove)
        self.show_part(0)

    def refresh(self) -> None:
        self.now.look()
        self.listed[self.shown].refresh()

    def _told(self) -> None:
        if self.isVisible():
            self.listed[self.shown].refresh()

    def _taken(self) -> None:
        if self.shown == 2 and self.isVisible():
            return
        if self.isVisible() and (self.now.held or self.now.strap) and self.shown != 1:
            self.show_part(1)
        elif self.isVisible():
            self.refresh()

    def _remove(self) -> bool:
        """Delete takes away the strap or anchor in hand while this step is seen."""
        return self.isVisible() and self.hand.remove()

    def show_part(self, n: int) -> None:
        super().show_part(n)
        self.now.walking = self.walk if n == 2 else None
        self.now.changed.emit()
