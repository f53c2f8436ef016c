"""What is in hand of the tie-down, and what holds everything, worked out beside the window."""

from typing import TYPE_CHECKING

from msgspec.structs import replace
from PyQt6.QtCore import QObject, pyqtSignal

from ....core.base.kept import Kept
from ....core.edit.tie_down import free_name, hooked
from ....core.model.rig import Rig
from ....core.model.tie_down import Strap
from ....core.report.held import findings
from ....core.report.lines import Finding
from ....core.solve import solve
from ....core.tie_down.held import Held
from ...frame.desk import Desk
from ...frame.jobs import Running

if TYPE_CHECKING:
    from .walk import WalkPart

JOB = "held"


class HoldNow(QObject):
    """held: the thing in hand, strap: the strap or anchor in hand, by id. found: of the rig `of`, in the order of its things.

    changed: something else is in hand; told: it is known anew what holds.
    """

    changed = pyqtSignal()
    told = pyqtSignal()

    def __init__(self, desk: Desk) -> None:
        super().__init__(desk)
        self.desk = desk
        self.held = self.strap = ""
        self.walking: WalkPart | None = None  # the walk while it is seen
        self.found: tuple[Held, ...] = ()
        self.findings: tuple[Finding, ...] = ()
        self.of: Rig | None = None
        self._wanted: tuple[object, ...] = ()

    def look(self) -> None:
        """Work out what holds, unless it is known or being worked out."""
        rig, units = self.desk.session.rig, self.desk.units
        if self.desk.dragging or (self._wanted == (id(rig), units) and (self.of is rig or self.desk.jobs.busy(JOB))):
            return
        self._wanted = (id(rig), units)
        if rig is None:
            self._arrived(rig, (), ())
            return

        def work(_: Running) -> tuple[tuple[Held, ...], tuple[Finding, ...]]:
            own = solve(rig, Kept())
            return own.held, findings(rig, own.frames, own.held, units)

        self.desk.jobs.start(JOB, work, lambda got: self._arrived(rig, *got))

    def _arrived(self, rig: Rig | None, found: tuple[Held, ...], made: tuple[Finding, ...]) -> None:
        self.of, self.found, self.findings = rig, found, made
        self.told.emit()

    def one(self) -> Held | None:
        """What holds the thing in hand, as it was worked out last."""
        return next((h for h in self.found if h.item.id == self.held), None)

    def own_strap(self) -> Strap | None:
        """The strap in hand, if one is."""
        rig = self.desk.session.rig
        return rig.tie_down.strap(self.strap) if rig is not None else None

    def bad(self) -> frozenset[str]:
        """Straps that are past what they may bear at what is wanted."""
        return frozenset(
            p.strap.id
            for h in self.found
            for w in h.ways
            for p, t in zip(h.body.pulls, w.tension, strict=False)
            if h.how == "strapped" and p.limit is not None and t > p.limit
        )

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
