"""Everything that follows from load moments: every limit's least and greatest in every state, and where it lies."""

from collections.abc import Callable, Mapping

import numpy as np
from msgspec import Struct

from ..base.arrays import Array, NDArray
from ..base.kept import Kept
from ..geometry.tank_shape import volume_moment
from ..masses.moments import Moments
from ..masses.table import MassTable
from .cases import Case
from .limit import Limit
from .supports import Condition, Piece, Supports
from .worst import Extreme


class LiftedPiece(Struct, frozen=True):
    """One range in which the same wheels are down, with every limit's rows there."""

    piece: Piece
    num: Array
    den: Array


class Loads(Struct, frozen=True):
    """Everything that follows from load moments, for a rig that can be solved.

    limits: one that holds in several cases stands here once for each, under one id.  case_of: which case, (limits,).
    num, den: (limits, size) rows of the limits.  least, greatest: over every fill, (states, limits).
    doubt: (causes, limits, size) what one ± of each cause that is not of a mass adds to num.
    lifted: by (state, case), the ranges of a sprung trailer where some fill takes an axle off the ground.
    pieces_of: the ranges of a case, by its number, with every limit's rows there; found when first asked for.
    kept: where what follows from these is kept.
    more: (2, size) what nobody counted: its moments, and what one ± of its place adds; more_pm: ± of its mass as a share.
    """

    columns: Moments
    cases: tuple[Case, ...]
    table: MassTable
    limits: tuple[Limit, ...]
    case_of: NDArray[np.intp]
    applies: NDArray[np.bool_]
    num: Array
    den: Array
    least: Extreme
    greatest: Extreme
    doubt: Array
    more: Array
    more_pm: float
    lifted: dict[tuple[int, int], tuple[LiftedPiece, ...]]
    pieces_of: Callable[[int], tuple[LiftedPiece, ...]]
    kept: Kept

    @property
    def supports(self) -> Supports:
        """The supports when hitched, without bars."""
        return self.cases[0].supports

    def standing(self, condition: Condition) -> Case | None:
        """How the rig stands in a condition, with its bars where it has some; None where that is in no state."""
        return next((c for c in reversed(self.cases) if c.condition == condition), None)

    def beyond(self) -> tuple[Array, Array]:
        """What nobody counted adds to what is above each limit's line [kg], and its ±, (limits,). Where wheels lift the rows of all
        wheels down are taken."""
        more, place = self.num @ self.more[0], self.num @ self.more[1]
        return more, np.hypot(self.more_pm * more, place)

    def beyond_ratios(self, m: NDArray[np.intp], s: NDArray[np.intp], value: Array, fills: Array) -> tuple[Array, Array]:
        """What it adds to the values of limits m, ratios, in states s at some fills (n, tanks), and its ±, (n,) each: with it, less without."""
        num, den, (mass, place) = self.num[m], self.den[m], self.more
        below = np.vecdot(self.table.base[s], den) + np.vecdot(fills, den @ self.table.tank_moments.T)
        under = below + den @ mass
        told = (np.abs(below) >= 1e-9) & (np.abs(under) >= 1e-9)
        under = np.where(told, under, 1.0)
        then = (value * below + num @ mass) / under
        of_mass, of_place = ((num @ e - then * (den @ e)) / under for e in (mass, place))
        return np.where(told, then - value, 0.0), np.where(told, np.hypot(self.more_pm * of_mass, of_place), 0.0)

    def moments_at(self, s: int, fills: Array) -> Array:
        """The rig's moments in state s at some fills, (size,)."""
        found: Array = self.table.base[s] + fills @ self.table.tank_moments
        return found

    def load_at(self, m: int, s: int, fills: Array) -> float:
        """What limit m is about in state s at some fills, (tanks,) [kg]; of a ratio, what is above its line."""
        moments, case = self.moments_at(s, fills), int(self.case_of[m])
        n = int(np.count_nonzero(self.case_of[:m] == case))
        for part in self.pieces_of(case):
            if part.piece.low <= moments @ part.piece.arm <= part.piece.high:
                return float(moments @ part.num[n])
        return float(moments @ self.num[m])

    def values_at(self, states: NDArray[np.intp], fills: Array) -> Array:
        """What every limit is about [kg, or shares] at (n,) states, by number, with (n, tanks) fills: (n, limits).

        Fills may lie outside the states' ranges. Where an axle on springs leaves the ground, the others carry its load too.
        """
        moments = self.table.base[states] + fills @ self.table.tank_moments
        value = _values(moments, self.num, self.den)
        for case in range(len(self.cases)):
            own = np.nonzero(self.case_of == case)[0]
            kept = np.array([self.limits[m].check != "lift" for m in own], dtype=bool)
            for part in self.pieces_of(case):
                q = moments @ part.piece.arm
                here = np.nonzero((q >= part.piece.low) & (q <= part.piece.high))[0]
                value[np.ix_(here, own[kept])] = _values(moments[here], part.num[kept], part.den[kept])
        return value

    def centre_at(self, carrier: str, s: int, fills: Array) -> tuple[float, float, float] | None:
        """x, y, z of a laden carrier's centre of gravity in state s at some fills, (tanks,) [m]; None of an empty floor."""
        at = self.columns.starts[carrier]
        mass, mx, my = self.moments_at(s, fills)[at : at + 3]
        if mass <= 0:
            return None
        rows, _ = self.table.of_carrier(carrier)
        mz = float((self.table.present[s] * rows) @ self.table.mz)
        for tank, fill in zip(self.table.tanks, fills, strict=True):
            if tank.carrier == carrier:
                mz += tank.full * (tank.floor * fill + volume_moment(tank.part, float(fill)))
        return float(mx / mass), float(my / mass), float(mz / mass)

    def fills_shown(self, state: int, fills: Mapping[str, float]) -> Array:
        """The fills drawn in a state, (tanks,): from fills by address, else what the state shows."""
        shown: Array = self.table.shown[state]
        return np.array([fills.get(t.address, f) for t, f in zip(self.table.tanks, shown, strict=True)], dtype=float)


def _values(moments: Array, num: Array, den: Array) -> Array:
    below = moments @ den.T
    found: Array = moments @ num.T / np.where(np.any(den != 0, axis=1) & (np.abs(below) > 1e-9), below, 1.0)
    return found
