"""The whole steady answer: flows, what they carry and how warm it is, and what unloaders do when every gun is shut.

Flows depend on what is in the lines, and that on the flows: both are renewed until neither moves. Each part of a network is solved alone.
"""

from collections.abc import Sequence

import numpy as np
from msgspec import Struct
from msgspec.structs import replace

from ..base.arrays import Array
from ..base.kept import Kept
from .liquids import Carried, Coil, Stock, carried, properties
from .net import Net, Relief, Shut
from .parts import Part, Unloader, split
from .proof import broken
from .solving import Found, Solver
from .states import HOLDS, RESTS, other
from .water import COLD, density, viscosity

AGAIN = 6
IDLE_FLOW = 0.02  # share of a machine's flow to its gun below which its unloader lets all of it go round
MOST_KEPT = 3000
_PARTS, _WARM = object(), object()


class Steady(Struct, frozen=True):
    """found: pressures and flows.  carried: what flows.  idle: unloaders by number that send all of it round.

    why: in words, where there is no answer for some part.  second: whether another steady answer would hold; it hangs on what was before.
    lost: branches of parts without an answer.
    """

    found: Found
    carried: Carried
    rho: Array
    mu: Array
    idle: tuple[int, ...] = ()
    why: str = ""
    second: bool = False
    lost: tuple[int, ...] = ()


def steady(
    net: Net,
    stocks: Sequence[Stock],
    coils: Sequence[Coil] = (),
    unloaders: Sequence[Unloader] = (),
    kept: Kept | None = None,
    both: bool = False,
) -> Steady:
    """The steady answer of a network. kept: where the answers of its parts are.  both: look for a second answer too."""
    m, k = len(net.branches), len(stocks)
    pressure = np.array([np.nan if x.fixed is None else x.fixed for x in net.nodes])
    flow, shares = np.zeros(m), np.zeros((m, k))
    celsius, known = np.full(m, COLD), np.zeros(m, dtype=bool)
    rho, mu = np.full(m, density(COLD)), np.full(m, viscosity(COLD))
    states = [RESTS] * m
    idle: list[int] = []
    why, second, shut, lost, steps = "", False, [], [], 0
    for placed in split(net, stocks, coils, unloaders):
        one = _kept(placed.part, kept, both)
        own, at = list(placed.branches), list(placed.nodes)
        if one.why:
            why = why or one.why
            shut += [placed.branches[e] for e in one.found.shut]
            lost += own
            flow[own] = np.nan
            continue
        free = [k for k, x in enumerate(placed.nodes) if net.nodes[x].fixed is None]
        pressure[[at[k] for k in free]] = one.found.pressure[free]
        flow[own], celsius[own], known[own] = one.found.flow, one.carried.celsius, one.carried.known
        rho[own], mu[own] = one.rho, one.mu
        sources = sorted({s for x in placed.nodes if (s := net.nodes[x].source) is not None})
        if sources:
            shares[np.ix_(own, sources)] = one.carried.shares
        for e, state in zip(own, one.found.state, strict=True):
            states[e] = state
        idle += [placed.unloaders[u] for u in one.idle]
        second = second or one.second
        steps += one.found.steps
    found = Found(pressure, flow, tuple(states), why, tuple(shut), steps)
    return Steady(found, Carried(shares, celsius, known), rho, mu, tuple(sorted(idle)), why, second, tuple(lost))


def _kept(part: Part, kept: Kept | None, both: bool) -> Steady:
    """The answer of a part, the one kept where it is the same."""
    if kept is None:
        return _alone(part, None, both)
    own, warm = kept.of(_PARTS), kept.of(_WARM)
    key = (part, both)
    found: Steady | None = own.get(key)
    if found is None:
        shape = tuple(b.id for b in part.net.branches)
        found = own[key] = _alone(part, warm.get(shape), both)
        if not found.why:
            warm[shape] = found
        if len(own) > MOST_KEPT:
            own.popitem(last=False)
    return found


def _alone(part: Part, before: Steady | None, both: bool) -> Steady:
    """The answer of one part. before: one of a part of the same branches, to begin from."""
    net, solver = part.net, Solver(part.net)
    made = None
    if before is not None:
        made = _settled(solver, part, before.found.state, before.found.flow, before)
    if made is None or made.why:
        made = _settled(solver, part, None, None)
    if made.why and not made.found.shut:  # once more from the opposite of what is first thought
        again = _settled(solver, part, [other(b.law) for b in net.branches], None)
        made = again if not again.why else made
    if made.why:
        return made
    wrong = broken(net, made.found, made.rho.tolist(), made.mu.tolist()) if not made.idle else ()
    if wrong:
        if before is not None:
            return _alone(part, None, both)
        return replace(made, why="the answer that was found does not hold: " + "; ".join(wrong[:2]))
    if both and not made.idle:
        opposite = solver.solve(made.rho, made.mu, [other(b.law) for b in net.branches])
        if not opposite.why and _differs(opposite.flow, made.found.flow):
            return replace(made, second=True)
    return made


def _differs(a: Array, b: Array) -> bool:
    return bool(np.abs(a - b).max(initial=0.0) > 0.01 * np.abs(b).max(initial=0.0) + 1e-8)


def _settled(
    solver: Solver, part: Part, states: Sequence[int] | None, flow: Array | None, before: Steady | None = None
) -> Steady:
    """An answer with what it carries. before: of the same branches, whose liquids are what is first thought to flow."""
    net, stocks, unloaders = part.net, part.stocks, part.unloaders
    count = len(net.branches)
    now = Carried(np.zeros((count, len(stocks))), np.full(count, COLD), np.zeros(count, dtype=bool))
    rho, mu = np.full(count, density(COLD)), np.full(count, viscosity(COLD))
    if before is not None:
        rho, mu = before.rho, before.mu
    forced: dict[int, int] = {}
    idle: list[int] = []
    found = solver.solve(rho, mu, states, flow)
    for _ in range(AGAIN):
        if found.why:
            return Steady(found, now, rho, mu, (), found.why)
        idle = [n for n, u in enumerate(unloaders) if n in idle or _idles(u, found)]
        more = {unloaders[n].back: HOLDS for n in idle} | {unloaders[n].out: RESTS for n in idle}
        following = carried(net, found.flow, stocks, part.coils)
        rho2, mu2 = properties(following, stocks)
        same = more == forced and _close(rho, rho2, 1e-6) and _close(mu, mu2, 1e-4)
        now, rho, mu = following, rho2, mu2
        if same:
            break
        forced = more
        found = _eased(solver, unloaders, idle).solve(rho, mu, found.state, found.flow, forced)
    return Steady(_trapped(found, net, unloaders, idle), now, rho, mu, tuple(idle))


def _close(a: Array, b: Array, share: float) -> bool:
    return bool((np.abs(a - b) <= share * np.abs(b)).all())


def _idles(u: Unloader, found: Found) -> bool:
    pumped, out = float(found.flow[u.pump]), float(found.flow[u.out])
    return pumped > 1e-8 and out < IDLE_FLOW * pumped


def _eased(solver: Solver, unloaders: Sequence[Unloader], idle: Sequence[int]) -> Solver:
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
    return replace(found, pressure=pressure)
