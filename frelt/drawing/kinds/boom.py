"""Booms: a post, an arm and the hose along it."""

from ...core.model.item import Item
from ..shapes import ellipse, line, rect
from ..sketch import Fills, Sketch, draws, sizes


@draws("boom")
def _boom(item: Item, fills: Fills) -> Sketch:
    a, b, h = sizes(item)
    plan = (
        rect("open", -a, -b, a, b),
        rect("part", -a, -0.03, a, 0.03, 0.01),
        ellipse("body", -a + 0.06, 0, 0.07),
        ellipse("dark", -a + 0.06, 0, 0.02),
        line("hose.other", (-a + 0.06, 0.0), (a - 0.04, 0.0)),
    )
    side = (
        rect("open", -a, 0, a, h),
        rect("part", -a, 0, -a + 0.06, h, 0.01),
        rect("part", -a, h - 0.05, a, h, 0.01),
        line("detail", (-a + 0.06, h - 0.35), (-a + 0.4, h - 0.05)),
        line("hose.other", (-a + 0.09, 0.1), (-a + 0.09, h - 0.09), (a - 0.06, h - 0.09)),
    )
    end = (rect("open", -b, 0, b, h), rect("part", -0.03, 0, 0.03, h, 0.01), rect("body", -b * 0.6, 0, b * 0.6, 0.03, 0.01))
    return Sketch(plan, side, end)
