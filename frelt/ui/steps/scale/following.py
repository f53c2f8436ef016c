"""What to weigh next, and what it would settle."""

from PyQt6.QtCore import pyqtSignal
from PyQt6.QtWidgets import QPushButton, QVBoxLayout, QWidget

from ....core.base.text import capital, uncapital
from ....core.base.units import Quantity
from ....core.scale.next_weighing import Next
from ...frame.desk import Desk
from ...widgets.fields import heading, prose
from ...widgets.let_go import emptied
from ...widgets.text import Words
from .now import ScaleNow


class NextPart(QWidget):
    """The best weighings a minute of work, in order."""

    print_asked = pyqtSignal()

    def __init__(self, desk: Desk, now: ScaleNow) -> None:
        super().__init__()
        self.desk, self.now = desk, now
        self.box = QVBoxLayout(self)
        self.box.setContentsMargins(0, 0, 0, 0)
        self.box.setSpacing(6)
        self._shown: object = None

    def refresh(self) -> None:
        """Show what is best for the rig as it stands."""
        said = self.now.said if self.now.of is self.desk.session.rig else None
        if said is self._shown and said is not None:
            return
        self._shown = said
        emptied(self.box)
        self.box.addWidget(heading("What to weigh next"))
        if said is None:
            self.box.addWidget(prose("Working it out …"))
        elif not said.following:
            self.box.addWidget(
                prose(
                    "Nothing would be known much better by a scale: give the carrier its empty weights and plates first, under Chassis."
                )
            )
        else:
            for n, one in enumerate(said.following, 1):
                name = Words(f"{n}  {capital(one.words)}")
                name.setObjectName("rigname")
                name.setWordWrap(True)
                self.box.addWidget(name)
                self.box.addWidget(prose(self.words(one)))
            self.box.addWidget(prose("Ranked by what a minute of work brings; how long each takes is a guess."))
        button = QPushButton("Write the scale sheet (PDF) …")
        button.clicked.connect(self.print_asked)
        self.box.addWidget(button)
        self.box.addStretch(1)

    def words(self, one: Next) -> str:
        """What a weighing would settle."""
        units = self.desk.units
        quantity: Quantity = "share" if one.before < 1.0 else "mass"
        a, b = units.show(one.before, quantity), units.show(one.after, quantity)
        chance = f"Settles a verdict {min(one.settles, 1.0) * 100:.0f} times in 100. " if one.settles >= 0.05 else ""
        return f"{chance}{capital(uncapital(one.of))}: ± {a} becomes ± {b}. About {one.minutes:.0f} min."
