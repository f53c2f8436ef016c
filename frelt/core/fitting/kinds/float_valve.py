"""A float valve: shuts when the tank it hangs in is as full as it lets it be."""

from typing import TYPE_CHECKING

from ..figures import LOSS, figure_of
from ..kind import FittingType, Hand
from ..laws import LEAST_OPEN, OneWay, Piece, Shut, Way
from ..registry import register

if TYPE_CHECKING:
    from ...model.plumbing import Fitting


def pieces(fitting: "Fitting", stands: float) -> tuple[Piece, ...]:
    """Inward alone, and shut where it is tied up or afloat."""
    way = Way(bore=fitting.bore, minor=figure_of(fitting, LOSS))
    return (Piece("in", "out", way, OneWay(0.0) if stands >= LEAST_OPEN else Shut()),)


register(
    FittingType(
        id="float valve",
        pieces=pieces,
        heads=6.0,
        each=0.5,
        hand=Hand(label=""),
        one_way=True,
        shuts=True,
        brim=True,
        glyph="float",
        offered=("line", 8),
    )
)
