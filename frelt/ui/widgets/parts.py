"""Short lists of a chassis: doors, wheel wells, no-bolt zones, seats, what was aboard. One entry, one small block."""

from collections.abc import Callable, Sequence
from typing import Any

from msgspec.structs import replace
from PyQt6.QtCore import QSignalBlocker
from PyQt6.QtWidgets import QComboBox, QHBoxLayout, QLineEdit, QVBoxLayout, QWidget

from ...core.base.units import Quantity
from ..frame.desk import Desk
from .fields import FigureField, heading, link
from .let_go import let_go
from .mannered import Entry, Options
from .text import Words as Label

Get = Callable[[], Sequence[Any]]
Put = Callable[[tuple[Any, ...], str], None]
Words = Sequence[tuple[str, Any]]


class Column:
    """One figure of an entry. get, put: between what is shown and the entry.  shown: for which entries it is there."""

    def __init__(
        self,
        label: str,
        get: Callable[[Any], float],
        put: Callable[[Any, float], Any],
        quantity: Quantity = "length",
        low: float = -20.0,
        high: float = 20.0,
        shown: Callable[[Any], bool] = lambda _: True,
    ) -> None:
        self.label, self.get, self.put, self.quantity, self.low, self.high = label, get, put, quantity, low, high
        self.shown = shown


class Choice:
    """One word of an entry, out of a few, or out of what a function finds when the entry is shown."""

    def __init__(self, name: str, field: str, words: "Words | Callable[[], Words]") -> None:
        self.name, self.field, self._words = name, field, words

    @property
    def words(self) -> "Words":
        """What can be chosen now, each with its data."""
        return self._words() if callable(self._words) else self._words


class PartsList(QWidget):
    """Entries with their figures, each removable, and a link that adds one. asked: names the dimension drawn, by id.

    told: words over an entry that are not to be changed.  longest: signs of a name.
    """

    def __init__(
        self,
        desk: Desk,
        title: str,
        one: str,
        get: Get,
        put: Put,
        make: Callable[[], Any],
        columns: Sequence[Column],
        choices: Sequence[Choice] = (),
        named: str = "name",
        asked: str = "",
        told: Callable[[Any], str] | None = None,
        longest: int = 80,
    ) -> None:
        super().__init__()
        self.desk, self.one, self._get, self._put, self._make = desk, one, get, put, make
        self._columns, self._choices, self._named, self._asked = columns, choices, named, asked
        self._told, self._longest = told, longest
        self._blocks: list[tuple[str, QWidget, QLineEdit | None, list[Options], list[FigureField]]] = []
        box = QVBoxLayout(self)
        box.setContentsMargins(0, 0, 0, 0)
        box.setSpacing(4)
        box.addWidget(heading(title))
        self._rows = QVBoxLayout()
        self._rows.setSpacing(4)
        box.addLayout(self._rows)
        self.more = link(f"Add {one}", self.add)
        box.addWidget(self.more)

    def refresh(self) -> None:
        """Show the entries as they stand."""
        entries = self._get()
        if [_key(e, n) for n, e in enumerate(entries)] != [b[0] for b in self._blocks]:
            self._rebuild(entries)
        for entry, (_, _, name, boxes, fields) in zip(entries, self._blocks, strict=True):
            if name is not None and not name.hasFocus():
                name.setText(getattr(entry, self._named))
            for box, choice in zip(boxes, self._choices, strict=True):
                with QSignalBlocker(box):
                    if box.count() != len(choice.words):
                        box.clear()
                        for words, data in choice.words:
                            box.addItem(words, data)
                    box.setCurrentIndex(max(box.findData(getattr(entry, choice.field)), 0))
            for field, column in zip(fields, self._columns, strict=True):
                field.show_value(column.get(entry))
                field.setVisible(column.shown(entry))

    def _rebuild(self, entries: Sequence[Any]) -> None:
        let_go(*(block for _, block, *_rest in self._blocks))
        self._blocks = [self._block(n, e) for n, e in enumerate(entries)]

    def _block(self, n: int, entry: Any) -> tuple[str, QWidget, QLineEdit | None, list[Options], list[FigureField]]:
        block = QWidget()
        box = QVBoxLayout(block)
        box.setContentsMargins(0, 0, 0, 4)
        box.setSpacing(3)
        top = QHBoxLayout()
        name: QLineEdit | None = None
        if self._named:
            name = Entry()
            name.setAccessibleName(f"Name of {self.one} {n + 1}")
            name.setMaxLength(self._longest)
            name.editingFinished.connect(lambda e=name: self._rename(n, e.text().strip()))
            top.addWidget(name, 1)
        if self._told is not None:
            said = Label(self._told(entry))
            said.setWordWrap(True)
            top.addWidget(said, 1)
        boxes = []
        lines: list[QHBoxLayout] = []  # of at most two words each
        for choice in self._choices:
            combo = Options()
            combo.setAccessibleName(f"{choice.name} of {self.one} {n + 1}")
            for words, data in choice.words:
                combo.addItem(words, data)
            combo.activated.connect(
                lambda _, c=choice, b=combo: self._set(n, lambda e: replace(e, **{c.field: b.currentData()}), c.name)
            )
            combo.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
            combo.setMinimumContentsLength(4)
            boxes.append(combo)
            if name is None and len(self._choices) < 3:
                top.addWidget(combo, 1)
            else:
                if not lines or lines[-1].count() == 2:
                    lines.append(QHBoxLayout())
                lines[-1].addWidget(combo, 1)
        drop = link("Remove", lambda: self._drop(n))
        drop.setAccessibleName(f"Remove {self.one} {n + 1}")
        top.addWidget(drop)
        box.addLayout(top)
        for line in lines:
            box.addLayout(line)
        fields = [self._field(n, entry, c) for c in self._columns]
        for field in fields:
            box.addWidget(field)
        self._rows.addWidget(block)
        return _key(entry, n), block, name, boxes, fields

    def _field(self, n: int, entry: Any, column: Column) -> FigureField:
        def typed(v: float | None) -> None:
            if v is not None:
                self._set(n, lambda e: column.put(e, v), column.label.lower())

        field = FigureField(
            column.label,
            column.quantity,
            lambda: self.desk.units,
            typed,
            low=column.low,
            high=column.high,
            name=f"{self.one} {n + 1}: {column.label}",
        )
        if self._asked:
            about = f"{self._asked}:{entry.id}"
            field.focused.connect(lambda on: self.desk.asked.emit(about if on else ""))
        return field

    def _set(self, n: int, change: Callable[[Any], Any], words: str) -> None:
        entries = tuple(change(e) if i == n else e for i, e in enumerate(self._get()))
        self._put(entries, f"{self.one}: {words}")

    def _rename(self, n: int, text: str) -> None:
        if text and n < len(self._get()) and getattr(self._get()[n], self._named) != text:
            self._set(n, lambda e: replace(e, **{self._named: text}), "name")

    def _drop(self, n: int) -> None:
        self._put(tuple(e for i, e in enumerate(self._get()) if i != n), f"{self.one} removed")

    def add(self) -> None:
        """Add an entry with usual figures."""
        self._put((*self._get(), self._make()), f"{self.one} added")


def _key(entry: Any, n: int) -> str:
    return str(getattr(entry, "id", n))
