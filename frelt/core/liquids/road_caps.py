"""The caps of a placard: those under which every fill keeps every limit with its reserve and its ±, beside those on paper.

Customs of comfort and care, and questions that nobody has answered, never hold a cap back; they are told beside it. The ± of a limit
depends on the fills, so caps and ± are found in turn until they stand still.
"""

from collections.abc import Sequence

import numpy as np
from msgspec.structs import replace

from ..base.arrays import Array
from ..edit.states import set_fill
from ..judge.check import level_of
from ..judge.marks import mark_of
from ..judge.read_over import read_over
from ..model.state import FillRange
from ..solve import Solved, solve
from ..statics.loads import Loads
from .on_the_road import bare, road_states, unrated, unread
from .road_fill import Aim, RoadFill, road_fill

TURNS = 8
STILL = 2e-4  # of a tank's share
Bounds = list[tuple[float | None, float | None]]


def road_caps(
    solved: Solved, states: Sequence[int] | None = None, aim: Aim = "liquid", priority: Sequence[str] = (), exact: bool = False
) -> RoadFill:
    """The greatest caps that leave each limit its reserve and its ±. `paper`: those that leave nothing; `unread`: plates missing.

    A limit that has no reserve left even drawn down is kept by itself, and told (`tight`): no cap gives it more.
    For one exact fill there is only paper.
    """
    loads = solved.loads
    chosen = road_states(solved.rig) if states is None else tuple(states)
    missing = unread(solved, chosen)
    if loads is None or not chosen:
        return road_fill(solved, states, aim, priority, exact)
    nominal = road_fill(solved, states, aim, priority, exact, _bounds(solved, loads, None, set()))
    told = {"unread": missing, "bare": bare(solved, chosen), "unrated": unrated(solved, chosen)}
    if exact or not nominal.caps:
        return replace(nominal, **told)
    found, tight, own = nominal, set[str](), None
    for _ in range(TURNS):
        kept = _at(solved, found, chosen).by_state.spreads(chosen)
        own = _bounds(solved, loads, kept, tight)
        following = road_fill(solved, states, aim, priority, False, own, priced=False)
        if not following.caps and set(following.binding) - tight:
            tight |= set(following.binding)
            continue
        if not following.caps:
            return replace(following, paper=nominal, **told, **_doubts(solved, nominal, chosen))
        still = max(abs(a.fill - b.fill) for a, b in zip(following.caps, found.caps, strict=True)) < STILL
        found = following
        if still:
            break
    if own is not None:
        found = road_fill(solved, states, aim, priority, False, own)
    return replace(found, paper=nominal, tight=tuple(sorted(tight)), **told, **_doubts(solved, found, chosen))


def _doubts(solved: Solved, found: RoadFill, states: Sequence[int]) -> dict[str, tuple[str, ...]]:
    """What speaks against some caps though no fill passes its limit: what is likely over with what nobody counted, and what a ticket
    read over a plate at fills the caps allow, as subjects.
    """
    capped = _at(solved, found, states)
    road = tuple(capped.rig.states[s] for s in states)
    likely = [c for s in road for c in capped.by_state.get(s.id, ()) if mark_of(c) == "likely"]
    over = [o for o in read_over(replace(capped.rig, states=road)) if not o.since]
    return {
        "likely": tuple(dict.fromkeys(c.subject for c in sorted(likely, key=lambda c: c.rank))),
        "read_over": tuple(dict.fromkeys(o.plate.subject for o in over)),
    }


def _at(solved: Solved, found: RoadFill, states: Sequence[int]) -> Solved:
    """The rig with its road ranges from heel to some caps, solved."""
    rig = solved.rig
    for s in states:
        for cap in found.caps:
            share = FillRange(low=min(cap.low, cap.fill), high=cap.fill, now=cap.fill)
            rig = set_fill(rig, rig.states[s].id, cap.tank.address, share)
    return solve(rig, solved.frames.kept)


def _bounds(solved: Solved, loads: Loads, spread: Array | None, tight: set[str]) -> Bounds:
    """The bounds of every limit, each less its reserve and its ± where that is told; none for customs and questions.

    tight: subjects of limits that are taken as they stand.
    """
    rules = solved.rig.rules
    found: Bounds = []
    for m, limit in enumerate(loads.limits):
        if level_of(limit.check, rules) not in ("broken", "danger") or not limit.answered:
            found.append((None, None))
            continue
        off = 0.0 if spread is None or not np.isfinite(spread[m]) else float(spread[m])
        low, high = limit.low, limit.high
        if limit.subject in tight:
            found.append((low, high))
            continue
        if spread is not None and not limit.support:
            low = None if low is None else low + max(rules.reserve * abs(low), off)
        if spread is not None:
            high = None if high is None else high - max(rules.reserve * abs(high), off)
        found.append((low, high))
    return found
