"""Chargers and inverters."""

from ..kind.kind import Choice, Given, Kind, Made, Param, Service
from ..kind.outlines import beside, rectangle
from ..kind.registry import register
from ..kind.usual_parts import port
from ..model.item import Item


def _make(g: Given) -> Made:
    kw = g["power"] / 1000
    length, width, height = 0.20 + 0.09 * kw, 0.15 + 0.05 * kw, 0.09 + 0.02 * kw
    mass = 1.5 + 4.5 * kw
    return Made(
        length=length,
        width=width,
        height=height,
        mass=mass,
        mass_pm=0.25 * mass,
        centre=(0.0, 0.0, height / 2),
        parts=(
            port("dc", "12 V", (-length / 2, 0.0, height / 2), 0.0, "power"),
            port("ac", "Mains", (length / 2, 0.0, height / 2), 0.0, "power"),
        ),
    )


def _service(item: Item) -> tuple[Service, ...]:
    return (beside(item, "cables and fuses", "front", 0.15, (0.0, 1.0), (0.0, 1.0)),)


register(
    Kind(
        "converter",
        "Charger or inverter",
        rectangle,
        "power electric charger inverter battery mains",
        (Param("power", "Power", "power", 20, 10000, 600),),
        (Choice("type", "Type", ("charger", "inverter", "both")),),
        _make,
        _service,
    )
)
