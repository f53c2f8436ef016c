"""What items bring to the mass table, one after another; of an edit only what changed is put anew."""

from collections.abc import Sequence
from itertools import accumulate, chain

import numpy as np
from msgspec import Struct
from msgspec.structs import replace

from ..base.arrays import Array, NDArray
from ..base.kept import Kept
from .bare import Vector4
from .item_rows import Row, Share, Tank

NO_ROWS = np.zeros(0, dtype=np.intp)
NO_MOMENTS = np.zeros((0, 4))
Doubts = list[tuple[str, int, int, Vector4]]


class Together(Struct, frozen=True):
    """Shares as one, numbered from `row` and `tank`; see `Share`. starts: of each share the first row, tank, doubt and own ±, from zero."""

    shares: Sequence[Share]
    row: int
    tank: int
    starts: list[tuple[int, int, int, int]]
    rows: list[Row]
    keys: list[tuple[str, str]]
    tanks: list[Tank]
    doubts: Doubts
    moments: Array
    alone: Array
    alone_row: NDArray[np.intp]


def together(shares: Sequence[Share], row: int, tank: int) -> Together:
    """Shares put one after another. row, tank: how many rows and tanks there are before them."""
    counts = ((len(s.rows), len(s.tanks), len(s.doubts), len(s.alone_row)) for s in shares)
    starts = list(accumulate(counts, lambda a, b: (a[0] + b[0], a[1] + b[1], a[2] + b[2], a[3] + b[3]), initial=(0, 0, 0, 0)))
    whose = np.repeat(np.array([row + s[0] for s in starts[:-1]], dtype=np.intp), [len(s.alone_row) for s in shares])
    return Together(
        shares=shares,
        row=row,
        tank=tank,
        starts=starts,
        rows=list(chain.from_iterable([s.rows for s in shares])),
        keys=list(chain.from_iterable([s.keys for s in shares])),
        tanks=list(chain.from_iterable([s.tanks for s in shares])),
        doubts=list(
            chain.from_iterable(_numbered(s, row + at[0], tank + at[1]) for s, at in zip(shares, starts, strict=False))
        ),
        moments=np.concatenate([NO_MOMENTS, *(s.moments for s in shares)]),
        alone=np.concatenate([NO_MOMENTS, *(s.alone for s in shares)]),
        alone_row=np.concatenate([NO_ROWS, *(s.alone_row for s in shares)]) + whose,
    )


def kept_together(kept: Kept, key: object, shares: Sequence[Share], row: int) -> Together:
    """The same, from what was put together before where only some shares changed, and those in figures alone."""
    own = kept.of(_NAME)
    old: Together | None = own.get(key)
    made = None if old is None or old.row != row or len(old.shares) != len(shares) else _with(old, shares)
    found = own[key] = together(shares, row, 0) if made is None else made
    if len(own) > MOST:
        own.popitem(last=False)
    return found


_NAME = object()
MOST = 16


def _with(old: Together, shares: Sequence[Share]) -> Together | None:
    changed = [n for n, (a, b) in enumerate(zip(old.shares, shares, strict=True)) if a is not b]
    if not all(_alike(old.shares[n], shares[n]) for n in changed):
        return None
    rows, tanks, doubts = old.rows.copy(), old.tanks.copy(), old.doubts.copy()
    moments, alone = old.moments.copy(), old.alone.copy()
    for n in changed:
        share, (r, t, d, a), end = shares[n], old.starts[n], old.starts[n + 1]
        rows[r : end[0]], tanks[t : end[1]] = share.rows, share.tanks
        doubts[d : end[2]] = _numbered(share, old.row + r, old.tank + t)
        moments[r : end[0]], alone[a : end[3]] = share.moments, share.alone
    return replace(old, shares=shares, rows=rows, tanks=tanks, doubts=doubts, moments=moments, alone=alone)


def _alike(a: Share, b: Share) -> bool:
    same = a.keys == b.keys and len(a.tanks) == len(b.tanks) and len(a.doubts) == len(b.doubts)
    return same and len(a.alone_row) == len(b.alone_row) and bool((a.alone_row == b.alone_row).all())


def _numbered(share: Share, row: int, tank: int) -> Doubts:
    return [(o, row + r, tank + t if t >= 0 else -1, v) for o, r, t, v in share.doubts]
