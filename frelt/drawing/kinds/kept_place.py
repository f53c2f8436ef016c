"""Kept places: an empty rectangle with its corners marked."""

from ...core.model.item import Item
from ..shapes import Path, line, rect
from ..sketch import Fills, Sketch, draws, sizes


@draws("kept-place")
def _kept(item: Item, fills: Fills) -> Sketch:
    a, b, h = sizes(item)

    def corners(x0: float, y0: float, x1: float, y1: float) -> tuple[Path, ...]:
        d = min(x1 - x0, y1 - y0) * 0.22
        made: list[Path] = [rect("kept", x0, y0, x1, y1)]
        for x, sx in ((x0, 1), (x1, -1)):
            for y, sy in ((y0, 1), (y1, -1)):
                made.append(line("kept.corner", (x + sx * d, y), (x, y), (x, y + sy * d)))
        return tuple(made)

    return Sketch(corners(-a, -b, a, b), corners(-a, 0, a, h), corners(-b, 0, b, h))
