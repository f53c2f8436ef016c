"""The right column: what each step of the path offers."""

from msgspec.structs import replace
from PyQt6.QtCore import QSignalBlocker, Qt, QTimer, pyqtSignal
from PyQt6.QtGui import QShowEvent
from PyQt6.QtWidgets import (
    QCheckBox,
    QComboBox,
    QHBoxLayout,
    QLineEdit,
    QListWidget,
    QListWidgetItem,
    QPushButton,
    QScrollArea,
    QStackedLayout,
    QVBoxLayout,
    QWidget,
)

from ..app import stock
from ..app.session import new_id
from ..core.catalog import search, taken
from ..core.edit import add, copy_rig, on_deck
from ..core.rig import Rig
from ..core.state import FillRange, State
from .desk import STEPS, WORST, Desk
from .fields import column, heading, prose, title
from .hand import HandPanel
from .path import LATER
from .tubes import SightTubes


class RightColumn(QWidget):
    """The page of the step in hand. sheet_asked: print the load sheet."""

    sheet_asked = pyqtSignal()

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        self.setObjectName("right")
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self.setFixedWidth(292)
        self._stack = QStackedLayout(self)
        self._areas: dict[int, QScrollArea] = {}
        desk.step_changed.connect(self._show)
        QTimer.singleShot(0, self._show)  # the bench is painted first

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
            from .chassis_page import ChassisPage

            return ChassisPage(self.desk)
        return JobPage(self.desk) if step == 0 else LiquidsPage(self.desk)

    def _show(self) -> None:
        page = self.page(self.desk.step)
        area = next(a for a in self._areas.values() if a.widget() is page)
        self._stack.setCurrentWidget(area)
        if isinstance(page, ThingsPage):
            page.show_step(self.desk.step)

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
    return area


class CatalogList(QWidget):
    """Search what can be mounted; Return or a double click puts it on the deck."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        self.box = QLineEdit()
        self.box.setPlaceholderText("Search: tank, reel, pump …")
        self.box.setAccessibleName("Search the catalog")
        self.box.setObjectName("catalog-search")
        self.box.setClearButtonEnabled(False)
        self.list = QListWidget()
        self.list.setAccessibleName("Catalog")
        self.list.setWordWrap(True)
        self.list.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.list.setVerticalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOn)
        self.list.setTextElideMode(Qt.TextElideMode.ElideNone)
        self.list.setMinimumHeight(150)
        self.button = QPushButton("Put on the deck")
        self.box.textChanged.connect(self.refresh)
        self.box.returnPressed.connect(self.put)
        self.list.itemActivated.connect(lambda _: self.put())
        self.button.clicked.connect(self.put)
        layout = column(self.box, self.list, self.button)
        layout.setStretch(1, 1)
        self.setLayout(layout)
        desk.looks_changed.connect(self.refresh)
        QTimer.singleShot(0, self.refresh)  # after the first frame

    def refresh(self) -> None:
        """Show the entries that fit what is typed."""
        self.list.clear()
        for entry in search(stock.equipment(), self.box.text()):
            mass = self.desk.units.show(entry.item.mass.value, "mass")
            row = QListWidgetItem(f"{entry.item.name}\n{mass} empty, {entry.item.mass.source}")
            row.setData(Qt.ItemDataRole.UserRole, entry.item.id)
            self.list.addItem(row)
        if self.list.count():
            self.list.setCurrentRow(0)
        else:
            self.list.addItem("Nothing by that name. Take a free item and set its size and mass.")

    def put(self) -> None:
        """Put the chosen entry on the main deck, in hand."""
        row, rig = self.list.currentItem(), self.desk.session.rig
        key = row.data(Qt.ItemDataRole.UserRole) if row is not None else None
        entry = next((e for e in stock.equipment() if e.item.id == key), None)
        if entry is None:
            return
        if rig is None or rig.trailer is None:
            self.desk.said.emit("First take a trailer, under Job.")
            return
        deck = rig.trailer.main_deck
        item = on_deck(taken(entry, new_id("item")), deck)
        item = replace(item, name=_unused(rig, item.name))
        if self.desk.edit(lambda r: _with_dry(add(r, item), item.id), f"{item.name} added"):
            self.desk.take(item.id)


def _with_dry(rig: Rig, item_id: str) -> Rig:
    """A new tank is empty in the states that are dry already (every tank they name is kept at nothing)."""
    tanks = [a for a, i, _ in rig.tanks() if i.id == item_id]
    if not tanks:
        return rig

    def state(s: State) -> State:
        others = [f.high for f in s.fills.values()]
        dry = not s.road and (max(others) == 0 if others else True)
        return replace(s, fills={**s.fills, **{a: FillRange(low=0.0, high=0.0) for a in tanks}}) if dry else s

    return replace(rig, states=tuple(state(s) for s in rig.states))


def _unused(rig: Rig, name: str) -> str:
    """A name that no other item has: the same with a number."""
    taken_names = {i.name for i in rig.items}
    n, trial = 2, name
    while trial in taken_names:
        trial, n = f"{name} {n}", n + 1
    return trial


class ThingsPage(QWidget):
    """Big and small things: the item in hand, else the catalog; sight tubes below."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        self.heading = heading("Put on the deck")
        self.catalog = CatalogList(desk)
        self.hand = HandPanel(desk)
        self.tubes = SightTubes(desk)
        box = QVBoxLayout(self)
        box.setContentsMargins(0, 0, 0, 0)
        box.setSpacing(8)
        box.addWidget(self.heading)
        box.addWidget(self.catalog, 1)
        box.addWidget(self.hand)
        box.addWidget(self.tubes, 1)
        desk.hand_changed.connect(self.refresh)
        desk.changed.connect(self.refresh)
        self.refresh()

    def show_step(self, step: int) -> None:
        """Big and small things share the page; the catalog's hint differs."""
        if step in (2, 3):
            self.catalog.box.setPlaceholderText(
                "Search: tank, reel, machine …" if step == 2 else "Search: pump, battery, toolbox …"
            )

    def refresh(self) -> None:
        """Catalog or item, by what is in hand."""
        held = bool(self.desk.in_hand)
        self.heading.setVisible(not held)
        self.catalog.setVisible(not held)


class JobPage(QWidget):
    """What the rig is for, the rigs of the document, a new rig or a copy."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        self.fields: dict[str, QLineEdit] = {}
        box = QVBoxLayout(self)
        box.setContentsMargins(0, 0, 0, 0)
        box.setSpacing(6)
        box.addWidget(heading("Job"))
        for key, words in (("name", "Name of the job"), ("customer", "Customer"), ("washes", "What will be washed")):
            edit = QLineEdit()
            edit.setPlaceholderText(words)
            edit.setAccessibleName(words)
            edit.editingFinished.connect(lambda k=key: self._set_job(k))
            self.fields[key] = edit
            box.addWidget(edit)
        box.addSpacing(8)
        box.addWidget(heading("Rig on the bench"))
        self.rigs = QComboBox()
        self.rigs.setAccessibleName("Rig on the bench")
        self.rigs.activated.connect(lambda _: desk.session.show_rig(self.rigs.currentData()))
        self.rig_name, self.serial = QLineEdit(), QLineEdit()
        for edit, words, done in (
            (self.rig_name, "Name of the rig", self._set_name),
            (self.serial, "Serial", self._set_serial),
        ):
            edit.setPlaceholderText(words)
            edit.setAccessibleName(words)
            edit.setMaxLength(200)
            edit.editingFinished.connect(done)
        self.curb = QComboBox()
        self.curb.setAccessibleName("Curb side")
        self.curb.addItem("Curb side is right", "right")
        self.curb.addItem("Curb side is left", "left")
        self.curb.activated.connect(self._set_curb)
        for widget in (self.rigs, self.rig_name, self.serial, self.curb):
            box.addWidget(widget)
        self.copy = QPushButton("Copy this rig (serial blank)")
        self.copy.clicked.connect(self._copy)
        box.addWidget(self.copy)
        box.addSpacing(8)
        box.addWidget(heading("New rig from a trailer class"))
        self.classes = QListWidget()
        self.classes.setAccessibleName("Trailer classes")
        self.classes.setFixedHeight(96)
        for chassis in stock.chassis():
            row = QListWidgetItem(chassis.name)
            row.setData(Qt.ItemDataRole.UserRole, chassis.id)
            self.classes.addItem(row)
        self.classes.setCurrentRow(0)
        self.classes.itemActivated.connect(lambda _: self._new())
        self.new = QPushButton("Start a rig on it")
        self.new.clicked.connect(self._new)
        box.addWidget(self.classes)
        box.addWidget(self.new)
        box.addWidget(
            prose(
                "Sizes and weights of a class are estimates, from memory: tape it, weigh it and read its plates under Chassis."
            )
        )
        box.addStretch(1)
        desk.changed.connect(self.refresh)
        self.refresh()

    def showEvent(self, event: QShowEvent | None) -> None:
        super().showEvent(event)
        self.refresh()

    def refresh(self) -> None:
        if not self.isVisible():
            return
        document, rig = self.desk.session.document, self.desk.rig
        for key, edit in self.fields.items():
            if not edit.hasFocus():
                edit.setText(getattr(document.job, key))
        with QSignalBlocker(self.rigs):
            self.rigs.clear()
            for r in document.rigs:
                self.rigs.addItem(r.name, r.id)
            self.rigs.setCurrentIndex(self.rigs.findData(self.desk.session.rig_id))
        for widget in (self.rigs, self.rig_name, self.serial, self.curb, self.copy):
            widget.setEnabled(rig is not None)
        if rig is not None:
            for edit, text in ((self.rig_name, rig.name), (self.serial, rig.serial)):
                if not edit.hasFocus():
                    edit.setText(text)
            self.curb.setCurrentIndex(self.curb.findData(rig.curb_side))

    def _set_job(self, key: str) -> None:
        document, text = self.desk.session.document, self.fields[key].text()
        if getattr(document.job, key) != text:
            self.desk.session.change(replace(document, job=replace(document.job, **{key: text})), f"job: {key}")

    def _set_name(self) -> None:
        rig, text = self.desk.rig, self.rig_name.text().strip()
        if rig is not None and text and text != rig.name:
            self.desk.edit(lambda r: replace(r, name=text), "rig renamed")

    def _set_serial(self) -> None:
        rig, text = self.desk.rig, self.serial.text().strip()
        if rig is not None and text != rig.serial:
            self.desk.edit(lambda r: replace(r, serial=text), "serial")

    def _set_curb(self) -> None:
        side = self.curb.currentData()
        self.desk.edit(lambda r: replace(r, curb_side=side), "curb side")

    def _copy(self) -> None:
        rig = self.desk.session.rig
        if rig is not None:
            self.desk.session.add_rig(copy_rig(rig, new_id, f"{rig.name}, copy"), f"copy of {rig.name}")

    def _new(self) -> None:
        row = self.classes.currentItem()
        choice = next(c for c in stock.chassis() if row is not None and c.id == row.data(Qt.ItemDataRole.UserRole))
        self.desk.session.add_rig(stock.new_rig(choice, choice.trailer.name), "new rig")
        self.desk.show_state(WORST)
        self.desk.go(1)


class LiquidsPage(QWidget):
    """Fills and states: the tubes, large, and the state shown with what it is."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        self.tubes = SightTubes(desk)
        self.name = QLineEdit()
        self.name.setAccessibleName("Name of the state")
        self.name.editingFinished.connect(self._rename)
        self.kind = QComboBox()
        self.kind.setAccessibleName("Condition")
        for words, condition, road in (
            ("Hitched, on the road", "hitched", True),
            ("Hitched, in the yard", "hitched", False),
            ("Parked on its jack", "parked", False),
            ("Lifted on forks", "lifted", False),
        ):
            self.kind.addItem(words, (condition, road))
        self.kind.activated.connect(self._set_kind)
        self.full = QCheckBox("Every fill from heel to full")
        self.full.clicked.connect(self._any_fill)
        self.copy, self.drop = QPushButton("Add a state like it"), QPushButton("Remove")
        self.copy.clicked.connect(self._copy)
        self.drop.clicked.connect(self._drop)
        row = QHBoxLayout()
        row.addWidget(self.copy, 1)
        row.addWidget(self.drop)
        box = QVBoxLayout(self)
        box.setContentsMargins(0, 0, 0, 0)
        box.setSpacing(8)
        box.addWidget(heading("State shown"))
        box.addWidget(self.name)
        box.addWidget(self.kind)
        box.addWidget(self.full)
        box.addLayout(row)
        box.addWidget(self.tubes, 1)
        box.addWidget(
            prose(
                "A state is right only if every fill in its ranges is right. Drag a fill, or the ends of its range; “max” is what the ratings allow."
            )
        )
        desk.changed.connect(self.refresh)
        desk.state_changed.connect(self.refresh)
        self.refresh()

    def showEvent(self, event: QShowEvent | None) -> None:
        super().showEvent(event)
        self.refresh()

    def refresh(self) -> None:
        if not self.isVisible():
            return
        state = self.desk.state
        for widget in (self.name, self.kind, self.full, self.drop, self.copy):
            widget.setEnabled(self.desk.rig is not None and (state is not None or widget is self.copy))
        if state is not None:
            if not self.name.hasFocus():
                self.name.setText(state.name)
            self.kind.setCurrentIndex(max(self.kind.findData((state.condition, state.road)), 0))
            self.full.setChecked(not state.fills)

    def _put(self, words: str, **fields: object) -> None:
        state = self.desk.state
        if state is not None:
            new = replace(state, **fields)
            self.desk.edit(lambda r: replace(r, states=tuple(new if s.id == state.id else s for s in r.states)), words)

    def _rename(self) -> None:
        state, text = self.desk.state, self.name.text().strip()
        if state is not None and text and text != state.name:
            self._put("state renamed", name=text)

    def _set_kind(self) -> None:
        condition, road = self.kind.currentData()
        self._put("condition of the state", condition=condition, road=road)

    def _any_fill(self) -> None:
        state, rig = self.desk.state, self.desk.rig
        if state is None or rig is None:
            return
        fills = {} if self.full.isChecked() else {a: FillRange(low=t.heel, high=1.0) for a, _, t in rig.tanks()}
        self._put("fills of the state", fills=fills)

    def _copy(self) -> None:
        state = self.desk.state or State(id="new", name="On the road")
        new = replace(state, id=new_id("state"), name=f"{state.name}, again" if self.desk.state else state.name)
        if self.desk.edit(lambda r: replace(r, states=(*r.states, new)), "state added"):
            self.desk.show_state(new.id)

    def _drop(self) -> None:
        state = self.desk.state
        if state is not None:
            self.desk.edit(
                lambda r: replace(r, states=tuple(s for s in r.states if s.id != state.id)), f"state {state.name} removed"
            )


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
