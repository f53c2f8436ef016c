"""Jerrycans of fuel, and jugs of SH or soap."""

from ..kind.kind import Given, Kind, Made, Param, Service, Trait
from ..kind.outlines import beside, rectangle, whole
from ..kind.registry import register
from ..kind.substances import GASOLINE, NATURES
from ..kind.usual_parts import tank
from ..model.item import Item


def _make(g: Given) -> Made:
    v = g["capacity"]
    k = (v / 0.02) ** (1 / 3)
    length, width, height = 0.34 * k, 0.19 * k, 0.46 * k
    return Made(
        length=length,
        width=width,
        height=height,
        mass=1.9 * k**2,
        mass_pm=0.6,
        centre=(0.0, 0.0, 0.2 * k),
        centre_pm=0.01,
        parts=(
            tank(
                "tank",
                "Can",
                v,
                (0.92 * length, 0.92 * width, v / (0.8464 * length * width)),
                (0.0, 0.0, 0.005),
                GASOLINE,
                heel=0.0,
            ),
        ),
    )


def _service(item: Item) -> tuple[Service, ...]:
    return (beside(item, "grip", "top", 0.30, (0.1, 0.9), (0.1, 0.9), "daily"),)


def _traits(item: Item) -> tuple[Trait, ...]:
    return tuple(Trait(NATURES[s], whole(item)) for t in item.tanks if (s := t.liquid.substance) in NATURES)


register(
    Kind(
        "canister",
        "Can or jug",
        rectangle,
        "jerrycan petrol gasoline diesel jug SH gallon fuel",
        (Param("capacity", "Capacity", "volume", 0.001, 0.04, 0.02),),
        make=_make,
        service=_service,
        traits=_traits,
        carried=True,
    )
)
