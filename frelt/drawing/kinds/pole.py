"""Poles in their tube: a long pipe with caps."""

from ...core.model.item import Item
from ..shapes import ellipse, line, rect
from ..sketch import Fills, Sketch, draws, sizes


@draws("pole")
def _pole(item: Item, fills: Fills) -> Sketch:
    a, b, h = sizes(item)

    def tube(low: float, high: float) -> tuple[object, ...]:
        mid = (low + high) / 2
        return (
            rect("body", -a, low, a, high, 0.02),
            rect("dark", -a, low, -a + 0.06, high, 0.02),
            rect("part", a - 0.08, low, a, high, 0.02),
            line("detail", (-a + 0.06, mid), (a - 0.08, mid)),
        )

    end = (
        ellipse("body", 0, h / 2, b, h / 2),
        ellipse("detail", 0, h / 2, b * 0.7, h * 0.35),
        ellipse("dark", 0, h / 2, b * 0.25, h * 0.12),
    )
    return Sketch(tube(-b, b), tube(0, h), end)  # type: ignore[arg-type]
