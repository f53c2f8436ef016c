"""What to weigh first: the one figure whose weighing would narrow the tightest margin most, and by how much.

One thing after the other is taken as weighed and the ± of the margin is reckoned anew, at the fills at which it is worst.
"""

from collections.abc import Iterator, Sequence
from math import hypot

import numpy as np
from msgspec import Struct
from msgspec.structs import replace

from ..base.arrays import Array
from ..base.figure import Figure
from ..base.text import uncapital
from ..base.units import Units
from ..geometry.frames import Frames
from ..judge.check import Check
from ..judge.words import subject
from ..masses.nobody_counted import nobody_counted
from ..masses.table import MassTable, mass_table
from ..model.carrier import Carrier, Trailer
from ..model.item import Item
from ..model.rig import Rig
from ..solve import Solved
from ..statics.loads import Loads
from ..statics.worst import Extreme, spread

SCALE = 0.005  # ± of a weighing on a shop's or a public scale as a share, at least `LEAST` kg; from memory
LEAST = 0.5
WORTH = 0.03  # a gain below that share of the ± is not worth the trip
MOST = 60  # things that are looked at: those that make the margin most unsure by themselves


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
        """`weigh the empty trailer: ± 262 lb becomes ± 145 lb (axle 2)`."""
        do = {"item": f"weigh {self.name}", "carrier": f"weigh the empty {self.name}", "rest": "go through what nobody counted"}
        old, new = (units.show(v, self.check.quantity) for v in (self.before, self.after))
        return f"{do[self.what]}: ± {old} becomes ± {new} ({uncapital(subject(self.check, units))})"


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
    margin = _margin_of(solved, check)
    for what, one_id, name, rig in weighed(solved.rig, solved.frames, margin.worth_weighing()):
        after = margin.unsure(rig)
        if after < before * (1 - WORTH) and (best is None or after < best.after):
            best = Gain(what, one_id, name, check, before, after)
    return best


def weighed(rig: Rig, frames: Frames, items: Sequence[Item]) -> Iterator[tuple[str, str, str, Rig]]:
    """Every rig in which one thing more is weighed: what nobody counted gone through, an empty carrier, one of some items."""
    rest = nobody_counted(rig, frames)
    if rest is not None and rest.mass.plus_minus > 0:
        yield "rest", "", "", replace(rig, nobody_counted=replace(rest.mass, plus_minus=0.0))
    for carrier in rig.carriers:
        made = _on_a_scale(carrier)
        if isinstance(made, Trailer):
            yield "carrier", carrier.id, "trailer", replace(rig, trailer=made)
        else:
            yield "carrier", carrier.id, "vehicle", replace(rig, vehicle=made)
    for item in items:
        on_scale = replace(item, mass=_read(item.mass))
        yield "item", item.id, item.name, replace(rig, items=tuple(on_scale if i is item else i for i in rig.items))


def _scale(value: float) -> float:
    return max(SCALE * value, LEAST)


def _read(figure: Figure) -> Figure:
    return replace(figure, plus_minus=min(figure.plus_minus, _scale(figure.value)), origin="", source="weighed")


def _on_a_scale(carrier: Carrier) -> Carrier:
    """The carrier with every reading of its empty weights off a scale; where its centre of gravity is high stays a guess."""
    empty = carrier.empty
    if empty is None:
        return carrier
    own = {n: _read(f) for n in empty.__struct_fields__ if isinstance(f := getattr(empty, n), Figure) and n != "height"}
    if isinstance(carrier, Trailer) and carrier.empty is not None and carrier.empty.each:
        own["each"] = tuple(_read(f) for f in carrier.empty.each)  # type: ignore[assignment]
    return replace(carrier, empty=replace(empty, **own))


class _Margin(Struct, frozen=True):
    """One margin in its worst state and fills. row, under: of its limit, (1, size).  was: ± of the masses in it now [kg or share]."""

    solved: Solved
    check: Check
    loads: Loads
    state: int
    row: Array
    under: Array
    was: float

    def worth_weighing(self) -> list[Item]:
        """The items a scale would know better, those first that move the margin most by their own ±."""
        starts, on, frames = self.loads.columns.starts, self.solved.frames.carrier_of, self.solved.frames.items

        def felt(item: Item) -> float:
            at, (x, y, _) = starts[on[item.id]], frames[item.id].at
            return item.mass.plus_minus * abs(float(self.row[0, at] + self.row[0, at + 1] * x + self.row[0, at + 2] * y))

        listed = [i for i in self.solved.rig.items if not i.built_in and i.mass.plus_minus > _scale(i.mass.value)]
        return sorted(listed, key=felt, reverse=True)[:MOST]

    def unsure(self, rig: Rig) -> float:
        """The ± of the margin in another rig of the same masses."""
        table = mass_table(rig, self.loads.columns, Frames(rig, self.solved.frames.kept))
        counted = _of_masses(table, self.check, self.state, self.row, self.under)
        told = rig.nobody_counted is not self.solved.rig.nobody_counted  # then only its place is unsure
        of_rest = abs(float(self.row[0] @ self.loads.more[1])) if told else self.check.beyond_pm
        kept = max(self.check.spread**2 - self.was**2, 0.0)  # of plates, springs and heights, which no weighing narrows
        return hypot(counted, kept**0.5, of_rest)


def _margin_of(solved: Solved, check: Check) -> _Margin:
    loads = solved.loads
    assert loads is not None
    s = solved.rig.state_number(check.state)
    m = next(n for n, lim in enumerate(loads.limits) if lim.id == check.id and loads.applies[s, n])
    row, under = loads.num[[m]], loads.den[[m]]
    return _Margin(solved, check, loads, s, row, under, _of_masses(loads.table, check, s, row, under))


def _of_masses(table: MassTable, check: Check, s: int, row: Array, under: Array) -> float:
    fills = np.array([check.fills.get(t.address, 0.0) for t in table.tanks], dtype=float)
    count = len(table.present)
    at = Extreme(np.full((count, 1), check.load), np.broadcast_to(fills, (count, 1, len(fills))).copy())
    return float(spread(table, row, under, at)[s, 0])
