"""Racks: a frame of bars that lies against what carries it."""

from ...core.model.item import Item
from ..shapes import comb, rect
from ..sketch import Fills, Sketch, draws, sizes


@draws("rack")
def _rack(item: Item, fills: Fills) -> Sketch:
    a, b, h = sizes(item)
    plan = (rect("open", -a, -b, a, b, 0.01), *comb("detail", -a, -b, a, b, 5), *comb("detail", -a, -b, a, b, 4, upright=False))
    return Sketch(
        plan,
        (rect("open", -a, 0, a, h), *comb("detail", -a, 0, a, h, 5)),
        (rect("open", -b, 0, b, h), *comb("detail", -b, 0, b, h, 4)),
    )
