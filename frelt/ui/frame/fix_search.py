"""The search for fixes of the check spoken of, and for what to weigh first, beside the window."""

from typing import TYPE_CHECKING

from PyQt6.QtCore import QObject, QTimer, pyqtSignal

from ...core.judge.check import Check
from ...core.judge.marks import is_broken
from ...core.solve import Solved, solve
from .jobs import Running

if TYPE_CHECKING:
    from ...core.fixes.fix import Fix
    from ...core.planning.weigh_first import Gain
    from .desk import Desk

JOB = "fixes"
IDLE = 60  # [ms]
BUSY = 10  # items times states that make it wait one ms longer


class FixSearch(QObject):
    """Looks for fixes a moment after the rig has come to rest. ready: they have been found."""

    ready = pyqtSignal()

    def __init__(self, desk: "Desk") -> None:
        super().__init__(desk)
        self.desk = desk
        self._fixes: tuple[Fix, ...] = ()
        self._gain: Gain | None = None
        self._searched: tuple[Solved, str] | None = None  # for what the fixes were found
        self._idle = QTimer(self)
        self._idle.setSingleShot(True)
        self._idle.timeout.connect(self._look)

    def start(self) -> None:
        """Look, when nothing else happens for a moment: the longer the rig takes to solve, the longer that is."""
        self.cancel()
        solved = self.desk.session.solved
        many = len(solved.rig.items) * len(solved.rig.states) if solved is not None else 0
        self._idle.start(min(IDLE + many // BUSY, 2000))

    def stop(self) -> None:
        """Look no more."""
        self._idle.stop()

    def cancel(self) -> None:
        """Give up the search that is under way."""
        self.desk.jobs.cancel(JOB)

    def forget(self) -> None:
        """Take what was found for nothing, so that it is looked for anew."""
        self._searched = None

    def _look(self) -> None:
        desk = self.desk
        solved = desk.session.solved
        if desk.dragging or solved is None:
            return
        said = desk.worst_check()
        check = solved.check(said.id) if said is not None else None
        if check is None or self.searched(check):
            return
        from ...core.fixes.fix import fixes
        from ...core.planning.weigh_first import weigh_first

        units = desk.units

        def look(running: Running) -> "tuple[tuple[Fix, ...], Gain | None]":
            own = solve(solved.rig)  # with results of its own, which no other thread touches
            same = own.check(check.id)
            found = fixes(own, same, units, running.still) if same is not None else ()
            return found, weigh_first(own) if running.still() and not is_broken(check) else None

        desk.jobs.start(JOB, look, lambda found: self._take(solved, check.id, found))

    def _take(self, solved: Solved, check_id: str, found: "tuple[tuple[Fix, ...], Gain | None]") -> None:
        if solved is self.desk.session.solved:
            (self._fixes, self._gain), self._searched = found, (solved, check_id)
            self.ready.emit()

    def searched(self, check: Check) -> bool:
        """Whether the search for fixes of a check of the rig as it stands has ended."""
        return self._searched is not None and self._searched[0] is self.desk.session.solved and self._searched[1] == check.id

    @property
    def found(self) -> "tuple[Fix, ...]":
        """The fixes of the check spoken of, once they are found."""
        said = self.desk.worst_check()
        return self._fixes if said is not None and not self.desk.dragging and self.searched(said) else ()

    @property
    def gain(self) -> "Gain | None":
        """What to weigh first, once it is known."""
        said = self.desk.worst_check()
        return self._gain if said is not None and not self.desk.dragging and self.searched(said) else None

    def apply(self, fix: "Fix") -> None:
        """Apply a fix, if the rig is still the one it was found for."""
        if fix in self.found:
            self.desk.edit(lambda _: fix.rig, fix.words)
            self.desk.said.emit(f"Done: {fix.words}. Ctrl+Z takes it back.")

    def apply_number(self, n: int) -> None:
        """Apply the first, second … of them, if there are so many."""
        if n < len(self.found):
            self.apply(self.found[n])
