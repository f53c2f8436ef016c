"""What straps and anchors weigh, where they run: one row a carrier."""

from collections.abc import Iterator

from msgspec import Struct

from ..base.figure import Figure
from ..geometry.frames import Frames, Vec
from ..kind.holding import ANCHORS, strap_mass
from ..model.rig import Rig
from ..space.strapped import anchor_at, strap_length, strap_path

UNSURE = 0.3  # ± of what was not weighed, as a share


class PlacedStraps(Struct, frozen=True):
    """All that ties on a carrier. mass: [kg].  at: its middle [m]."""

    carrier: str
    mass: Figure
    at: Vec


def placed_straps(rig: Rig, frames: Frames) -> Iterator[PlacedStraps]:
    """The straps and anchors of each carrier that has any."""
    tie = rig.tie_down
    if not tie.anchors:
        return
    parts: dict[str, list[tuple[float, Vec]]] = {}
    for anchor in tie.anchors:
        at = anchor_at(anchor, frames)
        if at is not None:
            mass = anchor.mass.value if anchor.mass is not None else ANCHORS[anchor.kind]
            parts.setdefault(frames.carrier_of[anchor.deck], []).append((mass, at))
    for strap in tie.straps:
        path = strap_path(strap, rig, frames)
        if path:
            middle = tuple(sum(p[k] for p in path) / len(path) for k in range(3))
            own = (strap_mass(strap, strap_length(path)), (middle[0], middle[1], middle[2]))
            parts.setdefault(frames.carrier_of[strap.item], []).append(own)
    for carrier in rig.carriers:
        own_parts = parts.get(carrier.id, [])
        total = sum(m for m, _ in own_parts)
        if total <= 0:
            continue
        x, y, z = (sum(m * p[k] for m, p in own_parts) / total for k in range(3))
        figure = Figure(
            value=total,
            plus_minus=UNSURE * total,
            origin="tie-down",
            note="by kind, width and length, from memory of makers' sheets",
        )
        yield PlacedStraps(carrier.id, figure, (x, y, z))
