"""Dimensions from what is in hand to what faces it."""

from collections.abc import Sequence

from ...core.base.units import Units
from ...core.placing.distances import Facing
from ..layout import Box, Sheet
from ..shapes import Dimension, Shape
from .lettering import Lettering, chip

ALONG = (0.5, 0.4, 0.6, 0.3, 0.7, 0.2, 0.8)  # where on its line a reading may stand, as shares, the best first


def distances(found: Sequence[Facing], sheet: Sheet, units: Units) -> tuple[Dimension, ...]:
    """One for each thing or edge that is faced and not touched."""
    return tuple(
        Dimension("distance", *sheet.px("plan", *f.start), *sheet.px("plan", *f.end), units.show(f.distance, "length"))
        for f in found
        if f.distance >= 0.01
    )


def read(found: Sequence[Dimension], taken: Sequence[Box], lettering: Lettering) -> tuple[Shape, ...]:
    """The dimensions with each reading where it covers no name (taken) and no other reading; one that finds no place is in the column only."""
    shapes: list[Shape] = []
    covered = list(taken)
    for d in found:
        shapes.append(Dimension(d.role, d.x0, d.y0, d.x1, d.y1, "", d.tick))
        wide = lettering.measure(d.words, "small", 600, False) + 10
        long = abs(d.x0 - d.x1) + abs(d.y0 - d.y1)
        for share in ALONG if long >= (wide + 8 if d.level else 24) else ():
            x, y = d.x0 + (d.x1 - d.x0) * share, d.y0 + (d.y1 - d.y0) * share
            own = Box(x - wide / 2, y - 10, wide, 20)
            inside = not d.level or (min(d.x0, d.x1) <= own.left and own.right <= max(d.x0, d.x1))
            if inside and not any(map(own.meets, covered)):
                shapes += chip(x, y, d.words, lettering)
                covered.append(own)
                break
    return tuple(shapes)
