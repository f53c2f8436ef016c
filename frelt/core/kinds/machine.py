"""Cold machines: engine, drive and pump in a frame. Masses and sizes by power and flow, from memory of such machines."""

from msgspec.structs import replace

from ..base.constants import PUMP_EFFICIENCY
from ..kind.engine import BURNS, engine_burns, generator_mass, heavier, own_tank
from ..kind.kind import Choice, Column, Given, Kind, Made, Param, Service, Trait, Vec
from ..kind.outlines import beside, rectangle, whole
from ..kind.registry import given, register
from ..kind.unloader import HOW_UNLOADED, UNLOADER, pumped
from ..kind.usual_parts import port
from ..model.item import Item, Part, TankPart

PARAMS = (
    Param("flow", "Flow", "flow", 3e-5, 2e-3, 30 / 60000),
    Param("pressure", "Pressure", "pressure", 3e5, 5e7, 2.2e7),
    Param("engine", "Engine", "power", 500, 100_000, lambda g: shaft_power(g)),
    Param("fuel", "Its own fuel", "volume", 0.0, 0.2, 0.022, lambda g: g.word("tank") != "none"),
    Param("generator", "Generator on its engine", "power", 0, 20_000, 0),
    Param("machines", "Such machines on one frame, joined", "number", 1, 2, 1),
    *UNLOADER,
)
CHOICES = (
    BURNS,
    Choice("drive", "Drive", ("belt", "gear", "direct")),
    Choice("clutch", "Clutch", ("none", "rests the pump")),
    Choice("tank", "Fuel tank", ("over the engine", "under the frame", "beside", "none")),
    Choice("exhaust", "Exhaust", ("to the side", "up", "down")),
    HOW_UNLOADED,
)


def shaft_power(g: Given) -> float:
    """What the engine must give [W]: flow × pressure over the efficiency of pump and drive."""
    return g["flow"] * g["pressure"] / PUMP_EFFICIENCY


def engine_mass(g: Given, joined: int = 0) -> float:
    """Engine, pump and drive without frame and fuel tank [kg]; joined: how many further ones share flow and power."""
    drive = {"belt": 32.0, "gear": 14.0, "direct": 2.0}[g.word("drive")]
    clutch = 7.0 if g.word("clutch") != "none" else 0.0
    power = g["engine"]
    own = 8 + 2.9e-3 * power + 5 + 0.6 * g["flow"] * 60000 + drive + clutch
    return own + joined * (21 + drive + clutch) + heavier(g, power) + generator_mass(g["generator"])


def _make(g: Given) -> Made:
    kw = g["engine"] / 1000
    belt = g.word("drive") == "belt"
    length, width, height = 0.62 + 0.022 * kw + 0.12 * belt, 0.45 + 0.012 * kw, 0.52 + 0.011 * kw
    if g["machines"] > 1:
        width = 2 * (0.45 + 0.006 * kw) + 0.06
    if g["generator"] > 0:
        length += 0.16 + 1.2e-5 * g["generator"]
    mass, parts = engine_mass(g, int(g["machines"]) - 1) + 8 + 2.2 * kw, _ports(g, length, width, height)
    where, volume = g.word("tank"), g["fuel"]
    if where != "none" and volume > 0:
        mass += 1.5 + 100 * volume
        if where == "under the frame":
            tall = volume / (0.8 * length * 0.8 * width)
            height += tall + 0.04
            parts = (*own_tank(g, volume, (0.0, 0.0, 0.02), 0.8 * width), *_ports(g, length, width, height))
        elif where == "beside":
            length += 0.26
            parts = (*own_tank(g, volume, (length / 2 - 0.13, 0.0, 0.05), 0.24), *parts)
        else:
            over = own_tank(g, volume, (-0.15 * length, 0.0, 0.64 * height), 0.62 * width)
            height = max(height, *(t.at[2] + t.height + 0.02 for t in over))
            parts = (*over, *parts)
    return Made(
        length=length,
        width=width,
        height=height,
        mass=mass,
        mass_pm=0.2 * mass,
        centre=(0.05 * length, 0.0, 0.42 * height),
        parts=(*parts, engine_burns(g, shaft_power(g)), *generates(g, length)),
    )


def _ports(g: Given, length: float, width: float, height: float) -> tuple[Part, ...]:
    x, z = -0.3 * length, 0.3 * height
    return (
        port("inlet", "Inlet", (x, -width / 2, z), 0.019 if g["flow"] < 5e-4 else 0.025),
        port("outlet", "Pressure outlet", (x, width / 2, z), 0.0095),
        port("bypass", "Bypass", (x, width / 2, z + 0.1), 0.0127),
        port("exhaust", "Exhaust", exhaust_at(g.word("exhaust"), length, width, height), 0.04, "exhaust"),
    )


def generates(g: Given, length: float) -> tuple[Part, ...]:
    """The outlets of a generator on an engine [m]; none where it has none."""
    return (port("power", "Outlets", (length / 2, 0.0, 0.4), 0.0, "power"),) if g["generator"] > 0 else ()


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
    fuel = next((t for t in item.tanks if t.liquid.is_fuel), None)
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
        if t.liquid.is_fuel:
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
        inner=lambda i: pumped(given(i), "outlet"),
    )
)
