"""JSON that is refused, with its path, where it is not just what was expected."""

import re
from math import isfinite
from typing import Any, TypeVar

import msgspec

from ..core.base.refusal import bound_in_words
from ..core.base.text import uncapital
from ..core.base.value import BadInput


def parsed(data: bytes) -> Any:
    """The values in some JSON. Raises BadInput for what is cut short, twice, not finite or not UTF-8."""
    import json

    try:
        text = data.decode("utf-8")
    except UnicodeDecodeError as err:
        raise BadInput("$", f"a byte at {err.start} that is not UTF-8", "a UTF-8 text file") from None
    try:
        found = json.loads(text, parse_constant=_Odd, object_pairs_hook=_once)
    except json.JSONDecodeError as err:
        where = f"line {err.lineno}, column {err.colno}"
        raise BadInput(where, uncapital(err.msg), "whole JSON; the file may be cut short") from None
    except RecursionError:
        raise BadInput("$", "brackets nested too deeply", "a rig document") from None
    except ValueError:  # what Python says of a whole number of thousands of digits
        raise BadInput("$", "a whole number of thousands of digits", "figures of this world") from None
    if any(w in text for w in _ODD) or _TOO_LARGE.search(text) or _HALF.search(text):
        _sound(found, "$")
    return found


class _Odd(str):
    """A number that JSON does not have, by its name, until it is known where it stands."""


_ODD = ("NaN", "Infinity")
_TOO_LARGE = re.compile(r"\d[eE]\+?\d{3}")
_HALF = re.compile(r"\\u[dD][89a-fA-F]")


def _sound(value: Any, path: str) -> None:
    """Raises BadInput with the path of the first number that is not finite, or the first text with half of a character in it."""
    if isinstance(value, str) and not isinstance(value, _Odd) and any(0xD800 <= ord(c) < 0xE000 for c in value):
        raise BadInput(path, "half of a character", "text that can be written down")
    if isinstance(value, _Odd) or (isinstance(value, float) and not isfinite(value)):
        raise BadInput(path, f"the number {value}", "finite numbers only")
    if isinstance(value, dict):
        for key, one in value.items():
            _sound(key, path)
            _sound(one, f"{path}.{key}")
    elif isinstance(value, list):
        for n, one in enumerate(value):
            _sound(one, f"{path}[{n}]")


def _once(pairs: list[tuple[str, Any]]) -> dict[str, Any]:
    found = dict(pairs)
    if len(found) < len(pairs):
        names = [k for k, _ in pairs]
        twice = next(k for k in names if names.count(k) > 1)
        raise BadInput("$", f"the key “{twice}” twice in one object", "each key once")
    return found


T = TypeVar("T")


def typed(raw: Any, wanted: type[T]) -> T:
    """The raw values as a type. Raises BadInput with the path of the first that does not fit."""
    try:
        return msgspec.convert(raw, wanted)
    except msgspec.ValidationError as err:
        raise explained(err, raw) from None


_AT = re.compile(r"^(?P<what>.*?)(?: - at `(?P<where>.*)`)?$", re.DOTALL)


def explained(err: msgspec.ValidationError, raw: Any) -> BadInput:
    """What did not fit, with its path, by what the library says of it and the raw values."""
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
        found = seen(_at(raw, where))
        return BadInput(where, wanted[2] if found == "…" and wanted[2] else found, bound_in_words(what))
    return BadInput(where, what, "what docs/file-format.md says")


def _at(raw: Any, where: str) -> Any:
    for key in re.findall(r"\.([^.\[\]]+)|\[(\d+)\]", where):
        try:
            raw = raw[key[0]] if key[0] else raw[int(key[1])]
        except (KeyError, IndexError, TypeError):
            return ...
    return raw


def seen(value: Any) -> str:
    """A value as it stands in the file, cut to a line."""
    if value is ...:
        return "…"
    text = msgspec.json.encode(value).decode()
    return text if len(text) <= 60 else text[:57] + "..."
