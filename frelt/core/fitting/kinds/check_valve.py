"""A check: one way alone."""

from typing import TYPE_CHECKING

from ...base.units import PSI
from ..figures import figure_of
from ..kind import Asked, FittingType
from ..laws import OneWay, Piece
from ..registry import register
from ..shared import through

if TYPE_CHECKING:
    from ...model.plumbing import Fitting


def pieces(fitting: "Fitting", stands: float) -> tuple[Piece, ...]:
    """A way with its loss."""
    return through(fitting, OneWay(figure_of(fitting, "crack")))


register(
    FittingType(
        id="check valve",
        pieces=pieces,
        heads=1.4,
        each=0.20,
        asked=(Asked("crack", "It takes to open", "pressure", 0.5 * PSI, 0.0, 2e6),),
        one_way=True,
        shuts=True,
        letter="C",
        glyph="check",
        offered=("line", 3),
    )
)
