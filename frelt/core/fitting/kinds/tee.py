"""A tee: a joint."""

from ..kind import FittingType
from ..registry import register

register(
    FittingType(
        id="tee",
        ways=("a", "b", "c"),
        heads=0.5,
        each=0.12,
        joint=True,
        level=True,
        glyph="tee",
        offered=("line", 5),
        dot=False,
        letter="T",
    )
)
