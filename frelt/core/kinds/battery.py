"""Batteries by charge: lead about 3.7 Ah a kilogram at 12 V, lithium about 9, from memory."""

from ..kind.kind import Choice, Given, Kind, Made, Param, Service, Trait
from ..kind.outlines import beside, rectangle, whole
from ..kind.registry import register
from ..kind.usual_parts import port
from ..model.item import Item


def _make(g: Given) -> Made:
    hours = g["charge"]
    mass = hours / (3.75 if g.word("type") == "lead" else 9.0) + 1.0
    k = (hours / 105) ** (1 / 3)
    return Made(
        length=0.33 * k,
        width=0.175 * k,
        height=0.23 * k,
        mass=mass,
        mass_pm=0.1 * mass,
        centre=(0.0, 0.0, 0.105 * k),
        centre_pm=0.01,
        parts=(port("posts", "Posts", (0.0, 0.0, 0.23 * k), 0.0, "power"),),
    )


def _service(item: Item) -> tuple[Service, ...]:
    return (beside(item, "posts", "top", 0.15, (0.0, 1.0), (0.0, 1.0)),)


def _traits(item: Item) -> tuple[Trait, ...]:
    return (Trait("battery", whole(item)),)


register(
    Kind(
        "battery",
        "Battery",
        rectangle,
        "power electric charge 12 V deep cycle",
        (Param("charge", "Charge, Ah", "number", 5, 1000, 105),),
        (Choice("type", "Type", ("lead", "lithium")),),
        _make,
        _service,
        _traits,
    )
)
