"""Uncertain figures of a rig as arrays: each shifts its moments by a vector × a weight.

Errors of one origin add with their signs, so they are kept by origin; those that share theirs with nothing are alone.
"""

from collections.abc import Sequence
from itertools import pairwise

import numpy as np
from msgspec import Struct

from ..base.arrays import Array, NDArray

Doubt = tuple[str, int, int]  # origin, row whose presence it needs, tank whose fill scales it or -1


class Sources(Struct, frozen=True):
    """Vectors of one ± each.

    alone: (n, size); alone_row: (n,), the row whose presence each needs.  dry: (n, size) of what shares an origin;
    dry_row: (n,); dry_of: (origins, n), 1 where it is of that origin.  wet: (n, size) per unit of fill; wet_tank: (n,);
    wet_of: (n, origins).  origins: their names.
    known, known_of: (told, n alone) and (told, origins): what a scale has told of these, each row a combination that is no longer
    unsure (see `scale.told`); None where nothing was weighed.
    """

    alone: Array
    alone_row: NDArray[np.intp]
    dry: Array
    dry_row: NDArray[np.intp]
    dry_of: Array
    wet: Array
    wet_tank: NDArray[np.intp]
    wet_of: Array
    origins: tuple[str, ...] = ()
    known: Array | None = None
    known_of: Array | None = None

    def of(self, rows: NDArray[np.bool_], tanks: NDArray[np.bool_], number: NDArray[np.intp]) -> "Sources":
        """Those of some rows and tanks; number: of each row that is kept, its place among them."""
        alone, dry, wet = rows[self.alone_row], rows[self.dry_row], tanks[self.wet_tank]
        place = np.cumsum(tanks) - 1
        return Sources(
            alone=self.alone[alone],
            alone_row=number[self.alone_row[alone]],
            dry=self.dry[dry],
            dry_row=number[self.dry_row[dry]],
            dry_of=self.dry_of[:, dry],
            wet=self.wet[wet],
            wet_tank=place[self.wet_tank[wet]],
            wet_of=self.wet_of[wet],
            origins=self.origins,
            known=None if self.known is None else self.known[:, alone],
            known_of=self.known_of,
        )


def sources_of(alone: Array, alone_row: NDArray[np.intp], doubts: Sequence[Doubt], vectors: Array) -> Sources:
    """Sources from those that are alone and those that share origins; vectors: (doubts, size)."""
    numbers: dict[str, int] = {}
    origin = np.array([numbers.setdefault(d[0], len(numbers)) for d in doubts], dtype=np.intp)
    row = np.array([d[1] for d in doubts], dtype=np.intp)
    tank = np.array([d[2] for d in doubts], dtype=np.intp)
    one = origin[:, None] == np.arange(len(numbers))
    wet: NDArray[np.bool_] = tank >= 0
    return Sources(
        alone=alone,
        alone_row=alone_row,
        dry=vectors[~wet],
        dry_row=row[~wet],
        dry_of=one[~wet].T.astype(float),
        wet=vectors[wet],
        wet_tank=tank[wet],
        wet_of=one[wet].astype(float),
        origins=tuple(numbers),
    )


def squared(sources: Sources, pull: Array, present: Array, fills: Array) -> Array:
    """Square of the ± of (pull · moments), (states, quantities), 19 in 20.

    pull: (states, quantities, size).  present: (states, rows).  fills: (states, quantities, tanks).
    """
    found = np.empty(pull.shape[:2])
    most = max(AT_ONCE // max(pull.shape[1] * len(sources.origins), 1), 1)
    for a, b in _alike(present, most):
        own = pull[a:b]
        here = sources.alone * present[a, sources.alone_row, None]  # present is 0 or 1, so its square too
        square = np.vecdot(own @ (here.T @ sources.alone), own)
        by_origin = own @ (sources.dry_of @ (sources.dry * present[a, sources.dry_row, None])).T
        if len(sources.wet):
            by_origin += ((own @ sources.wet.T) * fills[a:b].take(sources.wet_tank, axis=2)) @ sources.wet_of
        square += np.vecdot(by_origin, by_origin)
        if sources.known is not None and sources.known_of is not None:
            told = own @ (here.T @ sources.known.T) + by_origin @ sources.known_of.T
            square -= np.vecdot(told, told)
        found[a:b] = square
    return found


AT_ONCE = 50_000  # figures; larger arrays are slow to make room for


def _alike(present: Array, most: int) -> list[tuple[int, int]]:
    """Runs of at most so many states that have the same aboard: the first of each, and the one behind its last."""
    changes = [0, *(np.nonzero((present[1:] != present[:-1]).any(axis=1))[0] + 1).tolist(), len(present)]
    return [(s, min(s + most, end)) for start, end in pairwise(changes) for s in range(start, end, most)]


def gradient(sources: Sources, row: Array, present: Array, fills: Array) -> Array:
    """What one ± of each source adds to (row · moments), (alone + origins,). row: (size,).  present: (rows,).  fills: (tanks,)."""
    alone = sources.alone @ row * present[sources.alone_row]
    by_origin = sources.dry_of @ (sources.dry @ row * present[sources.dry_row])
    if len(sources.wet):
        by_origin = by_origin + (sources.wet @ row * fills[sources.wet_tank]) @ sources.wet_of
    return np.concatenate([alone, by_origin])
