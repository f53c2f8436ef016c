"""Purified-water packs: upright housings side by side on a frame, a gauge above."""

from ...core.model.item import Item
from ..shapes import Path, ellipse, line, rect
from ..sketch import Fills, Sketch, draws, sizes


@draws("pure-water")
def _pack(item: Item, fills: Fills) -> Sketch:
    a, b, h = sizes(item)

    def side(half: float, count: int) -> tuple[Path, ...]:
        step = 2 * half / count
        made: list[Path] = [rect("open", -half, 0, half, h), rect("dark", -half, 0, half, 0.04)]
        for n in range(count):
            x = -half + step * (n + 0.5)
            made += [
                rect("light", x - step * 0.36, 0.06, x + step * 0.36, h * 0.78, step * 0.2),
                rect("part", x - step * 0.4, h * 0.72, x + step * 0.4, h * 0.8, 0.01),
            ]
        return (
            *made,
            ellipse("light", 0, h * 0.91, min(half * 0.3, h * 0.07)),
            line("detail", (0, h * 0.91), (half * 0.16, h * 0.95)),
        )

    r = min(a, b) * 0.42
    plan = (
        rect("body", -a, -b, a, b, 0.02),
        *(ellipse("light", a * sx, b * sy, r) for sx in (-0.48, 0.48) for sy in (-0.48, 0.48)),
    )
    return Sketch(plan, side(a, 3), side(b, 2))
