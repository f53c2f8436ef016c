"""The right column: the page of the step in hand, made when it is first wanted."""

from typing import TYPE_CHECKING

from PyQt6.QtCore import Qt, pyqtSignal
from PyQt6.QtWidgets import (
    QLineEdit,
    QListWidget,
    QPushButton,
    QScrollArea,
    QStackedLayout,
    QWidget,
)

from .desk import Desk
from .later import later
from .step import THINGS, Step
from .steps import STEPS, page_of

if TYPE_CHECKING:
    from ..steps.liquids.page import LiquidsPage
    from ..steps.things.page import ThingsPage


TAB = Qt.FocusPolicy.TabFocus
LINE = 14  # px by which fields of one line may differ


class RightColumn(QWidget):
    """The page of the step in hand. sheet_asked: print the load sheet.  carriers_asked: show the table of carriers.

    placard_asked: print the placard of the road fill shown.  started: a new rig is on the bench.
    """

    sheet_asked = pyqtSignal()
    carriers_asked = pyqtSignal()
    started = pyqtSignal()
    placard_asked = pyqtSignal()
    walk_asked = pyqtSignal()
    held_asked = pyqtSignal()
    scale_asked = pyqtSignal()
    day_made = pyqtSignal(QWidget)  # the plot of the day, to be put below the bench
    day_shown = pyqtSignal(bool)
    plan_made = pyqtSignal(QWidget)  # the line plan, to be put below the bench
    scale_made = pyqtSignal(object)  # the ticket that is typed, its plates to be drawn under the plan
    hold_made = pyqtSignal(object)  # what is in hand of the tie-down, to be drawn over the bench

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        self.setObjectName("right")
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self.setFixedWidth(292)
        self._stack = QStackedLayout(self)
        self._areas: dict[Step, QScrollArea] = {}
        self._liquids: LiquidsPage | None = None
        self._plan: QWidget | None = None
        self._seen = ""
        desk.step_changed.connect(self.show_page)
        desk.hand_changed.connect(self._from_the_top)
        self.started.connect(lambda: later(self, 0, self.enter))  # when its fields are there

    @property
    def things(self) -> "ThingsPage":
        """The page of big and small things."""
        from ..steps.things.page import ThingsPage

        page = self.page(Step.BIG_THINGS)
        assert isinstance(page, ThingsPage)
        return page

    def page(self, step: Step) -> QWidget:
        """The page of a step, made when it is first wanted."""
        step = page_of(step)
        if step not in self._areas:
            from .scroller import scrolling

            made = self._make(step)
            self._areas[step] = scrolling(made)
            self._stack.addWidget(self._areas[step])
        page = self._areas[step].widget()
        assert page is not None
        return page

    def scroller(self, step: Step) -> QScrollArea:
        """What the page of a step scrolls in."""
        self.page(step)
        return self._areas[page_of(step)]

    def _make(self, step: Step) -> QWidget:
        entry = STEPS[step]
        if entry.page is None or isinstance(entry.page, Step):
            from .later_page import LaterPage

            return LaterPage(step)
        made = entry.page(self.desk)
        for name in entry.asks:
            getattr(made, name).connect(getattr(self, name))
        if step is Step.LIQUIDS:
            self._take_day(made)
        elif step is Step.PLUMBING:
            self._take_plan(made)
        elif step is Step.TIE_DOWN:
            from ..steps.tie_down.page import TieDownPage

            assert isinstance(made, TieDownPage)
            self.hold_made.emit(made.now)
        elif step is Step.SCALE:
            from ..steps.scale.page import ScalePage

            assert isinstance(made, ScalePage)
            self.scale_made.emit(made.now)
        return made

    def _take_day(self, made: QWidget) -> None:
        from ..steps.liquids.page import LiquidsPage

        assert isinstance(made, LiquidsPage)
        made.day_shown.connect(lambda _: self._show_day())
        self._liquids = made
        self.day_made.emit(made.day.plot)

    def _take_plan(self, made: QWidget) -> None:
        from ..steps.plumbing.page import PlumbingPage

        assert isinstance(made, PlumbingPage)
        self._plan = made.plan
        self.plan_made.emit(made.plan)

    def show_page(self) -> None:
        """Show the page of the step in hand."""
        page = self.page(self.desk.step)
        area = next(a for a in self._areas.values() if a.widget() is page)
        self._stack.setCurrentWidget(area)
        if self.desk.step in THINGS:
            self.things.show_step(self.desk.step)
        if self._plan is not None:
            self._plan.setVisible(self.desk.step is Step.PLUMBING)
        self._show_day()

    def _from_the_top(self) -> None:
        """Another thing in hand is read from its first line."""
        held = self.desk.in_hand
        area = self._areas.get(page_of(self.desk.step))
        bar = area.verticalScrollBar() if area is not None else None
        if held != self._seen and bar is not None:
            bar.setValue(0)
        self._seen = held

    def _show_day(self) -> None:
        """The day stands below the bench while its part of the fifth step is open."""
        if self._liquids is not None:
            on = self.desk.step is Step.LIQUIDS and self._liquids.parts[self._liquids.shown] is self._liquids.day
            if self._liquids.day.plot.isVisible() != on:
                self.day_shown.emit(on)
                self._liquids.day.show_plot(on)

    def edit_rule(self, field: str) -> None:
        """Put the keys into the field of a rule, under Chassis, and bring it into sight."""
        from ..steps.chassis.page import ChassisPage
        from .scroller import keep_in_sight

        page = self.page(Step.CHASSIS)
        assert isinstance(page, ChassisPage)
        page.refresh()
        page.rule(field).edit.setFocus()
        keep_in_sight(self._areas[Step.CHASSIS])

    def focusNextPrevChild(self, forward: bool) -> bool:
        """Tab goes through the page as it is seen: down, and in a line to the right."""
        page = self.page(self.desk.step)
        seen = [w for w in page.findChildren(QWidget) if w.isVisible() and w.isEnabled() and w.focusPolicy() & TAB]
        seen = [w for w in seen if w.focusProxy() is None]
        where = {w: w.mapTo(page, w.rect().center()) for w in seen}
        seen.sort(key=lambda w: (where[w].y() // LINE, where[w].x()))
        now = self.focusWidget()
        at = seen.index(now) + (1 if forward else -1) if now in seen else (0 if forward else len(seen) - 1)
        if not 0 <= at < len(seen):
            return super().focusNextPrevChild(forward)
        seen[at].setFocus(Qt.FocusReason.TabFocusReason if forward else Qt.FocusReason.BacktabFocusReason)
        return True

    def begin(self) -> None:
        """Where nothing is on the bench yet, the keys go to the search of a chassis."""
        if self.desk.rig is None:
            from ..steps.job.page import JobPage

            page = self.page(Step.JOB)
            assert isinstance(page, JobPage)
            page.chassis.box.setFocus()

    def enter(self) -> None:
        """Put the keys into the first field of the page shown."""
        page = self.page(self.desk.step)
        for kind in (QLineEdit, QListWidget, QPushButton):
            for widget in page.findChildren(kind):
                if widget.isVisible() and widget.isEnabled():
                    widget.setFocus()
                    return
