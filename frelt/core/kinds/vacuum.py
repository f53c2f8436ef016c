"""Vacuums that take wash water back."""

from ..kind.kind import Choice, Given, Kind, Made, Param, Service, Trait
from ..kind.outlines import beside, rectangle, whole
from ..kind.registry import given, register
from ..kind.usual_parts import burns_gasoline, draws_power, port
from ..model.item import Item, Part


def _make(g: Given) -> Made:
    kw = g["power"] / 1000
    engine = g.word("drive") == "engine"
    length, width, height = 0.60 + 0.035 * kw, 0.50 + 0.02 * kw, 0.62 + 0.02 * kw
    mass = 24 + 8 * kw + (18 if engine else 0)
    power: Part = burns_gasoline(g["power"]) if engine else draws_power("Vacuum motor", g["power"], "120 V")
    return Made(
        length=length,
        width=width,
        height=height,
        mass=mass,
        mass_pm=0.25 * mass,
        centre=(0.0, 0.0, 0.42 * height),
        parts=(port("suction", "Suction", (-length / 2, 0.0, 0.6 * height), 0.051), power),
    )


def _service(item: Item) -> tuple[Service, ...]:
    return (
        beside(item, "oil, belt and filter", "left", 0.40, (0.1, 0.9), (0.0, 0.8)),
        beside(item, "starter and switches", "back", 0.40, (0.1, 0.9), (0.2, 0.9), "daily"),
    )


def _traits(item: Item) -> tuple[Trait, ...]:
    return (Trait("engine", whole(item)),) if given(item).word("drive") == "engine" else ()


register(
    Kind(
        "vacuum",
        "Recovery vacuum",
        rectangle,
        "reclaim blower suction wash water boom berm",
        (Param("power", "Power", "power", 500, 30000, 7500),),
        (Choice("drive", "Driven by", ("engine", "motor")),),
        _make,
        _service,
        _traits,
        big=True,
    )
)
