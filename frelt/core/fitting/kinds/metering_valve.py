"""A metering valve: turned until a share comes."""

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
        id="metering valve",
        pieces=pieces,
        heads=3.0,
        each=0.35,
        hand=Hand(first=0.5, over=0.5, wheel=True),
        shuts=True,
        letter="M",
        glyph="valve",
        lever=True,
        offered=("line", 6),
    )
)
