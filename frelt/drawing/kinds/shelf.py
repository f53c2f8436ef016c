"""Shelves: boards between posts."""

from ...core.model.item import Item
from ..shapes import Path, comb, rect
from ..sketch import Fills, Sketch, draws, sizes


@draws("shelf")
def _shelf(item: Item, fills: Fills) -> Sketch:
    a, b, h = sizes(item)
    levels = [d.origin[2] for d in item.decks] or [h]

    def side(half: float) -> tuple[Path, ...]:
        boards = tuple(rect("part", -half, z - 0.02, half, z) for z in levels)
        posts = tuple(rect("dark", half * s - 0.012, 0, half * s + 0.012, h) for s in (-0.96, 0.96))
        return (rect("open", -half, 0, half, h), *boards, *posts)

    return Sketch((rect("body", -a, -b, a, b, 0.01), *comb("detail", -a, -b, a, b, 3, upright=False)), side(a), side(b))
