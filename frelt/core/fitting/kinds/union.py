"""A union: a joint."""

from ..kind import FittingType
from ..registry import register

register(
    FittingType(
        id="union",
        heads=0.2,
        each=0.2,
        joint=True,
        level=True,
        glyph="tee",
        offered=("line", 12),
        dot=False,
    )
)
