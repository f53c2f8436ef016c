"""A day played: what is in every tank at each moment, when something runs dry, and what every limit says.

By the network where the rig has lines (`piped`), else by flows as they are typed (`typed`). Rates hold between events, so fills are straight
lines between the moments, loads are too, and shares are monotone: the tightest moment is at one of them, exactly.
"""

from collections.abc import Iterator, Sequence

import numpy as np

from ..base.arrays import Array
from ..fitting.registry import type_of
from ..liquid.vessel import Vessel
from ..liquids.on_the_road import road_states
from ..model.day import Act, Day, called, clock
from ..model.rig import Rig
from ..solve import Solved
from .aboard import Aboard
from .bends import bent
from .judged import judged
from .piped import Piped, has_lines
from .played import Play, Short
from .steps import Find, Run, run
from .typed import typed


def play(solved: Solved, day: Day, by_lines: bool | None = None) -> Play:
    """Play a day from its first act to its last. by_lines: whether the network gives the flows, else as the rig has lines."""
    rig = solved.rig
    aboard = Aboard(rig, solved.frames)
    acts = in_order(day)
    if not acts:
        return Play(
            day=day,
            addresses=aboard.addresses,
            times=np.zeros(0),
            fills=np.zeros((0, len(aboard.addresses))),
            driving=np.zeros(0, dtype=bool),
            states=(),
            used={},
            filled={},
            dumped={},
            short=(),
            why="the day has no acts yet",
        )
    by_lines = has_lines(rig) if by_lines is None else by_lines
    ran = run(aboard, acts, begins(day, aboard), finding(solved, aboard, day, by_lines))
    road = road_states(rig)
    yard = next((n for n, s in enumerate(rig.states) if not s.road and s.condition != "lifted"), None)
    made = Play(
        day=day,
        addresses=aboard.addresses,
        times=ran.times,
        fills=aboard.spread(ran.fills),
        driving=np.array(ran.moving, dtype=bool),
        states=tuple(_state_id(rig, road, yard, m) for m in ran.moving),
        used=_by_tank(aboard, ran.out),
        filled=_by_tank(aboard, ran.into),
        dumped=_by_tank(aboard, ran.dumped),
        short=shorts(aboard, ran),
        notes=(*ran.notes, *_full(rig, aboard, acts, ran)),
        by_lines=by_lines,
    )
    return judged(solved, bent(solved, aboard, made))


def in_order(day: Day) -> list[Act]:
    """The acts that last, in the order in which they begin."""
    return sorted((a for a in day.acts if a.length > 0), key=lambda a: a.start)


def begins(day: Day, aboard: Aboard) -> Array:
    """The share every vessel begins with."""
    return np.array([_begins(day, aboard, v) for v in aboard.listed], dtype=float)


def finding(solved: Solved, aboard: Aboard, day: Day, by_lines: bool) -> Find:
    """How the moves of a moment are found on a rig."""
    if by_lines:
        lines = Piped(solved.rig, solved.frames, aboard)
        return lambda active, fills: lines.moves(day, active, fills)
    return lambda active, fills: typed(aboard, day, active, fills)


def shorts(aboard: Aboard, ran: Run) -> tuple[Short, ...]:
    """What ran dry, by act."""
    found = (x for x in ran.lacks if x.missing > 1e-7)
    return tuple(Short(x.act, aboard.listed[x.tank].address, aboard.listed[x.tank].name, x.at, x.missing) for x in found)


def _begins(day: Day, aboard: Aboard, vessel: Vessel) -> float:
    """What the day says of one of its tanks, else drawn down."""
    said = (day.begins[a] for a in vessel.addresses if a in day.begins)
    return next(said, min(vessel.part.heel, vessel.part.top))


def _by_tank(aboard: Aboard, volumes: Array) -> dict[str, float]:
    """Volumes of vessels [m³] by the address of every tank: that of joined ones by their capacities."""
    found = {}
    for vessel, volume in zip(aboard.listed, volumes.tolist(), strict=True):
        for m in vessel.members:
            found[m.address] = volume * m.part.capacity.value / max(vessel.part.capacity.value, 1e-12)
    return found


def _full(rig: Rig, aboard: Aboard, acts: Sequence[Act], ran: Run) -> Iterator[str]:
    """Tanks that are full before what fills them ends, and have no float in the lines that would shut."""
    floats = {f.id for f in rig.plumbing.fittings if type_of(f).brim}
    ends = [(x.start.partition("/")[0], x.end.partition("/")[0]) for x in rig.plumbing.lines]
    shut = {b for a, b in ends if a in floats} | {a for a, b in ends if b in floats}
    for act in acts:
        if act.kind not in ("fill", "refuel"):
            continue
        tank = aboard.first("water" if act.kind == "fill" else "fuel", act.tank)
        if tank is None or (act.kind == "fill" and shut & {m.item.id for m in aboard.listed[tank].members}):
            continue
        top = min(act.to, aboard.listed[tank].part.top)
        at = np.nonzero((ran.times >= act.start) & (ran.times < act.end - 60) & (ran.fills[:, tank] >= top - 1e-9))[0]
        if len(at):
            yield f"{called(act)}: {aboard.listed[tank].name} is full at {clock(float(ran.times[at[0]]))}, its float or somebody must shut it"


def _state_id(rig: Rig, road: tuple[int, ...], yard: int | None, driving: bool) -> str:
    n = road[0] if driving and road else yard if yard is not None else road[0] if road else 0
    return rig.states[n].id if rig.states else ""


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
