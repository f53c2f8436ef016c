"""Fills over a day: from event to event, rates held between, what is run down starving and never filled by being left alone.

Of a tank at its heel no more is drawn than comes in; an act that needs it goes on with that share of all it draws.
"""

from collections.abc import Callable, Sequence
from itertools import pairwise

import numpy as np
from msgspec import Struct

from ..base.arrays import Array
from ..model.day import Act
from .aboard import Aboard
from .moves import Drawn, Moves

Find = Callable[[list[Act], Array], Moves]
ROUNDS = 60
LEAST = 1e-6  # of a step [s]


class Lack(Struct):
    """What an act lacked of a tank. at: when it began to [s].  missing: what was wanted and did not come [m³]."""

    act: Act
    tank: int
    at: float
    missing: float = 0.0


class Run(Struct, frozen=True):
    """A day as it ran. times: (moments,) [s].  fills: (moments, vessels).  moving: whether the vehicle drove.

    out, into, dumped: by vessel [m³].  lacks: what starved.  notes: what is to be said.
    """

    times: Array
    fills: Array
    moving: tuple[bool, ...]
    out: Array
    into: Array
    dumped: Array
    lacks: tuple[Lack, ...]
    notes: tuple[str, ...]


def run(aboard: Aboard, acts: Sequence[Act], begin: Array, find: Find) -> Run:
    """A day from the first edge of its acts to the last. acts: in order, each with a length.  find: what acts move at some fills."""
    fills = begin.copy()
    times: list[float] = []
    kept: list[Array] = []
    moving: list[bool] = []
    notes: list[str] = []
    out, into, dumped = np.zeros((3, len(fills)))
    lacks: dict[tuple[str, int], Lack] = {}
    for a, b in pairwise(sorted({t for x in acts for t in (x.start, x.end)})):
        active = [x for x in acts if x.start <= a and x.end >= b]
        by_id = {x.id: x for x in active}
        driving = any(x.kind == "drive" for x in active)
        moves = find(active, fills)
        notes += [n for n in moves.notes if n not in notes]
        now, found_at, found_fills = a, a, fills.copy()
        _keep(times, kept, moving, now, fills, driving)
        while now < b - 1e-9:
            if now - found_at >= moves.steady or np.abs(fills - found_fills).max(initial=0.0) >= moves.change:
                moves = find(active, fills)
                notes += [n for n in moves.notes if n not in notes]
                found_at, found_fills = now, fills.copy()
            step = _Step(aboard, moves, fills)
            ahead = step.ahead(min(b - now, max(found_at + moves.steady - now, 1.0)), found_fills, moves.change)
            for drawn, wanted, given in step.flows:
                tank = step.source[id(drawn)]
                if drawn.act in by_id and wanted - given > 1e-12 and drawn.needed and tank in step.dry:
                    lack = lacks.setdefault((drawn.act, tank), Lack(by_id[drawn.act], tank, now))
                    lack.missing += (wanted - given) * ahead
                if drawn.act in by_id and by_id[drawn.act].kind == "dump":
                    dumped[step.source[id(drawn)]] += given * ahead
            fills = np.clip(fills + (step.into - step.out) * ahead / aboard.whole, 0.0, None)
            fills = step.at_edges(fills)
            out += step.out * ahead
            into += step.into * ahead
            now += ahead
            _keep(times, kept, moving, now, fills, driving)
    return Run(
        np.array(times),
        np.array(kept).reshape(-1, len(begin)),
        tuple(moving),
        out,
        into,
        dumped,
        tuple(sorted(lacks.values(), key=lambda x: x.at)),
        tuple(notes),
    )


def _keep(times: list[float], kept: list[Array], moving: list[bool], now: float, fills: Array, driving: bool) -> None:
    times.append(now)
    kept.append(fills.copy())
    moving.append(driving)


class _Step:
    """What really flows at some fills. out, into: by vessel [m³/s].  flows: of every draw what it wants and what it gets."""

    def __init__(self, aboard: Aboard, moves: Moves, fills: Array) -> None:
        self.aboard, self.fills = aboard, fills
        n = len(fills)
        self.into, self.out = np.zeros(n), np.zeros(n)
        self.floor, self.top = np.full(n, -np.inf), np.full(n, np.inf)
        self.source = {id(d): self._from(d) for d in moves.drawn}
        wanted = np.zeros(n)
        for d in moves.drawn:
            t = self.source[id(d)]
            wanted[t] += d.rate
            self.floor[t] = max(self.floor[t], self._floor(d, t))
        coming = np.zeros(n)
        for p in moves.poured:
            if fills[p.tank] >= p.top - 1e-12:  # a float that has shut lets in what is drawn
                coming[p.tank] += min(p.rate, max(wanted[p.tank] - coming[p.tank], 0.0))
            else:
                coming[p.tank] += p.rate
                self.top[p.tank] = min(self.top[p.tank], p.top)
        self.into = coming
        self.dry = frozenset(t for t in range(n) if wanted[t] > 0 and fills[t] <= self.floor[t] + 1e-12)
        share = self._shares(moves)
        self.flows = [(d, d.rate, d.rate * share[n]) for n, d in enumerate(moves.drawn)]
        for d, _, given in self.flows:
            self.out[self.source[id(d)]] += given

    def _floor(self, d: Drawn, t: int) -> float:
        part = self.aboard.listed[t].part
        return min(part.heel, part.top) if d.floor is None else d.floor

    def _from(self, d: Drawn) -> int:
        """The first of a draw's tanks that is not run down, else the last of them."""
        for t in d.tanks:
            if self.fills[t] > self._floor(d, t) + 1e-12:
                return t
        return d.tanks[-1] if len(d.tanks) > 1 else d.tanks[0]

    def _shares(self, moves: Moves) -> Array:
        """Of each draw the share that it gets. An act goes on with the least that any of what it needs leaves it."""
        share = np.ones(len(moves.drawn))
        for _ in range(ROUNDS):
            before = share.copy()
            for t in sorted(self.dry):
                own = [n for n, d in enumerate(moves.drawn) if self.source[id(d)] == t]
                total = sum(moves.drawn[n].rate * share[n] for n in own)
                if total > self.into[t] + 1e-15:
                    share[own] *= self.into[t] / total
            least: dict[str, float] = {}
            for n, d in enumerate(moves.drawn):
                if d.needed and d.act:
                    least[d.act] = min(least.get(d.act, 1.0), float(share[n]))
            for n, d in enumerate(moves.drawn):
                if d.act in least:
                    share[n] = min(share[n], least[d.act])
            if np.abs(share - before).max(initial=0.0) < 1e-12:
                break
        return share

    def ahead(self, left: float, found: Array, change: float) -> float:
        """How long these flows last [s]: until a vessel is run down or full, or has changed by so much since they were found."""
        net = (self.into - self.out) / self.aboard.whole
        best = left
        for t, rate in enumerate(net.tolist()):
            if abs(rate) < 1e-15:
                continue
            if rate < 0 and np.isfinite(self.floor[t]) and self.fills[t] > self.floor[t] + 1e-12:
                best = min(best, (self.fills[t] - self.floor[t]) / -rate)
            elif rate > 0 and np.isfinite(self.top[t]) and self.fills[t] < self.top[t] - 1e-12:
                best = min(best, (self.top[t] - self.fills[t]) / rate)
            if np.isfinite(change):
                best = min(best, max(change - abs(self.fills[t] - found[t]), 0.1 * change) / abs(rate))
        return max(float(best), min(left, LEAST))

    def at_edges(self, fills: Array) -> Array:
        """Fills that came to an edge put exactly there."""
        made = fills.copy()
        for edge in (self.floor, self.top):
            near = np.isfinite(edge) & (np.abs(fills - edge) < 1e-10)
            made[near] = edge[near]
        return made
