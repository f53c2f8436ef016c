"""A ball valve: open by a quarter turn."""

from ..kind import FittingType, Hand
from ..registry import register
from ..shared import valve

register(
    FittingType(
        id="ball valve",
        pieces=valve,
        heads=0.08,
        each=0.30,
        hand=Hand(quick=True, wheel=True),
        shuts=True,
        letter="V",
        glyph="valve",
        lever=True,
        offered=("line", 0),
    )
)
