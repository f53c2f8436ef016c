"""Which carrier can take the list of the brief: the shop's own and the classes, with what rules each one out."""

from PyQt6.QtWidgets import QComboBox, QDialog, QHBoxLayout, QHeaderView, QTableWidgetItem, QVBoxLayout, QWidget

from ....app import stock
from ....core.model.carrier import Vehicle
from ....core.planning.carrier_fit import Left, Row, least_excess, table, wanted
from ....core.planning.equipment import worked_out
from ...frame.desk import Desk
from ...frame.panels import plain_table
from ...widgets.fields import prose
from ...widgets.text import Words

WORDS = {True: "✓ fits", None: "□ unknown", False: "▲ no"}
MAYBE = "◇ may fit"  # by ratings that nobody has read


class CarriersWindow(QDialog):
    """A table that is read; it follows the brief."""

    def __init__(self, desk: Desk, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.desk = desk
        self.setWindowTitle("Which carrier can take the list")
        self.resize(1180, 720)
        self.said = Words()
        self.said.setObjectName("sentence")
        self.said.setWordWrap(True)
        self.towed = QComboBox()
        self.towed.setAccessibleName("Vehicle that tows the trailers")
        self.towed.addItem("Trailers behind no vehicle in particular", "")
        for one in self.desk.library.find_chassis(""):
            if isinstance(one.carrier, Vehicle) and one.carrier.ratings.tow is not None:
                self.towed.addItem(f"Trailers behind: {one.name}", one.id)
        self.towed.activated.connect(self.refresh)
        self.table = plain_table(
            [
                "Can it",
                "Carrier",
                "Gross, placard",
                "By axles, tires",
                "By tow rating",
                "By combination",
                "Floor",
                "What rules it out",
            ]
        )
        self.wanted = prose("")
        top = QHBoxLayout()
        top.addWidget(self.said, 1)
        top.addWidget(self.towed)
        box = QVBoxLayout(self)
        box.addLayout(top)
        box.addWidget(self.table, 1)
        box.addWidget(self.wanted)
        box.addWidget(
            prose(
                "Left over for load, people already taken off. By axles: with the load's centre at the deck's middle, give or take a sixth of its length. "
                "“typical” ratings are of the class, from memory: read the plates of the very carrier before you buy or promise."
            )
        )
        desk.changed.connect(self._if_seen)
        desk.looks_changed.connect(self._if_seen)
        self.refresh()

    def _if_seen(self) -> None:
        if self.isVisible():
            self.refresh()

    def rows(self) -> tuple[Row, ...]:
        """The table for the brief as it stands."""
        brief, units = self.desk.session.document.job.brief, self.desk.units
        worked = worked_out(brief, stock.equipment(), units)
        longest = max((n.length for n in worked.needed), default=0.0)
        chosen = self.desk.library.chassis_of(str(self.towed.currentData())) if self.towed.currentData() else None
        tower = chosen.carrier if chosen is not None and isinstance(chosen.carrier, Vehicle) else None
        return table(self.desk.library.find_chassis(""), worked.road, worked.floor, longest, brief.crew, units, tower)

    def refresh(self) -> None:
        """Show the table."""
        brief, units = self.desk.session.document.job.brief, self.desk.units
        worked = worked_out(brief, stock.equipment(), units)
        rows = self.rows()
        sure, likely = sum(r.fits is True and not r.typical for r in rows), sum(r.fits is True and r.typical for r in rows)
        road = f"{units.show(worked.road.value, 'mass')} ± {units.show(worked.road.plus_minus, 'mass', False)}"
        found = f"{sure} of {len(rows)} can take it by their plates, {likely} more if theirs are typical"
        rest = found if sure or likely else least_excess(rows) or "None is known to take it"
        self.said.setText(f"The list weighs {road} on the road. {rest}.")
        self.wanted.setText(wanted(worked.road, worked.floor, stock.classes(), units))
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
        for at, width in enumerate((84, 236, 104, 146, 104, 112, 104)):
            top.resizeSection(at, width)
        top.setSectionResizeMode(7, QHeaderView.ResizeMode.Stretch)
        self.table.resizeRowsToContents()

    def _cells(self, row: Row) -> tuple[str, ...]:
        units = self.desk.units

        def left(x: Left) -> str:
            if x.low is None or x.high is None:
                return "–"
            if abs(x.high - x.low) < 1:
                return units.show(x.low, "mass")
            return f"{units.show(x.low, 'mass', False)} to {units.show(x.high, 'mass')}"

        feet = units.length in ("in", "ft-in")
        scale, unit = (10.7639, "ft²") if feet else (1.0, "m²")
        floor = f"{row.floor[0] * scale:.0f} of {row.floor[1] * scale:.0f} {unit}"
        name = row.chassis.name + (", typical" if row.typical else "") + (", the shop’s own" if row.chassis.own else "")
        return (
            MAYBE if row.fits and row.typical else WORDS[row.fits],
            name,
            left(row.placard),
            left(row.axles),
            left(row.tow),
            left(row.combination),
            floor,
            "; ".join(row.why),
        )
