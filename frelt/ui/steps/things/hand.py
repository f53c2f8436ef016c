"""The item in hand: what a tape would read, what it weighs and how that is known; every reading can be typed."""

from functools import partial
from typing import TYPE_CHECKING

from msgspec.structs import replace
from PyQt6.QtCore import QSignalBlocker
from PyQt6.QtWidgets import (
    QHBoxLayout,
    QPushButton,
    QWidget,
)

from ....core.base.figure import Source
from ....core.base.text import capital
from ....core.edit.items import with_item
from ....core.geometry.frames import standing_on
from ....core.judge.marks import is_open
from ....core.kind.make import follows
from ....core.liquid.vessels import vessels_of
from ....core.masses.weigh import weigh
from ....core.model.carrier import Deck
from ....core.model.condition import whose
from ....core.model.item import Item
from ....core.placing.arrange import shifted
from ....core.placing.distances import Side, deck_bounds, facings, with_distance
from ....core.solve import Solved
from ....core.space.solids import solids
from ....core.space.surfaces import possible, put_on_deck, tops
from ...frame.calm import Calm
from ...frame.desk import Desk
from ...widgets.fields import FigureField, SourceRow, column, heading, title
from ...widgets.mannered import Count, Options
from ...widgets.text import Words
from .open_findings import OpenFindings
from .taught import Taught
from .work import Work

if TYPE_CHECKING:
    from .sheet import Sheet

WORDS: dict[Side, str] = {"front": "Ahead", "back": "Behind", "right": "Right", "left": "Left"}


class HandPanel(QWidget):
    """Right column: the item in hand in eight lines, the rest in a sheet below."""

    def __init__(self, desk: Desk, work: Work) -> None:
        super().__init__()
        self.desk, self.work = desk, work
        units = lambda: desk.units  # noqa: E731
        self.name = title()
        self.station = FigureField(
            "From the front edge", "length", units, self._set_station, low=-100, high=100, name="station"
        )
        self.sides: dict[Side, FigureField] = {}
        for side in WORDS:
            self.sides[side] = FigureField(
                WORDS[side], "length", units, partial(self._set_distance, side), low=-100, high=100, name=f"to-{side}"
            )
        self.above = FigureField("Above the floor", "length", units, self._set_above, low=-5, high=20, name="above")
        self.deck_label = Words("Stands on")
        self.deck = Options()
        self.deck.setAccessibleName("Stands on")
        self.deck.setFixedWidth(176)
        self.deck.activated.connect(self._set_deck)
        row = QHBoxLayout()
        row.addWidget(self.deck_label, 1)
        row.addWidget(self.deck)
        self.empty = FigureField("Empty", "mass", units, self._set_mass, high=20_000, name="empty-mass")
        self.empty_source = SourceRow("mass", units, self._set_mass_source, "empty-mass")
        self.now = Words()
        self.now_words = Words("Now")
        self.now.setObjectName("rigname")
        now_row = QHBoxLayout()
        now_row.addWidget(self.now_words, 1)
        now_row.addWidget(self.now)
        self.open = OpenFindings(desk)
        self.back = QPushButton("Put down, add more")
        self.back.setObjectName("link")
        self.back.clicked.connect(lambda: desk.take(""))
        self.more = QPushButton("Sizes, contents …")
        self.more.setObjectName("link")
        self.more.setCheckable(True)
        self.more.toggled.connect(self._toggle)
        self.sheet: Sheet | None = None
        self.taught = Taught(desk)
        self._lay_out(row, now_row)
        Calm(self, desk, self.refresh)
        for signal in (desk.hand_changed, desk.state_changed, desk.looks_changed):
            signal.connect(self.refresh)
        self.refresh()

    def _lay_out(self, row: QHBoxLayout, now_row: QHBoxLayout) -> None:
        fields: list[QWidget] = [self.station, *self.sides.values(), self.above]
        self.came = Words()
        self.came.setObjectName("quiet")
        self.came.setWordWrap(True)
        box = column(heading("In hand"), self.name, self.came, *fields, spacing=3)
        box.addLayout(row)
        box.addWidget(self.empty)
        box.addWidget(self.empty_source)
        box.addWidget(self.taught)
        box.addLayout(now_row)
        box.addWidget(self.open)
        links = QHBoxLayout()
        links.addWidget(self.more)
        links.addStretch(1)
        links.addWidget(self.back)
        box.addLayout(links)
        self.row = RowOf(self.work, self.desk)
        self.row.hide()
        box.addWidget(self.row)
        self._box = box
        self.setLayout(box)

    def _item(self) -> Item | None:
        rig = self.desk.rig
        return next((i for i in rig.items if i.id == self.desk.in_hand), None) if rig is not None else None

    def _toggle(self, on: bool) -> None:
        if self.sheet is None:
            from .sheet import Sheet

            self.sheet = Sheet(self.desk, self._item)
            self._box.addWidget(self.sheet)
        self.sheet.setVisible(on)
        self.more.setText("Less" if on else "Sizes, contents …")
        self.refresh()

    def refresh(self) -> None:
        """Show the item as it stands."""
        item, solved, state = self._item(), self.desk.solved, self.desk.state
        self.setVisible(item is not None and len(self.desk.held) < 2)
        if item is None or solved is None:
            self.row.hide()
            return
        self.name.setText(item.name)
        self.came.setText(capital(whose(item.owner, item.condition)))
        self.came.setVisible(bool(self.came.text()))
        room = solids(solved.rig, solved.frames)[item.id]
        x0 = deck_bounds(solved, item.place.deck)[0]
        self.station.show_value(room.x0 - x0)
        hung = not solved.frames.decks[item.place.deck].stands
        self.above.setVisible(hung)
        self.above.show_value(room.low - solved.rig.carrier(room.carrier).main_deck.origin[2])
        for field in self.sides.values():
            field.setVisible(not hung)
        for facing in facings(solved, item.id) if not hung else ():
            field = self.sides[facing.side]
            to = next((i.name for i in solved.rig.items if i.id == facing.to), "wheel well" if facing.to else "edge")
            units, curb_side = self.desk.units, solved.rig.curb_side
            curb = "curb " if facing.side == curb_side and not facing.to and units.sides == "left, right" else ""
            word = units.side(facing.side).capitalize() if facing.side in ("left", "right") else WORDS[facing.side]
            field.label.setText(f"{word} to {curb}{to}")
            field.edit.setAccessibleName(field.label.text())
            field.show_value(facing.distance)
        with QSignalBlocker(self.deck):
            self.deck.clear()
            below = {i.id for i in standing_on(solved.rig, item.id)}
            for d in solved.rig.decks:
                if d.on not in below:
                    self.deck.addItem(_deck_name(solved, d), d.id)
            for carrier in solved.rig.carriers:
                for d in possible(carrier):
                    self.deck.addItem(d.name, d.id)
            for d in tops(solved.rig):
                if d.on not in below:
                    self.deck.addItem(f"On top of {solved.rig.item(d.on).name}", d.id)
            self.deck.setCurrentIndex(self.deck.findData(item.place.deck))
        self.empty.show_value(item.mass.value)
        self.empty_source.show_figure(item.mass)
        self.taught.show_item(item)
        shown = vessels_of(solved.rig, solved.frames).shown(state) if state is not None else {}
        fills = {t.id: shown[f"{item.id}/{t.id}"] for t in item.tanks} if shown else {}
        if item.tanks:
            tank = item.tanks[0]
            amount = self.desk.units.show(tank.capacity.value * fills.get(tank.id, 0.0), "volume")
            self.now_words.setText(f"Now, {amount} of {tank.liquid.name}")
        else:
            self.now_words.setText("Now, hoses full" if len(item.parts) else "Now")
        self.now.setText(self.desk.units.show(weigh(item, fills).value, "mass"))
        self.open.show_checks([c for c in solved.checks if is_open(c) and item.id in c.items])
        if self.sheet is not None and self.sheet.isVisibleTo(self):
            self.sheet.refresh(item)

    def _set_station(self, value: float | None) -> None:
        item, solved = self._item(), self.desk.session.solved
        if item is not None and solved is not None and value is not None:
            room = solids(solved.rig, solved.frames)[item.id]
            x0 = deck_bounds(solved, item.place.deck)[0]
            self.desk.edit(lambda _: shifted(solved, (item.id,), (value + x0 - room.x0, 0.0, 0.0)), f"{item.name} moved")

    def _set_above(self, value: float | None) -> None:
        item, solved = self._item(), self.desk.session.solved
        if item is not None and solved is not None and value is not None:
            room = solids(solved.rig, solved.frames)[item.id]
            floor = solved.rig.carrier(room.carrier).main_deck.origin[2]
            self.desk.edit(lambda _: shifted(solved, (item.id,), (0.0, 0.0, value + floor - room.low)), f"{item.name} moved")

    def _set_distance(self, side: Side, value: float | None) -> None:
        item, solved = self._item(), self.desk.session.solved
        if item is not None and solved is not None and value is not None:
            facing = next(f for f in facings(solved, item.id) if f.side == side)
            self.desk.edit(lambda _: with_distance(solved, item.id, facing, value), f"{item.name} moved")

    def _set_deck(self) -> None:
        item, deck_id = self._item(), str(self.deck.currentData())
        if item is not None:
            self.desk.edit(lambda r: put_on_deck(r, item.id, deck_id), f"{item.name} put on {self.deck.currentText().lower()}")

    def _set_mass(self, value: float | None) -> None:
        item = self._item()
        if item is not None and value is not None:
            mass = replace(item.mass, value=value, basis="", note="" if follows(item.mass) else item.mass.note)
            self.desk.edit(lambda r: with_item(r, replace(item, mass=mass)), f"mass of {item.name}")

    def _set_mass_source(self, pm: float, source: Source) -> None:
        item = self._item()
        if item is not None:
            estimate = source == "estimate"
            note, basis = (item.mass.note, item.mass.basis) if estimate else ("", "")
            mass = replace(item.mass, plus_minus=pm, source=source, basis=basis, note=note)
            self.desk.edit(lambda r: with_item(r, replace(item, mass=mass)), f"source of {item.name}'s mass")

    def open_row(self) -> None:
        """Ask for a row of copies."""
        self.row.setVisible(True)
        self.row.count.setFocus()


def _deck_name(solved: Solved, deck: Deck) -> str:
    """A deck's name, with whose it is where an item carries it."""
    holder = next((i.name for i in solved.rig.items if i.id == deck.on), "")
    if deck.face_of == "top" and holder:
        return f"On top of {holder}"
    return f"{deck.name} of {holder}" if holder and deck.name.lower() not in holder.lower() else holder or deck.name


class RowOf(QWidget):
    """How many in a row, and how far apart."""

    def __init__(self, work: Work, desk: Desk) -> None:
        super().__init__()
        self.work = work
        self.count = Count()
        self.count.setRange(2, 20)
        self.count.setPrefix("in all ")
        self.count.setAccessibleName("How many in the row")
        self._gap = 0.05
        self.gap = FigureField("Gap", "length", lambda: desk.units, self._set_gap, high=5, name="row-gap")
        self.gap.show_value(self._gap)
        self.along = QPushButton("Behind it")
        self.across = QPushButton("Beside it")
        self.along.clicked.connect(lambda: self._go(False))
        self.across.clicked.connect(lambda: self._go(True))
        buttons = QHBoxLayout()
        buttons.addWidget(self.along)
        buttons.addWidget(self.across)
        box = column(heading("Repeat in a row"), self.count, self.gap)
        box.addLayout(buttons)
        self.setLayout(box)

    def _set_gap(self, value: float | None) -> None:
        self._gap = value or 0.0

    def _go(self, across: bool) -> None:
        self.hide()
        self.work.repeat(self.count.value(), self._gap, across)
