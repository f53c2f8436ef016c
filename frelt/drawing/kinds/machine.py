"""Cold machines: frame, engine with its cooling fins, pulley guard over the belt, three-headed pump."""

from ...core.model.item import Item
from ..shapes import Path, comb, ellipse, line, rect, spokes
from ..sketch import Fills, Sketch, draws, sizes


@draws("machine")
def _machine(item: Item, fills: Fills) -> Sketch:
    a, b, h = sizes(item)
    return Sketch(
        (rect("body", -a, -b, a, b, 0.03), *engine_plan(-a, a, b)),
        (*frame_flank(a, h), *engine_flank(-a, a, h)),
        (*frame_flank(b, h), *engine_end(b, h)),
    )


def engine_plan(x0: float, x1: float, b: float) -> tuple[Path, ...]:
    """Engine, belt guard and pump from above, between two stations of the item."""
    span = x1 - x0
    block = (x0 + span * 0.48, x1 - span * 0.06)
    fins = comb("detail", block[0] + span * 0.03, -b * 0.55, block[1] - span * 0.03, b * 0.30, 5)
    pump = (x0 + span * 0.07, x0 + span * 0.38)
    heads = [
        ellipse("detail", pump[0] + (pump[1] - pump[0]) * s, b * 0.02, min(b * 0.13, span * 0.045)) for s in (0.2, 0.5, 0.8)
    ]
    return (
        rect("light", block[0], -b * 0.62, block[1], b * 0.38, 0.03),
        *fins,
        rect("part", pump[0], -b * 0.30, pump[1], b * 0.36, 0.02),
        *heads,
        rect("dark", x0 + span * 0.12, b * 0.52, x0 + span * 0.86, b * 0.84, b * 0.16),
        ellipse("light", block[0] + span * 0.12, -b * 0.78, min(b * 0.16, span * 0.06)),
    )


def frame_flank(half: float, h: float) -> tuple[Path, ...]:
    """The frame from the side: outline of the whole, open above its rails."""
    foot = h * 0.06
    return (
        rect("body", -half, 0, half, h * 0.995, 0.03),
        rect("dark", -half * 0.94, 0, half * 0.94, foot, 0.01),
    )


def engine_flank(x0: float, x1: float, h: float) -> tuple[Path, ...]:
    """Engine, guarded pulleys, pump and fuel tank from the side."""
    span = x1 - x0
    block = (x0 + span * 0.48, x1 - span * 0.06)
    wheel = min(span * 0.17, h * 0.24)
    wx, wy = block[0] + (block[1] - block[0]) * 0.52, h * 0.36
    pump = (x0 + span * 0.07, x0 + span * 0.36)
    return (
        rect("part", pump[0], h * 0.14, pump[1], h * 0.46, 0.02),
        *(ellipse("detail", pump[0] + (pump[1] - pump[0]) * s, h * 0.36, min(span * 0.035, h * 0.05)) for s in (0.2, 0.5, 0.8)),
        rect("light", block[0], h * 0.10, block[1], h * 0.62, 0.03),
        *comb("detail", block[0] + span * 0.02, h * 0.47, block[1] - span * 0.02, h * 0.62, 4, upright=False),
        ellipse("part", wx, wy, wheel),
        ellipse("detail", wx, wy, wheel * 0.3),
        *spokes("detail", wx, wy, wheel * 0.3, wheel * 0.9, 8, 0.2),
        rect("part", x0 + span * 0.08, h * 0.70, x1 - span * 0.1, h * 0.93, 0.05),
        rect("dark", x0 + span * 0.2, h * 0.93, x0 + span * 0.28, h * 0.985),
        line("detail", (pump[1], h * 0.3), (block[0], h * 0.3)),
    )


def engine_end(b: float, h: float) -> tuple[Path, ...]:
    """Engine from behind: block with fins, fuel tank above."""
    return (
        rect("light", -b * 0.7, h * 0.10, b * 0.5, h * 0.62, 0.03),
        *comb("detail", -b * 0.6, h * 0.18, b * 0.4, h * 0.56, 5, upright=False),
        rect("dark", b * 0.58, h * 0.14, b * 0.84, h * 0.6, 0.04),
        rect("part", -b * 0.8, h * 0.70, b * 0.7, h * 0.93, 0.05),
    )
