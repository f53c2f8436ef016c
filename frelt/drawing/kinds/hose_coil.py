"""Coils of hose: rings seen flat, a roll seen on edge."""

from ...core.model.item import Item
from ..shapes import Path, ellipse, line, rect
from ..sketch import Fills, Sketch, draws, sizes


@draws("hose-coil")
def _coil(item: Item, fills: Fills) -> Sketch:
    a, b, h = sizes(item)
    rings = tuple(ellipse("detail", 0, 0, a * s, b * s) for s in (0.92, 0.84, 0.76))
    plan = (ellipse("body", 0, 0, a, b), *rings, ellipse("light", 0, 0, a * 0.68, b * 0.68))

    def edge(half: float) -> tuple[Path, ...]:
        return (
            rect("body", -half, 0, half, h, h * 0.45),
            *(line("detail", (-half * 0.96, h * s), (half * 0.96, h * s)) for s in (0.33, 0.66)),
        )

    return Sketch(plan, edge(a), edge(b))
