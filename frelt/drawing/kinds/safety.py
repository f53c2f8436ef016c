"""Safety gear: an extinguisher's bottle and horn; kits and boxes with a bar in a ring."""

from ...core.kind.registry import given
from ...core.model.item import Item
from ..shapes import Path, ellipse, line, rect
from ..sketch import Fills, Sketch, draws, sizes


@draws("safety")
def _safety(item: Item, fills: Fills) -> Sketch:
    a, b, h = sizes(item)
    if given(item).word("what") == "fire extinguisher":

        def bottle(half: float) -> tuple[Path, ...]:
            return (
                rect("body", -half * 0.7, 0, half * 0.7, h * 0.82, half * 0.5),
                rect("dark", -half * 0.2, h * 0.82, half * 0.2, h * 0.9),
                line("bar", (-half * 0.2, h * 0.93), (half * 0.8, h)),
                line("detail", (half * 0.2, h * 0.86), (half, h * 0.7), (half * 0.9, h * 0.3)),
                rect("light", -half * 0.5, h * 0.3, half * 0.5, h * 0.6),
            )

        return Sketch(
            (ellipse("body", 0, 0, a * 0.7, b * 0.7), ellipse("dark", 0, 0, a * 0.2), line("bar", (0, 0), (a, 0))),
            bottle(a),
            bottle(b),
        )

    def case(half: float) -> tuple[Path, ...]:
        r = min(half, h / 2) * 0.5
        return (
            rect("body", -half, 0, half, h, 0.03),
            ellipse("light", 0, h / 2, r),
            rect("dark", -r * 0.6, h / 2 - r * 0.14, r * 0.6, h / 2 + r * 0.14),
        )

    return Sketch((rect("body", -a, -b, a, b, 0.03), line("detail", (-a, -b * 0.6), (a, -b * 0.6))), case(a), case(b))
