"""A filter: its loss rises as it clogs."""

from typing import TYPE_CHECKING

from ..figures import LOSS, clogged, figure_of
from ..kind import Asked, FittingType
from ..laws import Free, Piece, Way
from ..registry import register

if TYPE_CHECKING:
    from ...model.plumbing import Fitting


def pieces(fitting: "Fitting", stands: float) -> tuple[Piece, ...]:
    """By what of it is clogged."""
    heads = clogged(figure_of(fitting, LOSS), figure_of(fitting, "clogged"))
    return (Piece("in", "out", Way(bore=fitting.bore, minor=heads), Free()),)


register(
    FittingType(
        id="filter",
        pieces=pieces,
        heads=8.0,
        each=1.1,
        asked=(Asked("clogged", "Clogged", "share", 0.0, 0.0, 0.95),),
        glyph="strainer",
        below="filter",
        offered=("line", 2),
    )
)
