"""Reading files that somebody chose: regular ones of a bounded size, never a device, a pipe or a folder."""

import os
import stat
from pathlib import Path

from ..core.base.value import FreltError

KINDS = (
    (stat.S_ISDIR, "a folder"),
    (stat.S_ISFIFO, "a pipe"),
    (stat.S_ISSOCK, "a socket"),
    (stat.S_ISCHR, "a device"),
    (stat.S_ISBLK, "a device"),
)


def read_file(path: Path, most: int, expected: str) -> bytes:
    """The bytes of a regular file of at most so many; it is never waited for.

    expected: what it should have been, in words.  Raises FreltError with path, what was found and what was expected.
    """
    try:
        handle = os.open(path, os.O_RDONLY | os.O_NONBLOCK | os.O_CLOEXEC)
        try:
            found = os.fstat(handle)
            if not stat.S_ISREG(found.st_mode):
                kind = next((words for is_one, words in KINDS if is_one(found.st_mode)), "no file")
                raise FreltError(f"{path}: {kind}; expected {expected}")
            if found.st_size > most:
                raise FreltError(f"{path}: {found.st_size / 1e6:,.0f} MB; expected {expected} of at most {most / 1e6:,.0f} MB")
            with os.fdopen(os.dup(handle), "rb") as file:
                data = file.read(most + 1)
        finally:
            os.close(handle)
    except (OSError, ValueError) as err:
        why = err.strerror if isinstance(err, OSError) and err.strerror else str(err)
        raise FreltError(f"{path}: {why}; expected {expected} that can be read") from None
    if len(data) > most:
        raise FreltError(f"{path}: more than {most / 1e6:,.0f} MB; expected {expected} of at most that")
    return data
