"""Files written so that a kill at any moment leaves the old or the new one whole, and so that no other program's work is lost."""

import fcntl
import os
import time
from collections.abc import Iterator
from contextlib import contextmanager, suppress
from functools import cached_property
from pathlib import Path

from ..core.base.value import FreltError
from ..core.model.document import Document
from ..formats.document import MOST_BYTES, Read, encode, read
from .places import state_dir
from .reading import read_file

EXPECTED = "a *.frelt.json file"
LEFT_OVER = 600.0  # [s] after which what a killed program left half-written is swept


class Changed(FreltError):
    """The file was changed by another program since it was read: nothing was written."""


def write_atomically(path: Path, data: bytes) -> None:
    """Write beside, fsync, rename, fsync the folder. A link is followed; owner and mode of what stood there stay.

    Raises OSError; the file that stood there stays.
    """
    path = Path(os.path.realpath(path))
    before = path.stat() if path.exists() else None
    name = path.with_name(f".{path.name[:200]}.{os.urandom(4).hex()}.part")
    handle = os.open(name, os.O_WRONLY | os.O_CREAT | os.O_EXCL, 0o600)
    try:
        with os.fdopen(handle, "wb") as file:
            file.write(data)
            file.flush()
            os.fsync(file.fileno())
        if before is not None:
            with suppress(PermissionError):  # only root may give files away
                os.chown(name, before.st_uid, before.st_gid)
        os.chmod(name, 0o644 if before is None else before.st_mode & 0o777)
        os.replace(name, path)
    except BaseException:
        name.unlink(missing_ok=True)
        raise
    folder = os.open(path.parent, os.O_RDONLY)
    try:
        os.fsync(folder)
    finally:
        os.close(folder)
    _sweep(path)


def _sweep(path: Path) -> None:
    """Drop what programs that were killed left half-written beside a file."""
    with suppress(OSError):
        for left in path.parent.glob(f".{_plain(path.name[:200])}.????????.part"):
            if time.time() - left.stat().st_mtime > LEFT_OVER:
                left.unlink(missing_ok=True)


def _plain(name: str) -> str:
    return "".join(f"[{c}]" if c in "*?[" else c for c in name)


def digest(data: bytes) -> str:
    """What tells one content of a file from another."""
    from hashlib import blake2b

    return blake2b(data, digest_size=16).hexdigest()


class Content:
    """What a file holds, told from anything else by a digest, which is worked out when it is first asked for."""

    def __init__(self, data: bytes = b"", digest: str = "") -> None:
        self._data, self._told = data, digest

    @cached_property
    def digest(self) -> str:
        """The digest of the bytes, or that which was told."""
        return self._told or digest(self._data)


def backup_of(path: Path) -> Path:
    """Where the version before the last save is kept."""
    return path.with_name(f"{path.name}.backup")


def beside(path: Path, word: str) -> Path:
    """A name beside a document for another version of it, which nothing has yet: `rig.theirs.frelt.json`."""
    stem, ending = (
        (path.name.removesuffix(".frelt.json"), ".frelt.json")
        if path.name.endswith(".frelt.json")
        else (path.stem, path.suffix)
    )
    found, n = path.with_name(f"{stem}.{word}{ending}"), 2
    while found.exists():
        found, n = path.with_name(f"{stem}.{word}-{n}{ending}"), n + 1
    return found


def save(path: Path, document: Document, known: str | None = None) -> str:
    """Save a document; what stood there becomes the backup. Returns the digest of what was written.

    known: digest of what the file held when it was read or last written; None writes over whatever is there.
    Raises Changed where it holds something else by now, FreltError with path and reason.
    """
    data = encode(document)
    try:
        with alone(path):
            if path.exists():
                there = read_file(path, 10 * MOST_BYTES, EXPECTED)
                if known is not None and digest(there) not in (known, digest(data)):
                    raise Changed(f"{path}: changed by another program since it was read")
                write_atomically(backup_of(path), there)
            write_atomically(path, data)
    except OSError as err:
        raise FreltError(f"{path}: {err.strerror or err}; expected a folder that can be written") from None
    return digest(data)


def put_beside(path: Path, word: str) -> Path:
    """A copy of what a file holds now under a name beside it. Raises FreltError."""
    copy = beside(path, word)
    try:
        write_atomically(copy, read_file(path, 10 * MOST_BYTES, EXPECTED))
    except OSError as err:
        raise FreltError(f"{copy}: {err.strerror or err}; expected a folder that can be written") from None
    return copy


@contextmanager
def alone(path: Path) -> Iterator[None]:
    """Keep other programs of this kind from writing the same file meanwhile; without a folder for locks nothing is kept."""
    handle = -1
    with suppress(OSError):
        folder = state_dir() / "locks"
        folder.mkdir(parents=True, exist_ok=True)
        handle = os.open(
            folder / digest(os.path.realpath(path).encode(errors="surrogateescape")), os.O_RDWR | os.O_CREAT, 0o600
        )
        fcntl.flock(handle, fcntl.LOCK_EX)
    try:
        yield
    finally:
        if handle >= 0:
            os.close(handle)


def now_in(path: Path) -> str:
    """Digest of what a file holds; empty where it is gone or cannot be read."""
    try:
        return digest(read_file(path, 10 * MOST_BYTES, EXPECTED))
    except FreltError:
        return ""


class Loaded(Read, frozen=True, kw_only=True):
    """A document as it was read, and what the file held."""

    content: Content


def load_told(path: Path) -> Loaded:
    """A document from a file, with what is to be told of it. Raises FreltError with file, path, what was found and expected."""
    data = read_file(path, 4 * MOST_BYTES, EXPECTED)
    found = read(data, str(path))
    return Loaded(document=found.document, told=found.told, content=Content(data))


def load(path: Path) -> Document:
    """A document from a file. Raises FreltError with file, path, what was found and expected."""
    return load_told(path).document
