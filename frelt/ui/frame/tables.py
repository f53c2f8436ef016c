"""Tables that come from and go to files the user chooses: asked for in one way, and answered in words."""

from collections.abc import Callable
from pathlib import Path

from PyQt6.QtWidgets import QFileDialog, QHBoxLayout, QPushButton, QWidget

from ...app.library import Library, Still, Tell
from ...app.outputs import write_output
from ...app.reading import read_file
from ...core.base.text import capital
from ...core.base.value import FreltError
from ...formats.cells import MOST_BYTES
from ..widgets.text import Words
from .desk import Desk
from .jobs import Running

CSV = "CSV (*.csv)"


def asked_in(over: QWidget, title: str) -> Path | None:
    """The table to read; None where the user thinks better of it."""
    name, _ = QFileDialog.getOpenFileName(over, title, str(Path.home()), CSV)
    return Path(name) if name else None


def asked_out(over: QWidget, title: str, name: str) -> Path | None:
    """Where to write a table, with a name put forward; None where the user thinks better of it."""
    chosen, _ = QFileDialog.getSaveFileName(over, title, str(Path.home() / name), CSV)
    return Path(chosen) if chosen else None


Take = Callable[[Library, bytes, str, Tell, Still], int]
TABLE = "table"  # the job that takes one in


def read_in(desk: Desk, path: Path, take: Take, came: str, then: Callable[[], object] = lambda: None) -> None:
    """Take a table in beside the window, all of it or nothing.

    came: what is said then, after the count; else every row and column that is wrong.  then: done once it is in.
    """
    try:
        data = read_file(path, MOST_BYTES, "a table")
    except FreltError as err:
        desk.refused.emit(f"{capital(str(err))}.")
        return

    def work(running: Running) -> int:
        return take(Library(), data, path.name, running.share, running.still)

    def done(count: int) -> None:
        desk.said.emit(f"{count:,} {came}.")
        then()

    def failed(err: Exception) -> None:
        if not isinstance(err, FreltError | OSError):
            raise err
        desk.refused.emit(f"{capital(str(err))}.")

    desk.jobs.start(TABLE, work, done, failed)


class TableLine(QWidget):
    """How far a table is that is being taken in, and a way to stop it; there only while one is."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self._desk = desk
        self.words = Words()
        self.stop = QPushButton("Stop")
        self.stop.setObjectName("link")
        self.stop.clicked.connect(self._stop)
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 0, 0)
        row.addWidget(self.words, 1)
        row.addWidget(self.stop)
        desk.jobs.changed.connect(self._show)
        self.hide()

    def _show(self) -> None:
        busy = self._desk.jobs.busy(TABLE)
        if busy:
            self.words.setText(f"Taking a table in: {self._desk.jobs.share(TABLE):.0%}")
        self.setVisible(busy)

    def _stop(self) -> None:
        self._desk.jobs.cancel(TABLE)
        self._desk.said.emit("Stopped; nothing was taken in.")


def write_out(desk: Desk, path: Path, content: bytes, written: str) -> None:
    """Write a table whole or not at all, and say so. written: what it holds, in words."""
    try:
        write_output(path, content, force=True, of=desk.session.path)  # its dialog has asked
    except FreltError as err:
        desk.refused.emit(f"{err}.")
        return
    desk.said.emit(f"{written} written: {path}.")
