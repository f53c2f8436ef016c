"""The steady flows and pressures of a network: Newton's steps on both at once, and an active set for what works one way only.

Source: E. Todini, S. Pilati, A gradient algorithm for the analysis of pipe networks (1988): flows of ways are eliminated, pressures
solved for; here the few relations that are no ways keep their flow as an unknown beside the pressures.
States are changed all at once while that leads on, and one at a time, the first that is wrong, once a set of states comes again (Murty's rule).
"""

from collections.abc import Mapping, Sequence

import numpy as np
from msgspec import Struct

from ..base.arrays import Array, NDArray
from .net import Behind, Branch, Curve, Displacement, Draw, Net, Relief
from .states import FLOWS, FULL, HOLDS, RESTS, RUNS, STARVES, first, possible, sided, turned
from .together import roots
from .water import COLD, density, viscosity
from .ways import Ways

GRAVITY = 9.80665
ROUNDS, STEPS = 120, 40
ROUGHLY, EXACTLY = 1e-3, 1e-11
ROUNDED = 1e-13  # flow that is lost in rounding [m³/s]
ROUNDING = 4 * float(np.finfo(np.float64).eps)  # of a pressure, which an easy way turns into a flow where all stands still
FAR = 1e12  # pressure of what is shut in while something is pumped into it, or drawn out [Pa]
BEFORE = 1e-4  # first guess of every flow [m³/s]


class Found(Struct, frozen=True):
    """pressure: by node [Pa], nan where it is shut in and follows from nothing.  flow: by branch [m³/s].  state: by branch.

    why: in words, where no steady answer was found; then nothing else is to be used.  shut: branches that pump into what is shut.
    """

    pressure: Array
    flow: Array
    state: tuple[int, ...]
    why: str = ""
    shut: tuple[int, ...] = ()
    steps: int = 0


class Solver:
    """One network, for as many liquids and beginnings as wanted."""

    def __init__(self, net: Net) -> None:
        self.net = net
        nodes, branches = net.nodes, net.branches
        self.start = np.array([b.start for b in branches], dtype=np.intp)
        self.end = np.array([b.end for b in branches], dtype=np.intp)
        self.rise = np.array([nodes[b.end].z - nodes[b.start].z for b in branches])
        self.free = np.array([n for n, node in enumerate(nodes) if node.fixed is None], dtype=np.intp)
        self.held = np.array([0.0 if n.fixed is None else n.fixed for n in nodes])
        whole = np.zeros((len(branches), len(nodes)))
        whole[np.arange(len(branches)), self.start] = 1.0
        whole[np.arange(len(branches)), self.end] -= 1.0
        self.incidence = whole
        self.inner = np.ascontiguousarray(whole[:, self.free])
        self.column = {int(n): k for k, n in enumerate(self.free)}
        self.ways = Ways(branches)
        self.sided = [e for e, b in enumerate(branches) if sided(b.law)]
        self.curved = [(e, b.law) for e, b in enumerate(branches) if isinstance(b.law, Curve)]
        self.crack = np.array([getattr(b.law, "crack", 0.0) for b in branches])

    def solve(
        self,
        rho: Array | None = None,
        mu: Array | None = None,
        states: Sequence[int] | None = None,
        flow: Array | None = None,
        forced: Mapping[int, int] | None = None,
    ) -> Found:
        """The answer for liquids of densities [kg/m³] and viscosities [Pa·s] by branch, cold water unless given.

        states, flow: from which to begin, such as an answer before.  forced: branches whose state is not to be changed.
        """
        count = len(self.net.branches)
        rho = np.full(count, density(COLD)) if rho is None else rho
        mu = np.full(count, viscosity(COLD)) if mu is None else mu
        lift = GRAVITY * rho * self.rise
        now = [first(b.law) for b in self.net.branches]
        if states is not None:  # of what is another kind of thing now, such as a valve that was shut since, nothing is kept
            now = [s if s in possible(b.law) else n for s, n, b in zip(states, now, self.net.branches, strict=True)]
        for e, state in (forced or {}).items():
            now[e] = state
        changing = [e for e in self.sided if e not in (forced or {})]
        q = np.full(count, BEFORE) if flow is None else flow.copy()
        seen: set[tuple[int, ...]] = set()
        one_by_one, total = False, 0
        for _ in range(ROUNDS):
            key = tuple(now)
            one_by_one = one_by_one or key in seen
            seen.add(key)
            p, q, done, steps, pinned = self._newton(now, q, rho, mu, lift, ROUGHLY)
            total += steps
            if not done:
                return self._nothing("the flows of these lines could not be worked out")
            wrong = self._wrong(changing, now, p, q, lift, rho)
            if not wrong:
                p, q, done, steps, pinned = self._newton(now, q, rho, mu, lift, EXACTLY)
                total += steps
                wrong = self._wrong(changing, now, p, q, lift, rho)
                if done and not wrong:
                    return self._answer(now, p, q, pinned, total)
            for e, state in wrong[:1] if one_by_one else wrong:
                now[e] = state
        return self._nothing("these lines have no steady answer that could be found")

    def _wrong(
        self, changing: Sequence[int], now: Sequence[int], p: Array, q: Array, lift: Array, rho: Array
    ) -> list[tuple[int, int]]:
        listed = p.tolist(), q.tolist(), lift.tolist(), rho.tolist()
        found = ((e, turned(self.net, e, now[e], *listed)) for e in changing)
        wrong = [(e, state) for e, state in found if state != now[e]]
        if any(state == STARVES for _, state in wrong):  # what nothing comes to raises no pressure that something must let off
            wrong = [(e, state) for e, state in wrong if not (state == HOLDS and isinstance(self.net.branches[e].law, Relief))]
        return wrong

    def _nothing(self, why: str) -> Found:
        nan = float("nan")
        return Found(np.full(len(self.net.nodes), nan), np.full(len(self.net.branches), nan), (), why)

    def _answer(self, now: Sequence[int], p: Array, q: Array, pinned: "list[NDArray[np.intp]]", steps: int) -> Found:
        pressure, shut = p.copy(), []
        for part in pinned:
            own = set(part.tolist())
            far = bool((np.abs(p[part]) > FAR / 2).any())
            pressure[part] = np.nan
            if far:
                shut += [e for e, b in enumerate(self.net.branches) if now[e] in (RUNS, FULL) and own & {b.start, b.end}]
        why = "" if not shut else "what is pumped has no way out"
        return Found(pressure, q, tuple(now), why, tuple(shut), steps)

    def _newton(
        self, now: Sequence[int], q: Array, rho: Array, mu: Array, lift: Array, close: float
    ) -> "tuple[Array, Array, bool, int, list[NDArray[np.intp]]]":
        """Pressures and flows under some states; whether they came to rest, after how many steps; the parts that float."""
        system = _System(self, now, rho, lift)
        p = self.held.copy()
        size = before = float("inf")
        for step in range(1, STEPS + 1):
            following, p, rest = system.step(q, rho, mu)
            change, size = float(np.abs(following - q).sum()), float(np.abs(following).sum())
            relax = 0.6 if step > 15 and change > 0.5 * before else 1.0
            q, before = q + relax * (following - q), change
            if change <= close * size + ROUNDED + system.noise:
                return system.settled(p, rest, q), q, True, step, system.floating
        return p, q, close < ROUGHLY and before <= 1e-7 * size, STEPS, system.floating


def _solved(a: Array, right: Array) -> Array:
    """The solution of a linear system; the least one where it has several, which the check of every relation then judges."""
    try:
        found = np.linalg.solve(a, right)
    except np.linalg.LinAlgError:
        found = np.linalg.lstsq(a, right, rcond=None)[0]
    return np.asarray(found, dtype=np.float64)


class _System:
    """The linear system of one set of states."""

    def __init__(self, solver: Solver, now: Sequence[int], rho: Array, lift: Array) -> None:
        self.s, self.rho = solver, rho
        branches = solver.net.branches
        state = np.array(now)
        self.regular = np.nonzero(state == FLOWS)[0]
        self.special = [e for e, s in enumerate(now) if s in (HOLDS, STARVES, FULL)]
        self.given = np.zeros(len(branches))
        for e in np.nonzero(state == RUNS)[0].tolist():
            law = branches[e].law
            assert isinstance(law, Displacement)
            self.given[e] = law.flow
        self.now = now
        self.offset = lift + solver.crack
        self.lift = lift
        self.curves = [(e, law) for e, law in solver.curved if now[e] == FLOWS]
        self.c = solver.inner[self.regular]
        self.fixed = (solver.incidence @ solver.held)[self.regular]
        self.cs = solver.inner[self.special]
        self.floating = self._floating()
        self.noise = 0.0  # flow that the last step may have lost in rounding [m³/s]

    def _ties(self) -> "tuple[list[tuple[int, int]], list[int]]":
        """Pairs of nodes whose pressures hang together, and nodes whose pressure a relation holds."""
        s = self.s
        pairs = list(zip(s.start[self.regular].tolist(), s.end[self.regular].tolist(), strict=True))
        held = []
        for e in self.special:
            b = s.net.branches[e]
            if self.now[e] == STARVES or (self.now[e] == HOLDS and isinstance(b.law, Relief)):
                held.append(b.start)
            elif self.now[e] == HOLDS:
                held.append(b.end)
        return pairs, held

    def _floating(self) -> "list[NDArray[np.intp]]":
        """Parts in which no pressure is held by anything, as nodes."""
        nodes = self.s.net.nodes
        pairs, held = self._ties()
        root = roots(len(nodes), pairs)
        anchored = {root[n] for n, node in enumerate(nodes) if node.fixed is not None} | {root[n] for n in held}
        parts: dict[int, list[int]] = {}
        for n, r in enumerate(root):
            if r not in anchored:
                parts.setdefault(r, []).append(n)
        return [np.array(part, dtype=np.intp) for part in parts.values()]

    def step(self, q: Array, rho: Array, mu: Array) -> tuple[Array, Array, Array]:
        """Flows and pressures after one step, and what is left over at each free node [m³/s]."""
        s, free = self.s, len(self.s.free)
        lost, slope = s.ways.loss(q, rho, mu)
        for e, law in self.curves:
            slope[e] = law.pressure / law.flow
            lost[e] = slope[e] * q[e] - law.pressure
        g = 1.0 / slope[self.regular]
        base = q[self.regular] + g * (self.fixed - self.offset[self.regular] - lost[self.regular])
        size = free + len(self.special)
        a, right = np.zeros((size, size)), np.zeros(size)
        a[:free, :free] = self.c.T @ (g[:, None] * self.c)
        a[:free, free:] = self.cs.T
        right[:free] = -(self.c.T @ base) - s.inner.T @ self.given
        for k, e in enumerate(self.special):
            self._row(a[free + k], right, free + k, free + k, e, q, g, base)
        balance, aim = a[:free].copy(), right[:free].copy()
        for part in self.floating:
            k = s.column[int(part[0])]
            a[k], right[k] = 0.0, 0.0
            a[k, k] = 1.0
        found = _solved(a, right)
        p = s.held.copy()
        p[s.free] = found[:free]
        self.noise = ROUNDING * float(g.max(initial=0.0)) * float(np.abs(p).max(initial=0.0))
        following = self.given.copy()
        following[self.regular] = base + g * (self.c @ found[:free])
        following[self.special] = found[free:]
        return following, p, balance @ found - aim

    def _row(self, row: Array, right: Array, at: int, own: int, e: int, q: Array, g: Array, base: Array) -> None:
        """The relation of a branch that is no way, linear about the flows that are."""
        b: Branch = self.s.net.branches[e]
        law, state, rho = b.law, self.now[e], float(self.rho[e])
        if state == FULL:
            assert isinstance(law, Draw)
            row[own] = 1.0
            place = np.nonzero(self.regular == law.motive)[0]
            if len(place):
                n = int(place[0])
                row[: len(self.s.free)] -= law.share * g[n] * self.c[n]
                right[at] = law.share * base[n]
            else:
                right[at] = law.share * self.given[law.motive]
            return
        node, value = b.end, 0.0
        if isinstance(law, Relief):
            node, value = b.start, law.pressure
        elif isinstance(law, Behind):
            value = law.pressure
        elif isinstance(law, Draw):
            node, value = (b.end, law.limit) if state == HOLDS else (b.start, law.vacuum)
        elif isinstance(law, Curve | Displacement):
            if state == HOLDS:
                assert isinstance(law, Curve) and law.cut is not None
                value = law.cut
            else:
                node, value = b.start, law.least
                area = np.pi / 4 * law.bore**2
                row[own] = -rho * q[e] / area**2
                value -= rho * q[e] ** 2 / (2 * area**2)
        column = self.s.column.get(node)
        if column is None:  # what is held from outside cannot be held by this too: it lets through what it must
            row[own] = 1.0
            return
        row[column] = 1.0
        right[at] = value

    def settled(self, p: Array, rest: Array, q: Array) -> Array:
        """The pressures with those of floating parts where what works one way would have left them."""
        s, made = self.s, p.copy()
        for part in self.floating:
            over = float(rest[[s.column[int(n)] for n in part]].sum())
            if abs(over) > 1e-9:
                made[part] = made[part] - np.sign(over) * FAR
                continue
            low, high = self._between(part, made)
            made[part] += min(max(0.0, low), high) if low <= high else low
        return made

    def _between(self, part: "NDArray[np.intp]", p: Array) -> tuple[float, float]:
        """How far the pressures of a floating part may be moved until something that is shut would open."""
        own, low, high = set(part.tolist()), -FAR, FAR
        for e in self.s.sided:
            b = self.s.net.branches[e]
            if self.now[e] != RESTS or (b.start in own) == (b.end in own):
                continue
            if isinstance(b.law, Relief):
                if b.start in own:
                    high = min(high, b.law.pressure - p[b.start])
            elif isinstance(b.law, Displacement | Curve):
                if b.start in own:
                    high = min(high, b.law.least - p[b.start])
            elif not isinstance(b.law, Draw):
                slack = p[b.start] - p[b.end] - self.offset[e]
                low, high = (max(low, slack), high) if b.end in own else (low, min(high, -slack))
        return low, high
