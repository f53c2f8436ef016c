"""Whatever runs beside the window: started, told how far it is, cancelled, and its result brought back to the window's thread.

A job is a plain function that is handed a `Running`; it gets all it needs as values, keeps its own results (`core.base.kept`),
and touches no widget. One at a time runs under each name: a new one of a name takes the place of the old, whose result is dropped;
it begins when the old has ended, and only the last that was asked for begins at all.
"""

from collections.abc import Callable
from typing import Any, TypeVar

from PyQt6.QtCore import QObject, QThread, pyqtSignal

T = TypeVar("T")


class Running:
    """What a job asks and tells while it runs. wanted: false once it is cancelled."""

    def __init__(self, tell: Callable[[float], None] = lambda _: None) -> None:
        self.wanted = True
        self._tell = tell

    def still(self) -> bool:
        """Whether the result is still asked for; a job ends soon where it is not."""
        return self.wanted

    def share(self, done: float) -> None:
        """Tell how much of it is done, 0 to 1."""
        self._tell(done)


class _Job(QThread):
    told = pyqtSignal(float)

    def __init__(self, parent: QObject, name: str, work: Callable[[Running], Any]) -> None:
        super().__init__(parent)
        self.name, self._work = name, work
        self.running = Running(self.told.emit)
        self.result: Any = None
        self.error: Exception | None = None

    def run(self) -> None:
        try:
            self.result = self._work(self.running)
        except Exception as err:  # it is told in the window's thread, where an error has somebody to read it
            self.error = err


class Jobs(QObject):
    """The jobs of one window."""

    changed = pyqtSignal()  # something started, ended, or is further

    def __init__(self, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self._now: dict[str, _Job] = {}  # the last asked for, which may wait
        self._runs: dict[str, _Job] = {}  # on a thread, though it may be cancelled
        self._shares: dict[str, float] = {}
        self._ended = False

    def start(
        self,
        name: str,
        work: Callable[[Running], T],
        done: Callable[[T], object],
        failed: Callable[[Exception], object] | None = None,
    ) -> None:
        """Run work beside the window; done gets its result in the window's thread, failed what it raised.

        Without `failed`, what it raised is raised in the window's thread.
        """
        if self._ended:
            return
        self.cancel(name)
        job = _Job(self, name, work)
        self._now[name] = job
        job.told.connect(lambda share: self._further(job, share))
        job.finished.connect(lambda: self._finished(job, done, failed))
        if name not in self._runs:
            self._run(job)
        self.changed.emit()

    def _run(self, job: _Job) -> None:
        self._runs[job.name] = job
        job.start(QThread.Priority.LowPriority)

    def cancel(self, name: str) -> None:
        """Ask the job of a name to end; its result is dropped."""
        job = self._now.pop(name, None)
        self._shares.pop(name, None)
        if job is not None:
            job.running.wanted = False
            if self._runs.get(name) is not job:  # it has not begun
                job.deleteLater()
            self.changed.emit()

    def busy(self, name: str = "") -> bool:
        """Whether a job of that name runs, or any at all."""
        return name in self._now if name else bool(self._now)

    def share(self, name: str) -> float:
        """How much of a job is done, 0 to 1."""
        return self._shares.get(name, 0.0)

    def finish(self) -> None:
        """Cancel everything and wait for it, before the window goes."""
        self._ended = True
        for job in self.findChildren(_Job):
            job.running.wanted = False
        self._now.clear()
        for job in self.findChildren(_Job):
            job.wait()

    def _further(self, job: _Job, share: float) -> None:
        if self._now.get(job.name) is job:
            self._shares[job.name] = share
            self.changed.emit()

    def _finished(self, job: _Job, done: Callable[[Any], object], failed: Callable[[Exception], object] | None) -> None:
        del self._runs[job.name]
        wanted = self._now.get(job.name) is job
        following = None if wanted or self._ended else self._now.get(job.name)
        if following is not None:
            self._run(following)
        if wanted:
            del self._now[job.name]
            self._shares.pop(job.name, None)
        job.deleteLater()
        if not wanted or self._ended:
            return
        self.changed.emit()
        if job.error is None:
            done(job.result)
        elif failed is not None:
            failed(job.error)
        else:
            raise job.error
