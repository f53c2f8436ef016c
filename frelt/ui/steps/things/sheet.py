"""The rest of an item in hand: what it is, its sizes, where its weight sits, its tank, how it is held, a note."""

from collections.abc import Callable
from functools import partial

from msgspec.structs import replace
from PyQt6.QtCore import pyqtSignal
from PyQt6.QtGui import QFocusEvent
from PyQt6.QtWidgets import (
    QCheckBox,
    QGridLayout,
    QPlainTextEdit,
    QPushButton,
    QVBoxLayout,
    QWidget,
)

from ....core.base.figure import Figure
from ....core.base.text import capital
from ....core.base.value import FreltError
from ....core.edit.items import with_item
from ....core.model.condition import Condition
from ....core.model.item import Item
from ...frame.desk import Desk
from ...widgets.arrival import Arrival
from ...widgets.fields import FigureField
from ...widgets.mannered import Entry, Options
from ...widgets.text import Words
from .contents import Contents
from .forklift import ForkliftFields
from .parameters import Parameters

HELD = (
    ("How it is held: not said", ""),
    ("Held by bolts", "bolts"),
    ("Held by straps", "straps"),
    ("Hangs on a rack", "rack"),
    ("Held by floor chocks", "chocks"),
    ("Held by hook and bungee", "hook and bungee"),
    ("Held by a chain", "chain"),
    ("Held by a lock bracket", "lock bracket"),
    ("On a rack of a door", "door rack"),
)


class NoteEdit(QPlainTextEdit):
    """A note; left: the keys went elsewhere."""

    left = pyqtSignal()

    def focusOutEvent(self, event: QFocusEvent | None) -> None:
        super().focusOutEvent(event)
        self.left.emit()


class Sheet(QWidget):
    """The rest of an item: name, sizes, where its weight sits, its tank, a lock, a note."""

    def __init__(self, desk: Desk, item: Callable[[], Item | None]) -> None:
        super().__init__()
        self.desk, self._item = desk, item
        units = lambda: desk.units  # noqa: E731
        self.parameters = Parameters(desk)
        self.contents = Contents(desk, item)
        self.forklift = ForkliftFields(desk, item)
        self.name = Entry()
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
        self.held = Options()
        self.held.setAccessibleName("How it is held")
        for words, key in HELD:
            self.held.addItem(words, key)
        self.held.activated.connect(lambda _: self._put("how it is held", held=self.held.currentData()))
        self.held_mass = FigureField(
            "What holds it weighs", "mass", units, self._set_held_mass, high=500, may_be_empty=True, name="held-mass"
        )
        self.shop = QPushButton("Keep in the shop's catalog")
        self.shop.setObjectName("link")
        self.shop.clicked.connect(self._keep)
        self.built_in = QCheckBox("Part of the vehicle (curb weight)")
        self.built_in.clicked.connect(lambda: self._put("part of the vehicle", built_in=self.built_in.isChecked()))
        self.step = QCheckBox("One may step on it")
        self.step.clicked.connect(lambda: self._put("whether one may step on it", step=self.step.isChecked()))
        self.arrival = Arrival(units, self._arrived, "thing")
        self.locked = QCheckBox("Locked in place")
        self.locked.clicked.connect(self._set_locked)
        self.note = NoteEdit()
        self.note.left.connect(self._set_note)
        self._noted = ""  # the item whose note is shown
        self.note.setAccessibleName("Note")
        self.note.setPlaceholderText("Note")
        self.note.setFixedHeight(54)
        grid = QGridLayout()
        grid.addWidget(Words("Name"), 0, 0)
        grid.addWidget(self.name, 0, 1)
        box = QVBoxLayout(self)
        box.setContentsMargins(0, 4, 0, 0)
        box.setSpacing(5)
        box.addLayout(grid)
        box.addWidget(self.parameters)
        box.addWidget(self.forklift)
        for widget in (
            *self.sizes.values(),
            self.off,
            self.centre_z,
            self.centre_x,
            self.contents,
            self.held,
            self.held_mass,
            self.built_in,
            self.step,
            self.locked,
            self.arrival,
            self.note,
            self.shop,
        ):
            box.addWidget(widget)

    def refresh(self, item: Item) -> None:
        """Show an item's figures."""
        self.parameters.refresh(item)
        self.forklift.refresh(item)
        if not self.name.hasFocus():
            self.name.setText(item.name)
        for key, field in self.sizes.items():
            field.show_value(getattr(item, key).value)
        self.off.show_value(item.place.off)
        self.centre_z.show_value(item.centre.z)
        self.centre_x.show_value(item.centre.x)
        self.locked.setChecked(item.locked)
        self.step.setChecked(item.step)
        self.arrival.show_arrival(item.owner, item.condition)
        self.built_in.setChecked(item.built_in)
        self.held.setCurrentIndex(max(self.held.findData(item.held), 0))
        self.held_mass.show_value(item.held_mass.value if item.held_mass is not None else None, "none")
        if item.id != self._noted or not self.note.hasFocus():
            self._set_note()
            self._noted = item.id
            self.note.setPlainText(item.note)
        self.contents.refresh(item)

    def _put(self, words: str, **fields: object) -> None:
        item = self._item()
        if item is not None:
            self.desk.edit(lambda r: with_item(r, replace(item, **fields)), words)

    def _arrived(self, owner: str, condition: Condition, what: str) -> None:
        self._put(what, owner=owner, condition=condition)

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
            self._put(f"where {item.name} weighs", centre=replace(item.centre, z=value, source="measured", basis=""))

    def _set_centre_x(self, value: float | None) -> None:
        item = self._item()
        if item is not None and value is not None:
            self._put(f"where {item.name} weighs", centre=replace(item.centre, x=value, source="measured", basis=""))

    def _set_held_mass(self, value: float | None) -> None:
        mass = None if value is None else Figure(value=value, plus_minus=0.2 * value)
        self._put("what holds it", held_mass=mass)

    def _keep(self) -> None:
        """The item, with what stands on it, into the shop's own catalog."""
        item, rig = self._item(), self.desk.session.rig
        if item is None or rig is None:
            return
        try:
            path = self.desk.library.keep_equipment(rig, item.id)
        except (FreltError, OSError) as err:
            self.desk.refused.emit(f"{capital(str(err))}.")
            return
        self.desk.said.emit(f"Kept: {path}. It is listed first in the catalog; share the file as it is.")
        self.desk.catalog_changed.emit()

    def _set_locked(self) -> None:
        self._put("lock", locked=self.locked.isChecked())

    def _set_note(self) -> None:
        """Keep a note that was typed with the item it was typed for, also when another one was taken meanwhile."""
        document, rig = self.note.document(), self.desk.session.rig
        if document is None or not document.isModified() or rig is None:
            return
        document.setModified(False)
        item, text = next((i for i in rig.items if i.id == self._noted), None), self.note.toPlainText()
        if item is not None and text != item.note:
            self.desk.edit(lambda r: with_item(r, replace(r.item(item.id), note=text)), f"note on {item.name}")
