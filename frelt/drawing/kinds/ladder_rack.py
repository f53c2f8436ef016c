"""Ladder racks: two rails and cross bars on posts."""

from ...core.model.item import Item
from ..shapes import comb, rect
from ..sketch import Fills, Sketch, draws, sizes


@draws("ladder-rack")
def _ladder_rack(item: Item, fills: Fills) -> Sketch:
    a, b, h = sizes(item)
    bars = tuple(rect("part", a * s - 0.02, -b, a * s + 0.02, b) for s in (-0.92, 0.0, 0.92))
    plan = (rect("open", -a, -b, a, b), *bars, *(rect("part", -a, b * s - 0.02, a, b * s + 0.02) for s in (-0.96, 0.96)))

    def side(half: float) -> tuple[object, ...]:
        posts = tuple(rect("dark", half * s - 0.02, 0, half * s + 0.02, h) for s in (-0.92, 0.92))
        return (
            rect("open", -half, 0, half, h),
            *posts,
            rect("part", -half, h - 0.045, half, h),
            *comb("detail", -half, h - 0.045, half, h, 1),
        )

    return Sketch(plan, side(a), side(b))  # type: ignore[arg-type]
