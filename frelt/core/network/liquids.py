"""What flows where: shares of each liquid at every node, and how warm it is. Volumes add, viscosities by volume in the logarithm.

What stands still keeps what it held before.
"""

from collections.abc import Sequence

import numpy as np
from msgspec import Struct

from ..base.arrays import Array
from ..model.liquid import Role
from .net import Net
from .water import COLD, density, viscosity

STILL = 1e-8  # flow that carries nothing [m³/s]
FADES = 1e-9
SPECIFIC_HEAT = 4186.0  # of water [J/(kg K)]


class Stock(Struct, frozen=True):
    """A liquid that comes from somewhere. id: the address of its tank, or of the tap.  density [kg/m³], viscosity [Pa·s] at 20 °C.  celsius: how warm.

    strength: of the SH in it, a share; product: share of it that is what was bought, undiluted.
    """

    id: str
    density: float = density(COLD)
    viscosity: float = viscosity(COLD)
    celsius: float = COLD
    strength: float = 0.0
    role: Role = "water"


class Coil(Struct, frozen=True):
    """A burner's coil on a branch. heat: that the water takes up [W].  most: temperature at which its switch lets it rest [°C].

    least: flow from which it fires [m³/s].
    """

    branch: int
    heat: float
    most: float
    least: float = 0.0


class Carried(Struct, frozen=True):
    """shares: of each stock in what a branch carries, (branches, stocks), zeros where nothing is known.  celsius: (branches,) where
    it leaves the branch.  known: whether something flows through it or did before."""

    shares: Array
    celsius: Array
    known: Array


def carried(net: Net, flow: Array, stocks: Sequence[Stock], coils: Sequence[Coil], before: Carried | None = None) -> Carried:
    """What each branch carries at flows [m³/s]. before: what they held, kept by those in which nothing moves."""
    n, k = len(net.nodes), len(stocks)
    start = np.array([b.start for b in net.branches], dtype=np.intp)
    end = np.array([b.end for b in net.branches], dtype=np.intp)
    up, down = np.where(flow >= 0, start, end), np.where(flow >= 0, end, start)
    size = np.abs(flow)
    moving = size > STILL
    into = np.bincount(down[moving], size[moving], n)
    source = np.array([-1 if node.source is None else node.source for node in net.nodes])
    held = source >= 0
    gain, most = np.zeros(len(flow)), np.full(len(flow), np.inf)
    for coil in coils:
        if moving[coil.branch] and size[coil.branch] >= coil.least:
            gain[coil.branch] = coil.heat / (SPECIFIC_HEAT * density(COLD) * size[coil.branch])
            most[coil.branch] = coil.most
    a = np.eye(n) * (1.0 + FADES)  # what goes round and round without a source is nothing that is known
    right = np.zeros((n, k))
    right[np.nonzero(held)[0], source[held]] = 1.0
    mixes = ~held & (into > STILL)
    share = np.divide(size, into[down], out=np.zeros(len(flow)), where=into[down] > 0)
    inner = np.nonzero(moving & mixes[down])[0]
    np.add.at(a, (down[inner], up[inner]), -share[inner])
    shares = np.clip(np.linalg.solve(a, right), 0.0, 1.0)
    warm = np.full(n, COLD)
    warm[held] = [stocks[s].celsius for s in source[held]]
    for _ in range(len(coils) + 1):  # a coil rests at its limit, so behind it the water is what it was or that
        add, fixed = np.zeros(n), warm * held
        after = warm[up] + gain
        hot = after > most
        extra = np.where(hot, np.maximum(most - warm[up], 0.0), gain)
        np.add.at(add, down[inner], share[inner] * extra[inner])
        following = np.linalg.solve(a, fixed + np.where(mixes, add + FADES * COLD, 0.0) + np.where(~held & ~mixes, COLD, 0.0))
        if np.abs(following - warm).max(initial=0.0) < 1e-9:
            break
        warm = following
    leaving = np.where(gain > 0, np.minimum(warm[up] + gain, np.maximum(most, warm[up])), warm[up])
    made = np.where(moving[:, None], shares[up], 0.0)
    known = moving & (made.sum(axis=1) > 0.5)
    if before is not None:
        made = np.where(known[:, None], made, before.shares)
        known = known | before.known
    return Carried(made, np.where(moving, leaving, COLD), known)


def properties(found: Carried, stocks: Sequence[Stock]) -> tuple[Array, Array]:
    """Density [kg/m³] and viscosity [Pa·s] of what each branch carries; cold water where nothing is known."""
    rho0, mu0 = density(COLD), viscosity(COLD)
    known = found.shares.sum(axis=1) > 0.5
    rho = found.shares @ np.array([s.density for s in stocks]) if len(stocks) else np.zeros(len(known))
    logs = found.shares @ np.log([s.viscosity for s in stocks]) if len(stocks) else np.zeros(len(known))
    warmer = np.array([(density(t) / rho0, viscosity(t) / mu0) if t != COLD else (1.0, 1.0) for t in found.celsius.tolist()])
    warmer = warmer.reshape(-1, 2)
    return np.where(known, rho, rho0) * warmer[:, 0], np.where(known, np.exp(logs), mu0) * warmer[:, 1]
