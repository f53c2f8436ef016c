"""Where straps run: from anchor to anchor over the points of the thing they hold, in the frame of its carrier."""

from itertools import pairwise
from math import dist

from ..geometry.frames import Frames, Vec
from ..model.rig import Rig
from ..model.tie_down import Anchor, Strap


def anchor_at(anchor: Anchor, frames: Frames) -> Vec | None:
    """Where an anchor is [m]; None where its deck is not there."""
    deck = frames.decks.get(anchor.deck)
    return deck.point((anchor.u, anchor.v, anchor.off)) if deck is not None else None


def strap_path(strap: Strap, rig: Rig, frames: Frames) -> tuple[Vec, ...]:
    """The corners of a strap from its first anchor on [m]; empty where an anchor or its thing has no place, or stands on another carrier."""
    frame = frames.items.get(strap.item)
    ends: list[Vec] = []
    for name in (strap.start, strap.end):
        anchor = rig.tie_down.anchor(name) if name else None
        at = anchor_at(anchor, frames) if anchor is not None else None
        if name and (at is None or anchor is None or frames.carrier_of[anchor.deck] != frames.carrier_of.get(strap.item)):
            return ()
        ends += [at] if at is not None else []
    if frame is None:
        return ()
    return (ends[0], *(frame.point(p) for p in strap.over), *ends[1:])


def strap_length(path: tuple[Vec, ...]) -> float:
    """Length along a path [m]."""
    return sum(dist(a, b) for a, b in pairwise(path))
