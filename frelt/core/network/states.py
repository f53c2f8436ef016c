"""What a branch that works one way only may be doing, and when it must be doing something else.

Each such relation is a complementarity: of two bounds one is tight. A state says which; `turned` says which it should be by an answer
that was found under the present ones.
"""

from collections.abc import Sequence
from math import pi

from .net import Behind, Branch, Curve, Displacement, Draw, Free, Law, Net, OneWay, Relief, Shut

RESTS, FLOWS, RUNS, HOLDS, STARVES, FULL = range(6)
"""Nothing flows; by its way (a pump by its curve); the pump's whole flow; a pressure is held; the inlet's least pressure is held;
the whole share is drawn."""

SURE = 2e-9  # flow that counts as none [m³/s]: a tenth of a liter a day
LEVEL = 20.0  # pressure that counts as none [Pa]: 2 mm of water


def first(law: Law) -> int:
    """What a branch is taken to do before anything is known."""
    match law:
        case Shut() | Relief():
            return RESTS
        case Displacement():
            return RUNS
        case Draw():
            return FULL
        case _:
            return FLOWS


def other(law: Law) -> int:
    """The opposite of that, from which a second answer would be found if there is one."""
    match law:
        case OneWay() | Draw() | Behind():
            return RESTS
        case Displacement() | Curve():
            return STARVES
        case Relief():
            return HOLDS
        case _:
            return first(law)


def possible(law: Law) -> tuple[int, ...]:
    """Everything that a branch may be doing."""
    match law:
        case Free():
            return (FLOWS,)
        case Shut():
            return (RESTS,)
        case OneWay():
            return (FLOWS, RESTS)
        case Relief():
            return (RESTS, HOLDS, FLOWS)
        case Behind():
            return (FLOWS, HOLDS, RESTS)
        case Displacement():
            return (RUNS, STARVES, RESTS)
        case Draw():
            return (FULL, HOLDS, STARVES, RESTS)
        case Curve():
            return (FLOWS, STARVES, RESTS) if law.cut is None else (FLOWS, HOLDS, STARVES, RESTS)


def sided(law: Law) -> bool:
    """Whether a branch has more than one thing to do."""
    return not isinstance(law, Free | Shut)


def static(pressure: float, flow: float, bore: float, rho: float) -> float:
    """Static pressure in a bore [Pa], of a total one."""
    speed = flow / (pi / 4 * bore * bore)
    return pressure - rho * speed * speed / 2


def by_curve(law: Curve, gain: float) -> float:
    """The flow of a pump against a gain of pressure [m³/s]."""
    return law.flow * (1 - gain / law.pressure)


def turned(
    net: Net, e: int, state: int, p: Sequence[float], q: Sequence[float], lift: Sequence[float], rho: Sequence[float]
) -> int:
    """What a branch should be doing, of pressures p [Pa], flows q [m³/s], lifts [Pa] and densities [kg/m³] that were found."""
    b: Branch = net.branches[e]
    start, end, flow = p[b.start], p[b.end], q[e]
    match b.law:
        case OneWay(crack):
            if state == FLOWS:
                return RESTS if flow < -SURE else FLOWS
            return FLOWS if start - end - lift[e] - crack > LEVEL else RESTS
        case Displacement(whole, least, bore):
            if state == RUNS:
                return STARVES if static(start, whole, bore, rho[e]) < least - LEVEL else RUNS
            if state == STARVES:
                return RUNS if flow > whole + SURE else RESTS if flow < -SURE else STARVES
            return STARVES if start > least + LEVEL else RESTS
        case Curve():
            return _curve(b.law, state, start, end + lift[e], flow, end, rho[e])
        case Relief(pressure):
            if state == RESTS:
                return HOLDS if start > pressure + LEVEL else RESTS
            if state == HOLDS:
                return RESTS if flow < -SURE else FLOWS if end + lift[e] > start + LEVEL else HOLDS
            return RESTS if flow < -SURE else HOLDS if start < pressure - LEVEL else FLOWS
        case Behind(pressure):
            lost = b.way.minor * (start - static(start, flow, b.way.bore, rho[e]))
            return _behind(pressure, state, start - end - lift[e] - lost, end, flow)
        case Draw():
            return _draw(b.law, state, start, end, flow, q[b.law.motive])
        case _:
            return state


def _behind(pressure: float, state: int, over: float, end: float, flow: float) -> int:
    """over: what is left of the drop beyond its own loss [Pa]. What throttles the pressure behind it: open while that is low, shut while it is too high without any flow."""
    if state == RESTS:
        return FLOWS if over > LEVEL and end < pressure - LEVEL else RESTS
    if flow < -SURE:
        return RESTS
    if state == HOLDS:
        return FLOWS if over < -LEVEL else HOLDS
    return HOLDS if end > pressure + LEVEL else FLOWS


def _curve(law: Curve, state: int, start: float, against: float, flow: float, end: float, rho: float) -> int:
    whole = by_curve(law, against - start)
    if state == RESTS:
        able = whole > SURE and (law.cut is None or end < law.cut - LEVEL)
        return FLOWS if able and start > law.least + LEVEL else RESTS
    if flow < -SURE:
        return RESTS
    if state in (HOLDS, STARVES) and flow > whole + SURE:
        return FLOWS
    if state != STARVES and static(start, flow, law.bore, rho) < law.least - LEVEL:
        return STARVES
    if state != HOLDS and law.cut is not None and end > law.cut + LEVEL:
        return HOLDS
    return state


def _draw(law: Draw, state: int, start: float, end: float, flow: float, motive: float) -> int:
    whole = law.share * motive
    if state == RESTS:
        able = motive > max(law.least, SURE) and end < law.limit - LEVEL and start > law.vacuum + LEVEL
        return FULL if able else RESTS
    if motive < law.least or flow < -SURE:
        return RESTS
    if state in (HOLDS, STARVES) and flow > whole + SURE:
        return FULL
    if state != STARVES and start < law.vacuum - LEVEL:
        return STARVES
    if state != HOLDS and end > law.limit + LEVEL:
        return HOLDS
    return state
