"""A pressure regulator: throttles what comes so that the pressure behind it is at most what it is set to."""

from typing import TYPE_CHECKING

from ...base.units import PSI
from ..figures import LOSS, figure_of
from ..kind import Asked, FittingType
from ..laws import Behind, Piece, Way
from ..registry import register

if TYPE_CHECKING:
    from ...model.plumbing import Fitting


def pieces(fitting: "Fitting", stands: float) -> tuple[Piece, ...]:
    """One way alone: open with its loss while the pressure behind it is low, held at its set pressure while it would be higher."""
    way = Way(bore=fitting.bore, minor=figure_of(fitting, LOSS))
    return (Piece("in", "out", way, Behind(figure_of(fitting, "set"))),)


register(
    FittingType(
        id="pressure regulator",
        pieces=pieces,
        heads=10.0,
        each=0.6,
        asked=(
            Asked(
                "set", "Set to a pressure behind it of", "pressure", 45 * PSI, 1e4, 2e6, "45 psi, from memory of such valves"
            ),
        ),
        one_way=True,
        letter="R",
        strokes=(
            ("shape", "valve", (-11.0, 7.0, -11.0, -3.0, 11.0, -3.0, 11.0, 7.0)),
            ("line", "lever", (0.0, -3.0, 0.0, -7.0, -4.0, -8.0, 4.0, -10.0, -4.0, -12.0)),
            ("shape", "valve.way", (-4.0, -1.0, 5.0, 2.0, -4.0, 5.0)),
        ),
        below="regulator",
        offered=("line", 15),
    )
)
