"""A gauge: a joint."""

from ..kind import FittingType
from ..registry import register

register(
    FittingType(
        id="gauge",
        heads=0.1,
        each=0.25,
        joint=True,
        level=True,
        glyph="gauge",
        offered=("line", 11),
    )
)
