"""Small parts, each by the stroke it is known by: a bowl, a dial, a lever, a hooded vent."""

from ...core.kind.registry import given
from ...core.model.item import Item
from ..shapes import Path, ellipse, line, rect
from ..sketch import Fills, Sketch, draws, sizes


@draws("small-part")
def _small_part(item: Item, fills: Fills) -> Sketch:
    a, b, h = sizes(item)
    what = given(item).word("what")
    above = (rect("open", -a, -b, a, b), *_above(what, a, b))
    return Sketch(above, (rect("open", -a, 0, a, h), *_from(what, a, h)), (rect("open", -b, 0, b, h), *_from(what, b, h)))


def _above(what: str, a: float, b: float) -> tuple[Path, ...]:
    r = min(a, b)
    if what in ("line filter", "vent", "drain outlet"):
        return (rect("part", -a, -b * 0.3, a, b * 0.3), ellipse("body", 0, 0, r * 0.9), ellipse("detail", 0, 0, r * 0.4))
    if what == "ball valve":
        return (rect("body", -a, -b * 0.4, a, b * 0.4, 0.01), line("dark", (0.0, 0.0), (a, b * 0.9)))
    return (rect("body", -a, -b, a, b, 0.01), line("detail", (-a * 0.6, 0.0), (a * 0.6, 0.0)))


def _from(what: str, half: float, h: float) -> tuple[Path, ...]:
    r = min(half, h / 2)
    if what == "line filter":
        return (rect("part", -half, h * 0.75, half, h, 0.01), rect("body", -half * 0.7, 0, half * 0.7, h * 0.75, 0.02))
    if what == "gauge":
        return (ellipse("light", 0, h / 2, r), line("dark", (0.0, h / 2), (r * 0.6, h / 2 + r * 0.5)))
    if what == "injector":
        return (rect("part", -half, h * 0.3, half, h * 0.7), rect("body", -half * 0.4, h * 0.7, half * 0.4, h))
    if what == "vent":
        return (rect("part", -half * 0.4, 0, half * 0.4, h * 0.7), rect("body", -half, h * 0.65, half, h, 0.03))
    if what == "ball valve":
        return (rect("body", -half, 0, half, h * 0.6, 0.01), line("dark", (0.0, h * 0.6), (half, h)))
    if what in ("drain outlet", "tap inlet"):
        return (rect("body", -half, 0, half, h, 0.01), ellipse("dark", 0, h / 2, r * 0.5))
    return (rect("body", -half, 0, half, h, 0.01), line("detail", (-half, h * 0.8), (half, h * 0.8)))
