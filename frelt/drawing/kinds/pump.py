"""Soft-wash pumps: a ribbed motor before a round head."""

from ...core.model.item import Item
from ..shapes import comb, ellipse, rect
from ..sketch import Fills, Sketch, draws, sizes


@draws("pump")
def _pump(item: Item, fills: Fills) -> Sketch:
    a, b, h = sizes(item)
    top = (
        rect("body", -a, -b, a, b, 0.02),
        rect("light", -a * 0.1, -b * 0.5, a * 0.86, b * 0.5, b * 0.3),
        *comb("detail", a * 0.1, -b * 0.5, a * 0.7, b * 0.5, 3),
        ellipse("part", -a * 0.5, 0, min(a * 0.36, b * 0.7)),
        ellipse("dark", -a * 0.5, 0, min(a * 0.12, b * 0.2)),
    )
    flank = (
        rect("body", -a, 0, a, h, 0.02),
        rect("light", -a * 0.1, h * 0.22, a * 0.86, h * 0.72, h * 0.15),
        *comb("detail", a * 0.1, h * 0.22, a * 0.7, h * 0.72, 3),
        rect("part", -a * 0.86, h * 0.15, -a * 0.14, h * 0.82, 0.03),
        rect("dark", -a * 0.9, 0, a * 0.9, h * 0.08),
    )
    end = (
        rect("body", -b, 0, b, h, 0.02),
        ellipse("part", 0, h * 0.48, min(b * 0.7, h * 0.36)),
        ellipse("dark", 0, h * 0.48, min(b * 0.2, h * 0.1)),
    )
    return Sketch(top, flank, end)
