"""What nobody counted: one key counts it, one waves it off for this rig."""

from PyQt6.QtCore import QEvent, Qt
from PyQt6.QtGui import QKeyEvent
from PyQt6.QtWidgets import QHBoxLayout, QListWidgetItem, QPushButton, QWidget

from ....app import stock
from ....app.session import new_id
from ....core.masses.kit import kit_mass
from ....core.masses.weigh import together
from ....core.placing.put_on import put_on
from ....core.planning.kit import with_kit
from ....core.planning.uncounted import Missing, told, uncounted, waved, with_missing
from ...frame.desk import Desk
from ...widgets.fields import FigureField, column, heading, link, prose
from ...widgets.rows import Rows
from ...widgets.text import tip

AWAY = (Qt.Key.Key_Delete, Qt.Key.Key_Backspace)


class MissingRows(Rows):
    """Rows that answer to two keys."""

    def __init__(self, panel: "UncountedPanel") -> None:
        super().__init__()
        self._panel = panel

    def event(self, event: QEvent | None) -> bool:
        if isinstance(event, QKeyEvent) and event.type() == QEvent.Type.ShortcutOverride and event.key() in AWAY:
            event.accept()  # here it waves off, it does not remove what is in hand
            return True
        return super().event(event)

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        assert event is not None
        if event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter):
            self._panel.count()
        elif event.key() in AWAY:
            self._panel.wave_off()
        else:
            super().keyPressEvent(event)


class UncountedPanel(QWidget):
    """A running list with its sum; empty when everything is counted or waved off."""

    def __init__(self, desk: Desk, parent: QWidget) -> None:
        super().__init__(parent)
        self.desk = desk
        self.found: tuple[Missing, ...] = ()
        self.sum = prose("")
        self.list = MissingRows(self)
        self.list.setAccessibleName("What nobody counted")
        self.list.take_what_is_left(96)
        self.list.itemActivated.connect(lambda _: self.count())
        self.list.currentRowChanged.connect(lambda _: self._kit_of_row())
        self.add = QPushButton("Count it")
        tip(self.add, "Return")
        self.add.clicked.connect(self.count)
        self.off = QPushButton("Not aboard")
        tip(self.off, "Delete: it is waved off for this rig")
        self.off.clicked.connect(self.wave_off)
        self.kit = QPushButton("As kit")
        tip(self.kit, "It is counted in a box, on a shelf or on the deck, and is no thing of the plan")
        self.kit.clicked.connect(self.into_kit)
        self.listed = link("", self._list)
        self.again = link("", self._again)
        self.all = FigureField(
            "All the rest comes to",
            "mass",
            lambda: desk.units,
            self._tell,
            high=5000.0,
            may_be_empty=True,
            name="nobody-counted",
        )
        tip(
            self.all,
            "What else rides along in all, for who knows it: the band above what is counted. Empty: worked out from the list.",
        )
        buttons = QHBoxLayout()
        buttons.addWidget(self.add)
        buttons.addWidget(self.kit)
        buttons.addWidget(self.off)
        box = column(heading("Nobody counted yet"), self.sum, self.list)
        box.setStretch(2, 1)
        box.addLayout(buttons)
        box.addWidget(self.listed)
        box.addWidget(self.all)
        box.addWidget(self.again)
        self.setLayout(box)
        for signal in (desk.changed, desk.looks_changed):
            signal.connect(self._if_seen)

    def _if_seen(self) -> None:
        if self.isVisible() and not self.desk.dragging:
            self.refresh()

    def refresh(self) -> None:
        """Look through the rig again."""
        solved, units = self.desk.session.solved, self.desk.units
        entries = {e.item.id: e.item for e in stock.equipment()}
        self.found = uncounted(solved.rig, solved.frames, entries) if solved is not None else ()
        row = max(self.list.currentRow(), 0)
        self.list.clear()
        for m in self.found:
            mass, spread = units.show(m.mass.value, "mass"), units.show(m.mass.plus_minus, "mass", unit=False)
            one = QListWidgetItem(f"{m.name}, {mass} ± {spread}\n{m.why}")
            tip(one, f"{m.mass.source}: {m.mass.note}" if m.mass.note else m.mass.source)
            self.list.addItem(one)
        self.list.setCurrentRow(min(row, len(self.found) - 1))
        self.list.fit()
        total = units.show(together(m.mass for m in self.found).value, "mass")
        rig = self.desk.rig
        if self.found:
            self.sum.setText(f"Such a rig usually carries {total} more than is counted here.")
        else:
            some = rig is not None and bool(rig.items)
            self.sum.setText("All of the usual is counted or waved off." if some else "Nothing is aboard yet.")
        self.add.setEnabled(bool(self.found))
        self.off.setEnabled(bool(self.found))
        self._kit_of_row()
        lines = rig.kit if rig is not None else ()
        weighs = units.show(kit_mass(lines).value, "mass")
        self.listed.setText(
            f"Kit: {len(lines)} line{'s' if len(lines) != 1 else ''}, {weighs} …" if lines else "Kit, line by line …"
        )
        self.listed.setVisible(rig is not None and bool(rig.items))
        said = rig.nobody_counted if rig is not None else None
        self.all.show_value(said.value if said is not None else None, "by the list")
        self.all.setEnabled(rig is not None and bool(rig.items))
        gone = len(rig.waved) if rig is not None else 0
        self.again.setText(f"Ask again about what was waved off ({gone})")
        self.again.setVisible(gone > 0)

    def _chosen(self) -> Missing | None:
        row = self.list.currentRow()
        return self.found[row] if 0 <= row < len(self.found) else None

    def count(self) -> None:
        """Put the chosen one aboard or into the reckoning; it is not taken in hand, so that the next can follow."""
        chosen, rig, carrier = self._chosen(), self.desk.session.rig, self.desk.carrier
        if chosen is None or rig is None or carrier is None:
            return
        if chosen.how == "catalog":
            entry = self.desk.library.entry(chosen.what)
            if entry is not None:
                made, _ = put_on(rig, entry, new_id, carrier_id=carrier.id)
                self.desk.edit(lambda _: made, f"{chosen.name} counted")
        else:
            self.desk.edit(lambda r: with_missing(r, chosen, new_id), f"{chosen.name} counted")
        self.refresh()

    def _kit_of_row(self) -> None:
        """Only things of the catalog go into the kit."""
        chosen = self._chosen()
        self.kit.setEnabled(chosen is not None and chosen.how == "catalog")

    def into_kit(self) -> None:
        """Count the chosen one as kit, where kit is kept."""
        chosen = self._chosen()
        if chosen is not None and chosen.how == "catalog":
            self.desk.edit(lambda r: with_kit(r, chosen.name, chosen.mass, new_id, chosen.what), f"{chosen.name} into the kit")
            self.refresh()

    def _list(self) -> None:
        from .kit import KitWindow

        shown = KitWindow(self.desk, self.window())
        shown.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        shown.show()

    def wave_off(self) -> None:
        """Leave the chosen one out for this rig."""
        chosen = self._chosen()
        if chosen is not None:
            self.desk.edit(lambda r: waved(r, chosen.id), f"{chosen.name} waved off")
            self.refresh()

    def _tell(self, mass: float | None) -> None:
        self.desk.edit(lambda r: told(r, mass), "what nobody counted")
        self.refresh()

    def _again(self) -> None:
        from msgspec.structs import replace

        self.desk.edit(lambda r: replace(r, waved=()), "asked again")
        self.refresh()
