"""A filter: its loss rises as it clogs."""

from ..kind import FittingType
from ..registry import register
from ..shared import CLOGGED, mesh

register(
    FittingType(
        id="filter",
        pieces=mesh,
        heads=8.0,
        each=1.1,
        asked=(CLOGGED,),
        glyph="strainer",
        below="filter",
        offered=("line", 2),
    )
)
