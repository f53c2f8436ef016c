"""The lines of the rig on the bench as they are solved now, for the plan and the page alike."""

from PyQt6.QtCore import QObject, pyqtSignal

from ....core.model.plumbing import Plumbing
from ....core.model.rig import Rig
from ....core.network.lines import LinesSolved, lines_solved, rerouted
from ....core.report.finding import Finding
from ....core.report.lines import findings, shown_fills
from ...frame.desk import WORST, Desk


class LinesNow(QObject):
    """Solved when it is asked for, kept while rig and fills are the same. held: the block or line in hand.

    At the fills of the state that is shown; with every tank full where that is the worst of all.
    """

    held_changed = pyqtSignal()

    def __init__(self, desk: Desk) -> None:
        super().__init__(desk)
        self.desk = desk
        self.held = ""
        self.port = ""  # the open port that is offered something first
        self._key: tuple[object, object] | None = None
        self._solved: LinesSolved | None = None
        self._of: Plumbing | None = None  # of which lines
        self._found: tuple[Finding, ...] | None = None

    @property
    def rig(self) -> Rig | None:
        """The rig on the bench."""
        return self.desk.rig

    def solved(self) -> LinesSolved | None:
        """The lines solved at the fills that are shown; None where there are none."""
        solved = self.desk.solved
        if solved is None:
            return None
        chosen = (
            self.desk.state if self.desk.state_id != WORST else None
        )  # the worst for the axles is nothing to the lines: all full
        fills = shown_fills(solved.rig, chosen)
        key = (solved.rig, (tuple(sorted(fills.items())), self.desk.dragging))
        if self._key is None or self._key[0] is not key[0] or self._key[1] != key[1]:
            self._key, self._found = key, None
            last, frames = self._solved, solved.frames
            if (
                last is not None and self.desk.dragging and self._of is solved.rig.plumbing
            ):  # what flows is found when it is let go
                self._solved = rerouted(last, solved.rig, frames, self.desk.kept)
            else:
                self._solved = lines_solved(solved.rig, frames, fills, kept=self.desk.kept)
            self._of = solved.rig.plumbing
        return self._solved

    def found(self) -> tuple[Finding, ...]:
        """What is not right, found when it is first asked for."""
        lines, solved = self.solved(), self.desk.solved
        if lines is None or solved is None:
            return ()
        if self._found is None:
            self._found = findings(solved.rig, solved.frames, lines, self.desk.units)
        return self._found

    def take(self, what: str) -> None:
        """Take a block or line of the plan in hand, or nothing."""
        if what != self.held:
            self.held = what
            self.held_changed.emit()
