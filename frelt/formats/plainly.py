"""What is wrong with a file that will not open, as a builder is told: by the names of rigs and things, never by the signs of the file."""

import json
import re
from typing import Any

from ..core.base.value import BadInput

FIELDS = {"u": "place along its deck", "v": "place across its deck", "x": "station", "y": "side", "z": "height"}
LISTS = {"rigs": "rig", "items": "thing", "states": "state", "decks": "deck", "axles": "axle", "doors": "door", "parts": "part"}


def plainly(err: BadInput, data: bytes) -> str:
    """What was found where and expected, without the file's name. data: what stands in the file."""
    if err.where == "$.format" or (not err.where.startswith("$") and not _looks_like_ours(data)):
        return "this is no rig of Frelt"
    if not err.where.startswith("$"):
        return f"the file is cut short or was changed by hand: it cannot be read on from {err.where}"
    if err.where == "$.version":
        return f"it was written by another version of Frelt: {err.found}, expected {err.expected}"
    where = _where(err.where, data)
    if err.found == "a key that is not known here":
        return f"{where}: Frelt knows nothing of that name here"
    expected = err.expected.replace("this key, which is required", "something, which has to be there")
    return f"{where}: {err.found}, expected {expected}"


def _looks_like_ours(data: bytes) -> bool:
    return b'"frelt"' in data[:400]


def _where(path: str, data: bytes) -> str:
    """The things that a path leads to by their names, the last two of them, and the field."""
    try:
        here: Any = json.loads(data)
    except ValueError:
        here = None
    things: list[str] = []
    fields: list[str] = []
    before = ""
    for key, number in re.findall(r"\.([^.\[\]]+)|\[(\d+)\]", path):
        try:
            here = here[int(number)] if number else here[key]
        except (KeyError, IndexError, TypeError):
            here = None
        name = here.get("name") if isinstance(here, dict) else None
        if isinstance(name, str) and name:
            things, fields = [*things, f"“{name[:40]}”"], []
        elif number:
            things, fields = [*things, f"{LISTS.get(before, 'number')} {int(number) + 1}"], []
        elif key not in LISTS:
            fields.append(FIELDS.get(key, key.replace("_", " ")))
        before = key or before
    return ", ".join([*things[-2:], *fields[-2:]]) or "the file"
