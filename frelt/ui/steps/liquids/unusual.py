"""What is not as usual in the state shown, as a list to tick: things left behind, dry hoses, open doors, what comes later."""

from PyQt6.QtCore import QSignalBlocker, Qt
from PyQt6.QtWidgets import QListWidgetItem, QWidget

from ....core.edit.unusual import Unusual, exceptions, with_exception
from ...frame.desk import Desk
from ...widgets.fields import column, link
from ...widgets.rows import Rows


class UnusualPart(QWidget):
    """Folded to one line until it is wanted."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        self.listed: tuple[Unusual, ...] = ()
        self.more = link("", self._fold)
        self.list = Rows()
        self.list.setAccessibleName("Not as usual in this state")
        self.list.setVisible(False)
        self.list.itemChanged.connect(self._tick)
        self.setLayout(column(self.more, self.list))

    def refresh(self) -> None:
        """Show the state as it is."""
        rig, state = self.desk.rig, self.desk.state
        self.listed = exceptions(rig, state) if rig is not None and state is not None else ()
        self.setVisible(bool(self.listed))
        on = sum(e.on for e in self.listed)
        self.more.setText(f"Not as usual here ({on}) …" if on else "Not as usual here …")
        with QSignalBlocker(self.list):
            self.list.clear()
            for one in self.listed:
                row = QListWidgetItem(one.words)
                row.setFlags(row.flags() | Qt.ItemFlag.ItemIsUserCheckable)
                row.setCheckState(Qt.CheckState.Checked if one.on else Qt.CheckState.Unchecked)
                self.list.addItem(row)
        self.list.setFixedHeight(min(26 * len(self.listed) + 6, 190))

    def _fold(self) -> None:
        self.list.setVisible(self.list.isHidden())

    def _tick(self, row: QListWidgetItem) -> None:
        state, n = self.desk.state, self.list.row(row)
        if state is None or not 0 <= n < len(self.listed):
            return
        one, on = self.listed[n], row.checkState() == Qt.CheckState.Checked
        if on == one.on:
            return  # Qt also tells of a row that is only given another height
        self.desk.edit(
            lambda r: with_exception(r, state.id, one.what, one.id, on), f"{one.words}: {'so' if on else 'as usual'}"
        )
        self.refresh()
