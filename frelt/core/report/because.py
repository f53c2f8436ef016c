"""What makes a load: what everything aboard adds to it in the case that is told, and so what to move when it is too much.

A load is a sum over what is aboard, so each part is exact. A share is a quotient: what is told of each thing is what it moves the
share by as it stands, (num·m − share·den·m) / (den·M), so that all of them together come to nothing.
"""

from collections.abc import Iterator

import numpy as np
from msgspec import Struct

from ..base.arrays import Array
from ..base.text import capital
from ..judge.check import Check
from ..model.carrier import kind_of_carrier
from ..model.rig import Rig
from ..solve import Solved
from ..statics.loads import Loads


class Part(Struct, frozen=True):
    """What one thing, with all it holds, adds [kg], or moves a share by. item: its id, or nothing for what is no item."""

    name: str
    item: str
    value: float


class Because(Struct, frozen=True):
    """Of a check: what makes its load, the greatest first. state: by name, where the case lies.  others: of all not listed."""

    state: str
    parts: tuple[Part, ...]
    others: float


def because(solved: Solved, check: Check, most: int = 7) -> Because | None:
    """What makes the load of a check in its own case; None where it is no load. most: how many are listed."""
    loads, rig = solved.loads, solved.rig
    found = _case(loads, rig, check) if loads is not None else None
    if loads is None or found is None:
        return None
    m, s = found
    extreme = loads.least if check.side == "low" else loads.greatest
    fills = extreme.fills[s, m]
    num, den = _rows(loads, m, loads.moments_at(s, fills))
    below = float(den @ loads.moments_at(s, fills))
    share = check.load if below and check.load is not None else 0.0
    row = (num - share * den) / below if below else num
    sums: dict[tuple[str, str], float] = {}
    for name, item, moments in _aboard(loads, rig, s, fills):
        sums[name, item] = sums.get((name, item), 0.0) + float(moments @ row)
    listed = sorted((Part(n, i, v) for (n, i), v in sums.items()), key=lambda p: -abs(p.value))
    kept = listed[:most]
    return Because(rig.states[s].name, tuple(kept), sum(p.value for p in listed[most:]))


def _case(loads: Loads, rig: Rig, check: Check) -> tuple[int, int] | None:
    """The limit and the state of a check's own case, by number."""
    s = next((n for n, state in enumerate(rig.states) if state.id == check.state), None)
    if s is None or check.load is None:
        return None
    values = (loads.least if check.side == "low" else loads.greatest).value
    here = [m for m, limit in enumerate(loads.limits) if limit.id == check.id and loads.applies[s, m]]
    best = min(here, key=lambda m: abs(float(values[s, m]) - (check.load or 0.0)), default=None)
    return None if best is None else (best, s)


def _rows(loads: Loads, m: int, moments: Array) -> tuple[Array, Array]:
    """The rows of a limit with the wheels that are down at these moments."""
    case = int(loads.case_of[m])
    n = int(np.count_nonzero(loads.case_of[:m] == case))
    for part in loads.pieces_of(case):
        if part.piece.low <= moments @ part.piece.arm <= part.piece.high:
            return part.num[n], part.den[n]
    return loads.num[m], loads.den[m]


def _aboard(loads: Loads, rig: Rig, s: int, fills: Array) -> Iterator[tuple[str, str, Array]]:
    """Name, item and moments of everything aboard in a state; of what is no item, by what it is."""
    table = loads.table
    names = {i.id: i.name for i in rig.items} | {c.id: f"Empty {kind_of_carrier(c)}" for c in rig.carriers}
    names |= {p.id: capital(p.name) for p in rig.states[s].people}
    names |= {k.id: capital(k.what) for k in rig.kit} | {f.id: capital(f.what) for f in rig.fit_out}
    for n, row in enumerate(table.rows):
        if table.present[s, n]:
            yield names.get(row.item) or names.get(row.part, row.part), row.item, table.present[s, n] * table.moments[n]
    for n, tank in enumerate(table.tanks):
        yield names.get(tank.item, tank.name), tank.item, fills[n] * table.tank_moments[n]
    yield "Measures of the chassis", "", table.offset
