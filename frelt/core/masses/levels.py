"""Where the surfaces of all tanks of a carrier stand: shares of volume below a level, and their moments, as arrays."""

from collections.abc import Sequence

import numpy as np

from ..base.arrays import Array
from ..geometry.tank_shape import ROUND, cone_below, volume_moment
from .item_rows import Tank


class Levels:
    """Tanks as arrays: shares of volume below a level, and their moments about the tanks' floors."""

    def __init__(self, tanks: Sequence[Tank], low: Array, high: Array) -> None:
        parts = [t.part for t in tanks]
        self._parts = parts
        self.full = np.array([t.full for t in tanks])
        self.floor = np.array([t.floor for t in tanks])
        self.height = np.array([max(p.height, 1e-9) for p in parts])
        self.round = np.array([p.shape in ROUND for p in parts], dtype=bool)
        self.cone = np.array([p.cone / max(p.height, 1e-9) for p in parts])
        self.any_round, self.any_cone = bool(self.round.any()), bool(self.cone.any())
        self.low, self.high = low, high
        self.low_moment, self.high_moment = self._moments(low), self._moments(high)

    def _moments(self, fills: Array) -> Array:
        moments: Array = fills * fills * self.height / 2
        for i in np.nonzero(self.round | (self.cone > 0))[0]:
            own = fills[:, i].tolist()
            found = {f: volume_moment(self._parts[i], f) for f in set(own)}
            moments[:, i] = [found[f] for f in own]
        return moments

    def up_to(self, level: Array) -> tuple[Array, Array]:
        """Fills with the surface at each state's level, kept in their ranges, and their moments."""
        t = np.minimum(np.maximum((level[:, None] - self.floor) / self.height, 0.0), 1.0)
        share, moment = t, t * t / 2
        if self.any_round:
            chord = 2 * np.sqrt(t - moment * 2)
            share = np.where(self.round, (np.arccos(1 - 2 * t) - (1 - 2 * t) * chord) / np.pi, t)
            moment = np.where(self.round, share / 2 - chord**3 / (3 * np.pi), moment)
        moment = moment * self.height
        if self.any_cone:
            coned = cone_below(t, np.maximum(self.cone, 1e-9))
            share, moment = np.where(self.cone > 0, coned[0], share), np.where(self.cone > 0, coned[1] * self.height, moment)
        moment = np.where(share < self.low, self.low_moment, np.where(share > self.high, self.high_moment, moment))
        return np.minimum(np.maximum(share, self.low), self.high), moment

    def ends(self, level: Array) -> tuple[Array, Array]:
        """For each tank the end of its range that raises a whole centre at a level, and its moment."""
        rise = self.high_moment - self.low_moment + (self.floor - level[:, None]) * (self.high - self.low)
        return np.where(rise > 0, self.high, self.low), np.where(rise > 0, self.high_moment, self.low_moment)
