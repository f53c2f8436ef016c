"""Short facts, one a line: words at the left, the figure at the right."""

from collections.abc import Sequence

from PyQt6.QtCore import QSize
from PyQt6.QtGui import QPaintEvent
from PyQt6.QtWidgets import QSizePolicy, QWidget

from ...paint import fonts
from ...paint.painter import write
from ..frame.desk import Desk
from ..frame.painting import painter_on

LINE = 17
GAP = 5


class Facts(QWidget):
    """Lines that wrap at the left and are never cut; a line without a figure is a quiet remark."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        self.lines: tuple[tuple[str, str], ...] = ()
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)

    def show_facts(self, lines: Sequence[tuple[str, str]]) -> None:
        """Show some facts."""
        self.lines = tuple(lines)
        self.setAccessibleName("; ".join(f"{w} {f}".strip() for w, f in lines))
        self._fit()
        self.update()

    def sizeHint(self) -> QSize:
        return QSize(258, self._tall())

    def resizeEvent(self, event: object) -> None:
        self._fit()

    def _wrapped(self) -> list[tuple[tuple[str, ...], str]]:
        found = []
        for words, figure in self.lines:
            room = self.width() - (fonts.metrics("text", 600, True).horizontalAdvance(figure) + 10 if figure else 0)
            found.append((fonts.wrap(words, room, "text", 400, True), figure))
        return found

    def _tall(self) -> int:
        return int(sum(LINE * len(words) + GAP for words, _ in self._wrapped()))

    def _fit(self) -> None:
        if self.height() != self._tall():
            self.setFixedHeight(max(self._tall(), 1))

    def paintEvent(self, event: QPaintEvent | None) -> None:
        theme = self.desk.theme
        with painter_on(self) as p:
            y = 13
            for words, figure in self._wrapped():
                if figure:
                    write(p, self.width(), y, figure, theme.color("ink"), "text", 600, True, "end")
                for line in words:
                    write(p, 0, y, line, theme.color("ink" if figure else "soft"), "text", 400, True)
                    y += LINE
                y += GAP
