"""What stands above each drawing: its name, the levels to choose from, and what the safe floor says of itself."""

from PyQt6.QtCore import QPointF, QRectF
from PyQt6.QtGui import QPainter

from ...drawing.views import View
from ...paint import fonts
from ...paint.painter import write
from ..frame.desk import Desk
from .brush import caption
from .layout import Layout

BASE = 16.0  # of the words above the plan, down from the top [px]
NAME = 96.0  # of a level, at most [px]


class Headings:
    """The headings of the bench. stops: where a level is chosen, and which; None for all."""

    def __init__(self, desk: Desk) -> None:
        self.desk = desk
        self.stops: list[tuple[QRectF, int | None]] = []
        self.others: list[tuple[QRectF, View]] = []

    def paint(self, p: QPainter, layout: Layout, right_side: bool, alone: View | None = None) -> None:
        """Paint them, and remember where a level is chosen. alone: the one drawing that is shown, if one is."""
        self.others = []
        if alone is not None:
            self._alone(p, layout, alone)
            return
        desk, theme, end = self.desk, self.desk.theme, self._end(layout)
        name = f": {desk.rig.deck(desk.close_up.deck).name}" if desk.close_up.closely and desk.rig is not None else ""
        at = self._levels(p, caption(p, layout.plan.left(), BASE, f"Plan{name}", theme), end)
        floor, said = desk.floor(), ""
        if floor is not None:
            from ...drawing.overlay.floor import floor_words

            listed, room = floor_words(floor), end - at.right() - 14
            said = next((w for w in listed if fonts.measure(w, "small", 500, False) <= room), listed[-1])
        elif desk.rig is not None and not desk.rig.items:
            said = "an empty deck: take a tank from the list at the right"
        if said:
            write(p, at.right() + 14, BASE, said, theme.color("hand"), "small", 500)
        if layout.side.width() <= 50:
            return
        words = "Side, from the right: front at the right" if right_side else "Side, from the left"
        down = -8.0 if desk.close_up.closely else 2.0  # what is broken off fills its area to the top
        caption(p, layout.side.left(), layout.side.top() + down, words, theme)
        if layout.rear.width() > 50:
            caption(p, layout.rear.left(), layout.rear.top() + down, "Rear, from behind", theme)

    def press(self, at: QPointF) -> bool:
        """Choose the level whose stop lies under a pixel, if there is one."""
        for box, n in self.stops:
            if box.contains(at):
                self.desk.close_up.look_at(self.desk.close_up.deck, n)
                return True
        return False

    def other_at(self, at: QPointF) -> View | None:
        """The drawing whose stop lies under a pixel, where one is shown alone."""
        return next((view for box, view in self.others if box.contains(at)), None)

    def _alone(self, p: QPainter, layout: Layout, shown: View) -> None:
        """The two drawings to choose from where one is shown alone; of the plan its levels too."""
        theme, left = self.desk.theme, layout.tape.left()
        both: tuple[tuple[View, str], ...] = (("plan", "Plan"), ("side", "Side"))
        for view, words in both:
            box = QRectF(left, 2, fonts.measure(words, "small", 500) + 18, 19)
            role = "stop.chosen" if view == shown else "stop"
            p.setPen(theme.pen(role))
            p.setBrush(theme.brush(role))
            p.drawRoundedRect(box, 9.5, 9.5)
            write(p, box.center().x(), BASE, words, theme.color("ink"), "small", 500, True, "middle")
            self.others.append((box, view))
            left = box.right() + 8
        self.stops = []
        if shown == "plan":
            self._levels(p, QRectF(left, 2, 10, 19), self._end(layout))

    @staticmethod
    def _end(layout: Layout) -> float:
        """How far the words above the plan may go [px]."""
        return (layout.limits.left() if layout.limits.width() > 50 else layout.sheet.width) - 12

    def _levels(self, p: QPainter, at: QRectF, end: float) -> QRectF:
        """The levels to choose from, the highest first, after all; returns what they end at."""
        desk, theme, listed = self.desk, self.desk.theme, self.desk.close_up.levels
        self.stops = []
        if not listed:
            return at
        for n in (None, *reversed(range(len(listed)))):
            words = fonts.elided("all" if n is None else listed[n].words, NAME, "small", 500)
            box = QRectF(at.right() + 8, 2, fonts.measure(words, "small", 500) + 18, 19)
            if box.right() > end:
                break
            role = "stop.chosen" if n == desk.close_up.level_shown else "stop"
            p.setPen(theme.pen(role))
            p.setBrush(theme.brush(role))
            p.drawRoundedRect(box, 9.5, 9.5)
            write(p, box.center().x(), BASE, words, theme.color("ink"), "small", 500, True, "middle")
            self.stops.append((box, n))
            at = box
        return at
