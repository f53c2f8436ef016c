"""Strengths and mixes: a batch of a target strength, how a chain of dilutions ends, how long SH lasts, antifreeze.

Strengths are shares by volume; volumes are taken to add up, which is right to a percent for SH and water.
"""

from collections.abc import Iterable, Sequence
from itertools import pairwise
from math import pi

from ..base.value import FreltError
from ..kind.registry import kind_of
from ..model.item import HosePart, TankPart
from ..model.mix import Mix
from ..model.rig import Rig

# Propylene glycol in water: share by volume and freezing point [°C]; ASHRAE Handbook, Fundamentals, from memory.
FREEZES: tuple[tuple[float, float], ...] = (
    (0.0, 0.0),
    (0.1, -3.0),
    (0.2, -7.0),
    (0.3, -13.0),
    (0.4, -21.0),
    (0.5, -33.0),
    (0.6, -51.0),
)


def batch(stock: float, target: float, volume: float) -> tuple[float, float]:
    """Stock and water for a volume of a target strength [m³]; strengths are shares. Raises FreltError where it is too weak."""
    if stock <= 0 or target > stock:
        raise FreltError(f"{target:.1%} cannot be mixed from {stock:.1%}; expected a target below the stock's strength")
    part = volume * max(target, 0.0) / stock
    return part, volume - part


def chain(stock: float, ratios: Sequence[float]) -> float:
    """What a strength comes to after dilutions of 1 part in ratio parts of water each; shares."""
    for ratio in ratios:
        stock /= 1 + ratio
    return stock


def on_the_wall(mix: Mix) -> float:
    """What a kept mix comes to after all its steps, a share."""
    return chain(mix.target, mix.steps)


def steps_of(text: str) -> tuple[float, ...]:
    """Parts of water to one part [shares], as people type them, `1:2, 15:1`: of a pair the larger is the water. Raises FreltError."""
    found = []
    for part in filter(None, (p.strip() for p in text.replace(";", ",").split(","))):
        numbers = [n.strip() for n in part.replace(" to ", ":").split(":")]
        try:
            values = [float(n) for n in numbers]
        except ValueError:
            values = []
        if not values or len(values) > 2 or min(values) < 0 or (len(values) == 2 and min(values) == 0):
            raise FreltError(f"“{part}” is no ratio; type one like 1:2 or 15:1, and a chain as 1:2, 15:1")
        found.append(values[0] if len(values) == 1 else max(values) / min(values))
    if len(found) > MOST_STEPS:
        raise FreltError(f"{len(found)} dilutions in a row; expected at most {MOST_STEPS}")
    return tuple(found)


MOST_STEPS = 6


def lasts(volume: float, stock: float, wall: float, flow: float) -> float:
    """How long a volume [m³] of stock lasts at a strength on the wall and a flow of the mix [m³/s], both shares of it [s]."""
    drawn = flow * min(wall / stock, 1.0) if stock > 0 else 0.0
    return volume / drawn if drawn > 0 else float("inf")


def drawable(tanks: Iterable[TankPart]) -> float:
    """What can be drawn from tanks that are as full as they get [m³]."""
    return sum(t.capacity.value * (t.top - t.heel) for t in tanks)


def antifreeze(celsius: float) -> float:
    """What share of propylene glycol by volume freezes at a temperature [°C]. Raises FreltError below the table."""
    if celsius >= 0:
        return 0.0
    if celsius < FREEZES[-1][1]:
        raise FreltError(f"{celsius:.0f} °C is colder than the table; expected {FREEZES[-1][1]:.0f} °C or more")
    for (s0, t0), (s1, t1) in pairwise(FREEZES):
        if celsius >= t1:
            return s0 + (s1 - s0) * (t0 - celsius) / (t0 - t1)
    return FREEZES[-1][0]


def hold_up(rig: Rig) -> float:
    """What hoses, pumps, coils and filters hold of water [m³]; hoses computed, the rest from memory."""
    total = 0.0
    for item in rig.items:
        if item.built_in:
            continue
        total += kind_of(item).water
        total += sum(pi / 4 * p.bore**2 * p.length for p in item.parts if isinstance(p, HosePart) and p.holds is not None)
    return total
