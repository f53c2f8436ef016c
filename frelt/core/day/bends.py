"""Moments between the moments of a day, where lines bend."""

from collections.abc import Sequence
from itertools import pairwise

import numpy as np
from msgspec.structs import replace

from ..base.arrays import Array, NDArray
from ..solve import Solved
from ..statics.loads import Loads
from .aboard import DROP, Aboard
from .played import Play


def bent(solved: Solved, aboard: Aboard, made: Play) -> Play:
    """The same with a moment more wherever a line bends between two: a common surface passes a floor or a lid, a wheel lifts.

    Between moments loads are straight lines then, so the tightest moment is among them, exactly.
    """
    extra: list[tuple[int, float]] = []
    for n, (a, b) in enumerate(pairwise(made.times)):
        if b - a > 1e-9 and made.driving[n] == made.driving[n + 1]:
            extra += [(n, t) for t in _bends(solved, aboard, made, n)]
    if not extra:
        return made
    order = sorted(extra)
    at = np.array([n + 1 for n, _ in order])
    times = np.array([made.times[n] + t * (made.times[n + 1] - made.times[n]) for n, t in order])
    fills = np.array([_between(aboard, made, n, t) for n, t in order])
    states = list(made.states)
    for n, _ in reversed(order):
        states.insert(n + 1, made.states[n])
    return replace(
        made,
        times=np.insert(made.times, at, times),
        fills=np.insert(made.fills, at, fills, axis=0),
        driving=np.insert(made.driving, at, made.driving[at - 1]),
        states=tuple(states),
    )


def _between(aboard: Aboard, made: Play, n: int, t: float) -> Array:
    """Fills of all tanks a share t of the way between two moments, joined ones by their surface."""
    shares = []
    for vessel in aboard.listed:
        own, size = list(vessel.numbers), aboard.capacities[list(vessel.numbers)]
        ends = [float(made.fills[m, own] @ size) / max(float(size.sum()), DROP) for m in (n, n + 1)]
        shares.append(ends[0] + t * (ends[1] - ends[0]))
    found: Array = aboard.spread(np.array([shares]))[0]
    return found


def _bends(solved: Solved, aboard: Aboard, made: Play, n: int) -> list[float]:
    """Where between two moments a line bends, shares of the time between them."""
    found = {0.0, 1.0}
    for vessel in aboard.listed:
        if vessel.rise is not None:
            own, size = list(vessel.numbers), aboard.capacities[list(vessel.numbers)]
            a, b = (float(made.fills[m, own] @ size) / max(float(size.sum()), DROP) for m in (n, n + 1))
            found |= {float((s - a) / (b - a)) for s in vessel.rise.shares if abs(b - a) > 1e-12 and 0 < (s - a) / (b - a) < 1}
    loads = solved.loads
    edges = [p for c in range(len(loads.cases)) for p in loads.pieces_of(c)] if loads is not None else []
    if loads is not None and edges and made.states[n]:
        s = solved.rig.state_number(made.states[n])
        number = columns(loads, made.addresses)
        marks = sorted(found)
        moments = [loads.moments_at(s, _between(aboard, made, n, t)[number]) for t in marks]
        for part in edges:
            qs = [float(m @ part.piece.arm) for m in moments]
            for (t0, q0), (t1, q1) in pairwise(zip(marks, qs, strict=True)):
                for edge in (part.piece.low, part.piece.high):
                    if min(q0, q1) < edge < max(q0, q1):
                        found.add(t0 + (t1 - t0) * (edge - q0) / (q1 - q0))
    return sorted(t for t in found if 1e-9 < t < 1 - 1e-9)


def columns(loads: Loads, addresses: Sequence[str]) -> NDArray[np.intp]:
    """By number, which of the day's tanks (all with their fills) each tank of the table is; joined ones stand there as the first."""
    return np.array([addresses.index(t.address) for t in loads.table.tanks], dtype=np.intp)
