"""Ladders: two rails and rungs."""

from ...core.model.item import Item
from ..shapes import comb, ellipse, line, rect
from ..sketch import Fills, Sketch, draws, sizes


@draws("ladder")
def _ladder(item: Item, fills: Fills) -> Sketch:
    a, b, h = sizes(item)
    rungs = max(int(2 * a / 0.3), 2)
    plan = (
        rect("body", -a, -b, a, b, 0.01),
        *(line("bar", (-a, b * s), (a, b * s)) for s in (-0.8, 0.8)),
        *comb("detail", -a, -b * 0.8, a, b * 0.8, rungs),
    )
    flank = (
        rect("body", -a, 0, a, h, 0.01),
        line("detail", (-a, h / 2), (a, h / 2)),
        *(ellipse("dark", -a + 2 * a * (n + 0.5) / rungs, h * 0.28, 0.014) for n in range(rungs)),
    )
    end = (
        rect("body", -b, 0, b, h, 0.01),
        *(rect("part", b * s - 0.02, 0, b * s + 0.02, h) for s in (-0.8, 0.8)),
        line("detail", (-b * 0.8, h / 2), (b * 0.8, h / 2)),
    )
    return Sketch(plan, flank, end)
