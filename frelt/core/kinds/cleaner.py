"""Surface cleaners, standing or hung flat on a wall or door."""

from ..kind.kind import Choice, Given, Kind, Made, Param, Service
from ..kind.outlines import beside, ellipse, rectangle
from ..kind.registry import given, register
from ..model.item import Item


def _make(g: Given) -> Made:
    d = g["across"]
    mass = 3 + 24 * d if g.word("ring") == "none" else 8 + 34 * d
    hung = g.word("stowed") == "hung flat"
    length, width, height = (0.24, d, d) if hung else (d, d, 0.95)
    return Made(
        length=length,
        width=width,
        height=height,
        mass=mass,
        mass_pm=0.2 * mass,
        centre=(0.0, 0.0, d / 2 if hung else 0.24),
    )


def _service(item: Item) -> tuple[Service, ...]:
    side = "back" if given(item).word("stowed") == "hung flat" else "top"
    return (beside(item, "grip", side, 0.30, (0.1, 0.9), (0.1, 0.9), "daily"),)  # type: ignore[arg-type]


register(
    Kind(
        "cleaner",
        "Surface cleaner",
        lambda i: rectangle(i) if given(i).word("stowed") == "hung flat" else ellipse(i),
        "flat rotary spinner bar concrete",
        (Param("across", "Across", "length", 0.25, 1.5, 0.51),),
        (Choice("stowed", "Stowed", ("standing", "hung flat")), Choice("ring", "Suction ring", ("none", "yes"))),
        _make,
        _service,
        carried=True,
    )
)
