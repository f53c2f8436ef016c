"""The verdict line: one sentence on top, its fixes below it, one click each."""

from PyQt6.QtCore import QPointF, QSize, Qt, pyqtSignal
from PyQt6.QtGui import QMouseEvent, QPaintEvent, QResizeEvent
from PyQt6.QtWidgets import QHBoxLayout, QLabel, QPushButton, QSizePolicy, QVBoxLayout, QWidget

from ...core.base.text import capital
from ...core.judge.accepted import may_be
from ...core.judge.check import KINDS
from ...core.judge.marks import is_broken, mark_of
from ...core.report.verdict import first_of, speaking, spoken, verdict
from ...drawing.styles import SIZES
from ...paint import fonts
from ..bench.brush import mark
from ..widgets.text import Words, literal, tip
from .desk import WORST, Desk
from .painting import painter_on

MOST_FIXES = 3
HEIGHT = 82
MOST_LINES = 2  # of the sentence as it is set large
SMALLER = f"font-size: {SIZES['strong']}px;"  # a sheet of its own: a look by name would load all of Qt's styles before the first frame


class StatusMark(QWidget):
    """The status by shape and color, large."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self._desk = desk
        self.status = "unknown"
        self.setFixedSize(QSize(44, 44))

    def paintEvent(self, event: QPaintEvent | None) -> None:
        with painter_on(self) as p:
            mark(p, self.status, QPointF(22, 22), 26, self._desk.theme)


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
        self.mark = StatusMark(desk)
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
            self.mark.status = "unknown"
            self.name.setText("")
        else:
            self.name.setText(rig.name)
            scoped = solved.by_state.get(desk.state_id, ()) if desk.state_id != WORST else ()
            check = first_of(scoped) if scoped else speaking(solved)
            self.words.setText(spoken(scoped, check, desk.units) if scoped else verdict(solved, desk.units))
            self.mark.status = "unknown" if check is None else mark_of(check)
            kind = KINDS.get(check.kind) if check is not None else None
            tip(self.words, "" if kind is None else f"{kind.title}: {kind.plate}. Source: {kind.source}.")
        self._fit()
        self.mark.update()
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
        while (taken := self._fixes.takeAt(0)) is not None:
            widget = taken.widget()
            if widget is not None:
                widget.hide()
                widget.deleteLater()
        said = self.desk.worst_check()
        found = self.desk.cures.found[:MOST_FIXES]
        if found:
            self._fixes.addWidget(_quiet("Fix it:" if said is not None and is_broken(said) else "For more room:"))
            for n, fix in enumerate(found):
                if n:
                    self._fixes.addWidget(_quiet("or"))
                button = QPushButton(literal(fix.words))
                button.setObjectName("fix")
                tip(button, f"Ctrl+{n + 1}. Proved by computing the rig again; leaves this check {fix.leaves}.")
                button.setCursor(Qt.CursorShape.PointingHandCursor)
                button.clicked.connect(lambda _, f=fix: self.desk.cures.apply(f))
                self._fixes.addWidget(button)
        elif said is not None and said.status == "over" and not self.desk.dragging:
            none = "No single move cures this: pick an item up to see where it may stand, or lower a road range."
            if said.kind in KINDS and said.kind in UNMOVED:
                none = f"No move cures this. {capital(KINDS[said.kind].plate)}."
                self._fixes.addWidget(_quiet(none))
            else:
                self._fixes.addWidget(_quiet(none if self.desk.cures.searched(said) else "Looking for what cures it …"))
        elif said is not None and said.status == "tight" and not self.desk.cures.searched(said) and not self.desk.dragging:
            self._fixes.addWidget(_quiet("Looking for what cures it …"))
        elif said is not None and mark_of(said) == "unknown" and said.kind in KINDS:
            self._fixes.addWidget(_quiet(f"Where to look: {KINDS[said.kind].plate}."))
        elif self.desk.cures.gain is not None:
            self._fixes.addWidget(_quiet(f"First {self.desk.cures.gain.words(self.desk.units)}."))
        if said is not None and not self.desk.dragging and may_be(said):
            ask = QPushButton("Accept, because …")
            ask.setObjectName("link")
            tip(
                ask,
                "B. It stays in the document with its reason, and comes back when it gets worse or what it is about is moved.",
            )
            ask.setCursor(Qt.CursorShape.PointingHandCursor)
            ask.clicked.connect(self.accept_asked)
            self._fixes.addWidget(ask)
        self._fixes.addStretch(1)


UNMOVED = ("road size", "brakes")  # checks that no placing of items cures


def _quiet(words: str) -> QLabel:
    label = Words(words)
    label.setObjectName("quiet")
    return label
