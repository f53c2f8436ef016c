"""Stand-alone heaters: a banded upright coil with its flue, the burner in front."""

from ...core.model.item import Item
from ..shapes import ellipse, line, rect, spokes
from ..sketch import Fills, Sketch, draws, sizes


@draws("heater")
def _heater(item: Item, fills: Fills) -> Sketch:
    a, b, h = sizes(item)
    r, cx = b, -a + b
    plan = (
        ellipse("body", cx, 0, r),
        ellipse("detail", cx, 0, r * 0.8),
        ellipse("dark", cx, 0, r * 0.24),
        *spokes("detail", cx, 0, r * 0.24, r * 0.8, 8),
        rect("part", cx + r * 0.8, -b * 0.4, a, b * 0.4, 0.03),
        ellipse("dark", (cx + r + a) / 2, 0, min(b * 0.2, 0.06)),
    )

    def drum(x0: float, x1: float) -> tuple[object, ...]:
        mid = (x0 + x1) / 2
        wide = x1 - x0
        return (
            rect("body", x0, h * 0.04, x1, h * 0.88, 0.05),
            *(line("detail", (x0, h * s), (x1, h * s)) for s in (0.24, 0.46, 0.68)),
            rect("dark", mid - wide * 0.12, h * 0.88, mid + wide * 0.12, h, 0.01),
            *(rect("dark", x0 + wide * s - 0.02, 0, x0 + wide * s + 0.02, h * 0.04) for s in (0.15, 0.85)),
        )

    flank = (
        *drum(-a, cx + r),
        rect("part", cx + r, h * 0.1, a, h * 0.42, 0.03),
        ellipse("dark", (cx + r + a) / 2, h * 0.26, 0.05),
    )
    end = (*drum(-b, b), rect("part", -b * 0.4, h * 0.1, b * 0.4, h * 0.42, 0.03), ellipse("dark", 0, h * 0.26, 0.07))
    return Sketch(plan, flank, end)  # type: ignore[arg-type]
