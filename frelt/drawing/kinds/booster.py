"""Booster pumps: a motor behind a round pump head with its two mouths."""

from ...core.model.item import Item
from ..shapes import comb, ellipse, rect
from ..sketch import Fills, Sketch, draws, sizes


@draws("booster")
def _booster(item: Item, fills: Fills) -> Sketch:
    a, b, h = sizes(item)
    plan = (
        rect("body", -a, -b, a, b, b * 0.4),
        rect("light", -a * 0.1, -b * 0.8, a * 0.95, b * 0.8, b * 0.3),
        *comb("detail", 0.0, -b * 0.8, a * 0.8, b * 0.8, 5),
        rect("part", -a * 0.85, -b * 0.9, -a * 0.3, b * 0.9, b * 0.3),
    )
    flank = (
        rect("body", -a, 0, a, h, 0.02),
        rect("light", -a * 0.1, h * 0.12, a * 0.95, h * 0.84, h * 0.16),
        *comb("detail", 0.0, h * 0.12, a * 0.8, h * 0.84, 5),
        rect("part", -a * 0.8, h * 0.1, -a * 0.25, h * 0.9, h * 0.2),
        rect("dark", -a, h * 0.4, -a * 0.8, h * 0.6),
    )
    end = (
        rect("body", -b, 0, b, h, 0.02),
        ellipse("part", 0, h / 2, min(b, h / 2) * 0.9),
        ellipse("dark", 0, h / 2, min(b, h / 2) * 0.3),
    )
    return Sketch(plan, flank, end)
