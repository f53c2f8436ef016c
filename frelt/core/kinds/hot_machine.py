"""Hot machines: a cold one with a coil, a burner and its diesel in one frame."""

from ..kind.engine import engine_burns, own_tank
from ..kind.inner import Burner, Inner, Through
from ..kind.kind import Choice, Column, Given, Kind, Made, Param, Service, Trait
from ..kind.outlines import beside, rectangle, whole
from ..kind.registry import given, register
from ..kind.unloader import pumped
from ..kind.usual_parts import burns_diesel, draws_power, fuel_box, port
from ..model.item import Item, Part
from .machine import CHOICES, PARAMS, columns, engine_mass, engine_service, exhaust, exhaust_at, fuels, generates, shaft_power

HEAT_OF_WATER = 4.18e6  # J/(m³·K)
COIL = 30.0  # long, of a coil's pipe [m]; from memory
FIRES = 0.25  # share of its flow from which the flow switch of a burner lets it fire; from memory
BURNS_TO = 98.0  # at which the switch of a burner rests it unless told [°C]; from memory

HEAT = (
    Param("rise", "Temperature rise", "rise", 10, 120, 70),
    Param("heat", "Burner gives the water", "heat", 1000, 1e6, lambda g: g["flow"] * HEAT_OF_WATER * g["rise"]),
    Param("diesel", "Its own diesel", "volume", 0.0, 0.3, 0.04),
    Param("limit", "Its switch rests the burner at", "temperature", 20, 160, BURNS_TO),
)
BURNER = (Choice("burner", "Burner fed by", ("12 V", "120 V")),)


def heat_flow(g: Given) -> float:
    """What the coil gives the water [W]."""
    return g["heat"]


def coil(g: Given, start: str, end: str, bore: float) -> tuple[Inner, ...]:
    """A coil of pipe of a bore [m] with its burner, wound to two fifths of a meter."""
    return (
        Through("heat", start, end, bore, COIL, minor=4.0, wound=1.0, drum=0.4),
        Burner("heat", heat_flow(g), g["limit"], FIRES * g["flow"]),
    )


def coil_size(heat: float) -> tuple[float, float, float]:
    """Diameter, height [m] and mass [kg] of coil, shell and burner for a heat flow [W]."""
    kw = heat / 1000
    return 0.42 + 0.0012 * kw, 0.70 + 0.0022 * kw, 58 + 0.80 * kw


def _make(g: Given) -> Made:
    kw, heat = g["engine"] / 1000, heat_flow(g)
    across, tall, coil = coil_size(heat)
    length = 0.60 + 0.022 * kw + across + 0.12 + (0.16 + 1.2e-5 * g["generator"] if g["generator"] > 0 else 0.0)
    width, height = max(0.50 + 0.012 * kw, across + 0.22), max(tall + 0.12, 0.9)
    mass = engine_mass(g) + coil + 44 + 3.2 * kw + 3 + 100 * (g["fuel"] + g["diesel"])
    x, z = -0.42 * length, 0.25 * height
    parts: list[Part] = [
        port("inlet", "Inlet", (x, -width / 2, z), 0.019 if g["flow"] < 5e-4 else 0.025),
        port("outlet", "Hot outlet", (length / 2, width / 4, 0.35 * height), 0.0095),
        port("bypass", "Bypass", (x, width / 2, z), 0.0127),
        port("exhaust", "Exhaust", exhaust_at(g.word("exhaust"), length, width, height), 0.04, "exhaust"),
        port("flue", "Flue", (length / 2 - across / 2 - 0.06, 0.0, height), 0.15, "exhaust"),
        engine_burns(g, shaft_power(g)),
        burns_diesel(heat),
        draws_power("Burner blower", 200.0, "12 V" if g.word("burner") == "12 V" else "120 V"),
    ]
    if g["fuel"] > 0 and g.word("tank") != "none":
        over = own_tank(g, g["fuel"], (-0.25 * length, 0.0, 0.58 * height), 0.6 * width)
        height = max(height, *(t.at[2] + t.height + 0.02 for t in over))
        parts += over
    parts += generates(g, length)
    if g["diesel"] > 0:
        parts.append(fuel_box(g["diesel"], (0.0, 0.0, 0.03), 0.8 * width, diesel=True))
    return Made(
        length=length,
        width=width,
        height=height,
        mass=mass,
        mass_pm=0.2 * mass,
        centre=(0.02 * length, 0.0, 0.42 * height),
        parts=tuple(parts),
    )


def _service(item: Item) -> tuple[Service, ...]:
    return (
        *engine_service(item),
        beside(item, "burner panel, nozzle and electrodes", "back", 0.50, (0.1, 0.9), (0.1, 0.7)),
    )


def _traits(item: Item) -> tuple[Trait, ...]:
    x, y, z = exhaust(item)
    a, b, h = item.length.value / 2, item.width.value / 2, item.height.value
    return (
        Trait("engine", whole(item)),
        Trait("exhaust", (x - 0.05, y - 0.05, z - 0.05, x + 0.05, y + 0.05, z + 0.05)),
        Trait("burner", (0.0, -b, 0.0, a, b, h)),
        *fuels(item),
    )


def flue(item: Item, across: float) -> Column:
    """The column above a burner's flue."""
    return Column("flue", (item.length.value / 2 - across / 2 - 0.06, 0.0, item.height.value), 0.12, "up")


def _columns(item: Item) -> tuple[Column, ...]:
    return (*columns(item), flue(item, 0.5))


def _inner(item: Item) -> tuple[Inner, ...]:
    g = given(item)
    return (*pumped(g, "coil"), *coil(g, "coil", "outlet", 0.0125))


register(
    Kind(
        "hot-machine",
        "Hot machine",
        rectangle,
        "pressure washer heater coil hot water diesel burner",
        (*(p for p in PARAMS if p.id != "machines"), *HEAT),
        (*CHOICES, *BURNER),
        _make,
        _service,
        _traits,
        columns=_columns,
        big=True,
        can=frozenset({"wash"}),
        water=0.010,  # coil and pump; from memory
        inner=_inner,
    )
)
