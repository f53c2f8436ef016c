"""A valve that a switch or a button turns."""

from ..kind import FittingType, Hand
from ..registry import register
from ..shared import valve

register(
    FittingType(
        id="remote valve",
        pieces=valve,
        heads=4.0,
        each=0.9,
        hand=Hand((("at rest", 0.0), ("energized", 1.0))),
        shuts=True,
        letter="V",
        glyph="valve",
        offered=("line", 9),
    )
)
