"""Readings beside what was predicted: each as two marks on a line, the prediction with its ±."""

from PyQt6.QtCore import QPointF, QRectF, QSize, Qt, pyqtSignal
from PyQt6.QtGui import QMouseEvent, QPaintEvent, QPen
from PyQt6.QtWidgets import QSizePolicy, QWidget

from ....core.model.rig import Rig
from ....core.model.ticket import Weighing
from ....core.scale.fits import Beside, Fit
from ....core.scale.slips import stood_words
from ....paint import fonts
from ....paint.painter import write
from ...frame.desk import Desk
from ...frame.painting import painter_on

ROW, WIDE = 50, 252.0
FAR = 3.0  # units of ± that the line shows to either side


class ReadTable(QWidget):
    """One ticket. struck: a reading that was pressed, by its number on the ticket."""

    struck = pyqtSignal(int)

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        self.rows: list[tuple[str, Beside]] = []
        self.aside: list[str] = []
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)

    def show_readings(self, rig: Rig, weighing: Weighing, own: Fit) -> None:
        """Show a ticket's readings and what was predicted of each."""
        readings = weighing.ticket.readings
        self.rows = [(stood_words(rig, readings[b.number]), b) for b in own.beside]
        have = {b.number for b in own.beside}
        self.aside = [stood_words(rig, r) for n, r in enumerate(readings) if n not in have]
        self.setFixedHeight(ROW * len(self.rows) + 20 * len(self.aside))
        show = self.desk.units.show
        self.setAccessibleName(
            "; ".join(
                f"{w}: predicted {show(b.predicted, 'mass')} ± {show(b.pm, 'mass')}, read {show(b.read, 'mass')}"
                for w, b in self.rows
            )
        )
        self.update()

    def sizeHint(self) -> QSize:
        return QSize(int(WIDE), ROW * len(self.rows) + 20 * len(self.aside))

    def mousePressEvent(self, event: QMouseEvent | None) -> None:
        assert event is not None
        n = int(event.position().y() // ROW)
        if 0 <= n < len(self.rows):
            self.struck.emit(self.rows[n][1].number)

    def paintEvent(self, event: QPaintEvent | None) -> None:
        theme, show = self.desk.theme, self.desk.units.show
        with painter_on(self) as p:
            for n, (words, b) in enumerate(self.rows):
                y, wide = n * ROW, self.width() - 2.0
                far = abs(b.off) > 1.0
                read = show(b.read, "mass")
                room = wide - fonts.metrics("text", 600, True).horizontalAdvance(read) - 10
                write(p, 0, y + 14, fonts.elided(words, room, "text", 400, True), theme.color("ink"), "text", 400, True)
                write(p, wide, y + 14, read, theme.color("over" if far else "ink"), "text", 600, True, "end")
                middle, unit = wide / 2, wide / 2 / FAR
                p.setPen(QPen(theme.color("hairline"), 1.0))
                p.drawLine(QPointF(0, y + 25), QPointF(wide, y + 25))
                p.setPen(Qt.PenStyle.NoPen)
                p.setBrush(theme.color("ok_fill"))
                p.drawRect(QRectF(middle - unit, y + 21, 2 * unit, 8))
                p.setPen(QPen(theme.color("ok"), 1.6))
                p.drawLine(QPointF(middle, y + 19), QPointF(middle, y + 31))
                x = middle + max(-FAR, min(FAR, b.off)) * unit
                p.setPen(QPen(theme.color("over" if far else "ink"), 2.6))
                p.drawLine(QPointF(x, y + 17), QPointF(x, y + 33))
                said = f"predicted {show(b.predicted, 'mass')} ± {show(b.pm, 'mass')}"
                write(p, middle, y + 44, said, theme.color("soft"), "small", 400, True, "middle")
            for n, words in enumerate(self.aside):
                y = ROW * len(self.rows) + 20 * n + 14
                write(p, 0, y, f"{words}: set aside", theme.color("soft"), "small", 400, True)
