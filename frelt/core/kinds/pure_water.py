"""Purified-water packs: sediment, carbon, reverse osmosis, resin."""

from math import pi

from ..kind.inner import Through
from ..kind.kind import Choice, Given, Kind, Made, Param, Service
from ..kind.outlines import beside, rectangle
from ..kind.registry import given, register
from ..kind.usual_parts import draws_power, port
from ..model.item import Item

FED = 3e5  # pressure of the tap at which it gives its flow [Pa]; from memory
RESIN = 0.80  # kg of drained mixed-bed resin a liter; 0.7 to 0.85, from memory of data sheets


def _make(g: Given) -> Made:
    k = (g["flow"] / (4 / 60000)) ** 0.5
    ro, resin = g.word("stages") != "resin only", g["resin"]
    vessel = (4 * resin / (pi * 0.8)) ** 0.5 + 0.06  # a vessel 0.8 m high, with its wall and foot
    length, width, height = (0.38 * k + vessel, max(0.42 * k, vessel), 1.15) if ro else (vessel + 0.10, vessel + 0.10, 1.0)
    mass = (34 * k if ro else 6.0) + RESIN * resin * 1000 + 60 * vessel
    return Made(
        length=length,
        width=width,
        height=height,
        mass=mass,
        mass_pm=0.25 * mass,
        centre=(0.0, 0.0, 0.45 * height),
        parts=(
            port("in", "Tap in", (-length / 2, 0.0, 0.2), 0.0127),
            port("out", "Pure out", (length / 2, 0.0, 0.2), 0.0127),
            *((draws_power("Pack pump", 250.0, "12 V"),) if ro else ()),
        ),
    )


def _service(item: Item) -> tuple[Service, ...]:
    return (
        beside(item, "gauges and valves", "back", 0.35, (0.0, 1.0), (0.3, 1.0), "daily"),
        beside(item, "cartridges", "top", 0.25, (0.1, 0.9), (0.0, 0.8)),
    )


register(
    Kind(
        "pure-water",
        "Purified-water pack",
        rectangle,
        "RO DI resin reverse osmosis window solar",
        (
            Param("flow", "Flow", "flow", 1e-5, 1e-3, 4 / 60000),
            Param("resin", "Resin", "volume", 0.001, 0.3, lambda g: 0.007 * (g["flow"] / (4 / 60000)) ** 0.5),
        ),
        (Choice("stages", "Stages", ("RO and resin", "resin only")),),
        _make,
        _service,
        inner=lambda i: (Through("pack", "in", "out", 0.0127, quad=FED / given(i)["flow"] ** 2, one_way=True),),
    )
)
