"""Free items: a crate."""

from ...core.model.item import Item
from ..shapes import Path, rect
from ..sketch import Fills, Sketch, draws, sizes


@draws("box")
def _box(item: Item, fills: Fills) -> Sketch:
    a, b, h = sizes(item)

    def crate(x0: float, y0: float, x1: float, y1: float) -> tuple[Path, ...]:
        d = min(x1 - x0, y1 - y0) * 0.16
        return (rect("body", x0, y0, x1, y1, 0.02), rect("detail", x0 + d, y0 + d, x1 - d, y1 - d, 0.02))

    return Sketch(crate(-a, -b, a, b), crate(-a, 0, a, h), crate(-b, 0, b, h))
