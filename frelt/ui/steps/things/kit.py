"""The kit: what lies on shelves, in boxes and on hooks, line by line, in a window beside the bench."""

from msgspec.structs import replace
from PyQt6.QtCore import QSignalBlocker, Qt
from PyQt6.QtGui import QKeySequence, QShortcut
from PyQt6.QtWidgets import QComboBox, QDialog, QHeaderView, QLineEdit, QPushButton, QTableWidget, QVBoxLayout, QWidget

from ....app.session import new_id
from ....core.base.figure import Figure
from ....core.base.text import capital
from ....core.masses.kit import kit_mass
from ....core.model.kit import KitLine
from ....core.planning.kit import kit_places, usual_place, with_kit
from ...frame.desk import Desk
from ...widgets.fields import FigureField, prose
from ...widgets.mannered import Entry, Options
from ...widgets.text import Words

KEPT = (
    ("not said", ""),
    ("in a closed box", "in a closed box"),
    ("on a hook", "on a hook"),
    ("in a holder", "in a holder"),
    ("strapped", "strapped"),
    ("under a bungee", "under a bungee"),
    ("loose", "loose"),
)
NATURES = (
    ("nothing of note", ""),
    ("SH", "SH"),
    ("fuel", "fuel"),
    ("acid", "acid"),
    ("oxidizer", "oxidizer"),
    ("ammonia", "ammonia"),
)
NEW = Figure(value=1.0, plus_minus=0.3, note="a guess until it is weighed")


class KitWindow(QDialog):
    """Each line in its row, changed in place; undoable like everything."""

    def __init__(self, desk: Desk, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.desk = desk
        self.setWindowTitle("Kit: on shelves, in boxes, on hooks")
        self.resize(1060, 520)
        self.said = Words()
        self.said.setObjectName("sentence")
        self.said.setWordWrap(True)
        self.table = QTableWidget(0, 7)
        self.table.setAccessibleName("Kit, line by line")
        self.table.setHorizontalHeaderLabels(["What", "How many", "Each weighs", "Where", "How kept", "To its neighbors", ""])
        self.table.setShowGrid(False)
        self.table.setSelectionMode(QTableWidget.SelectionMode.NoSelection)
        side, top = self.table.verticalHeader(), self.table.horizontalHeader()
        assert side is not None and top is not None
        side.hide()
        top.setDefaultAlignment(Qt.AlignmentFlag.AlignLeft)
        for at, width in enumerate((0, 84, 120, 220, 148, 148, 84)):
            if width:
                top.resizeSection(at, width)
        top.setSectionResizeMode(0, QHeaderView.ResizeMode.Stretch)
        self.add = QPushButton("Add a line")
        self.add.clicked.connect(self._add)
        box = QVBoxLayout(self)
        box.addWidget(self.said)
        box.addWidget(self.table, 1)
        box.addWidget(self.add)
        box.addWidget(
            prose(
                "Kit weighs where it is kept, give or take a quarter of that place's length. A bungee keeps tidy and holds nothing. "
                "SH never beside fuel, acid, peroxide or ammonia, nor in one box with them."
            )
        )
        for keys, done in (("Ctrl+Z", desk.undo), ("Ctrl+Shift+Z", desk.redo), ("Ctrl+Y", desk.redo)):
            QShortcut(QKeySequence(keys), self).activated.connect(done)
        self._shown: tuple[object, ...] = ()
        desk.changed.connect(self._if_seen)
        desk.looks_changed.connect(self._if_seen)
        self.refresh()

    def _if_seen(self) -> None:
        if self.isVisible():
            self.refresh()

    def refresh(self) -> None:
        """Show the lines of the rig on the bench."""
        rig, units = self.desk.rig, self.desk.units
        lines = rig.kit if rig is not None else ()
        total = units.show(kit_mass(lines).value, "mass")
        count = f"{len(lines)} line{'s' if len(lines) != 1 else ''}"
        none = "Nothing is listed yet: what lies on a shelf, in a box or on a hook weighs, too."
        self.said.setText(f"{count} of kit, {total} together." if lines else none)
        places = kit_places(rig) if rig is not None else []
        self.add.setEnabled(bool(places))
        shown = (tuple(k.id for k in lines), tuple(places), units)
        if shown != self._shown:
            self._shown = shown
            self.table.setRowCount(0)
            for n, line in enumerate(lines):
                self._row(n, line, places)
        for n, line in enumerate(lines):
            self._fill(n, line)

    def _row(self, n: int, line: KitLine, places: list[tuple[str, str]]) -> None:
        self.table.insertRow(n)
        name = Entry()
        name.setAccessibleName(f"What is line {n + 1}")
        name.setMaxLength(200)
        name.editingFinished.connect(lambda: self._put(line.id, "name", what=name.text().strip() or line.what))
        count = FigureField(
            "", "number", lambda: self.desk.units, lambda v: self._put(line.id, "count", count=int(v or 1)), low=1, high=999
        )
        each = FigureField("", "mass", lambda: self.desk.units, lambda v: self._weigh(line.id, v), high=2000)
        for field, words in ((count, "How many"), (each, "Each weighs")):
            field.label.hide()
            field.edit.setAccessibleName(f"{words} in line {n + 1}")
            field.edit.setFixedWidth(64 if field is count else 100)
        where = self._choice([(words, key) for key, words in places], f"Where line {n + 1} is", line.id, "on")
        kept = self._choice([(capital(w), k) for w, k in KEPT], f"How line {n + 1} is kept", line.id, "kept")
        nature = self._choice(
            [(capital(w), k) for w, k in NATURES], f"What line {n + 1} is to its neighbors", line.id, "nature"
        )
        gone = QPushButton("Remove")
        gone.setObjectName("link")
        gone.setAccessibleName(f"Remove line {n + 1}")
        gone.clicked.connect(lambda: self._remove(line.id))
        for at, widget in enumerate((name, count, each, where, kept, nature, gone)):
            self.table.setCellWidget(n, at, widget)
        self.table.setRowHeight(n, 38)

    def _choice(self, words: list[tuple[str, str]], called: str, line: str, field: str) -> QComboBox:
        box = Options()
        box.setAccessibleName(called)
        for text, key in words:
            box.addItem(text, key)
        box.activated.connect(lambda _: self._put(line, field, **{field: box.currentData()}))
        return box

    def _fill(self, n: int, line: KitLine) -> None:
        name, count, each, where, kept, nature = (self.table.cellWidget(n, at) for at in range(6))
        if isinstance(name, QLineEdit) and not name.hasFocus():
            name.setText(line.what)
        for field, value in ((count, float(line.count)), (each, line.each.value)):
            if isinstance(field, FigureField):
                field.show_value(value)
        for box, key in ((where, line.on), (kept, line.kept), (nature, line.nature)):
            if isinstance(box, QComboBox):
                with QSignalBlocker(box):
                    box.setCurrentIndex(box.findData(key))

    def _put(self, line_id: str, words: str, **fields: object) -> None:
        rig = self.desk.session.rig
        old = next((k for k in rig.kit if k.id == line_id), None) if rig is not None else None
        if old is None or all(getattr(old, f) == v for f, v in fields.items()):
            return
        new = replace(old, **fields)
        self.desk.edit(lambda r: replace(r, kit=tuple(new if k.id == line_id else k for k in r.kit)), f"{words} of {old.what}")

    def _weigh(self, line_id: str, value: float | None) -> None:
        if value is not None:
            self._put(line_id, "weight", each=Figure(value=value, plus_minus=0.02 * value, source="weighed"))

    def _remove(self, line_id: str) -> None:
        self.desk.edit(lambda r: replace(r, kit=tuple(k for k in r.kit if k.id != line_id)), "kit removed")

    def _add(self) -> None:
        rig = self.desk.session.rig
        if rig is not None and usual_place(rig):
            self.desk.edit(lambda r: with_kit(r, f"Kit {len(r.kit) + 1}", NEW, new_id), "kit added")
            name = self.table.cellWidget(self.table.rowCount() - 1, 0)
            if isinstance(name, QLineEdit):
                name.setFocus()
                name.selectAll()
