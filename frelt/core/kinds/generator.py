"""Generators by power."""

from ..kind.engine import BURNS, engine_burns, heavier, own_tank
from ..kind.kind import Choice, Given, Kind, Made, Param, Service, Trait
from ..kind.outlines import beside, rectangle, whole
from ..kind.registry import register
from ..kind.usual_parts import port
from ..model.item import Item
from .machine import columns, exhaust, exhaust_at, fuel_cap, fuels

PARAMS = (
    Param("power", "Power, lasting", "power", 300, 30000, 4000),
    Param("fuel", "Its own fuel", "volume", 0.0, 0.1, 0.016),
)


def _make(g: Given) -> Made:
    kw = g["power"] / 1000
    length, width, height = 0.48 + 0.055 * kw, 0.38 + 0.038 * kw, 0.40 + 0.042 * kw
    mass = 20 + 14.5 * kw
    mass += heavier(g, g["power"])
    tanks = own_tank(g, g["fuel"], (0.0, 0.0, 0.62 * height), 0.6 * width)
    height = max([height, *(t.at[2] + t.height + 0.02 for t in tanks)])
    return Made(
        length=length,
        width=width,
        height=height,
        mass=mass,
        mass_pm=0.2 * mass,
        centre=(0.03, 0.0, 0.45 * height),
        parts=(
            *tanks,
            engine_burns(g, g["power"] / 0.6),
            port("exhaust", "Exhaust", exhaust_at(g.word("exhaust"), length, width, height), 0.03, "exhaust"),
            port("power", "Outlets", (-length / 2, 0.0, 0.4 * height), 0.0, "power"),
        ),
    )


def _service(item: Item) -> tuple[Service, ...]:
    found = [
        beside(item, "oil and air filter", "left", 0.35, (0.2, 0.9), (0.0, 0.7)),
        beside(item, "outlets and switches", "front", 0.40, (0.0, 1.0), (0.1, 0.8), "daily"),
    ]
    fuel = next(iter(item.tanks), None)
    return (*found, fuel_cap(item, fuel)) if fuel is not None else tuple(found)


def _traits(item: Item) -> tuple[Trait, ...]:
    x, y, z = exhaust(item)
    muffler = Trait("exhaust", (x - 0.05, y - 0.05, z - 0.05, x + 0.05, y + 0.05, z + 0.05))
    return (Trait("engine", whole(item)), muffler, *fuels(item))


register(
    Kind(
        "generator",
        "Generator",
        rectangle,
        "power electric inverter mains",
        PARAMS,
        (
            BURNS,
            Choice("exhaust", "Exhaust", ("to the side", "up", "down")),
        ),
        _make,
        _service,
        _traits,
        columns=columns,
        big=True,
    )
)
