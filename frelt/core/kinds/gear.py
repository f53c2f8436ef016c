"""Small gear that is carried by hand and counted by nobody: cones, buckets, guns, rain gear, manuals, people's things."""

from ..kind.kind import Choice, Given, Kind, Made, Param, Service
from ..kind.outlines import beside, rectangle
from ..kind.registry import register
from ..model.item import Item

SIZES = {
    "cones": (0.36, 0.36, 0.75, 2.2),
    "buckets": (0.30, 0.30, 0.42, 1.3),
    "gun and lance": (1.10, 0.18, 0.12, 3.2),
    "blower": (0.95, 0.40, 0.38, 9.5),
    "rain gear": (0.45, 0.30, 0.20, 3.0),
    "manuals and papers": (0.34, 0.26, 0.10, 2.5),
    "people's gear": (0.45, 0.32, 0.35, 8.0),
    "fittings case": (0.45, 0.34, 0.16, 9.0),
    "broom and squeegee": (1.50, 0.30, 0.14, 3.4),
    "water cooler": (0.36, 0.36, 0.50, 13.0),
    "hand tools": (0.55, 0.28, 0.28, 14.0),
}
STACKED = ("cones", "buckets")  # more of them stand in each other


def _make(g: Given) -> Made:
    what, n = g.word("what"), int(g["count"])
    length, width, height, each = SIZES[what]
    if what in STACKED:
        height += 0.06 * (n - 1)
    else:
        width *= 1 + 0.6 * (n - 1)
    return Made(
        length=length,
        width=width,
        height=height,
        mass=each * n,
        mass_pm=0.3 * each * n,
        centre=(0.0, 0.0, 0.45 * height),
        centre_pm=0.05,
        size_pm=0.1,
    )


def _service(item: Item) -> tuple[Service, ...]:
    return (beside(item, "grip", "top", 0.20, (0.1, 0.9), (0.1, 0.9), "daily"),)


register(
    Kind(
        "gear",
        "Small gear",
        rectangle,
        "cones buckets gun lance blower rain manuals bag clothes fittings broom cooler tools",
        (Param("count", "How many", "number", 1, 40, 1),),
        (Choice("what", "What", tuple(SIZES)),),
        _make,
        _service,
        carried=True,
    )
)
