"""What to weigh first: the one figure whose weighing would narrow the tightest margin most, and by how much.

One thing after the other is taken as weighed and the ± of the margin is reckoned anew, at the fills at which it is worst.
"""

from collections.abc import Iterator
from math import hypot

import numpy as np
from msgspec import Struct
from msgspec.structs import replace

from ..base.figure import Figure
from ..base.units import Units
from ..geometry.frames import Frames
from ..judge.check import Check
from ..masses.nobody_counted import nobody_counted
from ..masses.table import mass_table
from ..model.carrier import Carrier, Trailer
from ..model.item import Item
from ..model.rig import Rig
from ..solve import Solved
from ..statics.worst import Extreme, spread

SCALE = 0.005  # ± of a weighing on a shop's or a public scale as a share, at least `LEAST` kg; from memory
LEAST = 0.5
WORTH = 0.03  # a gain below that share of the ± is not worth the trip


class Gain(Struct, frozen=True):
    """What would be weighed: `item`, `carrier` or `rest` (what nobody counted), by id and name.

    before, after: ± of the margin now and then, in its own quantity [kg or share].
    """

    what: str
    id: str
    name: str
    check: Check
    before: float
    after: float

    def words(self, units: Units) -> str:
        """`weigh the empty trailer: ± 262 lb becomes ± 145 lb on axle 2`."""
        do = {"item": f"weigh {self.name}", "carrier": f"weigh the empty {self.name}", "rest": "go through what nobody counted"}
        old, new = (units.show(v, self.check.quantity) for v in (self.before, self.after))
        return f"{do[self.what]}: ± {old} becomes ± {new}"


def tightest(solved: Solved) -> Check | None:
    """The load whose margin is least beside its own ±: of those known or with a typical plate; None where there is none."""
    found: list[tuple[float, Check]] = []
    loads = {lim.id for lim in solved.loads.limits} if solved.loads is not None else set()
    for c in solved.checks:
        bound = c.limit if c.limit is not None else c.typical
        if c.load is None or bound is None or not c.state or c.id not in loads or not c.field or c.quantity != "mass":
            continue
        pm = hypot(c.spread, c.beyond_pm)
        if pm > 0:
            sign = 1.0 if c.side == "high" else -1.0
            found.append((sign * (bound - c.load - max(sign * c.beyond, 0.0)) / pm, c))
    return min(found, key=lambda f: f[0])[1] if found else None


def weigh_first(solved: Solved) -> Gain | None:
    """The weighing that narrows the tightest margin most; None where none is worth it. All masses stay as they are."""
    check = tightest(solved)
    if check is None:
        return None
    best: Gain | None = None
    before = hypot(check.spread, check.beyond_pm)
    for what, one_id, name, rig in weighed(solved.rig, solved.frames):
        after = _unsure(solved, check, rig)
        if after < before * (1 - WORTH) and (best is None or after < best.after):
            best = Gain(what, one_id, name, check, before, after)
    return best


def weighed(rig: Rig, frames: Frames) -> Iterator[tuple[str, str, str, Rig]]:
    """Every rig in which one thing more is weighed."""
    rest = nobody_counted(rig, frames)
    if rest is not None and rest.mass.plus_minus > 0:
        yield "rest", "", "", replace(rig, nobody_counted=replace(rest.mass, plus_minus=0.0))
    for carrier in rig.carriers:
        made = _on_a_scale(carrier)
        name = "trailer" if isinstance(carrier, Trailer) else "vehicle"
        yield (
            "carrier",
            carrier.id,
            name,
            replace(rig, trailer=made) if isinstance(made, Trailer) else replace(rig, vehicle=made),
        )
    for n, item in enumerate(rig.items):
        if not item.built_in and item.mass.plus_minus > _scale(item.mass.value):
            items = (*rig.items[:n], _item_weighed(item), *rig.items[n + 1 :])
            yield "item", item.id, item.name, replace(rig, items=items)


def _scale(value: float) -> float:
    return max(SCALE * value, LEAST)


def _read(figure: Figure) -> Figure:
    return replace(figure, plus_minus=min(figure.plus_minus, _scale(figure.value)), origin="", source="weighed")


def _item_weighed(item: Item) -> Item:
    return replace(item, mass=_read(item.mass))


def _on_a_scale(carrier: Carrier) -> Carrier:
    """The carrier with every reading of its empty weights off a scale; where its centre of gravity is high stays a guess."""
    empty = carrier.empty
    if empty is None:
        return carrier
    own = {n: _read(f) for n in empty.__struct_fields__ if isinstance(f := getattr(empty, n), Figure) and n != "height"}
    if isinstance(carrier, Trailer) and carrier.empty is not None and carrier.empty.each:
        own["each"] = tuple(_read(f) for f in carrier.empty.each)  # type: ignore[assignment]
    return replace(carrier, empty=replace(empty, **own))


def _unsure(solved: Solved, check: Check, rig: Rig) -> float:
    """The ± of a check's margin in another rig of the same masses, at the fills at which it is worst now."""
    loads = solved.loads
    assert loads is not None
    s = solved.rig.state_number(check.state)
    m = next(n for n, lim in enumerate(loads.limits) if lim.id == check.id and loads.applies[s, n])
    table = mass_table(rig, loads.columns, Frames(rig, solved.frames.kept))
    fills = np.array([check.fills.get(t.address, 0.0) for t in table.tanks], dtype=float)
    count = len(rig.states)
    at = Extreme(np.full((count, 1), check.load), np.broadcast_to(fills, (count, 1, len(fills))).copy())
    counted = float(spread(table, loads.num[[m]], loads.den[[m]], at)[s, 0])
    was = float(spread(loads.table, loads.num[[m]], loads.den[[m]], at)[s, 0])
    told = rig.nobody_counted is not solved.rig.nobody_counted  # then only its place is unsure
    of_rest = abs(float(loads.num[m] @ loads.more[1])) if told else check.beyond_pm
    kept = max(check.spread**2 - was**2, 0.0)  # of plates, springs and heights, which no weighing of masses narrows
    return hypot(counted, kept**0.5, of_rest)
