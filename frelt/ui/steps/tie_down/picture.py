"""The picture of a thing with what holds it."""

from PyQt6.QtCore import QSize
from PyQt6.QtGui import QPaintEvent
from PyQt6.QtWidgets import QSizePolicy, QWidget

from ....core.base.kept import Kept
from ....core.tie_down.held import Held
from ....drawing.held_picture import held_picture
from ....paint import fonts
from ....paint.shapes import paint_shapes
from ...frame.desk import Desk
from ...frame.painting import painter_on

TALL = 236


class HeldPicture(QWidget):
    """One thing, its straps and what each bears at most."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        self.one: Held | None = None
        self._kept = Kept()
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
        self.setFixedHeight(TALL)

    def sizeHint(self) -> QSize:
        return QSize(258, TALL)

    def show_held(self, one: Held | None) -> None:
        """Show a thing, or nothing."""
        self.one = one
        self.setVisible(one is not None)
        self.setAccessibleName("; ".join(f"strap {k} bears {v}" for k, v in self.pulls().items()) or "No strap")
        self.update()

    def pulls(self) -> dict[str, str]:
        """What each strap bears at most at what is wanted, in words."""
        one, units = self.one, self.desk.units
        return {k: units.show(t, "mass") for k, t in one.pulled.items()} if one is not None else {}

    def paintEvent(self, event: QPaintEvent | None) -> None:
        solved, one = self.desk.session.solved, self.one
        with painter_on(self) as p:
            if solved is None or one is None or one.item.id not in solved.frames.items:
                return
            item = solved.rig.item(one.item.id)
            shapes = held_picture(
                solved.rig, solved.frames, item, self.width(), self.height(), fonts, self._kept, one.overdrawn
            )
            paint_shapes(p, shapes, self.desk.theme)
