"""A metering valve: turned until a share comes."""

from ..kind import FittingType, Hand
from ..registry import register
from ..shared import valve

register(
    FittingType(
        id="metering valve",
        pieces=valve,
        heads=3.0,
        each=0.35,
        hand=Hand(first=0.5, over=0.5, wheel=True),
        shuts=True,
        letter="M",
        glyph="valve",
        lever=True,
        offered=("line", 6),
    )
)
