"""`*.frelt.json`: bytes to a document and back, refusing whatever cannot be right.

Reading migrates older versions, then checks types and bounds, then references. Nothing is
half-loaded: either a whole document comes out or one BadInput that says where and why.
"""

import msgspec
from msgspec import Struct

from ..core.base.value import BadInput
from ..core.gate import admit
from ..core.model.document import FORMAT, VERSION, Document
from ..core.model.spoken import in_words
from ..core.model.zeros import without_zeros
from .migrations import migrate
from .strict import parsed, seen, typed

MOST_BYTES = 10_000_000
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


def _read(data: bytes) -> Read:
    if len(data) > MOST_BYTES:
        raise BadInput("$", f"{len(data) / 1e6:.1f} MB", f"a rig document of at most {MOST_BYTES / 1e6:.0f} MB")
    raw = parsed(data)
    if not isinstance(raw, dict) or raw.get("format") != FORMAT:
        raise BadInput("$.format", seen(raw.get("format") if isinstance(raw, dict) else raw), f'"{FORMAT}"')
    version = raw.get("version")
    if not isinstance(version, int) or isinstance(version, bool) or not 1 <= version <= VERSION:
        newer = isinstance(version, int) and version > VERSION
        hint = f"a version this program reads, 1 to {VERSION}" + (" (the file is from a newer Frelt)" if newer else "")
        raise BadInput("$.version", seen(version), hint)
    raw = migrate(raw, VERSION)
    document, zeros = without_zeros(typed(raw, Document))
    admit(document)
    return Read(
        document=document,
        told=tuple(f"{in_words(z, document)} is 0 in the file, which no plate says: taken as unread" for z in zeros),
    )


def encode(document: Document) -> bytes:
    """The document as UTF-8 JSON, indented, keys in a fixed order.

    Raises BadInput where it would not read back the same: a figure that is not finite, say.
    """
    again = decode(msgspec.json.encode(document))
    if again != document:
        raise BadInput("$", "a document that would not read back the same", "finite figures within bounds")
    return msgspec.json.format(msgspec.json.encode(again), indent=1) + b"\n"


def schema() -> bytes:
    """The JSON Schema of a document (draft 2020-12)."""
    import json

    made = {"$schema": "https://json-schema.org/draft/2020-12/schema", "title": "Frelt rig document"}
    return json.dumps(made | msgspec.json.schema(Document), indent=1, ensure_ascii=False).encode() + b"\n"
