"""How far a thing is held, way by way: what is wanted, what will be carried, what statics allow."""

from PyQt6.QtCore import QRectF, QSize, Qt
from PyQt6.QtGui import QPaintEvent, QPen
from PyQt6.QtWidgets import QSizePolicy, QWidget

from ....core.tie_down.held import OVERSHOOT, Held, InWay
from ....paint.painter import write
from ...frame.desk import Desk
from ...frame.painting import painter_on

LINE, HEAD = 22, 34
COLUMNS = (118.0, 186.0, 252.0)  # right edges: wanted, will carry, can hold [px]


class HoldsTable(QWidget):
    """A row for each way, at the end of its fill that is the worse there. Figures are times the thing's weight."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        self.rows: list[tuple[str, str, str, str, str]] = []
        self.can: dict[tuple[str, str], float | None] = {}
        self._one: Held | None = None
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)

    def sizeHint(self) -> QSize:
        return QSize(258, HEAD + LINE * max(len(self.rows), 1))

    def show_held(self, one: Held | None, can: dict[tuple[str, str], float | None]) -> None:
        """Show a thing. can: what statics allow, by way and end of its fill, as far as it is known."""
        self._one, self.can = one, can
        worst: dict[str, InWay] = {}
        for way in one.ways if one is not None else ():
            before = worst.get(way.way.words)
            if before is None or _nearer(way, before):
                worst[way.way.words] = way
        self.rows = [self._row(w) for w in worst.values()]
        self.setVisible(bool(self.rows))
        self.setFixedHeight(HEAD + LINE * len(self.rows))
        self.setAccessibleName("; ".join(f"{a}: wanted {b}, will carry {c}, can hold {d}" for a, b, c, d, _ in self.rows))
        self.update()

    def _row(self, at: InWay) -> tuple[str, str, str, str, str]:
        ends = f"{at.way.words}, {at.load.words}" if at.load.words else at.way.words
        known = at.share == at.share
        beyond = known and at.holds_to >= OVERSHOOT * max(at.way.wanted, 1e-9) - 1e-6 and at.share <= 1 / OVERSHOOT + 1e-9
        will = "unread" if not known or at.holds_to != at.holds_to else f"{'over ' if beyond else ''}{at.holds_to:.2f}"
        can = self.can.get((at.way.words, at.load.words), -1.0)
        said = "" if can == -1.0 else "none" if can is None else "over 4.99" if can >= 4.999 else f"{can:.2f}"
        role = "over" if known and at.share > 1 + 1e-9 else "ink"
        return ends.capitalize(), f"{at.way.wanted:.2f}", will, said, role

    def paintEvent(self, event: QPaintEvent | None) -> None:
        theme = self.desk.theme
        with painter_on(self) as p:
            heads = (("wanted", ""), ("will", "carry"), ("can", "hold"))
            for right, head in zip(COLUMNS, heads, strict=True):
                for n, word in enumerate(w for w in reversed(head) if w):
                    write(p, right, HEAD - 7 - 14 * n, word, theme.color("soft"), "small", 600, True, "end")
            p.setPen(QPen(theme.color("hairline"), 1.0))
            p.drawLine(0, HEAD - 2, self.width() - 2, HEAD - 2)
            for n, (words, wanted, will, can, role) in enumerate(self.rows):
                y = HEAD + LINE * n + 15
                write(p, 0, y, words, theme.color("ink"), "text", 400, True)
                for right, figure, own in ((COLUMNS[0], wanted, "soft"), (COLUMNS[1], will, role), (COLUMNS[2], can, "soft")):
                    write(p, right, y, figure, theme.color(own), "text", 600, True, "end")
                if role == "over":
                    p.setPen(Qt.PenStyle.NoPen)
                    p.setBrush(theme.color("over"))
                    p.drawRect(QRectF(COLUMNS[1] + 4, y - 11, 3, 14))


def _nearer(a: InWay, b: InWay) -> bool:
    """Whether one end of the fill is nearer to giving way than another; of two that are not known the fuller."""
    if a.share != a.share or b.share != b.share:
        return a.share != a.share and (b.share == b.share or a.load.mass > b.load.mass)
    return a.share > b.share
