"""The best exchange of two items' places."""

from collections.abc import Iterable

import numpy as np

from ..base.units import Units
from ..edit.items import exchange
from ..geometry.frames import standing_on
from ..judge.check import Check
from ..kind.registry import kind_of
from ..model.item import Item
from ..placing.room import middle_of
from ..solve import Solved
from ..statics.loads import Loads
from .fix import MOST_TRIES, Fix, heaviest, proved, register, still


def _propose(solved: Solved, check: Check, units: Units) -> Iterable[Fix]:
    loads = solved.loads
    if loads is None or check.margin is None or not check.state:
        return
    s = solved.rig.state_number(check.state)
    m = next(i for i, lim in enumerate(loads.limits) if lim.id == check.id and loads.applies[s, i])
    pairs = sorted(_hopeful(solved, loads, check, m, s))
    for tries, (effort, a, b) in enumerate(pairs):
        if tries == MOST_TRIES:
            return
        rig = exchange(solved.rig, a, b)
        leaves = proved(solved, check.id, rig)
        if leaves is not None:
            names = f"{solved.rig.item(a).name} and {solved.rig.item(b).name}"
            yield Fix("exchange", check.id, f"exchange {names}", rig, effort, leaves, (a, b))
            return


def _hopeful(solved: Solved, loads: Loads, check: Check, m: int, s: int) -> Iterable[tuple[float, str, str]]:
    """Pairs whose exchange would bring the check inside at its present worst fills, with their effort.

    The worst fills may change with the exchange, so this only chooses what is worth proving.
    """
    table, rig = loads.table, solved.rig
    side = loads.greatest if check.side == "high" else loads.least
    masses = table.present[s] * np.array([r.mass for r in table.rows])
    filled = side.fills[s, m] * np.array([t.full for t in table.tanks])
    wet: dict[str, float] = {}
    for row, mass in zip(table.rows, masses, strict=True):
        wet[row.item] = wet.get(row.item, 0.0) + float(mass)
    for tank, mass in zip(table.tanks, filled, strict=True):
        wet[tank.item] = wet.get(tank.item, 0.0) + float(mass)
    movable = [i for i in rig.items if not i.locked and i.id in wet and solved.frames.decks[i.place.deck].level]
    movable = heaviest((i for i in movable if len(standing_on(rig, i.id)) == 1), len(rig.items))
    sign = 1.0 if check.side == "high" else -1.0
    pull = sign * (loads.num[m] - (check.limit or 0.0) * loads.den[m])
    over = sign * ((check.load or 0.0) - (check.limit or 0.0))
    whole = loads.moments_at(s, side.fills[s, m])
    needed = over * (float(loads.den[m] @ whole) if loads.den[m].any() else 1.0)
    middles = {i.id: middle_of(solved, i.id) for i in movable}

    def felt(item_id: str) -> float:
        """What one kg where an item stands does to the check."""
        at, (x, y) = loads.columns.starts[solved.frames.carrier_of[item_id]], middles[item_id]
        return float(pull[at] + pull[at + 1] * x + pull[at + 2] * y)

    here = {i.id: felt(i.id) for i in movable}
    for n, a in enumerate(movable):
        still()
        for b in movable[n + 1 :]:
            if not alike(a, b):
                continue
            relief = (wet[a.id] - wet[b.id]) * (here[a.id] - here[b.id])
            if relief > max(needed, 0.0) * 0.98:
                (ax, ay), (bx, by) = middles[a.id], middles[b.id]
                distance = ((bx - ax) ** 2 + (by - ay) ** 2) ** 0.5
                yield (a.mass.value + b.mass.value) * distance, a.id, b.id


LIKE = 0.25  # of a side, that two things may differ which one would put in each other's place; common practice, no source


def alike(a: Item, b: Item) -> bool:
    """Whether two things are of one kind, or of much the same footprint: what nobody would exchange is not proposed."""
    if a.kind == b.kind and kind_of(a).make is not None:  # boxes may be anything
        return True
    one, other = (sorted((i.length.value, i.width.value)) for i in (a, b))
    return all(abs(x - y) <= LIKE * max(x, y) for x, y in zip(one, other, strict=True))


register("exchange", _propose)
