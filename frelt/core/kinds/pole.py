"""Water-fed poles and long wands in their tube."""

from ..kind.kind import Given, Kind, Made, Param, Service
from ..kind.outlines import beside, rectangle
from ..kind.registry import register
from ..model.item import Item


def _make(g: Given) -> Made:
    mass = 2.0 + 0.28 * g["reach"] + 1.4 * g["long"]
    return Made(
        length=g["long"],
        width=0.16,
        height=0.16,
        mass=mass,
        mass_pm=0.25 * mass,
        centre=(0.0, 0.0, 0.08),
        centre_pm=0.05,
        size_pm=0.02,
    )


def _service(item: Item) -> tuple[Service, ...]:
    return (beside(item, "rungs, to pull it out by", "back", 0.6, (0.0, 1.0), (0.0, 1.0), "daily"),)


register(
    Kind(
        "pole",
        "Pole in its tube",
        rectangle,
        "water fed wand telescopic window solar brush",
        (Param("long", "Stowed length", "length", 0.5, 5.0, 2.0), Param("reach", "Reaches", "distance", 1, 25, 9)),
        make=_make,
        service=_service,
        carried=True,
        hangs="bottom",
        can=frozenset({"hang over"}),
    )
)
