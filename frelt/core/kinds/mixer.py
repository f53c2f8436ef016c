"""Mixing stations: water, SH and surfactant metered by valves or by a percent dial."""

from ..kind.kind import Choice, Given, Kind, Made, Param, Service
from ..kind.outlines import beside, rectangle
from ..kind.registry import register
from ..kind.usual_parts import port
from ..model.item import Item

TYPES = ("three valves", "two valves", "percent dial")


def _make(g: Given) -> Made:
    valves = {"three valves": 3, "two valves": 2, "percent dial": 3}[g.word("type")]
    width, height = 0.16 + 0.10 * valves, 0.62 if g.word("type") != "percent dial" else 0.46
    mass = 3 + 2.2 * valves
    ins = ("Water", "SH", "Surfactant")[:valves]
    return Made(
        length=0.26,
        width=width,
        height=height,
        mass=mass,
        mass_pm=0.2 * mass,
        centre=(0.0, 0.0, 0.55 * height),
        parts=(
            *(port(name.lower(), name, (0.0, 0.10 * (n - 1), 0.05), 0.019) for n, name in enumerate(ins)),
            port("mix", "Mix", (0.0, 0.0, 0.2), g["bore"]),
        ),
    )


def _service(item: Item) -> tuple[Service, ...]:
    return (beside(item, "metering valves", "back", 0.40, (0.0, 1.0), (0.4, 1.0), "daily"),)


register(
    Kind(
        "mixer",
        "Mixing station",
        rectangle,
        "proportioner metering soft wash blend percent dial",
        (Param("bore", "Bore", "length", 0.005, 0.08, 0.019),),
        (Choice("type", "Type", TYPES),),
        _make,
        _service,
        water=0.0005,  # from memory
    )
)
