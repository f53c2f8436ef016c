"""Filters: bowls in a row; a settling box with its walls."""

from ...core.kind.registry import given
from ...core.model.item import Item
from ..shapes import Path, ellipse, line, rect
from ..sketch import Fills, Sketch, draws, sizes
from .tank import box_tank


@draws("filter")
def _filter(item: Item, fills: Fills) -> Sketch:
    a, b, h = sizes(item)
    tank = next(iter(item.tanks), None)
    if tank is not None:
        made = box_tank(item, tank, fills.get(tank.id, 0.0))
        walls = tuple(line("detail", (a * s, -b * 0.9), (a * s, b * 0.9)) for s in (-0.33, 0.33))
        return Sketch((*made.plan[:2], *walls), made.flank, made.end)
    count = max(int(given(item)["housings"]), 1)
    step = 2 * b / count
    bowls: list[Path] = [rect("open", -b, 0, b, h), rect("dark", -b, h * 0.94, b, h)]
    caps: list[Path] = [rect("body", -a, -b, a, b, 0.02)]
    for n in range(count):
        y = -b + step * (n + 0.5)
        bowls += [
            rect("light", y - step * 0.34, h * 0.05, y + step * 0.34, h * 0.8, step * 0.2),
            rect("part", y - step * 0.42, h * 0.76, y + step * 0.42, h * 0.94, 0.01),
        ]
        caps.append(ellipse("part", 0, y, min(a, step / 2) * 0.8))
    flank = (
        rect("open", -a, 0, a, h),
        rect("light", -a * 0.7, h * 0.05, a * 0.7, h * 0.8, a * 0.3),
        rect("part", -a * 0.85, h * 0.76, a * 0.85, h * 0.94, 0.01),
    )
    return Sketch(tuple(caps), flank, tuple(bowls))
