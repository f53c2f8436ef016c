"""Generators: a round-cornered case with outlets and louvers."""

from ...core.model.item import Item
from ..shapes import Path, comb, ellipse, line, rect
from ..sketch import Fills, Sketch, draws, sizes


@draws("generator")
def _generator(item: Item, fills: Fills) -> Sketch:
    a, b, h = sizes(item)
    plan = (
        rect("body", -a, -b, a, b, 0.06),
        rect("part", -a * 0.7, -b * 0.66, a * 0.5, b * 0.66, 0.05),
        ellipse("dark", -a * 0.3, 0, min(a, b) * 0.14),
        *comb("detail", a * 0.56, -b * 0.6, a * 0.92, b * 0.6, 3),
    )

    def view(half: float) -> tuple[Path, ...]:
        return (
            rect("body", -half, 0, half, h, 0.06),
            rect("part", -half * 0.78, h * 0.7, half * 0.78, h * 0.92, 0.05),
            rect("light", -half * 0.8, h * 0.16, half * 0.1, h * 0.62, 0.03),
            *comb("detail", -half * 0.8, h * 0.16, half * 0.1, h * 0.62, 4, upright=False),
            *(ellipse("light", half * s, h * 0.4, min(half * 0.12, h * 0.08)) for s in (0.32, 0.66)),
            line("detail", (half * 0.2, h * 0.22), (half * 0.8, h * 0.22)),
        )

    return Sketch(plan, view(a), view(b))
