"""Lamps: a lens of bars."""

from ...core.model.item import Item
from ..shapes import comb, rect
from ..sketch import Fills, Sketch, draws, sizes


@draws("lamp")
def _lamp(item: Item, fills: Fills) -> Sketch:
    a, b, h = sizes(item)
    face = (
        rect("body", -b, 0, b, h, 0.02),
        rect("light", -b * 0.88, h * 0.2, b * 0.88, h * 0.85, 0.01),
        *comb("detail", -b * 0.88, h * 0.2, b * 0.88, h * 0.85, 5),
    )
    return Sketch(
        (rect("body", -a, -b, a, b, 0.02), *comb("detail", -a, -b, a, b, 3)),
        (rect("body", -a, 0, a, h, 0.02), rect("light", a * 0.3, h * 0.2, a, h * 0.85)),
        face,
    )
