"""The main window: verdict on top, path at the left, bench in the middle, what a step offers at the right, states below."""

from operator import attrgetter
from pathlib import Path
from typing import TYPE_CHECKING

from msgspec.structs import replace
from PyQt6.QtCore import QRectF, Qt, QTimer
from PyQt6.QtGui import QAction, QCloseEvent, QDragEnterEvent, QDropEvent, QKeySequence
from PyQt6.QtWidgets import (
    QApplication,
    QHBoxLayout,
    QLabel,
    QMainWindow,
    QMenu,
    QVBoxLayout,
    QWidget,
)

from ... import __version__
from ...core.base.text import capital
from ...core.base.units import METRIC, US
from ..bench.bench import Bench
from ..steps.things.work import Work
from .actions import ACTIONS, Action
from .desk import STEPS, WORST, Desk
from .files import Files
from .pages import RightColumn
from .path import StepPath
from .strip import Strip
from .style import style_sheet
from .verdict import Verdict

if TYPE_CHECKING:
    from ..widgets.rating import RatingEditor


class Window(QMainWindow):
    """Puts the widgets together and carries out the actions."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        self.files = Files(desk, self)
        self.setMinimumSize(1000, 680)
        self.resize(1280, 800)
        self.setAcceptDrops(True)
        self.verdict = Verdict(desk)
        self.path = StepPath(desk)
        self.bench = Bench(desk)
        self.right = RightColumn(desk)
        self.strip = Strip(desk)
        self.rating: RatingEditor | None = None
        self.message = QLabel(self.bench)
        self.message.setObjectName("message")
        self.message.setTextFormat(Qt.TextFormat.PlainText)
        self.message.setWordWrap(True)
        self.message.hide()
        self._quiet = QTimer(self)
        self._quiet.setSingleShot(True)
        self._quiet.setInterval(6000)
        self._quiet.timeout.connect(self.message.hide)
        self._table: QWidget | None = None
        self._put_together()
        self._menus()
        self._wire()
        self._looks()
        self._title()

    def _put_together(self) -> None:
        middle = QHBoxLayout()
        middle.setSpacing(0)
        middle.addWidget(self.path)
        middle.addWidget(self.bench, 1)
        middle.addWidget(self.right)
        whole = QWidget()
        whole.setObjectName("bench-frame")
        box = QVBoxLayout(whole)
        box.setContentsMargins(0, 0, 0, 0)
        box.setSpacing(0)
        box.addWidget(self.verdict)
        box.addLayout(middle, 1)
        box.addWidget(self.strip)
        self.right.day_made.connect(lambda plot: box.insertWidget(2, plot))
        self.right.day_shown.connect(lambda on: self.strip.setVisible(not on))
        self.setCentralWidget(whole)

    def _menus(self) -> None:
        """The menus by name; what is in them is made when the bench has been painted, or first asked for."""
        bar = self.menuBar()
        assert bar is not None
        self.actions_by_id: dict[str, QAction] = {}
        self._menu_of: dict[str, QMenu] = {}
        for name in dict.fromkeys(a.menu for a in ACTIONS if a.run):
            made = bar.addMenu(f"&{name}")
            assert made is not None
            self._menu_of[name] = made

    def fill_menus(self) -> None:
        """Make every action with its keys, once."""
        if self.actions_by_id:
            return
        for action in ACTIONS:
            if action.run:
                self._add(self._menu_of[action.menu], action)

    def _add(self, menu: QMenu, action: Action) -> None:
        if action.run.endswith("_menu"):
            sub = menu.addMenu(action.text)
            assert sub is not None
            sub.aboutToShow.connect(lambda s=sub, run=action.run: attrgetter(run)(self)(s))
            return
        made = QAction(action.text, self)
        made.setShortcuts([QKeySequence(k) for k in action.keys.split("|") if k])
        made.setShortcutContext(Qt.ShortcutContext.WindowShortcut)
        made.triggered.connect(lambda _, run=action.run: attrgetter(run)(self)())
        menu.addAction(made)
        self.actions_by_id[action.id] = made

    def _wire(self) -> None:
        desk = self.desk
        desk.changed.connect(self._title)
        desk.looks_changed.connect(self._looks)
        desk.said.connect(self.say)
        self.bench.rating_asked.connect(self.ask_rating)
        self.bench.first_painted.connect(self.right.show_page)
        self.bench.first_painted.connect(self.fill_menus)
        self.right.sheet_asked.connect(self.files.write_sheet)
        self.right.carriers_asked.connect(self.show_carriers)
        self.right.placard_asked.connect(self._write_placard)
        self.files.opened.connect(self._opened)

    def _write_placard(self) -> None:
        from ..steps.liquids.page import LiquidsPage

        page = self.right.page(4)
        assert isinstance(page, LiquidsPage)
        self.files.write_placard(page.road.found, page.road.order)

    def _looks(self) -> None:
        self.setStyleSheet(style_sheet(self.desk.theme))

    def _title(self) -> None:
        path, rig = self.desk.session.path, self.desk.rig
        name = rig.name if rig is not None else "nothing yet"
        file = path.name if path is not None else "not saved yet"
        self.setWindowTitle(f"{name} ({file}[*]) · Frelt")
        self.setWindowModified(self.desk.session.dirty)

    def say(self, words: str) -> None:
        """A line over the bench that goes away by itself."""
        if not words:
            return
        self.message.setText(words)
        self.message.setMaximumWidth(self.bench.width() - 32)
        self.message.setMinimumWidth(min(self.message.fontMetrics().horizontalAdvance(words) + 30, self.bench.width() - 32))
        self.message.adjustSize()
        self.message.move(16, self.bench.height() - self.message.height() - 126)
        self.message.show()
        self.message.raise_()
        self._quiet.start()

    def _opened(self) -> None:
        self.zoom_all()
        self.bench.setFocus()

    # what is dropped on it, and its end

    def closeEvent(self, event: QCloseEvent | None) -> None:
        """Nothing is asked: what is unsaved is kept and comes back at the next start."""
        focus = QApplication.focusWidget()
        if focus is not None:
            focus.clearFocus()
        self.desk.finish()
        self.desk.session.keep_safe()
        super().closeEvent(event)

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

    def undo(self) -> None:
        self.desk.undo()

    def redo(self) -> None:
        self.desk.redo()

    def turn(self) -> None:
        self.work.turn()

    def turn_back(self) -> None:
        self.work.turn(3)

    def walk(self) -> None:
        """Show or hide the floor a person can walk."""
        self.desk.walking = not self.desk.walking
        self.bench.update()
        self.say(self.work.walk_words() if self.desk.walking else "The walkable floor is hidden.")

    def count_later(self) -> None:
        """Count the weights to come of kept places in every check, or leave them out."""
        rig = self.desk.session.rig
        if rig is not None:
            on = not rig.later_counted
            words = "what comes later is counted" if on else "what comes later is left out"
            if self.desk.edit(lambda r: replace(r, later_counted=on), words):
                self.say(f"{capital(words)} in every check.")

    def duplicate(self) -> None:
        self.work.duplicate()

    def repeat(self) -> None:
        """Ask how many and how far apart, beside the item in hand."""
        if self.desk.held:
            self.right.things.hand.open_row()

    def delete(self) -> None:
        self.work.remove()

    def lock(self) -> None:
        self.work.lock()

    def mirror(self) -> None:
        self.work.mirror()

    def mirror_station(self) -> None:
        self.work.mirror_station()

    def exchange(self) -> None:
        self.work.exchange()

    def group(self) -> None:
        self.work.group()

    def take_all(self) -> None:
        """Everything that stands on the carrier drawn, in hand."""
        solved, carrier = self.desk.solved, self.desk.carrier
        if solved is not None and carrier is not None:
            on = solved.frames.carrier_of
            self.desk.take_all([i.id for i in solved.rig.items if on.get(i.id) == carrier.id and not i.built_in])

    @property
    def work(self) -> Work:
        """What is done with the things in hand."""
        return self.right.things.work

    def _fix(self, n: int) -> None:
        if n < len(self.desk.fixes):
            self.desk.apply(self.desk.fixes[n])

    def fix_1(self) -> None:
        self._fix(0)

    def fix_2(self) -> None:
        self._fix(1)

    def fix_3(self) -> None:
        self._fix(2)

    # looking

    def focus_catalog(self) -> None:
        self.desk.take("")
        if self.desk.step not in (2, 3):
            self.desk.go(2)
        self.right.things.catalog.box.setFocus()
        self.right.things.catalog.box.selectAll()

    def focus_bench(self) -> None:
        """To the bench, and from the bench to the right column."""
        if self.bench.hasFocus():
            self.right.enter()
        else:
            self.bench.setFocus()

    def ask_rating(self, spot: QRectF, field: str) -> None:
        """Let a rating be typed at a spot of the bench, and a rule of the shop among the others under Chassis."""
        if field.startswith("rules."):
            self.desk.go(1)
            self.right.edit_rule(field)
            return
        from ..widgets.rating import RatingEditor

        if self.rating is None:
            self.rating = RatingEditor(self.desk, self.bench)
        self.rating.ask(spot, field)

    def show_table(self) -> None:
        from .panels import ChecksTable

        if self._table is None:
            self._table = ChecksTable(self.desk, self)
        self._table.show()
        self._table.raise_()

    def show_carriers(self) -> None:
        """Which carrier can take the list of the brief."""
        from ..steps.job.carriers import CarriersWindow

        carriers = CarriersWindow(self.desk, self)
        carriers.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        carriers.show()

    def show_beside(self) -> None:
        """Two rigs of the document beside each other; with one, say how to make another."""
        from .beside import Beside

        if len(self.desk.session.document.rigs) < 2:
            self.say("There is one rig here: copy it under Job, change the copy, and compare them.")
            return
        beside = Beside(self.desk, self)
        beside.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        beside.show()

    def whole_pair(self) -> None:
        """Vehicle and trailer from end to end, or one of them with the other broken off."""
        rig = self.desk.rig
        if rig is None or len(rig.carriers) < 2:
            self.say("There is one carrier here: hitch another to it under Job.")
            return
        self.desk.whole_pair = not self.desk.whole_pair
        self.desk.carrier_changed.emit()

    def other_carrier(self) -> None:
        """Work on the other one of vehicle and trailer."""
        rig, now = self.desk.rig, self.desk.carrier
        other = next((c for c in rig.carriers if c is not now), None) if rig is not None else None
        if other is not None:
            self.desk.show_carrier(other.id)

    def zoom_in(self) -> None:
        self.bench.zoom_by(1.25)

    def zoom_out(self) -> None:
        self.bench.zoom_by(0.8)

    def zoom_all(self) -> None:
        self.bench.zoom_by(1e-9)

    def other_side(self) -> None:
        self.bench.right_side = not self.bench.right_side
        self.bench.update()

    def _state_by(self, step: int) -> None:
        rig = self.desk.rig
        if rig is not None and rig.states:
            order = [s.id for s in rig.states] + [WORST]
            self.desk.show_state(order[(order.index(self.desk.state_id) + step) % len(order)])

    def next_state(self) -> None:
        self._state_by(1)

    def previous_state(self) -> None:
        self._state_by(-1)

    def worst_state(self) -> None:
        self.desk.show_state(WORST)

    def next_step(self) -> None:
        self.desk.go((self.desk.step + 1) % len(STEPS))

    def previous_step(self) -> None:
        self.desk.go((self.desk.step - 1) % len(STEPS))

    def toggle_theme(self) -> None:
        self.desk.set_looks(theme="light" if self.desk.theme.name == "dark" else "dark")

    def toggle_units(self) -> None:
        new = METRIC if self.desk.units.mass == "lb" else US
        self.desk.set_looks(length=new.length, mass=new.mass, volume=new.volume, pressure=new.pressure)

    def _unit_menu(self, menu: QMenu, field: str, choices: tuple[tuple[str, str], ...]) -> None:
        menu.clear()
        for unit, words in choices:
            entry = menu.addAction(words)
            assert entry is not None
            entry.setCheckable(True)
            entry.setChecked(getattr(self.desk.units, field) == unit)
            entry.triggered.connect(lambda _, f=field, u=unit: self.desk.set_looks(**{f: u}))

    def length_menu(self, menu: QMenu) -> None:
        self._unit_menu(
            menu, "length", (("in", "inches"), ("ft-in", "feet and inches"), ("mm", "millimeters"), ("m", "meters"))
        )

    def mass_menu(self, menu: QMenu) -> None:
        self._unit_menu(menu, "mass", (("lb", "pounds"), ("kg", "kilograms")))

    def volume_menu(self, menu: QMenu) -> None:
        self._unit_menu(menu, "volume", (("gal", "US gallons"), ("L", "liters")))

    def pressure_menu(self, menu: QMenu) -> None:
        self._unit_menu(menu, "pressure", (("psi", "pounds per square inch"), ("bar", "bar"), ("kPa", "kilopascals")))

    def sides_menu(self, menu: QMenu) -> None:
        self._unit_menu(menu, "sides", (("left, right", "left and right"), ("street, curb", "street side and curb side")))

    def show_keys(self) -> None:
        from .panels import KeysWindow

        keys = KeysWindow(self)
        keys.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        keys.show()

    def show_about(self) -> None:
        self.say(
            f"Frelt {__version__}, free software under GPL-3.0-or-later. A planning aid: weigh the rig before it takes the road."
        )
