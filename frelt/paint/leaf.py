"""Paper that goes on: lines, wrapped words and rules down a page, and another page where one is full, so that nothing is dropped."""

from collections.abc import Callable
from datetime import date

from PyQt6.QtCore import QPointF, QRectF, Qt
from PyQt6.QtGui import QPainter, QPen

from .fonts import elided, font, wrap
from .painter import write
from .pdf import HEIGHT, PAPER, WIDTH

EDGE = 40.0
WRAP = int(Qt.AlignmentFlag.AlignLeft | Qt.TextFlag.TextWordWrap)


class Leaf:
    """The page being painted. y: how far down it is.  bottom: where it ends.  number: of the page, from 1."""

    def __init__(self, p: QPainter, another: Callable[[], object], title: str, today: date, bottom: float) -> None:
        self.p, self._another, self.title, self.today = p, another, title, today
        self.y, self.bottom, self.number = EDGE, bottom, 1

    def room(self, tall: float) -> bool:
        """Begin another page where so much does not fit on this one; whether it did."""
        if self.y + tall <= self.bottom:
            return False
        self._another()
        self.number += 1
        self.bottom = HEIGHT - EDGE
        self.y = EDGE + 12
        self.write(EDGE, elided(self.title, 520, "small", 600, False), "small", 600)
        self.write(WIDTH - EDGE, f"{self.today.isoformat()}, page {self.number}", color="soft", anchor="end")
        self.y += 6
        self.rule(self.y)
        self.y += 6
        return True

    def write(
        self,
        x: float,
        words: str,
        step: str = "small",
        weight: int = 400,
        condensed: bool = False,
        color: str = "ink",
        anchor: str = "start",
        scale: float = 1.0,
        y: float | None = None,
    ) -> QRectF:
        """One line, at the present height unless told; returns what it covers."""
        at = self.y if y is None else y
        return write(self.p, x, at, words, PAPER.color(color), step, weight, condensed, anchor, scale)

    def wrapped(
        self,
        x: float,
        y: float,
        width: float,
        words: str,
        scale: float = 0.85,
        color: str = "ink",
        weight: int = 400,
        condensed: bool = False,
    ) -> float:
        """Words in a column from a height on; returns where they end."""
        self.p.setFont(font("small", weight, condensed, scale))
        self.p.setPen(PAPER.color(color))
        box = self.p.boundingRect(QRectF(x, y, width, 4000), WRAP, words)
        self.p.drawText(box, WRAP, words)
        return float(box.bottom())

    def tall(self, width: float, words: str, scale: float = 0.85, condensed: bool = False) -> float:
        """How much height some words take in a column."""
        self.p.setFont(font("small", 400, condensed, scale))
        return float(self.p.boundingRect(QRectF(0, 0, width, 4000), WRAP, words).height())

    def head(self, what: str, name: str, serial: str | None = None) -> None:
        """What the paper is, of which rig, and when. serial: of the rig, a line to write on where it has none; nothing where it is not asked for."""
        self.y = EDGE + 16
        self.write(EDGE, what.upper(), "small", 600, True, "soft")
        self.write(WIDTH - EDGE, self.today.isoformat(), color="soft", anchor="end")
        self.y += 26
        for line in wrap(name, WIDTH - 2 * EDGE - (180 if serial is not None else 0), "title", 600, False)[:2]:
            self.write(EDGE, line, "title", 600)
            self.y += 26
        if serial is not None:
            self.write(WIDTH - EDGE, f"Serial {serial or '______________'}"[:60], "strong", 600, anchor="end", y=self.y - 26)

    def heading(self, words: str, beside: float = 26.0) -> None:
        """A quiet heading with room for something below it."""
        self.y += 16
        self.room(16 + beside)
        self.y += 10
        self.write(EDGE, words.upper(), "small", 600, True, "soft", scale=0.9)
        self.y += 5

    def paragraph(self, words: str, color: str = "ink", scale: float = 0.85) -> None:
        """Words across the page."""
        self.room(self.tall(WIDTH - 2 * EDGE, words, scale))
        self.y = self.wrapped(EDGE, self.y, WIDTH - 2 * EDGE, words, scale, color) + 2

    def rule(self, y: float) -> None:
        """A thin line across."""
        self.p.setPen(QPen(PAPER.color("hairline"), 1.0))
        self.p.drawLine(QPointF(EDGE, y), QPointF(WIDTH - EDGE, y))
