"""A three-way valve, turned to one of its ways."""

from typing import TYPE_CHECKING

from ..figures import LOSS, figure_of
from ..kind import FittingType, Hand
from ..laws import Piece, opened
from ..registry import register

if TYPE_CHECKING:
    from ...model.plumbing import Fitting


def pieces(fitting: "Fitting", stands: float) -> tuple[Piece, ...]:
    """Half turned an L is open a little to both, a T to both wholly."""
    heads, first, second = figure_of(fitting, LOSS), 1 - stands, stands
    if fitting.turn == "T" and 0.25 < stands < 0.75:
        first = second = 1.0
    return (
        Piece("common", "first", *opened(fitting.bore, first, heads)),
        Piece("common", "second", *opened(fitting.bore, second, heads), name="second"),
    )


register(
    FittingType(
        id="three-way valve",
        ways=("common", "first", "second"),
        pieces=pieces,
        heads=0.78,
        each=0.50,
        hand=Hand(
            (("to its first way", 0.0), ("to both", 0.5), ("to its second way", 1.0)),
            label="Turned to its second way",
            between="half turned",
        ),
        bored=True,
        shuts=True,
        letter="V",
        glyph="three",
        offered=("line", 4),
    )
)
