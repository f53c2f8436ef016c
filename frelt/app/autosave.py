"""Autosaves: one file an open document, in the user's state folder, found again after a crash."""

import os
from pathlib import Path

import msgspec
from msgspec import Struct

from ..core.base.value import FreltError
from ..core.model.document import Document
from ..formats.document import decode
from .places import state_dir
from .reading import read_file
from .storage import Content, write_atomically

MOST = 100_000_000  # bytes


class _Head(msgspec.Struct, frozen=True):
    path: str
    rig: str
    process: int
    started: str
    base: str = ""


class Recovered(Struct, frozen=True):
    """An autosave whose program is gone. path: of the document it belongs to, if it had one.

    base: digest of what that file held when it was read or last written.
    """

    file: Path
    path: Path | None
    rig_id: str
    document: Document
    base: str = ""

    @property
    def content(self) -> Content | None:
        """What that file held; None where there was none."""
        return Content(digest=self.base) if self.base else None


class Autosave:
    """The autosave of one open document: a line that says whose it is, then the document."""

    def __init__(self, folder: Path | None = None) -> None:
        self._folder = folder or state_dir() / "autosave"
        self._file = self._new_name()
        self._path: Path | None = None
        self._base: Content | None = None

    def _new_name(self) -> Path:
        return self._folder / f"{os.urandom(8).hex()}.autosave"

    def attach(self, path: Path | None, base: Content | None = None) -> None:
        """Belong to a document file that holds this, or to none yet."""
        self._path, self._base = path, base

    def adopt(self, found: Recovered) -> None:
        """Go on with an autosave that was found."""
        self._file, self._path, self._base = found.file, found.path, found.content

    def write(self, document: Document, rig_id: str) -> str:
        """Write the document down. A disk that cannot be written must not stop the work: returns why it failed, or nothing."""
        path = str(self._path.resolve()) if self._path else ""
        head = _Head(path, rig_id, os.getpid(), _started(os.getpid()), self._base.digest if self._base is not None else "")
        try:
            self._folder.mkdir(parents=True, exist_ok=True)
            write_atomically(self._file, msgspec.json.encode(head) + b"\n" + _written(document))
        except (OSError, UnicodeError) as err:
            return f"{self._folder}: {getattr(err, 'strerror', None) or err}"
        return ""

    def drop(self) -> str:
        """Forget the autosave: everything is in the file. Returns why it failed, or nothing."""
        try:
            self._file.unlink(missing_ok=True)
        except OSError as err:
            return f"{self._file}: {err.strerror or err}"
        return ""

    def release(self) -> None:
        """Leave the autosave where it is and start another."""
        self._file = self._new_name()

    def found(self) -> tuple[Recovered, ...]:
        """Autosaves left behind by programs that are gone, newest first. Unreadable ones are left alone."""
        found = []
        for file in sorted(self._folder.glob("*.autosave"), key=_when, reverse=True):
            try:
                line, _, data = read_file(file, MOST, "an autosave").partition(b"\n")
                head = msgspec.json.decode(line, type=_Head)
                if _started(head.process) == head.started and head.process != os.getpid():
                    continue
                if file == self._file:
                    continue
                own = Path(head.path) if head.path else None
                found.append(Recovered(file, own, head.rig, decode(data, str(file)), head.base))
            except (OSError, msgspec.MsgspecError, FreltError):
                continue
        return tuple(found)


def forget(found: Recovered) -> None:
    """Throw an autosave away, because it was asked for."""
    found.file.unlink(missing_ok=True)


def _written(document: Document) -> bytes:
    """The document as it stands: it passed the gate, so it is not read again to see whether it can be."""
    return msgspec.json.encode(document)


def _when(file: Path) -> float:
    try:
        return file.stat().st_mtime
    except OSError:
        return 0.0


def _started(process: int) -> str:
    """When a process started, so that a reused number is not taken for it; empty where it is gone."""
    try:
        stat = Path(f"/proc/{process}/stat").read_text()
        return stat.rpartition(")")[2].split()[19]
    except (OSError, IndexError):
        return ""
