"""The most that may travel: caps for the tanks under which every fill is right, or the most at one exact fill.

For caps u every fill between heel and u keeps c·m ≤ b when Σ max(a, 0)·u + Σ min(a, 0)·heel ≤ b - base, with a = c·tank:
a linear program. At one exact fill the program has a in place of max(a, 0); it says nothing of the fills on the way.
"""

from collections.abc import Iterator, Mapping, Sequence
from itertools import product
from math import floor, prod
from typing import Literal

import numpy as np
from msgspec import Struct

from ..base.arrays import Array, NDArray
from ..base.value import FreltError
from ..edit.states import set_fill
from ..kind.draws import rates
from ..masses.item_rows import Tank
from ..model.liquid import Role
from ..model.rig import Rig
from ..model.state import FillRange
from ..solve import Solved
from ..statics.half_planes import linear_sides
from ..statics.loads import Loads
from .fill_choice import Choice, choices, stretches
from .on_the_road import Unread, road_states

Aim = Literal["liquid", "hours", "priority"]
MOST_WAYS = 600  # programs that are looked at, of joined tanks at different heights


class Cap(Struct, frozen=True):
    """One tank's cap. low, fill: shares of capacity.  price: what one more liter of it takes from all the others [L]; None where
    it is full, or where no emptying of the others makes room for one more.

    full: whether the tank itself is what stops it.  tank: joined ones stand as one of them, with the capacity of all.
    """

    tank: Tank
    low: float
    fill: float
    price: float | None
    full: bool
    choice: Choice

    @property
    def volume(self) -> float:
        """What it holds at its cap [m³]."""
        return self.tank.part.capacity.value * self.fill


class RoadFill(Struct, frozen=True):
    """Caps of the tanks that are free to choose. exact: good only at these very fills.

    binding: subjects of the limits that hold it back, the dearest first.  known, counted: limits known, of how many.
    why: reason when there is none.  hours: how long the scarcest liquid lasts [s], 0 where nothing draws.
    paper: the caps that leave no limit anything, where these leave each its reserve and its ±.
    unread: plates that bear on the road and are not read (see `on_the_road`): nothing is proved while there are any.
    tight: subjects of limits that have no reserve left even with every tank drawn down.
    bare: what has no plate to be right by (see `on_the_road`).  unrated: plates that are said not to exist.
    likely: subjects of what is likely over at these caps, with what nobody counted.  read_over: of what a ticket read over its plate.
    """

    caps: tuple[Cap, ...]
    exact: bool
    binding: tuple[str, ...]
    known: int
    counted: int
    hours: float = 0.0
    why: str = ""
    paper: "RoadFill | None" = None
    unread: tuple[Unread, ...] = ()
    tight: tuple[str, ...] = ()
    bare: tuple[str, ...] = ()
    unrated: tuple[str, ...] = ()
    likely: tuple[str, ...] = ()
    read_over: tuple[str, ...] = ()

    @property
    def shown(self) -> tuple[Cap, ...]:
        """The caps, else those on paper."""
        return self.caps or (self.paper.caps if self.paper is not None else ())

    @property
    def proved(self) -> bool:
        """Whether every fill up to the caps is right, with reserve and ±, by every plate that bears on the road."""
        open_ = self.unread or self.bare or self.likely or self.read_over
        return bool(self.caps) and not self.exact and not open_ and self.paper is not None

    @property
    def volume(self) -> float:
        """All liquid at the caps [m³]."""
        return sum(c.volume for c in self.caps)


class _Program(Struct, frozen=True):
    """Rows a·share ≤ rest of what is free to choose, on one stretch of each. limit: whose row.  low, top: of the stretches."""

    a: Array
    rest: Array
    limit: NDArray[np.intp]
    low: Array
    top: Array
    capacity: Array


def _programs(
    solved: Solved,
    loads: Loads,
    states: Sequence[int],
    free: Sequence[Choice],
    exact: bool,
    bounds: Sequence[tuple[float | None, float | None]] | None,
) -> Iterator[_Program]:
    """A program for each way to take one stretch of every choice, the lowest first."""
    table, sides = loads.table, linear_sides(loads, bounds)
    chosen = {int(i) for c in free for i in c.own}
    held = [i for i in range(len(table.tanks)) if i not in chosen]
    pull = sides.rows @ table.tank_moments.T
    rows, rests, limits = [], [], []
    for s in states:
        applies = loads.applies[s, sides.limit]
        own, low, high = pull[applies], table.low[s], table.high[s]
        worst = np.maximum(own[:, held] * low[held], own[:, held] * high[held]).sum(axis=1)
        rows.append(own)
        rests.append(sides.bound[applies] - table.base[s] @ sides.rows[applies].T - worst)
        limits.append(sides.limit[applies])
    whole, rest, limit = np.concatenate(rows), np.concatenate(rests), np.concatenate(limits)
    listed = [stretches(c, whole, exact) for c in free]
    if prod(len(x) for x in listed) > MOST_WAYS:
        raise FreltError("so many joined tanks at different heights are not solved yet; expected one or two groups")
    for way in product(*listed):
        yield _Program(
            a=np.array([x.a for x in way]).T.reshape(len(rest), len(way)),
            rest=rest - sum(x.rest for x in way),
            limit=limit,
            low=np.array([x.low for x in way]),
            top=np.array([x.high for x in way]),
            capacity=np.array([c.whole for c in free]),
        )


def road_fill(
    solved: Solved,
    states: Sequence[int] | None = None,
    aim: Aim = "liquid",
    priority: Sequence[str] = (),
    exact: bool = False,
    bounds: Sequence[tuple[float | None, float | None]] | None = None,
    priced: bool = True,
) -> RoadFill:
    """The greatest caps in some states, those on the road unless told; priority: addresses of tanks, the first first.

    bounds: of every limit, (low, high), in place of its own.  priced: with the price of one more, which takes a program for each.
    """
    known, counted = solved.known
    loads, chosen = solved.loads, road_states(solved.rig) if states is None else tuple(states)
    if loads is None or not chosen:
        why = solved.why or "no state is on the road"
        return RoadFill((), exact, (), known, counted, why=why)
    free = choices(solved.rig, solved.frames, loads, chosen)
    if not free:
        return RoadFill((), exact, (), known, counted, why="there is no tank to fill")
    tanks, drawn = [c.tank for c in free], rates(solved.rig)
    best: tuple[tuple[float, ...], Array, Array, _Program] | None = None
    first: RoadFill | None = None
    try:
        for program in _programs(solved, loads, chosen, free, exact, bounds):
            a, rest = _scaled(program)
            never = (np.abs(a).max(axis=1) == 0) & (rest < -1e-9)
            never |= (rest < (a * program.low).sum(axis=1) - 1e-9) if not exact else False
            if never.any():
                names = tuple(dict.fromkeys(loads.limits[m].subject for m in program.limit[never]))
                why = f"even with every tank drawn down: {names[0]} is outside"
                first = first or RoadFill((), exact, names, known, counted, why=why)
                continue
            weights = _weights(tanks, program.capacity, aim, priority, drawn)
            fills, duals = _solve(a, rest, program, weights, drawn if aim == "hours" else {}, tanks)
            if fills is None:
                continue
            worth = (hours(tanks, fills, _heels(free), drawn) if aim == "hours" else 0.0, *(float(w @ fills) for w in weights))
            if best is None or _better(worth, best[0]):
                best = worth, fills, duals, program
    except FreltError as err:
        return RoadFill((), exact, (), known, counted, why=str(err))
    if best is None:
        return first or RoadFill((), exact, (), known, counted, why="no fill at all keeps every limit")
    _, fills, duals, program = best
    caps = tuple(
        Cap(c.tank, float(c.shares[0]), float(u), p, bool(u >= c.shares[-1] - 1e-9), c)
        for c, u, p in zip(free, fills, _prices(program, fills, aim == "liquid") if priced else [None] * len(free), strict=True)
    )
    order = np.argsort(-duals, kind="stable")
    binding = tuple(dict.fromkeys(loads.limits[program.limit[i]].subject for i in order if duals[i] > 1e-9))
    return RoadFill(caps, exact, binding, known, counted, hours(tanks, fills, _heels(free), drawn))


LITER = 1e-3  # m³


def _prices(program: _Program, fills: Array, most: bool) -> list[float | None]:
    """What one more liter in each takes from all the others [L], by a program each in which it has that liter more. most: whether
    the fills are the most liquid there is.

    Where less than a liter is left to its top, so much less is asked. None where there is no way to make room.
    """
    from scipy.optimize import linprog

    a, rest = _scaled(program)
    found: list[float | None] = []
    for i, (fill, whole) in enumerate(zip(fills, program.capacity, strict=True)):
        more = min(LITER / whole, program.top[i] - fill)
        if more < 1e-6:
            found.append(None)
            continue
        others = np.where(np.arange(len(fills)) == i, 0.0, -program.capacity)
        left = (
            [float(-others @ fills)] if most else []
        )  # where the whole is the most there is, so are the others beside this one
        for least in (fill + more,) if most else (fill, fill + more):
            bounds = [(least, None) if j == i else b for j, b in enumerate(zip(program.low, program.top, strict=True))]
            best = linprog(others, a, rest + 1e-12, bounds=bounds, method="highs")
            left.append(-best.fun if best.success else float("nan"))
        price = (left[0] - left[1]) / float(more * whole)
        found.append(None if np.isnan(price) else float(price))
    return found


def _better(one: Sequence[float], other: Sequence[float]) -> bool:
    """Whether one is more than another in the first place where they differ by more than rounding."""
    for a, b in zip(one, other, strict=True):
        if abs(a - b) > 1e-12 * max(1.0, abs(b)):
            return a > b
    return False


def _scaled(program: _Program) -> tuple[Array, Array]:
    """The rows of a program, each so large that one share of the tank that moves it most moves it by one."""
    scale = np.maximum(np.abs(program.a).max(axis=1), 1e-9)
    return program.a / scale[:, None], program.rest / scale


def _heels(free: Sequence[Choice]) -> Array:
    return np.array([c.shares[0] for c in free])


def hours(tanks: Sequence[Tank], fills: Array, low: Array, drawn: Mapping[Role, float]) -> float:
    """How long the scarcest of the liquids that are drawn lasts [s]; 0 where nothing is drawn or none is aboard."""
    least = []
    for role, rate in drawn.items():
        own = [i for i, t in enumerate(tanks) if t.part.liquid.role == role]
        if own and rate > 0:
            least.append(sum(tanks[i].part.capacity.value * max(fills[i] - low[i], 0.0) for i in own) / rate)
    return float(min(least)) if least else 0.0


def _weights(
    tanks: Sequence[Tank], capacity: Array, aim: Aim, priority: Sequence[str], drawn: Mapping[Role, float]
) -> list[Array]:
    """What is made greatest, one after the other."""
    if aim == "priority":
        first = [np.where([t.address == one for t in tanks], capacity, 0.0) for one in priority]
        return [*(w for w in first if w.any()), capacity]
    return [capacity]


def _solve(
    a: Array, rest: Array, program: _Program, weights: Sequence[Array], drawn: Mapping[Role, float], tanks: Sequence[Tank]
) -> tuple[Array | None, Array]:
    """Fills that make each of the weights greatest in turn, and the price of each row in the last of them."""
    from scipy.optimize import linprog

    rows, bound, prices = a, rest, np.zeros(len(rest))
    count, heels = len(program.capacity), np.array([min(t.part.heel, t.part.top) for t in tanks])
    bounds = list(zip(program.low, program.top, strict=True))
    if drawn:  # first the hours: Σ capacity·(u - low) of each liquid at least rate·t
        more, least = [], []
        for role, rate in drawn.items():
            own = np.array([t.part.liquid.role == role for t in tanks])
            if own.any() and rate > 0:
                more.append(np.append(np.where(own, -program.capacity, 0.0), rate))
                least.append(-float((program.capacity * heels)[own].sum()))
        if more:
            whole = np.vstack([np.hstack([a, np.zeros((len(a), 1))]), np.array(more)])
            aim = np.append(np.zeros(count), -1.0)
            found = linprog(aim, whole, np.append(rest, least), bounds=[*bounds, (0, None)], method="highs")
            if not found.success:
                return None, prices
            rows = np.vstack([a, np.array(more)[:, :count]])
            bound = np.append(rest, np.array(least) - np.array(more)[:, count] * found.x[-1] * (1 - 1e-9))
    fills: Array | None = None
    for weight in weights:
        found = linprog(-weight, rows, bound, bounds=bounds, method="highs")
        if not found.success:
            return None, prices
        fills, prices = found.x, -found.ineqlin.marginals[: len(rest)]
        rows = np.vstack([rows, -weight[None]])
        bound = np.append(bound, found.fun * (1 - 1e-9))
    return fills, prices


def with_road_fill(rig: Rig, caps: Sequence[Cap], measure: float, states: Sequence[int] | None = None) -> Rig:
    """The rig whose road ranges run from heel to the caps, rounded down to a measure [m³]."""
    for s in road_states(rig) if states is None else states:
        for cap in caps:
            fill = rounded(cap, measure)
            rig = set_fill(rig, rig.states[s].id, cap.tank.address, FillRange(low=min(cap.low, fill), high=fill, now=fill))
    return rig


def fill_marks(found: RoadFill, measure: float) -> dict[str, float]:
    """Where the line of a road fill stands on every tank, a share, rounded down to a measure [m³], by address."""
    return {address: fill for cap in found.caps for address, fill in cap.choice.lines(rounded(cap, measure)).items()}


def rounded(cap: Cap, measure: float) -> float:
    """The cap as a share, rounded down to whole measures [m³] of volume, but not below its heel; the brim stays."""
    whole = cap.tank.part.capacity.value
    if cap.full or whole <= 0:
        return cap.fill
    return max(floor(cap.fill * whole / measure + 1e-6) * measure / whole, min(cap.low, cap.fill))
