"""The most of one liquid that may travel: a lower top of its road range, in every state on the road."""

from collections.abc import Iterable
from math import floor

import numpy as np

from ..base.text import duration, joined
from ..base.units import Units
from ..edit.states import set_tank_fill
from ..judge.check import Check
from ..kind.capability import can
from ..kind.draws import rates
from ..masses.item_rows import Tank
from ..model.state import FillRange
from ..solve import Solved
from ..statics.half_planes import linear_sides
from ..statics.loads import Loads
from .fix import Fix, proved, register
from .shift import bounds_for


def _propose(solved: Solved, check: Check, units: Units) -> Iterable[Fix]:
    loads = solved.loads
    if loads is None or not any(m.id == check.id for m in loads.limits):
        return
    by_liquid: dict[str, list[int]] = {}
    built_in = {i.id for i in solved.rig.items if i.built_in}  # nobody is told to drive with less fuel
    for i, tank in enumerate(loads.table.tanks):
        if tank.item in built_in:
            continue
        by_liquid.setdefault(tank.part.liquid.name, []).append(i)
    found = []
    for liquid, tanks in by_liquid.items():
        for aim in (1.0, 0.0):
            cap = _cap(solved, loads, check, tanks, aim)
            fix = None if cap is None else _fix(solved, check, units, liquid, [loads.table.tanks[i] for i in tanks], cap)
            if fix is not None:
                found.append(fix)
                break
    if found:
        yield min(found, key=lambda f: f.effort)


def _cap(solved: Solved, loads: Loads, check: Check, tanks: list[int], aim: float) -> float | None:
    """The greatest common fill of some tanks that keeps the check inside, in every state it applies to.

    Lowering the top of a range only takes fills away, so no other extreme can grow.
    """
    table, sides = loads.table, linear_sides(loads, bounds_for(solved, loads, check, aim))
    target = np.array([loads.limits[m].id == check.id for m in sides.limit])
    rows, bound = sides.rows[target], sides.bound[target]
    pull = rows @ table.tank_moments.T
    chosen = np.zeros(len(table.tanks), dtype=bool)
    chosen[tanks] = True
    falling = np.minimum(pull, 0.0)
    rising = np.where(chosen, 0.0, np.maximum(pull, 0.0))
    rest = bound - (table.base @ rows.T + table.high @ rising.T + table.low @ falling.T)
    gain = np.maximum(pull[:, chosen], 0.0).sum(axis=1)
    cap = 1.0
    which = sides.limit[target]
    for s, state in enumerate(solved.rig.states):
        for side, m in enumerate(which):
            if not loads.applies[s, m] or rest[s, side] >= gain[side] * float(table.high[s, chosen].max()) - 1e-12:
                continue
            if gain[side] <= 0 or not state.road:
                return None
            cap = min(cap, float(rest[s, side] / gain[side]))
    heel = max(table.tanks[i].part.heel for i in tanks)
    return cap if heel < cap < 1.0 else None


def _fix(solved: Solved, check: Check, units: Units, liquid: str, tanks: list[Tank], cap: float) -> Fix | None:
    whole = sum(t.part.capacity.value for t in tanks)
    volume = floor(whole * cap / units.measure + 1e-9) * units.measure
    fill = volume / whole
    if fill <= max(t.part.heel for t in tanks):
        return None
    rig, left = solved.rig, 0.0
    for s, state in enumerate(solved.rig.states):
        if not state.road or solved.loads is None:
            continue
        for tank in tanks:
            i = solved.loads.table.tanks.index(tank)
            low, high = float(solved.loads.table.low[s, i]), float(solved.loads.table.high[s, i])
            if high > fill:
                left = max(left, (high - fill) * whole * tank.part.liquid.density.value)
                rig = set_tank_fill(rig, state.id, tank.address, FillRange(low=min(low, fill), high=fill))
    leaves = proved(solved, check.id, rig) if rig is not solved.rig else None
    if leaves is None:
        return None
    words = f"travel with {units.show(volume, 'volume')} of {liquid} at most"
    own = [rig.item(t.item).name for t in tanks if can(rig.item(t.item), "wash", "soft wash")]
    if own:  # a machine's own tank is no place to save weight, unless it is said to be one
        words += f", in {joined(own)} too"
    rate = rates(rig).get(tanks[0].part.liquid.role, 0.0)
    if rate > 0:
        words += f": {duration(volume / rate)} of work with everything running"
    return Fix("travel", check.id, words, rig, left, leaves, tuple(t.item for t in tanks))


register("travel", _propose)
