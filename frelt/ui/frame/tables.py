"""Tables that come from and go to files the user chooses: asked for in one way, and answered in words."""

from collections.abc import Callable
from pathlib import Path

from PyQt6.QtWidgets import QFileDialog, QWidget

from ...app.storage import write_atomically
from ...core.base.text import capital
from ...core.base.value import FreltError
from .desk import Desk

CSV = "CSV (*.csv)"


def asked_in(over: QWidget, title: str) -> Path | None:
    """The table to read; None where the user thinks better of it."""
    name, _ = QFileDialog.getOpenFileName(over, title, str(Path.home()), CSV)
    return Path(name) if name else None


def asked_out(over: QWidget, title: str, name: str) -> Path | None:
    """Where to write a table, with a name put forward; None where the user thinks better of it."""
    chosen, _ = QFileDialog.getSaveFileName(over, title, str(Path.home() / name), CSV)
    return Path(chosen) if chosen else None


def read_in(desk: Desk, path: Path, read: Callable[[bytes, str], int], came: str) -> bool:
    """Whether a table was taken in. came: what is said then, after the count; else every row and column that is wrong."""
    try:
        count = read(path.read_bytes(), path.name)
    except (FreltError, OSError) as err:
        desk.said.emit(f"{capital(str(err))}.")
        return False
    desk.said.emit(f"{count} {came}.")
    return True


def write_out(desk: Desk, path: Path, content: bytes, written: str) -> None:
    """Write a table whole or not at all, and say so. written: what it holds, in words."""
    try:
        write_atomically(path, content)
    except OSError as err:
        desk.said.emit(f"{path}: {err.strerror or err}.")
        return
    desk.said.emit(f"{written} written: {path}.")
