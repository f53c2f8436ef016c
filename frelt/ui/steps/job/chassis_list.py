"""Chassis to start a rig on, or to hitch to the one on the bench: the shop's own first, then the shipped classes."""

from PyQt6.QtCore import pyqtSignal
from PyQt6.QtWidgets import QComboBox, QPushButton, QWidget

from ....app import stock
from ....app.session import new_id
from ....core.base.text import capital
from ....core.base.value import FreltError
from ....core.kind.find import Found, find, gross_of, listed_chassis
from ....core.kind.named import named
from ....core.masses.bare import bare
from ....core.model.carrier import Stand, Trailer, Vehicle
from ....core.model.catalog_entry import Chassis
from ....core.model.rules import RuleSet
from ....core.planning.new_rig import WATER, new_rig, private, with_chassis
from ....drawing.card import carrier_size, of_carrier
from ...frame.desk import WORST, Desk
from ...frame.step import Step
from ...widgets.cards import Card, Cards, CardSearch, Group
from ...widgets.fields import column, heading, prose
from ...widgets.mannered import Options


class ChassisList(QWidget):
    """Search, choose, start or hitch. started: a rig is on the bench, to be taped."""

    started = pyqtSignal()

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        self._shown: tuple[object, ...] = ()
        self.box = CardSearch()
        self.box.setPlaceholderText("Search: enclosed 14 ft, van, tray …")
        self.box.setAccessibleName("Search chassis")
        self.box.setObjectName("chassis-search")
        self.box.returnPressed.connect(self._entered)
        self.box.textChanged.connect(self.refresh)
        self.list = Cards(lambda: desk.units, lambda: desk.theme, columns=1, picture=50)
        self.box.leads_to(self.list)
        self.list.setAccessibleName("Chassis")
        self.list.setMinimumHeight(260)
        self.list.itemActivated.connect(lambda _: self.start())
        self.water = Options()
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
        layout = column(heading("Chassis"), self.box, self.list, self.water, self.new, self.hitch, prose(words))
        layout.setStretch(2, 1)
        self.setLayout(layout)

    def refresh(self) -> None:
        """Show what fits the search."""
        chassis, units = self.desk.library.every_chassis(), self.desk.units
        asked = (chassis, units, self.desk.theme.name, self.box.text())
        if asked == self._shown:
            self._enable()
            return
        if (chassis,) != self._shown[:1]:
            self.list.forget()
        self._shown, kept = asked, self.list.key
        found = find(listed_chassis(chassis, units), self.box.text(), units)
        self.list.show_groups(self._groups(found), f"{found.near}." if found.near else "")
        if not kept or not self.list.choose(kept):
            self.list.choose_first()
        self._enable()

    def _groups(self, found: Found[Chassis]) -> list[Group]:
        """The shop's own first, then trailers, vehicles and skids, each drawn to one scale."""
        groups: dict[str, list[Card]] = {}
        for one in sorted(found.entries, key=lambda c: not c.own):
            groups.setdefault(_group_of(one), []).append(self._card(one))
        return [Group(title, tuple(cards)) for title, cards in groups.items()]

    def _card(self, one: Chassis) -> Card:
        units, carrier = self.desk.units, one.carrier
        along = [u for u, _ in carrier.main_deck.outline]
        across = [v for _, v in carrier.main_deck.outline]
        deck = " × ".join(units.show(max(x) - min(x), "length", unit=False) for x in (along, across))
        words = [f"deck {deck}{'' if units.length == 'ft-in' else f' {units.length}'}"]
        if not isinstance(carrier, Stand) and carrier.empty is not None:
            words.append(f"{units.show(bare(carrier).mass, 'mass')} empty")
        gross = gross_of(carrier)
        if gross is not None:
            words.append(f"usually rated {units.show(gross, 'mass')}" if not one.own else f"rated {units.show(gross, 'mass')}")
        name = one.name if one.own else named(one.name, units)
        return Card(one.id, name, (", ".join(words),), carrier_size(carrier), lambda kept: of_carrier(carrier, kept))

    def chosen(self) -> Chassis | None:
        """The chassis of the card chosen."""
        return self.desk.library.chassis_of(self.list.key) if self.list.key else None

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
        own_name = chosen.carrier.name if chosen.own else named(chosen.carrier.name, self.desk.units)
        made = new_rig(chosen, own_name, new_id, rules, water, brief.crew)
        self.desk.session.add_rig(made, "new rig")
        self.desk.show_state(WORST)
        self.desk.go(Step.CHASSIS)
        self.started.emit()

    def hitch_on(self) -> None:
        """Hitch the chosen chassis to the rig on the bench."""
        chosen, rig = self.chosen(), self.desk.session.rig
        if chosen is None or rig is None:
            return
        try:
            made = with_chassis(rig, chosen, new_id, self.desk.session.document.job.brief.crew)
        except FreltError as err:
            self.desk.refused.emit(f"{capital(str(err))}.")
            return
        if self.desk.edit(lambda _: made, f"{chosen.name} hitched"):
            new = next(c for c in made.carriers if c not in rig.carriers)
            self.desk.show_carrier(new.id)
            self.desk.go(Step.CHASSIS)


def _group_of(one: Chassis) -> str:
    if one.own:
        return "The shop’s own"
    if isinstance(one.carrier, Stand):
        return "A skid by itself"
    return "Trucks and vans" if isinstance(one.carrier, Vehicle) else "Trailers"
