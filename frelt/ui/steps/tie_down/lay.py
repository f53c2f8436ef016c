"""A strap laid and a ring put without a mouse: from which anchor, over the thing, to which."""

from PyQt6.QtWidgets import QPushButton, QVBoxLayout, QWidget

from ....core.edit.tie_down import free_name, with_held
from ....core.geometry.frames import Frames
from ....core.model.rig import Rig
from ....core.model.tie_down import Anchor
from ....core.space.laid import laid_strap, ring_beside
from ....core.space.strapped import anchor_at
from ...frame.desk import Desk
from ...widgets.fields import heading, prose
from ...widgets.mannered import Options
from .now import HoldNow

THING = "~thing"


class LayStrap(QWidget):
    """For the thing in hand."""

    def __init__(self, desk: Desk, now: HoldNow) -> None:
        super().__init__()
        self.desk, self.now = desk, now
        self.start, self.end = Options(), Options()
        self.start.setAccessibleName("From which anchor")
        self.end.setAccessibleName("To which anchor")
        self.lay = QPushButton("Lay a strap")
        self.lay.clicked.connect(self._lay)
        self.ring = QPushButton("Put a ring beside it")
        self.ring.clicked.connect(self._ring)
        box = QVBoxLayout(self)
        box.setContentsMargins(0, 0, 0, 0)
        box.setSpacing(6)
        for widget in (
            heading("By hand"),
            prose("From an anchor, over the thing, to another"),
            self.start,
            self.end,
            self.lay,
            self.ring,
        ):
            box.addWidget(widget)

    def show_rig(self, rig: Rig, frames: Frames) -> None:
        """List the anchors of the carrier on which the thing in hand stands."""
        carrier = frames.carrier_of.get(self.now.held, "")
        own = [a for a in rig.tie_down.anchors if frames.carrier_of.get(a.deck) == carrier and anchor_at(a, frames) is not None]
        for box in (self.start, self.end):
            kept = box.currentData()
            box.clear()
            for a in own:
                box.addItem(f"{a.name or a.id}, {rig.deck(a.deck).name.lower()}", a.id)
            if box is self.end:
                box.addItem("hooked to the thing itself", THING)
            box.setCurrentIndex(max(box.findData(kept), 0))
        if self.end.currentData() == self.start.currentData() and self.end.count() > 1:
            self.end.setCurrentIndex(1)
        self.lay.setEnabled(bool(own))

    def _lay(self) -> None:
        solved, item, end = self.desk.session.solved, self.now.held, str(self.end.currentData())
        start = str(self.start.currentData() or "")
        anchor = solved.rig.tie_down.anchor(start) if solved is not None else None
        if solved is None or anchor is None:
            return
        at = anchor_at(anchor, solved.frames) or (0.0, 0.0, 0.0)
        found = laid_strap(solved.rig, solved.frames, start, "" if end == THING else end, item, "plan", (at[0], at[1]), item)
        if found is None:
            self.desk.refused.emit("It does not lie between these two; take others, or hook the strap to the thing.")
            return
        self.now.lay(found)

    def _ring(self) -> None:
        solved, item = self.desk.session.solved, self.now.held
        place = ring_beside(solved.rig, solved.frames, item) if solved is not None else None
        if place is None:
            self.desk.refused.emit("There is no room for a ring beside it on its deck.")
            return
        deck, u, v = place
        self.desk.edit(
            lambda r: with_held(r, Anchor(id=free_name(r, "A"), deck=deck, u=round(u, 3), v=round(v, 3))), "ring put in"
        )
