"""What is in hand of the tie-down, and what holds everything, worked out beside the window."""

from typing import TYPE_CHECKING

from msgspec.structs import replace
from PyQt6.QtCore import pyqtSignal

from ....core.base.kept import Kept
from ....core.base.units import Units
from ....core.edit.tie_down import free_name, hooked
from ....core.model.rig import Rig
from ....core.model.tie_down import Strap
from ....core.report.finding import Finding
from ....core.report.held import findings
from ....core.solve import solve
from ....core.tie_down.held import Held, held
from ...frame.desk import Desk
from ...frame.jobs import Running
from ...frame.worked_out import WorkedOut

if TYPE_CHECKING:
    from .walk import WalkPart


AllSaid = tuple[tuple[Held, ...], tuple[Finding, ...]]


class HoldNow(WorkedOut[AllSaid]):
    """held: the thing in hand, strap: the strap or anchor in hand, by id. found: of the rig `of`, in the order of its things.

    changed: something else is in hand.
    """

    job = "held"
    changed = pyqtSignal()

    def __init__(self, desk: Desk) -> None:
        super().__init__(desk)
        self.held = self.strap = ""
        self.walking: WalkPart | None = None  # the walk while it is seen
        self.found: tuple[Held, ...] = ()
        self.findings: tuple[Finding, ...] = ()

    def work(self, rig: Rig, units: Units, running: Running) -> AllSaid:
        """What holds everything, and what is to be said of it."""
        own = solve(rig, Kept())
        if not running.still():
            return (), ()
        found = held(rig, own.frames)
        return found, findings(rig, own.frames, found, units) if running.still() else ()

    def arrived(self, found: AllSaid | None) -> None:
        """Keep it."""
        self.found, self.findings = found or ((), ())

    def one(self) -> Held | None:
        """What holds the thing in hand, as it was worked out last."""
        return next((h for h in self.found if h.item.id == self.held), None)

    def own_strap(self) -> Strap | None:
        """The strap in hand, if one is."""
        rig = self.desk.session.rig
        return rig.tie_down.strap(self.strap) if rig is not None else None

    def bad(self) -> frozenset[str]:
        """Straps that are past what they may bear at what is wanted."""
        return frozenset[str]().union(*(h.overdrawn for h in self.found))

    def lay(self, strap: Strap) -> None:
        """Put a strap on under an id of its own, and take it in hand."""
        made: list[str] = []

        def edit(rig: Rig) -> Rig:
            made.append(free_name(rig, "S"))
            return hooked(rig, replace(strap, id=made[0]))

        if self.desk.edit(edit, "strap laid") and made:
            self.take(strap.item, made[0])

    def take(self, item: str, strap: str = "") -> None:
        """Take a thing in hand, or a strap or anchor of it; or nothing."""
        if (item, strap) != (self.held, self.strap):
            self.held, self.strap = item, strap
            self.changed.emit()
