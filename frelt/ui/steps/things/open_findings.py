"""What is open about the thing in hand: the gravest of it, each with its mark, red only where something breaks or can hurt."""

from collections.abc import Sequence

from PyQt6.QtWidgets import QHBoxLayout, QVBoxLayout, QWidget

from ....core.judge.check import Check
from ....core.judge.marks import is_broken, mark_of
from ....core.judge.words import sentence
from ...frame.desk import Desk
from ...frame.mark_sign import MarkSign
from ...widgets.dressed import dress
from ...widgets.text import Words

MOST = 2  # lines


class OpenFindings(QWidget):
    """So many lines; the others are counted by nobody here, they stand in the table of checks."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        self.lines = [_Line(desk) for _ in range(MOST)]
        box = QVBoxLayout(self)
        box.setContentsMargins(0, 0, 0, 0)
        box.setSpacing(3)
        for line in self.lines:
            box.addWidget(line)

    def show_checks(self, checks: Sequence[Check]) -> None:
        """Show the first of some checks, which are in the order in which they are spoken of."""
        for n, line in enumerate(self.lines):
            line.show_check(checks[n] if n < len(checks) else None)
        self.setVisible(bool(checks))


class _Line(QWidget):
    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self._desk = desk
        self.sign = MarkSign(desk, (7, 9), 12)  # beside the first line of the words
        self.sign.setFixedWidth(14)
        self.words = Words()
        self.words.setObjectName("open")
        self.words.setWordWrap(True)
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 0, 0)
        row.setSpacing(6)
        row.addWidget(self.sign)
        row.addWidget(self.words, 1)

    def show_check(self, check: Check | None) -> None:
        self.setVisible(check is not None)
        if check is not None:
            self.words.setText(f"{sentence(check, self._desk.units)}.")
            dress(self.words, "grave", is_broken(check))
            self.sign.show_status(mark_of(check))
