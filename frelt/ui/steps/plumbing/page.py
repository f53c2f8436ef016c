"""Plumbing: what flows where, what is in hand, and tips; the line plan stands below the bench meanwhile."""

from ...frame.desk import Desk
from ...frame.page import PartedPage
from .flow import FlowPart
from .hand import HandPart
from .line_plan import LinePlan
from .now import LinesNow
from .tips import TipsPart


class PlumbingPage(PartedPage):
    """The step in parts, with one solution of the lines for all of them."""

    def __init__(self, desk: Desk) -> None:
        super().__init__(desk)
        self.now = LinesNow(desk)
        self.plan = LinePlan(desk, self.now)
        self.flow, self.hand, self.tips = (
            FlowPart(desk, self.now, self.plan),
            HandPart(desk, self.now, self.plan),
            TipsPart(desk),
        )
        self.listed = (self.flow, self.hand, self.tips)
        self.put_parts((("Flow", self.flow), ("In hand", self.hand), ("Tips", self.tips)))
        self.now.held_changed.connect(self._held)
        desk.removes.append(self._remove)
        self.show_part(0)

    def refresh(self) -> None:
        self.listed[self.shown].refresh()

    def _held(self) -> None:
        if self.isVisible() and self.now.held and self.shown != 1:
            self.show_part(1)
        elif self.isVisible():
            self.refresh()

    def _remove(self) -> bool:
        """Delete takes away what is in hand of the lines, while this step is seen."""
        if not self.isVisible() or not self.now.held:
            return False
        self.plan.edits.remove()
        return True
