"""Small windows: the full table of checks, and the keys."""

from PyQt6.QtCore import QModelIndex, Qt, QTimer
from PyQt6.QtGui import QShowEvent
from PyQt6.QtWidgets import (
    QAbstractItemView,
    QDialog,
    QHeaderView,
    QStyle,
    QStyledItemDelegate,
    QStyleOptionViewItem,
    QTableWidget,
    QTableWidgetItem,
    QVBoxLayout,
    QWidget,
)

from ...core.judge.check import KINDS
from ...core.judge.marks import WORDS, mark_of
from ...core.judge.words import sentence
from ..widgets.fields import prose
from .actions import ACTIONS
from .desk import Desk


class _Plain(QStyledItemDelegate):
    """Cells without a focus frame: rows are read here, not chosen."""

    def initStyleOption(self, option: QStyleOptionViewItem | None, index: QModelIndex) -> None:
        super().initStyleOption(option, index)
        if option is not None:
            option.state &= ~QStyle.StateFlag.State_HasFocus


def plain_table(headers: list[str]) -> QTableWidget:
    """A table that is read, not edited."""
    table = QTableWidget(0, len(headers))
    table.setHorizontalHeaderLabels(headers)
    table.setEditTriggers(QAbstractItemView.EditTrigger.NoEditTriggers)
    table.setSelectionBehavior(QAbstractItemView.SelectionBehavior.SelectRows)
    table.setWordWrap(True)
    table.setItemDelegate(_Plain(table))
    table.setShowGrid(False)
    table.setTextElideMode(Qt.TextElideMode.ElideNone)
    table.setSelectionMode(QAbstractItemView.SelectionMode.NoSelection)
    side, top = table.verticalHeader(), table.horizontalHeader()
    assert side is not None and top is not None
    side.hide()
    top.setDefaultAlignment(Qt.AlignmentFlag.AlignLeft)
    settle = QTimer(table)  # rows follow the widths, also when a scroll bar takes some of it
    settle.setSingleShot(True)
    settle.timeout.connect(table.resizeRowsToContents)
    top.sectionResized.connect(lambda: settle.start(0))
    return table


class ChecksTable(QDialog):
    """Every check, worst first, with its load, limit, margin and spread, and where each limit comes from."""

    def __init__(self, desk: Desk, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.desk = desk
        self.setWindowTitle("Every check")
        self.resize(1080, 620)
        self.table = plain_table(["Is", "Check", "Worst case", "Load", "Limit", "Margin", "±", "Source of the limit"])
        box = QVBoxLayout(self)
        box.addWidget(self.table)
        box.addWidget(
            prose(
                "± is what 19 in 20 cases stay within, from the tolerances of weights, densities and sizes. A margin below its ± counts as tight."
            )
        )
        desk.changed.connect(self._if_seen)
        desk.looks_changed.connect(self._if_seen)

    def _if_seen(self) -> None:
        if self.isVisible():
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
                WORDS[mark_of(c)],
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

    def showEvent(self, event: QShowEvent | None) -> None:
        super().showEvent(event)
        self.refresh()


class KeysWindow(QDialog):
    """The keys, from the one list of actions."""

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.setWindowTitle("Keys")
        self.resize(620, 640)
        self.table = plain_table(["What", "Keys", "Where"])
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
