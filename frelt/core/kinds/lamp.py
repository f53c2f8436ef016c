"""Work lamps."""

from ..kind.kind import Given, Kind, Made, Param
from ..kind.outlines import rectangle
from ..kind.registry import register
from ..kind.usual_parts import draws_power


def _make(g: Given) -> Made:
    k = (g["watts"] / 40) ** (1 / 3)
    return Made(
        length=0.08 * k,
        width=0.30 * k,
        height=0.12 * k,
        mass=1.3 * k,
        mass_pm=0.4,
        centre=(0.0, 0.0, 0.06 * k),
        centre_pm=0.01,
        parts=(draws_power("Lamp", g["watts"], "12 V"),),
    )


register(
    Kind("lamp", "Lamp", rectangle, "light work flood lantern", (Param("watts", "Watts", "number", 1, 1000, 40),), make=_make)
)
