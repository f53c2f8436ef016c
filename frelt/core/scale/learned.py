"""What a shop's tickets teach of the masses of what it takes from the catalog: additive, in any order, nameless, and taken back as easily.

A unit of entry k weighs μ_k; all else on its rig is private. A ticket adds J = F_k' S_r⁻¹ F_k and h = F_k' S_r⁻¹ r, F_k what one unit more of mass
does to the readings, S_r of everything private with the unit's own scatter. Only tickets that fit; each rig's once. From four units up the
scatter of units would be told apart from the catalog's ±; until then it is half of that.
"""

from collections.abc import Iterable, Mapping, Sequence

import numpy as np
from msgspec import Struct

from ..base.value import Value
from ..model.item import Item
from ..model.rig import Rig
from ..model.ticket import Weighing
from .fits import NOT, survival
from .told import SIGMA, evidence, names_of

SCATTER = 0.5  # of the catalog's ±, that units of one entry differ among themselves, until four are weighed
ENOUGH = 0.15  # of its ±, that the mean must have moved to be offered


class Lesson(Value, frozen=True, kw_only=True):
    """What one weighing adds. entries: of the catalog.  j: (n, n) [1/kg²], h: (n,) [1/kg], row by row.  units: of each entry aboard."""

    id: str
    entries: tuple[str, ...]
    j: tuple[tuple[float, ...], ...]
    h: tuple[float, ...]
    units: tuple[int, ...]


class Learned(Struct, frozen=True):
    """What is known of an entry. mass, pm: [kg].  shift: of what the catalog says [kg].  units: that were weighed."""

    entry: str
    mass: float
    pm: float
    shift: float
    units: int


def lesson(rig: Rig, weighing: Weighing) -> Lesson | None:
    """What a weighing teaches; None where it does not fit, cannot be compared, or nothing of the catalog's own mass is aboard."""
    found = evidence(rig, (weighing,))
    if not found.used or not len(found.r) or survival(found.chi2, len(found.r)) < NOT:
        return None
    one = found.used[0]
    ours = {i.id: i.origin for i in one.rig.items if _catalog_mass(i)}
    entries = tuple(sorted(set(ours.values())))
    if not entries:
        return None
    names = names_of(one.table)
    alone = len(one.table.sources.alone)
    f_k = np.zeros((len(found.r), len(entries)))
    private = np.array(found.s)
    for _k, name in enumerate(names[:alone]):
        owner, part, what = name.split("|")
        if owner not in ours or part or what != "mass" or name not in found.names:
            continue
        column = found.f[:, found.names.index(name)]
        pm = one.rig.item(owner).mass.plus_minus
        f_k[:, entries.index(ours[owner])] += column * SIGMA / pm  # of one kg
        private -= np.outer(column, column) * (1 - SCATTER**2)  # its own scatter stays
    if not f_k.any():
        return None
    solved = np.linalg.solve(private, np.column_stack([f_k, found.r]))
    j, h = f_k.T @ solved[:, :-1], f_k.T @ solved[:, -1]
    counts = tuple(sum(e == entry for e in ours.values()) for entry in entries)
    return Lesson(
        id=weighing.ticket.id,
        entries=entries,
        j=tuple(tuple(float(x) for x in row) for row in j),
        h=tuple(float(x) for x in h),
        units=counts,
    )


def learned(
    lessons: Iterable[Lesson], catalog: Mapping[str, tuple[float, float]], without: Sequence[str] = ()
) -> dict[str, Learned]:
    """What lessons say of entries together. catalog: mass and ± of each [kg].  without: ids of weighings of the rig that asks."""
    used = [x for x in lessons if x.id not in without]
    entries = sorted({e for x in used for e in x.entries if e in catalog})
    if not entries:
        return {}
    at = {e: n for n, e in enumerate(entries)}
    prior = np.array([max(catalog[e][1], 0.01 * catalog[e][0], 0.1) / SIGMA for e in entries])
    whole, right = np.diag(1 / prior**2), np.zeros(len(entries))
    units = dict.fromkeys(entries, 0)
    for x in used:
        own = [(n, at[e]) for n, e in enumerate(x.entries) if e in at]
        for n, a in own:
            right[a] += x.h[n]
            units[x.entries[n]] += x.units[n]
            for m, b in own:
                whole[a, b] += x.j[n][m]
    shift = np.linalg.solve(whole, right)
    left = np.sqrt(np.diag(np.linalg.inv(whole)))
    return {
        e: Learned(e, catalog[e][0] + float(shift[n]), SIGMA * float(left[n]), float(shift[n]), units[e]) for e, n in at.items()
    }


def offered(known: Learned) -> bool:
    """Whether it is worth saying: the mean has moved by more than a little of its ±."""
    return known.units > 0 and abs(known.shift) > ENOUGH * max(known.pm, 1e-9)


def _catalog_mass(item: Item) -> bool:
    """Whether a thing's mass is its entry's, not one that was weighed on its own."""
    return bool(item.origin) and item.mass.plus_minus > 0 and item.mass.source != "weighed" and not item.mass.origin
