"""Readings beside what was predicted, whether they fit, and where the difference most likely sits as long as they do."""

from collections.abc import Sequence
from math import erfc, exp, lgamma, log, sqrt
from typing import Literal

import numpy as np
from msgspec import Struct

from ..base.text import joined
from .as_weighed import AsWeighed
from .told import SIGMA, Evidence, names_of

Verdict = Literal["fits", "look again", "does not fit"]
LOOK, NOT = 0.05, 0.001
ALIKE = 0.985  # cosine of what two origins do to all readings, from which on these cannot tell them apart
SHARE = 0.08  # of the greatest, from which an origin is told


class Beside(Struct, frozen=True):
    """One reading. predicted, pm: before it was weighed, with what nobody counted [kg].  read: as it is taken [kg]."""

    weighing: int
    number: int
    predicted: float
    pm: float
    read: float

    @property
    def off(self) -> float:
        """How far beyond what was expected, in units of its ±."""
        return (self.read - self.predicted) / self.pm if self.pm > 0 else 0.0


class Sits(Struct, frozen=True):
    """Where some of the difference sits. names: of what these readings cannot tell apart.  mass: by how much the first is off [kg],
    0 for what is no mass.  pm: what is left unsure of it [kg].  share: of all the readings tell."""

    names: tuple[str, ...]
    mass: float
    pm: float
    share: float


class Fit(Struct, frozen=True):
    """chi2 with so many readings; p: how often readings are that far off by chance.  beside: every reading.  sits: by size."""

    chi2: float
    count: int
    p: float
    verdict: Verdict
    beside: tuple[Beside, ...]
    sits: tuple[Sits, ...]


def survival(chi2: float, n: int) -> float:
    """The chance, a share, that a χ² of n degrees is at least so large: Q(n/2, χ²/2), by its series and continued fraction.

    Source: any handbook of mathematical functions; checked against a statistics package.
    """
    if n <= 0 or chi2 <= 0:
        return 1.0
    if n == 1:
        return erfc(sqrt(chi2 / 2))
    a, x = n / 2, chi2 / 2
    front = exp(-x + a * log(x) - lgamma(a))
    if x < a + 1:
        term = total = 1.0 / a
        k = a
        while abs(term) > abs(total) * 1e-15:
            k += 1
            term *= x / k
            total += term
        return max(1.0 - total * front, 0.0)
    b, c, d = x + 1 - a, 1e300, 1 / (x + 1 - a)
    h = d
    for i in range(1, 300):
        an = -i * (i - a)
        b += 2
        d = an * d + b
        d = 1e-300 if abs(d) < 1e-300 else d
        c = b + an / c
        c = 1e-300 if abs(c) < 1e-300 else c
        d = 1 / d
        step = d * c
        h *= step
        if abs(step - 1) < 1e-15:
            break
    return min(max(front * h, 0.0), 1.0)


def fit(found: Evidence) -> Fit:
    """The readings of some weighings beside what was predicted."""
    n = len(found.r)
    p = survival(found.chi2, n)
    verdict: Verdict = "fits" if p >= LOOK else "look again" if p >= NOT else "does not fit"
    beside = []
    pm = SIGMA * np.sqrt(np.diag(found.s)) if n else np.zeros(0)
    for i, (w, k) in enumerate(found.of):
        read = float(found.used[w].read[k])
        beside.append(Beside(w, k, read - float(found.r[i]), float(pm[i]), read))
    return Fit(found.chi2, n, p, verdict, tuple(beside), tuple(sits(found)) if n else ())


def sits(found: Evidence, most: int = 6) -> list[Sits]:
    """Origins by how far they moved, those that move all readings alike together."""
    if not len(found.t) or not np.abs(found.t).max():
        return []
    size = np.abs(found.t)
    order = [int(k) for k in np.argsort(-size, kind="stable") if size[k] >= SHARE * size.max()]
    white = found.w / np.maximum(np.linalg.norm(found.w, axis=0), 1e-12)
    left = 1.0 - (found.w**2).sum(axis=0)  # of each origin's variance
    whole = float((found.t**2).sum())
    names = Spoken(found.used)
    made: list[Sits] = []
    taken: set[int] = set()
    for k in order:
        if k in taken or len(made) >= most:
            continue
        alike = [j for j in order if j not in taken and abs(float(white[:, k] @ white[:, j])) > ALIKE]
        taken |= set(alike)
        mass = _mass(found.used, found.names[k])
        part = float((found.t[alike] ** 2).sum()) / whole
        said = tuple(dict.fromkeys(names.of(found.names[j]) for j in alike))
        made.append(Sits(said, float(found.t[k]) / SIGMA * mass, mass * float(max(left[k], 0.0)) ** 0.5, part))
    return made


class Spoken:
    """What origins are called."""

    def __init__(self, used: Sequence[AsWeighed]) -> None:
        rigs = [one.rig for one in used]
        self._items = {i.id: i.name for r in rigs for i in r.items}
        self._parts = {k.id: k.what for r in rigs for k in r.kit} | {f.id: f.what for r in rigs for f in r.fit_out}
        self._parts |= {c.id: f"the empty {c.name}" for r in rigs for c in r.carriers}
        self._tanks = {a: i.name for r in rigs for a, i, _ in r.tanks()}

    def of(self, origin: str) -> str:
        """One of them, in words."""
        if "|" not in origin:
            for start, words in (("slope below ", "the slope below {}"), ("capacity of ", "how much {} holds")):
                if origin.startswith(start):
                    rest = origin.removeprefix(start)
                    return words.format(self._tanks.get(rest, rest))
            return "the empty weight of its class" if origin.startswith("class ") else origin
        owner, part, what = origin.split("|")
        name = self._parts.get(part) or self._items.get(owner) or (f"{part[:1].lower()}{part[1:]}" if part else owner)
        return name if what == "mass" else f"where {name} weighs"


def _mass(used: Sequence[AsWeighed], name: str) -> float:
    """The mass of one ± of an origin [kg]; 0 of what is a place."""
    for one in used:
        names = names_of(one.table)
        if name not in names:
            continue
        k, s = names.index(name), one.table.sources
        starts = list(one.table.columns.starts.values())
        if k < len(s.alone):
            return float(sum(s.alone[k][a] for a in starts))
        j = k - len(s.alone)
        total = float(sum((s.dry_of[j] @ s.dry)[a] for a in starts)) if len(s.dry) else 0.0
        if len(s.wet):
            total += float(sum(((s.wet_of[:, j] * one.fills[s.wet_tank]) @ s.wet)[a] for a in starts))
        return total
    return 0.0


def told_apart(one: Sits) -> str:
    """Its names in words."""
    return joined(list(one.names[:3])) + (f" and {len(one.names) - 3} more" if len(one.names) > 3 else "")
