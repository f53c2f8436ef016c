"""The whole steady answer: flows, what they carry and how warm it is, and what unloaders do when every gun is shut.

Flows depend on what is in the lines, and that on the flows: both are renewed until neither moves.
"""

from collections.abc import Mapping, Sequence

import numpy as np
from msgspec import Struct
from msgspec.structs import replace

from ..base.arrays import Array
from .liquids import Carried, Coil, Stock, carried, properties
from .net import Net, Relief, Shut
from .proof import broken
from .solving import Found, Solver
from .states import HOLDS, RESTS, other

AGAIN = 6
IDLE_FLOW = 0.02  # share of a machine's flow to its gun below which its unloader lets all of it go round


class Unloader(Struct, frozen=True):
    """A machine's unloader in its network. pump, back, out: branches of the pump, of the way back and of the way to the guns.

    idle: pressure the pump idles at while all goes round [Pa].  trapped: what the hose is left at [Pa], None where it follows the pump.
    """

    pump: int
    back: int
    out: int
    idle: float
    trapped: float | None


class Steady(Struct, frozen=True):
    """found: pressures and flows.  carried: what flows.  idle: unloaders by number that send all of it round.

    why: in words, where there is no answer.  second: another steady answer, where there is one; it hangs on what was before.
    """

    found: Found
    carried: Carried
    rho: Array
    mu: Array
    idle: tuple[int, ...] = ()
    why: str = ""
    second: Found | None = None


def steady(
    net: Net,
    stocks: Sequence[Stock],
    coils: Sequence[Coil] = (),
    unloaders: Sequence[Unloader] = (),
    before: Steady | None = None,
    both: bool = False,
    solver: Solver | None = None,
) -> Steady:
    """The steady answer of a network. before: an answer to begin from, of the same network.  both: look for a second one too.

    solver: of this network, where it is kept.
    """
    solver = solver or Solver(net)
    held = before.carried if before is not None else None
    start = (before.found.state, before.found.flow) if before is not None and not before.why else (None, None)
    made = _settled(solver, stocks, coils, unloaders, held, *start)
    if made.why and before is not None:
        made = _settled(solver, stocks, coils, unloaders, held, None, None)
    if not made.why:
        wrong = broken(net, made.found, made.rho.tolist(), made.mu.tolist()) if not made.idle else ()
        if wrong:
            return _without(made, "the answer that was found does not hold: " + "; ".join(wrong[:2]))
        if both and not made.idle:
            opposite = solver.solve(made.rho, made.mu, [other(b.law) for b in net.branches])
            if not opposite.why and _differs(opposite.flow, made.found.flow):
                return Steady(made.found, made.carried, made.rho, made.mu, made.idle, made.why, opposite)
    return made


def _differs(a: Array, b: Array) -> bool:
    return bool(np.abs(a - b).max(initial=0.0) > 0.01 * np.abs(b).max(initial=0.0) + 1e-8)


def _without(made: Steady, why: str) -> Steady:
    return Steady(made.found, made.carried, made.rho, made.mu, made.idle, why)


def _settled(
    solver: Solver,
    stocks: Sequence[Stock],
    coils: Sequence[Coil],
    unloaders: Sequence[Unloader],
    held: Carried | None,
    states: Sequence[int] | None,
    flow: Array | None,
) -> Steady:
    net = solver.net
    count = len(net.branches)
    nothing = Carried(np.zeros((count, len(stocks))), np.full(count, 20.0), np.zeros(count, dtype=bool))
    now = held or nothing
    rho, mu = properties(now, stocks)
    forced: dict[int, int] = {}
    idle: list[int] = []
    found = solver.solve(rho, mu, states, flow)
    for _ in range(AGAIN):
        if found.why:
            return Steady(found, now, rho, mu, (), found.why)
        idle = [n for n, u in enumerate(unloaders) if n in idle or _idles(u, found)]
        more = {unloaders[n].back: HOLDS for n in idle} | {unloaders[n].out: RESTS for n in idle}
        following = carried(net, found.flow, stocks, coils, held)
        rho2, mu2 = properties(following, stocks)
        same = more == forced and _close(rho, rho2, 1e-6) and _close(mu, mu2, 1e-4)
        now, rho, mu = following, rho2, mu2
        if same:
            break
        forced = more
        found = _eased(solver, unloaders, idle, forced).solve(rho, mu, found.state, found.flow, forced)
    return Steady(_trapped(found, net, unloaders, idle), now, rho, mu, tuple(idle))


def _close(a: Array, b: Array, share: float) -> bool:
    return bool((np.abs(a - b) <= share * np.abs(b)).all())


def _idles(u: Unloader, found: Found) -> bool:
    pumped, out = float(found.flow[u.pump]), float(found.flow[u.out])
    return pumped > 1e-8 and out < IDLE_FLOW * pumped


def _eased(solver: Solver, unloaders: Sequence[Unloader], idle: Sequence[int], forced: Mapping[int, int]) -> Solver:
    """The same network with the pumps that go round held at what they idle at."""
    if not idle:
        return solver
    branches = list(solver.net.branches)
    for n in idle:
        u = unloaders[n]
        branches[u.back] = replace(branches[u.back], law=Relief(u.idle))
    return Solver(replace(solver.net, branches=tuple(branches)))


def _trapped(found: Found, net: Net, unloaders: Sequence[Unloader], idle: Sequence[int]) -> Found:
    """The answer with the pressure that idling unloaders leave in the hoses behind them."""
    pressure = found.pressure.copy()
    for n in idle:
        u = unloaders[n]
        left = u.idle if u.trapped is None else u.trapped
        reached = {net.branches[u.out].end}
        for _ in net.branches:  # all that hangs behind it and is shut in with it
            more = {
                n
                for b in net.branches
                if not isinstance(b.law, Shut) and {b.start, b.end} & reached
                for n in (b.start, b.end)
                if n not in reached and np.isnan(found.pressure[n])
            }
            if not more:
                break
            reached |= more
        pressure[list(reached)] = left
    return Found(pressure, found.flow, found.state, found.why, found.shut, found.steps)
