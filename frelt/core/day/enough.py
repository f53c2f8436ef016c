"""What would have done where something ran dry: found by playing the day again, and proved by the play in which nothing is short."""

from collections.abc import Callable

from msgspec import Struct
from msgspec.structs import replace

from ..base.arrays import Array
from ..edit.plumbing import turned
from ..fitting.registry import type_of
from ..model.day import Act, Day
from ..model.rig import Rig
from ..solve import Solved
from .aboard import Aboard
from .piped import has_lines
from .play import begins, finding, in_order
from .played import Play, Short
from .steps import Run, run

MOST = 40.0  # times as large a tank or tap that is tried
CLOSE = 1e-3  # share by which a size is found
ROUNDS = 24


class Enough(Struct, frozen=True):
    """capacity: of the tank with which nothing is short of it [m³], full at the beginning; None where no larger one does.

    tap: flow of the tap that fills it [m³/s]; None where none does.  opened: valves each of which alone, open, would do, by name.
    """

    capacity: float | None
    tap: float | None
    opened: tuple[str, ...] = ()


def enough(solved: Solved, made: Play, short: Short) -> Enough:
    """What would have done for what ran dry. Each answer is one with which the day was played and the act lacked nothing of it."""
    day = made.day
    return Enough(_capacity(solved, day, short), _tap(solved, day, short), _opened(solved, day, short))


def _lacks(ran: Run, aboard: Aboard, short: Short) -> bool:
    """Whether any act still lacks what this tank holds."""
    return any(aboard.listed[x.tank].address == short.tank and x.missing > 1e-7 for x in ran.lacks)


def _played(solved: Solved, aboard: Aboard, day: Day, begin: Array | None = None) -> Run:
    return run(
        aboard,
        in_order(day),
        begins(day, aboard) if begin is None else begin,
        finding(solved, aboard, day, has_lines(solved.rig)),
    )


def _least(fails: Callable[[float], bool], low: float) -> float | None:
    """The least factor above one that does not fail, by halving; None where none does."""
    high = low
    while fails(high):
        low, high = high, high * 2
        if high > MOST:
            return None
    for _ in range(ROUNDS):
        if high - low <= CLOSE * high:
            break
        middle = (low + high) / 2
        low, high = (middle, high) if fails(middle) else (low, middle)
    return high


def _capacity(solved: Solved, day: Day, short: Short) -> float | None:
    """Of a tank with the same heel in volume, that begins as much fuller as it is larger."""
    aboard = Aboard(solved.rig, solved.frames)
    n = aboard.number[short.tank]
    vessel, whole = aboard.listed[n], float(aboard.whole[n])
    start = begins(day, aboard)
    gone = (vessel.part.top - float(start[n])) * whole  # what it is not filled to when the day begins

    def fails(factor: float) -> bool:
        larger = Aboard(solved.rig, solved.frames)
        larger.whole = larger.whole.copy()
        larger.whole[n] = whole * factor
        heel = min(vessel.part.heel, vessel.part.top) / factor
        larger.listed = tuple(replace(v, left=heel) if k == n else v for k, v in enumerate(larger.listed))
        begin = start.copy()
        begin[n] = max(vessel.part.top - gone / (whole * factor), 0.0)
        return _lacks(_played(solved, larger, day, begin), larger, short)

    found = _least(fails, 1.0)
    return None if found is None else whole * found


def _tap(solved: Solved, day: Day, short: Short) -> float | None:
    """Of the acts that fill it, all by the same factor."""
    aboard = Aboard(solved.rig, solved.frames)
    n = aboard.number[short.tank]
    if aboard.listed[n].role != "water":
        return None

    def fills_it(a: Act) -> bool:
        return a.kind == "fill" and aboard.first("water", a.tank) == n and a.flow > 0

    own = [a for a in day.acts if fills_it(a)]
    if not own:
        return None

    def fails(factor: float) -> bool:
        acts = tuple(replace(a, flow=a.flow * factor) if fills_it(a) else a for a in day.acts)
        return _lacks(_played(solved, aboard, replace(day, acts=acts)), aboard, short)

    found = _least(fails, 1.0)
    return None if found is None else max(a.flow for a in own) * found


def _opened(solved: Solved, day: Day, short: Short) -> tuple[str, ...]:
    """Shut valves of the lines each of which, open, would have let enough come from elsewhere."""
    rig: Rig = solved.rig
    if not has_lines(rig):
        return ()
    found = []
    for f in rig.plumbing.fittings:
        hand = type_of(f).hand
        if hand is None or not hand.quick or f.stands >= 0.02:
            continue
        opened = replace(solved, rig=turned(rig, f.id, 1.0))
        aboard = Aboard(opened.rig, opened.frames)
        if not _lacks(_played(opened, aboard, day), aboard, short) and not _tainted(opened.rig, f.id):
            found.append(f.name or f.id)
    return tuple(found)


def _tainted(rig: Rig, valve: str) -> bool:
    """Whether a valve parts liquids of two kinds, so that opening it is no cure."""
    kinds = {i.id: t.liquid.substance for _, i, t in rig.tanks()}
    beside = {
        e.partition("/")[0]
        for x in rig.plumbing.lines
        if valve in (x.start.partition("/")[0], x.end.partition("/")[0])
        for e in (x.start, x.end)
    }
    return len({kinds[b] for b in beside if b in kinds}) > 1
