"""What is written for others, never over what somebody made: no rig, no link, no pipe or device; another kind of file only when told to."""

import os
import stat
from pathlib import Path

from ..core.base.value import FreltError
from .reading import read_file
from .storage import write_atomically

MOST_LOOKED_AT, MOST_HEAD = 400_000_000, 4096  # bytes
STARTS = (b"%PDF", b"PK\x03\x04", b"<?xml", b"<svg")  # of what is told from other files by how it begins


def write_output(path: Path, data: bytes, force: bool = False, of: Path | None = None) -> None:
    """Write it whole or not at all. force: also over another kind of file than is written.  of: the rig's own file.

    Raises FreltError with the path, what stands there and what was expected.
    """
    there = may_write(path, of)
    if there and not force and not _alike(there, data):
        raise FreltError(f"{path}: another kind of file stands there; expected a name that is free, or --force to replace it")
    try:
        write_atomically(path, data)
    except (OSError, ValueError) as err:
        raise FreltError(f"{path}: {getattr(err, 'strerror', None) or err}; expected a place to write it") from err


def may_write(path: Path, of: Path | None = None) -> bytes:
    """What stands there, nothing where the name is free. Raises FreltError, before anything is made, where it is not to be replaced."""
    try:
        found = os.lstat(path)
    except (OSError, ValueError):
        if path.name.endswith(".frelt.json"):
            raise FreltError(f"{path}: the name of a rig; expected another name for what is written of one") from None
        return b""
    if stat.S_ISLNK(found.st_mode):
        raise FreltError(f"{path}: a link; expected a plain file, or a name that is free")
    if not stat.S_ISREG(found.st_mode):
        raise FreltError(f"{path}: no plain file; expected one, or a name that is free")
    if path.name.endswith(".frelt.json") or (of is not None and of.exists() and os.path.samefile(path, of)):
        raise FreltError(f"{path}: a rig; expected another name, which no rig has")
    there = read_file(path, MOST_LOOKED_AT, "a file that can be replaced")
    if there[:4096].lstrip()[:1] == b"{" and b'"frelt' in there[:4096]:
        raise FreltError(f"{path}: a rig; expected another name, which no rig has")
    return there


def _alike(there: bytes, data: bytes) -> bool:
    """Whether two files begin as one kind of file; a table or a drawing in text is one where its first cell is the same."""
    for start in STARTS:
        if data.startswith(start):
            return there.startswith(start)
    return (
        there[:MOST_HEAD].partition(b"\n")[0].split(b",")[0].strip()
        == data[:MOST_HEAD].partition(b"\n")[0].split(b",")[0].strip()
    )
