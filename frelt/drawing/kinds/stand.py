"""Stands: a plate on four legs, open below."""

from ...core.model.item import Item
from ..shapes import Path, comb, line, rect
from ..sketch import Fills, Sketch, draws, sizes


@draws("stand")
def _stand(item: Item, fills: Fills) -> Sketch:
    a, b, h = sizes(item)

    def side(half: float) -> tuple[Path, ...]:
        legs = tuple(rect("dark", half * s - 0.02, 0, half * s + 0.02, h - 0.04) for s in (-0.93, 0.93))
        return (
            rect("open", -half, 0, half, h),
            *legs,
            line("detail", (-half * 0.93, h * 0.3), (half * 0.93, h * 0.3)),
            rect("part", -half, h - 0.05, half, h, 0.01),
        )

    return Sketch((rect("body", -a, -b, a, b, 0.02), *comb("detail", -a, -b, a, b, 5)), side(a), side(b))
