"""An injector: draws a share of what drives it, as long as the pressure behind it is low."""

from typing import TYPE_CHECKING

from ...base.units import PSI
from ..figures import LOSS, figure_of
from ..kind import Asked, FittingType
from ..laws import Free, Piece, Shut, Way
from ..registry import register

if TYPE_CHECKING:
    from ...model.plumbing import Fitting


def pieces(fitting: "Fitting", stands: float) -> tuple[Piece, ...]:
    """The way that drives, and the draw that it drives."""
    drawn = 1 / figure_of(fitting, "ratio"), figure_of(fitting, "limit"), figure_of(fitting, "motive")
    through = Way(bore=fitting.bore, minor=figure_of(fitting, LOSS))
    return (Piece("in", "out", through, Free()), Piece("draw", "out", Way(), Shut(), "draw", drawn))


ASKED = (
    Asked(
        "ratio", "Parts of water to one drawn", "number", 15.0, 1.0, 500.0, "15:1 is one fitting; common practice, no source"
    ),
    Asked(
        "limit",
        "Draws below a pressure behind it of",
        "pressure",
        700 * PSI,
        1e5,
        3e7,
        "about 700 psi; common practice, no source",
    ),
    Asked("motive", "Draws from a flow of", "flow", 1.0e-4, 0.0, 1e-2),
)


register(
    FittingType(
        id="injector",
        ways=("in", "out", "draw"),
        pieces=pieces,
        heads=40.0,
        each=0.35,
        asked=ASKED,
        one_way=True,
        letter="J",
        glyph="injector",
        offered=("line", 7),
    )
)
