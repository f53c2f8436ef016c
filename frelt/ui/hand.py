"""The item in hand: what a tape would read, what it weighs and how that is known; every reading can be typed."""

from collections.abc import Callable
from functools import partial

from msgspec.structs import replace
from PyQt6.QtCore import QSignalBlocker
from PyQt6.QtWidgets import (
    QCheckBox,
    QComboBox,
    QGridLayout,
    QHBoxLayout,
    QLabel,
    QLineEdit,
    QPlainTextEdit,
    QPushButton,
    QVBoxLayout,
    QWidget,
)

from ..core.distances import Side, deck_bounds, facings, moved_in_plan, with_distance
from ..core.edit import on_deck, with_item
from ..core.figure import Figure, Source
from ..core.item import Item, TankPart
from ..core.liquid import LIQUIDS, other
from ..core.mass_table import own_rows
from ..core.rig import fill_range
from ..core.solids import solids
from ..core.words import capital
from .desk import Desk
from .fields import FigureField, SourceRow, column, heading, title

WORDS: dict[Side, str] = {"front": "Ahead", "back": "Behind", "right": "Right", "left": "Left"}


def wet_mass(item: Item, fills: dict[str, float]) -> float:
    """Mass of an item with its hoses full and its tanks at given fills [kg]."""
    rows, tanks = own_rows(item)
    dry = sum(r.mass.value * r.share for r in rows)
    return dry + sum(t.capacity.value * t.liquid.density.value * fills.get(t.id, 0.0) for t in tanks)


class HandPanel(QWidget):
    """Right column: the item in hand in eight lines, the rest in a sheet below."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
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
        self.deck_label = QLabel("Stands on")
        self.deck = QComboBox()
        self.deck.setAccessibleName("Stands on")
        self.deck.setFixedWidth(104)
        self.deck.activated.connect(self._set_deck)
        row = QHBoxLayout()
        row.addWidget(self.deck_label, 1)
        row.addWidget(self.deck)
        self.empty = FigureField("Empty", "mass", units, self._set_mass, high=20_000, name="empty-mass")
        self.empty_source = SourceRow("mass", units, self._set_mass_source, "empty-mass")
        self.now = QLabel()
        self.now_words = QLabel("Now")
        self.now.setObjectName("rigname")
        now_row = QHBoxLayout()
        now_row.addWidget(self.now_words, 1)
        now_row.addWidget(self.now)
        self.back = QPushButton("Put down, add more")
        self.back.setObjectName("link")
        self.back.clicked.connect(lambda: desk.take(""))
        self.more = QPushButton("Sizes, contents …")
        self.more.setObjectName("link")
        self.more.setCheckable(True)
        self.more.toggled.connect(self._toggle)
        self.sheet: Sheet | None = None
        fields: list[QWidget] = [self.station, *self.sides.values()]
        box = column(heading("In hand"), self.name, *fields, spacing=3)
        box.addLayout(row)
        box.addWidget(self.empty)
        box.addWidget(self.empty_source)
        box.addLayout(now_row)
        links = QHBoxLayout()
        links.addWidget(self.more)
        links.addStretch(1)
        links.addWidget(self.back)
        box.addLayout(links)
        self._box = box
        self.setLayout(box)
        for signal in (desk.changed, desk.hand_changed, desk.state_changed, desk.looks_changed):
            signal.connect(self.refresh)
        self.refresh()

    def _item(self) -> Item | None:
        rig = self.desk.rig
        return next((i for i in rig.items if i.id == self.desk.in_hand), None) if rig is not None else None

    def _toggle(self, on: bool) -> None:
        if self.sheet is None:
            self.sheet = Sheet(self.desk, self._item)
            self._box.addWidget(self.sheet)
        self.sheet.setVisible(on)
        self.more.setText("Less" if on else "Sizes, contents …")
        self.refresh()

    def refresh(self) -> None:
        """Show the item as it stands."""
        item, solved, state = self._item(), self.desk.solved, self.desk.state
        self.setVisible(item is not None)
        if item is None or solved is None:
            return
        self.name.setText(item.name)
        room = solids(solved.rig, solved.frames)[item.id]
        frame = solved.frames.items[item.id]
        x0 = deck_bounds(solved, item.place.deck)[0]
        self.station.show_value(room.x0 - x0)
        for facing in facings(solved, item.id) if frame.upright else ():
            field = self.sides[facing.side]
            to = next((i.name for i in solved.rig.items if i.id == facing.to), "edge")
            curb = "curb " if facing.side == solved.rig.curb_side and not facing.to else ""
            field.label.setText(f"{WORDS[facing.side]} to {curb}{to}")
            field.edit.setAccessibleName(field.label.text())
            field.show_value(facing.distance)
        with QSignalBlocker(self.deck):
            self.deck.clear()
            for d in solved.rig.decks:
                if d.on != item.id:
                    self.deck.addItem(d.name, d.id)
            self.deck.setCurrentIndex(self.deck.findData(item.place.deck))
        self.empty.show_value(item.mass.value)
        self.empty_source.show_figure(item.mass)
        fills = {t.id: fill_range(state, f"{item.id}/{t.id}", t).shown for t in item.tanks} if state is not None else {}
        if item.tanks:
            tank = item.tanks[0]
            amount = self.desk.units.show(tank.capacity.value * fills.get(tank.id, 0.0), "volume")
            self.now_words.setText(f"Now, {amount} of {tank.liquid.name}")
        else:
            self.now_words.setText("Now, hoses full" if len(item.parts) else "Now")
        self.now.setText(self.desk.units.show(wet_mass(item, fills), "mass"))
        if self.sheet is not None and self.sheet.isVisibleTo(self):
            self.sheet.refresh(item)

    def _set_station(self, value: float | None) -> None:
        item, solved = self._item(), self.desk.session.solved
        if item is not None and solved is not None and value is not None:
            room = solids(solved.rig, solved.frames)[item.id]
            x0 = deck_bounds(solved, item.place.deck)[0]
            self.desk.edit(lambda _: moved_in_plan(solved, item.id, value + x0 - room.x0, 0.0), f"{item.name} moved")

    def _set_distance(self, side: Side, value: float | None) -> None:
        item, solved = self._item(), self.desk.session.solved
        if item is not None and solved is not None and value is not None:
            facing = next(f for f in facings(solved, item.id) if f.side == side)
            self.desk.edit(lambda _: with_distance(solved, item.id, facing, value), f"{item.name} moved")

    def _set_deck(self) -> None:
        item, rig = self._item(), self.desk.rig
        if item is None or rig is None:
            return
        deck = rig.deck(self.deck.currentData())
        self.desk.edit(lambda r: with_item(r, on_deck(item, deck)), f"{item.name} put on {deck.name}")

    def _set_mass(self, value: float | None) -> None:
        item = self._item()
        if item is not None and value is not None:
            mass = replace(item.mass, value=value)
            self.desk.edit(lambda r: with_item(r, replace(item, mass=mass)), f"mass of {item.name}")

    def _set_mass_source(self, pm: float, source: Source) -> None:
        item = self._item()
        if item is not None:
            mass = replace(item.mass, plus_minus=pm, source=source, note="" if source != "estimate" else item.mass.note)
            self.desk.edit(lambda r: with_item(r, replace(item, mass=mass)), f"source of {item.name}'s mass")


class Sheet(QWidget):
    """The rest of an item: name, sizes, where its weight sits, its tank, a lock, a note."""

    def __init__(self, desk: Desk, item: Callable[[], Item | None]) -> None:
        super().__init__()
        self.desk, self._item = desk, item
        units = lambda: desk.units  # noqa: E731
        self.name = QLineEdit()
        self.name.setAccessibleName("Name")
        self.name.setMaxLength(200)
        self.name.editingFinished.connect(self._set_name)
        self.sizes = {
            key: FigureField(words, "length", units, partial(self._set_size, key), low=0.001, high=20, name=f"size-{key}")
            for key, words in (("length", "Length"), ("width", "Width"), ("height", "Height"))
        }
        self.off = FigureField("Above the deck", "length", units, self._set_off, low=0, high=10, name="off")
        self.centre_z = FigureField(
            "Its weight sits, above its underside", "length", units, self._set_centre_z, high=10, name="centre-z"
        )
        self.centre_x = FigureField(
            "… behind its middle", "length", units, self._set_centre_x, low=-10, high=10, name="centre-x"
        )
        self.capacity = FigureField("Capacity", "volume", units, self._set_capacity, low=1e-4, high=100, name="capacity")
        self.heel = FigureField("Left by the draw (heel)", "share", units, self._set_heel, high=0.5, name="heel")
        self.liquid = QComboBox()
        self.liquid.setAccessibleName("Liquid")
        for liquid in LIQUIDS:
            self.liquid.addItem(capital(liquid.name), liquid.name)
        self.liquid.addItem("Other liquid", "")
        self.liquid.activated.connect(self._set_liquid)
        self.density = FigureField("Density", "density", units, self._set_density, low=200, high=3000, name="density")
        self.locked = QCheckBox("Locked in place")
        self.locked.clicked.connect(self._set_locked)
        self.note = QPlainTextEdit()
        self.note.setAccessibleName("Note")
        self.note.setPlaceholderText("Note")
        self.note.setFixedHeight(54)
        self.save_note = QPushButton("Keep the note")
        self.save_note.clicked.connect(self._set_note)
        grid = QGridLayout()
        grid.addWidget(QLabel("Name"), 0, 0)
        grid.addWidget(self.name, 0, 1)
        self.tank_box = QWidget()
        tank = column(self.capacity, self.heel, self.liquid, self.density)
        self.tank_box.setLayout(tank)
        box = QVBoxLayout(self)
        box.setContentsMargins(0, 4, 0, 0)
        box.setSpacing(5)
        box.addLayout(grid)
        for widget in (
            *self.sizes.values(),
            self.off,
            self.centre_z,
            self.centre_x,
            self.tank_box,
            self.locked,
            self.note,
            self.save_note,
        ):
            box.addWidget(widget)

    def refresh(self, item: Item) -> None:
        """Show an item's figures."""
        if not self.name.hasFocus():
            self.name.setText(item.name)
        for key, field in self.sizes.items():
            field.show_value(getattr(item, key).value)
        self.off.show_value(item.place.off)
        self.centre_z.show_value(item.centre.z)
        self.centre_x.show_value(item.centre.x)
        self.locked.setChecked(item.locked)
        if not self.note.hasFocus():
            self.note.setPlainText(item.note)
        tank = next(iter(item.tanks), None)
        self.tank_box.setVisible(tank is not None)
        if tank is not None:
            self.capacity.show_value(tank.capacity.value)
            self.heel.show_value(tank.heel)
            self.density.show_value(tank.liquid.density.value)
            self.density.setToolTip(tank.liquid.density.note)
            at = self.liquid.findData(tank.liquid.name)
            self.liquid.setCurrentIndex(at if at >= 0 else self.liquid.count() - 1)

    def _put(self, words: str, **fields: object) -> None:
        item = self._item()
        if item is not None:
            self.desk.edit(lambda r: with_item(r, replace(item, **fields)), words)

    def _set_name(self) -> None:
        item, text = self._item(), self.name.text().strip()
        if item is not None and text and text != item.name:
            self._put(f"{item.name} renamed", name=text)

    def _set_size(self, key: str, value: float | None) -> None:
        item = self._item()
        if item is not None and value is not None:
            self._put(f"{key} of {item.name}", **{key: Figure(value=value, source="measured")})

    def _set_off(self, value: float | None) -> None:
        item = self._item()
        if item is not None and value is not None:
            self._put(f"{item.name} raised", place=replace(item.place, off=value))

    def _set_centre_z(self, value: float | None) -> None:
        item = self._item()
        if item is not None and value is not None:
            self._put(f"where {item.name} weighs", centre=replace(item.centre, z=value, source="measured"))

    def _set_centre_x(self, value: float | None) -> None:
        item = self._item()
        if item is not None and value is not None:
            self._put(f"where {item.name} weighs", centre=replace(item.centre, x=value, source="measured"))

    def _put_tank(self, words: str, **fields: object) -> None:
        item = self._item()
        tank = next(iter(item.tanks), None) if item is not None else None
        if item is not None and tank is not None:
            new: TankPart = replace(tank, **fields)
            self._put(words, parts=tuple(new if p is tank else p for p in item.parts))

    def _set_capacity(self, value: float | None) -> None:
        if value is not None:
            self._put_tank("capacity", capacity=Figure(value=value, source="measured"))

    def _set_heel(self, value: float | None) -> None:
        if value is not None:
            self._put_tank("heel", heel=value)

    def _set_liquid(self) -> None:
        name = self.liquid.currentData()
        liquid = next((x for x in LIQUIDS if x.name == name), None) or other("other liquid", 1000.0, 50.0)
        self._put_tank(f"filled with {liquid.name}", liquid=liquid)

    def _set_density(self, value: float | None) -> None:
        item = self._item()
        tank = next(iter(item.tanks), None) if item is not None else None
        if tank is not None and value is not None:
            density = Figure(value=value, source="measured", origin=f"density of {tank.liquid.name}")
            self._put_tank("density", liquid=replace(tank.liquid, density=density))

    def _set_locked(self) -> None:
        self._put("lock", locked=self.locked.isChecked())

    def _set_note(self) -> None:
        self._put("note", note=self.note.toPlainText())
