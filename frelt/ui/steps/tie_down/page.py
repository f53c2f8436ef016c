"""Tie-down: everything and how it is held, what is in hand, and the walk before the road."""

from ...frame.desk import Desk
from ...frame.page import PartedPage
from .hand import HoldHand
from .now import HoldNow
from .things import HoldThings


class TieDownPage(PartedPage):
    """The step in parts, with one answer for all of them."""

    def __init__(self, desk: Desk) -> None:
        super().__init__(desk)
        self.now = HoldNow(desk)
        self.things, self.hand = HoldThings(desk, self.now), HoldHand(desk, self.now)
        self.listed = (self.things, self.hand)
        self.put_parts((("Everything", self.things), ("In hand", self.hand)))
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
        if self.isVisible() and (self.now.held or self.now.strap) and self.shown != 1:
            self.show_part(1)
        elif self.isVisible():
            self.refresh()

    def _remove(self) -> bool:
        """Delete takes away the strap or anchor in hand while this step is seen."""
        return self.isVisible() and self.hand.remove()
