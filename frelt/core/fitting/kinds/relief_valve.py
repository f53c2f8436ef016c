"""A relief valve: opens at a pressure before it."""

from typing import TYPE_CHECKING

from ...base.units import PSI
from ..figures import figure_of
from ..kind import Asked, FittingType
from ..laws import Piece, Relief
from ..registry import register
from ..shared import through

if TYPE_CHECKING:
    from ...model.plumbing import Fitting


def pieces(fitting: "Fitting", stands: float) -> tuple[Piece, ...]:
    """A way with its loss."""
    return through(fitting, Relief(figure_of(fitting, "opens")))


register(
    FittingType(
        id="relief valve",
        pieces=pieces,
        heads=3.0,
        each=0.4,
        asked=(Asked("opens", "Opens at", "pressure", 3500 * PSI, 1e4, 7e7),),
        one_way=True,
        lets_off=True,
        glyph="relief",
        offered=("line", 10),
    )
)
