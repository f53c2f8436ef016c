"""A open end: into the air."""

from typing import TYPE_CHECKING

from ..figures import LOSS, figure_of
from ..kind import FittingType
from ..laws import Piece, Way, tapped
from ..registry import register

if TYPE_CHECKING:
    from ...model.plumbing import Fitting


def pieces(fitting: "Fitting", stands: float) -> tuple[Piece, ...]:
    """Into the air, with the velocity head that is lost there."""
    return (Piece("in", "", *tapped(Way(bore=fitting.bore, minor=figure_of(fitting, LOSS) + 1.0), stands)),)


register(
    FittingType(
        id="open end",
        ways=("in",),
        pieces=pieces,
        heads=0.0,
        each=0.0,
        end="air",
        lets_off=True,
        glyph="drain",
        offered=("end", 4),
    )
)
