"""How the fills of joined tanks follow their common surface.

With straight walls each follows it along a line that bends where it passes a floor or a lid; the bends are all that a worst case
has to look at.
"""

from collections.abc import Sequence

import numpy as np
from msgspec import Struct

from ..base.arrays import Array

LEVEL = 0.01  # by which floors and heights may differ, and tanks stand on one level all the same [m]


class Rise(Struct, frozen=True):
    """levels: heights at which it bends [m].  shares: of the whole volume below each.  fills: (levels, tanks)."""

    levels: Array
    shares: Array
    fills: Array

    def at(self, share: float) -> Array:
        """Fills of the tanks when the whole holds a share."""
        return self.of_level(self.level(share))

    def level(self, share: float) -> float:
        """Where the surface stands when the whole holds a share [m]."""
        return float(np.interp(share, self.shares, self.levels))

    def share(self, level: float) -> float:
        """The share of the whole below a height [m]."""
        return float(np.interp(level, self.levels, self.shares))

    def of_level(self, level: float) -> Array:
        """Fills of the tanks when the surface stands at a height [m]."""
        found: Array = np.array([np.interp(level, self.levels, column) for column in self.fills.T])
        return found

    def between(self, low: float, high: float) -> Array:
        """Fills at both ends of a range of the whole's share and at every bend between, in order, (corners, tanks)."""
        bends = [f for s, f in zip(self.shares, self.fills, strict=True) if low < s < high]
        return np.array([self.at(low), *bends, self.at(high)])


def rise_of(floors: Sequence[float], heights: Sequence[float], capacities: Sequence[float]) -> Rise:
    """The rise of tanks with straight walls. floors, heights [m]; capacities [m³]."""
    levels = np.array(sorted({*floors, *(f + h for f, h in zip(floors, heights, strict=True))}))
    low, tall, whole = np.array(floors), np.maximum(np.array(heights), 1e-9), np.array(capacities)
    fills = np.clip((levels[:, None] - low) / tall, 0.0, 1.0)
    return Rise(levels, fills @ whole / max(whole.sum(), 1e-12), fills)
