"""What straps and anchors weigh, where they run: a row for the straps of each thing, which go where it goes, and one for all anchors of a carrier."""

from collections.abc import Iterator
from functools import partial

from msgspec import Struct

from ..base.figure import Figure
from ..base.kept import Memo
from ..geometry.frames import Frames, Vec
from ..kind.holding import ANCHORS, strap_mass
from ..model.rig import Rig
from ..model.tie_down import Strap
from ..space.strapped import anchor_at, strap_length, strap_path

UNSURE = 0.3  # ± of what was not weighed, as a share
NOTE = "by kind, width and length, from memory of makers' sheets"


class PlacedStraps(Struct, frozen=True):
    """What ties. item: the thing it is on; empty of anchors, which stay.  mass: [kg].  at: its middle [m]."""

    carrier: str
    item: str
    mass: Figure
    at: Vec


_straps: Memo[tuple[float, Vec] | None] = Memo()


def _weighed(strap: Strap, rig: Rig, frames: Frames) -> tuple[float, Vec] | None:
    """What a strap weighs [kg] and its middle [m]; None where it has no path."""
    path = strap_path(strap, rig, frames)
    if not path:
        return None
    x, y, z = (sum(p[k] for p in path) / len(path) for k in range(3))
    return strap_mass(strap, strap_length(path)), (x, y, z)


def placed_straps(rig: Rig, frames: Frames) -> Iterator[PlacedStraps]:
    """The straps of each thing, then the anchors of each carrier."""
    tie = rig.tie_down
    parts: dict[tuple[str, str], list[tuple[float, Vec]]] = {}
    hooked = {a.id: a for a in tie.anchors}
    for strap in tie.straps:
        ends = [hooked.get(name) for name in (strap.start, strap.end)]
        decks = [frames.decks.get(a.deck) if a is not None else None for a in ends]
        inputs = (strap, frames.items.get(strap.item), *ends, *decks)
        own = _straps.get(frames.kept, (rig.id, strap.id), inputs, partial(_weighed, strap, rig, frames))
        if own is not None:
            parts.setdefault((frames.carrier_of[strap.item], strap.item), []).append(own)
    for anchor in tie.anchors:
        at = anchor_at(anchor, frames)
        if at is not None:
            mass = anchor.mass.value if anchor.mass is not None else ANCHORS[anchor.kind]
            parts.setdefault((frames.carrier_of[anchor.deck], ""), []).append((mass, at))
    for (carrier, item), listed in parts.items():
        total = sum(m for m, _ in listed)
        if total > 0:
            x, y, z = (sum(m * p[k] for m, p in listed) / total for k in range(3))
            figure = Figure(value=total, plus_minus=UNSURE * total, origin="tie-down", note=NOTE)
            yield PlacedStraps(carrier, item, figure, (x, y, z))
