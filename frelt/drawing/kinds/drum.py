"""Drums: rolling hoops, two bungs, the chain of the holder."""

from ...core.geometry.tank_shape import surface_height
from ...core.model.item import Item
from ..shapes import Path, ellipse, line, rect
from ..sketch import Fills, Sketch, draws, sizes


@draws("drum")
def _drum(item: Item, fills: Fills) -> Sketch:
    a, b, h = sizes(item)
    tank = next(iter(item.tanks), None)
    fill = fills.get(tank.id, 0.0) if tank is not None else 0.0
    plan: list[Path] = [ellipse("body", 0, 0, a, b)]
    if tank is not None and fill > 0:
        plan.append(ellipse(f"liquid.{tank.liquid.tint}", 0, 0, a, b))
    plan += [
        ellipse("detail", 0, 0, a * 0.88, b * 0.88),
        ellipse("dark", a * 0.5, 0, a * 0.12),
        ellipse("dark", -a * 0.5, 0, a * 0.07),
    ]

    def side(half: float) -> tuple[Path, ...]:
        made: list[Path] = [rect("body", -half, 0.05, half, h, 0.03)]
        if tank is not None and fill > 0:
            level = min(tank.at[2] + surface_height(tank, fill), h - 0.03)
            made += [
                rect(f"liquid.{tank.liquid.tint}", -half, 0.06, half, level),
                line(f"surface.{tank.liquid.tint}", (-half, level), (half, level)),
            ]
        made += [rect("part", -half, h * s - 0.015, half, h * s + 0.015) for s in (0.37, 0.66)]
        made += [rect("dark", -half, 0, half, 0.06, 0.01), line("detail", (-half, h * 0.52), (0, h * 0.49), (half, h * 0.52))]
        return tuple(made)

    return Sketch(tuple(plan), side(a), side(b))
