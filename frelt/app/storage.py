"""Files written so that a kill at any moment leaves the old or the new one whole."""

import os
from pathlib import Path

from ..core.base.value import FreltError
from ..core.model.document import Document
from ..formats.document import decode, encode


def write_atomically(path: Path, data: bytes) -> None:
    """Write beside, fsync, rename, fsync the folder. Raises OSError; the file that stood there stays."""
    name = path.with_name(f".{path.name}.{os.urandom(4).hex()}.part")
    handle = os.open(name, os.O_WRONLY | os.O_CREAT | os.O_EXCL, 0o600)
    try:
        with os.fdopen(handle, "wb") as file:
            file.write(data)
            file.flush()
            os.fsync(file.fileno())
        if path.exists():
            os.chmod(name, path.stat().st_mode & 0o777)
        else:
            os.chmod(name, 0o644)
        os.replace(name, path)
    except BaseException:
        name.unlink(missing_ok=True)
        raise
    folder = os.open(path.parent, os.O_RDONLY)
    try:
        os.fsync(folder)
    finally:
        os.close(folder)


def backup_of(path: Path) -> Path:
    """Where the version before the last save is kept."""
    return path.with_name(f"{path.name}.backup")


def save(path: Path, document: Document) -> None:
    """Save a document; what stood there becomes the backup. Raises FreltError with path and reason."""
    data = encode(document)
    try:
        if path.exists():
            write_atomically(backup_of(path), path.read_bytes())
        write_atomically(path, data)
    except OSError as err:
        raise FreltError(f"{path}: {err.strerror or err}; expected a folder that can be written") from None


def load(path: Path) -> Document:
    """A document from a file. Raises FreltError with file, path, what was found and expected."""
    try:
        if path.is_file() and path.stat().st_size > 40_000_000:
            raise FreltError(f"{path}: {path.stat().st_size / 1e6:.0f} MB; expected a rig document of at most 10 MB")
        data = path.read_bytes()
    except OSError as err:
        raise FreltError(f"{path}: {err.strerror or err}; expected a *.frelt.json file that can be read") from None
    return decode(data, str(path))
