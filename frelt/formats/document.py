"""`*.frelt.json`: bytes to a document and back, refusing whatever cannot be right.

Reading migrates older versions, then checks types and bounds, then references. Nothing is
half-loaded: either a whole document comes out or one BadInput that says where and why.
"""

import re
from typing import Any

import msgspec

from ..core.document import FORMAT, VERSION, Document
from ..core.integrity import check_document
from ..core.value import BadInput
from ..core.words import uncapital
from .migrations import migrate

MOST_BYTES = 10_000_000
SUFFIX = ".frelt.json"


def decode(data: bytes, file: str = "") -> Document:
    """The document in some bytes. Raises BadInput naming file, path, what was found and expected."""
    try:
        return _decode(data)
    except BadInput as err:
        raise BadInput(err.where, err.found, err.expected, file) from None


def _decode(data: bytes) -> Document:
    if len(data) > MOST_BYTES:
        raise BadInput("$", f"{len(data) / 1e6:.1f} MB", f"a rig document of at most {MOST_BYTES / 1e6:.0f} MB")
    raw = _json(data)
    if not isinstance(raw, dict) or raw.get("format") != FORMAT:
        raise BadInput("$.format", _seen(raw.get("format") if isinstance(raw, dict) else raw), f'"{FORMAT}"')
    version = raw.get("version")
    if not isinstance(version, int) or isinstance(version, bool) or not 1 <= version <= VERSION:
        newer = isinstance(version, int) and version > VERSION
        hint = f"a version this program reads, 1 to {VERSION}" + (" (the file is from a newer Frelt)" if newer else "")
        raise BadInput("$.version", _seen(version), hint)
    raw = migrate(raw, VERSION)
    try:
        document = msgspec.convert(raw, Document)
    except msgspec.ValidationError as err:
        raise _explained(err, raw) from None
    check_document(document)
    return document


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


def _json(data: bytes) -> Any:
    import json

    try:
        text = data.decode("utf-8")
    except UnicodeDecodeError as err:
        raise BadInput("$", f"a byte at {err.start} that is not UTF-8", "a UTF-8 text file") from None
    try:
        return json.loads(text, parse_constant=_no_constant, object_pairs_hook=_once)
    except json.JSONDecodeError as err:
        where = f"line {err.lineno}, column {err.colno}"
        raise BadInput(where, uncapital(err.msg), "whole JSON; the file may be cut short") from None
    except RecursionError:
        raise BadInput("$", "brackets nested too deeply", "a rig document") from None


def _no_constant(name: str) -> float:
    raise BadInput("$", f"the number {name}", "finite numbers only")


def _once(pairs: list[tuple[str, Any]]) -> dict[str, Any]:
    found = dict(pairs)
    if len(found) < len(pairs):
        names = [k for k, _ in pairs]
        twice = next(k for k in names if names.count(k) > 1)
        raise BadInput("$", f"the key “{twice}” twice in one object", "each key once")
    return found


_AT = re.compile(r"^(?P<what>.*?)(?: - at `(?P<where>.*)`)?$", re.DOTALL)


def _explained(err: msgspec.ValidationError, raw: Any) -> BadInput:
    match = _AT.match(str(err))
    assert match is not None
    what, where = match["what"], match["where"] or "$"
    unknown = re.match(r"Object contains unknown field `(.*)`", what)
    if unknown:
        return BadInput(f"{where}.{unknown[1]}", "a key that is not known here", "only the keys of docs/file-format.md")
    missing = re.match(r"Object missing required field `(.*)`", what)
    if missing:
        return BadInput(f"{where}.{missing[1]}", "nothing", "this key, which is required")
    wanted = re.match(r"Expected (.*?)(?:, got (.*))?$", what)
    if wanted:
        found = _seen(_at(raw, where))
        return BadInput(where, wanted[2] if found == "…" and wanted[2] else found, wanted[1].replace("`", ""))
    return BadInput(where, what, "what docs/file-format.md says")


def _at(raw: Any, where: str) -> Any:
    for key in re.findall(r"\.([^.\[\]]+)|\[(\d+)\]", where):
        try:
            raw = raw[key[0]] if key[0] else raw[int(key[1])]
        except (KeyError, IndexError, TypeError):
            return ...
    return raw


def _seen(value: Any) -> str:
    if value is ...:
        return "…"
    text = msgspec.json.encode(value).decode()
    return text if len(text) <= 60 else text[:57] + "..."
