"""The gravest finding of a step that is too slow to judge at every change, found beside the window a moment after the last one."""

from collections.abc import Callable

from PyQt6.QtCore import QObject, QTimer

from ...core.base.kept import Kept
from ...core.base.units import Units
from ...core.judge.marks import Mark
from ...core.model.rig import Rig
from .desk import Desk
from .jobs import Running

AFTER = 700  # ms without a change
Find = Callable[[Rig, Units, Running], Mark | None]


class StepMark(QObject):
    """mark: of the rig as it was looked at last; nothing where there is none, or until it is known. told: called when it is another.

    find: finds it beside the window.  wanted: whether a rig has anything to look at.
    """

    def __init__(self, desk: Desk, name: str, find: Find, wanted: Callable[[Rig], bool], told: Callable[[], None]) -> None:
        super().__init__(desk)
        self.desk, self._name, self._find, self._wanted, self._told = desk, name, find, wanted, told
        self.mark: Mark | None = None
        self._of: Rig | None = None
        self._timer = QTimer(self)
        self._timer.setSingleShot(True)
        self._timer.setInterval(AFTER)
        self._timer.timeout.connect(self._look)
        desk.changed.connect(self._later)
        self._later()

    def _later(self) -> None:
        """What moved or was renamed counts too."""
        rig = self.desk.session.rig
        if rig is None or not self._wanted(rig):
            self._put(None, rig)
        elif rig is not self._of and not self.desk.dragging:
            self._timer.start()

    def _look(self) -> None:
        rig, units = self.desk.session.rig, self.desk.units
        if rig is None or self.desk.dragging:
            return

        def done(mark: Mark | None) -> None:
            if self.desk.session.rig is rig:
                self._put(mark, rig)

        self.desk.jobs.start(f"mark of {self._name}", lambda running: self._find(rig, units, running), done)

    def _put(self, mark: Mark | None, rig: Rig | None) -> None:
        self._of = rig
        if mark != self.mark:
            self.mark = mark
            self._told()


def of_lines(rig: Rig, units: Units, running: Running) -> Mark | None:
    """The mark of the lines as their handles stand, every tank full."""
    from ...core.network.lines import lines_solved
    from ...core.report.lines import findings, mark_of_lines, shown_fills
    from ...core.solve import solve

    frames = solve(rig, Kept()).frames
    lines = lines_solved(rig, frames, shown_fills(rig, None), kept=frames.kept) if running.still() else None
    return None if lines is None else mark_of_lines(findings(rig, frames, lines, units))


def of_held(rig: Rig, units: Units, running: Running) -> Mark | None:
    """The mark of what holds things."""
    from ...core.report.held import findings, mark_of_holding
    from ...core.solve import solve

    own = solve(rig, Kept())
    return mark_of_holding(findings(rig, own.frames, own.held, units)) if running.still() else None


def of_weighed(rig: Rig, units: Units, running: Running) -> Mark | None:
    """The mark of what a scale said: none until it was weighed."""
    from ...core.scale.fits import fit
    from ...core.scale.told import evidence

    found = evidence(rig, tuple(w for w in rig.weighings if w.counts))
    if not found.used or not running.still():
        return None
    verdict = fit(found).verdict
    return "ok" if verdict == "fits" else "advice" if verdict == "look again" else "tight"
