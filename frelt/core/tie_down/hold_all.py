"""Everything that nothing is said of held, thing by thing: what holds one is there when the next looks for anchors."""

from collections.abc import Callable

from msgspec import Struct

from ..base.value import FreltError
from ..geometry.frames import Frames
from ..model.rig import Rig
from .body import bodies
from .held import LIGHT
from .hold_it import hold_it


class AllHeld(Struct, frozen=True):
    """rig: with what was found.  straps, bolts: how many are new.  left: what nothing was found for, and why."""

    rig: Rig
    straps: int
    bolts: int
    left: tuple[str, ...]


def hold_all(
    rig: Rig, frames: Frames, still: Callable[[], bool] = lambda: True, share: Callable[[float], None] = lambda _: None
) -> AllHeld:
    """The rig with everything held that nothing holds yet, the heaviest first. still: whether it is still wanted; share: told how far it is."""
    tie = rig.tie_down
    have = {s.item for s in tie.straps} | {b.item for b in tie.bolts}
    todo = [
        (max((x.mass for x in b.loads), default=0.0), b.item)
        for b in bodies(rig, frames)
        if b.item.id not in have and not b.item.held
    ]
    todo = sorted(((m, i) for m, i in todo if m >= LIGHT), key=lambda t: -t[0])
    straps = bolts = 0
    left: list[str] = []
    for n, (_, item) in enumerate(todo):
        if not still():
            break
        try:
            found = hold_it(rig, frames, item.id)
        except FreltError as err:
            left.append(str(err))
        else:
            rig, straps, bolts = found.rig, straps + found.straps, bolts + found.bolts
        share((n + 1) / len(todo))
    return AllHeld(rig, straps, bolts, tuple(left))
