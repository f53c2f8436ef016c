"""Compressors with their receiver, for air diaphragms and blowing out."""

from msgspec.structs import replace

from ..kind.engine import BURNS, engine_burns, heavier, own_tank
from ..kind.kind import Choice, Given, Kind, Made, Param, Service, Trait
from ..kind.outlines import beside, rectangle, whole
from ..kind.registry import given, register
from ..kind.usual_parts import draws_power, port
from ..model.item import Item, Part
from .machine import fuels

PARAMS = (
    Param("flow", "Air, at the inlet", "air", 1e-3, 5e-2, 566 / 60000),
    Param("receiver", "Receiver", "volume", 0.005, 0.5, 0.11),
    Param(
        "engine", "Engine or motor", "power", 100, 50_000, lambda g: 6.2e5 * g["flow"]
    ),  # 20 cfm takes about 8 hp, from memory
    Param("fuel", "Its own fuel, none where it is fed", "volume", 0.0, 0.1, 0.0, lambda g: has_engine(g)),
)


def has_engine(g: Given) -> bool:
    """Whether an engine drives it."""
    return g.word("drive") == "engine"


def _make(g: Given) -> Made:
    watts = g["engine"]
    across = 0.30 + 0.6 * g["receiver"]
    length = min(g["receiver"] / (0.785 * across**2), 1.6) + 0.2
    mass = 24 + 3.6e-3 * watts * 2.2 + 260 * g["receiver"]
    power: tuple[Part, ...] = (draws_power("Compressor motor", watts, "240 V"),)
    height = across + 0.56
    if has_engine(g):
        fuel = own_tank(g, g["fuel"], (0.0, 0.0, height), 0.6 * across)
        power = (engine_burns(g, watts), *fuel)
        mass += heavier(g, watts) + (1.5 + 100 * g["fuel"] if fuel else 0.0)
        height += sum(t.height + 0.02 for t in fuel)
    return Made(
        length=length,
        width=across + 0.18,
        height=height,
        mass=mass,
        mass_pm=0.25 * mass,
        centre=(0.0, 0.0, across + 0.05),
        parts=(port("air", "Air outlet", (length / 2, 0.0, across), 0.0127, "air"), *power),
    )


def _service(item: Item) -> tuple[Service, ...]:
    return (
        beside(item, "oil and air filter", "left", 0.35, (0.2, 0.9), (0.4, 1.0)),
        beside(item, "receiver drain", "back", 0.25, (0.2, 0.8), (0.0, 0.3), "daily"),
    )


def _traits(item: Item) -> tuple[Trait, ...]:
    return (Trait("engine", whole(item)), *fuels(item)) if has_engine(given(item)) else ()


register(
    Kind(
        "compressor",
        "Compressor",
        rectangle,
        "air pump receiver blow out diaphragm",
        PARAMS,
        (Choice("drive", "Driven by", ("engine", "motor")), replace(BURNS, when=has_engine)),
        _make,
        _service,
        _traits,
        big=True,
    )
)
