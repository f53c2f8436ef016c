"""Several things in hand: lined up, spread, mirrored, exchanged, grouped; how even they leave the rig."""

from functools import partial

from PyQt6.QtWidgets import QGridLayout, QPushButton, QWidget

from ....core.placing.arrange import Line
from ...frame.desk import Desk
from ...widgets.fields import column, heading, link, title
from ...widgets.text import Words
from .work import Work

LINES: tuple[tuple[str, Line], ...] = (
    ("Front", "front"),
    ("Back", "back"),
    ("Left", "left"),
    ("Right", "right"),
    ("Middle, along", "middle across"),
    ("Middle, across", "middle along"),
)


class SeveralPanel(QWidget):
    """What can be done with more than one thing in hand."""

    def __init__(self, desk: Desk, work: Work, parent: QWidget) -> None:
        super().__init__(parent)  # at once: shown before it has one it would be a window of its own, and take the keys
        self.desk, self.work = desk, work
        self.name = title()
        self.names = Words()
        self.names.setObjectName("quiet")
        self.names.setWordWrap(True)
        grid = QGridLayout()
        grid.setSpacing(6)
        self.lines: dict[Line, QPushButton] = {}
        for n, (words, line) in enumerate(LINES):
            button = QPushButton(words)
            button.setAccessibleName(f"Line up: {words.lower()}")
            button.clicked.connect(partial(work.align, line))
            grid.addWidget(button, n // 2, n % 2)
            self.lines[line] = button
        spread = QGridLayout()
        spread.setSpacing(6)
        self.along = _button("Gaps along", partial(work.distribute, 0))
        self.across = _button("Gaps across", partial(work.distribute, 1))
        self.mirror = _button("Mirror", work.mirror)
        self.station = _button("Mirror a copy", work.mirror_station)
        self.swap = _button("Exchange", work.exchange)
        self.group = _button("Group", work.group)
        for n, one in enumerate((self.along, self.across, self.mirror, self.station, self.swap, self.group)):
            spread.addWidget(one, n // 2, n % 2)
        self.joined = _button("Join the tanks", work.join)
        self.even = Words()
        self.even.setWordWrap(True)
        self.back = link("Put down, add more", lambda: desk.take(""))
        box = column(heading("In hand"), self.name, self.names, heading("Line up with the first, by its"))
        box.addLayout(grid)
        box.addWidget(heading("Even gaps, the other side"))
        box.addLayout(spread)
        box.addWidget(self.joined)
        box.addWidget(self.even)
        box.addWidget(self.back)
        self.setLayout(box)
        for signal in (desk.changed, desk.hand_changed, desk.looks_changed):
            signal.connect(self.refresh)
        self.refresh()

    def refresh(self) -> None:
        """Show what is in hand."""
        held, rig = self.desk.held, self.desk.rig
        self.setVisible(len(held) > 1)
        if len(held) < 2 or rig is None:
            return
        items = [rig.item(i) for i in held]
        self.name.setText(f"{len(items)} things")
        self.names.setText(", ".join(i.name for i in items))
        self.swap.setEnabled(len(items) == 2)
        self.along.setEnabled(len(items) > 2)
        self.across.setEnabled(len(items) > 2)
        together = bool(items[0].group) and all(i.group == items[0].group for i in items)
        self.group.setText("Ungroup" if together else "Group")
        self.joined.setVisible(sum(bool(i.tanks) for i in items) > 1)
        self.joined.setText("Part the tanks" if self.work.joined_now() else "Join the tanks")
        self.even.setText(self.work.evenness_words())


def _button(words: str, run: object) -> QPushButton:
    button = QPushButton(words)
    button.clicked.connect(lambda _=False: run())  # type: ignore[operator]
    return button
