"""Dimensions from what is in hand to what faces it."""

from collections.abc import Sequence

from ...core.base.units import Units
from ...core.placing.distances import Facing
from ..layout import Sheet
from ..shapes import Dimension


def distances(found: Sequence[Facing], sheet: Sheet, units: Units) -> tuple[Dimension, ...]:
    """One for each thing or edge that is faced and not touched."""
    return tuple(
        Dimension("distance", *sheet.px("plan", *f.start), *sheet.px("plan", *f.end), units.show(f.distance, "length"))
        for f in found
        if f.distance >= 0.01
    )
