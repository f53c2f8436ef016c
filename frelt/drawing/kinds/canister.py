"""Cans and jugs: a pressed cross, a handle and a spout."""

from ...core.model.item import Item
from ..shapes import Path, ellipse, line, rect
from ..sketch import Fills, Sketch, draws, sizes


@draws("canister")
def _canister(item: Item, fills: Fills) -> Sketch:
    a, b, h = sizes(item)
    tank = next(iter(item.tanks), None)
    full = tank is not None and fills.get(tank.id, 0.0) > 0
    tint = tank.liquid.tint if tank is not None else "other"

    def face(half: float, cross: bool) -> tuple[Path, ...]:
        made = [rect("body", -half, 0, half, h * 0.84, 0.03)]
        if full:
            made.append(rect(f"liquid.{tint}", -half, 0, half, h * 0.8, 0.03))
        if cross:
            made += [
                line("detail", (-half * 0.7, h * 0.12), (half * 0.7, h * 0.72)),
                line("detail", (-half * 0.7, h * 0.72), (half * 0.7, h * 0.12)),
            ]
        made += [
            rect("dark", -half * 0.85, h * 0.84, -half * 0.45, h),
            line("bar", (-half * 0.2, h * 0.84), (-half * 0.1, h * 0.96), (half * 0.6, h * 0.96), (half * 0.7, h * 0.84)),
        ]
        return tuple(made)

    plan = [rect("body", -a, -b, a, b, 0.03)]
    if full:
        plan.append(rect(f"liquid.{tint}", -a, -b, a, b, 0.03))
    plan += [ellipse("dark", -a * 0.65, 0, min(a, b) * 0.24), rect("light", -a * 0.2, -b * 0.2, a * 0.7, b * 0.2, 0.02)]
    return Sketch(tuple(plan), face(a, True), face(b, False))
