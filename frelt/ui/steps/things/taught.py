"""What the shop's own tickets say a thing weighs, offered where one is in hand: copied when it is taken, never put into rigs that stand."""

from typing import TYPE_CHECKING

from msgspec.structs import replace
from PyQt6.QtWidgets import QPushButton

from ....app import stock
from ....app.places import library_dir
from ....core.base.figure import Figure
from ....core.base.value import FreltError
from ....core.edit.items import with_item
from ....core.model.item import Item
from ...frame.desk import Desk

if TYPE_CHECKING:
    from ....core.scale.learned import Learned

WORTH = 0.3  # of its ±, that the figure must differ


def _written() -> int:
    """When the shop's lessons were written last; 0 where there are none."""
    try:
        return (library_dir("masses") / "lessons.json").stat().st_mtime_ns
    except OSError:
        return 0


class Taught(QPushButton):
    """A link that is seen only where there is something to take."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        self.setObjectName("link")
        self.clicked.connect(self._take)
        self._of: tuple[str, Figure, int] | None = None
        self._item = ""
        self.known: Learned | None = None
        self.hide()

    def show_item(self, item: Item) -> None:
        """Show what is known of a thing's entry beside what the rig has for it."""
        self._item = item.id
        written = _written()
        if self._of is None or self._of[0] != item.origin or self._of[1] is not item.mass or self._of[2] != written:
            self._of, self.known = (item.origin, item.mass, written), self._found(item) if written else None
        known, show = self.known, self.desk.units.show
        worth = known is not None and item.mass.source != "weighed" and abs(known.mass - item.mass.value) > WORTH * known.pm
        self.setVisible(bool(worth))
        if known is not None and worth:
            units = "one" if known.units == 1 else f"{known.units} of them"
            self.setText(f"By tickets of {units}: {show(known.mass, 'mass')} ± {show(known.pm, 'mass')}. Take that")

    def _found(self, item: Item) -> "Learned | None":
        rig = self.desk.rig
        if rig is None or not item.origin:
            return None
        from ....app.lessons import taught_of

        try:
            return taught_of(item, rig, (*stock.equipment(), *self.desk.library.equipment()))
        except FreltError as err:
            self.desk.refused.emit(f"{str(err)[:1].upper()}{str(err)[1:]}.")
            return None

    def _take(self) -> None:
        rig, known = self.desk.rig, self.known
        item = next((i for i in rig.items if i.id == self._item), None) if rig is not None else None
        if item is not None and known is not None:
            note = f"by tickets of the shop's rigs, {known.units} weighed"
            mass = Figure(value=round(known.mass, 2), plus_minus=round(known.pm, 2), note=note)
            self.desk.edit(lambda r: with_item(r, replace(item, mass=mass)), f"mass of {item.name} by the shop's tickets")
