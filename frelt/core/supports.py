"""Where a trailer's load goes: one row of influence a support, on (M, Mx, My, 1).

loads [kg] = rows @ (M, Mx, My) + const. Source: equilibrium of a rigid beam, any handbook of statics:
on two supports where an equalizer makes the axles share, on springs where each axle has its own.
"""

from typing import Literal

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from .carrier import Trailer
from .empty import bare
from .rig import Rig
from .value import FreltError

Array = NDArray[np.float64]


Condition = Literal["hitched", "parked"]
FRONT: dict[Condition, str] = {"hitched": "coupler", "parked": "jack"}


class Supports(Struct, frozen=True):
    """Influence of the load moments on every support of the trailer.

    ids: `coupler` or `jack`, then `AXLE/left` and `AXLE/right` of each axle.
    rows: (supports, 3) on (M, Mx, My).  const: (supports,) [kg], what springs carry by the hitch's height.
    """

    ids: tuple[str, ...]
    rows: Array
    const: Array

    def row(self, support: str) -> Array:
        """The influence of one support, (4,): on M, Mx, My, and its constant."""
        i = self.ids.index(support)
        row: Array = np.append(self.rows[i], self.const[i])
        return row

    def axle(self, axle: str) -> Array:
        """The influence of a whole axle, both ends, (4,)."""
        total: Array = self.row(f"{axle}/left") + self.row(f"{axle}/right")
        return total


def unsolved(rig: Rig, trailer: Trailer | None) -> str:
    """Why this rig's loads cannot be computed yet, or an empty string."""
    if rig.vehicle is not None:
        return "a rig with a vehicle is not solved yet"
    if trailer is None:
        return "a rig without a trailer is not solved yet"
    if springs(trailer) and any(a.rate is None for a in trailer.axles):
        return "how far each axle sags at its rating is not entered"
    if rig.links or rig.joined:
        return "tanks tied together are not solved yet"
    return ""


def springs(trailer: Trailer) -> bool:
    """Whether each axle carries by its own spring, so that the hitch's height matters."""
    return trailer.sharing == "independent" and len(trailer.axles) > 1


class Piece(Struct, frozen=True):
    """A range of Q = Mx - M·xf [kg·m] over which the same axles are on the ground."""

    supports: Supports
    low: float
    high: float
    arm: tuple[float, float, float]  # Q as a row on (M, Mx, My)


def trailer_supports(trailer: Trailer, condition: Condition = "hitched") -> Supports:
    """Supports of a trailer on its coupler, or on its jack where it is parked, every wheel on the ground.

    Axles that share: T = (M·xa - Mx)/(xa - xf), the axles the rest in equal parts. Axles that do not:
    each by its spring. Wheels take the roll moment by the roll stiffness of their axle.
    Raises FreltError where the jack's station is not entered or not ahead of the axles.
    """
    xf, xa, n = front_station(trailer, condition), trailer.axle_x, len(trailer.axles)
    if springs(trailer):
        return _on_springs(trailer, xf, condition, frozenset(range(n)))
    front = np.array([xa, -1.0, 0.0]) / (xa - xf)
    axle = (np.array([1.0, 0.0, 0.0]) - front) / n
    return _built(trailer, condition, [axle] * n, [0.0] * n, [1.0 / n] * n)


def front_station(trailer: Trailer, condition: Condition) -> float:
    """Station of the front support [m]. Raises FreltError where it is not entered or not ahead of the axles."""
    xf = trailer.coupler_x if condition == "hitched" else trailer.jack_x
    if xf is None:
        raise FreltError("where the jack stands is not entered")
    if min(a.x for a in trailer.axles) - xf < 0.1:
        raise FreltError(f"the {FRONT[condition]} does not stand ahead of the axles")
    return xf


def pieces(trailer: Trailer, condition: Condition) -> tuple[Piece, ...]:
    """The ranges of Q between which a wheel of a sprung trailer leaves or meets the ground, lowest first.

    F = k·max(0, δ + θ·d) grows with θ, and so does Q = Σ F·d: each axle meets the ground at θ = -δ/d.
    """
    xf = front_station(trailer, condition)
    k = [a.rate.value for a in trailer.axles if a.rate is not None]
    d, sag = [a.x - xf for a in trailer.axles], _sag(trailer, condition)
    order = sorted(range(len(k)), key=lambda j: -sag / d[j])
    found = []
    for count in range(1, len(order) + 1):
        down = order[:count]

        def moment(theta: float, down: list[int] = down) -> float:
            return sum(k[j] * d[j] * (sag + theta * d[j]) for j in down)

        low = moment(-sag / d[order[count - 1]])
        high = moment(-sag / d[order[count]]) if count < len(order) else float("inf")
        if high > low:
            supports = _on_springs(trailer, xf, condition, frozenset(down))
            found.append(Piece(supports, low, high, (-xf, 1.0, 0.0)))
    return tuple(found)


def _built(trailer: Trailer, condition: Condition, axles: list[Array], const: list[float], roll: list[float]) -> Supports:
    """Supports from each axle's row, constant and share of the roll; the front takes the rest."""
    first = np.array([1.0, 0.0, 0.0]) - np.sum(axles, axis=0)
    ids, rows, constants = [FRONT[condition]], [first], [-sum(const)]
    for a, row, c, share in zip(trailer.axles, axles, const, roll, strict=True):
        across = np.array([0.0, 0.0, share / a.track])
        ids += [f"{a.id}/left", f"{a.id}/right"]
        rows += [row / 2 - across, row / 2 + across]
        constants += [c / 2, c / 2]
    return Supports(tuple(ids), np.array(rows), np.array(constants))


def _sag(trailer: Trailer, condition: Condition) -> float:
    """δ [m]: the sag of the empty, level trailer, less how much higher than level the ball is.

    On its jack the trailer is taken to be cranked level.
    """
    empty = bare(trailer)
    carried = sum(a.rate.value * (a.x - trailer.coupler_x) for a in trailer.axles if a.rate is not None)
    sag = empty.mass * (empty.x - trailer.coupler_x) / carried
    if condition == "hitched" and trailer.ball_z is not None:
        sag += trailer.coupler_z - trailer.ball_z
    return sag


def _on_springs(trailer: Trailer, xf: float, condition: Condition, down: frozenset[int]) -> Supports:
    """Supports while just the axles in `down` are on the ground.

    F = k(δ + θ·d), d from the front support; θ from Σ F·d = Mx - M·xf.
    """
    sag = _sag(trailer, condition)
    k = [a.rate.value if j in down and a.rate is not None else 0.0 for j, a in enumerate(trailer.axles)]
    d = [a.x - xf for a in trailer.axles]
    first = sum(kj * dj for kj, dj in zip(k, d, strict=True))
    second = sum(kj * dj * dj for kj, dj in zip(k, d, strict=True))
    rows = [np.array([-xf, 1.0, 0.0]) * (kj * dj / second) for kj, dj in zip(k, d, strict=True)]
    const = [kj * sag * (1 - dj * first / second) for kj, dj in zip(k, d, strict=True)]
    roll = [kj * a.track**2 for kj, a in zip(k, trailer.axles, strict=True)]
    return _built(trailer, condition, rows, const, [r / sum(roll) for r in roll])
