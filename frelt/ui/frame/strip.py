"""The state strip: the states of the rig's day, each with its worst check in words."""

from typing import NamedTuple

from PyQt6.QtCore import QPointF, QRectF, QSize, Qt
from PyQt6.QtGui import QEnterEvent, QPainter, QPaintEvent, QPen
from PyQt6.QtWidgets import QAbstractButton, QHBoxLayout, QWidget

from ...core.base.text import capital
from ...core.judge.check import Check
from ...core.judge.marks import WORDS, mark_of
from ...core.judge.words import brief, sentence
from ...core.report.verdict import speaking
from ...core.solve import Solved
from ...drawing.styles import STATUS_FILL
from ...paint import fonts
from ...paint.painter import write
from ...paint.theme import Theme
from ..bench.brush import mark
from ..widgets.let_go import emptied
from ..widgets.text import tip
from .calm import Calm
from .desk import WORST, Desk
from .painting import painter_on

CARD = 80
NARROW = 140.0  # a card so narrow has its name condensed and no columns
NAME = (("text", 600, False), ("small", 600, True))


class Content(NamedTuple):
    """What a card shows. bars: heights as shares of the rating and statuses."""

    name: str
    says: str
    status: str
    bars: tuple[tuple[float, str], ...]
    chosen: bool
    theme: Theme


class StateCard(QAbstractButton):
    """One state. Clicking it shows the rig in it."""

    def __init__(self, desk: Desk, state_id: str) -> None:
        super().__init__()
        self.desk, self.state_id = desk, state_id
        self.content: Content | None = None
        self.setCheckable(True)
        self.setFixedHeight(CARD)
        self.setMinimumWidth(96)
        self.setCursor(Qt.CursorShape.PointingHandCursor)
        self.clicked.connect(lambda: desk.show_state(state_id))

    def sizeHint(self) -> QSize:
        return QSize(196, CARD)

    def refresh(self) -> None:
        """Look at the rig again; paint only if that shows."""
        solved = self.desk.solved
        known = solved is not None and (self.state_id == WORST or any(s.id == self.state_id for s in solved.rig.states))
        if solved is None or not known:
            self.content = None
            return
        name, says, status = self.words(solved)
        chosen = self.desk.state_id == self.state_id
        content = Content(name, says, status, self.bars(solved), chosen, self.desk.theme)
        if content != self.content:
            self.content = content
            self.setAccessibleName(f"{name}: {says} ({status})")
            self.update()
        self.setChecked(chosen)
        if self.underMouse():
            self._tell()

    def enterEvent(self, event: QEnterEvent | None) -> None:
        """What it says in short, whole, for when the pointer rests."""
        self._tell()
        super().enterEvent(event)

    def _tell(self) -> None:
        solved = self.desk.solved
        if solved is not None and self.content is not None:
            said = speaking(solved) if self.state_id == WORST else solved.by_state.first(self.state_id)
            if said is not None:
                name, word = self.content.name, WORDS[mark_of(said)]
                tip(
                    self,
                    f"{name}: {word}. {capital(sentence(said, self.desk.units))}. Small columns: hitch and axles against their plates.",
                )

    def words(self, solved: Solved) -> tuple[str, str, str]:
        """Name, what its worst check says, and its status."""
        if self.state_id == WORST:
            said = speaking(solved)
            return "Worst of all", brief(said, self.desk.units) if said else "", mark_of(said) if said else "unknown"
        state = solved.rig.state(self.state_id)
        first = solved.by_state.first(self.state_id)
        if first is None:
            return state.name, "not judged", "unknown"
        return state.name, brief(first, self.desk.units), mark_of(first)

    def paintEvent(self, event: QPaintEvent | None) -> None:
        if self.content is None:
            return
        name, says, status, bars, chosen, theme = self.content
        with painter_on(self) as p:
            box = QRectF(self.rect()).adjusted(1.5, 1.5, -1.5, -1.5)
            ink = theme.color("ink")
            p.setBrush(theme.color("sheet" if chosen else "bench"))
            p.setPen(
                QPen(
                    theme.color("hand") if self.hasFocus() else ink if chosen else theme.color("hairline"),
                    2.0 if chosen or self.hasFocus() else 1.0,
                )
            )
            p.drawRoundedRect(box, 5, 5)
            mark(p, status, QPointF(box.right() - 16, box.top() + 17), 14, theme)
            y = box.top() + 21
            narrow = box.width() < NARROW
            for line in fonts.wrap(name, box.width() - 46, *NAME[narrow])[:2]:
                write(p, box.left() + 12, y, line, ink, *NAME[narrow])
                y += 16
            color = theme.color(status) if status in ("over", "tight") else theme.color("soft")
            for line in fonts.wrap(says, box.width() - 22, "small", 500)[:2]:
                write(p, box.left() + 12, y + 2, line, color, "small", 500, True)
                y += 15
            if y < box.bottom() - 22 and not narrow:
                _paint_bars(p, box, bars, theme)

    def bars(self, solved: Solved) -> tuple[tuple[float, str], ...]:
        """Coupler and axles, each as a share of its rating and its status."""
        shown: list[Check] = (
            [c for c in solved.checks if _has_bar(c.id)]
            if self.state_id == WORST
            else list(solved.by_state.some(self.state_id, _has_bar))
        )
        shown.sort(key=lambda c: (c.kind == "axle", c.id))
        return tuple(
            (round(min(max(c.load, 0.0) / c.limit, 1.25), 2), c.status) for c in shown if c.limit and c.load is not None
        )


def _paint_bars(p: QPainter, box: QRectF, bars: tuple[tuple[float, str], ...], theme: Theme) -> None:
    """Small columns under one rating line."""
    bottom, tall = box.bottom() - 8, 15.0
    x = box.left() + 12
    for share, status in bars:
        h = share * tall
        p.setPen(QPen(theme.color("over" if status == "over" else "soft"), 1.0))
        p.setBrush(theme.color("over" if status == "over" else STATUS_FILL[status]))
        p.drawRect(QRectF(x, bottom - h, 20, h))
        p.setPen(QPen(theme.color("soft"), 1.4))
        p.drawLine(QPointF(x - 3, bottom - tall), QPointF(x + 25, bottom - tall))
        x += 28


def _has_bar(check_id: str) -> bool:
    return check_id == "coupler:tongue" or check_id.startswith("axle:")


class Strip(QWidget):
    """All states in order, and the worst of all as the last."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        self.setObjectName("strip")
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self.setFixedHeight(CARD + 14)
        self._row = QHBoxLayout(self)
        self._row.setContentsMargins(16, 7, 16, 7)
        self._row.setSpacing(8)
        self._cards: dict[str, StateCard] = {}
        Calm(self, desk, self.refresh)
        for signal in (desk.state_changed, desk.looks_changed):
            signal.connect(self.refresh)
        self.refresh()

    def refresh(self) -> None:
        """Make the cards match the rig's states and paint them again."""
        rig = self.desk.rig
        wanted = [s.id for s in rig.states] + [WORST] if rig is not None and rig.states else []
        if wanted != list(self._cards):
            emptied(self._row)
            self._cards = {w: StateCard(self.desk, w) for w in wanted}
            for card in self._cards.values():
                self._row.addWidget(card, 1)
        for card in self._cards.values():
            card.refresh()

    def card(self, state_id: str) -> StateCard:
        """The card of a state."""
        return self._cards[state_id]
