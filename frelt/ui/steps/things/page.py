"""Big and small things: the item in hand, else what is aboard or the catalog; sight tubes below."""

from typing import TYPE_CHECKING

from PyQt6.QtWidgets import QHBoxLayout, QVBoxLayout, QWidget

from ...bench.tubes import SightTubes
from ...frame.calm import Calm
from ...frame.desk import Desk
from ...frame.step import THINGS, Step
from ...widgets.fields import heading, link
from ...widgets.text import Words, tip
from .aboard import AboardList
from .catalog import CatalogList
from .hand import HandPanel
from .work import Work

if TYPE_CHECKING:
    from .several import SeveralPanel
    from .uncounted import UncountedPanel


class ThingsPage(QWidget):
    """Big and small things: the item in hand, else what is aboard or the catalog; sight tubes below."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        self.heading = heading("Put on the deck")
        self.catalog = CatalogList(desk)
        self.aboard = AboardList(desk)
        self.more = link("Put more on it …", lambda: self.show_catalog(True))
        tip(self.more, "Ctrl+I: the catalog")
        self.to_list = link("What is aboard", lambda: self.show_catalog(False))
        tip(self.to_list, "Ctrl+F: everything that is aboard, by number")
        self._adding = False
        self.catalog.going_on.connect(self._go_on)
        self.work = Work(desk)
        self.hand = HandPanel(desk, self.work)
        self._several: SeveralPanel | None = None
        self.uncounted: UncountedPanel | None = None
        self.small = False
        self.tubes = SightTubes(desk)
        self.even = Words()
        self.even.setObjectName("quiet")
        self.even.setWordWrap(True)
        self._box = box = QVBoxLayout(self)
        box.setContentsMargins(0, 0, 0, 0)
        box.setSpacing(8)
        box.addWidget(self.aboard, 2)
        box.addWidget(self.more)
        top = QHBoxLayout()
        top.addWidget(self.heading, 1)
        top.addWidget(self.to_list)
        box.addLayout(top)
        box.addWidget(self.catalog, 1)
        box.addWidget(self.hand)
        box.addWidget(self.even)
        box.addWidget(self.tubes, 1)
        desk.hand_changed.connect(self.refresh)
        desk.looks_changed.connect(self.refresh)
        Calm(self, desk, self.refresh)
        self.refresh()

    def show_step(self, step: Step) -> None:
        """Big and small things share the page; the catalog's hint differs."""
        if step in THINGS:
            self.small = step is Step.SMALL_THINGS
            self.refresh()
            self.catalog.show_big(not self.small)
            self.catalog.box.setPlaceholderText(
                "Search: tank, reel, machine …" if not self.small else "Search: pump, battery, toolbox …"
            )

    def refresh(self) -> None:
        """Catalog or item, by what is in hand."""
        held = bool(self.desk.in_hand)
        if len(self.desk.held) > 1 and self._several is None:
            from .several import SeveralPanel

            self._several = SeveralPanel(self.desk, self.work, self)
            self._box.insertWidget(self._box.indexOf(self.hand), self._several)
        asks = self.small and not held and self.desk.rig is not None
        if asks and self.uncounted is None:
            from .uncounted import UncountedPanel

            self.uncounted = UncountedPanel(self.desk, self)
            self._box.addWidget(self.uncounted, 1)
        if self.uncounted is not None and self.uncounted.isVisible() != asks:
            self.uncounted.setVisible(asks)
            if asks:
                self.uncounted.refresh()
        rig = self.desk.rig
        if held:
            self._adding = False  # what has been put is to be found in the list
        full = rig is not None and bool(rig.items)
        adding = not held and (self._adding or not full)
        self.tubes.setVisible(len(self.desk.held) < 2 and not asks and not adding)  # cards need the room
        even = self.work.evenness_words() if not held and not asks and not adding and not self.desk.dragging else ""
        self.even.setText(even)
        self.even.setVisible(bool(even))
        for one in (self.heading, self.catalog):
            one.setVisible(adding)
        self.to_list.setVisible(adding and full)
        self.more.setVisible(not held and not adding)
        self.aboard.setVisible(not held and not adding)

    def _go_on(self) -> None:
        self._adding = True

    def show_catalog(self, shown: bool) -> None:
        """The catalog instead of what is aboard, or back; an empty rig shows it at once."""
        self._adding = shown
        self.refresh()
