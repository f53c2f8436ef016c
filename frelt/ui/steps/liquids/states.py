"""The state shown, with what it is, who is aboard, and the tubes, large."""

from msgspec.structs import replace
from PyQt6.QtWidgets import (
    QComboBox,
    QHBoxLayout,
    QPushButton,
    QVBoxLayout,
    QWidget,
)

from ....app.session import new_id
from ....core.edit.removal import without_state
from ....core.edit.states import fills_of_its_own, state_like, with_state
from ....core.planning.new_rig import WATER
from ...bench.tubes import SightTubes
from ...frame.desk import Desk
from ...widgets.fields import heading, prose
from ...widgets.mannered import Entry, Options
from .aboard import Aboard
from .tied import TiedPart
from .unusual import UnusualPart

FILLS = (
    ("Any fill, heel to full", "any"),
    ("Full", "full"),
    ("Drained, fuel aside", "drained"),
    ("Ranges of its own", "own"),
)


class StatesPart(QWidget):
    """Fills and states: the tubes, large, and the state shown with what it is."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        self.tubes = SightTubes(desk)
        self.name = Entry()
        self.name.setAccessibleName("Name of the state")
        self.name.editingFinished.connect(self._rename)
        self.kind = Options()
        self.kind.setAccessibleName("Condition")
        for words, condition, road in (
            ("Hitched, on the road", "hitched", True),
            ("Hitched, in the yard", "hitched", False),
            ("Parked on its jack", "parked", False),
            ("Lifted on forks", "lifted", False),
        ):
            self.kind.addItem(words, (condition, road))
        self.kind.activated.connect(self._set_kind)
        self.fill, self.water = Options(), Options()
        self.fill.setAccessibleName("Fills of the state")
        for words, data in FILLS:
            self.fill.addItem(words, data)
        self.fill.activated.connect(self._set_fill)
        for combo in (self.fill, self.water):
            combo.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
        self.water.setAccessibleName("Water in the state")
        for water, words in WATER.items():
            self.water.addItem(words, water)
        self.water.activated.connect(lambda: self._put("water of the state", water=self.water.currentData()))
        self.aboard = Aboard(desk)
        self.unusual = UnusualPart(desk)
        self.tied = TiedPart(desk, self)
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
        box.addWidget(self.fill)
        box.addWidget(self.water)
        box.addWidget(self.aboard)
        box.addWidget(self.unusual)
        box.addLayout(row)
        box.addWidget(self.tubes, 1)
        box.addWidget(self.tied)
        box.addWidget(
            prose(
                "A state is right only if every fill in its ranges is right. Drag a fill, or the ends of its range; “max” is what the ratings allow."
            )
        )

    def refresh(self) -> None:
        """Show the state as it is."""
        self.aboard.refresh()
        self.unusual.refresh()
        self.tied.refresh()
        state = self.desk.state
        for widget in (self.name, self.kind, self.fill, self.water, self.drop, self.copy):
            widget.setEnabled(self.desk.rig is not None and (state is not None or widget is self.copy))
        if state is not None:
            if not self.name.hasFocus():
                self.name.setText(state.name)
            road = state.road and state.condition == "hitched"  # parked and lifted it is on no road, whatever a file says
            self.kind.setCurrentIndex(max(self.kind.findData((state.condition, road)), 0))
            self.fill.setCurrentIndex(self.fill.findData("own" if state.fills else state.fill))
            self.water.setCurrentIndex(self.water.findData(state.water))
            self.water.setEnabled(not state.fills and state.fill != "drained")

    def _put(self, words: str, **fields: object) -> None:
        state = self.desk.state
        if state is not None:
            new = replace(state, **fields)
            self.desk.edit(lambda r: with_state(r, new), words)

    def _rename(self) -> None:
        state, text = self.desk.state, self.name.text().strip()
        if state is not None and text and text != state.name:
            self._put("state renamed", name=text)

    def _set_kind(self) -> None:
        condition, road = self.kind.currentData()
        self._put("condition of the state", condition=condition, road=road)

    def _set_fill(self) -> None:
        state, rig, fill = self.desk.state, self.desk.rig, self.fill.currentData()
        if state is None or rig is None:
            return
        made = fills_of_its_own(rig, state) if fill == "own" else replace(state, fills={}, fill=fill)
        self.desk.edit(lambda r: with_state(r, made), "fills of the state")

    def _copy(self) -> None:
        like, new = self.desk.state, new_id("state")
        if self.desk.edit(lambda r: state_like(r, like, new), "state added"):
            self.desk.show_state(new)

    def _drop(self) -> None:
        state = self.desk.state
        if state is not None:
            self.desk.edit(lambda r: without_state(r, state.id), f"state {state.name} removed")
