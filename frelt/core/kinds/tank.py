"""Tanks: round in plan where upright cylinders, else as long as wide as they are."""

from ..item import Item
from ..kind import Kind, Outline, ellipse, rectangle, register


def _outline(item: Item) -> Outline:
    return ellipse(item) if any(t.shape == "upright cylinder" for t in item.tanks) else rectangle(item)


register(Kind("tank", "Tank", _outline))
