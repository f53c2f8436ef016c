"""One sight tube: its glass, where a fill lies on it, and what it is called."""

from msgspec import Struct
from PyQt6.QtCore import QPointF, QRectF
from PyQt6.QtGui import QPolygonF

from ...core.base.text import capital
from ...core.model.item import TankPart
from ...core.model.state import FillRange
from ...paint import fonts

ROW = 28.0  # px, of a lying tube
LABEL = 106.0  # px, beside it
WORDS = {"water": "Water", "sh": "SH", "soap": "Soap", "fuel": "Fuel", "antifreeze": "Antifreeze", "other": "Other"}


class Tube(Struct, frozen=True):
    """One tube on the widget. box: of its glass [px]; upright or lying."""

    address: str
    tank: TankPart
    name: str
    box: QRectF
    upright: bool
    fill: FillRange
    allowed: float
    cap: float | None = None  # of the road fill

    def at(self, fill: float) -> float:
        """The pixel of a fill along the tube."""
        return self.box.bottom() - fill * self.box.height() if self.upright else self.box.left() + fill * self.box.width()

    def fill_at(self, at: QPointF) -> float:
        """The fill at a pixel, kept between empty and full."""
        share = (
            (self.box.bottom() - at.y()) / self.box.height() if self.upright else (at.x() - self.box.left()) / self.box.width()
        )
        return min(max(share, 0.0), 1.0)


def triangle(at: QPointF, right: bool) -> QPolygonF:
    """A mark that points at a tube: from the left, or from above."""
    if right:
        return QPolygonF([at, QPointF(at.x() - 8, at.y() - 5), QPointF(at.x() - 8, at.y() + 5)])
    return QPolygonF([at, QPointF(at.x() - 4, at.y() - 6), QPointF(at.x() + 4, at.y() - 6)])


def row(names: list[str]) -> float:
    """Height of a lying tube's row, for the longest of their names [px]."""
    return max([ROW, *(13.0 * len(fonts.wrap(n, LABEL)) + 5 for n in names)])


def called(item_name: str, tank: TankPart, alone: bool, width: float) -> str:
    """What a tube is called: its liquid, or its item where a liquid stands in several tanks; a long word by its kind."""
    name = tank.liquid.short if alone else item_name
    if fonts.widest_word(name) > width:
        name = WORDS[tank.liquid.tint]
    return capital(name)


def short(name: str, width: float) -> str:
    """As many of the words as fit a width [px]."""
    m = fonts.metrics("small", 400, True)
    words = name.split()
    while len(words) > 1 and m.horizontalAdvance(" ".join(words)) > width:
        words.pop()
    return " ".join(words).rstrip(",")
