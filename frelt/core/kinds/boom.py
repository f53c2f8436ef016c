"""Booms: a post with an arm that swings and carries a hose over the work."""

from ..kind.kind import Box, Choice, Given, Kind, Made, Param, Service
from ..kind.outlines import beside, rectangle
from ..kind.registry import register
from ..kind.usual_parts import port
from ..model.item import Item

PARAMS = (
    Param("long", "Arm, long", "length", 0.3, 5.0, 1.8),
    Param("tall", "Post, high", "length", 0.3, 4.0, 1.5),
)
POST, ARM = 0.06, 0.05  # across [m]; from memory


def _make(g: Given) -> Made:
    each = 4.6 if g.word("material") == "steel" else 1.9
    mass = each * (g["long"] + g["tall"]) + 4.0
    return Made(
        length=g["long"],
        width=0.20,
        height=g["tall"],
        mass=mass,
        mass_pm=0.25 * mass,
        centre=(-0.18 * g["long"], 0.0, 0.62 * g["tall"]),
        centre_pm=0.1,
        size_pm=0.02,
        parts=(port("hose", "Hose", (-g["long"] / 2, 0.0, 0.1), 0.051),),
    )


def _pieces(item: Item) -> tuple[Box, ...]:
    a, h = item.length.value / 2, item.height.value
    post = (-a, -POST / 2, 0.0, -a + POST, POST / 2, h)
    return post, (-a, -ARM / 2, h - ARM, a, ARM / 2, h)


def _service(item: Item) -> tuple[Service, ...]:
    return (beside(item, "latch of the arm", "front", 0.25, (0.0, 1.0), (0.3, 0.8), "daily"),)


register(
    Kind(
        "boom",
        "Boom",
        rectangle,
        "arm swing hose overhead vacuum mast",
        PARAMS,
        (Choice("material", "Made of", ("steel", "aluminum")),),
        _make,
        _service,
        pieces=_pieces,
    )
)
