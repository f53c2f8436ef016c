"""The catalog: cards of what can be mounted, the shop's own first; Return, a double click or a drag puts it on the deck."""

from pathlib import Path

from PyQt6.QtCore import pyqtSignal
from PyQt6.QtGui import QHideEvent, QShowEvent
from PyQt6.QtWidgets import QHBoxLayout, QPushButton, QWidget
from PyQt6.sip import isdeleted

from ....app.library import Library
from ....core.kind.find import Found, Listed, find, listed
from ....core.kind.named import named
from ....core.kind.registry import find as kind_of_id
from ....core.model.catalog_entry import Entry
from ....drawing.card import of_entry, size
from ...frame.desk import ENTRY, Desk
from ...frame.later import later
from ...frame.putting import put
from ...frame.tables import TableLine, asked_in, asked_out, read_in, write_out
from ...widgets.cards import Card, Cards, CardSearch, Group
from ...widgets.fields import column, link
from ...widgets.text import tip

SHOWN = 400  # cards at once


class CatalogList(QWidget):
    """Search what can be mounted; big things first in the third step, small ones in the fourth. going_on: more is to be put."""

    going_on = pyqtSignal()

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        self.big = True
        self._entries: tuple[Entry, ...] = ()
        self._listed: tuple[Listed[Entry], ...] = ()
        self._shown: tuple[object, ...] = ()
        self.box = CardSearch()
        self.box.setPlaceholderText("Search: tank, 330 gal, 8 gpm …")
        self.box.setAccessibleName("Search the catalog")
        self.box.setObjectName("catalog-search")
        self.box.setClearButtonEnabled(False)
        tip(self.box, "A name or a figure: 330 gal, 8 gpm, 18 in reel; where nothing has it, the nearest are shown")
        self.list = Cards(lambda: desk.units, lambda: desk.theme, ENTRY)
        self.box.leads_to(self.list)
        self.list.setAccessibleName("Catalog")
        self.button = QPushButton("Put on the deck")
        tip(self.button, "Return puts it and takes it in hand; Ctrl+Return puts it and goes on choosing")
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
        self.box.go_on.connect(self.put_and_go_on)
        self.list.go_on.connect(self.put_and_go_on)
        self.list.currentRowChanged.connect(lambda _: self._chosen())
        self.button.clicked.connect(self.put)
        layout = column(self.box, self.list, self.button)
        layout.addLayout(links)
        layout.addWidget(TableLine(desk))
        layout.addWidget(self.drop)
        layout.setStretch(1, 1)
        self.setLayout(layout)
        desk.looks_changed.connect(self._other_looks)
        desk.catalog_changed.connect(self.reload)
        later(self, 0, self.reload)  # after the first frame

    def reload(self) -> None:
        """Read the shop's own entries again."""
        self._entries = self.desk.library.entries()
        self.list.forget()
        self._other_looks()

    def _other_looks(self) -> None:
        self._listed = listed(self._entries, self.desk.units)
        self._shown = ()
        self.refresh()

    def refresh(self) -> None:
        """Show the entries that fit what is typed."""
        asked = (self.box.text(), self.big)
        if asked == self._shown:
            return
        self._shown = asked
        found = find(self._listed, self.box.text(), self.desk.units)
        self.list.show_groups(self._groups(found), self._told(found))
        self.list.choose_first()
        self._chosen()

    def _told(self, found: Found[Entry]) -> str:
        if not found.entries:
            return "Nothing like that. Take a free item and set its size and mass."
        if len(found.entries) > SHOWN:
            return f"{SHOWN:,} of {len(found.entries):,}: type what it is"
        return f"{found.near}." if found.near else ""

    def _groups(self, found: Found[Entry]) -> list[Group]:
        """The shop's own first, then kind by kind; what comes nearest to a figure as it lies beside it."""
        entries = found.entries[:SHOWN]
        if found.near:
            return [Group("Nearest", tuple(self._card(e) for e in entries))]
        kinds: dict[str, list[Entry]] = {}
        first = [e for e in entries if e.own]
        for entry in sorted((e for e in entries if not e.own), key=lambda e: bool(not self.box.text() and _big(e) != self.big)):
            kinds.setdefault(entry.item.kind, []).append(entry)
        made = [Group("The shop’s own", tuple(self._card(e) for e in first))] if first else []
        return made + [Group(_title(kind), tuple(self._card(e) for e in some)) for kind, some in kinds.items()]

    def _card(self, entry: Entry) -> Card:
        units, item = self.desk.units, entry.item
        sizes = " × ".join(units.show(one.value, "length", unit=False) for one in (item.length, item.width, item.height))
        unit = units.name("length")
        mass = f"{units.show(item.mass.value, 'mass')} empty"
        more = (f"and {len(entry.carries)} things on it",) if entry.carries else ()
        lines = (sizes if units.length == "ft-in" else f"{sizes} {unit}", f"{mass}, {item.mass.source}", *more)
        name = item.name if entry.own else named(item.name, units)
        return Card(item.id, name, lines, size(entry), lambda kept: of_entry(entry, kept), item.mass.note)

    def show_big(self, big: bool) -> None:
        """Big things first, or small ones."""
        if big != self.big:
            self.big = big
            self.refresh()

    def _chosen(self) -> None:
        key = self.list.key
        self.drop.setVisible(any(e.own and e.item.id == key for e in self._entries))
        self._offer()

    def _offer(self) -> None:
        """Let the bench show where it would stand; nothing while the catalog is not seen."""
        self.desk.offer(self.list.key if self.isVisible() else "")

    def showEvent(self, event: QShowEvent | None) -> None:
        later(self, 0, self._offer)

    def hideEvent(self, event: QHideEvent | None) -> None:
        if not isdeleted(self.desk):  # at the end of the window its parts are hidden last
            self.desk.offer("")

    def put(self) -> None:
        """Put the chosen entry on the deck, in hand."""
        key = self.list.key
        if key:
            put(self.desk, key)

    def put_and_go_on(self) -> None:
        """Put the chosen entry on the deck, and stay here for the next."""
        key = self.list.key
        self.going_on.emit()
        if key and put(self.desk, key, in_hand=False):
            self.box.setFocus()
            self.box.selectAll()

    def _forget(self) -> None:
        if self.desk.library.forget_equipment(self.list.key):
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

        own = self.desk.library.equipment()
        write_out(self.desk, path, write_catalog(own), f"{len(own)} entries")


def _title(kind_id: str) -> str:
    kind = kind_of_id(kind_id)
    return kind.title if kind is not None else kind_id


def _big(entry: Entry) -> bool:
    kind = kind_of_id(entry.item.kind)
    return kind is not None and kind.big
