"""Autosaves: one file an open document, in the user's state folder, found again after a crash."""

import os
from pathlib import Path

import msgspec
from msgspec import Struct

from ..core.base.value import FreltError
from ..core.model.document import Document
from ..formats.document import decode, encode
from .places import state_dir
from .storage import write_atomically


class _Head(msgspec.Struct, frozen=True):
    path: str
    rig: str
    process: int
    started: str


class Recovered(Struct, frozen=True):
    """An autosave whose program is gone. path: of the document it belongs to, if it had one."""

    file: Path
    path: Path | None
    rig_id: str
    document: Document


class Autosave:
    """The autosave of one open document: a line that says whose it is, then the document."""

    def __init__(self, folder: Path | None = None) -> None:
        self._folder = folder or state_dir() / "autosave"
        self._file = self._new_name()
        self._path: Path | None = None

    def _new_name(self) -> Path:
        return self._folder / f"{os.urandom(8).hex()}.autosave"

    def attach(self, path: Path | None) -> None:
        """Belong to a document file, or to none yet."""
        self._path = path

    def adopt(self, found: Recovered) -> None:
        """Go on with an autosave that was found."""
        self._file, self._path = found.file, found.path

    def write(self, document: Document, rig_id: str) -> None:
        """Write the document down. A disk that cannot be written must not stop the work."""
        path = str(self._path.resolve()) if self._path else ""
        head = _Head(path, rig_id, os.getpid(), _started(os.getpid()))
        try:
            self._folder.mkdir(parents=True, exist_ok=True)
            write_atomically(self._file, msgspec.json.encode(head) + b"\n" + encode(document))
        except OSError:
            pass

    def drop(self) -> None:
        """Forget the autosave: everything is in the file."""
        self._file.unlink(missing_ok=True)

    def release(self) -> None:
        """Leave the autosave where it is and start another."""
        self._file = self._new_name()

    def found(self) -> tuple[Recovered, ...]:
        """Autosaves left behind by programs that are gone, newest first. Unreadable ones are left alone."""
        found = []
        for file in sorted(self._folder.glob("*.autosave"), key=lambda f: f.stat().st_mtime, reverse=True):
            try:
                line, _, data = file.read_bytes().partition(b"\n")
                head = msgspec.json.decode(line, type=_Head)
                if _started(head.process) == head.started and head.process != os.getpid():
                    continue
                if file == self._file:
                    continue
                found.append(Recovered(file, Path(head.path) if head.path else None, head.rig, decode(data, str(file))))
            except (OSError, msgspec.MsgspecError, FreltError):
                continue
        return tuple(found)


def forget(found: Recovered) -> None:
    """Throw an autosave away, because it was asked for."""
    found.file.unlink(missing_ok=True)


def _started(process: int) -> str:
    """When a process started, so that a reused number is not taken for it; empty where it is gone."""
    try:
        stat = Path(f"/proc/{process}/stat").read_text()
        return stat.rpartition(")")[2].split()[19]
    except (OSError, IndexError):
        return ""
