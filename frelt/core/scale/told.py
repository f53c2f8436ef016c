"""What weighings say of the masses: every ± is an origin t ~ N(0, 1), and readings move them together.

y = H m (1 + g) + e: with F = [H A/1.96, H m0 g/1.96, …], r = y - H m0, S = F F' + R, the origins are t = F' S⁻¹ r with
C = I - F' S⁻¹ F. C differs from I by one combination of origins a reading, W = S^-½ F, and that is all that is kept.
Origins of several weighings are the same where they have the same name. Sources: linear Gaussian estimation of any text;
checked against QR on the origins and against a statistics package.
"""

from collections.abc import Mapping, Sequence

import numpy as np
from msgspec import Struct
from msgspec.structs import replace

from ..base.arrays import Array
from ..base.value import FreltError
from ..masses.sources import gradient
from ..masses.table import MassTable
from ..model.carrier import Trailer
from ..model.rig import Rig
from ..model.ticket import Weighing
from .as_weighed import AsWeighed, as_weighed

SIGMA = 1.96  # ± is 19 in 20
SHARES = (
    0.03  # of the mean of axles that share by an equalizer, that one may carry more: its pivots rub; an estimate, from memory
)
SLOPE = 0.004  # of a plate that is not quite level with the rest [m], ± beside what is typed; an estimate


class Evidence(Struct, frozen=True, eq=False):
    """names: of origins, (k,).  f: (readings, k).  r: (readings,) [kg].  s: (readings, readings).  t: (k,).  w: (readings, k), W.

    used: the weighings, and by reading which of them it is of, and its number there.  why: by ticket, why it could not be used.
    """

    names: tuple[str, ...]
    f: Array
    r: Array
    s: Array
    t: Array
    w: Array
    used: tuple[AsWeighed, ...]
    of: tuple[tuple[int, int], ...]
    why: Mapping[str, str]

    @property
    def chi2(self) -> float:
        """r' S⁻¹ r."""
        return float(self.r @ np.linalg.solve(self.s, self.r)) if len(self.r) else 0.0


def names_of(table: MassTable) -> tuple[str, ...]:
    """A name for every source, the same from table to table: whose it is, and what of it is unsure."""
    made: list[str] = []
    for vector, row in zip(table.sources.alone, table.sources.alone_row.tolist(), strict=True):
        r = table.rows[row]
        axes = vector[: table.columns.size - 1]
        mass = any(abs(axes[a]) > 1e-12 for a in table.columns.starts.values())
        along = any(abs(axes[a + 1]) > 1e-12 for a in table.columns.starts.values())
        what = "mass" if mass else "along" if along else "across"
        made.append(f"{r.item or r.carrier}|{r.part}|{what}")
    return (*made, *table.sources.origins)


def evidence(rig: Rig, weighings: Sequence[Weighing]) -> Evidence:
    """All that some weighings of a rig say together; those that cannot be compared are left out, and why."""
    used: list[AsWeighed] = []
    why: dict[str, str] = {}
    for weighing in weighings:
        try:
            used.append(as_weighed(rig, weighing))
        except FreltError as err:
            why[weighing.ticket.id] = str(err)
    columns: dict[str, int] = {}
    felt: list[dict[str, float]] = []
    r: list[float] = []
    noise: list[float] = []
    of: list[tuple[int, int]] = []
    for n, one in enumerate(used):
        names, m0 = names_of(one.table), one.moments
        for k in one.counted:
            reading = one.readings[k]
            predicted = float(one.rows[k] @ m0 + one.lifted[k])
            own = gradient(one.table.sources, one.rows[k], one.table.present[0], one.fills) / SIGMA
            cells: dict[str, float] = {}
            for name, value in zip(names, own.tolist(), strict=True):
                if value:
                    cells[name] = cells.get(name, 0.0) + value
            cells |= others(one, k, predicted, f"scale {one.ticket.scale or one.ticket.place or one.ticket.id}")
            for name in cells:
                columns.setdefault(name, len(columns))
            felt.append(cells)
            r.append(float(one.read[k]) - predicted)
            noise.append(max(reading.resolution**2 / 12 + (reading.own / SIGMA) ** 2, 1e-6))
            of.append((n, k))
    f = np.zeros((len(felt), len(columns)))
    for i, cells in enumerate(felt):
        for name, value in cells.items():
            f[i, columns[name]] = value
    return _solved(tuple(columns), f, np.array(r), np.array(noise), tuple(used), tuple(of), why)


def _solved(
    names: tuple[str, ...],
    f: Array,
    r: Array,
    noise: Array,
    used: tuple[AsWeighed, ...],
    of: tuple[tuple[int, int], ...],
    why: Mapping[str, str],
) -> Evidence:
    s = f @ f.T + np.diag(noise)
    if not len(r):
        return Evidence(names, f, r, s, np.zeros(len(names)), np.zeros((0, len(names))), used, of, why)
    low = np.linalg.cholesky(s)
    w = np.linalg.solve(low, f)
    t = w.T @ np.linalg.solve(low, r)
    return Evidence(names, f, r, s, t, w, used, of, why)


def others(one: AsWeighed, k: int, predicted: float, scale: str) -> dict[str, float]:
    """What makes a reading unsure beside masses: the scale's gain, how axles share, how level the plate lay; one σ each [kg]."""
    found = {scale: predicted * one.ticket.gain / SIGMA}
    reading, rig, m0 = one.readings[k], one.rig, one.moments
    doubts = [one.supports.doubts[name] for name in reading.stood if name in one.supports.doubts]
    if doubts:
        found["how the axles share a lean"] = float(np.sum(doubts, axis=0) @ m0) / SIGMA
    trailer = rig.trailer
    if isinstance(trailer, Trailer) and len(trailer.axles) > 1:
        own = {name.partition("/")[0] for name in reading.stood} & {a.id for a in trailer.axles}
        if own and len(own) < len(trailer.axles):
            mean = sum(float(one.supports.axle(a.id) @ m0) for a in trailer.axles) / len(trailer.axles)
            first = {a.id for a in trailer.axles[: len(trailer.axles) // 2]}
            sign = 1.0 if own <= first else -1.0
            share = sum(0.5 if "/" in n else 1.0 for n in reading.stood)
            if trailer.sharing == "equaliser":
                found["how the equalizer shares"] = sign * share * SHARES * mean / SIGMA
            else:
                rates = [a.rate.value for a in trailer.axles if a.rate is not None]
                found[f"plate under {'+'.join(sorted(own))} not level"] = share * min(rates, default=0.0) * SLOPE / SIGMA
    return found


def told(table: MassTable, found: Evidence) -> MassTable:
    """A table whose masses are what the scale says, as unsure as it leaves them. The table must have what nobody counted among its rows."""
    number = {name: k for k, name in enumerate(found.names)}
    names = names_of(table)
    at = np.array([number.get(n, -1) for n in names], dtype=np.intp)
    t = np.where(at >= 0, found.t[at], 0.0) / SIGMA if len(found.t) else np.zeros(len(names))
    w = np.where(at >= 0, found.w[:, at], 0.0) if len(found.t) else np.zeros((0, len(names)))
    s = table.sources
    alone = len(s.alone)
    moments, tanks = table.moments.copy(), table.tank_moments.copy()
    np.add.at(moments, s.alone_row, s.alone * t[:alone, None])
    if len(s.dry):
        np.add.at(moments, s.dry_row, s.dry * (t[alone:] @ s.dry_of)[:, None])
    if len(s.wet):
        np.add.at(tanks, s.wet_tank, s.wet * (s.wet_of @ t[alone:])[:, None])
    return replace(table, moments=moments, tank_moments=tanks, sources=replace(s, known=w[:, :alone], known_of=w[:, alone:]))
