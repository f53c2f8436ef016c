"""A cap: nothing comes out."""

from ..kind import FittingType
from ..registry import register

register(
    FittingType(
        id="cap",
        ways=("in",),
        heads=0.0,
        each=0.08,
        end="cap",
        shuts=True,
        letter="K",
        glyph="cap",
        offered=("end", 5),
    )
)
