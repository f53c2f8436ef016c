"""A open end: into the air."""

from ..kind import FittingType
from ..registry import register
from ..shared import into_the_air

register(
    FittingType(
        id="open end",
        ways=("in",),
        pieces=into_the_air,
        heads=0.0,
        each=0.0,
        end="air",
        lets_off=True,
        glyph="drain",
        offered=("end", 4),
    )
)
