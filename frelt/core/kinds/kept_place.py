"""A place kept free: an aisle, storage, or room and weight for what comes later; it is defended like an item."""

from ..kind.kind import Choice, Given, Kind, Made, Param
from ..kind.outlines import rectangle
from ..kind.registry import register

PARAMS = (
    Param("long", "Long", "length", 0.1, 6.0, 0.8),
    Param("wide", "Wide", "length", 0.1, 2.5, 0.6),
    Param("tall", "Tall", "length", 0.01, 2.4, 1.9),
    Param("mass", "Weight to come", "mass", 0.0, 2000.0, 0.0),
)


def _make(g: Given) -> Made:
    return Made(
        length=g["long"],
        width=g["wide"],
        height=g["tall"],
        mass=g["mass"],
        mass_pm=0.2 * g["mass"],
        centre=(0.0, 0.0, 0.4 * g["tall"]),
        size_pm=0.0,
    )


register(
    Kind(
        "kept-place",
        "Kept place",
        rectangle,
        "aisle walkway storage later future reserve free room",
        PARAMS,
        (Choice("for", "Kept for", ("later", "aisle", "storage")),),
        _make,
        can=frozenset({"keep a place"}),
    )
)
