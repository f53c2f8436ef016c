"""Hot machines: a cold one beside its heater, a banded drum with a flue and a burner."""

from ...core.model.item import Item
from ..shapes import Path, ellipse, line, rect, spokes
from ..sketch import Fills, Sketch, draws, sizes
from .machine import engine_flank, engine_plan, frame_flank


@draws("hot-machine")
def _hot_machine(item: Item, fills: Fills) -> Sketch:
    a, b, h = sizes(item)
    split = a * 0.05
    r = min((a - split) / 2 * 0.92, b * 0.86)
    cx = split + (a - split) / 2
    plan = (
        rect("body", -a, -b, a, b, 0.03),
        *engine_plan(-a, split, b),
        ellipse("light", cx, 0, r),
        ellipse("detail", cx, 0, r * 0.78),
        ellipse("dark", cx, 0, r * 0.26),
        *spokes("detail", cx, 0, r * 0.26, r * 0.78, 6),
    )
    flank = (*frame_flank(a, h), *_engine_low(-a, split, h), *_drum(cx, r, h))
    end = (*frame_flank(b, h), *_drum(0.0, min(r, b * 0.8), h))
    return Sketch(plan, flank, end)


def _engine_low(x0: float, x1: float, h: float) -> tuple[Path, ...]:
    return engine_flank(x0, x1, h * 0.78)


def _drum(cx: float, r: float, h: float) -> tuple[Path, ...]:
    bands = tuple(line("detail", (cx - r, h * s), (cx + r, h * s)) for s in (0.3, 0.52, 0.74))
    return (
        rect("light", cx - r, h * 0.16, cx + r, h * 0.88, 0.05),
        *bands,
        rect("dark", cx - r * 0.26, h * 0.88, cx + r * 0.26, h * 0.985, 0.01),
        rect("part", cx - r * 0.45, h * 0.06, cx + r * 0.45, h * 0.2, 0.02),
        ellipse("dark", cx, h * 0.13, min(r * 0.14, h * 0.04)),
    )
