"""Recovery vacuums: a blower with a snail and its intake."""

from ...core.model.item import Item
from ..shapes import Path, arc, comb, ellipse, rect
from ..sketch import Fills, Sketch, draws, sizes


@draws("vacuum")
def _vacuum(item: Item, fills: Fills) -> Sketch:
    a, b, h = sizes(item)
    r = min(a * 0.42, h * 0.34)

    def snail(x: float, y: float) -> tuple[Path, ...]:
        return (
            ellipse("part", x, y, r),
            arc("detail", x, y, r * 0.66, r * 0.66, 0.4, 5.6),
            ellipse("dark", x, y, r * 0.24),
            rect("part", x - r * 1.0, y + r * 0.3, x - r * 0.5, min(y + r * 1.5, h * 0.98), 0.02),
        )

    plan = (
        rect("body", -a, -b, a, b, 0.03),
        rect("part", -a * 0.9, -b * 0.6, -a * 0.1, b * 0.6, b * 0.3),
        rect("light", a * 0.05, -b * 0.7, a * 0.9, b * 0.7, 0.03),
        *comb("detail", a * 0.05, -b * 0.7, a * 0.9, b * 0.7, 5),
    )
    flank = (
        rect("body", -a, 0, a, h, 0.03),
        *snail(-a * 0.45, h * 0.42),
        rect("light", a * 0.1, h * 0.1, a * 0.9, h * 0.7, 0.03),
        *comb("detail", a * 0.1, h * 0.1, a * 0.9, h * 0.7, 5, upright=False),
        rect("dark", -a * 0.94, 0, a * 0.94, h * 0.05),
    )
    end = (rect("body", -b, 0, b, h, 0.03), *snail(0, h * 0.42), rect("dark", -b * 0.94, 0, b * 0.94, h * 0.05))
    return Sketch(plan, flank, end)
