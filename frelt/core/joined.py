"""Tanks that an open pipe makes one: their surfaces stand at one height, so their fills are one fill.

That is exact where they stand on one level and are as tall as each other, whatever their floors' areas; else the common
surface is not a common share, and the rig says that it is not solved.
"""

from collections.abc import Sequence
from typing import TYPE_CHECKING

from msgspec.structs import replace

from .figure import Figure
from .rig import Joined
from .tankshape import ROUND
from .text import joined as listed
from .value import FreltError

if TYPE_CHECKING:
    from .own_rows import Tank

LEVEL = 0.01  # by which floors and heights may differ [m]


def merged(tanks: "Sequence[Tank]", groups: Sequence[Joined]) -> "tuple[list[Tank], list[int]]":
    """The tanks with each joined group made one, and the new number of each.

    Raises FreltError where a group stands at different heights, on different carriers, or is only partly there.
    """
    number = {t.address: n for n, t in enumerate(tanks)}
    leader: dict[int, int] = {}
    made = list(tanks)
    for group in groups:
        own = [number[a] for a in group.tanks if a in number]
        if len(own) < 2:
            continue
        first = tanks[own[0]]
        _check([tanks[n] for n in own])
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


def _check(group: "list[Tank]") -> None:
    first = group[0]
    for other in group[1:]:
        alike = first.part.shape == other.part.shape and first.part.cone == other.part.cone
        straight = not (first.part.cone or other.part.cone or first.part.shape in ROUND or other.part.shape in ROUND)
        same = abs(first.floor - other.floor) <= LEVEL and abs(first.part.height - other.part.height) <= LEVEL
        if not (same and (alike or straight)) or first.carrier != other.carrier:
            raise FreltError(
                f"“{first.name}” and “{other.name}” are joined but not on one level and of one height: not solved yet"
            )
