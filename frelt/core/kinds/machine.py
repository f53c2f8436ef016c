"""Cold machines: engine, drive and pump in a frame. Masses and sizes by power and flow, from memory of such machines."""

from msgspec.structs import replace

from ..base.constants import PUMP_EFFICIENCY
from ..kind.kind import Choice, Column, Given, Kind, Made, Param, Service, Trait, Vec
from ..kind.outlines import beside, rectangle, whole
from ..kind.registry import given, register
from ..kind.usual_parts import burns_gasoline, fuel_box, port
from ..model.item import Item, Part, TankPart

PORTS = 0.08  # of the frame's height above its underside

PARAMS = (
    Param("flow", "Flow", "flow", 3e-5, 2e-3, 30 / 60000),
    Param("pressure", "Pressure", "pressure", 3e5, 5e7, 2.2e7),
    Param("fuel", "Its own fuel", "volume", 0.0, 0.2, 0.022),
)
CHOICES = (
    Choice("drive", "Drive", ("belt", "gear", "direct")),
    Choice("clutch", "Clutch", ("none", "rests the pump")),
    Choice("tank", "Fuel tank", ("over the engine", "under the frame", "beside", "none")),
    Choice("exhaust", "Exhaust", ("to the side", "up", "down")),
)


def shaft_power(g: Given) -> float:
    """What the engine must give [W]: flow × pressure over the efficiency of pump and drive."""
    return g["flow"] * g["pressure"] / PUMP_EFFICIENCY


def engine_mass(g: Given) -> float:
    """Engine, pump and drive without frame and fuel tank [kg]."""
    drive = {"belt": 32.0, "gear": 14.0, "direct": 2.0}[g.word("drive")]
    clutch = 7.0 if g.word("clutch") != "none" else 0.0
    return 8 + 2.9e-3 * shaft_power(g) + 5 + 0.6 * g["flow"] * 60000 + drive + clutch


def _make(g: Given) -> Made:
    kw = shaft_power(g) / 1000
    belt = g.word("drive") == "belt"
    length, width, height = 0.62 + 0.022 * kw + 0.12 * belt, 0.45 + 0.012 * kw, 0.52 + 0.011 * kw
    mass, parts = engine_mass(g) + 8 + 2.2 * kw, _ports(g, length, width, height)
    where, volume = g.word("tank"), g["fuel"]
    if where != "none" and volume > 0:
        mass += 1.5 + 100 * volume
        if where == "under the frame":
            tall = volume / (0.8 * length * 0.8 * width)
            height += tall + 0.04
            parts = (fuel_box(volume, (0.0, 0.0, 0.02), 0.8 * width), *_ports(g, length, width, height))
        elif where == "beside":
            length += 0.26
            parts = (fuel_box(volume, (length / 2 - 0.13, 0.0, 0.05), 0.24), *parts)
        else:
            over = fuel_box(volume, (-0.15 * length, 0.0, 0.64 * height), 0.62 * width)
            height = max(height, over.at[2] + over.height + 0.02)
            parts = (over, *parts)
    return Made(
        length=length,
        width=width,
        height=height,
        mass=mass,
        mass_pm=0.2 * mass,
        centre=(0.05 * length, 0.0, 0.42 * height),
        parts=(*parts, burns_gasoline(shaft_power(g))),
    )


def _ports(g: Given, length: float, width: float, height: float) -> tuple[Part, ...]:
    x, z = -0.3 * length, 0.3 * height
    return (
        port("inlet", "Inlet", (x, -width / 2, z), 0.019 if g["flow"] < 5e-4 else 0.025),
        port("outlet", "Pressure outlet", (x, width / 2, z), 0.0095),
        port("bypass", "Bypass", (x, width / 2, z + 0.1), 0.0127),
        port("exhaust", "Exhaust", exhaust_at(g.word("exhaust"), length, width, height), 0.04, "exhaust"),
    )


def exhaust_at(way: str, length: float, width: float, height: float) -> Vec:
    """Where the muffler blows out."""
    x = 0.34 * length
    if way == "up":
        return x, 0.0, height
    return (x, 0.0, 0.1) if way == "down" else (x, width / 2, 0.5 * height)


def engine_service(item: Item) -> tuple[Service, ...]:
    """What is done to an engine and its pump: common practice, no source; sides as the catalog's machines have them."""
    found = [
        replace(beside(item, "engine oil drain and filter", "left", 0.40, (0.5, 0.95), (0.0, 0.45)), flips=True),
        replace(beside(item, "belt guard and pump oil", "right", 0.35, (0.1, 0.9), (0.1, 0.6)), flips=True),
        beside(item, "starter and switches", "back", 0.45, (0.1, 0.9), (0.3, 0.9), "daily"),
    ]
    fuel = next((t for t in item.tanks if t.liquid.tint == "fuel"), None)
    if fuel is not None:
        found.append(fuel_cap(item, fuel))
    return tuple(found)


def fuel_cap(item: Item, tank: TankPart) -> Service:
    """Room for a can above a fuel cap."""
    x, y = tank.at[0], tank.at[1]
    h = item.height.value
    return Service("fuel cap", "top", (x, y, h), (x - 0.12, y - 0.12, h, x + 0.12, y + 0.12, h + 0.35), "daily")


def _traits(item: Item) -> tuple[Trait, ...]:
    x, y, z = exhaust(item)
    found = [Trait("engine", whole(item)), Trait("exhaust", (x - 0.05, y - 0.05, z - 0.05, x + 0.05, y + 0.05, z + 0.05))]
    return (*found, *fuels(item))


def exhaust(item: Item) -> Vec:
    """Where an engine's exhaust leaves an item, in its frame."""
    return exhaust_at(given(item).word("exhaust"), item.length.value, item.width.value, item.height.value)


def fuels(item: Item) -> tuple[Trait, ...]:
    """What an item's fuel tanks are to its neighbors."""
    found = []
    for t in item.tanks:
        if t.liquid.tint == "fuel":
            x, y, z = t.at
            found.append(Trait("fuel", (x - t.length / 2, y - t.width / 2, z, x + t.length / 2, y + t.width / 2, z + t.height)))
    return tuple(found)


def columns(item: Item) -> tuple[Column, ...]:
    """The column of an exhaust that is led up or down."""
    way = given(item).word("exhaust")
    if way == "to the side":
        return ()
    return (Column("exhaust", exhaust(item), 0.08, "up" if way == "up" else "down"),)


register(
    Kind(
        "machine",
        "Cold machine",
        rectangle,
        "pressure washer engine pump petrol gasoline",
        PARAMS,
        CHOICES,
        _make,
        engine_service,
        _traits,
        columns=columns,
        big=True,
        can=frozenset({"wash"}),
        water=0.001,  # pump head and lines; from memory
    )
)
