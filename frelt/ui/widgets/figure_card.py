"""The card of a load, opened by a click on its post, its bar or the verdict: what is told of it, what makes it, and its plate."""

from functools import partial

from PyQt6.QtCore import QEvent, QObject, QRectF, Qt, pyqtSignal
from PyQt6.QtGui import QKeyEvent
from PyQt6.QtWidgets import QFrame, QGridLayout, QWidget

from ...core.base.figure import NOT_RATED, plate, rated
from ...core.base.text import capital
from ...core.edit.ratings import rating_at, set_rating
from ...core.judge.check import KINDS, Check
from ...core.judge.words import sentence, subject
from ...core.report.because import Because, because
from ...paint import fonts
from ..frame.desk import Desk
from .fields import NO_PLATE, FigureField, column, heading, link
from .let_go import emptied
from .text import Words, literal, tip

WIDE = 312
LISTED = 6


class FigureCard(QFrame):
    """Opened beside what it is about. rule_asked: the rule of the shop that is to be typed, by its field."""

    rule_asked = pyqtSignal(str)

    def __init__(self, desk: Desk, parent: QWidget) -> None:
        super().__init__(parent)
        self.desk = desk
        self.field_name = ""
        self.setObjectName("figure-card")
        self.setAutoFillBackground(True)
        self.setFixedWidth(WIDE)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.heading = heading("")
        self.said = _wrapped("")
        self.parts = QWidget()
        self._grid = QGridLayout(self.parts)
        self._grid.setContentsMargins(0, 2, 0, 2)
        self._grid.setVerticalSpacing(0)
        self._grid.setColumnStretch(0, 1)
        self.field = FigureField(
            "Rating on the plate",
            "mass",
            lambda: desk.units,
            self._typed,
            high=50_000,
            may_be_empty=True,
            name="rating-typed",
            no_zero=NO_PLATE,
        )
        self.field.answers = {NOT_RATED: self._not_rated, "none": self._not_rated}
        self.where = _wrapped("", "quiet")
        self.none = link("It has no rating plate", self._not_rated)
        self.rule = link("Change this rule of the shop …", self._rule)
        box = column(self.heading, self.said, self.parts, self.field, self.where, self.none, self.rule)
        box.setContentsMargins(12, 10, 12, 10)
        self.setLayout(box)
        self.hide()
        parent.installEventFilter(self)
        desk.step_changed.connect(self.hide)

    def eventFilter(self, watched: QObject | None, event: QEvent | None) -> bool:
        """A press beside it closes it."""
        if event is not None and event.type() == QEvent.Type.MouseButtonPress and watched is self.parentWidget():
            self.hide()
        return super().eventFilter(watched, event)

    def ask(self, spot: QRectF, check: Check | None, field: str = "") -> None:
        """Open beside a spot of the bench for a judged check, or for a field such as `axles[0].rating` that none is held against."""
        rig, solved = self.desk.rig, self.desk.solved
        about = check if check is not None else solved.about(field) if solved is not None and field else None
        if rig is None or solved is None or about is None:
            return
        self.field_name = field or about.field
        kind = KINDS.get(about.kind)
        self.heading.setText(subject(about, self.desk.units).upper())
        self.said.setText(f"{capital(sentence(about, self.desk.units))}.")
        self._list(because(solved, about, LISTED), about)
        plated = "ratings." in self.field_name or self.field_name.endswith(".rating")
        of_shop = self.field_name.startswith("rules.")
        self.field.setVisible(plated)
        self.none.setVisible(plated)
        self.rule.setVisible(of_shop)
        words = "Where to look" if plated else "Why"
        self.where.setText(f"{words}: {kind.plate}. Source: {kind.source}." if kind is not None else "")
        if plated:
            self.field.show_value(rated(rating_at(rig, self.field_name)), "unknown")
        self._show_at(spot)
        (self.field.edit if plated else self).setFocus()

    def _show_at(self, spot: QRectF) -> None:
        palette, parent, box = self.desk.theme.palette, self.parentWidget(), self.layout()
        assert parent is not None and box is not None
        self.setStyleSheet(
            f"#figure-card {{ background: {palette.field}; border: 2px solid {palette.hand}; border-radius: 5px; }}"
        )
        self.resize(WIDE, max(box.totalHeightForWidth(WIDE), box.sizeHint().height() if not box.hasHeightForWidth() else 0))
        beside = spot.right() + 8 if spot.right() + WIDE + 16 < parent.width() else spot.left() - WIDE - 8
        x = min(max(beside, 8), parent.width() - self.width() - 8)  # what it is about stays in sight
        y = spot.bottom() - self.height()
        self.move(int(x), int(min(max(y, 8), parent.height() - self.height() - 8)))
        self.show()
        self.raise_()

    def _list(self, made: Because | None, check: Check) -> None:
        """What makes the load, each thing a way to take it in hand."""
        emptied(self._grid)
        self.parts.setVisible(made is not None)
        if made is None:
            return
        share = check.quantity == "share"
        verb = "What moves it" if share else "What makes it"
        self._grid.addWidget(_wrapped(f"{verb}, in “{made.state}”", "quiet"), 0, 0, 1, 2)
        rows = [(p.name, p.item, p.value) for p in made.parts] + [("All else", "", made.others)]
        if check.beyond > 0 and not share:
            rows.append(("What nobody counted", "", check.beyond))
        if check.upper is not None and check.with_rest is not None and check.upper > check.with_rest and check.limit is None:
            rows.append(("The ± of all of it", "", check.upper - check.with_rest))
        for n, (name, item, value) in enumerate(rows, 1):
            shown = self.desk.units.show(abs(value), check.quantity)
            figure = Words(f"{'−' if value < 0 else '+' if share else ''}{shown}")
            figure.setAlignment(Qt.AlignmentFlag.AlignRight)
            short = fonts.elided(name, WIDE - 130, "text", 400, False)
            what: QWidget = link(literal(short), partial(self._take, item)) if item else Words(short)
            tip(what, name if short != name else "")
            self._grid.addWidget(what, n, 0)
            self._grid.addWidget(figure, n, 1)

    def _take(self, item: str) -> None:
        self._close()
        self.desk.take(item)

    def _typed(self, value: float | None) -> None:
        rating = None if value is None else plate(value)
        if self.desk.edit(lambda r: set_rating(r, self.field_name, rating), "rating typed"):
            self._close()

    def _not_rated(self) -> None:
        self.desk.edit(lambda r: set_rating(r, self.field_name, NOT_RATED), "not rated")
        self._close()

    def _rule(self) -> None:
        self.hide()
        self.rule_asked.emit(self.field_name)

    def _close(self) -> None:
        self.hide()
        parent = self.parentWidget()
        if parent is not None:
            parent.setFocus()

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        assert event is not None
        if event.key() == Qt.Key.Key_Escape:
            self._close()
        else:
            super().keyPressEvent(event)


def _wrapped(words: str, name: str = "") -> Words:
    made = Words(words)
    made.setObjectName(name)
    made.setWordWrap(True)
    return made
