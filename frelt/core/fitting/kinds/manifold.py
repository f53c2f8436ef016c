"""A manifold: a joint."""

from ..kind import FittingType
from ..registry import register

register(
    FittingType(
        id="manifold",
        ways=("common", "1", "2", "3", "4", "5", "6"),
        heads=0.8,
        each=0.9,
        joint=True,
        level=True,
        glyph="tee",
        offered=("line", 14),
        letter="T",
    )
)
