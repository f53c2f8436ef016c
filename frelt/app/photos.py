"""Photos of plates and tickets: kept beside the document in a folder of its name, by relative path and hash."""

import hashlib
from pathlib import Path

from msgspec.structs import replace

from ..core.base.value import FreltError
from ..core.model.document import Attachment, Document
from .reading import read_file
from .storage import write_atomically

SUFFIXES = (".jpg", ".jpeg", ".png", ".webp", ".heic", ".pdf")
MOST_BYTES = 40_000_000


def folder_of(document: Path) -> Path:
    """Where the attachments of a document lie: `rig.frelt.json` has `rig.files`."""
    return document.with_name(f"{document.name.removesuffix('.json').removesuffix('.frelt')}.files")


def attach(document: Document, path: Path, photo: Path, note: str) -> Document:
    """The document with a photo copied beside it. path: the document's file.

    Raises FreltError where the photo is none, too large, or cannot be copied.
    """
    if photo.suffix.lower() not in SUFFIXES:
        raise FreltError(f"{photo}: {photo.suffix or 'no suffix'}; expected a photo or scan, one of {', '.join(SUFFIXES)}")
    try:
        data = read_file(photo, MOST_BYTES, "a photo or scan")
        digest = hashlib.sha256(data).hexdigest()
        known = next((a for a in document.attachments if a.sha256 == digest), None)
        if known is not None:
            return document
        folder = folder_of(path)
        folder.mkdir(parents=True, exist_ok=True)
        copy = folder / f"{digest[:8]}-{photo.name}"
        write_atomically(copy, data)
    except OSError as err:
        raise FreltError(
            f"{photo}: {err.strerror or err}; expected a file that can be read, beside a folder that can be written"
        ) from None
    made = Attachment(path=f"{folder.name}/{copy.name}", sha256=digest, note=note)
    return replace(document, attachments=(*document.attachments, made))


def missing(document: Document, path: Path) -> tuple[Attachment, ...]:
    """Attachments whose file is gone or is another one by now."""
    found = []
    for one in document.attachments:
        try:
            data = read_file(place_of(one, path), MOST_BYTES, "a photo or scan")
        except FreltError:
            found.append(one)
            continue
        if hashlib.sha256(data).hexdigest() != one.sha256:
            found.append(one)
    return tuple(found)


def place_of(one: Attachment, path: Path) -> Path:
    """Where the file of an attachment lies: inside the folder beside the document, nowhere else. path: the document's file.

    Raises FreltError where its path leads out of that folder.
    """
    folder = folder_of(path).resolve()
    file = (path.parent / one.path).resolve()
    if Path(one.path).is_absolute() or not file.is_relative_to(folder) or file == folder:
        raise FreltError(f"{one.path}: outside the folder of the document; expected a file inside {folder.name}")
    return file
