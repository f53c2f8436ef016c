"""What a kind of equipment is. To add one: a file in `core/kinds` that calls `register`, and one in
`drawing/kinds` with its strokes; both are found by import, and a test holds that they pair up.
"""

from collections.abc import Callable
from math import cos, pi, sin

from msgspec import Struct

from .item import Item

Outline = tuple[tuple[float, float], ...]
ROUND_SIDES = 32


class Kind(Struct, frozen=True):
    """outline: corners of the item in its own frame, counter-clockwise in x, y [m]."""

    id: str
    title: str
    outline: Callable[[Item], Outline]


KINDS: dict[str, Kind] = {}


def register(kind: Kind) -> None:
    """Add a kind. Raises ValueError where its id is taken."""
    if kind.id in KINDS:
        raise ValueError(f"kind {kind.id} is registered twice")
    KINDS[kind.id] = kind


def rectangle(item: Item) -> Outline:
    """The item's length by width."""
    a, b = item.length.value / 2, item.width.value / 2
    return ((-a, -b), (a, -b), (a, b), (-a, b))


def ellipse(item: Item) -> Outline:
    """A polygon around the ellipse of length by width, so that nothing round is taken too small."""
    grow = 1 / cos(pi / ROUND_SIDES)
    a, b = item.length.value / 2 * grow, item.width.value / 2 * grow
    steps = (2 * pi * (i + 0.5) / ROUND_SIDES for i in range(ROUND_SIDES))
    return tuple((a * cos(t), b * sin(t)) for t in steps)


def outline(item: Item) -> Outline:
    """The outline that counts: the item's own corners where given, else its kind's."""
    if item.outline:
        return item.outline
    kind = KINDS.get(item.kind)
    return kind.outline(item) if kind is not None else rectangle(item)
