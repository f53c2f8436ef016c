"""A cleaner bar: its tips pass by the root of the pressure."""

from ..kind import FittingType
from ..registry import register
from ..shared import TRIGGER, by_tips

register(
    FittingType(
        id="cleaner bar",
        ways=("in",),
        pieces=by_tips,
        heads=6.0,
        each=0.0,
        end="gun",
        hand=TRIGGER,
        tips=(2.0, 2.0),
        shuts=True,
        letter="G",
        glyph="bar",
        offered=("end", 1),
        leader=1.2,
    )
)
