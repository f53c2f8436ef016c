"""The catalog: search what can be mounted, the shop's own first; Return, a double click or a drag puts it on the deck."""

from pathlib import Path

from PyQt6.QtCore import QMimeData, Qt
from PyQt6.QtGui import QDrag
from PyQt6.QtWidgets import QHBoxLayout, QLineEdit, QListWidgetItem, QPushButton, QWidget

from ....app.library import Library
from ....core.kind.catalog import search
from ....core.kind.registry import find
from ....core.model.catalog_entry import Entry
from ...frame.desk import ENTRY, Desk
from ...frame.later import later
from ...frame.putting import put
from ...frame.tables import TableLine, asked_in, asked_out, read_in, write_out
from ...widgets.fields import column, link
from ...widgets.rows import Rows
from ...widgets.text import tip

SHOWN = 250  # entries listed at once


class CatalogRows(Rows):
    """Rows that can be dragged onto the bench."""

    def __init__(self) -> None:
        super().__init__()
        self.setDragEnabled(True)

    def startDrag(self, actions: Qt.DropAction) -> None:
        row = self.currentItem()
        key = row.data(Qt.ItemDataRole.UserRole) if row is not None else None
        if key:
            data = QMimeData()
            data.setData(ENTRY, str(key).encode())
            drag = QDrag(self)
            drag.setMimeData(data)
            drag.exec(Qt.DropAction.CopyAction)


class CatalogList(QWidget):
    """Search what can be mounted; big things first in the third step, small ones in the fourth."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        self.big = True
        self._entries: tuple[Entry, ...] = ()
        self.box = QLineEdit()
        self.box.setPlaceholderText("Search: tank, reel, pump …")
        self.box.setAccessibleName("Search the catalog")
        self.box.setObjectName("catalog-search")
        self.box.setClearButtonEnabled(False)
        self.list = CatalogRows()
        self.list.setAccessibleName("Catalog")
        self.list.take_what_is_left(110)
        self.button = QPushButton("Put on the deck")
        self.take = link("Take a table in …", self._take)
        self.write = link("Write the shop's own …", self._write)
        self.drop = link("Forget this entry", self._forget)
        for one, words in (
            (self.take, "A CSV table of equipment, into the shop's own catalog"),
            (self.write, "The shop's own catalog as a CSV table"),
        ):
            tip(one, words)
        links = QHBoxLayout()
        links.addWidget(self.take)
        links.addStretch(1)
        links.addWidget(self.write)
        self.box.textChanged.connect(self.refresh)
        self.box.returnPressed.connect(self.put)
        self.list.itemActivated.connect(lambda _: self.put())
        self.list.currentRowChanged.connect(lambda _: self._own())
        self.button.clicked.connect(self.put)
        layout = column(self.box, self.list, self.button)
        layout.addLayout(links)
        layout.addWidget(TableLine(desk))
        layout.addWidget(self.drop)
        layout.setStretch(1, 1)
        self.setLayout(layout)
        desk.looks_changed.connect(self.refresh)
        desk.catalog_changed.connect(self.reload)
        later(self, 0, self.reload)  # after the first frame

    def reload(self) -> None:
        """Read the shop's own entries again."""
        self._entries = self.desk.library.entries()
        self.refresh()

    def refresh(self) -> None:
        """Show the entries that fit what is typed."""
        self.list.clear()
        found = search(self._entries, self.box.text())
        fitting = sorted(found, key=lambda e: (not e.own, not self.box.text() and _big(e) != self.big))
        for entry in fitting[:SHOWN]:
            mass = self.desk.units.show(entry.item.mass.value, "mass")
            own = "the shop's own, " if entry.own else ""
            more = f", {len(entry.carries)} things on it" if entry.carries else ""
            row = QListWidgetItem(f"{entry.item.name}\n{own}{mass} empty, {entry.item.mass.source}{more}")
            row.setData(Qt.ItemDataRole.UserRole, entry.item.id)
            tip(row, entry.item.mass.note)
            self.list.addItem(row)
        if self.list.count():
            self.list.setCurrentRow(0)
            if len(fitting) > SHOWN:
                self.list.addItem(f"and {len(fitting) - SHOWN:,} more: type what it is")
        else:
            self.list.addItem("Nothing by that name. Take a free item and set its size and mass.")
        self.list.fit()
        self._own()

    def show_big(self, big: bool) -> None:
        """Big things first, or small ones."""
        if big != self.big:
            self.big = big
            self.refresh()

    def _key(self) -> str:
        row = self.list.currentItem()
        key = row.data(Qt.ItemDataRole.UserRole) if row is not None else None
        return str(key) if key else ""

    def _own(self) -> None:
        key = self._key()
        self.drop.setVisible(any(e.own and e.item.id == key for e in self._entries))

    def put(self) -> None:
        """Put the chosen entry on the main deck, in hand."""
        key = self._key()
        if key:
            put(self.desk, key)

    def _forget(self) -> None:
        if self.desk.library.forget_equipment(self._key()):
            self.desk.said.emit("Taken out of the shop's catalog; its file is kept beside as a backup.")
            self.desk.catalog_changed.emit()

    def _take(self) -> None:
        path = asked_in(self, "Take equipment from a table")
        if path is not None:
            self.take_from(path)

    def take_from(self, path: Path) -> None:
        """Take a table in; says what came of it, or every row and column that is wrong."""
        read_in(
            self.desk, path, Library.take_equipment, "entries taken into the shop's catalog", self.desk.catalog_changed.emit
        )

    def _write(self) -> None:
        path = asked_out(self, "Write the shop's equipment", "equipment.csv")
        if path is not None:
            self.write_to(path)

    def write_to(self, path: Path) -> None:
        """Write the shop's own entries as a table."""
        from ....formats.catalog import write_catalog

        listed = self.desk.library.equipment()
        write_out(self.desk, path, write_catalog(listed), f"{len(listed)} entries")


def _big(entry: Entry) -> bool:
    kind = find(entry.item.kind)
    return kind is not None and kind.big
