"""A drain: into the air."""

from ..kind import FittingType, Hand
from ..registry import register
from ..shared import into_the_air

register(
    FittingType(
        id="drain",
        ways=("in",),
        pieces=into_the_air,
        heads=0.6,
        each=0.4,
        end="air",
        hand=Hand(label=""),
        shuts=True,
        letter="D",
        glyph="drain",
        offered=("end", 3),
        road="Drain {name} shut",
    )
)
