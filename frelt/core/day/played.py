"""A day as it was played: moments, fills, what ran out, curves of every limit."""

import numpy as np
from msgspec import Struct

from ..base.arrays import Array, NDArray
from ..model.day import Act, Day


class Short(Struct, frozen=True):
    """Something ran out. at: when [s].  missing: what was still wanted of it until the act ended [m³]."""

    act: Act
    tank: str
    name: str
    at: float
    missing: float


class Curve(Struct, frozen=True):
    """One limit over the day. value: (moments,), nan where it is not judged.  low, high: its bounds."""

    id: str
    subject: str
    quantity: str
    value: Array
    low: float | None
    high: float | None


class Tightest(Struct, frozen=True):
    """The moment with the least margin. margin: as a share of the limit; below zero it is passed."""

    moment: int
    at: float
    curve: Curve
    margin: float


class Play(Struct, frozen=True):
    """A day played. times: (moments,) [s]; each stands twice where what is judged changes.  fills: (moments, tanks).

    used, filled, dumped: by tank [m³]: what left it, what came in, and what of that which left was dumped.  driving: (moments,).  why: reason when there are no curves.
    by_lines: whether the network gave the flows; else they are as typed.
    """

    day: Day
    addresses: tuple[str, ...]
    times: Array
    fills: Array
    driving: NDArray[np.bool_]
    states: tuple[str, ...]
    used: dict[str, float]
    filled: dict[str, float]
    dumped: dict[str, float]
    short: tuple[Short, ...]
    curves: tuple[Curve, ...] = ()
    tightest: Tightest | None = None
    notes: tuple[str, ...] = ()
    why: str = ""
    by_lines: bool = False

    def at(self, time: float) -> dict[str, float]:
        """Fills at a time [s], shares by address."""
        return {a: float(np.interp(time, self.times, self.fills[:, i])) for i, a in enumerate(self.addresses)}

    def state_at(self, time: float) -> str:
        """The state of the rig that is judged at a time [s], by id."""
        i = min(int(np.searchsorted(self.times, time, "right")), len(self.states) - 1)
        return self.states[i] if len(self.states) else ""
