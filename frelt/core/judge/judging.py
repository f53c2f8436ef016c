"""Limits judged: every one in every state at once as arrays, and checks made of those that are asked for."""

from collections.abc import Callable, Iterator, Mapping, Sequence
from math import isnan

import numpy as np
from msgspec import Struct

from ..base.arrays import Array, NDArray
from ..base.figure import Figure
from ..base.kept import Memo
from ..base.text import uncapital
from ..model.rig import Rig
from ..model.rules import RuleSet
from ..statics.limit import Limit
from ..statics.loads import Loads
from ..statics.worst import Extreme, spread
from .accepted import Taken, with_accepted
from .check import Check, Told, level_of
from .status import GRAVE, LIKELY, NOT_HERE, OK, OVER, STATUSES, TIERS, TIGHT, codes
from .words import fills_phrase

LONG_NAME = 24  # a longer name of a tank gives way to its liquid in a sentence
DEEP = 3.0  # times its ± that a support must be pressed down before its lower side is not looked at


class Grid(Struct, frozen=True):
    """Every limit in every state on its worse side, (states, limits). code: number of the status.

    near: orders one limit over states; an unknown by its greatest load.  tier, share: order limits within a state.
    beyond, beyond_pm: what nobody counted adds to what is no ratio, and its ±, (limits,).  likely: whether it is over only with that.
    """

    value: Array
    bound: Array
    margin: Array
    spread: Array
    low_side: NDArray[np.bool_]
    code: NDArray[np.int8]
    near: Array
    tier: NDArray[np.int8]
    share: Array
    beyond: Array
    beyond_pm: Array
    likely: NDArray[np.bool_]


class Bounds(Struct, frozen=True):
    """The bounds of limits as arrays, (limits,); a bound that is not known is nan. plate: ± of the rating.

    low: also zero where a support would be lifted.  window: bounded on both sides.  wanted: whether there is a bound to be known.  tiers: (limits, 4).
    typical: what the class usually has where the plate is unread, else nan.  grave, mass: whether being over is red, and it is one.
    """

    high: Array
    low: Array
    plate: Array
    answered: NDArray[np.bool_]
    wanted: NDArray[np.bool_]
    support: NDArray[np.bool_]
    window: NDArray[np.bool_]
    tiers: NDArray[np.int8]
    typical: Array
    grave: NDArray[np.bool_]
    mass: NDArray[np.bool_]


_bounds: Memo[Bounds] = Memo(64)


def _bounds_of(limits: tuple[Limit, ...], rules: RuleSet) -> Bounds:
    nan = float("nan")
    return Bounds(
        high=np.array([nan if m.high is None else m.high for m in limits]),
        low=np.array([0.0 if m.support else nan if m.low is None else m.low for m in limits]),
        plate=np.array([m.rating.plus_minus if isinstance(m.rating, Figure) else 0.0 for m in limits]),
        answered=np.array([m.answered for m in limits], dtype=bool),
        wanted=np.array([m.counts for m in limits], dtype=bool),
        support=np.array([m.support for m in limits], dtype=bool),
        window=np.array([m.low is not None and m.high is not None and not m.support for m in limits], dtype=bool),
        tiers=np.array([TIERS[level_of(m.check, rules)] for m in limits], dtype=np.int8).reshape(-1, 4),
        typical=np.array([nan if m.typical is None else m.typical for m in limits]),
        mass=np.array([m.quantity == "mass" for m in limits], dtype=bool),
        grave=np.array([level_of(m.check, rules) in GRAVE for m in limits], dtype=bool),
    )


def grid(rig: Rig, loads: Loads) -> Grid:
    """Judge everything. A limit that is known on neither side has no bound and no margin (nan).

    Of a window both sides are looked at, each with its own ±, and the worse one is kept. What a support carries is over below
    zero, whatever its rating; where it is pressed down, its rating is what is told.
    """
    b = _bounds.get(loads.kept, rig.id, (loads.limits, rig.rules), lambda: _bounds_of(loads.limits, rig.rules))
    above, below = b.high - loads.greatest.value, loads.least.value - b.low
    low_side = ~np.isnan(below) & ~b.support & (np.isnan(above) | (below < above))
    near = _near(rig, loads, b, below)
    each = np.concatenate([np.arange(len(b.plate)), near])
    turned_plate = np.where(~low_side[:, near] & b.support[near], 0.0, b.plate[near])
    plates = np.concatenate([np.broadcast_to(b.plate, low_side.shape), turned_plate], axis=1)
    both = _unsure(loads, np.concatenate([low_side, ~low_side[:, near]], axis=1), plates, each)
    unsure, second = both[:, : len(b.plate)], both[:, len(b.plate) :]
    margin = np.where(low_side, below, above)
    bound = np.where(low_side, b.low, np.broadcast_to(b.high, margin.shape))
    code = codes(margin, bound, unsure, rig.rules.reserve, b.answered)
    code = np.where(b.wanted, code, OK)
    kept_near = _worth_looking(loads, b, below, unsure, near)
    other = near[kept_near]
    if len(other):
        turned, unsure2 = ~low_side[:, other], second[:, kept_near]
        margin2 = np.where(turned, below[:, other], above[:, other])
        bound2 = np.where(turned, b.low[other], b.high[other])
        code2 = codes(margin2, bound2, unsure2, rig.rules.reserve, b.answered[other])
        worse = (code2 < code[:, other]) | ((code2 == code[:, other]) & (margin2 < margin[:, other]) & ~b.support[other])
        for kept, new in ((low_side, turned), (margin, margin2), (bound, bound2), (unsure, unsure2), (code, code2)):
            kept[:, other] = np.where(worse, new, kept[:, other])
    value = np.where(low_side, loads.least.value, loads.greatest.value)
    unknown, size = np.isnan(margin), np.abs(bound)
    with np.errstate(invalid="ignore", divide="ignore"):
        share = np.where(size > 0, margin / size, np.where(code == OVER, -1.0, np.inf))
    here = loads.applies & (b.wanted | (code == OVER) | (code == TIGHT))
    tiers = b.tiers[np.arange(len(b.tiers)), np.minimum(code, OK)]
    beyond, beyond_pm = loads.beyond()
    usual = np.where(np.isnan(bound), b.typical, bound)
    with np.errstate(invalid="ignore"):  # of a share the sign is that of a place nobody knows: there it stays within the ±
        likely = (value + beyond > usual) & ~low_side & b.grave & b.mass & here & b.answered & (code != OVER)
    tiers = np.where(likely, np.minimum(tiers, LIKELY), tiers)
    return Grid(
        beyond=beyond,
        beyond_pm=beyond_pm,
        likely=likely,
        value=value,
        bound=bound,
        margin=margin,
        spread=unsure,
        low_side=low_side,
        code=np.where(here, code, NOT_HERE).astype(np.int8),
        near=np.where(unknown, -value, margin),
        tier=np.where(here, tiers, np.int8(127)).astype(np.int8),
        share=np.where(unknown, 0.0, share),
    )


def _near(rig: Rig, loads: Loads, b: Bounds, below: Array) -> NDArray[np.intp]:
    """Limits whose other side may be the worse one: both sides of a window, and supports of which little is left somewhere."""
    if not len(rig.states):
        return np.zeros(0, dtype=np.intp)
    lifted = b.support & ((below < LITTLE * np.abs(loads.greatest.value)) & loads.applies).any(axis=0)
    found: NDArray[np.intp] = np.nonzero(b.window | lifted)[0]
    return found


LITTLE = 0.5  # of what a support carries at most; the ± of a least load is never a third of that where anything is known


def _worth_looking(loads: Loads, b: Bounds, below: Array, unsure: Array, near: NDArray[np.intp]) -> NDArray[np.bool_]:
    """Of those near: windows, and supports that are lifted within a few times their ±."""
    lifted = ((below[:, near] < DEEP * unsure[:, near]) & loads.applies[:, near]).any(axis=0)
    found: NDArray[np.bool_] = ~b.support[near] | lifted
    return found


def _unsure(loads: Loads, low_side: NDArray[np.bool_], plate: Array, m: NDArray[np.intp]) -> Array:
    """± of some limits, by number, on one side of each, (states, chosen), with that of their plates."""
    value = np.where(low_side, loads.least.value[:, m], loads.greatest.value[:, m])
    fills = np.where(low_side[:, :, None], loads.least.fills[:, m], loads.greatest.fills[:, m])
    own = np.hypot(spread(loads.table, loads.num[m], loads.den[m], Extreme(value, fills)), _doubt(loads, fills, m))
    found: Array = np.hypot(own, plate)
    return found


def _doubt(loads: Loads, fills: Array, chosen: NDArray[np.intp]) -> Array:
    """± of what is not of a mass, at some fills (states, limits, tanks): how axles share a roll, spring rates, heights."""
    squares = np.zeros(fills.shape[:2])
    den, moments = loads.den[chosen], loads.table.tank_moments.T
    for cause in loads.doubt:
        doubt = cause[chosen]
        some = np.nonzero(doubt.any(axis=1))[0]
        if not len(some):
            continue
        own, over = (loads.table.base @ r.T + np.vecdot(fills[:, some], r @ moments) for r in (doubt[some], den[some]))
        squares[:, some] += (own / np.where(den[some].any(axis=1), over, 1.0)) ** 2
    found: Array = np.sqrt(squares)
    return found


class ByState:
    """The checks of every state, worst first, made when they are asked for."""

    def __init__(self, rig: Rig, loads: Loads | None, accepted: Mapping[str, Taken]) -> None:
        self._rig, self._loads, self._accepted = rig, loads, accepted
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
        if state in self._made or self._accepted:
            return next(iter(self.get(state)), None)
        s, at = self._numbers.get(state), self._grid
        if s is None or at is None:
            return None
        here = np.nonzero(at.code[s] != NOT_HERE)[0]
        if not len(here):
            return None
        least = at.tier[s, here].min()
        worst = here[at.tier[s, here] == least]
        if least == LIKELY:  # how far beyond what is usual is known to the checks alone
            return min(self._checks(worst.tolist(), [s] * len(worst)), key=lambda c: c.rank)
        return next(self._checks((int(worst[np.argmin(at.share[s, worst])]),), (s,)))

    def some(self, state: str, wanted: Callable[[str], bool]) -> tuple[Check, ...]:
        """The checks of a state whose ids are wanted, in the order of the limits, without making the others."""
        if state in self._made:
            return tuple(c for c in self._made[state] if wanted(c.id))
        return tuple(self._of(state, wanted))

    def spreads(self, states: Sequence[int]) -> Array:
        """The greatest ± of the margin of each limit over some states, by number, (limits,); empty where nothing is judged."""
        if self._grid is None:
            return np.zeros(0)
        found: Array = self._grid.spread[list(states)].max(axis=0)
        return found

    def worst(self) -> Iterator[Check]:
        """Every limit in its worst state."""
        at = self._grid
        if at is None:
            return
        least = at.code.min(axis=0)
        near = np.where(at.code == least, at.near, np.inf)
        state, nearest, code = np.argmin(near, axis=0).tolist(), near.min(axis=0).tolist(), least.tolist()
        chosen = []
        for numbers in self._ids.values():
            here = [m for m in numbers if code[m] != NOT_HERE]
            if here:
                chosen.append(min(here, key=lambda m: (code[m], nearest[m])) if len(here) > 1 else here[0])
        yield from self._checks(chosen, [state[m] for m in chosen])

    def unrated(self) -> tuple[Check, ...]:
        """What every limit carries that is said to have no rating, in the state in which that is most: told, and judged by nothing."""
        at, loads = self._grid, self._loads
        if at is None or loads is None:
            return ()
        chosen, states = [], []
        for m, limit in enumerate(loads.limits):
            if not limit.counts and (at.code[:, m] == NOT_HERE).all() and loads.applies[:, m].any():
                chosen.append(m)
                states.append(int(np.argmax(np.where(loads.applies[:, m], at.value[:, m], -np.inf))))
        return tuple(self._checks(chosen, states))

    def _of(self, state: str, wanted: Callable[[str], bool] = lambda _: True) -> Iterator[Check]:
        s, at = self._numbers.get(state), self._grid
        if s is None or at is None:
            return
        code, near, chosen = at.code[s].tolist(), at.near[s].tolist(), []
        for limit_id, numbers in self._ids.items():
            here = [m for m in numbers if code[m] != NOT_HERE] if wanted(limit_id) else ()
            if here:
                chosen.append(min(here, key=lambda m: (code[m], near[m])))
        yield from self._checks(chosen, [s] * len(chosen))

    def _checks(self, numbers: Sequence[int], states: Sequence[int]) -> Iterator[Check]:
        """The checks of limits, by number, each in a state, by number; their figures are fetched all at once."""
        at, loads = self._grid, self._loads
        if at is None or loads is None or not numbers:
            return
        m, s = np.array(numbers), np.array(states)
        beyond, beyond_pm = at.beyond[m], at.beyond_pm[m]
        value, low = at.value[s, m], at.low_side[s, m]
        ratio = np.nonzero(loads.den[m].any(axis=1) & np.isfinite(value))[0]
        if len(ratio):
            mr, sr = m[ratio], s[ratio]
            fills = np.where(low[ratio, None], loads.least.fills[sr, mr], loads.greatest.fills[sr, mr])
            beyond[ratio], beyond_pm[ratio] = loads.beyond_ratios(mr, sr, value[ratio], fills)
        some = (at.code[s, m], at.bound[s, m], at.margin[s, m], at.spread[s, m], at.likely[s, m])
        columns = (value, low, beyond, beyond_pm, *some)
        for limit_m, state_s, load, is_low, more, more_pm, code, bound, margin, unsure, likely in zip(
            numbers, states, *(c.tolist() for c in columns), strict=True
        ):
            limit: Limit = loads.limits[limit_m]
            known = not isnan(margin)
            made = Check(
                id=limit.id,
                kind=limit.check,
                subject=limit.subject,
                quantity=limit.quantity,
                status=STATUSES[code] if code != NOT_HERE else "unknown",
                load=load,
                limit=bound if known else None,
                side="low" if is_low else "high",
                margin=margin if known else None,
                spread=unsure,
                state=self._rig.states[state_s].id,
                by_rule=limit.by_rule,
                field=limit.field,
                level=level_of(limit.check, self._rig.rules),
                likely="over" if likely else None,
                typical=limit.typical,
                beyond=more,
                beyond_pm=more_pm,
                told=Told(self._teller(limit_m, state_s, is_low)),
                end=limit.end,
                detail=limit.detail,
            )
            yield with_accepted(made, self._accepted) if self._accepted else made

    def _teller(self, m: int, s: int, low: bool) -> Callable[[], tuple[str, dict[str, float]]]:
        rig, loads = self._rig, self._loads
        assert loads is not None
        return lambda: _told(rig, loads, m, s, low)


def _told(rig: Rig, loads: Loads, m: int, s: int, low: bool) -> tuple[str, dict[str, float]]:
    """When the worst case of a limit happens in words, and the fill of every tank there."""
    side = loads.least if low else loads.greatest
    fills, value = side.fills[s, m], float(side.value[s, m])
    ratio = loads.den[m].any() and np.isfinite(value)
    pull = loads.num[m] - value * loads.den[m] if ratio else loads.num[m]
    weight = np.abs(loads.table.tank_moments @ pull) * (loads.table.high[s] - loads.table.low[s])
    order = [int(i) for i in np.argsort(-weight, kind="stable") if weight[i] > 0.5e-2 * max(abs(value), 1e-9)]
    phrase = fills_phrase([_tank_words(loads, i, s, fills) for i in order[:2]])
    at = {a: float(fills[i]) for a, i in loads.table.column.items()}
    return f"{uncapital(rig.states[s].name)} {phrase}".strip(), at


def _tank_words(loads: Loads, i: int, s: int, fills: Array) -> tuple[str, float, float, float]:
    tank = loads.table.tanks[i]
    same = sum(t.part.liquid.name == tank.part.liquid.name for t in loads.table.tanks)
    name = tank.part.liquid.short if same == 1 or len(tank.name) > LONG_NAME else tank.name
    return name, float(fills[i]), float(loads.table.low[s, i]), float(loads.table.high[s, i])
