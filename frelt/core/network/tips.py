"""Tips: which number uses a machine's flow at the pressure wanted at the tip, behind its hose, for one gun and for several.

A tip's number is what it passes of water at 4,000 psi, in gal/min: q = N·√(p / 4000 psi)·√(998.2 / ρ), by definition.
"""

from math import ceil, floor, sqrt

from msgspec import Struct

from ..base.units import GALLON, PSI
from .friction import Line, loss
from .water import COLD, TIPS_RATED_IN, density

RATED = 4000 * PSI
STEP = 0.5  # tips are sold by half numbers
LEAST, MOST = 0.5, 60.0
LITTLE = 1e-3  # of the flow that is no dump


class Tried(Struct, frozen=True):
    """A tip on every gun of a machine. guns: that are open.  each: what one gun gets [m³/s].  at_tip, at_pump, lost: pressures [Pa].

    dumped: share of the machine's flow that its unloader sends back.
    """

    number: float
    guns: int
    each: float
    at_tip: float
    at_pump: float
    lost: float
    dumped: float


def number_flow(number: float) -> float:
    """What a tip of a number passes of water at the pressure that numbers are meant for [m³/s]."""
    return number * GALLON / 60


def passes(number: float, pressure: float, celsius: float = COLD) -> float:
    """What a tip passes at a pressure [Pa]: [m³/s]."""
    return number * GALLON / 60 * sqrt(max(pressure, 0.0) / RATED) * sqrt(TIPS_RATED_IN / density(celsius))


def needs(number: float, flow: float, celsius: float = COLD) -> float:
    """The pressure at which a tip passes a flow [m³/s]: [Pa]."""
    return RATED * (flow / (number * GALLON / 60)) ** 2 * density(celsius) / TIPS_RATED_IN


def exact(flow: float, pressure: float, celsius: float = COLD) -> float:
    """The number, not rounded, that passes a flow [m³/s] at a pressure [Pa]."""
    return flow / (GALLON / 60 * sqrt(pressure / RATED) * sqrt(TIPS_RATED_IN / density(celsius)))


def tried(number: float, flow: float, most: float, line: Line, guns: int = 1, celsius: float = COLD) -> Tried:
    """How a machine of a flow [m³/s] runs with a tip on each open gun, each behind a hose of its own.

    most: pressure at which its unloader opens [Pa]; what would need more goes back.
    """
    each = flow / guns

    def at_pump(q: float) -> float:
        return needs(number, q, celsius) + loss(line, q, celsius)

    if at_pump(each) > most:
        low, high = 0.0, each
        for _ in range(200):
            mid = (low + high) / 2
            low, high = (mid, high) if at_pump(mid) < most else (low, mid)
            if high - low < 1e-12 * each:
                break
        each = (low + high) / 2
    lost = loss(line, each, celsius)
    tip = needs(number, each, celsius)
    dumped = 1 - each * guns / flow
    return Tried(number, guns, each, tip, tip + lost, lost, dumped if dumped > LITTLE else 0.0)


def chosen(
    flow: float, wanted: float, most: float, line: Line, guns: int = 1, celsius: float = COLD
) -> tuple[Tried, Tried, Tried]:
    """The half number that uses the whole flow as near to the pressure wanted at the tip [Pa] as the pump can, between its neighbors.

    The nearest of those with which nothing is dumped; where every one dumps, the largest.
    """
    ideal = exact(flow / guns, wanted, celsius)
    near = sorted({_half(floor(ideal / STEP) + n) for n in range(-1, 3)})
    listed = [tried(n, flow, most, line, guns, celsius) for n in near]
    whole = [t for t in listed if not t.dumped]
    while not whole and listed[-1].number < MOST:
        listed.append(tried(listed[-1].number + STEP, flow, most, line, guns, celsius))
        whole = [t for t in listed if not t.dumped]
    best = min(whole or listed[-1:], key=lambda t: abs(t.at_tip - wanted))
    small, large = (max(min(best.number + d, MOST), LEAST) for d in (-STEP, STEP))
    return tried(small, flow, most, line, guns, celsius), best, tried(large, flow, most, line, guns, celsius)


def _half(count: float) -> float:
    return min(max(ceil(count) * STEP, LEAST), MOST)


def left(meant: float, used: float) -> float:
    """What share of its pressure a machine keeps at the tips where numbers of a sum are used in place of those it was meant for."""
    return (meant / used) ** 2
