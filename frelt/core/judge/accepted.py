"""Which findings stand accepted: those that are no worse than they were, of things that stand where they stood.

Accepting belongs to the person; nothing here judges anew. What is accepted keeps its status and its figures, and is quiet.
"""

import re
from collections.abc import Iterable, Mapping
from math import hypot

from msgspec.structs import replace

from ..geometry.frames import Frames
from ..model.accepted import Accepted, Stood
from ..model.rig import Rig
from .check import KINDS, Check
from .status import QUIET, tier

SAME_PLACE = 2e-3  # m; less is no move
WORSE = {"mass": 0.5, "share": 1e-3, "length": 1e-3, "distance": 1e-3}  # of a margin, in its unit; less is rounding


def may_be(check: Check) -> bool:
    """Whether a finding may be accepted: any that is open but a plate, a support below zero, and tipping."""
    kind = KINDS.get(check.kind)
    said = tier(check.level or "broken", check.status, check.likely is not None) < QUIET
    return said and kind is not None and (kind.acceptable or check.quantity == "length") and not check.lifted


def accepted_now(check: Check, rig: Rig, frames: Frames, because: str, on: str) -> Accepted:
    """A finding as accepted, with what it is about as it stands."""
    parts, named = check.named()
    for n in named:
        parts[n] = "{}"
    items = tuple(named[n] for n in sorted(named))
    stood = tuple(_stands(rig, frames, i) for i in items)
    return Accepted(check="".join(parts), items=items, stood=stood, margin=check.margin, because=because, on=on)


def id_of(one: Accepted) -> str:
    """The id of the check it is about."""
    items = iter(one.items)
    return "".join(next(items, "") if part == "{}" else part for part in re.split(r"(\{\})", one.check))


def standing(rig: Rig, frames: Frames) -> Mapping[str, Accepted]:
    """What is accepted and still about things that stand where they stood, by the check's id."""
    return {id_of(a): a for a in rig.accepted if _still(a, rig, frames)} if rig.accepted else {}


def with_accepted(check: Check, accepted: Mapping[str, Accepted]) -> Check:
    """The check, quiet where it is accepted and no worse than it was then."""
    one = accepted.get(check.id)
    if one is None or not may_be(check) or _worse(check, one):
        return check
    return replace(check, accepted=one)


def all_with(checks: Iterable[Check], accepted: Mapping[str, Accepted]) -> list[Check]:
    """Each check of a list, quiet where it is accepted."""
    return [with_accepted(c, accepted) for c in checks] if accepted else list(checks)


def _worse(check: Check, one: Accepted) -> bool:
    if check.margin is None or one.margin is None:
        return check.margin is not one.margin
    return check.margin < one.margin - WORSE[check.quantity]


def _still(one: Accepted, rig: Rig, frames: Frames) -> bool:
    """Whether all it is about stands as it stood; of several things, to each other: they may be moved together, as on a skid."""
    ids = {i.id for i in rig.items}
    if len(one.items) != len(one.stood) or any(i not in ids or i not in frames.items for i in one.items):
        return False
    now = [_stands(rig, frames, i) for i in one.items]
    off = [a - b for a, b in zip(now[0][:3], one.stood[0][:3], strict=True)] if len(now) > 1 else [0.0, 0.0, 0.0]
    shift = (*off, 0.0, 0.0, 0.0)
    return all(
        abs(a - b - d) <= SAME_PLACE
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
