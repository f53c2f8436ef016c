"""Outlines and boxes of items in their own frame, and the room beside them."""

from collections.abc import Sequence
from math import cos, pi, sin
from typing import Literal

from ..model.item import Item
from .kind import Box, FaceSide, Outline, Service

ROUND_SIDES = 32


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


def whole(item: Item) -> Box:
    """The box of an item in its own frame."""
    a, b = item.length.value / 2, item.width.value / 2
    return -a, -b, 0.0, a, b, item.height.value


def beside(
    item: Item,
    what: str,
    side: FaceSide,
    depth: float,
    span: tuple[float, float] = (0.0, 1.0),
    heights: tuple[float, float] = (0.0, 1.0),
    often: Literal["daily", "now and then"] = "now and then",
) -> Service:
    """A place on one side of an item that wants a depth of free room before it [m].

    span: the part of that side, from front to back or left to right; heights: the part of its height; both shares.
    """
    a, b, h = item.length.value / 2, item.width.value / 2, item.height.value
    s0, s1 = span[0] * 2 - 1, span[1] * 2 - 1
    z0, z1 = heights[0] * h, heights[1] * h
    mid = (s0 + s1) / 2
    room: Box
    if side in ("front", "back"):
        x = -a if side == "front" else a
        room = (min(x, x + (depth if x > 0 else -depth)), s0 * b, z0, max(x, x + (depth if x > 0 else -depth)), s1 * b, z1)
        at = (x, mid * b, (z0 + z1) / 2)
    elif side in ("left", "right"):
        y = -b if side == "left" else b
        room = (s0 * a, min(y, y + (depth if y > 0 else -depth)), z0, s1 * a, max(y, y + (depth if y > 0 else -depth)), z1)
        at = (mid * a, y, (z0 + z1) / 2)
    else:
        reach = heights[1] * b
        room = (s0 * a, -reach, h, s1 * a, reach, h + depth)
        at = (mid * a, 0.0, h)
    return Service(what, side, at, room, often)


LEG = 0.04  # of a leg or post, square [m]; from memory


def legs_and_plates(item: Item, plates: Sequence[tuple[float, float]], top: float) -> tuple[Box, ...]:
    """Four legs up to a height and plates as wide as the item, each from one height to another [m]."""
    a, b = item.length.value / 2, item.width.value / 2
    leg = min(LEG, a, b)
    corners = ((-a, -b), (a - leg, -b), (-a, b - leg), (a - leg, b - leg))
    legs = tuple((x, y, 0.0, x + leg, y + leg, top) for x, y in corners)
    return (*legs, *((-a, -b, low, a, b, high) for low, high in plates))
