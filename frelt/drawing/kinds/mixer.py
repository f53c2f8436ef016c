"""Mixing stations: a valve each for water, SH and surfactant on a board."""

from ...core.model.item import Item
from ..shapes import Path, ellipse, line, rect
from ..sketch import Fills, Sketch, draws, sizes


@draws("mixer")
def _mixer(item: Item, fills: Fills) -> Sketch:
    a, b, h = sizes(item)

    def valves(half: float) -> tuple[Path, ...]:
        r = min(half * 0.2, h * 0.1)
        found: list[Path] = []
        for s, tint in ((-0.6, "water"), (0.0, "sh"), (0.6, "soap")):
            found += [
                ellipse(f"hose.{tint}", half * s, h * 0.66, r),
                line("detail", (half * s, h * 0.66), (half * s + r, h * 0.66 + r)),
            ]
            found.append(line("detail", (half * s, h * 0.66 - r), (half * s, h * 0.3)))
        return (*found, line("detail", (-half * 0.8, h * 0.3), (half * 0.8, h * 0.3)))

    plan = (
        rect("body", -a, -b, a, b, 0.02),
        *(ellipse(f"hose.{t}", 0, b * s, min(a * 0.36, b * 0.2)) for s, t in ((-0.6, "water"), (0.0, "sh"), (0.6, "soap"))),
    )
    return Sketch(plan, (rect("body", -a, 0, a, h, 0.02), *valves(a)), (rect("body", -b, 0, b, h, 0.02), *valves(b)))
