"""How well sizes and places are known, where things meet: what lies within that is to be taped, not condemned."""

from math import sqrt

from ..model.item import Item

PLACED = 0.005  # of a place that was dragged or typed [m]; common practice, no source: what a tape along a deck is good for


def in_plan(item: Item) -> float:
    """± of where an item's edge is in plan [m]: half of its least known size's ±, and that of its place."""
    return sqrt((max(item.length.plus_minus, item.width.plus_minus) / 2) ** 2 + PLACED**2)


def upward(item: Item) -> float:
    """± of where an item's top is [m]."""
    return sqrt(item.height.plus_minus**2 + PLACED**2)


def together(*parts: float) -> float:
    """Root of squares."""
    return sqrt(sum(p * p for p in parts))


def to_tape(*items: Item) -> str:
    """What to measure first: the plan size with the greatest ±, in words; empty where all are known."""
    sizes = [(getattr(i, n).plus_minus, f"the {n} of {i.name}") for i in items for n in ("length", "width")]
    most, words = max(sizes)
    return words if most > 0 else ""
