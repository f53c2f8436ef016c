"""The document on the bench: what is open, every edit undoable, kept safe beside the file.

An edit makes a new document value; undo keeps the old one. Listeners are told after each change.
"""

import os
from collections.abc import Callable
from datetime import datetime
from pathlib import Path
from typing import TYPE_CHECKING

from msgspec import Struct
from msgspec.structs import replace

from ..core.base.kept import Kept
from ..core.base.value import FreltError
from ..core.gate import admit_edit
from ..core.model.document import Document, LogEntry
from ..core.model.rig import Rig
from ..core.solve import Solved, solve
from . import storage
from .autosave import Autosave, Recovered

if TYPE_CHECKING:
    from ..core.edit.records import Record
    from ..core.edit.removal import Settled

MOST_UNDO = 500


def now() -> str:
    """The date and time, to the minute, as records have them."""
    return datetime.now().isoformat(timespec="minutes")


def new_id(what: str) -> str:
    """An opaque id, with a word in front so that a file can be read by people."""
    return f"{what}-{os.urandom(4).hex()}"


FULL = 36_000_000  # bytes of a document that takes no more records; there is room left for edits


def grown(document: Document) -> int:
    """How large a document has become [bytes]."""
    import msgspec

    return len(msgspec.json.encode(document))


class NotKept(FreltError):
    """What is unsaved cannot be kept: nothing else was put on the bench."""


class Step(Struct, frozen=True):
    """One entry of the undo stack: the document after it, and what it was in words."""

    document: Document
    words: str
    merge: str = ""


class Session:
    """One open document. rig_id: the rig on the bench."""

    def __init__(self, document: Document | None = None, path: Path | None = None, autosave: Autosave | None = None) -> None:
        self._autosave = autosave or Autosave()
        self.kept = Kept()  # of the window's own thread
        self._listeners: list[Callable[[], None]] = []
        self._solved: Solved | None = None
        self.told: tuple[str, ...] = ()  # of the file that was opened last
        self._start(document or Document(), path, saved=True)

    def _start(self, document: Document, path: Path | None, saved: bool, known: storage.Content | None = None) -> None:
        self.path = path
        self._known = known  # what the file held when it was read or last written
        self._steps = [Step(document, "")]
        self._at = 0
        self._saved: Document | None = document if saved else None
        self.rig_id = document.rigs[0].id if document.rigs else ""
        self._autosave.attach(path, known)

    # what is on the bench

    @property
    def document(self) -> Document:
        """The document as it stands."""
        return self._steps[self._at].document

    @property
    def rig(self) -> Rig | None:
        """The rig on the bench, if the document has one."""
        rigs = self.document.rigs
        return next((r for r in rigs if r.id == self.rig_id), rigs[0] if rigs else None)

    @property
    def solved(self) -> Solved | None:
        """The rig on the bench, solved; kept while it is the same value."""
        rig = self.rig
        if rig is None:
            return None
        if self._solved is None or self._solved.rig is not rig:
            self._solved = solve(rig, self.kept)
        return self._solved

    @property
    def dirty(self) -> bool:
        """Whether the document differs from the file."""
        if self._saved is self.document or self._saved == self.document:
            return False
        return self.path is not None or self.document != Document()

    def listen(self, listener: Callable[[], None]) -> None:
        """Call a function after every change."""
        self._listeners.append(listener)

    def _tell(self) -> None:
        for listener in self._listeners:
            listener()

    # edits

    def edit(self, made: "Rig | Settled", words: str, merge: str = "") -> str:
        """Put a changed rig in place of the one on the bench. Edits of one `merge` in a row are one step.

        What named or stood on a thing that the edit took away is put right in the same step; returns that in words, or nothing.
        Raises FreltError, in words, where it cannot be right (see `core.gate`); the document stays as it was.
        """
        from ..core.edit.removal import Settled, settled

        told = made.words if isinstance(made, Settled) else ""
        rig = made.rig if isinstance(made, Settled) else made
        before = next((r for r in self.document.rigs if r.id == rig.id), rig)
        whole = settled(before, rig)
        rigs = tuple(whole.rig if r.id == rig.id else r for r in self.document.rigs)
        self.change(replace(self.document, rigs=rigs), words, merge)
        return " ".join(filter(None, (told, whole.words)))

    def change(self, document: Document, words: str, merge: str = "") -> None:
        """Put a changed document in place, as one step of undo."""
        admit_edit(document, self.document)
        here = self._steps[self._at]
        del self._steps[self._at + 1 :]
        if merge and here.merge == merge and self._at > 0 and here.document is not self._saved:
            self._steps[self._at] = Step(document, words, merge)
        else:
            self._steps.append(Step(document, words, merge))
            if len(self._steps) > MOST_UNDO:
                del self._steps[0]
            self._at = len(self._steps) - 1
        self._tell()

    def add_rig(self, rig: Rig, words: str) -> None:
        """Add a rig to the document and put it on the bench."""
        self.change(replace(self.document, rigs=(*self.document.rigs, rig)), words)
        self.show_rig(rig.id)

    def show_rig(self, rig_id: str) -> None:
        """Put another rig of the document on the bench."""
        self.rig_id = rig_id
        self._tell()

    def note(self, text: str) -> None:
        """Add a line to the log."""
        self.keep(LogEntry(id=new_id("log"), when=now(), text=text, rig=self.rig_id or None))

    def keep(self, entry: "Record") -> None:
        """Add to the record. It only grows: undo takes back what was designed and leaves the record.

        Raises FreltError, in words, where it cannot be right; the document stays as it was.
        """
        from ..core.edit.records import recorded, with_record

        own = recorded(self.document, entry)
        if grown(with_record(self.document, own)) > FULL:
            raise FreltError(
                f"the record of this file is full ({FULL / 1e6:.0f} MB): nothing of it is ever taken away, so go on in a copy of the rig "
                "in a new file"
            )
        admit_edit(with_record(self.document, own), self.document)
        self._steps = [Step(with_record(s.document, own), s.words, s.merge) for s in self._steps]
        self._tell()

    def undo(self) -> str:
        """Go back one step; returns what was undone, in words, or nothing."""
        if self._at == 0:
            return ""
        words = self._steps[self._at].words
        self._at -= 1
        self._tell()
        return words

    def redo(self) -> str:
        """Go forward again; returns what was redone, in words, or nothing."""
        if self._at + 1 >= len(self._steps):
            return ""
        self._at += 1
        self._tell()
        return self._steps[self._at].words

    @property
    def can_undo(self) -> str:
        """What undo would take back, in words."""
        return self._steps[self._at].words if self._at else ""

    @property
    def can_redo(self) -> str:
        """What redo would bring back, in words."""
        return self._steps[self._at + 1].words if self._at + 1 < len(self._steps) else ""

    # files

    def keep_safe(self) -> str:
        """Write the autosave where there is something unsaved; drop it where there is not. Returns why it failed, or nothing."""
        if self.dirty:
            return self._autosave.write(self.document, self.rig_id)
        return self._autosave.drop()

    def new(self, document: Document, lost: bool = False) -> None:
        """Start an untitled document; what was open and unsaved is kept as a recovery.

        Raises NotKept where it cannot be, and FreltError where the document cannot be right; then what was on the bench stays.
        """
        admit_edit(document, Document())
        self._leave(lost)
        self._autosave.release()
        self._start(document, None, saved=False)
        self._tell()

    def _leave(self, lost: bool) -> None:
        """What is unsaved is kept before something else comes on the bench. lost: somebody said that it may go."""
        failed = self.keep_safe()
        if failed and self.dirty and not lost:
            raise NotKept(failed)

    def open(self, path: Path, lost: bool = False) -> None:
        """Open a file; `told` says what of it was taken otherwise than it stands there. lost: unsaved work need not be kept.

        Raises NotKept where it cannot be kept, FreltError; then what was on the bench stays.
        """
        found = storage.load_told(path)
        self._leave(lost)
        self._autosave.release()
        self._start(found.document, path, saved=True, known=found.content)
        self.told = found.told
        self._tell()

    def recover(self, found: Recovered) -> None:
        """Put an autosave on the bench, unsaved. Raises NotKept where what is unsaved there cannot be kept."""
        self._leave(False)
        self._start(found.document, found.path, saved=False, known=found.content)
        self.rig_id = found.rig_id or self.rig_id
        self._autosave.adopt(found)
        self._tell()

    def save(self, path: Path | None = None) -> Path:
        """Save, under another name if given.

        Raises storage.Changed where that happened, FreltError; the file that stood there stays.
        """
        target = path or self.path
        if target is None:
            raise FreltError("this document has no file yet; expected a name to save it under")
        own = target == self.path
        known = self._known.digest if own and self._known is not None else None
        self._known = storage.Content(digest=storage.save(target, self.document, known))
        self._saved = self.document
        self._autosave.drop()
        self.path = target
        self._autosave.attach(target, self._known)
        self._tell()
        return target

    def save_over(self) -> Path | None:
        """Save also where another program changed the file meanwhile; returns where its version is kept then. Raises FreltError."""
        kept = self.theirs_aside() if self.changed_elsewhere() else None
        self._known = None
        self.save()
        return kept

    def changed_elsewhere(self) -> bool:
        """Whether the file holds something else than when it was read or last written; not where it is gone."""
        now = storage.now_in(self.path) if self.path is not None and self._known is not None else ""
        return bool(now) and self._known is not None and now != self._known.digest

    def theirs(self) -> Document:
        """The document that the file holds now. Raises FreltError."""
        if self.path is None:
            raise FreltError("this document has no file yet; expected one that was saved")
        return storage.load(self.path)

    def theirs_aside(self) -> Path:
        """Keep what the file holds now under a name of its own. Raises FreltError."""
        if self.path is None:
            raise FreltError("this document has no file yet; expected one that was saved")
        return storage.put_beside(self.path, "theirs")

    def mine_beside(self) -> Path:
        """Save under a name of its own beside the file, and go on with that. Raises FreltError."""
        if self.path is None:
            raise FreltError("this document has no file yet; expected one that was saved")
        return self.save(storage.beside(self.path, "mine"))
