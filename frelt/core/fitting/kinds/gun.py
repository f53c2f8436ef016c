"""A gun: its tips pass by the root of the pressure."""

from ..kind import FittingType
from ..registry import register
from ..shared import TRIGGER, by_tips

register(
    FittingType(
        id="gun",
        ways=("in",),
        pieces=by_tips,
        heads=4.0,
        each=1.6,
        end="gun",
        hand=TRIGGER,
        tips=(5.0,),
        shuts=True,
        letter="G",
        glyph="gun",
        offered=("end", 0),
        leader=1.2,
    )
)
