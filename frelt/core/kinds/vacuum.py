"""Vacuums that take wash water back."""

from msgspec.structs import replace

from ..kind.engine import BURNS, engine_burns, heavier, own_tank
from ..kind.kind import Choice, Given, Kind, Made, Param, Service, Trait
from ..kind.outlines import beside, rectangle, whole
from ..kind.registry import given, register
from ..kind.usual_parts import draws_power, port
from ..model.item import Item, Part
from .machine import fuels

# Of a blower's air times its greatest lift that its shaft takes; of a motor's less, since both are not met at once; from memory.
TAKES = {"engine": 1.6, "motor": 0.9}

PARAMS = (
    Param("air", "Air drawn", "air", 5e-3, 1.0, 0.12),
    Param("lift", "Water lift", "suction", 2e3, 9e4, 39e3),
    Param("power", "Power", "power", 300, 30000, lambda g: TAKES[g.word("drive")] * g["air"] * g["lift"]),
    Param("fuel", "Its own fuel, none where it is fed", "volume", 0.0, 0.1, 0.0, lambda g: has_engine(g)),
)


def has_engine(g: Given) -> bool:
    """Whether an engine drives it."""
    return g.word("drive") == "engine"


def _make(g: Given) -> Made:
    kw = g["power"] / 1000
    engine = has_engine(g)
    length, width, height = 0.60 + 0.035 * kw, 0.50 + 0.02 * kw, 0.62 + 0.02 * kw
    mass = 24 + 8 * kw + (18 if engine else 0)
    power: tuple[Part, ...] = (draws_power("Vacuum motor", g["power"], "120 V"),)
    if engine:
        fuel = own_tank(g, g["fuel"], (0.0, 0.0, height), 0.7 * width)
        power = (engine_burns(g, g["power"]), *fuel)
        mass += heavier(g, g["power"]) + (1.5 + 100 * g["fuel"] if fuel else 0.0)
        height += sum(t.height + 0.02 for t in fuel)
    return Made(
        length=length,
        width=width,
        height=height,
        mass=mass,
        mass_pm=0.25 * mass,
        centre=(0.0, 0.0, 0.42 * height),
        parts=(port("suction", "Suction", (-length / 2, 0.0, 0.6 * height), 0.051), *power),
    )


def _service(item: Item) -> tuple[Service, ...]:
    return (
        beside(item, "oil, belt and filter", "left", 0.40, (0.1, 0.9), (0.0, 0.8)),
        beside(item, "starter and switches", "back", 0.40, (0.1, 0.9), (0.2, 0.9), "daily"),
    )


def _traits(item: Item) -> tuple[Trait, ...]:
    return (Trait("engine", whole(item)), *fuels(item)) if has_engine(given(item)) else ()


register(
    Kind(
        "vacuum",
        "Recovery vacuum",
        rectangle,
        "reclaim blower suction wash water boom berm",
        PARAMS,
        (Choice("drive", "Driven by", ("engine", "motor")), replace(BURNS, when=has_engine)),
        _make,
        _service,
        _traits,
        big=True,
    )
)
