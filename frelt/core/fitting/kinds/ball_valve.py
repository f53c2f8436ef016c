"""A ball valve: open by a quarter turn."""

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
        id="ball valve",
        pieces=pieces,
        heads=0.08,
        each=0.30,
        hand=Hand(quick=True, wheel=True),
        shuts=True,
        letter="V",
        glyph="valve",
        lever=True,
        offered=("line", 0),
    )
)
