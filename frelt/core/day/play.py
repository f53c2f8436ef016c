"""A day played: when something runs dry, and what every limit says at each moment.

Flows are constant between the ends of acts and the moments at which a tank runs empty or full, so fills are straight lines
between those moments, loads are too, and shares are monotone: the tightest moment is at one of them, exactly. A tank that is
dumped is let down at its mean rate.
"""

from collections.abc import Iterator, Mapping
from itertools import pairwise

import numpy as np

from ..base.arrays import Array
from ..liquids.on_the_road import road_states
from ..model.day import DRAWING, Act, Day, called, clock
from ..model.rig import Rig
from ..solve import Solved
from .aboard import Aboard, Vessel
from .bends import bent
from .flows import Flow, flow_of
from .judged import judged
from .played import Play, Short


def play(solved: Solved, day: Day) -> Play:
    """Play a day from its first act to its last."""
    rig = solved.rig
    aboard = Aboard(rig, solved.frames)
    addresses = aboard.addresses
    fills = np.array([_begins(day, aboard, v) for v in aboard.listed], dtype=float)
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
    out, into, dumped = np.zeros((3, len(fills)))
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
                    dumped[t] += -r * ahead if fills[t] > one.floors[t] + 1e-12 else 0.0
            fills = fills + rate * ahead / aboard.whole
            out += np.maximum(-rate, 0.0) * ahead
            into += np.maximum(rate, 0.0) * ahead
            now += ahead
            times.append(now)
            kept.append(fills.copy())
            moving.append(driving)
    made = Play(
        day=day,
        addresses=addresses,
        times=np.array(times),
        fills=aboard.spread(np.array(kept).reshape(-1, len(fills))),
        driving=np.array(moving, dtype=bool),
        states=tuple(_state_id(rig, road, yard, m) for m in moving),
        used=_by_tank(aboard, out),
        filled=_by_tank(aboard, into),
        dumped=_by_tank(aboard, dumped),
        short=tuple(sorted(short.values(), key=lambda s: s.at)),
        notes=(*notes, *_full(aboard, acts, np.array(times), np.array(kept).reshape(-1, len(fills)))),
    )
    return judged(solved, bent(solved, aboard, made))


def _begins(day: Day, aboard: Aboard, vessel: Vessel) -> float:
    """The share a vessel begins with: what the day says of one of its tanks, else drawn down."""
    said = (day.begins[a] for m in vessel.members if (a := aboard.addresses[m]) in day.begins)
    return next(said, min(vessel.part.heel, vessel.part.top))


def _by_tank(aboard: Aboard, volumes: Array) -> dict[str, float]:
    """Volumes of vessels [m³] by the address of every tank: that of joined ones by their capacities."""
    found = {}
    for vessel, volume in zip(aboard.listed, volumes.tolist(), strict=True):
        for m in vessel.members:
            found[aboard.addresses[m]] = volume * float(aboard.capacities[m]) / max(vessel.part.capacity.value, 1e-12)
    return found


def _full(aboard: Aboard, acts: list[Act], times: Array, fills: Array) -> Iterator[str]:
    """Tanks that are full before what fills them ends: a float shuts, or somebody must."""
    for act in acts:
        if act.kind not in ("fill", "refuel"):
            continue
        tank = aboard.first("water" if act.kind == "fill" else "fuel", act.tank)
        if tank is None:
            continue
        top = min(act.to, aboard.listed[tank].part.top)
        at = np.nonzero((times >= act.start) & (times < act.end - 60) & (fills[:, tank] >= top - 1e-9))[0]
        if len(at):
            yield f"{called(act)}: {aboard.listed[tank].name} is full at {clock(float(times[at[0]]))}, its float or somebody must shut it"


def _state_id(rig: Rig, road: tuple[int, ...], yard: int | None, driving: bool) -> str:
    n = road[0] if driving and road else yard if yard is not None else road[0] if road else 0
    return rig.states[n].id if rig.states else ""


def _dry(aboard: Aboard, act: Act, flow: Flow, fills: Array, now: float, short: dict[tuple[str, int], Short]) -> bool:
    """Whether an act lacks a liquid; what it lacks of it is noted once."""
    empty = [t for t, r in flow.rates.items() if r < 0 and fills[t] <= flow.floors[t] + 1e-12]
    for t in empty if act.kind in (*DRAWING, "drive") else ():
        if (act.id, t) not in short:
            vessel = aboard.listed[t]
            short[act.id, t] = Short(act, vessel.address, vessel.name, float(now), float(-flow.rates[t] * (act.end - now)))
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
