"""No two items may take the same room, in outline and height."""

from collections.abc import Iterable, Sequence

import numpy as np

from ..base.units import Units
from ..geometry.frames import Frames
from ..judge.check import Check, CheckKind, register
from ..model.rig import Rig
from ..space.rooms import carried_by
from ..space.solids import TOUCH, Solid, depth, solids
from ..space.unsure import in_plan, to_tape, together


def _findings(rig: Rig, frames: Frames) -> Iterable[Check]:
    room = solids(rig, frames)
    listed = [i for i in rig.items if i.id in room]
    above = carried_by(rig)
    clean = True
    pairs, more = _near(list(room.values()))
    for i, j in pairs:
        a, b = listed[i], listed[j]
        if b.id in above.get(a.id, ()) or a.id in above.get(b.id, ()) or not _together(rig, a.id, b.id):
            continue
        into = depth(room[a.id], room[b.id])
        if into > TOUCH:
            clean = False
            size = min(a.length.value, a.width.value, b.length.value, b.width.value)
            unsure = together(in_plan(a), in_plan(b))
            yield Check(
                id=f"overlap:{a.id}:{b.id}",
                kind="overlap",
                subject=a.name,
                quantity="length",
                status="over" if into > unsure else "tight",
                spread=unsure,
                detail=() if into > unsure else ("tape", to_tape(a, b)),
                load=into,
                limit=0.0,
                margin=-into,
                items=(a.id, b.id),
                scale=max(size, 0.01),
                why=b.name,
            )
    if more:
        clean = False
        yield Check(
            id="overlap:more",
            kind="overlap",
            subject="Items",
            quantity="length",
            status="over",
            margin=0.0,
            limit=0.0,
            detail=(f"{more:,}",),
        )
    if clean:
        yield Check(id="overlap", kind="overlap", subject="Items apart", quantity="length", status="ok")


MOST = 500  # pairs that are told one by one, those that share most of their length and width first


def _near(room: Sequence[Solid]) -> tuple[list[tuple[int, int]], int]:
    """Pairs whose boxes meet in plan and height, and how many more of them there are than are told."""
    if len(room) < 2:
        return [], 0
    box = np.array([(s.x0, s.y0, s.low, s.x1, s.y1, s.high) for s in room])
    reach = box[:, 3:] - TOUCH
    meet = box[:, 0][:, None] < reach[:, 0]
    for axis in (1, 2):
        meet &= box[:, axis][:, None] < reach[:, axis]
    first, second = np.nonzero(meet & meet.T)
    once = first < second
    first, second = first[once], second[once]
    more = max(len(first) - MOST, 0)
    if more:
        shared = np.minimum(box[first, 3:5], box[second, 3:5]) - np.maximum(box[first, :2], box[second, :2])
        chosen = np.sort(np.argpartition(-shared.min(axis=1), MOST)[:MOST])
        first, second = first[chosen], second[chosen]
    return list(zip(first.tolist(), second.tolist(), strict=True)), more


def _together(rig: Rig, a: str, b: str) -> bool:
    """Whether some state has both aboard."""
    return not rig.states or any(not {a, b} & (set(s.absent) | set(s.later)) for s in rig.states)


def _sentence(c: Check, units: Units) -> str:
    if c.detail[:1] == ("tape",):
        tape = f": tape {c.detail[1]}" if c.detail[1] else ""
        return f"{c.subject} and {c.why} may meet, by {units.show(c.load or 0.0, 'length')} where their sizes are known to {units.show(c.spread, 'length')}{tape}"
    if c.detail:
        return f"{c.detail[0]} more pairs of items take the same room"
    if c.load is None:
        return "No two items take the same room"
    return f"{c.subject} and {c.why} take the same room, by {units.show(c.load, 'length')}"


def _brief(c: Check, units: Units) -> str:
    if c.detail[:1] == ("tape",):
        return f"{c.subject}, {c.why}: tape it"
    if c.detail:
        return f"{c.detail[0]} more overlaps"
    return f"{c.subject} meets {c.why}" if c.load is not None else "no overlap"


register(
    CheckKind(
        "overlap",
        "Overlap",
        plate="measure both items where they are widest",
        source="geometry",
        findings=_findings,
        sentence=_sentence,
        brief=_brief,
    )
)
