"""The window of keys, and tables that are read, not edited."""

from PyQt6.QtCore import QModelIndex, Qt, QTimer
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

from .actions import ACTIONS


class _Plain(QStyledItemDelegate):
    """Cells without a focus frame: rows are read here, not chosen."""

    def initStyleOption(self, option: QStyleOptionViewItem | None, index: QModelIndex) -> None:
        super().initStyleOption(option, index)
        if option is not None:
            option.state &= ~QStyle.StateFlag.State_HasFocus


def plain_table(name: str, headers: list[str]) -> QTableWidget:
    """A table that is read, not edited. name: as it is read aloud."""
    table = QTableWidget(0, len(headers))
    table.setAccessibleName(name)
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


class KeysWindow(QDialog):
    """The keys, from the one list of actions."""

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.setWindowTitle("Keys")
        self.resize(620, 640)
        self.table = plain_table("Keys", ["What", "Keys", "Where"])
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
