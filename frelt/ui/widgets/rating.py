"""A rating typed right where its load is shown."""

from PyQt6.QtCore import QRectF, Qt
from PyQt6.QtGui import QKeyEvent
from PyQt6.QtWidgets import QFrame, QPushButton, QWidget

from ...core.base.figure import NOT_RATED, plate, rated
from ...core.edit.ratings import rating_at, set_rating
from ...core.judge.check import KINDS
from ...core.judge.words import subject
from ..frame.desk import Desk
from .fields import NO_PLATE, FigureField, column, heading
from .text import Words


class RatingEditor(QFrame):
    """A rating typed right where its load stands; says where on the vehicle the plate is."""

    def __init__(self, desk: Desk, parent: QWidget) -> None:
        super().__init__(parent)
        self.desk = desk
        self.field_name = ""
        self.setObjectName("rating-editor")
        self.setAutoFillBackground(True)
        self.setFixedWidth(264)
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
        self.where = Words()
        self.where.setObjectName("quiet")
        self.where.setWordWrap(True)
        self.none = QPushButton("It has no rating plate")
        self.none.setObjectName("link")
        self.none.clicked.connect(self._not_rated)
        self.heading = heading("")
        box = column(self.heading, self.field, self.where, self.none)
        box.setContentsMargins(12, 10, 12, 10)
        self.setLayout(box)
        self.hide()

    def ask(self, spot: QRectF, field: str) -> None:
        """Open beside a spot of the bench for a field such as `axles[0].rating`."""
        rig, solved = self.desk.rig, self.desk.solved
        about = solved.about(field) if solved is not None else None
        if rig is None or about is None:
            return
        self.field_name = field
        self.heading.setText(subject(about, self.desk.units).upper())
        self.where.setText(f"Where to look: {KINDS[about.kind].plate}.")
        self.field.show_value(rated(rating_at(rig, field)), "unknown")
        palette = self.desk.theme.palette
        self.setStyleSheet(
            f"#rating-editor {{ background: {palette.field}; border: 2px solid {palette.hand}; border-radius: 5px; }}"
        )
        self.adjustSize()
        parent = self.parentWidget()
        assert parent is not None
        x = min(max(spot.left() - 8, 8), parent.width() - self.width() - 8)
        y = min(max(spot.bottom() - self.height(), 8), parent.height() - self.height() - 8)
        self.move(int(x), int(y))
        self.show()
        self.raise_()
        self.field.edit.setFocus()

    def _typed(self, value: float | None) -> None:
        rating = None if value is None else plate(value)
        if self.desk.edit(lambda r: set_rating(r, self.field_name, rating), "rating typed"):
            self.hide()
            self._back()

    def _not_rated(self) -> None:
        self.desk.edit(lambda r: set_rating(r, self.field_name, NOT_RATED), "not rated")
        self.hide()
        self._back()

    def _back(self) -> None:
        parent = self.parentWidget()
        if parent is not None:
            parent.setFocus()

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        assert event is not None
        if event.key() == Qt.Key.Key_Escape:
            self.hide()
            self._back()
        else:
            super().keyPressEvent(event)
