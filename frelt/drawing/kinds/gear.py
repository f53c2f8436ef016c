"""Small gear: a cone, a bucket, a lance, a broom; the rest as a bag."""

from ...core.kind.registry import given
from ...core.model.item import Item
from ..shapes import Path, arc, ellipse, line, polygon, rect
from ..sketch import Fills, Sketch, draws, sizes


@draws("gear")
def _gear(item: Item, fills: Fills) -> Sketch:
    a, b, h = sizes(item)
    what = given(item).word("what")
    if what == "cones":
        return Sketch(
            (rect("body", -a, -b, a, b, 0.02), ellipse("light", 0, 0, a * 0.7), ellipse("dark", 0, 0, a * 0.18)),
            _cone(a, h),
            _cone(b, h),
        )
    if what == "buckets":
        rims = (ellipse("body", 0, 0, a, b), ellipse("detail", 0, 0, a * 0.84, b * 0.84))
        return Sketch(rims, _bucket(a, h), _bucket(b, h))
    if what in ("gun and lance", "broom and squeegee"):
        head = -a * 0.72
        plan = (
            rect("body", -a, -b, a, b, 0.02),
            rect("dark", -a, -b * 0.8, head, b * 0.8, 0.02),
            line("bar", (head, 0), (a, 0)),
        )
        flank = (
            rect("body", -a, 0, a, h, 0.02),
            rect("dark", -a, h * 0.1, head, h * 0.9, 0.02),
            line("bar", (head, h / 2), (a, h / 2)),
        )
        return Sketch(plan, flank, (rect("body", -b, 0, b, h, 0.02), ellipse("dark", 0, h / 2, min(b, h / 2) * 0.4)))
    return Sketch(
        (rect("body", -a, -b, a, b, min(a, b) * 0.3), line("detail", (-a * 0.8, 0), (a * 0.8, 0))), _bag(a, h), _bag(b, h)
    )


def _cone(half: float, h: float) -> tuple[Path, ...]:
    top = half * 0.14
    return (
        polygon(
            "body",
            (-half, 0),
            (half, 0),
            (half, 0.04),
            (half * 0.7, 0.05),
            (top, h),
            (-top, h),
            (-half * 0.7, 0.05),
            (-half, 0.04),
        ),
        *(
            line(
                "detail",
                (-half * 0.7 * (1 - s) - top * s, 0.05 + (h - 0.05) * s),
                (half * 0.7 * (1 - s) + top * s, 0.05 + (h - 0.05) * s),
            )
            for s in (0.4, 0.6)
        ),
    )


def _bucket(half: float, h: float) -> tuple[Path, ...]:
    return (
        polygon("body", (-half * 0.8, 0), (half * 0.8, 0), (half, h), (-half, h)),
        line("detail", (-half * 0.97, h * 0.88), (half * 0.97, h * 0.88)),
        arc("detail", 0, h * 0.9, half * 0.9, h * 0.3, 3.3, 6.1),
    )


def _bag(half: float, h: float) -> tuple[Path, ...]:
    return (
        rect("body", -half, 0, half, h * 0.86, min(half, h) * 0.3),
        arc("detail", 0, h * 0.84, half * 0.4, h * 0.15, 0.0, 3.1416),
        line("detail", (-half * 0.8, h * 0.6), (half * 0.8, h * 0.6)),
    )
