"""A customer's tap: its mains hold a pressure, and its own way loses what runs."""

from typing import TYPE_CHECKING

from ...base.constants import GARDEN_TAP
from ...base.units import PSI
from ..figures import figure_of
from ..kind import Asked, FittingType, Hand
from ..laws import Piece, Way, tapped
from ..registry import register

if TYPE_CHECKING:
    from ...model.plumbing import Fitting


def pieces(fitting: "Fitting", stands: float) -> tuple[Piece, ...]:
    """What its mains lose, by the flow it gives when it runs free."""
    quad = figure_of(fitting, "pressure") / figure_of(fitting, "flow") ** 2
    return (Piece("out", "", *tapped(Way(quad=quad), stands)),)


ASKED = (
    Asked("pressure", "Pressure when nothing runs", "pressure", 55 * PSI, 1e4, 2e6, "45 to 65 psi, from memory of mains"),
    Asked("flow", "Flow when it runs free", "flow", GARDEN_TAP, 1e-6, 1e-2, "5 gal/min; common practice, no source"),
)


register(
    FittingType(
        id="tap",
        ways=("out",),
        pieces=pieces,
        heads=1.0,
        each=0.25,
        end="tap",
        asked=ASKED,
        hand=Hand(label=""),
        shuts=True,
        letter="W",
        glyph="tap",
        offered=("end", 2),
        road="Fill hose of {name} off and stowed, its cap on",
    )
)
