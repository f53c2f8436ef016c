"""A gun: its tips pass by the root of the pressure."""

from typing import TYPE_CHECKING

from ...base.units import GALLON, PSI
from ..figures import LOSS, figure_of
from ..kind import FittingType, Hand
from ..laws import Piece, Way, tapped
from ..registry import register

if TYPE_CHECKING:
    from ...model.plumbing import Fitting


def pieces(fitting: "Fitting", stands: float) -> tuple[Piece, ...]:
    """Into the air through its tips: q = N·√(p / 4000 psi), by definition."""
    number = sum(fitting.tips)
    quad = 4000 * PSI / (number * GALLON / 60) ** 2 if number else 0.0
    return (Piece("in", "", *tapped(Way(bore=fitting.bore, minor=figure_of(fitting, LOSS), quad=quad), stands)),)


HELD = (("let go", 0.0), ("held half the time", 0.5), ("held three quarters of it", 0.75), ("held all the time", 1.0))


register(
    FittingType(
        id="gun",
        ways=("in",),
        pieces=pieces,
        heads=4.0,
        each=1.6,
        end="gun",
        hand=Hand(HELD, label="Trigger held, of the time", trigger=True),
        tips=(5.0,),
        shuts=True,
        letter="G",
        glyph="gun",
        offered=("end", 0),
        leader=1.2,
    )
)
