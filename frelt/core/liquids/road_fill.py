"""The most that may travel: caps for the tanks under which every fill is right, or the most at one exact fill.

For caps u every fill between heel and u keeps c·m ≤ b when Σ max(a, 0)·u + Σ min(a, 0)·heel ≤ b - base, with a = c·tank:
a linear program. At one exact fill the program has a in place of max(a, 0); it says nothing of the fills on the way.
"""

from collections.abc import Mapping, Sequence
from math import floor
from typing import Literal

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from ..base.arrays import Array
from ..base.value import FreltError
from ..edit.states import set_fill
from ..kind.capability import can
from ..kind.registry import given
from ..masses.item_rows import Tank
from ..model.liquid import Tint
from ..model.rig import Rig
from ..model.state import FillRange, State
from ..solve import Solved
from ..statics.half_planes import linear_sides
from ..statics.loads import Loads

Aim = Literal["liquid", "hours", "priority"]
MOST_ORDERED = 14  # tanks of which every order is looked at


class Cap(Struct, frozen=True):
    """One tank's cap. low, fill: shares of capacity.  price: what one more liter of it takes from the rest [L].

    full: whether the tank itself is what stops it.
    """

    tank: Tank
    low: float
    fill: float
    price: float
    full: bool

    @property
    def volume(self) -> float:
        """What it holds at its cap [m³]."""
        return self.tank.part.capacity.value * self.fill


class RoadFill(Struct, frozen=True):
    """Caps of the tanks that are free to choose. exact: good only at these very fills.

    binding: subjects of the limits that hold it back, the dearest first.  known, counted: limits known, of how many.
    why: reason when there is none.  hours: how long the scarcest liquid lasts [s], 0 where nothing draws.
    """

    caps: tuple[Cap, ...]
    exact: bool
    binding: tuple[str, ...]
    known: int
    counted: int
    hours: float = 0.0
    why: str = ""

    @property
    def volume(self) -> float:
        """All liquid at the caps [m³]."""
        return sum(c.volume for c in self.caps)


class _Program(Struct, frozen=True):
    """Rows a·fill ≤ rest of the tanks that are free. limit: whose row."""

    tanks: tuple[int, ...]
    a: Array
    rest: Array
    limit: NDArray[np.intp]
    low: Array
    top: Array
    capacity: Array


def road_states(rig: Rig) -> tuple[int, ...]:
    """The states on the road, by number."""
    return tuple(n for n, s in enumerate(rig.states) if s.road and s.condition == "hitched")


def rates(rig: Rig) -> dict[Tint, float]:
    """How fast each liquid is drawn with everything running [m³/s]: machines draw water, soft-wash pumps half SH.

    Half and half at full water and full SH: common practice, no source.
    """
    found: dict[Tint, float] = {}
    for item in rig.items:
        if item.built_in or not can(item, "wash", "soft wash"):
            continue
        flow = given(item)["flow"]
        soft = can(item, "soft wash")
        if soft:
            found["sh"] = found.get("sh", 0.0) + flow / 2
        found["water"] = found.get("water", 0.0) + (flow / 2 if soft else flow)
    return found


def _program(solved: Solved, loads: Loads, states: Sequence[int]) -> _Program:
    table, sides, built_in = loads.table, linear_sides(loads), {i.id for i in solved.rig.items if i.built_in}
    gone = {i for s in states for i in (*solved.rig.states[s].absent, *solved.rig.states[s].later)}
    tied = {int(i) for g in table.groups if g.line for i in g.tanks}  # joined at different heights: their range stays
    free = [
        i
        for i, t in enumerate(table.tanks)
        if i not in tied
        and t.item not in built_in
        and t.item not in gone
        and t.part.liquid.tint != "fuel"  # nobody leaves without fuel
    ]
    held = [i for i in range(len(table.tanks)) if i not in free]
    pull = sides.rows @ table.tank_moments.T
    rows, rests, limits = [], [], []
    for s in states:
        applies = loads.applies[s, sides.limit]
        own, low, high = pull[applies], table.low[s], table.high[s]
        worst = np.maximum(own[:, held] * low[held], own[:, held] * high[held]).sum(axis=1)
        rows.append(own[:, free])
        rests.append(sides.bound[applies] - table.base[s] @ sides.rows[applies].T - worst)
        limits.append(sides.limit[applies])
    parts = [table.tanks[i].part for i in free]
    return _Program(
        tanks=tuple(free),
        a=np.concatenate(rows) if rows else np.zeros((0, len(free))),
        rest=np.concatenate(rests) if rests else np.zeros(0),
        limit=np.concatenate(limits) if limits else np.zeros(0, dtype=np.intp),
        low=np.array([min(p.heel, p.top) for p in parts]),
        top=np.array([p.top for p in parts]),
        capacity=np.array([p.capacity.value for p in parts]),
    )


def road_fill(
    solved: Solved,
    states: Sequence[int] | None = None,
    aim: Aim = "liquid",
    priority: Sequence[str] = (),
    exact: bool = False,
) -> RoadFill:
    """The greatest caps in some states, those on the road unless told; priority: addresses of tanks, the first first."""
    known, counted = solved.known
    loads, chosen = solved.loads, road_states(solved.rig) if states is None else tuple(states)
    if loads is None or not chosen:
        why = solved.why or "no state is on the road"
        return RoadFill((), exact, (), known, counted, why=why)
    program = _program(solved, loads, chosen)
    if not program.tanks:
        return RoadFill((), exact, (), known, counted, why="there is no tank to fill")
    a = program.a if exact else np.maximum(program.a, 0.0)
    rest = program.rest if exact else program.rest - np.minimum(program.a, 0.0) @ program.low
    scale = np.maximum(np.abs(a).max(axis=1), 1e-9)
    a, rest = a / scale[:, None], rest / scale
    kept = np.abs(a).max(axis=1) > 0
    never = ~kept & (rest < -1e-9) | (rest < (a * program.low).sum(axis=1) - 1e-9 if not exact else np.zeros(len(rest), bool))
    if never.any():
        names = tuple(dict.fromkeys(loads.limits[m].subject for m in program.limit[never]))
        return RoadFill((), exact, names, known, counted, why=f"even with every tank drawn down: {names[0]} is outside")
    drawn = rates(solved.rig)
    tanks = [loads.table.tanks[i] for i in program.tanks]
    weights = _weights(tanks, program.capacity, aim, priority, drawn)
    fills, duals = _solve(a, rest, program, weights, drawn if aim == "hours" else {}, tanks)
    if fills is None:
        return RoadFill((), exact, (), known, counted, why="no fill at all keeps every limit")
    price = duals @ a
    caps = tuple(
        Cap(t, float(low), float(u), float(p / c), bool(u >= top - 1e-9))
        for t, low, u, p, c, top in zip(tanks, program.low, fills, price, program.capacity, program.top, strict=True)
    )
    order = np.argsort(-duals, kind="stable")
    binding = tuple(dict.fromkeys(loads.limits[program.limit[i]].subject for i in order if duals[i] > 1e-9))
    return RoadFill(caps, exact, binding, known, counted, hours(tanks, fills, program.low, drawn))


def hours(tanks: Sequence[Tank], fills: Array, low: Array, drawn: Mapping[Tint, float]) -> float:
    """How long the scarcest of the liquids that are drawn lasts [s]; 0 where nothing is drawn or none is aboard."""
    least = []
    for tint, rate in drawn.items():
        own = [i for i, t in enumerate(tanks) if t.part.liquid.tint == tint]
        if own and rate > 0:
            least.append(sum(tanks[i].part.capacity.value * max(fills[i] - low[i], 0.0) for i in own) / rate)
    return float(min(least)) if least else 0.0


def _weights(
    tanks: Sequence[Tank], capacity: Array, aim: Aim, priority: Sequence[str], drawn: Mapping[Tint, float]
) -> list[Array]:
    """What is made greatest, one after the other."""
    if aim == "priority":
        first = [np.where([t.address == one for t in tanks], capacity, 0.0) for one in priority]
        return [*(w for w in first if w.any()), capacity]
    return [capacity]


def _solve(
    a: Array, rest: Array, program: _Program, weights: Sequence[Array], drawn: Mapping[Tint, float], tanks: Sequence[Tank]
) -> tuple[Array | None, Array]:
    """Fills that make each of the weights greatest in turn, and the price of each row in the last of them."""
    from scipy.optimize import linprog

    rows, bound, prices = a, rest, np.zeros(len(rest))
    count = len(program.capacity)
    bounds = list(zip(program.low, program.top, strict=True))
    if drawn:  # first the hours: Σ capacity·(u - low) of each liquid at least rate·t
        more, least = [], []
        for tint, rate in drawn.items():
            own = np.array([t.part.liquid.tint == tint for t in tanks])
            if own.any() and rate > 0:
                more.append(np.append(np.where(own, -program.capacity, 0.0), rate))
                least.append(-float((program.capacity * program.low)[own].sum()))
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


def fill_order(solved: Solved, caps: Sequence[Cap], states: Sequence[int] | None = None) -> tuple[str, ...] | None:
    """In which order the tanks are filled to their caps so that every moment of it is right, hitched and standing.

    Addresses of the tanks; empty where any order will do, None where there is none. Of the right orders it is the one whose
    tightest moment is least tight. Raises FreltError for more tanks than can be looked at.
    """
    loads, chosen = solved.loads, road_states(solved.rig) if states is None else tuple(states)
    moving = [c for c in caps if c.fill > c.low + 1e-9]
    if loads is None or not chosen:
        return None
    if len(moving) > MOST_ORDERED:
        raise FreltError(f"{len(moving)} tanks; an order is looked for among {MOST_ORDERED} at most")
    table, sides = loads.table, linear_sides(loads)
    number = {t.address: i for i, t in enumerate(table.tanks)}
    standing = State(id="filling", name="filling", road=False)
    applies = np.array([loads.limits[m].applies(standing) for m in sides.limit], dtype=bool)
    if not applies.any() or not moving:
        return ()
    rows, bound = sides.rows[applies], sides.bound[applies]
    pull = rows @ table.tank_moments.T
    start = table.high[chosen[0]].copy()
    for c in caps:
        start[number[c.tank.address]] = c.low
    rest = bound - table.base[chosen[0]] @ rows.T - pull @ start
    step = np.array([pull[:, number[c.tank.address]] * (c.fill - c.low) for c in moving])
    masks = np.arange(1 << len(moving))
    bits = (masks[:, None] >> np.arange(len(moving))) & 1
    room = ((rest - bits @ step) / np.maximum(np.abs(bound), 1.0)).min(axis=1)
    if (room >= -1e-9).all():
        return ()
    best, last = np.where(masks == 0, room, -np.inf), np.full(len(masks), -1)
    for mask in range(1, len(masks)):
        for b in range(len(moving)):
            if mask >> b & 1 and min(best[mask ^ (1 << b)], room[mask]) > best[mask]:
                best[mask], last[mask] = min(best[mask ^ (1 << b)], room[mask]), b
    if best[-1] < -1e-9:
        return None
    order, mask = [], len(masks) - 1
    while mask:
        order.append(moving[last[mask]].tank.address)
        mask ^= 1 << int(last[mask])
    return tuple(reversed(order))


def with_road_fill(rig: Rig, caps: Sequence[Cap], measure: float, states: Sequence[int] | None = None) -> Rig:
    """The rig whose road ranges run from heel to the caps, rounded down to a measure [m³]."""
    for s in road_states(rig) if states is None else states:
        for cap in caps:
            fill = rounded(cap, measure)
            rig = set_fill(rig, rig.states[s].id, cap.tank.address, FillRange(low=min(cap.low, fill), high=fill, now=fill))
    return rig


def rounded(cap: Cap, measure: float) -> float:
    """The cap as a share, rounded down to whole measures [m³] of volume, but not below its heel; the brim stays."""
    whole = cap.tank.part.capacity.value
    if cap.full or whole <= 0:
        return cap.fill
    return max(floor(cap.fill * whole / measure + 1e-6) * measure / whole, min(cap.low, cap.fill))
