"""Toolboxes: lid, hasp and ribs."""

from math import pi

from ...core.model.item import Item
from ..shapes import Path, arc, line, rect
from ..sketch import Fills, Sketch, draws, sizes


@draws("toolbox")
def _toolbox(item: Item, fills: Fills) -> Sketch:
    a, b, h = sizes(item)
    plan = (
        rect("body", -a, -b, a, b, 0.02),
        line("detail", (-a, b * 0.72), (a, b * 0.72)),
        rect("dark", -a * 0.12, -b * 0.98, a * 0.12, -b * 0.8, 0.01),
        *(line("detail", (a * s, -b * 0.7), (a * s, b * 0.6)) for s in (-0.5, 0.5)),
    )

    def view(half: float) -> tuple[Path, ...]:
        return (
            rect("body", -half, 0, half, h, 0.02),
            line("detail", (-half, h * 0.68), (half, h * 0.68)),
            rect("dark", -min(half * 0.14, 0.09), h * 0.58, min(half * 0.14, 0.09), h * 0.74, 0.015),
            line("detail", (-half * 0.9, h * 0.3), (half * 0.9, h * 0.3)),
            arc("detail", 0, h * 0.84, min(half * 0.3, 0.14), h * 0.08, 0, pi),
        )

    return Sketch(plan, view(a), view(b))
