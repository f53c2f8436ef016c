"""Backpack and pump-up sprayers."""

from ..kind.kind import Given, Kind, Made, Param, Service
from ..kind.outlines import beside, rectangle
from ..kind.registry import register
from ..kind.substances import SURFACTANT
from ..kind.usual_parts import tank
from ..model.item import Item


def _make(g: Given) -> Made:
    v = g["capacity"]
    k = (v / 0.015) ** (1 / 3)
    return Made(
        length=0.24 * k,
        width=0.38 * k,
        height=0.52 * k,
        mass=4.0 * k**2,
        mass_pm=0.8,
        centre=(0.0, 0.0, 0.24 * k),
        centre_pm=0.02,
        parts=(tank("tank", "Sprayer", v, (0.16 * k, 0.30 * k, v / (0.048 * k * k)), (0.0, 0.0, 0.02), SURFACTANT, heel=0.0),),
    )


def _service(item: Item) -> tuple[Service, ...]:
    return (beside(item, "grip", "top", 0.30, (0.1, 0.9), (0.1, 0.9), "daily"),)


register(
    Kind(
        "sprayer",
        "Backpack sprayer",
        rectangle,
        "pump up chemical pretreat",
        (Param("capacity", "Capacity", "volume", 0.002, 0.03, 0.015),),
        make=_make,
        service=_service,
        carried=True,
    )
)
