"""Tanks that an open pipe makes one: their surfaces stand at one height, so their fills are one fill.

Where they stand on one level and are as tall as each other that is one share of each, whatever their floors' areas: they are
one tank. Else, with straight walls, the fills of all follow the common surface along a line that bends where it passes a floor
or a lid; the bends are all that a worst case has to look at.
"""

from collections.abc import Sequence
from typing import TYPE_CHECKING

import numpy as np
from msgspec import Struct
from msgspec.structs import replace

from ..base.arrays import Array, NDArray
from ..base.figure import Figure
from ..base.text import joined as listed
from ..base.value import FreltError
from ..geometry.tank_shape import ROUND
from ..model.item import TankPart
from ..model.ties import Joined

if TYPE_CHECKING:
    from ..geometry.frames import Frames
    from ..model.rig import Rig
    from ..model.state import State
    from .item_rows import Tank


LEVEL = 0.01  # by which floors and heights may differ [m]


def merged(tanks: "Sequence[Tank]", groups: Sequence[Joined]) -> "tuple[list[Tank], list[int]]":
    """The tanks with each joined group made one, and the new number of each.

    A group at different heights stays as it is, see `apart`. Raises FreltError where a group cannot be followed.
    """
    number = {t.address: n for n, t in enumerate(tanks)}
    leader: dict[int, int] = {}
    made = list(tanks)
    for group in groups:
        own = [number[a] for a in group.tanks if a in number]
        if len(own) < 2:
            continue
        first = tanks[own[0]]
        if not on_one_level([tanks[n] for n in own]):
            continue
        full = sum(tanks[n].full for n in own)
        capacities = [tanks[n].part.capacity for n in own]
        capacity = Figure(
            value=sum(c.value for c in capacities),
            plus_minus=sum(c.plus_minus**2 for c in capacities) ** 0.5,
            source=capacities[0].source,
            note="joined tanks together",
        )
        made[own[0]] = replace(
            first,
            name=listed([tanks[n].name for n in own]),
            full=full,
            x=sum(tanks[n].full * tanks[n].x for n in own) / full,
            y=sum(tanks[n].full * tanks[n].y for n in own) / full,
            part=replace(first.part, capacity=capacity, heel=max(tanks[n].part.heel for n in own)),
        )
        leader |= dict.fromkeys(own[1:], own[0])
    kept = [n for n in range(len(tanks)) if n not in leader]
    place = {n: i for i, n in enumerate(kept)}
    return [made[n] for n in kept], [place[leader.get(n, n)] for n in range(len(tanks))]


def on_one_level(group: "Sequence[Tank]") -> bool:
    """Whether joined tanks are one tank. Raises FreltError where their common surface cannot be followed."""
    first, one = group[0], True
    for other in group[1:]:
        alike = first.part.shape == other.part.shape and first.part.cone == other.part.cone
        straight = not (first.part.cone or other.part.cone or first.part.shape in ROUND or other.part.shape in ROUND)
        same = abs(first.floor - other.floor) <= LEVEL and abs(first.part.height - other.part.height) <= LEVEL
        if first.carrier != other.carrier or not (straight or (same and alike)):
            where = "on two carriers" if first.carrier != other.carrier else "lying or coned, and not alike on one level"
            raise FreltError(f"“{first.name}” and “{other.name}” are joined but {where}: not solved yet")
        one = one and same
    return one


class Rise(Struct, frozen=True):
    """How the fills of joined tanks follow their surface. levels: heights at which it bends [m].  shares: of the whole volume
    below each.  fills: (levels, tanks)."""

    levels: Array
    shares: Array
    fills: Array

    def at(self, share: float) -> Array:
        """Fills of the tanks when the whole holds a share."""
        level = float(np.interp(share, self.shares, self.levels))
        found: Array = np.array([np.interp(level, self.levels, column) for column in self.fills.T])
        return found

    def between(self, low: float, high: float) -> Array:
        """Fills at both ends of a range of the whole's share and at every bend between, in order, (corners, tanks)."""
        bends = [f for s, f in zip(self.shares, self.fills, strict=True) if low < s < high]
        return np.array([self.at(low), *bends, self.at(high)])


def rise_of(floors: Sequence[float], heights: Sequence[float], capacities: Sequence[float]) -> Rise:
    """The rise of tanks with straight walls. floors, heights [m]; capacities [m³]."""
    levels = np.array(sorted({*floors, *(f + h for f, h in zip(floors, heights, strict=True))}))
    low, tall, whole = np.array(floors), np.maximum(np.array(heights), 1e-9), np.array(capacities)
    fills = np.clip((levels[:, None] - low) / tall, 0.0, 1.0)
    return Rise(levels, fills @ whole / whole.sum(), fills)


def rise_for(parts: Sequence[TankPart], floors: Sequence[float]) -> Rise | None:
    """How joined tanks fill, their floors at some heights [m]; None where all hold the same share, as on one level."""
    level = max(floors) - min(floors) <= LEVEL and max(p.height for p in parts) - min(p.height for p in parts) <= LEVEL
    if level or any(p.cone or p.shape in ROUND for p in parts):
        return None
    return rise_of(floors, [p.height for p in parts], [p.capacity.value for p in parts])


def apart(tanks: "Sequence[Tank]", groups: Sequence[Joined]) -> "list[tuple[str, NDArray[np.intp], Rise]]":
    """Joined tanks that are not one tank: the address that names their share, their numbers, and their rise."""
    number = {t.address: n for n, t in enumerate(tanks)}
    found = []
    for group in groups:
        own = [number[a] for a in group.tanks if a in number]
        if len(own) < 2 or on_one_level([tanks[n] for n in own]):
            continue
        parts = [tanks[n].part for n in own]
        rise = rise_of([tanks[n].floor for n in own], [p.height for p in parts], [p.capacity.value for p in parts])
        found.append((group.tanks[0], np.array(own, dtype=np.intp), rise))
    return found


def level_fills(rig: "Rig", frames: "Frames", state: "State") -> dict[str, float]:
    """What each joined tank shows when the whole shows its share, by address; empty where none is joined."""
    found: dict[str, float] = {}
    if not rig.joined:
        return found
    tanks = {a: (i, t) for a, i, t in rig.tanks()}
    for group in rig.joined:
        own = [(a, *tanks[a]) for a in group.tanks if a in tanks and tanks[a][0].id in frames.items]
        if len(own) < 2 or any(t.cone or t.shape in ROUND for _, _, t in own):
            continue
        floors = [frames.items[i.id].point(t.at)[2] for _, i, t in own]
        rise = rise_of(floors, [t.height for _, _, t in own], [t.capacity.value for _, _, t in own])
        own_range = state.fills.get(group.tanks[0])
        share = own_range.shown if own_range is not None else min(t.top for _, _, t in own)
        found |= dict(zip((a for a, _, _ in own), (float(f) for f in rise.at(share)), strict=True))
    return found
