"""A day played: when something runs dry, and what every limit says at each moment.

Flows are constant between the ends of acts and the moments at which a tank runs empty or full, so fills are straight lines
between those moments, loads are too, and shares are monotone: the tightest moment is at one of them, exactly. A tank that is
dumped is let down at its mean rate.
"""

from collections.abc import Iterator, Mapping
from itertools import pairwise

import numpy as np
from msgspec import Struct
from msgspec.structs import replace
from numpy.typing import NDArray

from ..base.arrays import Array
from ..liquids.road_fill import road_states
from ..model.day import DRAWING, Act, Day, called, clock
from ..model.rig import Rig
from ..solve import Solved
from .flows import Aboard, Flow, flow_of


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

    def at(self, time: float) -> dict[str, float]:
        """Fills at a time [s], shares by address."""
        return {a: float(np.interp(time, self.times, self.fills[:, i])) for i, a in enumerate(self.addresses)}

    def state_at(self, time: float) -> str:
        """The state of the rig that is judged at a time [s], by id."""
        i = min(int(np.searchsorted(self.times, time, "right")), len(self.states) - 1)
        return self.states[i] if len(self.states) else ""


def play(solved: Solved, day: Day) -> Play:
    """Play a day from its first act to its last."""
    rig = solved.rig
    aboard = Aboard(rig)
    addresses = tuple(a for a, _, _ in aboard.listed)
    parts = [t for _, _, t in aboard.listed]
    fills = np.array([day.begins.get(a, min(t.heel, t.top)) for a, t in zip(addresses, parts, strict=True)], dtype=float)
    acts = sorted((a for a in day.acts if a.length > 0), key=lambda a: a.start)
    if not acts:
        return Play(
            day=day,
            addresses=addresses,
            times=np.zeros(0),
            fills=np.zeros((0, len(addresses))),
            driving=np.zeros(0, dtype=bool),
            states=(),
            used={},
            filled={},
            dumped={},
            short=(),
            why="the day has no acts yet",
        )
    road = road_states(rig)
    yard = next((n for n, s in enumerate(rig.states) if not s.road and s.condition != "lifted"), None)
    times, kept, moving, notes = [], [], [], []
    used, filled, dumped = (dict.fromkeys(addresses, 0.0) for _ in range(3))
    short: dict[tuple[str, int], Short] = {}
    edges = sorted({t for a in acts for t in (a.start, a.end)})
    for begin, end in pairwise(edges):
        active = [a for a in acts if a.start <= begin and a.end >= end]
        flows = {a.id: flow_of(aboard, day, a, fills) for a in active}
        notes += [f.note for f in flows.values() if f.note and f.note not in notes]
        driving = any(a.kind == "drive" for a in active)
        now = begin
        times.append(now)
        kept.append(fills.copy())
        moving.append(driving)
        while now < end - 1e-9:
            rate, ahead = _step(aboard, active, flows, fills, end - now, now, short)
            for one in (flows[a.id] for a in active if a.kind == "dump"):
                for t, r in one.rates.items():
                    dumped[addresses[t]] += -r * ahead if fills[t] > one.floors[t] + 1e-12 else 0.0
            fills = fills + rate * ahead / aboard.whole
            for i, r in enumerate(rate):
                used[addresses[i]] += max(-r, 0.0) * ahead
                filled[addresses[i]] += max(r, 0.0) * ahead
            now += ahead
            times.append(now)
            kept.append(fills.copy())
            moving.append(driving)
    made = Play(
        day=day,
        addresses=addresses,
        times=np.array(times),
        fills=np.array(kept).reshape(-1, len(addresses)),
        driving=np.array(moving, dtype=bool),
        states=tuple(_state_id(rig, road, yard, m) for m in moving),
        used=used,
        filled=filled,
        dumped=dumped,
        short=tuple(sorted(short.values(), key=lambda s: s.at)),
        notes=(*notes, *_full(aboard, acts, np.array(times), np.array(kept).reshape(-1, len(addresses)))),
    )
    return _judged(solved, made)


def _full(aboard: Aboard, acts: list[Act], times: Array, fills: Array) -> Iterator[str]:
    """Tanks that are full before what fills them ends: a float shuts, or somebody must."""
    for act in acts:
        if act.kind not in ("fill", "refuel"):
            continue
        tank = aboard.first("water" if act.kind == "fill" else "fuel", act.tank)
        if tank is None:
            continue
        top = min(act.to, aboard.listed[tank][2].top)
        at = np.nonzero((times >= act.start) & (times < act.end - 60) & (fills[:, tank] >= top - 1e-9))[0]
        if len(at):
            yield f"{called(act)}: {aboard.listed[tank][1].name} is full at {clock(float(times[at[0]]))}, its float or somebody must shut it"


def _state_id(rig: Rig, road: tuple[int, ...], yard: int | None, driving: bool) -> str:
    n = road[0] if driving and road else yard if yard is not None else road[0] if road else 0
    return rig.states[n].id if rig.states else ""


def _dry(aboard: Aboard, act: Act, flow: Flow, fills: Array, now: float, short: dict[tuple[str, int], Short]) -> bool:
    """Whether an act lacks a liquid; what it lacks of it is noted once."""
    empty = [t for t, r in flow.rates.items() if r < 0 and fills[t] <= flow.floors[t] + 1e-12]
    for t in empty if act.kind in (*DRAWING, "drive") else ():
        if (act.id, t) not in short:
            address, item, _ = aboard.listed[t]
            short[act.id, t] = Short(act, address, item.name, float(now), float(-flow.rates[t] * (act.end - now)))
    return bool(empty)


def _step(
    aboard: Aboard,
    active: list[Act],
    flows: Mapping[str, Flow],
    fills: Array,
    left: float,
    now: float,
    short: dict[tuple[str, int], Short],
) -> tuple[Array, float]:
    """Net rates of all tanks now [m³/s], and how long they stay so [s].

    An act that lacks one liquid stops, until the next act begins or ends.
    """
    net = np.zeros(len(fills))
    coming: list[tuple[int, float, float]] = []
    floors, tops = np.full(len(fills), -np.inf), np.full(len(fills), np.inf)
    for act in active:
        flow = flows[act.id]
        if _dry(aboard, act, flow, fills, now, short):
            continue
        for t, r in flow.rates.items():
            if r < 0:
                net[t] += r
                floors[t] = max(floors[t], flow.floors[t])
            else:
                coming.append((t, r, flow.tops[t]))
    for t, r, top in coming:  # a float that has shut lets in what is drawn
        if fills[t] >= top - 1e-12:
            net[t] += min(r, max(-net[t], 0.0))
        else:
            net[t] += r
            tops[t] = min(tops[t], top)
    ahead = left
    for t, r in enumerate(net):
        if r < 0 and np.isfinite(floors[t]):
            ahead = min(ahead, max((fills[t] - floors[t]) * aboard.whole[t] / -r, 0.0))
        elif r > 0 and np.isfinite(tops[t]):
            ahead = min(ahead, max((tops[t] - fills[t]) * aboard.whole[t] / r, 0.0))
    return net, max(ahead, min(left, 1e-6))


KINDS_SHOWN = ("axle", "coupler", "tongue share", "gross", "front axle", "payload")


def _judged(solved: Solved, made: Play) -> Play:
    """The same with every limit's value at each moment, and the tightest of them."""
    loads, rig = solved.loads, solved.rig
    if loads is None:
        return replace(made, why=solved.why)
    number = {t.address: i for i, t in enumerate(loads.table.tanks)}
    share = np.zeros((len(made.times), len(loads.table.tanks)))
    for i, a in enumerate(made.addresses):
        if a in number:
            share[:, number[a]] = made.fills[:, i]
    states = np.array([rig.state_number(s) if s else 0 for s in made.states], dtype=np.intp)
    moments = loads.table.base[states] + share @ loads.table.tank_moments
    below = moments @ loads.den.T
    ratio = np.any(loads.den != 0, axis=1)
    value = moments @ loads.num.T / np.where(ratio & (np.abs(below) > 1e-9), below, 1.0)
    applies = loads.applies[states]
    value = np.where(applies, value, np.nan)
    curves: list[Curve] = []
    tightest: Tightest | None = None
    for m, limit in enumerate(loads.limits):
        if not applies[:, m].any():
            continue
        curve = Curve(limit.id, limit.subject, limit.quantity, value[:, m], limit.low, limit.high)
        if limit.known and limit.check != "lift":
            margin, at = _margin(curve)
            if tightest is None or margin < tightest.margin:
                tightest = Tightest(at, float(made.times[at]), curve, margin)
        if limit.check in KINDS_SHOWN and all(c.id != curve.id for c in curves):
            curves.append(curve)
    return replace(made, curves=tuple(curves), tightest=tightest)


def _margin(curve: Curve) -> tuple[float, int]:
    """The least margin as a share of the nearer bound, and the moment."""
    found = np.full(len(curve.value), np.inf)
    for bound, sign in ((curve.high, 1.0), (curve.low, -1.0)):
        if bound is not None:
            found = np.fmin(found, sign * (bound - curve.value) / max(abs(bound), 1e-9))
    found = np.where(np.isnan(curve.value), np.inf, found)
    at = int(np.argmin(found))
    return float(found[at]), at


def enough(made: Play, short: Short) -> tuple[float, float | None]:
    """What would have sufficed: a tank of this capacity [m³], or a tap of this flow while it was filled [m³/s]."""
    i = made.addresses.index(short.tank)
    missing = sum(s.missing for s in made.short if s.tank == short.tank)
    spans = [a.length for a in made.day.acts if a.kind == "fill" and a.tank in ("", short.tank)]
    given_in = made.filled[made.addresses[i]]
    tap = (given_in + missing) / sum(spans) if spans and sum(spans) > 0 else None
    return missing, tap


def table(made: Play) -> Iterator[tuple[str, ...]]:
    """The curves as rows of text: a head, then a row a moment; SI units."""
    yield (
        "time_s",
        *(f"fill {a}" for a in made.addresses),
        *(f"{c.subject} [{'kg' if c.quantity == 'mass' else 'share'}]" for c in made.curves),
    )
    for n, t in enumerate(made.times):
        cells = [f"{v:.6g}" if v == v else "" for v in (*made.fills[n], *(c.value[n] for c in made.curves))]
        yield (f"{t:.1f}", *cells)
