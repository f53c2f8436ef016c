"""Big and small things: the item in hand, else the catalog; sight tubes below."""

from typing import TYPE_CHECKING

from PyQt6.QtWidgets import QVBoxLayout, QWidget

from ...bench.tubes import SightTubes
from ...frame.calm import Calm
from ...frame.desk import Desk
from ...frame.step import THINGS, Step
from ...widgets.fields import heading
from ...widgets.text import Words
from .catalog import CatalogList
from .hand import HandPanel
from .work import Work

if TYPE_CHECKING:
    from .several import SeveralPanel
    from .uncounted import UncountedPanel


class ThingsPage(QWidget):
    """Big and small things: the item in hand, else the catalog; sight tubes below."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        self.heading = heading("Put on the deck")
        self.catalog = CatalogList(desk)
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
        box.addWidget(self.heading)
        box.addWidget(self.catalog, 1)
        box.addWidget(self.hand)
        box.addWidget(self.even)
        box.addWidget(self.tubes, 1)
        desk.hand_changed.connect(self.refresh)
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
            self._box.insertWidget(3, self._several)
        asks = self.small and not held and self.desk.rig is not None
        if asks and self.uncounted is None:
            from .uncounted import UncountedPanel

            self.uncounted = UncountedPanel(self.desk, self)
            self._box.addWidget(self.uncounted, 1)
        if self.uncounted is not None and self.uncounted.isVisible() != asks:
            self.uncounted.setVisible(asks)
            if asks:
                self.uncounted.refresh()
        self.tubes.setVisible(len(self.desk.held) < 2 and not asks)
        even = self.work.evenness_words() if not held and not asks and not self.desk.dragging else ""
        self.even.setText(even)
        self.even.setVisible(bool(even))
        self.heading.setVisible(not held)
        self.catalog.setVisible(not held)
