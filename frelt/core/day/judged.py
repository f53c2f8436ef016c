"""A day held against every limit at each of its moments."""

from collections.abc import Iterator

import numpy as np
from msgspec.structs import replace

from ..base.arrays import Array
from ..base.text import joined
from ..judge.check import level_of
from ..model.day import Act, called, clock
from ..model.rig import Rig
from ..model.tank_names import tank_names
from ..solve import Solved
from .bends import columns
from .played import Curve, Play, Tightest

LOOKS = 12  # that a dump is looked at between two of its moments
KINDS_SHOWN = ("axle", "coupler", "tongue share", "gross", "front axle", "payload")


def judged(solved: Solved, made: Play) -> Play:
    """The same with every limit's value at each moment, and the tightest of them."""
    loads, rig = solved.loads, solved.rig
    if loads is None:
        return replace(made, why=solved.why)
    if not rig.states:
        return replace(made, why="no state is set")
    fills = made.fills[:, columns(loads, made.addresses)]
    states = np.array([rig.state_number(s) if s else 0 for s in made.states], dtype=np.intp)
    value = loads.values_at(states, fills)
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
    return replace(
        made, curves=tuple(curves), tightest=tightest, notes=(*made.notes, *_roadworthy(solved, made), *_untied(rig, made))
    )


def road_from(solved: Solved, made: Play, act: Act) -> tuple[float | None, str]:
    """When in a dump the rig may go on the road [s], None if at its end it may not yet or nothing is known; and what is passed last.

    The moment is its beginning where nothing is passed at all. By plates that are read and what can hurt; customs hold nothing back.
    """
    rig, loads = solved.rig, solved.loads
    road = next((n for n, s in enumerate(rig.states) if s.road), None)
    if loads is None or road is None:
        return None, ""
    inside = made.times[(made.times >= act.start) & (made.times <= act.end)]
    if not len(inside):
        return None, ""
    times = np.unique(np.interp(np.linspace(0, len(inside) - 1, LOOKS * (len(inside) - 1) + 1), np.arange(len(inside)), inside))
    fills = np.column_stack([np.interp(times, made.times, own) for own in made.fills.T])[:, columns(loads, made.addresses)]
    value = loads.values_at(np.full(len(times), road, dtype=np.intp), fills)
    limits = [
        (m, x)
        for m, x in enumerate(loads.limits)
        if x.known
        and x.answered
        and x.check != "lift"
        and loads.applies[road, m]
        and level_of(x.check, rig.rules) in ("broken", "danger")
    ]
    passed = {x.subject: _passed(value[:, m], x.low, x.high) for m, x in limits}
    if not passed:
        return None, ""
    bad = np.any(list(passed.values()), axis=0)
    if not bad.any():
        return act.start, ""
    last = int(np.nonzero(bad)[0][-1])
    subject = next(subject for subject, over in passed.items() if over[last])
    return (None if last == len(times) - 1 else float(times[last + 1])), subject


def _all_read(solved: Solved) -> bool:
    """Whether every limit that could keep the rig off the road is known."""
    loads, rig = solved.loads, solved.rig
    road = next((n for n, s in enumerate(rig.states) if s.road), None)
    if loads is None or road is None:
        return False
    hard = (
        x for m, x in enumerate(loads.limits) if loads.applies[road, m] and level_of(x.check, rig.rules) in ("broken", "danger")
    )
    return all(x.known and x.answered for x in hard)


def _roadworthy(solved: Solved, made: Play) -> Iterator[str]:
    """From when on in a dump the rig may go on the road, as it drains; or what it still passes at the end."""
    for act in made.day.acts:
        if act.kind != "dump" or act.length <= 0:
            continue
        found, subject = road_from(solved, made, act)
        if found is None and subject:
            yield f"{called(act)}: at its end the rig may not go on the road yet, {subject[:1].lower()}{subject[1:]} is passed"
        elif found is not None and subject:
            after = (found - act.start) / 60
            known = "the rig may go on the road" if _all_read(solved) else "no plate that is read is passed on the road"
            yield f"{called(act)}: {known} from {clock(found)} on, {after:.0f} min after it began"


def _passed(value: Array, low: float | None, high: float | None) -> "np.ndarray[tuple[int], np.dtype[np.bool_]]":
    over = np.zeros(len(value), dtype=bool)
    for bound, sign in ((high, 1.0), (low, -1.0)):
        if bound is not None:
            over |= sign * (value - bound) > 1e-9 * max(abs(bound), 1.0)
    return over


def _untied(rig: Rig, made: Play) -> Iterator[str]:
    """Ties between tanks that some moment of the day does not keep, and from when on."""
    number = {a: i for i, a in enumerate(made.addresses)}
    names = tank_names(rig)
    for link in rig.links:
        own = [(number[a], f) for a, f in link.factors.items() if a in number]
        total = sum(made.fills[:, i] * f for i, f in own)
        meant = np.array([not link.states or s in link.states for s in made.states], dtype=bool)
        broken = np.nonzero(meant & ((total < link.low - 1e-9) | (total > link.high + 1e-9)))[0]
        if len(broken):
            tanks = joined([names[a] for a in link.factors if a in names])
            yield f"At {clock(float(made.times[broken[0]]))} the tie between {tanks} is not kept: the day fills them otherwise"


def _margin(curve: Curve) -> tuple[float, int]:
    """The least margin as a share of the nearer bound, and the moment."""
    found = np.full(len(curve.value), np.inf)
    for bound, sign in ((curve.high, 1.0), (curve.low, -1.0)):
        if bound is not None:
            found = np.fmin(found, sign * (bound - curve.value) / max(abs(bound), 1e-9))
    found = np.where(np.isnan(curve.value), np.inf, found)
    at = int(np.argmin(found))
    return float(found[at]), at
