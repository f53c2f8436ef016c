"""Air dryers: two columns; cooling coils: a finned pipe."""

from ...core.model.item import Item
from ..shapes import comb, ellipse, line, rect
from ..sketch import Fills, Sketch, draws, sizes


@draws("air-dryer")
def _dryer(item: Item, fills: Fills) -> Sketch:
    a, b, h = sizes(item)
    if a > 1.5 * b:
        flank = (
            rect("body", -a, 0, a, h, 0.02),
            *(line("detail", (-a * 0.9, h * s), (a * 0.9, h * s)) for s in (0.2, 0.4, 0.6, 0.8)),
            *comb("detail", -a, h * 0.1, a, h * 0.9, 11),
        )
        end = (rect("body", -b, 0, b, h, 0.02), *(ellipse("light", 0, h * s, b * 0.5) for s in (0.2, 0.5, 0.8)))
        return Sketch((rect("body", -a, -b, a, b, 0.02), *comb("detail", -a, -b, a, b, 11)), flank, end)

    def columns(half: float) -> tuple[object, ...]:
        return (
            rect("body", -half, 0, half, h, 0.03),
            *(
                rect("light", half * s - half * 0.36, h * 0.12, half * s + half * 0.36, h * 0.9, half * 0.3)
                for s in (-0.46, 0.46)
            ),
            line("detail", (-half * 0.46, h * 0.06), (half * 0.46, h * 0.06)),
        )

    plan = (rect("body", -a, -b, a, b, 0.02), *(ellipse("light", 0, b * s, b * 0.4) for s in (-0.46, 0.46)))
    return Sketch(plan, columns(a), columns(b))  # type: ignore[arg-type]
