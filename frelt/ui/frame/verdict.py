"""The verdict line: one sentence on top, its fixes below it, one click each."""

from typing import TYPE_CHECKING

from PyQt6.QtCore import QSize, Qt, pyqtSignal
from PyQt6.QtGui import QMouseEvent, QResizeEvent
from PyQt6.QtWidgets import QHBoxLayout, QLabel, QPushButton, QSizePolicy, QVBoxLayout, QWidget

from ...core.base.text import capital
from ...core.judge.accepted import may_be
from ...core.judge.check import KINDS, Check
from ...core.judge.marks import is_broken, mark_of
from ...core.report.verdict import first_of, speaking, spoken, verdict
from ...drawing.styles import SIZES
from ...paint import fonts
from ..widgets.let_go import emptied
from ..widgets.text import Words, literal, tip
from .desk import WORST, Desk
from .mark_sign import MarkSign

if TYPE_CHECKING:
    from ...core.fixes.fix import Fix

MOST_FIXES = 3
HEIGHT = 82
MOST_LINES = 2  # of the sentence as it is set large
SMALLER = f"font-size: {SIZES['strong']}px;"  # a sheet of its own: a look by name would load all of Qt's styles before the first frame


class Verdict(QWidget):
    """The top of the window. accept_asked: the finding that is spoken of is to be accepted.  cause_asked: it was clicked."""

    accept_asked = pyqtSignal()
    cause_asked = pyqtSignal()

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        self.setObjectName("verdict")
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self.setFixedHeight(HEIGHT)  # the bench below must not move while a drag changes the words
        self.mark = MarkSign(desk, (22, 22), 26)
        self.mark.setFixedSize(QSize(44, 44))
        self.words = Words()
        self.words.setObjectName("sentence")
        self.words.setWordWrap(True)
        self.words.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Preferred)
        self.name = Words()
        self.name.setObjectName("rigname")
        self.name.setWordWrap(True)
        self.name.setAlignment(Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter)
        self.name.setMaximumWidth(260)
        self.name.setMinimumWidth(200)
        self.about = Words()
        self.about.setObjectName("quiet")
        self.about.setAlignment(Qt.AlignmentFlag.AlignRight)
        self._fixes = QHBoxLayout()
        self._shown: tuple[object, tuple[Fix, ...]] = None, ()  # what is said, and the fixes it was said of
        self._fixes.setSpacing(2)
        left, right = QVBoxLayout(), QVBoxLayout()
        left.setSpacing(2)
        left.addWidget(self.words)
        left.addLayout(self._fixes)
        right.setSpacing(0)
        right.addWidget(self.name)
        right.addWidget(self.about)
        row = QHBoxLayout(self)
        row.setContentsMargins(12, 5, 20, 5)
        row.addWidget(self.mark)
        row.addLayout(left, 1)
        row.addLayout(right)
        for signal in (desk.changed, desk.state_changed, desk.looks_changed, desk.cures.ready):
            signal.connect(self.refresh)
        self.refresh()

    def mousePressEvent(self, event: QMouseEvent | None) -> None:
        """A click anywhere but on a button leads to what is spoken of."""
        if event is not None and event.button() == Qt.MouseButton.LeftButton and event.position().x() < self.name.x():
            self.cause_asked.emit()

    def refresh(self) -> None:
        """Say what the bench shows."""
        desk, solved = self.desk, self.desk.solved
        rig = desk.rig
        if solved is None or rig is None:
            self.words.setText("Lay out a rig, and see what every axle, tire and coupler will carry.")
            self.mark.show_status("unknown")
            self.name.setText("")
        else:
            self.name.setText(rig.name)
            scoped = solved.by_state.get(desk.state_id, ()) if desk.state_id != WORST else ()
            check = first_of(scoped) if scoped else speaking(solved)
            self.words.setText(spoken(scoped, check, desk.units) if scoped else verdict(solved, desk.units))
            self.mark.show_status("unknown" if check is None else mark_of(check))
            kind = KINDS.get(check.kind) if check is not None else None
            tip(self.words, "" if kind is None else f"{kind.title}: {kind.plate}. Source: {kind.source}.")
        self._fit()
        units = desk.units
        length = {"in": "inches", "ft-in": "feet, inches", "mm": "millimeters", "m": "meters"}[units.length]
        mass = {"lb": "pounds", "kg": "kilos"}[units.mass]
        saved = "not saved" if desk.session.dirty or desk.session.path is None else "saved"
        self.about.setText(f"{length} · {mass} · {saved}")
        self._show_fixes()

    def resizeEvent(self, event: QResizeEvent | None) -> None:
        super().resizeEvent(event)
        self._fit()

    def _fit(self) -> None:
        """A sentence that is long for the window is set smaller, so that all of it is read."""
        room = max(self.width() - 320, 300)
        long = len(fonts.wrap(self.words.text(), room, "figure", 600, False)) > MOST_LINES
        sheet = SMALLER if long else ""
        if sheet != self.words.styleSheet():
            self.words.setStyleSheet(sheet)

    def _show_fixes(self) -> None:
        """What cures it, or why nothing does, and whether it can be accepted; widgets are made anew where these are others."""
        said, found = self.desk.worst_check(), self.desk.cures.found[:MOST_FIXES]
        before = (
            ("Fix it:" if said is not None and is_broken(said) else "For more room:") if found else self._instead_of_fixes(said)
        )
        asked = said is not None and not self.desk.dragging and may_be(said)
        shown = (before, asked, tuple(map(id, found)))
        if shown == self._shown[0]:
            return
        self._shown = shown, found
        emptied(self._fixes)
        if before:
            self._fixes.addWidget(_quiet(before))
        for n, fix in enumerate(found):
            if n:
                self._fixes.addWidget(_quiet("or"))
            button = _offer("fix", literal(fix.words))
            tip(button, f"Ctrl+{n + 1}. Proved by computing the rig again; leaves this check {fix.leaves}.")
            button.clicked.connect(lambda _, f=fix: self.desk.cures.apply(f))
            self._fixes.addWidget(button)
        if asked:
            ask = _offer("link", "Accept, because …")
            tip(
                ask,
                "B. It stays in the document with its reason, and comes back when it gets worse or what it is about is moved.",
            )
            ask.clicked.connect(self.accept_asked)
            self._fixes.addWidget(ask)
        self._fixes.addStretch(1)

    def _instead_of_fixes(self, said: Check | None) -> str:
        """What is said where no cure is offered; nothing while something is dragged, but of what is not known."""
        cures, dragging = self.desk.cures, self.desk.dragging
        if said is not None and said.status == "over" and not dragging:
            if said.kind in KINDS and not KINDS[said.kind].curable:
                return f"No move cures this. {capital(KINDS[said.kind].plate)}."
            none = "No single move cures this: pick an item up to see where it may stand, or lower a road range."
            return none if cures.searched(said) else LOOKING
        if said is not None and said.status == "tight" and not cures.searched(said) and not dragging:
            return LOOKING
        if said is not None and mark_of(said) == "unknown" and said.kind in KINDS:
            return f"Where to look: {KINDS[said.kind].plate}."
        return f"First {cures.gain.words(self.desk.units)}." if cures.gain is not None else ""


LOOKING = "Looking for what cures it …"


def _offer(look: str, words: str) -> QPushButton:
    button = QPushButton(words)
    button.setObjectName(look)
    button.setCursor(Qt.CursorShape.PointingHandCursor)
    return button


def _quiet(words: str) -> QLabel:
    label = Words(words)
    label.setObjectName("quiet")
    return label
