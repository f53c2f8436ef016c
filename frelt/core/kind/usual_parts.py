"""Parts as kinds compute them. Sizes in m, volumes in m³, masses in kg."""

from math import pi
from typing import Literal

from ..base.constants import COIL_EFFICIENCY, COIL_EFFICIENCY_SPREAD, DIESEL_HEAT
from ..base.figure import Figure
from ..model.item import ConsumerPart, HosePart, PortPart, Shape, TankPart
from ..model.liquid import Liquid
from .substances import DIESEL, GASOLINE

NOTE = "computed from the kind's parameters; rates from memory"


def tank(
    part_id: str,
    name: str,
    volume: float,
    size: tuple[float, float, float],
    at: tuple[float, float, float],
    liquid: Liquid,
    shape: Shape = "box",
    heel: float = 0.02,
    top: float = 1.0,
    cone: float = 0.0,
    baffles: int = 0,
) -> TankPart:
    """A tank whose capacity is the nominal one, ± 2 %."""
    return TankPart(
        id=part_id,
        name=name,
        shape=shape,
        length=round(size[0], 3),
        width=round(size[1], 3),
        height=round(size[2], 3),
        capacity=Figure(value=round(volume, 6), plus_minus=round(volume * 0.02, 6), basis="computed", note=NOTE),
        liquid=liquid,
        heel=round(heel, 4),
        top=round(top, 4),
        cone=round(cone, 3),
        baffles=baffles,
        at=rounded(at),
    )


def fuel_box(volume: float, at: tuple[float, float, float], width: float, diesel: bool = False) -> TankPart:
    """A low fuel tank one and a half times as long as wide, its floor's middle at a point."""
    length = min(max(1.5 * width, 0.2), 1.2)
    height = volume / (length * width)
    return tank(
        "diesel" if diesel else "tank",
        "Diesel" if diesel else "Gasoline",
        volume,
        (length, width, height),
        at,
        DIESEL if diesel else GASOLINE,
        heel=0.05,
    )


def port(
    part_id: str,
    name: str,
    at: tuple[float, float, float],
    size: float = 0.0,
    carries: Literal["liquid", "fuel", "air", "exhaust", "power"] = "liquid",
) -> PortPart:
    """Where something joins."""
    return PortPart(id=part_id, name=name, carries=carries, size=size, at=rounded(at))


def burns_diesel(heat: float) -> ConsumerPart:
    """The fuel a burner takes to give its water a heat flow [W]."""
    rate = heat / COIL_EFFICIENCY / DIESEL_HEAT
    return ConsumerPart(
        id="burner",
        name="Burner",
        uses="diesel",
        rate=Figure(value=rate, plus_minus=COIL_EFFICIENCY_SPREAD * rate, basis="computed", note=NOTE),
    )


def draws_power(name: str, watts: float, volts: Literal["12 V", "120 V", "240 V"]) -> ConsumerPart:
    """Electric power while it runs [W]."""
    return ConsumerPart(
        id=name.lower().replace(" ", "-"),
        name=name,
        uses=volts,
        rate=Figure(value=watts, plus_minus=0.2 * watts, basis="computed", note=NOTE),
    )


def hose(
    part_id: str,
    name: str,
    bore: float,
    wall: float,
    density: float,
    length: float,
    at: tuple[float, float, float],
    holds: Liquid | None,
) -> HosePart:
    """A hose by its bore, wall [m] and the density of its wall [kg/m³]."""
    mass = hose_mass(bore, wall, density) * length
    figure = Figure(value=round(mass, 2), plus_minus=round(0.12 * mass, 2), basis="computed", note=NOTE)
    return HosePart(id=part_id, name=name, mass=figure, bore=bore, length=length, holds=holds, at=rounded(at))


def hose_mass(bore: float, wall: float, density: float) -> float:
    """Dry mass of a meter of hose [kg/m]: a ring of its wall."""
    return pi * (bore + wall) * wall * density


def rounded(at: tuple[float, float, float]) -> tuple[float, float, float]:
    """A point to the millimetre."""
    return round(at[0], 3), round(at[1], 3), round(at[2], 3)
