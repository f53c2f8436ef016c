"""Soft-wash pumps of the four schools."""

from msgspec.structs import replace

from ..kind.engine import BURNS, engine_burns, heavier, own_tank
from ..kind.inner import LIFTS, Inner, Membrane, Plunger, Through, Unloads
from ..kind.kind import Choice, Given, Kind, Made, Param, Service, Trait
from ..kind.outlines import beside, rectangle, whole
from ..kind.registry import given, register
from ..kind.usual_parts import draws_power, port
from ..model.item import Item, Part
from .machine import fuels

SCHOOLS = ("12 V diaphragm", "engine diaphragm", "air diaphragm", "plain pump")

PARAMS = (
    Param("flow", "Flow", "flow", 1e-5, 2e-3, 23 / 60000),
    Param("pressure", "Pressure", "pressure", 1e5, 1e7, 7e5),
    Param("stops", "Its switch stops it at", "pressure", 1e4, 2e7, lambda g: 0.9 * g["pressure"], lambda g: switched(g)),
    Param("starts", "and starts it at", "pressure", 1e4, 2e7, lambda g: 0.7 * g["pressure"], lambda g: switched(g)),
    Param("fuel", "Its own fuel, none where it is fed", "volume", 0.0, 0.1, 0.0, lambda g: has_engine(g)),
)


def switched(g: Given) -> bool:
    """Whether a pressure switch stops and starts it."""
    return g.word("school") == "12 V diaphragm"


def _inner(item: Item) -> tuple[Inner, ...]:
    """An electric or air pump by its curve; one with an engine moves its flow, and a relief valve sends it back to its inlet."""
    g = given(item)
    if has_engine(g):
        return (
            Plunger("pump", "inlet", "head", g["flow"], LIFTS),
            Unloads("relief", "head", "inlet", g["pressure"]),
            Through("out", "head", "outlet", 0.0127, minor=1.0, one_way=True),
        )
    cut = (g["stops"] + g["starts"]) / 2 if switched(g) else None
    return (Membrane("pump", "inlet", "outlet", g["pressure"], g["flow"], cut),)


def has_engine(g: Given) -> bool:
    """Whether an engine drives it."""
    return g.word("school") in ("engine diaphragm", "plain pump")


def _make(g: Given) -> Made:
    school, lpm = g.word("school"), g["flow"] * 60000
    watts = g["flow"] * g["pressure"] / 0.5
    power: tuple[Part, ...] = ()
    if school == "12 V diaphragm":
        size, mass = (0.28 + 0.005 * lpm, 0.22 + 0.003 * lpm, 0.20 + 0.003 * lpm), 4 + 0.3 * lpm
        power = (draws_power("Pump motor", watts, "12 V"),)
    elif school == "engine diaphragm":
        size, mass = (0.62, 0.42, 0.46), 24 + 0.45 * lpm
    elif school == "air diaphragm":
        size, mass = (0.34, 0.26, 0.36), 8 + 0.16 * lpm
    else:
        size, mass = (0.60, 0.40, 0.42), 18 + 0.5 * lpm
    length, width, height = size
    if has_engine(g):
        fuel = own_tank(g, g["fuel"], (0.0, 0.0, height), 0.7 * width)
        height, mass = (
            height + sum(t.height + 0.02 for t in fuel),
            mass + (1.5 + 100 * g["fuel"] if fuel else 0.0) + heavier(g, watts),
        )
        power = (engine_burns(g, watts), *fuel)
    ports = (
        port("inlet", "Inlet", (-length / 2, 0.0, 0.4 * height), 0.019),
        port("outlet", "Outlet", (length / 2, 0.0, 0.4 * height), 0.0127),
    )
    air = (port("air", "Air inlet", (0.0, width / 2, 0.8 * height), 0.0127, "air"),) if school == "air diaphragm" else ()
    return Made(
        length=length,
        width=width,
        height=height,
        mass=mass,
        mass_pm=0.2 * mass,
        centre=(0.0, 0.0, 0.42 * height),
        centre_pm=0.03,
        parts=(*ports, *air, *power),
    )


def _service(item: Item) -> tuple[Service, ...]:
    found = [beside(item, "strainer and valves", "front", 0.20, (0.1, 0.9), (0.0, 0.9), "daily")]
    if has_engine(given(item)):
        found.append(beside(item, "engine and pump oil", "left", 0.35, (0.2, 0.9), (0.0, 0.6)))
    return tuple(found)


def _traits(item: Item) -> tuple[Trait, ...]:
    return (Trait("engine", whole(item)), *fuels(item)) if has_engine(given(item)) else ()


register(
    Kind(
        "pump",
        "Soft-wash pump",
        rectangle,
        "chemical diaphragm low pressure SH draw",
        PARAMS,
        (Choice("school", "School", SCHOOLS), replace(BURNS, when=has_engine)),
        _make,
        _service,
        _traits,
        can=frozenset({"soft wash"}),
        inner=_inner,
        water=0.0005,  # from memory
    )
)
