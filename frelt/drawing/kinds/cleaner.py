"""Surface cleaners: a round deck with its bar of tips, and the handle when it stands."""

from math import cos, pi, sin

from ...core.kind.registry import given
from ...core.model.item import Item
from ..shapes import Path, ellipse, line, rect
from ..sketch import Fills, Sketch, draws, sizes


@draws("cleaner")
def _cleaner(item: Item, fills: Fills) -> Sketch:
    a, b, h = sizes(item)
    if given(item).word("stowed") == "hung flat":
        r = min(b, h / 2)
        face = (ellipse("body", 0, h / 2, b, h / 2), *_bar(0, h / 2, r))
        flank = (rect("body", -a, 0, a, h, a * 0.3), rect("dark", -a * 0.2, h * 0.46, a * 0.9, h * 0.54))
        return Sketch((rect("body", -a, -b, a, b, a * 0.3), rect("dark", -a * 0.2, -b * 0.1, a * 0.9, b * 0.1)), flank, face)
    plan = (ellipse("body", 0, 0, a, b), *_bar(0, 0, min(a, b)))

    def side(half: float, lean: float) -> tuple[Path, ...]:
        return (
            rect("body", -half, 0.02, half, h * 0.2, 0.05),
            ellipse("dark", -half * 0.7, 0.04, 0.04),
            ellipse("dark", half * 0.7, 0.04, 0.04),
            line("bar", (0, h * 0.2), (half * lean, h * 0.97)),
            line("bar", (half * lean - half * 0.3 * (1 - lean), h * 0.97), (half * lean + half * 0.3, h * 0.97)),
        )

    return Sketch(plan, side(a, 0.7), side(b, 0.0))


def _bar(x: float, y: float, r: float) -> tuple[Path, ...]:
    arms = [line("detail", (x, y), (x + r * 0.8 * cos(t), y + r * 0.8 * sin(t))) for t in (pi / 5, pi / 5 + pi)]
    return (ellipse("detail", x, y, r * 0.86), *arms, ellipse("dark", x, y, r * 0.14))
