"""Chassis to start a rig on, or to hitch to the one on the bench: the shop's own first, then the shipped classes."""

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QComboBox, QLineEdit, QListWidgetItem, QPushButton, QWidget

from ....app import stock
from ....app.session import new_id
from ....core.base.text import capital
from ....core.base.value import FreltError
from ....core.model.carrier import Trailer
from ....core.model.catalog_entry import Chassis
from ....core.model.rules import RuleSet
from ....core.planning.new_rig import WATER, new_rig, private, with_chassis
from ...frame.desk import WORST, Desk
from ...frame.step import Step
from ...widgets.fields import column, heading, prose
from ...widgets.rows import Rows


class ChassisList(QWidget):
    """Search, choose, start or hitch."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        self.box = QLineEdit()
        self.box.setPlaceholderText("Search: enclosed 14, van, tray …")
        self.box.setAccessibleName("Search chassis")
        self.box.setObjectName("chassis-search")
        self.box.returnPressed.connect(self._entered)
        self.box.textChanged.connect(self.refresh)
        self.list = Rows()
        self.list.setAccessibleName("Chassis")
        self.list.setFixedHeight(176)
        self.list.itemActivated.connect(lambda _: self.start())
        self.water = QComboBox()
        self.water.setAccessibleName("Before the road")
        for water, words in WATER.items():
            self.water.addItem(words, water)
        self.water.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
        self.water.setCurrentIndex(self.water.findData("either"))
        self.new = QPushButton("Start a rig on it")
        self.new.clicked.connect(self.start)
        self.hitch = QPushButton("Hitch it to this rig")
        self.hitch.clicked.connect(self.hitch_on)
        self.list.currentRowChanged.connect(lambda _: self._enable())
        words = "Sizes and weights of a class are estimates, from memory: tape it, weigh it and read its plates under Chassis."
        self.setLayout(column(heading("Chassis"), self.box, self.list, self.water, self.new, self.hitch, prose(words)))

    def refresh(self) -> None:
        """Show what fits the search."""
        row = self.list.currentItem()
        kept = row.data(Qt.ItemDataRole.UserRole) if row is not None else None
        self.list.clear()
        for one in self.desk.library.find_chassis(self.box.text()):
            row = QListWidgetItem(f"{one.name}{', the shop’s own' if one.own else ''}")
            row.setData(Qt.ItemDataRole.UserRole, one.id)
            self.list.addItem(row)
            if one.id == kept:
                self.list.setCurrentItem(row)
        if self.list.currentRow() < 0 and self.list.count():
            self.list.setCurrentRow(0)
        self.list.fit()
        self._enable()

    def chosen(self) -> Chassis | None:
        """The chassis of the row."""
        row = self.list.currentItem()
        return self.desk.library.chassis_of(str(row.data(Qt.ItemDataRole.UserRole))) if row is not None else None

    def _enable(self) -> None:
        chosen, rig = self.chosen(), self.desk.rig
        self.new.setEnabled(chosen is not None)
        missing = (
            rig is not None
            and chosen is not None
            and (rig.trailer if isinstance(chosen.carrier, Trailer) else rig.vehicle) is None
        )
        self.hitch.setEnabled(missing)

    def _entered(self) -> None:
        """Return in the search: the first rig is started at once; beside one there is, the list is chosen from."""
        if self.desk.rig is None:
            self.start()
        else:
            self.list.setFocus()

    def start(self) -> None:
        """Start a rig on the chosen chassis."""
        chosen = self.chosen()
        if chosen is None:
            return
        rules = next((s for s in stock.rule_sets() if s.id == self.desk.settings.value.rules), None)
        brief, water = self.desk.session.document.job.brief, self.water.currentData()
        if not brief.public_roads:
            rules = private(rules or RuleSet())
        made = new_rig(chosen, chosen.carrier.name, new_id, rules, water, brief.crew)
        self.desk.session.add_rig(made, "new rig")
        self.desk.show_state(WORST)
        self.desk.go(Step.CHASSIS)

    def hitch_on(self) -> None:
        """Hitch the chosen chassis to the rig on the bench."""
        chosen, rig = self.chosen(), self.desk.session.rig
        if chosen is None or rig is None:
            return
        try:
            made = with_chassis(rig, chosen, new_id, self.desk.session.document.job.brief.crew)
        except FreltError as err:
            self.desk.said.emit(f"{capital(str(err))}.")
            return
        if self.desk.edit(lambda _: made, f"{chosen.name} hitched"):
            new = next(c for c in made.carriers if c not in rig.carriers)
            self.desk.show_carrier(new.id)
            self.desk.go(Step.CHASSIS)
