"""Backpack sprayers: a tank with its lid, pump lever and straps."""

from ...core.model.item import Item
from ..shapes import arc, ellipse, line, rect
from ..sketch import Fills, Sketch, draws, sizes


@draws("sprayer")
def _sprayer(item: Item, fills: Fills) -> Sketch:
    a, b, h = sizes(item)
    r = min(a, b) * 0.4
    plan = (rect("body", -a, -b, a, b, a * 0.5), ellipse("light", 0, 0, r), line("bar", (0, b * 0.8), (a, b * 0.8)))
    front = (
        rect("body", -b, 0, b, h * 0.9, b * 0.4),
        rect("dark", -b * 0.3, h * 0.9, b * 0.3, h),
        arc("detail", -b * 0.4, h * 0.45, b * 0.3, h * 0.3, 1.2, 5.0),
        arc("detail", b * 0.4, h * 0.45, b * 0.3, h * 0.3, -1.9, 1.9),
    )
    flank = (
        rect("body", -a, 0, a * 0.8, h * 0.9, a * 0.4),
        rect("dark", -a * 0.4, h * 0.9, a * 0.3, h),
        line("bar", (a * 0.8, h * 0.2), (a, h * 0.3), (a, h * 0.7)),
    )
    return Sketch(plan, flank, front)
