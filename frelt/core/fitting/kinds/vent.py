"""A vent: into the air."""

from ..kind import FittingType
from ..registry import register
from ..shared import into_the_air

register(
    FittingType(
        id="vent",
        ways=("in",),
        pieces=into_the_air,
        heads=1.0,
        each=0.1,
        end="air",
        lets_off=True,
        glyph="drain",
    )
)
