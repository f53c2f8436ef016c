"""The right column: the page of the step in hand, made when it is first wanted."""

from typing import TYPE_CHECKING

from PyQt6.QtCore import QEvent, QObject, QPoint, Qt, pyqtSignal
from PyQt6.QtGui import QKeyEvent, QResizeEvent
from PyQt6.QtWidgets import (
    QApplication,
    QComboBox,
    QLabel,
    QLineEdit,
    QListWidget,
    QPushButton,
    QScrollArea,
    QStackedLayout,
    QVBoxLayout,
    QWidget,
)

from ..widgets.fields import heading, prose, title
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
            made = self._make(step)
            self._areas[step] = _scrolling(made)
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

        page = self.page(Step.CHASSIS)
        assert isinstance(page, ChassisPage)
        page.refresh()
        page.rule(field).edit.setFocus()
        _keep_in_sight(self._areas[Step.CHASSIS])

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


class _Scroller(QScrollArea):
    """Gives its page the height that its wrapped lines take at this width: Qt would press them together first."""

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        """Page down and up go to the first field below the next heading, or the one before."""
        if event is not None and event.key() in (Qt.Key.Key_PageDown, Qt.Key.Key_PageUp) and not event.modifiers():
            self._to_heading(1 if event.key() == Qt.Key.Key_PageDown else -1)
        else:
            super().keyPressEvent(event)

    def _to_heading(self, way: int) -> None:
        page, now = self.widget(), QApplication.focusWidget()
        if page is None:
            return
        heads = sorted(_top(h, page) for h in page.findChildren(QLabel, "heading") if h.isVisible())
        listed = ((_top(w, page), n, w) for n, w in enumerate(page.findChildren(QWidget)) if w.isVisible() and _is_field(w))
        fields = sorted(listed, key=lambda f: f[:2])
        first: dict[int, QWidget] = {}  # of every heading that has fields, by how far down it is
        for low, high in zip(heads, [*heads[1:], page.height()], strict=True):
            own = next((w for top, _, w in fields if low <= top < high), None)
            if own is not None:
                first[low] = own
        here = _top(now, page) if now is not None and page.isAncestorOf(now) else -1
        starts = list(first)
        at = sum(h <= here for h in starts) - 1 + way
        if 0 <= at < len(starts):
            first[starts[at]].setFocus(Qt.FocusReason.TabFocusReason)
            self.ensureWidgetVisible(first[starts[at]], 0, 60)

    def eventFilter(self, watched: QObject | None, event: QEvent | None) -> bool:
        if watched is self.widget() and event is not None and event.type() == QEvent.Type.LayoutRequest:
            self._heighten()
        return super().eventFilter(watched, event)

    def resizeEvent(self, event: QResizeEvent | None) -> None:
        super().resizeEvent(event)
        self._heighten()

    def _heighten(self) -> None:
        page, view = self.widget(), self.viewport()
        layout = page.layout() if page is not None else None
        if page is not None and view is not None and layout is not None and layout.hasHeightForWidth():
            needed = layout.minimumHeightForWidth(view.width())
            if page.minimumHeight() != needed:
                page.setMinimumHeight(needed)


def _top(widget: QWidget, page: QWidget) -> int:
    return widget.mapTo(page, QPoint(0, 0)).y()


def _is_field(widget: QWidget) -> bool:
    return widget.isEnabled() and bool(widget.focusPolicy() & TAB) and isinstance(widget, QLineEdit | QListWidget | QComboBox)


def _scrolling(page: QWidget) -> QScrollArea:
    page.setObjectName("page")
    page.setContentsMargins(16, 14, 14, 12)
    area = _Scroller()
    area.setWidgetResizable(True)
    area.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
    area.setWidget(page)
    page.installEventFilter(area)
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


class LaterPage(QWidget):
    """A step that is not built yet says what will come."""

    def __init__(self, step: Step) -> None:
        super().__init__()
        box = QVBoxLayout(self)
        box.setContentsMargins(0, 0, 0, 0)
        box.setSpacing(8)
        box.addWidget(heading(STEPS[step].title))
        box.addWidget(title("Not built yet"))
        box.addWidget(prose(STEPS[step].later))
        box.addStretch(1)
