"""A strainer: its loss rises as it clogs."""

from ..kind import FittingType
from ..registry import register
from ..shared import CLOGGED, mesh

register(
    FittingType(
        id="strainer",
        pieces=mesh,
        heads=2.0,
        each=0.35,
        asked=(CLOGGED,),
        glyph="strainer",
        below="strainer",
        offered=("line", 1),
        letter="S",
        level=True,
    )
)
