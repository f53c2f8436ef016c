"""Test, scale: the ticket, what it says, what to weigh next. The test sheet and the fault finder come later."""

from PyQt6.QtCore import pyqtSignal

from ...frame.desk import Desk
from ...frame.page import PartedPage
from ...widgets.fields import prose
from .following import NextPart
from .now import ScaleNow
from .says import SaysPart
from .ticket import TicketPart


class ScalePage(PartedPage):
    """The step in parts, with one answer for all of them."""

    scale_asked = pyqtSignal()

    def __init__(self, desk: Desk) -> None:
        super().__init__(desk)
        self.now = ScaleNow(desk)
        self.ticket, self.says, self.following = TicketPart(desk, self.now), SaysPart(desk, self.now), NextPart(desk, self.now)
        self.listed = (self.ticket, self.says, self.following)
        box = self.put_parts((("Ticket", self.ticket), ("What it says", self.says), ("Next", self.following)))
        box.addWidget(prose("Gauge, bucket and volt readings with a fault finder are not here yet: this step has the scale."))
        self.following.print_asked.connect(self.scale_asked)
        self.now.told.connect(self._told)
        self.ticket.told.connect(lambda: self.show_part(1))  # what was read is asked for next
        rig = desk.session.rig
        self.show_part(1 if rig is not None and rig.weighings else 0)

    def refresh(self) -> None:
        self.now.look()
        self.listed[self.shown].refresh()

    def show_part(self, n: int) -> None:
        super().show_part(n)
        self.now.typing = n == 0
        self.now.changed.emit()

    def _told(self) -> None:
        if self.isVisible():
            self.listed[self.shown].refresh()
