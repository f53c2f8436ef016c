"""Spare hose, coiled and hung or lying."""

from ..kind.kind import Choice, Given, Kind, Made, Param, Service
from ..kind.outlines import beside, ellipse
from ..kind.registry import register
from ..kind.usual_parts import hose_mass
from ..model.item import Item
from .reel import MAKES

PARAMS = (
    Param("bore", "Bore", "length", 0.004, 0.1, 0.0095),
    Param("hose", "Length", "distance", 0.5, 150.0, 15.0),
)


def _make(g: Given) -> Made:
    wall, density = MAKES[g.word("make")]
    across = g["bore"] + 2 * wall
    turns = g["hose"] / (3.1416 * 0.45)
    side = (turns * across**2 / 0.7) ** 0.5
    mass = hose_mass(g["bore"], wall, density) * g["hose"] + 0.3
    size = 0.45 + 2 * side
    return Made(
        length=size,
        width=size,
        height=max(side, across),
        mass=mass,
        mass_pm=0.12 * mass,
        centre=(0.0, 0.0, side / 2),
        centre_pm=0.03,
        size_pm=0.15,
    )


def _service(item: Item) -> tuple[Service, ...]:
    return (beside(item, "grip", "top", 0.25, (0.1, 0.9), (0.1, 0.9), "daily"),)


register(
    Kind(
        "hose-coil",
        "Coil of hose",
        ellipse,
        "spare whip supply garden section",
        PARAMS,
        (Choice("make", "Hose make", tuple(MAKES)),),
        _make,
        _service,
        carried=True,
        hangs="bottom",
    )
)
