"""Whose something is and in which condition it came: an owner, new or used, hours, tested or not."""

from collections.abc import Callable

from msgspec.structs import replace
from PyQt6.QtCore import QSignalBlocker
from PyQt6.QtWidgets import QComboBox, QGridLayout, QWidget

from ...core.base.units import Units
from ...core.model.condition import Condition
from .fields import FigureField
from .mannered import Entry, Options
from .text import Words

Put = Callable[[str, Condition, str], None]  # owner, condition, what was changed


class Arrival(QWidget):
    """Four fields; `put` is called with what they say now."""

    def __init__(self, units: Callable[[], Units], put: Put, name: str) -> None:
        super().__init__()
        self._put = put
        self._owner, self._condition = "", Condition()
        self.owner = Entry()
        self.owner.setAccessibleName("Whose it is")
        self.owner.setMaxLength(120)
        self.owner.setPlaceholderText("shop, customer")
        self.owner.editingFinished.connect(self._own)
        self.bought = self._choice("Bought", (("New or used: not said", ""), ("New", "new"), ("Used", "used")), "bought")
        self.tested = self._choice(
            "Tested on arrival", (("Tested: not said", None), ("Tested", True), ("Not tested", False)), "tested"
        )
        self.hours = FigureField(
            "Hours on arrival", "number", units, self._set_hours, high=1e6, may_be_empty=True, name=f"{name}-hours"
        )
        grid = QGridLayout(self)
        grid.setContentsMargins(0, 0, 0, 0)
        grid.addWidget(Words("Whose it is"), 0, 0)
        grid.addWidget(self.owner, 0, 1)
        grid.addWidget(self.bought, 1, 0, 1, 2)
        grid.addWidget(self.tested, 2, 0, 1, 2)
        grid.addWidget(self.hours, 3, 0, 1, 2)

    def show_arrival(self, owner: str, condition: Condition) -> None:
        """Show what is said of something."""
        self._owner, self._condition = owner, condition
        if not self.owner.hasFocus():
            self.owner.setText(owner)
        for box, value in ((self.bought, condition.bought), (self.tested, condition.tested)):
            with QSignalBlocker(box):
                box.setCurrentIndex(max(box.findData(value), 0))
        self.hours.show_value(condition.hours, "not read")

    def _choice(self, called: str, words: tuple[tuple[str, object], ...], field: str) -> QComboBox:
        box = Options()
        box.setAccessibleName(called)
        box.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
        box.setMinimumContentsLength(6)
        for text, value in words:
            box.addItem(text, value)
        box.activated.connect(
            lambda _: self._put(self._owner, replace(self._condition, **{field: box.currentData()}), called.lower())
        )
        return box

    def _own(self) -> None:
        text = self.owner.text().strip()
        if text != self._owner:
            self._put(text, self._condition, "whose it is")

    def _set_hours(self, value: float | None) -> None:
        self._put(self._owner, replace(self._condition, hours=value), "hours on arrival")
