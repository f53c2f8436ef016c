"""Big and small things: the catalog, or the item in hand; sight tubes below."""

from PyQt6.QtCore import QMimeData, Qt, QTimer
from PyQt6.QtGui import QDrag
from PyQt6.QtWidgets import (
    QLineEdit,
    QListWidget,
    QListWidgetItem,
    QPushButton,
    QVBoxLayout,
    QWidget,
)

from ..app import stock
from ..core.catalog import search
from .desk import ENTRY, Desk
from .fields import column, heading
from .hand import HandPanel
from .tubes import SightTubes


class CatalogRows(QListWidget):
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
    """Search what can be mounted; Return or a double click puts it on the deck."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        self.box = QLineEdit()
        self.box.setPlaceholderText("Search: tank, reel, pump …")
        self.box.setAccessibleName("Search the catalog")
        self.box.setObjectName("catalog-search")
        self.box.setClearButtonEnabled(False)
        self.list = CatalogRows()
        self.list.setAccessibleName("Catalog")
        self.list.setWordWrap(True)
        self.list.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.list.setVerticalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOn)
        self.list.setTextElideMode(Qt.TextElideMode.ElideNone)
        self.list.setResizeMode(QListWidget.ResizeMode.Adjust)
        self.list.setMinimumHeight(150)
        self.button = QPushButton("Put on the deck")
        self.box.textChanged.connect(self.refresh)
        self.box.returnPressed.connect(self.put)
        self.list.itemActivated.connect(lambda _: self.put())
        self.button.clicked.connect(self.put)
        layout = column(self.box, self.list, self.button)
        layout.setStretch(1, 1)
        self.setLayout(layout)
        desk.looks_changed.connect(self.refresh)
        QTimer.singleShot(0, self.refresh)  # after the first frame

    def refresh(self) -> None:
        """Show the entries that fit what is typed."""
        self.list.clear()
        for entry in search(stock.equipment(), self.box.text()):
            mass = self.desk.units.show(entry.item.mass.value, "mass")
            row = QListWidgetItem(f"{entry.item.name}\n{mass} empty, {entry.item.mass.source}")
            row.setData(Qt.ItemDataRole.UserRole, entry.item.id)
            self.list.addItem(row)
        if self.list.count():
            self.list.setCurrentRow(0)
        else:
            self.list.addItem("Nothing by that name. Take a free item and set its size and mass.")

    def put(self) -> None:
        """Put the chosen entry on the main deck, in hand."""
        row = self.list.currentItem()
        key = row.data(Qt.ItemDataRole.UserRole) if row is not None else None
        if key:
            self.desk.put(str(key))


class ThingsPage(QWidget):
    """Big and small things: the item in hand, else the catalog; sight tubes below."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        self.heading = heading("Put on the deck")
        self.catalog = CatalogList(desk)
        self.hand = HandPanel(desk)
        self.tubes = SightTubes(desk)
        box = QVBoxLayout(self)
        box.setContentsMargins(0, 0, 0, 0)
        box.setSpacing(8)
        box.addWidget(self.heading)
        box.addWidget(self.catalog, 1)
        box.addWidget(self.hand)
        box.addWidget(self.tubes, 1)
        desk.hand_changed.connect(self.refresh)
        desk.changed.connect(self.refresh)
        self.refresh()

    def show_step(self, step: int) -> None:
        """Big and small things share the page; the catalog's hint differs."""
        if step in (2, 3):
            self.catalog.box.setPlaceholderText(
                "Search: tank, reel, machine …" if step == 2 else "Search: pump, battery, toolbox …"
            )

    def refresh(self) -> None:
        """Catalog or item, by what is in hand."""
        held = bool(self.desk.in_hand)
        self.heading.setVisible(not held)
        self.catalog.setVisible(not held)
