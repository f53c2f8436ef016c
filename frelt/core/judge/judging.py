"""Limits judged: every one in every state at once as arrays, and checks made of those that are asked for."""

from collections.abc import Callable, Iterator

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from ..base.arrays import Array
from ..base.figure import Figure
from ..base.kept import Memo
from ..base.text import uncapital
from ..model.rig import Rig
from ..statics.limit import Limit
from ..statics.loads import Loads
from ..statics.worst import Extreme, spread
from .check import Check, Status, Told
from .words import fills_phrase

LONG_NAME = 24  # a longer name of a tank gives way to its liquid in a sentence
STATUSES: tuple[Status, ...] = ("over", "unknown", "tight", "ok")
OVER, UNKNOWN, TIGHT, OK, NOT_HERE = 0, 1, 2, 3, 9


class Grid(Struct, frozen=True):
    """Every limit in every state on its nearer side, (states, limits). code: number of the status.

    near: orders one limit over states; an unknown by its greatest load.  rank: orders limits within a status.
    """

    value: Array
    bound: Array
    margin: Array
    spread: Array
    low_side: NDArray[np.bool_]
    code: NDArray[np.int8]
    near: Array
    rank: Array


class Bounds(Struct, frozen=True):
    """The bounds of limits as arrays, (limits,); a bound that is not known is nan. plate: ± of the rating."""

    high: Array
    low: Array
    plate: Array
    answered: NDArray[np.bool_]
    counts: NDArray[np.bool_]


_bounds: Memo[Bounds] = Memo(64)


def _bounds_of(limits: tuple[Limit, ...]) -> Bounds:
    nan = float("nan")
    return Bounds(
        high=np.array([nan if m.high is None else m.high for m in limits]),
        low=np.array([nan if m.low is None else m.low for m in limits]),
        plate=np.array([m.rating.plus_minus if isinstance(m.rating, Figure) else 0.0 for m in limits]),
        answered=np.array([m.answered for m in limits], dtype=bool),
        counts=np.array([m.counts for m in limits], dtype=bool),
    )


def grid(rig: Rig, loads: Loads) -> Grid:
    """Judge everything. A limit that is known on neither side has no bound and no margin (nan)."""
    bounds = _bounds.get(rig.id, (loads.limits,), lambda: _bounds_of(loads.limits))
    high, low = bounds.high, bounds.low
    above, below = high - loads.greatest.value, loads.least.value - low
    low_side = ~np.isnan(below) & (np.isnan(above) | (below < above))
    margin = np.where(low_side, below, above)
    bound = np.where(low_side, low, np.broadcast_to(high, margin.shape))
    value = np.where(low_side, loads.least.value, loads.greatest.value)
    fills = np.where(low_side[:, :, None], loads.least.fills, loads.greatest.fills)
    unsure = np.hypot(spread(loads.table, loads.num, loads.den, Extreme(value, fills)), _doubt(loads, fills))
    unsure = np.hypot(unsure, bounds.plate)
    size = np.abs(bound)
    with np.errstate(invalid="ignore", divide="ignore"):
        code = np.where(margin < np.maximum(rig.rules.reserve * size, unsure), TIGHT, OK)
        code = np.where(margin < -1e-9 * np.maximum(1.0, size), np.where(bounds.answered, OVER, UNKNOWN), code)
        share = np.where(size > 0, margin / size, np.where(code == OVER, -1.0, np.inf))
    unknown = np.isnan(margin)
    code = np.where(unknown, UNKNOWN, code)
    code = np.where(loads.applies & bounds.counts, code, NOT_HERE).astype(np.int8)
    near = np.where(unknown, -value, margin)
    return Grid(value, bound, margin, unsure, low_side, code, near, np.where(unknown, 0.0, share))


def _doubt(loads: Loads, fills: Array) -> Array:
    """One ± of what is not of a mass, at some fills (states, limits, tanks): how a vehicle's axles share a roll."""
    found = np.zeros(fills.shape[:2])
    some = np.nonzero(loads.doubt.any(axis=1))[0]
    if len(some):
        pull = loads.doubt[some]
        found[:, some] = loads.table.base @ pull.T + (fills[:, some] * (pull @ loads.table.tank_moments.T)).sum(-1)
    return found


class ByState:
    """The checks of every state, worst first, made when they are asked for."""

    def __init__(self, rig: Rig, loads: Loads | None) -> None:
        self._rig, self._loads = rig, loads
        self._numbers = {s.id: n for n, s in enumerate(rig.states)}
        self._grid = grid(rig, loads) if loads is not None and rig.states else None
        self._made: dict[str, tuple[Check, ...]] = {}
        self._ids: dict[str, list[int]] = {}
        for m, limit in enumerate(loads.limits if loads is not None else ()):
            self._ids.setdefault(limit.id, []).append(m)

    def add(self, check: Check) -> None:
        """Give a state that no load limit applies to a check of its own, such as why it cannot be judged."""
        self._made[check.state] = tuple(sorted((*self._made.get(check.state, ()), check), key=lambda c: c.rank))

    def get(self, state: str, default: tuple[Check, ...] = ()) -> tuple[Check, ...]:
        """The checks of a state, or what is given where it has none."""
        if state not in self._made:
            self._made[state] = tuple(sorted(self._of(state), key=lambda c: c.rank))
        return self._made[state] or default

    def __getitem__(self, state: str) -> tuple[Check, ...]:
        found = self.get(state)
        if not found:
            raise KeyError(state)
        return found

    def first(self, state: str) -> Check | None:
        """The worst check of a state, without making the others."""
        if state in self._made:
            return next(iter(self._made[state]), None)
        s, at = self._numbers.get(state), self._grid
        if s is None or at is None or not (at.code[s] != NOT_HERE).any():
            return None
        least = at.code[s].min()
        m = int(np.argmin(np.where(at.code[s] == least, at.rank[s], np.inf)))
        return self._check(m, s)

    def some(self, state: str, wanted: Callable[[str], bool]) -> tuple[Check, ...]:
        """The checks of a state whose ids are wanted, in the order of the limits, without making the others."""
        if state in self._made:
            return tuple(c for c in self._made[state] if wanted(c.id))
        return tuple(self._of(state, wanted))

    def worst(self) -> Iterator[Check]:
        """Every limit in its worst state."""
        at = self._grid
        if at is None:
            return
        least = at.code.min(axis=0)
        near = np.where(at.code == least, at.near, np.inf)
        state, nearest, code = np.argmin(near, axis=0).tolist(), near.min(axis=0).tolist(), least.tolist()
        for numbers in self._ids.values():
            here = [m for m in numbers if code[m] != NOT_HERE]
            if here:
                m = min(here, key=lambda m: (code[m], nearest[m])) if len(here) > 1 else here[0]
                yield self._check(m, state[m])

    def _of(self, state: str, wanted: Callable[[str], bool] = lambda _: True) -> Iterator[Check]:
        s, at = self._numbers.get(state), self._grid
        if s is None or at is None:
            return
        for limit_id, numbers in self._ids.items():
            if not wanted(limit_id):
                continue
            here = [m for m in numbers if at.code[s, m] != NOT_HERE]
            if here:
                yield self._check(min(here, key=lambda m: (at.code[s, m], at.near[s, m])), s)

    def _check(self, m: int, s: int) -> Check:
        at, loads = self._grid, self._loads
        assert at is not None and loads is not None
        limit: Limit = loads.limits[m]
        margin, known = float(at.margin[s, m]), not np.isnan(at.margin[s, m])
        low = bool(at.low_side[s, m])
        return Check(
            id=limit.id,
            kind=limit.check,
            subject=limit.subject,
            quantity=limit.quantity,
            status=STATUSES[int(at.code[s, m])],
            load=float(at.value[s, m]),
            limit=float(at.bound[s, m]) if known else None,
            side="low" if low else "high",
            margin=margin if known else None,
            spread=float(at.spread[s, m]),
            state=self._rig.states[s].id,
            by_rule=limit.by_rule,
            field=limit.field,
            told=Told(self._teller(m, s, low)),
        )

    def _teller(self, m: int, s: int, low: bool) -> Callable[[], tuple[str, dict[str, float]]]:
        rig, loads = self._rig, self._loads
        assert loads is not None
        return lambda: _told(rig, loads, m, s, low)


def _told(rig: Rig, loads: Loads, m: int, s: int, low: bool) -> tuple[str, dict[str, float]]:
    """When the worst case of a limit happens in words, and the fill of every tank there."""
    side = loads.least if low else loads.greatest
    fills, value = side.fills[s, m], float(side.value[s, m])
    pull = loads.num[m] - value * loads.den[m] if loads.den[m].any() else loads.num[m]
    weight = np.abs(loads.table.tank_moments @ pull) * (loads.table.high[s] - loads.table.low[s])
    order = [int(i) for i in np.argsort(-weight, kind="stable") if weight[i] > 0.5e-2 * max(abs(value), 1e-9)]
    phrase = fills_phrase([_tank_words(loads, i, s, fills) for i in order[:2]])
    at = {t.address: float(f) for t, f in zip(loads.table.tanks, fills, strict=True)}
    for group in rig.joined:
        for address in group.tanks[1:]:
            at.setdefault(address, at.get(group.tanks[0], 0.0))  # one tank with the first, unless it stands at another height
    return f"{uncapital(rig.states[s].name)} {phrase}".strip(), at


def _tank_words(loads: Loads, i: int, s: int, fills: Array) -> tuple[str, float, float, float]:
    tank = loads.table.tanks[i]
    same = sum(t.part.liquid.name == tank.part.liquid.name for t in loads.table.tanks)
    name = tank.part.liquid.short if same == 1 or len(tank.name) > LONG_NAME else tank.name
    return name, float(fills[i]), float(loads.table.low[s, i]), float(loads.table.high[s, i])
