"""A valve that a switch or a button turns."""

from typing import TYPE_CHECKING

from ..figures import LOSS, figure_of
from ..kind import FittingType, Hand
from ..laws import Piece, opened
from ..registry import register

if TYPE_CHECKING:
    from ...model.plumbing import Fitting


def pieces(fitting: "Fitting", stands: float) -> tuple[Piece, ...]:
    """An open way, its loss by how far it is open."""
    return (Piece("in", "out", *opened(fitting.bore, stands, figure_of(fitting, LOSS))),)


register(
    FittingType(
        id="remote valve",
        pieces=pieces,
        heads=4.0,
        each=0.9,
        hand=Hand((("at rest", 0.0), ("energized", 1.0))),
        shuts=True,
        letter="V",
        glyph="valve",
        offered=("line", 9),
    )
)
