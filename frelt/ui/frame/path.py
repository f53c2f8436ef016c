"""The path: ten steps along a pull-tape, free to jump; what is not built yet is quiet."""

from PyQt6.QtCore import QPointF, QRectF, QSize, Qt
from PyQt6.QtGui import QEnterEvent, QPaintEvent, QPen
from PyQt6.QtWidgets import QAbstractButton, QVBoxLayout, QWidget

from ...core.judge.check import KINDS
from ...core.judge.marks import WORDS, worst_mark
from ...paint.painter import write
from ..bench.brush import mark
from ..widgets.text import tip
from .desk import Desk
from .painting import painter_on
from .step import Step
from .step_mark import StepMark, of_held, of_lines, of_weighed
from .steps import STEPS

ABOUT = {
    "known": "Whether every plate is read.",
    "geometry": "The gravest finding of where things stand: room, reach, what stands beside what.",
    "loads": "The gravest finding of what is carried, over every state and fill.",
    "lines": "The gravest finding of the lines as their handles stand, every tank full.",
    "weighed": "Whether the tickets fit what was predicted.",
    "held": "The gravest finding of what holds things on the road.",
}


class StepButton(QAbstractButton):
    """One step of the path."""

    def __init__(self, desk: Desk, step: Step) -> None:
        super().__init__()
        self.desk, self.step = desk, step
        self.shown = ""  # the status painted last
        self.later: StepMark | None = None  # of what is judged beside the window
        self.entry = STEPS[step]
        self.setText(self.entry.title)
        self.setAccessibleName(self.entry.title + (", comes later" if self.entry.later else ""))
        self.setFixedHeight(44)
        self.setCursor(Qt.CursorShape.PointingHandCursor)
        self.clicked.connect(lambda: desk.go(step))

    def sizeHint(self) -> QSize:
        return QSize(146, 44)

    def status(self) -> str:
        """Whether the step is settled, for the mark beside it; empty for none."""
        solved, judged = self.desk.solved, self.entry.judged
        if solved is None or not judged:
            return ""
        if judged in ("lines", "held", "weighed"):
            return (self.later.mark if self.later is not None else None) or ""
        if judged == "known":
            return "ok" if solved.loads is not None and solved.known[0] == solved.known[1] else "unknown"
        kinds = {k.id for k in KINDS.values() if (k.findings if judged == "geometry" else k.limits) is not None}
        return worst_mark(c for c in solved.checks if c.kind in kinds)

    def enterEvent(self, event: QEnterEvent | None) -> None:
        """What its mark stands for, for when the pointer rests."""
        self._tell()
        super().enterEvent(event)

    def settled(self) -> None:
        """Paint it again if its mark is another now."""
        if self.status() != self.shown:
            self.update()
            if self.underMouse():
                self._tell()

    def _tell(self) -> None:
        said = ABOUT.get(self.entry.judged, "")
        word = {str(k): w for k, w in WORDS.items()}.get(self.status(), "")
        tip(self, f"{self.entry.title}: {word}. {said}" if word else self.entry.later or self.entry.title)

    def paintEvent(self, event: QPaintEvent | None) -> None:
        theme = self.desk.theme
        with painter_on(self) as p:
            chosen, later = self.desk.step is self.step, bool(self.entry.later)
            box = QRectF(self.rect()).adjusted(34, 3, 0, -3)
            if chosen:
                p.setPen(Qt.PenStyle.NoPen)
                p.setBrush(theme.color("sheet"))
                p.drawRoundedRect(box.adjusted(0, 0, 8, 0), 4, 4)
            if self.hasFocus():
                p.setPen(QPen(theme.color("hand"), 2.0))
                p.setBrush(Qt.BrushStyle.NoBrush)
                p.drawRoundedRect(box.adjusted(1, 1, -3, -1), 4, 4)
            color = theme.color("soft") if later else theme.color("ink")
            write(p, box.left() + 10, box.center().y() + 5, self.text(), color, "text", 600 if chosen else 400)
            status = self.shown = self.status()
            if status:
                mark(p, status, QPointF(box.right() - 14, box.center().y()), 13, theme)


class StepPath(QWidget):
    """The ten steps beside the tape, pulled out as far as the step in hand."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        self.setObjectName("path")
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self.setFixedWidth(146)
        box = QVBoxLayout(self)
        box.setContentsMargins(0, 12, 0, 12)
        box.setSpacing(4)
        self.buttons = [StepButton(desk, step) for step in Step]
        for button in self.buttons:
            box.addWidget(button)
        box.addStretch(1)
        for signal in (desk.step_changed, desk.looks_changed):
            signal.connect(self._refresh)
        desk.changed.connect(self._settled)
        marks = {
            "lines": StepMark(desk, "lines", of_lines, lambda rig: bool(rig.plumbing.lines), self._settled),
            "weighed": StepMark(desk, "weighed", of_weighed, lambda rig: bool(rig.weighings), self._settled),
            "held": StepMark(desk, "held", of_held, lambda rig: bool(rig.items), self._settled),
        }
        for button in self.buttons:
            button.later = marks.get(button.entry.judged)

    def _refresh(self) -> None:
        self.update()
        for button in self.buttons:
            button.update()

    def _settled(self) -> None:
        for button in self.buttons:
            button.settled()

    def paintEvent(self, event: QPaintEvent | None) -> None:
        super().paintEvent(event)
        theme = self.desk.theme
        with painter_on(self) as p:
            first, last = self.buttons[0].geometry(), self.buttons[-1].geometry()
            here = self.buttons[self.desk.step].geometry()
            tape = QRectF(12, first.top() + 4, 14, last.bottom() - first.top() - 8)
            p.setPen(QPen(theme.color("soft"), 1.0))
            p.setBrush(Qt.BrushStyle.NoBrush)
            p.drawRoundedRect(tape, 3, 3)
            pulled = QRectF(tape.left(), tape.top(), tape.width(), here.center().y() - tape.top() + 10)
            p.setPen(Qt.PenStyle.NoPen)
            p.setBrush(theme.color("tape"))
            p.drawRoundedRect(pulled, 3, 3)
            y = tape.top() + 6
            n = 0
            while y < tape.bottom() - 3:
                on = y < pulled.bottom()
                p.setPen(QPen(theme.color("tape_ink" if on else "soft"), 1.0))
                p.drawLine(QPointF(tape.left(), y), QPointF(tape.left() + (9 if n % 4 == 0 else 5), y))
                y += 8
                n += 1
