"""Air dryers and cooling coils between a compressor and an air diaphragm."""

from ..kind.kind import Choice, Given, Kind, Made, Param, Service
from ..kind.outlines import beside, rectangle
from ..kind.registry import register
from ..kind.usual_parts import port
from ..model.item import Item


def _make(g: Given) -> Made:
    coil = g.word("type") == "cooling coil"
    k = (g["flow"] / (566 / 60000)) ** 0.5
    length, width, height = (0.50 * k, 0.16, 0.42 * k) if coil else (0.22 * k, 0.22 * k, 0.55 * k)
    mass = (9 if coil else 12) * k
    return Made(
        length=length,
        width=width,
        height=height,
        mass=mass,
        mass_pm=0.25 * mass,
        centre=(0.0, 0.0, height / 2),
        parts=(
            port("in", "Air inlet", (-length / 2, 0.0, 0.8 * height), 0.0127, "air"),
            port("out", "Air outlet", (length / 2, 0.0, 0.8 * height), 0.0127, "air"),
        ),
    )


def _service(item: Item) -> tuple[Service, ...]:
    return (beside(item, "water drain", "back", 0.15, (0.2, 0.8), (0.0, 0.4), "daily"),)


register(
    Kind(
        "air-dryer",
        "Air dryer",
        rectangle,
        "cooling coil compressor water trap desiccant",
        (Param("flow", "Air, at the inlet", "flow", 1e-3, 5e-2, 566 / 60000),),
        (Choice("type", "Type", ("dryer", "cooling coil")),),
        _make,
        _service,
    )
)
