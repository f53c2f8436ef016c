"""Who is aboard in the state shown: each seat of the vehicle, and whether the trailer's rear stands are down."""

from functools import partial

from msgspec.structs import replace
from PyQt6.QtWidgets import QCheckBox, QVBoxLayout, QWidget

from ....app.session import new_id
from ....core.edit.states import person_weighs, seated, with_state
from ....core.model.carrier import Seat
from ....core.model.state import State
from ...frame.desk import Desk
from ...widgets.fields import FigureField, heading
from ...widgets.let_go import let_go


class Aboard(QWidget):
    """A box for each seat, with the person's weight."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        self._seats: tuple[Seat, ...] = ()
        self._rows: list[tuple[QCheckBox, FigureField]] = []
        self.stands = QCheckBox("Rear stands are down")
        self.stands.clicked.connect(lambda: self._put("rear stands", stands=self.stands.isChecked()))
        self.head = heading("Who is aboard")
        self._box = QVBoxLayout(self)
        self._box.setContentsMargins(0, 0, 0, 0)
        self._box.setSpacing(4)
        self._box.addWidget(self.head)
        self._box.addWidget(self.stands)

    def refresh(self) -> None:
        """Show the state as it is."""
        rig, state = self.desk.rig, self.desk.state
        seats = rig.vehicle.seats if rig is not None and rig.vehicle is not None else ()
        if seats != self._seats:
            self._rebuild(seats)
        self.head.setVisible(bool(seats))
        stands = rig is not None and rig.trailer is not None and rig.trailer.stands_x is not None
        self.stands.setVisible(stands and state is not None and state.condition == "parked")
        if state is None:
            return
        self.stands.setChecked(state.stands)
        for seat, (box, mass) in zip(self._seats, self._rows, strict=True):
            person = next((p for p in state.people if p.seat == seat.id), None)
            box.setChecked(person is not None)
            mass.setVisible(person is not None)
            mass.show_value(person.mass.value if person is not None else None)

    def _rebuild(self, seats: tuple[Seat, ...]) -> None:
        let_go(*(widget for row in self._rows for widget in row))
        self._seats, self._rows = seats, []
        for n, seat in enumerate(seats):
            box = QCheckBox(seat.name)
            box.clicked.connect(lambda on, s=seat: self._sit(s, on))
            weigh = partial(self._weigh, seat)
            mass = FigureField("… weighs", "mass", lambda: self.desk.units, weigh, low=20, high=250, name=f"seat-{n + 1}")
            self._box.insertWidget(1 + 2 * n, box)
            self._box.insertWidget(2 + 2 * n, mass)
            self._rows.append((box, mass))

    def _put(self, words: str, **fields: object) -> None:
        state = self.desk.state
        if state is not None:
            new: State = replace(state, **fields)
            self.desk.edit(lambda r: with_state(r, new), words)

    def _sit(self, seat: Seat, on: bool) -> None:
        state = self.desk.state
        if state is not None:
            made = seated(state, seat.id, seat.name, new_id("person") if on else "")
            self.desk.edit(lambda r: with_state(r, made), f"{seat.name}: {'aboard' if on else 'not aboard'}")

    def _weigh(self, seat: Seat, value: float | None) -> None:
        state = self.desk.state
        if state is not None and value is not None:
            made = person_weighs(state, seat.id, value)
            self.desk.edit(lambda r: with_state(r, made), f"weight of {seat.name}")
