"""Which carrier can take the list of the brief or the rig as built: the shop's own and the classes, and what rules each one out."""

from PyQt6.QtCore import QSignalBlocker
from PyQt6.QtWidgets import (
    QComboBox,
    QDialog,
    QHBoxLayout,
    QHeaderView,
    QPushButton,
    QTableWidgetItem,
    QVBoxLayout,
    QWidget,
)

from ....app import stock
from ....app.session import new_id
from ....core.base.value import FreltError
from ....core.model.brief import Brief
from ....core.model.carrier import Vehicle
from ....core.model.catalog_entry import Chassis
from ....core.planning.carrier_fit import Left, Load, Row, beside, least_excess, needs, table, wanted
from ....core.planning.equipment import worked_out
from ....core.planning.loads_of import crew_of, load_as_built, load_of_list, on_carrier
from ....core.solve import solve
from ...frame.desk import WORST, Desk
from ...frame.panels import plain_table
from ...widgets.fields import heading, prose
from ...widgets.mannered import Options
from ...widgets.text import Words

WORDS = {True: "✓ fits", None: "□ unknown", False: "▲ no"}
MAYBE = "◇ may fit"  # by ratings that nobody has read
HEADERS = [
    "Can it",
    "Carrier",
    "Gross,\nplacard",
    "Axles,\ntires",
    "Coupler,\nhitch",
    "Tow rating,\ncombination",
    "Tow vehicle’s\npayload, axle",
    "Floor",
    "What rules it out",
    "To stay at home",
]
PLACARD, AXLES = ("gross", "payload"), ("axles",)
HITCH = ("coupler gross", "coupler tongue", "ball", "ball tongue", "receiver", "receiver tongue")
TOW, BEFORE = ("tow", "combination"), ("vehicle payload", "vehicle gross", "rear axle")


class CarriersWindow(QDialog):
    """A table that is read; it follows the brief or the rig, and puts two carriers beside each other."""

    def __init__(self, desk: Desk, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.desk = desk
        self.setWindowTitle("Which carrier can take it")
        self.resize(1240, 740)
        self.said = Words()
        self.said.setObjectName("sentence")
        self.said.setWordWrap(True)
        self.what = Options()
        self.what.setAccessibleName("What is to be carried")
        self.what.addItem("The list of the brief", "brief")
        self.what.addItem("The rig on the bench, as built", "rig")
        self.what.activated.connect(self.refresh)
        self.towed = Options()
        self.towed.setAccessibleName("Vehicle that tows the trailers")
        self.towed.addItem("Trailers behind no vehicle in particular", "")
        for one in self.desk.library.every_chassis():
            if isinstance(one.carrier, Vehicle):
                self.towed.addItem(f"Trailers behind: {one.name}", one.id)
        self.towed.activated.connect(self.refresh)
        self.table = plain_table("Carriers", HEADERS)
        self.first, self.second = (self._pick(words) for words in ("Take", "or"))
        self.compared = plain_table("Two carriers compared", ["Limit", "", ""])
        self.compared.setMaximumHeight(190)
        self.needs = prose("")
        self.put = QPushButton("The rig on both, beside each other")
        self.put.clicked.connect(self._beside)
        self.keep = QPushButton("The rig on the first, as a what-if")
        self.keep.clicked.connect(self._keep)
        self.wanted = prose("")
        self._rows: tuple[Row, ...] = ()
        self._load: Load | None = None
        self._lay_out()
        if desk.rig is not None and any(not i.built_in for i in desk.rig.items):
            self.what.setCurrentIndex(1)
        desk.changed.connect(self._if_seen)
        desk.looks_changed.connect(self._if_seen)
        self.refresh()

    def _lay_out(self) -> None:
        top = QHBoxLayout()
        top.addWidget(self.what)
        top.addWidget(self.towed)
        top.addStretch(1)
        choice = QHBoxLayout()
        choice.addWidget(heading("Take the heavier?"))
        choice.addWidget(self.first, 1)
        choice.addWidget(self.second, 1)
        choice.addWidget(self.put)
        choice.addWidget(self.keep)
        box = QVBoxLayout(self)
        box.addWidget(self.said)
        box.addLayout(top)
        box.addWidget(self.table, 1)
        box.addLayout(choice)
        box.addWidget(self.compared)
        box.addWidget(self.needs)
        box.addWidget(self.wanted)
        box.addWidget(
            prose(
                "Left over for load, people already taken off. By axles: with the load's centre at the deck's middle, give or take a sixth of its "
                "length; behind a vehicle with a tongue at either end of its usual window. “typical” ratings are of the class, from memory: "
                "read the plates of the very carrier before you buy or promise."
            )
        )

    def _pick(self, called: str) -> QComboBox:
        box = Options()
        box.setAccessibleName(f"{called} which carrier")
        box.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
        box.setMinimumContentsLength(20)
        box.activated.connect(self._compare)
        return box

    def _if_seen(self) -> None:
        if self.isVisible() and not self.desk.dragging:
            self.refresh()

    @property
    def brief(self) -> Brief:
        """The brief of the document."""
        return self.desk.session.document.job.brief

    def load(self) -> Load:
        """What is to be carried: the brief's list, or the rig as built."""
        solved = self.desk.session.solved
        if self.what.currentData() == "rig" and solved is not None:
            return load_as_built(solved.rig, solved.frames)
        return load_of_list(worked_out(self.brief, stock.equipment(), self.desk.units))

    @property
    def crew(self) -> int:
        """Who rides along: of the brief, or of the rig as built."""
        rig = self.desk.session.rig
        return crew_of(rig) if self.what.currentData() == "rig" and rig is not None else self.brief.crew

    def listed(self) -> tuple[Chassis, ...]:
        """The carriers that are asked: of a shop that brings its own, its own where it has any."""
        found = self.desk.library.every_chassis()
        own = tuple(c for c in found if c.own)
        return own if self.brief.whose == "shop" and own else found

    def rows(self) -> tuple[Row, ...]:
        """The table for what is carried as it stands."""
        key = str(self.towed.currentData())
        chosen = self.desk.library.chassis_of(key) if key else None
        tower = chosen.carrier if chosen is not None and isinstance(chosen.carrier, Vehicle) else None
        rig, brief = self.desk.session.rig, self.brief
        rules = rig.rules if rig is not None else None
        return table(self.listed(), self.load(), self.crew, self.desk.units, tower, rules, brief.steep)

    def refresh(self) -> None:
        """Show the table."""
        units = self.desk.units
        self._load, self._rows = self.load(), self.rows()
        load, rows = self._load, self._rows
        sure, likely = sum(r.fits is True and not r.typical for r in rows), sum(r.fits is True and r.typical for r in rows)
        road = f"{units.show(load.road.value, 'mass')} ± {units.show(load.road.plus_minus, 'mass', False)}"
        found = f"{sure} of {len(rows)} can take it by their plates, {likely} more if theirs are typical"
        rest = found if sure or likely else least_excess(rows) or "None is known to take it"
        called = "The rig as built weighs" if self.what.currentData() == "rig" else "The list weighs"
        whose = ". The customer's own carrier: read its plates, then see its row" if self.brief.whose == "customer" else ""
        self.said.setText(f"{called} {road} on the road. {rest}{whose}.")
        self.wanted.setText(wanted(load, stock.classes(), units))
        self.table.setRowCount(len(rows))
        for n, row in enumerate(rows):
            for at, text in enumerate(self._cells(row)):
                cell = QTableWidgetItem(text)
                if at == 0:
                    status = "tight" if row.fits and row.typical else {True: "ok", None: "unknown", False: "over"}[row.fits]
                    cell.setForeground(self.desk.theme.color(status))
                self.table.setItem(n, at, cell)
        top = self.table.horizontalHeader()
        assert top is not None
        for at, width in enumerate((80, 210, 88, 118, 108, 108, 112, 92)):
            top.resizeSection(at, width)
        for at in (8, 9):
            top.setSectionResizeMode(at, QHeaderView.ResizeMode.Stretch)
        self.table.resizeRowsToContents()
        for box, usual in ((self.first, 0), (self.second, 1)):
            chosen = box.currentData()
            with QSignalBlocker(box):
                box.clear()
                for row in rows:
                    box.addItem(row.chassis.name, row.chassis.id)
                at = box.findData(chosen)
                box.setCurrentIndex(at if at >= 0 else min(usual, len(rows) - 1))
        self._compare()

    def _chosen(self) -> tuple[Row, Row] | None:
        found = [next((r for r in self._rows if r.chassis.id == b.currentData()), None) for b in (self.first, self.second)]
        one, other = found
        return (one, other) if one is not None and other is not None else None

    def _compare(self) -> None:
        """The margins of both, limit by limit."""
        pair = self._chosen()
        for button in (self.put, self.keep):
            button.setEnabled(pair is not None and self.what.currentData() == "rig")
        if pair is None or self._load is None:
            self.compared.setRowCount(0)
            return
        units, load = self.desk.units, self._load
        self.compared.setHorizontalHeaderLabels(["Limit", *(r.chassis.name for r in pair)])
        told = beside(*pair, load, units)
        told.append(("Liquids it takes", *(self._fill(r) for r in pair)))  # type: ignore[arg-type]
        told.append(("To stay at home", *(r.home or "nothing" for r in pair)))  # type: ignore[arg-type]
        self.compared.setRowCount(len(told))
        for n, row in enumerate(told):
            for at, text in enumerate(row):
                self.compared.setItem(n, at, QTableWidgetItem(text))
        top = self.compared.horizontalHeader()
        assert top is not None
        for at in range(3):
            top.setSectionResizeMode(at, QHeaderView.ResizeMode.Stretch)
        self.compared.resizeRowsToContents()
        self.needs.setText(f"To carry it, {pair[0].chassis.name} needs: {needs(pair[0], load, units)}.")

    def _fill(self, row: Row) -> str:
        if row.fill is None:
            return "not known"
        return "full" if row.fill >= 1 else "none, it is too heavy dry" if row.fill < 0 else f"up to {row.fill:.0%}"

    def _keep(self) -> None:
        """The rig of the bench on the first carrier as a rig of the document: a skid set into its bed."""
        pair, rig = self._chosen(), self.desk.session.rig
        if pair is None or rig is None:
            return
        try:
            made = on_carrier(rig, pair[0].chassis, new_id, self.crew)
        except FreltError as err:
            self.desk.refused.emit(f"{err}.")
            return
        self.desk.session.add_rig(made, f"{rig.name} on {pair[0].chassis.name}")
        self.desk.show_state(WORST)

    def _beside(self) -> None:
        """The rig of the bench on both carriers, solved, beside each other."""
        from ...frame.beside import Beside

        pair, rig = self._chosen(), self.desk.session.rig
        if pair is None or rig is None:
            return
        try:
            made = [on_carrier(rig, r.chassis, new_id, self.crew) for r in pair]
            for one in made:
                solve(one)
        except FreltError as err:
            self.desk.refused.emit(f"{err}.")
            return
        shown = Beside(self.desk, self, {r.chassis.name: one for r, one in zip(pair, made, strict=True)})
        shown.show()

    def _cells(self, row: Row) -> tuple[str, ...]:
        units = self.desk.units

        def left(x: Left) -> str:
            if x.low is None or x.high is None:
                return "–"
            if abs(x.high - x.low) < 1:
                return units.show(x.low, "mass")
            return f"{units.show(x.low, 'mass', False)} to {units.show(x.high, 'mass')}"

        floor = f"{units.show(row.floor[0], 'area', False)} of {units.show(row.floor[1], 'area')}"
        name = row.chassis.name + (", typical" if row.typical else "") + (", the shop’s own" if row.chassis.own else "")
        return (
            MAYBE if row.fits and row.typical else WORDS[row.fits],
            name,
            *(left(row.left(*keys)) for keys in (PLACARD, AXLES, HITCH, TOW, BEFORE)),
            floor,
            "; ".join(row.why),
            row.home,
        )
