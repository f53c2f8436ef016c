"""What to weigh next, and what it would settle: each weighing one can have, by the chance that verdicts become settled, per minute of work.

C' = C - C f f'C/(f'C f + r). A verdict is unsettled where |margin| ≤ ±; after a weighing its margin will lie at N(margin, v), v what the
weighing takes off its variance, and its ± be the smaller; the chance that it then is settled is that of a normal variable. Where all are settled,
what counts is how much of the ± of the tightest margin goes. How long each takes is a guess, from memory of shops.
"""

from collections.abc import Iterator, Sequence
from math import erf, hypot, sqrt

import numpy as np
from msgspec import Struct

from ..base.arrays import Array
from ..base.text import uncapital
from ..base.units import Units
from ..masses.sources import gradient
from ..masses.table import MassTable
from ..model.rig import Rig
from .told import SIGMA, names_of


class Verdict(Struct, frozen=True, eq=False):
    """A margin that is judged. row: of its limit less what its bound takes, (size,); fills: where it is worst, (tanks,); state: number.

    margin, pm: now, in its own quantity; other: ± that no weighing narrows.  words: what it is of.
    """

    row: Array
    fills: Array
    state: int
    margin: float
    pm: float
    other: float
    words: str


class Weighable(Struct, frozen=True, eq=False):
    """A weighing one can have. f: what one σ of each source adds to it [kg], (sources,).  r: variance of its scale [kg²].  minutes: of work."""

    words: str
    f: Array
    r: float
    minutes: float


class Next(Struct, frozen=True):
    """words: what is weighed.  settles: chance that an unsettled verdict is settled by it, summed over all.  minutes: of work.

    before, after: ± of the margin it narrows most, and of what.
    """

    words: str
    settles: float
    minutes: float
    before: float
    after: float
    of: str

    @property
    def worth(self) -> float:
        """What it brings a minute."""
        return self.settles / self.minutes


def next_weighings(
    table: MassTable, verdicts: Sequence[Verdict], among: Sequence[Weighable], most: int = 5
) -> tuple[Next, ...]:
    """The weighings that bring most a minute, the best first. table: as unsure as weighings have left it."""
    g = np.array([gradient(table.sources, v.row, table.present[v.state], v.fills) / SIGMA for v in verdicts])
    known = _known(table)
    spread = (g * g).sum(axis=1) - ((g @ known.T) ** 2).sum(axis=1) if len(g) else np.zeros(0)
    own = np.array([max(v.pm**2 - v.other**2, 0.0) / SIGMA**2 for v in verdicts])  # as it is judged
    made = []
    for one in among:
        h = one.f - known.T @ (known @ one.f)  # C f
        whole = float(one.f @ h) + one.r
        if whole <= 1e-12 or not len(g):
            continue
        taken = own * np.clip((g @ h) ** 2 / whole / np.maximum(spread, 1e-30), 0.0, 1.0)  # of each verdict's variance
        after = np.array(
            [sqrt(max(v.pm**2 - SIGMA**2 * t, v.other**2, 0.0)) for v, t in zip(verdicts, taken.tolist(), strict=True)]
        )
        settles = 0.0
        for v, t, now in zip(verdicts, taken.tolist(), after.tolist(), strict=True):
            if abs(v.margin) <= v.pm:
                settles += _settled(v.margin, sqrt(max(t, 0.0)), now)
        gains = [(v.pm - a) / max(abs(v.margin), v.pm, 1e-9) for v, a in zip(verdicts, after.tolist(), strict=True)]
        k = int(np.argmax(gains))
        if gains[k] < 0.01:
            continue
        made.append(Next(one.words, settles + 1e-3 * gains[k], one.minutes, verdicts[k].pm, float(after[k]), verdicts[k].words))
    return tuple(sorted(made, key=lambda n: -n.worth)[:most])


def _known(table: MassTable) -> Array:
    """What weighings have told, (told, sources)."""
    s = table.sources
    if s.known is None or s.known_of is None:
        return np.zeros((0, len(s.alone) + len(s.dry_of)))
    return np.concatenate([s.known, s.known_of], axis=1)


def _settled(margin: float, sigma: float, pm: float) -> float:
    """The chance that |N(margin, sigma²)| > pm."""
    if sigma < 1e-12:
        return 1.0 if abs(margin) > pm else 0.0

    def below(x: float) -> float:
        return 0.5 * (1 + erf(x / sqrt(2)))

    return 1.0 - (below((pm - margin) / sigma) - below((-pm - margin) / sigma))


def weighables(
    rig: Rig, table: MassTable, rows: Sequence[tuple[str, Array, float]], units: Units, state: int, fills: Array
) -> Iterator[Weighable]:
    """Weighings one can have: some supports on a scale as the rig stands in a state, a thing alone, a hydrometer in a tank.

    rows: words, what that scale feels, and minutes of work; public scales read to 20 lb or 10 kg.
    """
    step = 10.0 if units.mass == "kg" else 9.07
    for words, row, minutes in rows:
        f = gradient(table.sources, row, table.present[state], fills) / SIGMA
        whole = abs(float(row @ (table.base[state] + fills @ table.tank_moments)))
        yield Weighable(words, f, step**2 / 12 + (0.002 * whole / SIGMA) ** 2, minutes)
    names = names_of(table)
    alone = len(table.sources.alone)
    starts = list(table.columns.starts.values())
    items = {i.id: i for i in rig.items}
    by_item: dict[str, list[int]] = {}
    for k, name in enumerate(names[:alone]):
        owner, _, what = name.split("|")
        if what == "mass" and owner in items:
            by_item.setdefault(owner, []).append(k)
    for item_id, own in by_item.items():
        item = items[item_id]
        if item.built_in:
            continue
        f = np.zeros(len(names))
        for k in own:
            f[k] = float(sum(table.sources.alone[k][a] for a in starts)) / SIGMA
        if hypot(*f[own]) > 0.5:
            yield Weighable(f"{item.name} alone, on a bathroom or a crane scale", f, 0.5**2, 8.0 + 0.15 * item.mass.value)
    for j, origin in enumerate(table.sources.origins):
        tank = next((t for t in table.tanks if (t.part.liquid.density.origin or t.part.liquid.name) == origin), None)
        if tank is not None and len(table.sources.wet):
            f = np.zeros(len(names))
            f[alone + j] = 1.0 / SIGMA
            yield Weighable(
                f"{tank.part.liquid.short} in {uncapital(tank.name)}, with a hydrometer", f, (0.1 / SIGMA) ** 2, 5.0
            )
