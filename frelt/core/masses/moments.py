"""The load moments of a whole rig as one vector, so that every load is one row on it.

The vector is (M, Mx, My) of each carrier in its own frame [kg, kg·m]; the mass of what belongs to the
vehicle itself [kg]; (M, Mx, My) of the trailer in the state its bars are set in; and 1 for constants.
"""

from collections.abc import Iterable

import numpy as np
from msgspec import Struct

from ..base.arrays import Array
from ..model.rig import Rig


class Moments(Struct, frozen=True):
    """starts: first column of each carrier.  own: column of the vehicle's own mass.  as_set: first of the bars' state.

    size: how many columns there are; the last is that of constants.
    """

    starts: dict[str, int]
    size: int
    own: int | None = None
    as_set: int | None = None

    def row(self, carrier: str, values: Iterable[float], const: float = 0.0) -> Array:
        """A row on (M, Mx, My) of one carrier, (size,)."""
        made = np.zeros(self.size)
        at = self.starts[carrier]
        made[at : at + 3] = tuple(values)
        made[-1] = const
        return made

    def mass(self, carrier: str) -> Array:
        """The row of a carrier's whole mass."""
        return self.row(carrier, (1.0, 0.0, 0.0))

    def own_mass(self) -> Array:
        """The row of the vehicle itself and what is built into it."""
        assert self.own is not None
        made = np.zeros(self.size)
        made[self.own] = 1.0
        return made

    def in_set_state(self, row: Array, carrier: str) -> Array:
        """A row on a carrier, read in the state the bars are set in."""
        assert self.as_set is not None
        made = np.zeros(self.size)
        at = self.starts[carrier]
        made[self.as_set : self.as_set + 3] = row[at : at + 3]
        made[-1] = row[-1]
        return made


def moments_of(rig: Rig) -> Moments:
    """The columns of a rig's vector."""
    starts = {c.id: 3 * n for n, c in enumerate(rig.carriers)}
    size = 3 * len(starts)
    own = as_set = None
    if rig.vehicle is not None:
        own, size = size, size + 1
    if rig.bars is not None and rig.trailer is not None:
        as_set, size = size, size + 3
    return Moments(starts, size + 1, own, as_set)
