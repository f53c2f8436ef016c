"""Where load goes to the ground: one row of influence a support, on the rig's load moments.

loads [kg] = rows @ moments. Source: equilibrium of rigid beams, any handbook of statics: a trailer on two
supports where an equalizer makes its axles share, on springs where each has its own; a vehicle on its
axles with the hitch's load behind or above them.
"""

from typing import Literal

import numpy as np
from msgspec import Struct

from ..base.arrays import Array
from ..base.value import FreltError
from ..masses.bare import bare
from ..masses.moments import Moments
from ..model.carrier import Trailer, Vehicle

Condition = Literal["hitched", "parked"]
FRONT: dict[Condition, str] = {"hitched": "coupler", "parked": "jack"}


class Supports(Struct, frozen=True):
    """Influence of the load moments on every support.

    ids: of a trailer `coupler` or `jack`, then `AXLE/left` and `AXLE/right` of each axle; of a vehicle its axles.
    rows: (supports, size) on the moments, `coupler` being what the hitch carries.
    doubts: by support, the row of one ± of how its two ends share a sideways moment.
    """

    ids: tuple[str, ...]
    rows: Array
    doubts: dict[str, Array] = {}

    def row(self, support: str) -> Array:
        """The influence of one support, (size,)."""
        found: Array = self.rows[self.ids.index(support)]
        return found

    def axle(self, axle: str) -> Array:
        """The influence of a whole axle, both ends, (size,)."""
        total: Array = self.row(f"{axle}/left") + self.row(f"{axle}/right")
        return total

    def beside(self, other: "Supports") -> "Supports":
        """Both together."""
        return Supports((*self.ids, *other.ids), np.concatenate([self.rows, other.rows]), self.doubts | other.doubts)


class Piece(Struct, frozen=True):
    """A range of Q = Mx - M·xf + C [kg·m] over which the same axles are on the ground."""

    supports: Supports
    low: float
    high: float
    arm: Array  # Q as a row on the moments


def springs(trailer: Trailer | None) -> bool:
    """Whether each axle carries by its own spring, so that the hitch's height matters."""
    return trailer is not None and trailer.sharing == "independent" and len(trailer.axles) > 1


def front_station(trailer: Trailer, condition: Condition) -> float:
    """Station of the front support [m]. Raises FreltError where it is not entered or not ahead of the axles."""
    xf = trailer.coupler_x if condition == "hitched" else trailer.jack_x
    if xf is None:
        raise FreltError("where the jack stands is not entered")
    if min(a.x for a in trailer.axles) - xf < 0.1:
        raise FreltError(f"the {FRONT[condition]} does not stand ahead of the axles")
    return xf


def arm_length(trailer: Trailer) -> float:
    """From the coupler to where the axles together carry a couple [m]: Σkd²/Σkd on springs, else their middle."""
    if not springs(trailer):
        return trailer.axle_x - trailer.coupler_x
    k, d = _rates(trailer), [a.x - trailer.coupler_x for a in trailer.axles]
    first = sum(kj * dj for kj, dj in zip(k, d, strict=True))
    return sum(kj * dj * dj for kj, dj in zip(k, d, strict=True)) / first


def trailer_supports(
    trailer: Trailer, m: Moments, condition: Condition, ball_z: float | None = None, couple: Array | None = None
) -> Supports:
    """Supports of a trailer on its coupler, or on its jack where it is parked, every wheel on the ground.

    Axles that share: T = (M·xa - Mx)/(xa - xf), the axles the rest in equal parts. Axles that do not:
    each by its spring, at the ball's height [m]. couple: of weight-distributing bars, as a row [kg·m].
    Wheels take the roll moment by the roll stiffness of their axle.
    Raises FreltError where the jack's station is not entered or not ahead of the axles.
    """
    xf, xa, n = front_station(trailer, condition), trailer.axle_x, len(trailer.axles)
    if springs(trailer):
        return _on_springs(trailer, m, condition, frozenset(range(n)), ball_z, couple)
    front = m.row(trailer.id, (xa, -1.0, 0.0)) / (xa - xf)
    if couple is not None:
        front = front - couple / (xa - xf)
    axle = (m.mass(trailer.id) - front) / n
    return _on_axles(trailer, m, condition, [axle] * n, [1.0 / n] * n)


def pieces(
    trailer: Trailer, m: Moments, condition: Condition, ball_z: float | None = None, couple: Array | None = None
) -> tuple[Piece, ...]:
    """The ranges of Q between which a wheel of a sprung trailer leaves or meets the ground, lowest first.

    F = k·max(0, δ + θ·e), e from where the height is held, grows with θ, and so does Q = Σ F·d, d from the front support: each
    axle meets the ground at θ = -δ/e. A jack that is cranked level lifts no wheel: there is one range.
    """
    if condition == "parked" and trailer.parked_z is None:
        supports = _on_springs(trailer, m, condition, frozenset(range(len(trailer.axles))), ball_z, couple)
        return (Piece(supports, -float("inf"), float("inf"), _arm(trailer, m, front_station(trailer, condition), couple)),)
    xf, k = front_station(trailer, condition), _rates(trailer)
    d, e = [a.x - xf for a in trailer.axles], [a.x - trailer.coupler_x for a in trailer.axles]
    sag = _sag(trailer, condition, ball_z)
    order = sorted(range(len(k)), key=lambda j: -sag / e[j])
    found = []
    for count in range(1, len(order) + 1):
        down = order[:count]

        def moment(theta: float, down: list[int] = down) -> float:
            return sum(k[j] * d[j] * (sag + theta * e[j]) for j in down)

        low = moment(-sag / e[order[count - 1]])
        high = moment(-sag / e[order[count]]) if count < len(order) else float("inf")
        if high > low:
            supports = _on_springs(trailer, m, condition, frozenset(down), ball_z, couple)
            found.append(Piece(supports, low, high, _arm(trailer, m, xf, couple)))
    return tuple(found)


def relief(trailer: Trailer, at: float) -> float:
    """By how much a jack is relieved by one mass at a station behind the axles, per unit of it [-].

    Axles that share turn the trailer about their middle; on springs each gives way, about the foot of the jack.
    """
    xf = front_station(trailer, "parked")
    if not springs(trailer):
        return (at - trailer.axle_x) / (trailer.axle_x - xf)
    k, d = _rates(trailer), [a.x - xf for a in trailer.axles]
    first, second = (sum(kj * dj**n for kj, dj in zip(k, d, strict=True)) for n in (1, 2))
    return (at - xf) * first / second - 1


def vehicle_supports(
    vehicle: Vehicle, m: Moments, hitch: Array | None = None, ball_x: float = 0.0, couple: Array | None = None
) -> Supports:
    """Supports of a vehicle. hitch: what its ball carries at ball_x [m], as a row [kg]; couple: of the bars [kg·m].

    R = (Mx - M·xf)/WB; a hitch OH behind the rear axle takes OH/WB of its load off the front axle, and the
    bars' couple puts C/WB back. A tandem rear shares. Front and rear share a sideways moment by roll stiffness.
    Raises FreltError where the axles stand at one station.
    """
    base = vehicle.wheelbase
    if base < 0.3:
        raise FreltError("the vehicle's rear axle does not stand behind the front axle")
    front = m.row(vehicle.id, (vehicle.rear_x, -1.0, 0.0)) / base
    whole = m.mass(vehicle.id)
    if hitch is not None:
        front = front + hitch * ((vehicle.rear_x - ball_x) / base)
        whole = whole + hitch
    if couple is not None:
        front = front + couple / base
    n, share = len(vehicle.rear), vehicle.front_roll_share
    rows = [front, *[(whole - front) / n] * n]
    shares = [share.value, *[(1 - share.value) / n] * n]
    doubts = [share.plus_minus, *[-share.plus_minus / n] * n]
    return _ends(vehicle, m, rows, shares, doubts)


def _ends(carrier: Trailer | Vehicle, m: Moments, rows: list[Array], roll: list[float], doubts: list[float]) -> Supports:
    """Both ends of every axle: half its load, less or more what the sideways moment puts there."""
    ids: list[str] = []
    ends: list[Array] = []
    unsure: dict[str, Array] = {}
    for a, row, share, doubt in zip(carrier.axles, rows, roll, doubts, strict=True):
        across = m.row(carrier.id, (0.0, 0.0, share / a.track))
        ids += [f"{a.id}/left", f"{a.id}/right"]
        ends += [row / 2 - across, row / 2 + across]
        if doubt:
            turn = m.row(carrier.id, (0.0, 0.0, doubt / a.track))
            unsure |= {f"{a.id}/left": -turn, f"{a.id}/right": turn}
    return Supports(tuple(ids), np.array(ends), unsure)


def _on_axles(trailer: Trailer, m: Moments, condition: Condition, axles: list[Array], roll: list[float]) -> Supports:
    """Supports from each axle's row and its share of the roll; the front takes the rest."""
    first = m.mass(trailer.id) - np.sum(axles, axis=0)
    front = Supports((FRONT[condition],), np.array([first]))
    return front.beside(_ends(trailer, m, axles, roll, [0.0] * len(axles)))


def _rates(trailer: Trailer) -> list[float]:
    return [a.rate.value for a in trailer.axles if a.rate is not None]


def _arm(trailer: Trailer, m: Moments, xf: float, couple: Array | None) -> Array:
    arm = m.row(trailer.id, (-xf, 1.0, 0.0))
    return arm if couple is None else arm + couple


def _sag(trailer: Trailer, condition: Condition, ball_z: float | None) -> float:
    """δ [m]: the sag of the empty, level trailer, less how much higher than level its coupler is held: by the ball or the jack."""
    empty = bare(trailer)
    carried = sum(a.rate.value * (a.x - trailer.coupler_x) for a in trailer.axles if a.rate is not None)
    held = ball_z if condition == "hitched" else trailer.parked_z
    return empty.mass * (empty.x - trailer.coupler_x) / carried + (trailer.coupler_z - held if held is not None else 0.0)


def _on_springs(
    trailer: Trailer, m: Moments, condition: Condition, down: frozenset[int], ball_z: float | None, couple: Array | None
) -> Supports:
    """Supports while just the axles in `down` are on the ground.

    F = k(δ + θ·e), e from the coupler, where the height is held; θ from Σ F·d = Mx - M·xf + C, d from the front support. On a
    jack that is cranked level all sag alike: F = k·δ, with δ from the same sum.
    """
    xf = front_station(trailer, condition)
    k = [kj if j in down else 0.0 for j, kj in enumerate(_rates(trailer))]
    d = [a.x - xf for a in trailer.axles]
    first = sum(kj * dj for kj, dj in zip(k, d, strict=True))
    arm, one = _arm(trailer, m, xf, couple), m.row(trailer.id, (0.0, 0.0, 0.0), 1.0)
    if condition == "parked" and trailer.parked_z is None:
        rows = [arm * (kj / first) for kj in k]
    else:
        sag, e = _sag(trailer, condition, ball_z), [a.x - trailer.coupler_x for a in trailer.axles]
        second = sum(kj * dj * ej for kj, dj, ej in zip(k, d, e, strict=True))
        rows = [arm * (kj * ej / second) + one * (kj * sag * (1 - ej * first / second)) for kj, ej in zip(k, e, strict=True)]
    roll = [kj * a.track**2 for kj, a in zip(k, trailer.axles, strict=True)]
    return _on_axles(trailer, m, condition, rows, [r / sum(roll) for r in roll])
