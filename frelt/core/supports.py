"""Where a trailer's load goes: one row of influence a support, on (M, Mx, My).

loads [kg] = rows @ (M, Mx, My). Source: equilibrium of a rigid beam on two supports, any
handbook of statics; the wheels of axles that share take the roll moment in equal parts.
"""

from typing import Literal

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from .carrier import Trailer
from .rig import Rig
from .value import FreltError

Array = NDArray[np.float64]


Condition = Literal["hitched", "parked"]
FRONT: dict[Condition, str] = {"hitched": "coupler", "parked": "jack"}


class Supports(Struct, frozen=True):
    """Influence rows of the trailer. ids: `coupler` or `jack`, then `AXLE/left` and `AXLE/right` of each axle."""

    ids: tuple[str, ...]
    rows: Array  # (supports, 3)

    def row(self, support: str) -> Array:
        """The influence row of one support."""
        row: Array = self.rows[self.ids.index(support)]
        return row

    def axle(self, axle: str) -> Array:
        """The influence row of a whole axle, both ends."""
        total: Array = self.row(f"{axle}/left") + self.row(f"{axle}/right")
        return total


def unsolved(rig: Rig, trailer: Trailer | None) -> str:
    """Why this rig's loads cannot be computed yet, or an empty string."""
    if rig.vehicle is not None:
        return "a rig with a vehicle is not solved yet"
    if trailer is None:
        return "a rig without a trailer is not solved yet"
    if trailer.sharing == "independent" and len(trailer.axles) > 1:
        return "axles without an equalizer are not solved yet"
    if rig.links or rig.joined:
        return "tanks tied together are not solved yet"
    return ""


def trailer_supports(trailer: Trailer, condition: Condition = "hitched") -> Supports:
    """Supports of a trailer whose axles share: T = (M·xa - Mx)/(xa - xf), the axles the rest.

    xf is the station of the coupler, or of the jack where the trailer is parked on it.
    Raises FreltError where the jack's station is not entered or not ahead of the axles.
    """
    xa, n = trailer.axle_x, len(trailer.axles)
    xf = trailer.coupler_x if condition == "hitched" else trailer.jack_x
    if xf is None:
        raise FreltError("where the jack stands is not entered")
    if xa - xf < 0.1:
        raise FreltError("the jack does not stand ahead of the axles")
    front = np.array([xa, -1.0, 0.0]) / (xa - xf)
    axle = (np.array([1.0, 0.0, 0.0]) - front) / n
    ids, rows = [FRONT[condition]], [front]
    for a in trailer.axles:
        roll = np.array([0.0, 0.0, 1.0 / (n * a.track)])
        ids += [f"{a.id}/left", f"{a.id}/right"]
        rows += [axle / 2 - roll, axle / 2 + roll]
    return Supports(tuple(ids), np.array(rows))
