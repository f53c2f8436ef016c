"""A path inside a document in words: what somebody clicked is never told to him as a path."""

import re
from typing import Any

from .document import Document
from .rig import Rig

# What a field is called where its name alone says little.
CALLED = {
    "u": "place along its deck",
    "v": "place across its deck",
    "off": "height above its deck",
    "place": "",
    "value": "",
    "empty": "empty weight",
    "plus_minus": "±",
    "at": "place",
    "x": "station",
    "y": "side",
    "z": "height",
    "each_end": "tires at each end",
    "reach_up": "reach upward",
    "walk_width": "width of a walking person",
    "coupler_x": "station of the coupler",
    "coupler_z": "height of the coupler",
    "jack_x": "station of the jack",
    "stands_x": "station of the rear stands",
    "ball_x": "station of the ball",
    "ball_z": "height of the ball",
    "when": "time",
}
_STEP = re.compile(r"\.([^.\[\]]+)|\[(\d+)\]")


def in_words(path: str, document: Document) -> str:
    """The things and the field that a path leads to, by their names; “the document” where it leads to no thing."""
    here: Any = document
    things: list[str] = []
    fields: list[str] = []
    for key, number in _STEP.findall(path):
        before = here
        try:
            here = here[int(number)] if number else here[key] if isinstance(here, dict) else getattr(here, key)
        except (AttributeError, KeyError, IndexError, TypeError):
            here = None
        name = getattr(here, "name", None)
        if isinstance(here, Rig) and len(document.rigs) == 1:
            continue
        if isinstance(name, str) and name:
            things, fields = [*things[-1:], name if len(name) <= 40 else f"{name[:38]}…"], []
        elif key and not (isinstance(before, Document) and key == "rigs"):
            fields.append(CALLED.get(key, key.replace("_", " ")))
    said = [f"“{t}”" for t in things[-2:]] + [w for w in fields if w]
    return ", ".join(said) or "the document"
