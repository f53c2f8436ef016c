"""What of a thing a table has no column for: kept in one cell as JSON, so that what is written is read back equal.

Only what differs is in it: an object by field, a list of the same length by number; what is null there goes back to its usual value.
"""

from collections.abc import Callable, Sequence
from typing import Any, TypeVar

import msgspec
from msgspec import Struct

from ..core.base.value import BadInput
from .rows import Row
from .strict import parsed, typed

COLUMN = "rest"
S = TypeVar("S", bound=Struct)


def within_bounds(value: S, row: Row) -> S:
    """What a row made, if all of it is within the bounds of its types. Raises BadInput with the row and the field."""
    try:
        typed(msgspec.to_builtins(value), type(value))
    except BadInput as err:
        raise BadInput(f"row {row.line}, {err.where.removeprefix('$.')}", err.found, err.expected, row.file) from None
    return value


def readable(cells: dict[str, object], make: Callable[[Row], S], required: Sequence[str]) -> tuple[dict[str, object], S]:
    """Cells of which a thing can be made, and that: what a column cannot hold is left out of it and left to the rest.

    Raises BadInput where a required cell cannot be read.
    """
    left = dict(cells)
    while True:
        row = Row("", 2, {c: str(v) for c, v in left.items()})
        try:
            return left, make(row)
        except BadInput as err:
            column = err.where.rpartition("column ")[2]
            if column in required or not left.get(column):
                raise
            left[column] = ""


def rest_of(wanted: Struct, told: Struct) -> str:
    """What has to be said beside the other columns, from which `told` is made, to come to what is wanted; empty for nothing."""
    patch = _difference(msgspec.to_builtins(wanted), msgspec.to_builtins(told))
    return "" if patch is None else msgspec.json.encode(patch).decode()


def with_rest(made: S, row: Row) -> S:
    """What the other columns of a row made, with what its rest says. Raises BadInput."""
    return told_with(made, row, lambda raw: typed(raw, type(made)))


def told_with(made: S, row: Row, typed_as: Callable[[Any], S]) -> S:
    """What the other columns of a row made, with what its rest says, by a function that makes it of raw values."""
    text = row.text(COLUMN)
    if not text:
        return made
    try:
        return typed_as(_patched(msgspec.to_builtins(made), parsed(text.encode())))
    except BadInput as err:
        raise row.bad(COLUMN, f"{err.expected} at {err.where}, as Frelt writes it; or nothing") from None


def _difference(wanted: Any, told: Any) -> Any:
    """None where both are the same."""
    if isinstance(wanted, dict) and isinstance(told, dict):
        patch = {k: None for k in told if k not in wanted}
        for key, one in wanted.items():
            own = _difference(one, told[key]) if key in told else one
            if own is not None:
                patch[key] = own
        return patch or None
    if isinstance(wanted, list) and isinstance(told, list) and len(wanted) == len(told):
        own = {str(n): d for n, (a, b) in enumerate(zip(wanted, told, strict=True)) if (d := _difference(a, b)) is not None}
        return own or None
    return None if wanted == told and type(wanted) is type(told) else wanted


def _patched(told: Any, patch: Any) -> Any:
    if isinstance(patch, dict) and isinstance(told, dict):
        kept = {k: v for k, v in told.items() if not (k in patch and patch[k] is None)}
        return kept | {k: _patched(told[k], p) if k in told else p for k, p in patch.items() if p is not None}
    if isinstance(patch, dict) and isinstance(told, list) and all(k.isdecimal() and int(k) < len(told) for k in patch):
        return [_patched(one, patch[str(n)]) if str(n) in patch else one for n, one in enumerate(told)]
    return patch
