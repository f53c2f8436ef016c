"""A rig solved: every limit in every state over every fill, judged.

`solve` is a pure function of the rig; it is cheap enough to run at each step of a drag.
"""

from collections.abc import Mapping, Sequence

import numpy as np
from msgspec import Struct
from msgspec.structs import replace
from numpy.typing import NDArray

from . import checks as _checks  # noqa: F401  (fills the registry)
from .carrier import Trailer
from .check import KINDS, Bearing, Check, Limit, Status
from .figure import Figure
from .frames import Frames
from .lifting import lifted_extreme
from .mass_table import MassTable, mass_table
from .rig import Rig
from .state import State
from .supports import Condition, Piece, Supports, pieces, springs, trailer_supports, unsolved
from .tankshape import volume_moment
from .value import FreltError
from .words import capital, fills_phrase, uncapital
from .worst import Extreme, extreme, spread

Array = NDArray[np.float64]
LONG_NAME = 24  # a longer name of a tank gives way to its liquid in a sentence
CONDITIONS: tuple[Condition, ...] = ("hitched", "parked")


class Loads(Struct, frozen=True):
    """Everything that follows from load moments, for a trailer that can be solved.

    by_condition: supports when hitched, and when parked where the jack's station is known.
    num, den: (limits, 3) rows of the limits, num0 and den0 their constants.
    lifted: by state, the ranges of a sprung trailer where some fill takes an axle off the ground.
    limits: a limit that holds in both conditions stands here twice, under one id.
    """

    trailer: Trailer
    by_condition: dict[Condition, Supports]
    table: MassTable
    limits: tuple[Limit, ...]
    applies: NDArray[np.bool_]
    num: Array
    den: Array
    num0: Array
    den0: Array
    least: Extreme
    greatest: Extreme
    least_pm: Array
    greatest_pm: Array
    lifted: dict[int, tuple[Piece, ...]]

    @property
    def supports(self) -> Supports:
        """The supports when hitched."""
        return self.by_condition["hitched"]

    def load_at(self, m: int, s: int, fills: Array) -> float:
        """What the supports of limit m carry in state s at some fills, (tanks,) [kg]."""
        moments = np.append(self.table.base[s, :3] + fills @ self.table.tank_moments, 1.0)
        row = np.append(self.num[m], self.num0[m])
        for piece in self.lifted.get(s, ()):
            if piece.low <= moments[:3] @ np.array(piece.arm) <= piece.high:
                row = np.sum([piece.supports.row(support) for support in self.limits[m].at], axis=0)
        return float(moments @ row)

    def centre_at(self, s: int, fills: Array) -> tuple[float, float, float]:
        """x, y, z of the laden trailer's centre of gravity in state s at some fills, (tanks,) [m]."""
        mass, mx, my = self.table.base[s, :3] + fills @ self.table.tank_moments
        mz = float(self.table.base[s, 3])
        for tank, fill in zip(self.table.tanks, fills, strict=True):
            mz += tank.full * (tank.floor * fill + volume_moment(tank.part, float(fill)))
        return float(mx / mass), float(my / mass), float(mz / mass)

    def fills_shown(self, state: int, fills: Mapping[str, float]) -> Array:
        """The fills drawn in a state, (tanks,): from fills by address, else what the state shows."""
        shown: Array = self.table.shown[state]
        return np.array([fills.get(t.address, f) for t, f in zip(self.table.tanks, shown, strict=True)], dtype=float)


class Solved(Struct, frozen=True):
    """A rig with its frames, its loads where they can be computed, and its checks, worst first.

    by_state: for each state, its checks worst first.  why: reason when there are no loads.
    """

    rig: Rig
    frames: Frames
    loads: Loads | None
    checks: tuple[Check, ...]
    by_state: dict[str, tuple[Check, ...]]
    why: str = ""

    @property
    def worst(self) -> Check | None:
        """The check to speak of first."""
        return self.checks[0] if self.checks else None

    @property
    def known(self) -> tuple[int, int]:
        """How many limits are known, of how many there are."""
        if self.loads is None:
            return 0, 0
        applies, any_state = self.loads.applies, not self.rig.states
        counted = {m.id: m.known for i, m in enumerate(self.loads.limits) if m.counts and (any_state or applies[:, i].any())}
        return sum(counted.values()), len(counted)

    def check(self, check_id: str) -> Check | None:
        """The check of that id, if it is judged here."""
        return next((c for c in self.checks if c.id == check_id), None)


def solve(rig: Rig) -> Solved:
    """Judge a rig. Raises FreltError where decks stand on each other in a ring."""
    frames = Frames(rig)
    geometry = [c for kind in KINDS.values() if kind.findings for c in kind.findings(rig, frames)]
    why, loads = unsolved(rig, rig.trailer), None
    if not why and rig.trailer is not None:
        try:
            loads = _loads(rig, rig.trailer, frames)
        except FreltError as err:
            why = str(err)
    by_state: dict[str, tuple[Check, ...]] = {}
    judged: list[Check] = []
    if loads is not None:
        judged, by_state = _judge(rig, loads)
    else:
        judged.append(Check(id="loads", kind="loads", subject="Loads", quantity="mass", status="unknown", why=capital(why)))
    for state in rig.states:
        reason = state_unsolved(state, rig)
        if reason:
            own = Check(
                id=f"state:{state.id}",
                kind="state",
                subject=state.name,
                quantity="mass",
                status="unknown",
                state=state.id,
                why=f"“{state.name}”: {reason}",
            )
            judged.append(own)
            by_state[state.id] = (own,)
    if not rig.states:
        none = "No state is set, so no load is proved: add one, such as “on the road”"
        judged.append(Check(id="states", kind="state", subject="States", quantity="mass", status="unknown", why=none))
    checks = sorted([*judged, *geometry], key=lambda c: c.rank)
    return Solved(rig, frames, loads, tuple(checks), by_state, why)


def state_unsolved(state: State, rig: Rig) -> str:
    """Why a state cannot be judged yet, or an empty string."""
    if state.condition == "lifted":
        return "lifted on forks is not solved yet"
    if state.condition == "parked" and rig.trailer is not None and rig.trailer.jack_x is None:
        return "where the jack stands is not entered (Chassis)"
    if state.open:
        swinging = {d.id for d in rig.decks if d.hinge is not None} & set(state.open)
        if any(i.place.deck in swinging for i in rig.items):
            return "what hangs on an open door is not solved yet"
    if any(p.seat is not None for p in state.people):
        return "people in a vehicle's seats are not solved yet"
    return ""


def _loads(rig: Rig, trailer: Trailer, frames: Frames) -> Loads:
    table = mass_table(rig, trailer, frames)
    tilted = next((t for t in table.tanks if not t.level), None)
    if tilted is not None:
        raise FreltError(f"a tank on a slope or a wall is not solved yet ({tilted.part.name})")
    supports = {c: trailer_supports(trailer, c) for c in CONDITIONS if c == "hitched" or trailer.jack_x is not None}
    limits = tuple(m for condition, own in supports.items() for m in _limits(Bearing(rig, trailer, own, condition)))
    above, below = _rows(limits)
    num, den, num0, den0 = above[:, :3], below[:, :3], above[:, 3], below[:, 3]
    ok = [not state_unsolved(s, rig) for s in rig.states]
    applies = np.array([[good and m.applies(s) for m in limits] for s, good in zip(rig.states, ok, strict=True)])
    least, greatest = (extreme(table, num, den, sense, num0, den0) for sense in (-1, +1))
    applies = applies.reshape(len(rig.states), len(limits))
    lifted = _lift_off(rig, trailer, table, limits, applies, least, greatest) if springs(trailer) else {}
    return Loads(
        trailer=trailer,
        by_condition=supports,
        table=table,
        limits=limits,
        applies=applies,
        lifted=lifted,
        num=num,
        den=den,
        num0=num0,
        den0=den0,
        least=least,
        greatest=greatest,
        least_pm=_spread_of(table, num, den, den0, least, [m.low is not None for m in limits]),
        greatest_pm=_spread_of(table, num, den, den0, greatest, [m.high is not None or not m.known for m in limits]),
    )


def _limits(bearing: Bearing) -> list[Limit]:
    """Every limit of every check in one condition."""
    kinds = [k for k in KINDS.values() if k.limits is not None and bearing.condition in k.conditions]
    return [replace(m, condition=bearing.condition) for k in kinds if k.limits is not None for m in k.limits(bearing)]


def _rows(limits: Sequence[Limit]) -> tuple[Array, Array]:
    """num and den of limits, (limits, 4) each; zeros where a limit is no ratio."""
    return np.array([m.num for m in limits]), np.array([m.den or (0.0, 0.0, 0.0, 0.0) for m in limits])


def _lift_off(
    rig: Rig,
    trailer: Trailer,
    table: MassTable,
    limits: tuple[Limit, ...],
    applies: NDArray[np.bool_],
    least: Extreme,
    greatest: Extreme,
) -> dict[int, tuple[Piece, ...]]:
    """Put exact extremes in place where some fill takes an axle off the ground; the lift checks keep the linear ones.

    Returns the pieces of the springs' range for those states.
    """
    lifted: dict[int, tuple[Piece, ...]] = {}
    lift = [m for m, limit in enumerate(limits) if limit.check == "lift"]
    for condition in CONDITIONS:
        own = [m for m, limit in enumerate(limits) if limit.condition == condition]
        states = [s for s in range(len(rig.states)) if any(applies[s, m] and least.value[s, m] < 0 for m in lift if m in own)]
        if not states:
            continue
        parts = pieces(trailer, condition)
        by_piece = [_rows(_limits(Bearing(rig, trailer, p.supports, condition))) for p in parts]
        lifted |= dict.fromkeys(states, parts)
        for s in states:
            for n, m in enumerate(own):
                rows = [(above[n], below[n]) for above, below in by_piece]
                for sense, kept in ((-1, least), (+1, greatest)):
                    best = lifted_extreme(table, s, parts, rows, sense) if m not in lift else None
                    if best is not None:
                        kept.value[s, m], kept.fills[s, m] = best.value, best.fills
    return lifted


def _spread_of(table: MassTable, num: Array, den: Array, den0: Array, at: Extreme, asked: list[bool]) -> Array:
    """Spreads of the sides that are limits, zero for the others."""
    found = np.zeros_like(at.value)
    found[:, asked] = spread(table, num[asked], den[asked], Extreme(at.value[:, asked], at.fills[:, asked]), den0[asked])
    return found


def _judge(rig: Rig, loads: Loads) -> tuple[list[Check], dict[str, tuple[Check, ...]]]:
    """The worst of every limit over all states, and every state's checks worst first."""
    grid: dict[str, list[Check]] = {s.id: [] for s in rig.states}
    found: dict[str, list[tuple[Check, int]]] = {}
    for m, limit in enumerate(loads.limits):
        if not limit.counts:
            continue
        for s, state in enumerate(rig.states):
            if loads.applies[s, m]:
                check = judge(rig, loads, m, s)
                grid[state.id].append(check)
                found.setdefault(limit.id, []).append((check, m))
    worst = []
    for checks in found.values():
        check, m = min(checks, key=lambda c: _nearest(c[0]))
        worst.append(_named(rig, loads, m, check))
    by_state = {state: tuple(sorted(own, key=lambda c: c.rank)) for state, own in grid.items() if own}
    return worst, by_state


def _nearest(check: Check) -> tuple[int, float]:
    """Orders one limit over states: by status, then by margin, an unknown by its greatest load."""
    if check.margin is not None:
        return check.rank[0], check.margin
    return check.rank[0], -(check.load or 0.0)


def judge(rig: Rig, loads: Loads, m: int, s: int) -> Check:
    """One limit in one state, on its nearer side."""
    limit, state = loads.limits[m], rig.states[s]
    high, low = float(loads.greatest.value[s, m]), float(loads.least.value[s, m])
    value, bound, margin, side, pm = high, limit.high, None, "high", float(loads.greatest_pm[s, m])
    if limit.high is not None:
        margin = limit.high - high
    if limit.low is not None and (margin is None or low - limit.low < margin):
        value, bound, margin, side, pm = low, limit.low, low - limit.low, "low", float(loads.least_pm[s, m])
    if isinstance(limit.rating, Figure):
        pm = (pm**2 + limit.rating.plus_minus**2) ** 0.5
    return Check(
        id=limit.id,
        kind=limit.check,
        subject=limit.subject,
        quantity=limit.quantity,
        status=_status(margin, bound, pm, rig.rules.reserve),
        load=value,
        limit=bound,
        side="high" if side == "high" else "low",
        margin=margin,
        spread=pm,
        state=state.id,
        by_rule=limit.by_rule,
        field=limit.field,
    )


def _status(margin: float | None, bound: float | None, pm: float, reserve: float) -> Status:
    if margin is None or bound is None:
        return "unknown"
    if margin < -1e-9 * max(1.0, abs(bound)):
        return "over"
    return "tight" if margin < max(reserve * abs(bound), pm) else "ok"


def _named(rig: Rig, loads: Loads, m: int, check: Check) -> Check:
    """The check with its fills and the words of when it happens."""
    s = rig.state_number(check.state)
    side = loads.greatest if check.side == "high" else loads.least
    fills = side.fills[s, m]
    tanks = loads.table.tanks
    pull = loads.num[m] - (check.load or 0.0) * loads.den[m] if loads.den[m].any() else loads.num[m]
    weight = np.abs(loads.table.tank_moments @ pull) * (loads.table.high[s] - loads.table.low[s])
    order = [int(i) for i in np.argsort(-weight, kind="stable") if weight[i] > 0.5e-2 * max(abs(check.load or 0.0), 1e-9)]
    named = [_tank_words(loads, i, s, fills) for i in order[:2]]
    phrase = fills_phrase(named)
    at = {t.address: float(f) for t, f in zip(tanks, fills, strict=True)}
    return replace(check, fills=at, when=f"{uncapital(rig.states[s].name)} {phrase}".strip())


def _tank_words(loads: Loads, i: int, s: int, fills: Array) -> tuple[str, float, float, float]:
    tank = loads.table.tanks[i]
    same = sum(t.part.liquid.name == tank.part.liquid.name for t in loads.table.tanks)
    name = tank.part.liquid.short if same == 1 or len(tank.name) > LONG_NAME else tank.name
    return name, float(fills[i]), float(loads.table.low[s, i]), float(loads.table.high[s, i])
