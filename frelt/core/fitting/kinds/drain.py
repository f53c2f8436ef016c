"""A drain: into the air."""

from typing import TYPE_CHECKING

from ..figures import LOSS, figure_of
from ..kind import FittingType, Hand
from ..laws import Piece, Way, tapped
from ..registry import register

if TYPE_CHECKING:
    from ...model.plumbing import Fitting


def pieces(fitting: "Fitting", stands: float) -> tuple[Piece, ...]:
    """Into the air, with the velocity head that is lost there."""
    return (Piece("in", "", *tapped(Way(bore=fitting.bore, minor=figure_of(fitting, LOSS) + 1.0), stands)),)


register(
    FittingType(
        id="drain",
        ways=("in",),
        pieces=pieces,
        heads=0.6,
        each=0.4,
        end="air",
        hand=Hand(label=""),
        shuts=True,
        letter="D",
        glyph="drain",
        offered=("end", 3),
        road="Drain {name} shut",
    )
)
