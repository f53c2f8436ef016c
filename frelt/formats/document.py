"""`*.frelt.json`: bytes to a document and back, refusing whatever cannot be right.

Reading migrates older versions, then checks types and bounds, then references. Nothing is
half-loaded: either a whole document comes out or one BadInput that says where and why.
"""

from typing import Any

import msgspec
from msgspec import Struct

from ..core.base.value import BadInput
from ..core.gate import admit
from ..core.model.document import FORMAT, VERSION, Document
from ..core.model.zeros import without_zeros
from .let_in import with_let_in, without_negatives
from .migrations import migrate

MOST_BYTES = 40_000_000  # of a file that is read; what opens can be written, however large it has grown meanwhile
FIGURES_FROM_0, HELD_TO_BOUNDS = 3, 6  # versions since which a file was held to this from the first to the last
MOST_INDENTED = 10_000_000  # a larger one is written without indents
SUFFIX = ".frelt.json"


class Read(Struct, frozen=True, kw_only=True):
    """A document as it was read. told: what of it was taken otherwise than it stands in the file, and where, in words."""

    document: Document
    told: tuple[str, ...] = ()


def decode(data: bytes, file: str = "") -> Document:
    """The document in some bytes. Raises BadInput naming file, path, what was found and expected."""
    return read(data, file).document


def read(data: bytes, file: str = "") -> Read:
    """The document in some bytes, and what is to be told of it. Raises BadInput naming file, path, what was found and expected."""
    try:
        return _read(data)
    except BadInput as err:
        raise BadInput(err.where, err.found, err.expected, file) from None


def _read(data: bytes, most: int = MOST_BYTES) -> Read:
    if len(data) > most:
        raise BadInput("$", f"{len(data) / 1e6:.1f} MB", f"a rig document of at most {most / 1e6:.0f} MB")
    raw = _parsed(data)
    if not isinstance(raw, dict) or raw.get("format") != FORMAT:
        from .strict import seen

        raise BadInput("$.format", seen(raw.get("format") if isinstance(raw, dict) else raw), f'"{FORMAT}"')
    version = raw.get("version")
    if not isinstance(version, int) or isinstance(version, bool) or not 1 <= version <= VERSION:
        from .strict import seen

        newer = isinstance(version, int) and version > VERSION
        hint = f"a version this program reads, 1 to {VERSION}" + (" (the file is from a newer Frelt)" if newer else "")
        raise BadInput("$.version", seen(version), hint)
    raw, negatives = without_negatives(raw) if version < FIGURES_FROM_0 else (raw, 0)
    raw = migrate(raw, VERSION)
    document, zeros = without_zeros(_typed(raw))
    let_in: tuple[str, ...] = ()
    if version < HELD_TO_BOUNDS:
        document, let_in = with_let_in(document)
    admit(document)
    below = (f"{negatives} {'figure' if negatives == 1 else 'figures'} below 0 in the file: taken as 0",) if negatives else ()
    return Read(document=document, told=(*below, *let_in, *(_told(zeros, document) if zeros else ())))


def _told(zeros: tuple[str, ...], document: Document) -> tuple[str, ...]:
    from ..core.model.spoken import in_words

    return tuple(f"{in_words(z, document)} is 0 in the file, which no plate says: taken as unread" for z in zeros)


def _parsed(data: bytes) -> Any:
    """The values in some JSON. What stands there letter by letter as it is written here needs no closer look."""
    try:
        found = msgspec.json.decode(data)
        if written(found) == data:
            return found
    except (msgspec.MsgspecError, ValueError, RecursionError):
        pass
    from .strict import parsed

    return parsed(data)


def _typed(raw: Any) -> Document:
    try:
        return msgspec.convert(raw, Document)
    except msgspec.ValidationError as err:
        from .strict import explained

        raise explained(err, raw) from None


def written(value: object) -> bytes:
    """A value as UTF-8 JSON, indented, keys in a fixed order."""
    return msgspec.json.format(msgspec.json.encode(value), indent=1) + b"\n"


def encode(document: Document) -> bytes:
    """The document as UTF-8 JSON, indented unless it is very large, keys in a fixed order.

    Raises BadInput where it would not read back the same: a figure that is not finite, say.
    """
    data = written(document)
    again = _read(data, max(len(data), MOST_BYTES)).document
    if again != document:
        raise BadInput("$", "a document that would not read back the same", "finite figures within bounds")
    data = written(again)
    return data if len(data) <= MOST_INDENTED else msgspec.json.encode(again) + b"\n"


def schema() -> bytes:
    """The JSON Schema of a document (draft 2020-12)."""
    import json

    made = {"$schema": "https://json-schema.org/draft/2020-12/schema", "title": "Frelt rig document"}
    return json.dumps(made | msgspec.json.schema(Document), indent=1, ensure_ascii=False).encode() + b"\n"
