"""Batteries: two posts and a lid."""

from ...core.model.item import Item
from ..shapes import Path, ellipse, line, rect
from ..sketch import Fills, Sketch, draws, sizes


@draws("battery")
def _battery(item: Item, fills: Fills) -> Sketch:
    a, b, h = sizes(item)
    r = min(a, b) * 0.2
    plan = (
        rect("body", -a, -b, a, b, 0.015),
        ellipse("dark", -a * 0.62, b * 0.5, r),
        ellipse("light", a * 0.62, b * 0.5, r),
        line("detail", (a * 0.62 - r, b * 0.5), (a * 0.62 + r, b * 0.5)),
        line("detail", (-a * 0.8, -b * 0.3), (a * 0.8, -b * 0.3)),
    )

    def view(half: float, posts: bool) -> tuple[Path, ...]:
        shell = (rect("body", -half, 0, half, h * 0.9, 0.015), rect("part", -half, h * 0.72, half, h * 0.9, 0.01))
        tops = tuple(rect("dark", half * s - 0.02, h * 0.9, half * s + 0.02, h) for s in ((-0.62, 0.62) if posts else (0.4,)))
        return (*shell, *tops)

    return Sketch(plan, view(a, True), view(b, False))
