"""Skids: a plate with a rolled edge on two fork channels."""

from ...core.kind.registry import given
from ...core.model.item import Item
from ..shapes import Path, line, rect
from ..sketch import Fills, Sketch, draws, sizes


@draws("skid")
def _skid(item: Item, fills: Fills) -> Sketch:
    a, b, h = sizes(item)
    g = given(item)
    deep, apart, wide = g["channel"], g["apart"] / 2, g["inside"] / 2
    side_entry = g.word("forks") == "from the side"
    floor = deep + g["plate"]
    run = b if side_entry else a
    channels: list[Path] = []
    for at in (-apart, apart):
        for edge in (at - wide, at + wide):
            ends = ((edge, -run), (edge, run)) if side_entry else ((-run, edge), (run, edge))
            channels.append(line("below", *ends))
    plan = (rect("body", -a, -b, a, b, 0.03), rect("detail", -a + 0.03, -b + 0.03, a - 0.03, b - 0.03, 0.02), *channels)

    def along(half: float) -> tuple[Path, ...]:
        return (rect("body", -half, floor - g["plate"], half, h, 0.01), rect("part", -half, 0, half, deep))

    def across(half: float) -> tuple[Path, ...]:
        mouths = [rect("dark", at - wide, 0.01, at + wide, max(deep - 0.01, 0.02), 0.01) for at in (-apart, apart)]
        return (*along(half), *mouths)

    return Sketch(plan, across(a) if side_entry else along(a), along(b) if side_entry else across(b))
