"""Small windows and overlays: the full table of checks, the keys, a rating typed where its load is shown."""

from PyQt6.QtCore import QRectF, Qt
from PyQt6.QtGui import QKeyEvent
from PyQt6.QtWidgets import (
    QAbstractItemView,
    QDialog,
    QFrame,
    QHeaderView,
    QLabel,
    QPushButton,
    QTableWidget,
    QTableWidgetItem,
    QVBoxLayout,
    QWidget,
)

from ..core.check import KINDS
from ..core.edit import set_rating
from ..core.figure import NOT_RATED, plate, rated
from ..core.words import sentence
from .actions import ACTIONS
from .brush import STATUS_WORD
from .chassis_page import rating_at
from .desk import Desk
from .fields import FigureField, column, heading, prose


def _table(headers: list[str]) -> QTableWidget:
    table = QTableWidget(0, len(headers))
    table.setHorizontalHeaderLabels(headers)
    table.setEditTriggers(QAbstractItemView.EditTrigger.NoEditTriggers)
    table.setSelectionBehavior(QAbstractItemView.SelectionBehavior.SelectRows)
    table.setWordWrap(True)
    table.setShowGrid(False)
    side, top = table.verticalHeader(), table.horizontalHeader()
    assert side is not None and top is not None
    side.hide()
    top.setDefaultAlignment(Qt.AlignmentFlag.AlignLeft)
    return table


class ChecksTable(QDialog):
    """Every check, worst first, with its load, limit, margin and spread, and where each limit comes from."""

    def __init__(self, desk: Desk, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.desk = desk
        self.setWindowTitle("Every check")
        self.resize(1080, 620)
        self.table = _table(["Is", "Check", "Worst case", "Load", "Limit", "Margin", "±", "Source of the limit"])
        box = QVBoxLayout(self)
        box.addWidget(self.table)
        box.addWidget(
            prose(
                "± is what 19 in 20 cases stay within, from the tolerances of weights, densities and sizes. A margin below its ± counts as tight."
            )
        )
        desk.changed.connect(self.refresh)
        desk.looks_changed.connect(self.refresh)
        self.refresh()

    def refresh(self) -> None:
        solved, units = self.desk.solved, self.desk.units
        checks = solved.checks if solved is not None else ()
        self.table.setRowCount(len(checks))
        for row, c in enumerate(checks):
            kind = KINDS.get(c.kind)

            def show(value: float | None, q: str = c.quantity) -> str:
                return "–" if value is None else units.show(value, q)  # type: ignore[arg-type]

            geometry = c.quantity == "length"
            cells = [
                STATUS_WORD[c.status],
                kind.title if kind is not None else "State",
                sentence(c, units),
                show(c.load),
                "–" if geometry else show(c.limit),
                "–" if geometry else show(c.margin),
                "–" if c.load is None or geometry else show(c.spread),
                (kind.source if kind is not None else "") + ("; custom, not a plate" if c.by_rule else ""),
            ]
            for column_at, text in enumerate(cells):
                self.table.setItem(row, column_at, QTableWidgetItem(text))
        top = self.table.horizontalHeader()
        assert top is not None
        for at, width in enumerate((66, 110, 400, 86, 86, 86, 66, 170)):
            top.resizeSection(at, width)
        top.setSectionResizeMode(2, QHeaderView.ResizeMode.Stretch)
        self.table.resizeRowsToContents()


class KeysWindow(QDialog):
    """The keys, from the one list of actions."""

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.setWindowTitle("Keys")
        self.resize(620, 640)
        self.table = _table(["What", "Keys", "Where"])
        listed = [a for a in ACTIONS if a.keys]
        self.table.setRowCount(len(listed))
        for row, action in enumerate(listed):
            for at, text in enumerate((action.text.removesuffix(" …"), action.keys.replace("|", " or "), action.menu)):
                self.table.setItem(row, at, QTableWidgetItem(text))
        top = self.table.horizontalHeader()
        assert top is not None
        top.setSectionResizeMode(0, QHeaderView.ResizeMode.Stretch)
        top.resizeSection(1, 170)
        top.resizeSection(2, 130)
        self.table.resizeRowsToContents()
        QVBoxLayout(self).addWidget(self.table)


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
            "Rating on the plate", "mass", lambda: desk.units, self._typed, high=50_000, may_be_empty=True, name="rating-typed"
        )
        self.where = QLabel()
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
        rig = self.desk.rig
        if rig is None or rig.trailer is None:
            return
        self.field_name = field
        kind = (
            "tire" if "tires" in field else "axle" if "axles" in field else "gross" if field.endswith(".gross") else "coupler"
        )
        self.heading.setText(KINDS[kind].title.upper())
        self.where.setText(f"Where to look: {KINDS[kind].plate}.")
        self.field.show_value(rated(rating_at(rig.trailer, field)), "unknown")
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
