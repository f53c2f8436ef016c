"""What kinds with an engine have in common: its power, what it burns, and a fuel tank of its own or a feed from another."""

from msgspec.structs import replace

from ..base.constants import DIESEL_PER_JOULE, GASOLINE_PER_JOULE, GASOLINE_PER_JOULE_SPREAD
from ..base.figure import Figure
from ..model.item import ConsumerPart, TankPart
from .kind import Choice, Given
from .usual_parts import NOTE, fuel_box

FUELS = ("gasoline", "diesel")
BURNS = Choice("burns", "Engine burns", FUELS)
DIESEL_HEAVIER = 1.45  # of a gasoline engine's mass at the same power; from memory
ENGINE = 2.2e-3  # kg of an air-cooled engine a watt, of what `2.9e-3` a watt are with its mounts; from memory


def generator_mass(watts: float) -> float:
    """A generator head on an engine's shaft [kg], for a power [W]; from memory of such heads."""
    return 6 + 7e-3 * watts if watts > 0 else 0.0


def engine_burns(g: Given, power: float) -> ConsumerPart:
    """The fuel an engine takes at a shaft power [W], by what it burns."""
    diesel = g.word("burns") == "diesel"
    rate = power * (DIESEL_PER_JOULE if diesel else GASOLINE_PER_JOULE)
    return ConsumerPart(
        id="engine",
        name="Engine",
        uses="diesel" if diesel else "gasoline",
        rate=Figure(value=rate, plus_minus=GASOLINE_PER_JOULE_SPREAD * rate, basis="computed", note=NOTE),
    )


def heavier(g: Given, power: float) -> float:
    """What an engine that burns diesel weighs more than one that burns gasoline [kg], at a power [W]."""
    return (DIESEL_HEAVIER - 1) * ENGINE * power if g.word("burns") == "diesel" else 0.0


def own_tank(g: Given, volume: float, at: tuple[float, float, float], width: float) -> tuple[TankPart, ...]:
    """A tank of its own [m³] with the fuel its engine burns; none where it is fed from another."""
    if volume <= 0:
        return ()
    return (replace(fuel_box(volume, at, width, diesel=g.word("burns") == "diesel"), id="tank"),)
