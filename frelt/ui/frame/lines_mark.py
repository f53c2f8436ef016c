"""The gravest finding of the lines, found beside the window a moment after the last change, for the mark of their step."""

from collections.abc import Callable

from PyQt6.QtCore import QObject, QTimer

from ...core.base.kept import Kept
from ...core.judge.marks import Mark
from ...core.model.rig import Rig
from .desk import Desk
from .jobs import Running

AFTER = 700  # ms without a change


class LinesMark(QObject):
    """mark: of the lines as they were looked at last; nothing where there are none, or until it is known. told: called when it is another."""

    def __init__(self, desk: Desk, told: Callable[[], None]) -> None:
        super().__init__(desk)
        self.desk, self._told = desk, told
        self.mark: Mark | None = None
        self._of: Rig | None = None
        self._timer = QTimer(self)
        self._timer.setSingleShot(True)
        self._timer.setInterval(AFTER)
        self._timer.timeout.connect(self._look)
        desk.changed.connect(self._later)
        self._later()

    def _later(self) -> None:
        """What moved or was renamed counts too: lines follow it."""
        rig = self.desk.session.rig
        if rig is None or not rig.plumbing.lines:
            self._put(None, rig)
        elif rig is not self._of and not self.desk.dragging:
            self._timer.start()

    def _look(self) -> None:
        rig, units = self.desk.session.rig, self.desk.units
        if rig is None or self.desk.dragging:
            return

        def work(running: Running) -> Mark | None:
            from ...core.network.lines import lines_solved
            from ...core.report.lines import findings, mark_of_lines, shown_fills
            from ...core.solve import solve

            frames = solve(rig, Kept()).frames
            lines = lines_solved(rig, frames, shown_fills(rig, None), kept=frames.kept) if running.still() else None
            return None if lines is None else mark_of_lines(findings(rig, frames, lines, units))

        def done(mark: Mark | None) -> None:
            if self.desk.session.rig is rig:
                self._put(mark, rig)

        self.desk.jobs.start("lines", work, done)

    def _put(self, mark: Mark | None, rig: Rig | None) -> None:
        self._of = rig
        if mark != self.mark:
            self.mark = mark
            self._told()
