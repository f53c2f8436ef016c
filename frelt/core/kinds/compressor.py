"""Compressors with their receiver, for air diaphragms and blowing out."""

from ..kind.kind import Choice, Given, Kind, Made, Param, Service, Trait
from ..kind.outlines import beside, rectangle, whole
from ..kind.registry import given, register
from ..kind.usual_parts import burns_gasoline, draws_power, port
from ..model.item import Item, Part

PARAMS = (
    Param("flow", "Air, at the inlet", "flow", 1e-3, 5e-2, 566 / 60000),
    Param("receiver", "Receiver", "volume", 0.005, 0.5, 0.11),
)


def _make(g: Given) -> Made:
    watts = g["flow"] * 6.2e5  # 20 cfm takes about 8 hp, from memory
    across = 0.30 + 0.6 * g["receiver"]
    length = min(g["receiver"] / (0.785 * across**2), 1.6) + 0.2
    mass = 24 + 3.6e-3 * watts * 2.2 + 260 * g["receiver"]
    engine = g.word("drive") == "engine"
    power: tuple[Part, ...] = (burns_gasoline(watts),) if engine else (draws_power("Compressor motor", watts, "240 V"),)
    return Made(
        length=length,
        width=across + 0.18,
        height=across + 0.56,
        mass=mass,
        mass_pm=0.25 * mass,
        centre=(0.0, 0.0, across + 0.05),
        parts=(port("air", "Air outlet", (length / 2, 0.0, across), 0.0127, "air"), *power),
    )


def _service(item: Item) -> tuple[Service, ...]:
    return (
        beside(item, "oil and air filter", "left", 0.35, (0.2, 0.9), (0.4, 1.0)),
        beside(item, "receiver drain", "back", 0.25, (0.2, 0.8), (0.0, 0.3), "daily"),
    )


def _traits(item: Item) -> tuple[Trait, ...]:
    return (Trait("engine", whole(item)),) if given(item).word("drive") == "engine" else ()


register(
    Kind(
        "compressor",
        "Compressor",
        rectangle,
        "air pump receiver blow out diaphragm",
        PARAMS,
        (Choice("drive", "Driven by", ("engine", "motor")),),
        _make,
        _service,
        _traits,
        big=True,
    )
)
