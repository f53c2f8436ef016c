"""Fields of a chassis: each shows a figure of the carrier drawn, and puts back what is typed, undoably."""

from collections.abc import Callable

from PyQt6.QtCore import QSignalBlocker
from PyQt6.QtWidgets import QComboBox

from ....core.base.figure import NOT_RATED, plate, rated
from ....core.base.units import Quantity
from ....core.base.value import FreltError
from ....core.edit.carriers import with_carrier
from ....core.edit.ratings import rating_at, set_rating
from ....core.edit.weights import with_weight
from ....core.judge.check import KINDS, field_of
from ....core.model.carrier import Carrier
from ...frame.desk import Desk
from ...widgets.fields import NO_PLATE, FigureField
from ...widgets.mannered import Options
from ...widgets.text import tip

Value = Callable[[Carrier], float | str | None]
Put = Callable[[Carrier, float], Carrier]


class Form:
    """Makes the fields of one carrier and keeps what each shows."""

    def __init__(self, desk: Desk) -> None:
        self.desk = desk
        self._fields: list[tuple[FigureField, Value, str]] = []
        self._choices: list[tuple[QComboBox, Callable[[Carrier], object]]] = []

    def refresh(self) -> None:
        """Show the carrier as it stands."""
        carrier = self.desk.carrier
        if carrier is None:
            return
        for field, value, hint in self._fields:
            shown = value(carrier)
            if isinstance(shown, str):
                field.show_text(shown)
            else:
                field.show_value(shown, hint)
        for box, now in self._choices:
            with QSignalBlocker(box):
                box.setCurrentIndex(max(box.findData(now(carrier)), 0))

    def change(self, make: Callable[[Carrier], Carrier], words: str) -> None:
        """Edit the carrier drawn. Raises FreltError, with the reason, where it cannot be so."""
        carrier = self.desk.carrier
        if carrier is None:
            return
        refused: list[str] = []
        self.desk.said.connect(refused.append)
        done = self.desk.edit(lambda r: with_carrier(r, make(carrier)), words)
        self.desk.said.disconnect(refused.append)
        if not done:
            raise FreltError(
                f"that cannot be: {refused[-1] if refused else 'it contradicts another measure'}".removesuffix(".")
            )

    def field(
        self,
        label: str,
        quantity: Quantity,
        asked: str,
        value: Value,
        put: Callable[[float | None], None],
        hint: str = "",
        low: float = 0.0,
        high: float = 1e6,
        may_be_empty: bool = False,
        no_zero: str = "",
    ) -> FigureField:
        """A figure; `asked` names the dimension drawn while it has the keys."""
        made = FigureField(
            label,
            quantity,
            lambda: self.desk.units,
            put,
            low=low,
            high=high,
            may_be_empty=may_be_empty,
            no_zero=no_zero,
            name=f"chassis-{asked or label}",
        )
        made.focused.connect(lambda on: self.desk.asked.emit(asked if on else ""))
        self._fields.append((made, value, hint))
        return made

    def length(
        self, label: str, asked: str, value: Callable[[Carrier], float], put: Put, low: float, high: float
    ) -> FigureField:
        """A length that is always known."""

        def typed(v: float | None) -> None:
            if v is not None:
                self.change(lambda c: put(c, v), label.lower())

        return self.field(label, "length", asked, value, typed, low=low, high=high)

    def choice(
        self,
        name: str,
        listed: tuple[tuple[str, object], ...],
        now: Callable[[Carrier], object],
        put: Callable[[Carrier, object], Carrier],
    ) -> QComboBox:
        """One of a few; shown by its data."""
        box = Options()
        box.setAccessibleName(name)
        box.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
        box.setMinimumContentsLength(12)
        for words, data in listed:
            box.addItem(words, data)
        box.activated.connect(lambda _: self.change(lambda c: put(c, box.currentData()), name.lower()))
        self._choices.append((box, now))
        return box

    def weight(self, label: str, name: str) -> FigureField:
        """A scale reading of the empty carrier."""

        def value(c: Carrier) -> float | None:
            figure = getattr(c.empty, name) if c.empty is not None else None
            return figure.value if figure is not None else None

        def typed(v: float | None) -> None:
            self.change(lambda c: with_weight(c, name, v), f"empty weight {label.lower()}")

        return self.field(label, "mass", name, value, typed, "unknown", high=20_000, may_be_empty=True)

    def plate(self, label: str, field: str, kind: str, quantity: Quantity = "mass") -> FigureField:
        """A rating by the address its limit names, within the carrier."""

        def address() -> str:
            carrier = self.desk.carrier
            return (field_of(carrier) if carrier is not None else "") + field

        def value(_: Carrier) -> float | str | None:
            rig = self.desk.rig
            rating = rating_at(rig, address()) if rig is not None else None
            return NOT_RATED if rating == NOT_RATED else rated(rating)

        def typed(v: float | None) -> None:
            self.desk.edit(lambda r: set_rating(r, address(), None if v is None else plate(v)), f"plate: {label.lower()}")

        number = "".join(c for c in field if c.isdigit())
        asked = f"plate:{kind}:{number}" if number else f"plate:{kind}"
        made = self.field(
            label,
            quantity,
            asked,
            value,
            typed,
            "unknown",
            high=60_000 if quantity == "mass" else 2e6,
            may_be_empty=True,
            no_zero=NO_PLATE,
        )
        tip(made, f"Where to look: {KINDS[kind].plate}. Without a plate, type “not rated”.")

        def none() -> None:
            self.desk.edit(lambda r: set_rating(r, address(), NOT_RATED), f"not rated: {label.lower()}")

        made.answers = {NOT_RATED: none, "none": none}
        return made
