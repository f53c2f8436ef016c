"""What a kind is known by: a field for each of its numbers and a list for each of its choices; the rest follows."""

from functools import partial

from PyQt6.QtCore import QSignalBlocker
from PyQt6.QtWidgets import QComboBox, QVBoxLayout, QWidget

from ....core.base.figure import Figure
from ....core.base.text import capital, uncapital
from ....core.edit.items import with_item
from ....core.kind.kind import Choice, Kind, Param
from ....core.kind.make import follows, with_field, with_option
from ....core.kind.registry import given, kind_of
from ....core.model.item import Item
from ...frame.desk import Desk
from ...widgets.fields import FigureField, heading, prose
from ...widgets.let_go import let_go
from ...widgets.mannered import Options


class Parameters(QWidget):
    """Fields of the kind of the item in hand, made anew for another kind."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        self.fields: dict[str, FigureField] = {}
        self.choices: dict[str, QComboBox] = {}
        self._kind: Kind | None = None
        self._item: Item | None = None
        self._content = QWidget()
        self._box = QVBoxLayout(self)
        self._box.setContentsMargins(0, 0, 0, 0)
        self._box.addWidget(self._content)

    def refresh(self, item: Item) -> None:
        """Show an item's parameters."""
        kind = kind_of(item)
        if kind is not self._kind:
            self._rebuild(kind)
        self._item = item
        self.setVisible(bool(kind.params or kind.choices))
        now = given(item)
        for p in kind.params:
            self.fields[p.id].show_value(now[p.id])
            self.fields[p.id].setVisible(p.when is None or p.when(now))
        for c in kind.choices:
            box = self.choices[c.id]
            box.setVisible(c.when is None or c.when(now))
            with QSignalBlocker(box):
                box.setCurrentIndex(max(box.findData(now.word(c.id)), 0))
        computed = follows(item.mass) or follows(item.length)
        says = f"{kind.says(item, self.desk.units)} " if kind.says is not None else ""
        self._words.setText(
            says + "Sizes, weight and parts follow from these; what you measure stays."
            if computed
            else says + "Sizes and weight were measured or listed: they stay when these change."
        )

    def _rebuild(self, kind: Kind) -> None:
        self._kind = kind
        let_go(self._content)
        self._content = QWidget()
        box = QVBoxLayout(self._content)
        box.setContentsMargins(0, 0, 0, 0)
        box.setSpacing(4)
        self.fields, self.choices = {}, {}
        box.addWidget(heading(kind.title))
        for p in kind.params:
            self.fields[p.id] = self._figure(p)
            box.addWidget(self.fields[p.id])
        for c in kind.choices:
            self.choices[c.id] = self._choice(c)
            box.addWidget(self.choices[c.id])
        self._words = prose("")
        box.addWidget(self._words)
        self._box.addWidget(self._content)

    def _figure(self, p: Param) -> FigureField:
        return FigureField(
            p.label, p.quantity, lambda: self.desk.units, partial(self._set, p), low=p.low, high=p.high, name=f"kind-{p.id}"
        )

    def _choice(self, c: Choice) -> QComboBox:
        box = Options()
        box.setAccessibleName(c.label)
        box.setObjectName(f"kind-{c.id}")
        for word in c.among:
            box.addItem(f"{c.label}: {uncapital(word)}", word)
        box.activated.connect(lambda _: self._pick(c, box.currentData()))
        return box

    def _set(self, p: Param, value: float | None) -> None:
        item = self._item
        if item is None or value is None:
            return
        figure = Figure(value=value, source="maker")
        self.desk.edit(lambda r: with_item(r, with_field(item, p.id, figure)), f"{p.label.lower()} of {item.name}")

    def _pick(self, c: Choice, word: str) -> None:
        item = self._item
        if item is not None:
            self.desk.edit(lambda r: with_item(r, with_option(item, c.id, word)), f"{capital(c.label)} of {item.name}")
