"""A bulkhead: a joint."""

from ..kind import FittingType
from ..registry import register

register(
    FittingType(
        id="bulkhead",
        heads=0.5,
        each=0.25,
        joint=True,
        level=True,
        glyph="tee",
        offered=("line", 13),
        dot=False,
    )
)
