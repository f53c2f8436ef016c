"""Which findings stand accepted: those of the same side and cause that are no worse than they were.

Accepting belongs to the person; nothing here judges anew. What is accepted keeps its status and its figures, and is quiet.
It is open again on another side or from another cause, at a higher level, with a graver status or a worse value, or where what
it is about was moved and it is not the better for it. It never comes back for the better alone.
"""

import re
from collections.abc import Iterable, Mapping
from math import hypot
from typing import Literal, NamedTuple

from msgspec.structs import replace

from ..geometry.frames import Frames
from ..model.accepted import Accepted, Stood
from ..model.rig import Rig
from .check import KINDS, Check
from .status import GRAVE, LEVELS, QUIET, tier

Said = Literal["over", "likely over", "unknown", "tight"]
SAID: tuple[Said, ...] = ("over", "likely over", "unknown", "tight")  # the gravest first
SAME_PLACE = 2e-3  # m; less is no move
WORSE = {"mass": 0.5, "share": 1e-3, "length": 1e-3, "distance": 1e-3}  # of a margin, in its unit; less is rounding


def may_be(check: Check) -> bool:
    """Whether a finding may be accepted: any that is open but a plate, a support below zero, and tipping."""
    kind = KINDS.get(check.kind)
    said = tier(check.level or "broken", check.status, check.likely is not None) < QUIET
    return said and kind is not None and (kind.acceptable or check.quantity == "length") and not check.lifted


def accepted_now(check: Check, rig: Rig, frames: Frames, because: str, on: str) -> Accepted:
    """A finding as accepted, with what it is about as it stands and all that would make it another one."""
    parts, named = check.named()
    for n in named:
        parts[n] = "{}"
    items = tuple(named[n] for n in sorted(named))
    return Accepted(
        check="".join(parts),
        items=items,
        stood=tuple(_stands(rig, frames, i) for i in items),
        margin=check.margin,
        load=check.load,
        status=_status(check),
        side=check.side,
        level=check.level or "broken",
        by=_by(check),
        causes=check.causes,
        because=because,
        on=on,
    )


def id_of(one: Accepted) -> str:
    """The id of the check it is about."""
    items = iter(one.items)
    return "".join(next(items, "") if part == "{}" else part for part in re.split(r"(\{\})", one.check))


def standing(rig: Rig, frames: Frames) -> Mapping[str, "Taken"]:
    """What is accepted about things that are still there, by the check's id."""
    found = ((a, _moved(a, rig, frames)) for a in rig.accepted)
    return {id_of(a): Taken(a, moved) for a, moved in found if moved is not None}


class Taken(NamedTuple):
    """What somebody accepted, and whether what it is about has been moved or changed since."""

    accepted: Accepted
    moved: bool


def with_accepted(check: Check, accepted: Mapping[str, Taken]) -> Check:
    """The check, quiet where it is accepted and no worse than it was then."""
    kept = accepted.get(check.id)
    if kept is None or not may_be(check) or not _still(check, *kept):
        return check
    return replace(check, accepted=kept.accepted)


def all_with(checks: Iterable[Check], accepted: Mapping[str, Taken]) -> list[Check]:
    """Each check of a list, quiet where it is accepted."""
    return [with_accepted(c, accepted) for c in checks] if accepted else list(checks)


def _status(check: Check) -> Said:
    if check.status == "over":
        return "over"
    return "likely over" if check.likely is not None else "unknown" if check.status == "unknown" else "tight"


def _by(check: Check) -> tuple[str, ...]:
    """The things a finding comes from beside those in its id, such as what is in the way."""
    own = set(check.named()[1].values())
    return tuple(i for i in dict.fromkeys(check.items) if i not in own)


def _still(check: Check, one: Accepted, moved: bool) -> bool:
    """Whether a finding is the one that was accepted, or a better one."""
    if one.status is None:
        return _as_before_6(check, one, moved)
    if check.side != one.side or set(_by(check)) - set(one.by) or set(check.causes) - set(one.causes):
        return False
    if LEVELS.index(check.level or "broken") < LEVELS.index(one.level or "broken"):
        return False
    now, then = SAID.index(_status(check)), SAID.index(one.status)
    value = _change(check, one)
    if now < then or value < 0 or (check.status == "unknown" and one.margin is not None):
        return False
    return not moved or value > 0 or now > then


def _change(check: Check, one: Accepted) -> int:
    """Whether the value is worse (-1), as it was (0) or better (1): by the margin, else by the load itself."""
    off: float | None = None
    if check.margin is not None and one.margin is not None:
        off = check.margin - one.margin
    elif check.load is not None and one.load is not None:
        off = (one.load - check.load) * (1 if check.side == "high" else -1)
    least = WORSE[check.quantity]
    return 0 if off is None or abs(off) <= least else 1 if off > 0 else -1


def _as_before_6(check: Check, one: Accepted, moved: bool) -> bool:
    """The same for what a version before 6 kept, without status, side and cause: it holds for the very same margin alone, and where
    there was none not for what is now over and grave.
    """
    if moved or (check.margin is None) != (one.margin is None):
        return False
    if one.margin is None:
        return check.status != "over" or (check.level or "broken") not in GRAVE
    return _change(check, one) == 0


def _moved(one: Accepted, rig: Rig, frames: Frames) -> bool | None:
    """Whether anything it is about stands otherwise than it stood, or is another size; of several things, to each other: they may be
    moved together, as on a skid. None where one of them is gone.
    """
    ids = {i.id for i in rig.items}
    if len(one.items) != len(one.stood) or any(i not in ids or i not in frames.items for i in one.items):
        return None
    now = [_stands(rig, frames, i) for i in one.items]
    off = [a - b for a, b in zip(now[0][:3], one.stood[0][:3], strict=True)] if len(now) > 1 else [0.0, 0.0, 0.0]
    shift = (*off, 0.0, 0.0, 0.0)
    return any(
        abs(a - b - d) > SAME_PLACE
        for here, was in zip(now, one.stood, strict=True)
        for a, b, d in zip(here, was, shift, strict=True)
    )


def _stands(rig: Rig, frames: Frames, item_id: str) -> Stood:
    item, frame = rig.item(item_id), frames.items[item_id]
    x, y, z = frame.at
    u = frame.point((1.0, 0.0, 0.0))
    turned = hypot(u[1] - y, u[2] - z) > 0.7  # a quarter turn exchanges its sides
    length, width = item.length.value, item.width.value
    if turned:
        length, width = width, length
    return round(x, 4), round(y, 4), round(z, 4), round(length, 4), round(width, 4), round(item.height.value, 4)
