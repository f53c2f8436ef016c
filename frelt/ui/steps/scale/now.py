"""What is known of the rig's weighings, worked out beside the window; and the ticket that is being typed."""

from msgspec import Struct
from PyQt6.QtCore import pyqtSignal

from ....core.base.kept import Kept
from ....core.base.units import Units
from ....core.model.rig import Rig
from ....core.planning.weigh_next import weigh_next
from ....core.scale.fits import Fit, fit
from ....core.scale.next_weighing import Next
from ....core.scale.slips import Slip, slips
from ....core.scale.told import Evidence, evidence
from ....core.solve import solve
from ...frame.desk import Desk
from ...frame.jobs import Running
from ...frame.worked_out import WorkedOut


class Said(Struct, frozen=True, eq=False):
    """What all weighings say together, and each alone. own: of each ticket by id, its fit and slips.  following: what to weigh next."""

    together: Evidence
    fit: Fit
    own: dict[str, tuple[Evidence, Fit, tuple[Slip, ...]]]
    following: tuple[Next, ...]


class ScaleNow(WorkedOut[Said]):
    """said: of the rig `of`. stood, typed: the plates of the ticket that is typed and what stands on each; at: the one being typed.

    changed: another plate, or something was typed.
    """

    job = "scale"
    changed = pyqtSignal()

    def __init__(self, desk: Desk) -> None:
        super().__init__(desk)
        self.said: Said | None = None
        self.stood: tuple[tuple[str, ...], ...] = ()
        self.typed: dict[int, str] = {}
        self.at = -1
        self.typing = False  # whether the ticket is seen

    def work(self, rig: Rig, units: Units, running: Running) -> Said:
        """What all of a rig's weighings say."""
        counted = tuple(w for w in rig.weighings if w.counts)
        together = evidence(rig, counted)
        own = {}
        for w in rig.weighings:
            alone = evidence(rig, (w,))
            own[w.ticket.id] = (alone, fit(alone), slips(rig, w, units) if running.still() else ())
        return Said(together, fit(together), own, weigh_next(solve(rig, Kept()), units))

    def arrived(self, found: Said | None) -> None:
        """Keep it."""
        self.said = found

    def point(self, n: int) -> None:
        """Another plate is typed."""
        if n != self.at:
            self.at = n
            self.changed.emit()

    def put(self, n: int, text: str) -> None:
        """What is read on a plate, as typed; nothing takes it away."""
        if text.strip():
            self.typed[n] = text.strip()
        else:
            self.typed.pop(n, None)
        self.changed.emit()
