"""Compressors: a lying receiver with its heads and belt guard on top."""

from ...core.model.item import Item
from ..shapes import Path, comb, ellipse, rect, spokes
from ..sketch import Fills, Sketch, draws, sizes


@draws("compressor")
def _compressor(item: Item, fills: Fills) -> Sketch:
    a, b, h = sizes(item)
    d = max(h - 0.56, h * 0.3)
    plan = (
        rect("body", -a, -b, a, b, b * 0.5),
        rect("light", -a * 0.55, -b * 0.5, a * 0.1, b * 0.3, 0.03),
        *comb("detail", -a * 0.55, -b * 0.5, a * 0.1, b * 0.3, 5),
        rect("part", a * 0.2, -b * 0.5, a * 0.75, b * 0.3, 0.03),
        rect("dark", -a * 0.5, b * 0.5, a * 0.7, b * 0.8, b * 0.14),
    )
    top: tuple[Path, ...] = (
        rect("light", -a * 0.55, d, -a * 0.1, h, 0.03),
        *comb("detail", -a * 0.55, d + 0.06, -a * 0.1, h, 6, upright=False),
        ellipse("part", a * 0.4, d + (h - d) * 0.42, (h - d) * 0.4),
        *spokes("detail", a * 0.4, d + (h - d) * 0.42, 0.03, (h - d) * 0.36, 6),
    )
    feet = tuple(rect("dark", a * s - 0.03, 0, a * s + 0.03, 0.08) for s in (-0.7, 0.7))
    flank = (rect("body", -a, 0.05, a, d + 0.02, d * 0.45), *feet, *top)
    end = (
        ellipse("body", 0, 0.05 + d / 2, min(b * 0.9, d / 2), d / 2),
        rect("light", -b * 0.4, d, b * 0.4, h, 0.03),
        *comb("detail", -b * 0.4, d + 0.06, b * 0.4, h, 6, upright=False),
    )
    return Sketch(plan, flank, end)
