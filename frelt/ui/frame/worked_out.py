"""What a step needs to know of the rig and takes a while to work out: known of one rig at a time, found beside the window."""

from typing import Generic, TypeVar

from PyQt6.QtCore import QObject, pyqtSignal

from ...core.base.units import Units
from ...core.model.rig import Rig
from .desk import Desk
from .jobs import Running

T = TypeVar("T")


class WorkedOut(QObject, Generic[T]):
    """told: it is known anew. of: the rig that it is known of. job: the name of the work, one for each sort of knowledge."""

    told = pyqtSignal()
    job = ""

    def __init__(self, desk: Desk) -> None:
        super().__init__(desk)
        self.desk = desk
        self.of: Rig | None = None
        self._wanted: tuple[object, ...] = ()

    def work(self, rig: Rig, units: Units, running: Running) -> T:
        """Work it out, on a thread of its own."""
        raise NotImplementedError

    def arrived(self, found: T | None) -> None:
        """Keep what was found; None where there is no rig."""
        raise NotImplementedError

    def look(self) -> None:
        """Have it worked out, unless it is known or under way."""
        rig, units = self.desk.session.rig, self.desk.units
        if self.desk.dragging or (self._wanted == (id(rig), units) and (self.of is rig or self.desk.jobs.busy(self.job))):
            return
        self._wanted = (id(rig), units)
        if rig is None:
            self._take(rig, None)
        else:
            self.desk.jobs.start(self.job, lambda r: self.work(rig, units, r), lambda found: self._take(rig, found))

    def _take(self, rig: Rig | None, found: T | None) -> None:
        self.of = rig
        self.arrived(found)
        self.told.emit()
