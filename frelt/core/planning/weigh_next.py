"""What to weigh next on a rig as it is: its unsettled margins, and the weighings one can have, on plates and alone."""

from collections.abc import Iterator
from math import hypot

import numpy as np

from ..base.arrays import Array
from ..base.units import Units
from ..judge.words import subject
from ..masses.nobody_counted import nobody_counted
from ..scale.as_weighed import REST, with_rest
from ..scale.next_weighing import Next, Verdict, next_weighings, weighables
from ..solve import Solved
from ..statics.loads import Loads


def weigh_next(solved: Solved, units: Units, most: int = 5) -> tuple[Next, ...]:
    """The best weighings for a rig, the one that brings most a minute first; none where nothing is known of its loads."""
    loads = solved.loads
    if loads is None or not solved.rig.states:
        return ()
    verdicts = list(_verdicts(solved, loads, units))
    state = next((n for n, s in enumerate(solved.rig.states) if s.road), 0)
    fills = loads.table.shown[state]
    table = loads.table
    if not any(r.part == REST for r in table.rows):
        table = with_rest(table, nobody_counted(solved.rig, solved.frames), loads.columns)
    among = weighables(solved.rig, table, list(_plates(solved, loads)), units, state, fills)
    return next_weighings(table, verdicts, list(among), most)


def _verdicts(solved: Solved, loads: Loads, units: Units) -> Iterator[Verdict]:
    """Every limit's margin where it is worst, of those with a plate or a usual one."""
    number = {s.id: n for n, s in enumerate(solved.rig.states)}
    for c in solved.checks:
        bound = c.limit if c.limit is not None else c.typical
        if c.load is None or bound is None or c.state not in number or c.quantity not in ("mass", "share"):
            continue
        s = number[c.state]
        m = next((k for k, x in enumerate(loads.limits) if x.id == c.id and loads.applies[s, k]), None)
        if m is None:
            continue
        fills = np.array([c.fills.get(t.address, 0.0) for t in loads.table.tanks], dtype=float)
        row: Array = loads.num[m]
        if loads.den[m].any():
            below = float(loads.den[m] @ loads.moments_at(s, fills))
            if abs(below) < 1e-9:
                continue
            row = (row - c.load * loads.den[m]) / below
        sign = 1.0 if c.side == "high" else -1.0
        pm = hypot(c.spread, c.beyond_pm)
        yield Verdict(row, fills, s, sign * (bound - c.load - max(sign * c.beyond, 0.0)), pm, 0.0, subject(c, units))


def _plates(solved: Solved, loads: Loads) -> Iterator[tuple[str, Array, float]]:
    """What a scale can be put under, in words, and how long that takes from the shop, minutes; from memory."""
    rig = solved.rig
    if not loads.cases:  # what stands on the shop's floor stands on no wheels
        return
    supports = loads.supports
    for carrier in rig.carriers:
        ids = [a.id for a in carrier.axles]
        if not ids:
            continue
        kind = "trailer" if rig.trailer is not None and carrier.id == rig.trailer.id else "vehicle"
        whole = np.sum([supports.axle(a) for a in ids], axis=0)
        yield f"all axles of the {kind} together, on a public scale", whole, 40.0
        for axle in carrier.axles:
            if len(ids) > 1:
                yield f"{axle.name} of the {kind} alone, on a public scale", supports.axle(axle.id), 45.0
            for side in ("left", "right"):
                yield f"{axle.name} {side} of the {kind}, on a wheel scale", supports.row(f"{axle.id}/{side}"), 60.0
    if "coupler" in supports.ids:
        yield "the tongue, on a tongue scale or a plank", supports.row("coupler"), 15.0
