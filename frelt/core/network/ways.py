"""What flows lose on their ways, all at once: friction, what stands in the way, and coefficients of the square."""

from collections.abc import Sequence
from math import pi

import numpy as np

from ..base.arrays import Array, NDArray
from .friction import factor, wound
from .net import Branch
from .water import TIPS_RATED_IN

REST = 1e-7  # flow below which a loss that goes by the square is taken straight, so that it has a slope at rest [m³/s]
LEAST_SLOPE = 1e2  # [Pa s/m³]; a wider way is as good as none, and steeper than that it would drown in rounding
NUDGE = 1e-5  # of the Reynolds number by which its slope is found


class Ways:
    """The ways of some branches as arrays, (branches,)."""

    def __init__(self, branches: Sequence[Branch]) -> None:
        rows = np.array(
            [(w.length, w.bore, w.rough, w.minor, w.wound, w.drum, w.quad) for w in (b.way for b in branches)], dtype=float
        ).reshape(-1, 7)
        self.length, bore, rough, self.minor, self.on_drum, drum, self.quad = rows.T
        self.piped = bore > 0
        self.bore = np.where(self.piped, bore, 1.0)
        self.area = pi / 4 * self.bore**2
        self.relative, self.curve = rough / self.bore, self.bore / drum
        self.slender = np.where(self.piped, self.length / self.bore, 0.0)
        self.minor = np.where(self.piped, self.minor, 0.0)
        self.coiled = np.nonzero((self.on_drum > 0) & (self.slender > 0))[0]
        self.rubs = np.nonzero(self.slender > 0)[0]

    def loss(self, flow: Array, rho: Array, mu: Array) -> tuple[Array, Array]:
        """What flows [m³/s] lose [Pa], and by how much more with a flow a little larger [Pa s/m³], of densities and viscosities."""
        size = np.maximum(np.abs(flow), REST)
        speed = size / self.area
        head = rho * speed * speed / 2
        rubs = self.rubs
        re = rho[rubs] * speed[rubs] * self.bore[rubs] / mu[rubs]
        f = self._factors(np.concatenate([re, re * (1 + NUDGE)]), rubs)
        f0, f1 = f[: len(rubs)], f[len(rubs) :]
        heads = self.minor.copy()
        heads[rubs] += self.slender[rubs] * f0
        quad = self.quad * rho / TIPS_RATED_IN
        lost = heads * head + quad * size * size
        slope = 2 * lost / size
        slope[rubs] += self.slender[rubs] * (f1 - f0) / NUDGE * head[rubs] / size[rubs]
        slope = np.where(size > REST, slope, lost / REST)
        return np.sign(flow) * lost * np.minimum(np.abs(flow) / REST, 1.0), np.maximum(slope, LEAST_SLOPE)

    def _factors(self, re: Array, rubs: NDArray[np.intp]) -> Array:
        twice = np.concatenate([rubs, rubs])
        f = factor(re, self.relative[twice])
        if len(self.coiled):
            at = np.nonzero(self.on_drum[twice] > 0)[0]
            which = twice[at]
            share = self.on_drum[which]
            f[at] = (1 - share) * f[at] + share * wound(re[at], self.relative[which], self.curve[which])
        return f
