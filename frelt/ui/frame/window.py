"""The main window: verdict on top, path at the left, bench in the middle, what a step offers at the right, states below."""

from functools import cached_property
from pathlib import Path
from typing import TYPE_CHECKING

from PyQt6.QtCore import QEvent, QRectF
from PyQt6.QtGui import QCloseEvent, QDragEnterEvent, QDropEvent
from PyQt6.QtWidgets import (
    QApplication,
    QHBoxLayout,
    QMainWindow,
    QVBoxLayout,
    QWidget,
)

from ..bench.bench import Bench
from .desk import Desk
from .files import Files
from .keeping import Keeping
from .menus import Menus
from .message import Message
from .notices import Notices
from .pages import RightColumn
from .path import StepPath
from .step import Step
from .strip import Strip
from .style import style_sheet
from .verdict import Verdict

if TYPE_CHECKING:
    from ...drawing.overlay.limits import Spot
    from ..steps.plumbing.line_plan import LinePlan
    from ..steps.things.work import Work
    from ..widgets.figure_card import FigureCard
    from .looking import Looking
    from .papers import Papers
    from .unit_menus import UnitMenus
    from .windows import Windows


FRAME = (8, 36)  # what a window's frame may take [px]


class Window(QMainWindow):
    """Puts the widgets together and carries out the actions."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        self.files = Files(desk, self)
        self._lost = False  # whether somebody said that unsaved work may go
        self.setMinimumSize(1000, 680)
        self._as_last_time()
        self.setAcceptDrops(True)
        self.verdict = Verdict(desk)
        self.path = StepPath(desk)
        self.bench = Bench(desk)
        self.right = RightColumn(desk)
        self.strip = Strip(desk)
        self.figure: FigureCard | None = None
        self.message, self.notices = Message(self), Notices()
        self.keeping = Keeping(self)
        self._put_together()
        self.menus = Menus(self)
        self._wire()
        self._looks()
        self._title()

    def _put_together(self) -> None:
        self.centre = QVBoxLayout()
        self.centre.setSpacing(0)
        self.centre.addWidget(self.bench, 37)
        middle = QHBoxLayout()
        middle.setSpacing(0)
        middle.addWidget(self.path)
        middle.addLayout(self.centre, 1)
        middle.addWidget(self.right)
        whole = QWidget()
        whole.setObjectName("bench-frame")
        box = QVBoxLayout(whole)
        box.setContentsMargins(0, 0, 0, 0)
        box.setSpacing(0)
        box.addWidget(self.verdict)
        box.addWidget(self.notices)
        box.addLayout(middle, 1)
        box.addWidget(self.strip)
        self.right.day_made.connect(lambda plot: box.insertWidget(3, plot))
        self.right.plan_made.connect(self._take_plan)
        self.right.hold_made.connect(self.bench.tools.show_held)
        self.right.scale_made.connect(self.bench.tools.show_plates)
        self.right.day_shown.connect(lambda on: self.strip.setVisible(not on))
        self.setCentralWidget(whole)

    def _wire(self) -> None:
        desk = self.desk
        desk.changed.connect(self._title)
        desk.looks_changed.connect(self._looks)
        desk.said.connect(self.message.say)
        desk.refused.connect(self.message.refuse)
        self.verdict.accept_asked.connect(lambda: self.panels.accept())
        self.bench.figure_asked.connect(self.ask_figure)
        self.verdict.cause_asked.connect(lambda: self.looking.to_cause())
        self.bench.first_painted.connect(self.right.show_page)
        self.bench.first_painted.connect(self.menus.fill)
        self.bench.first_painted.connect(self.right.begin)
        self.right.sheet_asked.connect(lambda: self.papers.write_sheet())
        self.right.walk_asked.connect(lambda: self.papers.write_walk())
        self.right.held_asked.connect(lambda: self.papers.write_held())
        self.right.scale_asked.connect(lambda: self.papers.write_scale())
        self.right.carriers_asked.connect(lambda: self.panels.carriers())
        self.right.placard_asked.connect(self._write_placard)
        self.files.opened.connect(self._opened)
        self.files.emptied.connect(self.right.begin)
        self.files.changed_elsewhere.connect(self.keeping.ask)

    def _take_plan(self, plan: "LinePlan") -> None:
        self.centre.addWidget(plan, 63)
        self.bench.tools.show_lines(plan.now)

    def _write_placard(self) -> None:
        from ..steps.liquids.page import LiquidsPage

        page = self.right.page(Step.LIQUIDS)
        assert isinstance(page, LiquidsPage)
        self.papers.write_placard(page.road.found, page.road.order)

    def _looks(self) -> None:
        self.setStyleSheet(style_sheet(self.desk.theme))

    def _title(self) -> None:
        path, rig = self.desk.session.path, self.desk.rig
        name = rig.name if rig is not None else "nothing yet"
        file = path.name if path is not None else "not saved yet"
        self.setWindowTitle(f"{name} ({file}[*]) · Frelt")
        self.setWindowModified(self.desk.session.dirty)

    def _as_last_time(self) -> None:
        """As large as it was last, else as the page is drawn for, and never larger than the screen leaves it."""
        wide, tall = self.desk.settings.value.window or (1280, 800)
        screen = self.screen()
        if screen is not None:
            room = screen.availableGeometry()
            wide, tall = min(wide, room.width() - FRAME[0]), min(tall, room.height() - FRAME[1])
        self.resize(wide, tall)

    def _opened(self) -> None:
        self.bench.zoom_by(1e-9)
        self.desk.close_up.look_at("")
        self.bench.setFocus()

    # what is dropped on it, and its end

    def closeEvent(self, event: QCloseEvent | None) -> None:
        """Nothing is asked: what is unsaved is kept and comes back at the next start. Where it cannot be, it is said, and stays open."""
        focus = QApplication.focusWidget()
        if focus is not None:
            focus.clearFocus()
        if not self.isMaximized() and not self.isFullScreen():
            self.desk.settings.change(window=(self.width(), self.height()))
        failed = self.desk.session.keep_safe()
        if failed and self.desk.session.dirty and not self._lost and event is not None:
            event.ignore()
            self.keeping.would_be_lost(failed, self._close_anyway, "Close, and lose them")
            return
        self.desk.finish()
        super().closeEvent(event)

    def _close_anyway(self) -> None:
        self._lost = True
        self.close()

    def changeEvent(self, event: QEvent | None) -> None:
        super().changeEvent(event)
        if not self.bench.seen or event is None:  # when it opens, the file has only just been read
            return
        if event.type() == QEvent.Type.ActivationChange and self.isActiveWindow():
            self.keeping.look()

    def dragEnterEvent(self, event: QDragEnterEvent | None) -> None:
        assert event is not None
        data = event.mimeData()
        if data is not None and data.hasUrls():
            event.acceptProposedAction()

    def dropEvent(self, event: QDropEvent | None) -> None:
        assert event is not None
        data = event.mimeData()
        if data is not None and data.urls():
            self.files.open_path(Path(data.urls()[0].toLocalFile()))

    # edits

    @property
    def work(self) -> "Work":
        """What is done with the things in hand."""
        return self.right.things.work

    # what carries out the actions, loaded with the first of them

    @cached_property
    def papers(self) -> "Papers":
        """What is written to be printed or handed on."""
        from .papers import Papers

        return Papers(self.desk, self)

    @cached_property
    def looking(self) -> "Looking":
        """What is looked at, and how closely."""
        from .looking import Looking

        return Looking(self)

    @cached_property
    def panels(self) -> "Windows":
        """Windows beside this one."""
        from .windows import Windows

        return Windows(self)

    @cached_property
    def units(self) -> "UnitMenus":
        """Units and theme."""
        from .unit_menus import UnitMenus

        return UnitMenus(self.desk)

    # looking

    def ask_figure(self, spot: "Spot") -> None:
        """Show what makes a load, where its rating can be typed."""
        from ..widgets.figure_card import FigureCard

        if self.figure is None:
            self.figure = FigureCard(self.desk, self.bench)
            self.figure.rule_asked.connect(self._to_rule)
        box = QRectF(spot.box.left, spot.box.top, spot.box.width, spot.box.height)
        self.figure.ask(box, spot.check, spot.field)

    def _to_rule(self, field: str) -> None:
        self.desk.go(Step.CHASSIS)
        self.right.edit_rule(field)
