"""Chargers and inverters: a finned case with two terminals."""

from ...core.model.item import Item
from ..shapes import comb, ellipse, rect
from ..sketch import Fills, Sketch, draws, sizes


@draws("converter")
def _converter(item: Item, fills: Fills) -> Sketch:
    a, b, h = sizes(item)
    plan = (
        rect("body", -a, -b, a, b, 0.01),
        *comb("detail", -a * 0.6, -b, a * 0.95, b, 9),
        *(ellipse("dark", -a * 0.8, b * s, min(a, b) * 0.14) for s in (-0.4, 0.4)),
    )
    end = (rect("body", -b, 0, b, h, 0.01), *(ellipse("dark", b * s, h * 0.5, min(b, h) * 0.16) for s in (-0.4, 0.4)))
    return Sketch(plan, (rect("body", -a, 0, a, h, 0.01), *comb("detail", -a, h * 0.2, a, h * 0.8, 3, upright=False)), end)
