"""Fire extinguishers, eye wash, absorbent kit, first aid: what must be at hand."""

from ..kind.kind import Choice, Given, Kind, Made, Param, Service
from ..kind.outlines import beside, rectangle
from ..kind.registry import register
from ..model.item import Item

SIZES = {
    "fire extinguisher": (0.17, 0.17, 0.52, 7.5),
    "eye wash": (0.16, 0.30, 0.34, 4.0),
    "absorbent kit": (0.36, 0.46, 0.50, 9.0),
    "first aid": (0.12, 0.28, 0.22, 2.0),
}


def _make(g: Given) -> Made:
    length, width, height, mass = SIZES[g.word("what")]
    k = g["size"]
    return Made(
        length=length * k ** (1 / 3),
        width=width * k ** (1 / 3),
        height=height * k ** (1 / 3),
        mass=mass * k,
        mass_pm=0.25 * mass * k,
        centre=(0.0, 0.0, 0.45 * height),
        centre_pm=0.02,
    )


def _service(item: Item) -> tuple[Service, ...]:
    return (beside(item, "emergency grip", "back", 0.30, (0.0, 1.0), (0.0, 1.0), "daily"),)


register(
    Kind(
        "safety",
        "Safety gear",
        rectangle,
        "fire extinguisher eye wash first aid spill absorbent emergency",
        (Param("size", "Times the usual size", "number", 0.3, 4, 1),),
        (Choice("what", "What", tuple(SIZES)),),
        _make,
        _service,
        carried=True,
    )
)
