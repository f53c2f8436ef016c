"""Inlet boxes in the wall: mains for the charger, or water from a tap."""

from ..kind.kind import Choice, Given, Kind, Made, Service
from ..kind.outlines import beside, rectangle
from ..kind.registry import register
from ..kind.usual_parts import port
from ..model.item import Item


def _make(g: Given) -> Made:
    power = g.word("for") == "mains"
    return Made(
        length=0.12,
        width=0.16,
        height=0.18,
        mass=1.6 if power else 1.2,
        mass_pm=0.5,
        centre=(0.0, 0.0, 0.09),
        centre_pm=0.02,
        parts=(port("in", "Inlet", (-0.06, 0.0, 0.09), 0.0 if power else 0.019, "power" if power else "liquid"),),
    )


def _service(item: Item) -> tuple[Service, ...]:
    return (beside(item, "lid", "front", 0.15, (0.0, 1.0), (0.0, 1.0), "daily"),)


register(
    Kind(
        "inlet-box",
        "Inlet box",
        rectangle,
        "mains power shore tap water wall",
        (),
        (Choice("for", "For", ("mains", "tap water")),),
        _make,
        _service,
    )
)
