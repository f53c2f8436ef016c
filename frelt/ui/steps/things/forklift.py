"""The forklift that lifts a skid, and what the skid is on its forks."""

from collections.abc import Callable

from msgspec.structs import replace
from PyQt6.QtWidgets import QWidget

from ....core.base.figure import Figure, rated
from ....core.kind.capability import can
from ....core.model.item import Item
from ....core.model.rig import Forklift
from ....core.statics.forks import DRAINED
from ...frame.desk import Desk
from ...widgets.fields import FigureField, column, heading
from ...widgets.text import Words


class ForkliftFields(QWidget):
    """Fields of the forklift, shown for a skid in hand."""

    def __init__(self, desk: Desk, item: Callable[[], Item | None]) -> None:
        super().__init__()
        self.desk, self._item = desk, item
        units = lambda: desk.units  # noqa: E731
        self.rated = FigureField(
            "Forklift is rated", "mass", units, self._set_rated, high=20_000, may_be_empty=True, name="lift-rated"
        )
        self.centre = FigureField(
            "… at a load center of", "length", units, self._set_centre, low=0.1, high=2, name="lift-centre"
        )
        self.forks = FigureField("Its forks are long", "length", units, self._set_forks, low=0.3, high=3, name="lift-forks")
        self.words = Words()
        self.words.setWordWrap(True)
        self.setLayout(column(heading("On the forks"), self.rated, self.centre, self.forks, self.words))

    def refresh(self, item: Item) -> None:
        """Show the forklift, and what it lifts."""
        solved, units = self.desk.solved, self.desk.units
        self.setVisible(can(item, "be lifted"))
        if not can(item, "be lifted") or solved is None:
            return
        lifter = solved.rig.forklift
        self.rated.show_value(rated(lifter.rated), "unknown")
        self.centre.show_value(lifter.centre)
        self.forks.show_value(lifter.forks)
        one = next((lifted.now for lifted in solved.lifted if lifted.skid == item.id and lifted.state == DRAINED), None)
        if one is None:
            self.words.setText("What it is on the forks is not solved yet.")
            return
        two = "two people can drag it" if one.dragged_by_two else "too heavy for two people to drag"
        self.words.setText(
            f"Drained it weighs {units.show(one.mass, 'mass')}, {units.show(one.out, 'length')} from the heel of the forks; {two}. "
            "Never lift it over people, nor with liquid in its tanks."
        )

    def _put(self, **fields: object) -> None:
        def change(lifter: Forklift) -> Forklift:
            return replace(lifter, **fields)

        self.desk.edit(lambda r: replace(r, forklift=change(r.forklift)), "forklift")

    def _set_rated(self, value: float | None) -> None:
        self._put(rated=None if value is None else Figure(value=value, source="plate"))

    def _set_centre(self, value: float | None) -> None:
        if value is not None:
            self._put(centre=value)

    def _set_forks(self, value: float | None) -> None:
        if value is not None:
            self._put(forks=value)
