"""Pumps, mixing stations, batteries, toolboxes, generators and free items."""

from math import pi

from ...core.item import Item
from ..shapes import Path, arc, comb, ellipse, line, rect
from ..sketch import Fills, Sketch, draws, sizes


@draws("pump")
def _pump(item: Item, fills: Fills) -> Sketch:
    a, b, h = sizes(item)
    top = (
        rect("body", -a, -b, a, b, 0.02),
        rect("light", -a * 0.1, -b * 0.5, a * 0.86, b * 0.5, b * 0.3),
        *comb("detail", a * 0.1, -b * 0.5, a * 0.7, b * 0.5, 3),
        ellipse("part", -a * 0.5, 0, min(a * 0.36, b * 0.7)),
        ellipse("dark", -a * 0.5, 0, min(a * 0.12, b * 0.2)),
    )
    flank = (
        rect("body", -a, 0, a, h, 0.02),
        rect("light", -a * 0.1, h * 0.22, a * 0.86, h * 0.72, h * 0.15),
        *comb("detail", a * 0.1, h * 0.22, a * 0.7, h * 0.72, 3),
        rect("part", -a * 0.86, h * 0.15, -a * 0.14, h * 0.82, 0.03),
        rect("dark", -a * 0.9, 0, a * 0.9, h * 0.08),
    )
    end = (
        rect("body", -b, 0, b, h, 0.02),
        ellipse("part", 0, h * 0.48, min(b * 0.7, h * 0.36)),
        ellipse("dark", 0, h * 0.48, min(b * 0.2, h * 0.1)),
    )
    return Sketch(top, flank, end)


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


@draws("battery")
def _battery(item: Item, fills: Fills) -> Sketch:
    a, b, h = sizes(item)
    r = min(a, b) * 0.2
    plan = (
        rect("body", -a, -b, a, b, 0.015),
        ellipse("dark", -a * 0.62, b * 0.5, r),
        ellipse("light", a * 0.62, b * 0.5, r),
        line("detail", (a * 0.62 - r, b * 0.5), (a * 0.62 + r, b * 0.5)),
        line("detail", (-a * 0.8, -b * 0.3), (a * 0.8, -b * 0.3)),
    )

    def view(half: float, posts: bool) -> tuple[Path, ...]:
        shell = (rect("body", -half, 0, half, h * 0.9, 0.015), rect("part", -half, h * 0.72, half, h * 0.9, 0.01))
        tops = tuple(rect("dark", half * s - 0.02, h * 0.9, half * s + 0.02, h) for s in ((-0.62, 0.62) if posts else (0.4,)))
        return (*shell, *tops)

    return Sketch(plan, view(a, True), view(b, False))


@draws("toolbox")
def _toolbox(item: Item, fills: Fills) -> Sketch:
    a, b, h = sizes(item)
    plan = (
        rect("body", -a, -b, a, b, 0.02),
        line("detail", (-a, b * 0.72), (a, b * 0.72)),
        rect("dark", -a * 0.12, -b * 0.98, a * 0.12, -b * 0.8, 0.01),
        *(line("detail", (a * s, -b * 0.7), (a * s, b * 0.6)) for s in (-0.5, 0.5)),
    )

    def view(half: float) -> tuple[Path, ...]:
        return (
            rect("body", -half, 0, half, h, 0.02),
            line("detail", (-half, h * 0.68), (half, h * 0.68)),
            rect("dark", -min(half * 0.14, 0.09), h * 0.58, min(half * 0.14, 0.09), h * 0.74, 0.015),
            line("detail", (-half * 0.9, h * 0.3), (half * 0.9, h * 0.3)),
            arc("detail", 0, h * 0.84, min(half * 0.3, 0.14), h * 0.08, 0, pi),
        )

    return Sketch(plan, view(a), view(b))


@draws("generator")
def _generator(item: Item, fills: Fills) -> Sketch:
    a, b, h = sizes(item)
    plan = (
        rect("body", -a, -b, a, b, 0.06),
        rect("part", -a * 0.7, -b * 0.66, a * 0.5, b * 0.66, 0.05),
        ellipse("dark", -a * 0.3, 0, min(a, b) * 0.14),
        *comb("detail", a * 0.56, -b * 0.6, a * 0.92, b * 0.6, 3),
    )

    def view(half: float) -> tuple[Path, ...]:
        return (
            rect("body", -half, 0, half, h, 0.06),
            rect("part", -half * 0.78, h * 0.7, half * 0.78, h * 0.92, 0.05),
            rect("light", -half * 0.8, h * 0.16, half * 0.1, h * 0.62, 0.03),
            *comb("detail", -half * 0.8, h * 0.16, half * 0.1, h * 0.62, 4, upright=False),
            *(ellipse("light", half * s, h * 0.4, min(half * 0.12, h * 0.08)) for s in (0.32, 0.66)),
            line("detail", (half * 0.2, h * 0.22), (half * 0.8, h * 0.22)),
        )

    return Sketch(plan, view(a), view(b))


@draws("box")
def _box(item: Item, fills: Fills) -> Sketch:
    a, b, h = sizes(item)

    def crate(x0: float, y0: float, x1: float, y1: float) -> tuple[Path, ...]:
        d = min(x1 - x0, y1 - y0) * 0.16
        return (rect("body", x0, y0, x1, y1, 0.02), rect("detail", x0 + d, y0 + d, x1 - d, y1 - d, 0.02))

    return Sketch(crate(-a, -b, a, b), crate(-a, 0, a, h), crate(-b, 0, b, h))
