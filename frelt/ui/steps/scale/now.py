"""What is known of the rig's weighings, worked out beside the window; and the ticket that is being typed."""

from msgspec import Struct
from PyQt6.QtCore import QObject, pyqtSignal

from ....core.base.kept import Kept
from ....core.model.rig import Rig
from ....core.planning.weigh_next import weigh_next
from ....core.scale.fits import Fit, fit
from ....core.scale.next_weighing import Next
from ....core.scale.slips import Slip, slips
from ....core.scale.told import Evidence, evidence
from ....core.solve import solve
from ...frame.desk import Desk
from ...frame.jobs import Running

JOB = "scale"


class Said(Struct, frozen=True, eq=False):
    """What all weighings say together, and each alone. own: of each ticket by id, its fit and slips.  following: what to weigh next."""

    together: Evidence
    fit: Fit
    own: dict[str, tuple[Evidence, Fit, tuple[Slip, ...]]]
    following: tuple[Next, ...]


class ScaleNow(QObject):
    """said: of the rig `of`. stood, typed: the plates of the ticket that is typed and what stands on each; at: the one being typed.

    told: it is known anew; changed: another plate, or something was typed.
    """

    told = pyqtSignal()
    changed = pyqtSignal()

    def __init__(self, desk: Desk) -> None:
        super().__init__(desk)
        self.desk = desk
        self.said: Said | None = None
        self.of: Rig | None = None
        self.stood: tuple[tuple[str, ...], ...] = ()
        self.typed: dict[int, str] = {}
        self.at = -1
        self.typing = False  # whether the ticket is seen
        self._wanted: tuple[object, ...] = ()

    def look(self) -> None:
        """Work out what the weighings say, unless it is known or being worked out."""
        rig, units = self.desk.session.rig, self.desk.units
        if self.desk.dragging or (self._wanted == (id(rig), units) and (self.of is rig or self.desk.jobs.busy(JOB))):
            return
        self._wanted = (id(rig), units)
        if rig is None:
            self._arrived(rig, None)
            return

        def work(running: Running) -> Said:
            counted = tuple(w for w in rig.weighings if w.counts)
            together = evidence(rig, counted)
            own = {}
            for w in rig.weighings:
                alone = evidence(rig, (w,))
                own[w.ticket.id] = (alone, fit(alone), slips(rig, w, units) if running.still() else ())
            return Said(together, fit(together), own, weigh_next(solve(rig, Kept()), units))

        self.desk.jobs.start(JOB, work, lambda said: self._arrived(rig, said))

    def _arrived(self, rig: Rig | None, said: Said | None) -> None:
        self.of, self.said = rig, said
        self.told.emit()

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
