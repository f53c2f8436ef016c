"""Drums in their holder, held by a chain."""

from ..kind.kind import Choice, Given, Kind, Made, Param, Service, Trait
from ..kind.outlines import beside, ellipse, whole
from ..kind.registry import register
from ..kind.substances import NATURES, hypochlorite
from ..kind.usual_parts import port, tank
from ..model.item import Item


def _make(g: Given) -> Made:
    v = g["capacity"]
    d = (4 * v / (3.1416 * 1.48)) ** (1 / 3)
    mass = (0.045 if g.word("material") == "plastic" else 0.085) * v * 1000 + 6
    return Made(
        length=d + 0.05,
        width=d + 0.05,
        height=1.48 * d + 0.10,
        mass=mass,
        mass_pm=0.15 * mass,
        centre=(0.0, 0.0, 0.68 * d),
        centre_pm=0.02,
        parts=(
            tank("tank", "Drum", v, (d, d, 1.48 * d), (0.0, 0.0, 0.06), hypochlorite(12.5), "upright cylinder", heel=0.02),
            port("bung", "Bung", (0.15 * d, 0.0, 1.48 * d + 0.1), 0.051),
        ),
    )


def _service(item: Item) -> tuple[Service, ...]:
    return (beside(item, "bung and stick", "top", 0.45, (0.2, 0.8), (0.0, 0.6), "daily"),)


def _traits(item: Item) -> tuple[Trait, ...]:
    return tuple(Trait(NATURES.get(t.liquid.substance, "plastic tank"), whole(item)) for t in item.tanks)


register(
    Kind(
        "drum",
        "Drum in its holder",
        ellipse,
        "barrel SH chemical chain keg",
        (Param("capacity", "Capacity", "volume", 0.02, 0.3, 0.2),),
        (Choice("material", "Made of", ("plastic", "steel")),),
        _make,
        _service,
        _traits,
        big=True,
    )
)
