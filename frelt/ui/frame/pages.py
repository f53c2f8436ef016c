"""The right column: the page of the step in hand, made when it is first wanted."""

from typing import TYPE_CHECKING

from PyQt6.QtCore import Qt, pyqtSignal
from PyQt6.QtWidgets import (
    QApplication,
    QLineEdit,
    QListWidget,
    QPushButton,
    QScrollArea,
    QStackedLayout,
    QVBoxLayout,
    QWidget,
)

from ..steps.things.page import ThingsPage
from ..widgets.fields import heading, prose, title
from .desk import STEPS, Desk
from .path import LATER

if TYPE_CHECKING:
    from ..steps.liquids.page import LiquidsPage


class RightColumn(QWidget):
    """The page of the step in hand. sheet_asked: print the load sheet.  carriers_asked: show the table of carriers.

    placard_asked: print the placard of the road fill shown.
    """

    sheet_asked = pyqtSignal()
    carriers_asked = pyqtSignal()
    placard_asked = pyqtSignal()
    day_made = pyqtSignal(QWidget)  # the plot of the day, to be put below the bench
    day_shown = pyqtSignal(bool)

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        self.setObjectName("right")
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self.setFixedWidth(292)
        self._stack = QStackedLayout(self)
        self._areas: dict[int, QScrollArea] = {}
        self._liquids: LiquidsPage | None = None
        desk.step_changed.connect(self.show_page)

    @property
    def things(self) -> "ThingsPage":
        """The page of big and small things."""
        page = self.page(2)
        assert isinstance(page, ThingsPage)
        return page

    def page(self, step: int) -> QWidget:
        """The page of a step, made when it is first wanted."""
        if step == 3:
            step = 2  # big and small things share a page
        if step not in self._areas:
            made = self._make(step)
            self._areas[step] = _scrolling(made)
            self._stack.addWidget(self._areas[step])
        page = self._areas[step].widget()
        assert page is not None
        return page

    def scroller(self, step: int) -> QScrollArea:
        """What the page of a step scrolls in."""
        self.page(step)
        return self._areas[2 if step == 3 else step]

    def _make(self, step: int) -> QWidget:
        if step in LATER:
            return LaterPage(step)
        if step == 2:
            return ThingsPage(self.desk)
        if step == 9:
            hand_over = HandOverPage(self.desk)
            hand_over.sheet_asked.connect(self.sheet_asked)
            return hand_over
        if step == 1:
            from ..steps.chassis.page import ChassisPage

            return ChassisPage(self.desk)
        if step == 0:
            from ..steps.job.page import JobPage

            job = JobPage(self.desk)
            job.brief.carriers_asked.connect(self.carriers_asked)
            return job
        from ..steps.liquids.page import LiquidsPage

        liquids = LiquidsPage(self.desk)
        liquids.placard_asked.connect(self.placard_asked)
        liquids.day_shown.connect(lambda _: self._show_day())
        self._liquids = liquids
        self.day_made.emit(liquids.day.plot)
        return liquids

    def show_page(self) -> None:
        """Show the page of the step in hand."""
        page = self.page(self.desk.step)
        area = next(a for a in self._areas.values() if a.widget() is page)
        self._stack.setCurrentWidget(area)
        if isinstance(page, ThingsPage):
            page.show_step(self.desk.step)
        self._show_day()

    def _show_day(self) -> None:
        """The day stands below the bench while its part of the fifth step is open."""
        if self._liquids is not None:
            on = self.desk.step == 4 and self._liquids.parts[self._liquids.shown] is self._liquids.day
            if self._liquids.day.plot.isVisible() != on:
                self.day_shown.emit(on)
                self._liquids.day.show_plot(on)

    def edit_rule(self, field: str) -> None:
        """Put the keys into the field of a rule, under Chassis, and bring it into sight."""
        from ..steps.chassis.page import ChassisPage

        page = self.page(1)
        assert isinstance(page, ChassisPage)
        page.refresh()
        page.rule(field).edit.setFocus()
        _keep_in_sight(self._areas[1])

    def enter(self) -> None:
        """Put the keys into the first field of the page shown."""
        page = self.page(self.desk.step)
        for kind in (QLineEdit, QListWidget, QPushButton):
            for widget in page.findChildren(kind):
                if widget.isVisible() and widget.isEnabled():
                    widget.setFocus()
                    return


def _scrolling(page: QWidget) -> QScrollArea:
    page.setObjectName("page")
    page.setContentsMargins(16, 14, 14, 12)
    area = QScrollArea()
    area.setWidgetResizable(True)
    area.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
    area.setWidget(page)
    area.setFocusPolicy(Qt.FocusPolicy.NoFocus)
    bar = area.verticalScrollBar()
    assert bar is not None
    bar.rangeChanged.connect(lambda: _keep_in_sight(area))  # a page just made gets its height later
    return area


def _keep_in_sight(area: QScrollArea) -> None:
    """Scroll so that the field with the keys is seen, if it is on this page."""
    page, field = area.widget(), QApplication.focusWidget()
    if page is not None and field is not None and page.isAncestorOf(field):
        area.ensureWidgetVisible(field, 0, 60)


class HandOverPage(QWidget):
    """Hand-over: the load sheet, and what to do before the road."""

    sheet_asked = pyqtSignal()

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.button = QPushButton("Write the load sheet (PDF) …")
        self.button.clicked.connect(self.sheet_asked)
        box = QVBoxLayout(self)
        box.setContentsMargins(0, 0, 0, 0)
        box.setSpacing(8)
        box.addWidget(heading("Hand-over"))
        box.addWidget(title("Load sheet"))
        box.addWidget(
            prose(
                "One page from these drawings: every support in its worst state against its rating, where each figure comes from, and a place for the scale ticket."
            )
        )
        box.addWidget(self.button)
        box.addSpacing(8)
        box.addWidget(
            prose(
                "Frelt is a planning aid. Weigh the rig, full and as it travels, before it takes the road; makers' ratings and local law come first."
            )
        )
        box.addSpacing(8)
        box.addWidget(prose("Serial plate, walk-through list and price come here later."))
        box.addStretch(1)


class LaterPage(QWidget):
    """A step that is not built yet says what will come."""

    def __init__(self, step: int) -> None:
        super().__init__()
        box = QVBoxLayout(self)
        box.setContentsMargins(0, 0, 0, 0)
        box.setSpacing(8)
        box.addWidget(heading(STEPS[step]))
        box.addWidget(title("Not built yet"))
        box.addWidget(prose(LATER[step]))
        box.addStretch(1)
