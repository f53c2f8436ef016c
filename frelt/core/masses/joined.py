"""Joined tanks in the mass table: those that are one tank stand there as one, those of different heights follow their surface as a line.

On one level, as tall as each other and always aboard together, they are one: one share of each, whatever their floors' areas.
"""

from collections.abc import Mapping, Sequence

import numpy as np
from msgspec.structs import replace

from ..base.arrays import Array
from ..base.value import FreltError
from ..liquid.vessel import Vessel
from ..liquid.vessels import Vessels
from ..model.state import State
from .item_rows import Tank
from .linked import Group


def merged(tanks: Sequence[Tank], vessels: Vessels) -> tuple[list[Tank], list[int]]:
    """The tanks with each joined vessel that is one tank made one, and the new number of each.

    Raises FreltError where the common surface of some cannot be followed.
    """
    number = {t.address: n for n, t in enumerate(tanks)}
    leader: dict[int, int] = {}
    made = list(tanks)
    for vessel in vessels.joined:
        if vessel.unsolved:
            raise FreltError(vessel.unsolved)
        own = [number[a] for a in vessel.addresses if a in number]
        if len(own) < 2 or not is_one(vessel, vessels):
            continue
        full = sum(tanks[n].full for n in own)
        made[own[0]] = replace(
            tanks[own[0]],
            name=vessel.name,
            full=full,
            x=sum(tanks[n].full * tanks[n].x for n in own) / full if full else tanks[own[0]].x,
            y=sum(tanks[n].full * tanks[n].y for n in own) / full if full else tanks[own[0]].y,
            part=replace(vessel.part, length=tanks[own[0]].part.length),
        )
        leader |= dict.fromkeys(own[1:], own[0])
    kept = [n for n in range(len(tanks)) if n not in leader]
    place = {n: i for i, n in enumerate(kept)}
    return [made[n] for n in kept], [place[leader.get(n, n)] for n in range(len(tanks))]


def is_one(vessel: Vessel, vessels: Vessels) -> bool:
    """Whether a vessel's tanks are one tank in every state."""
    return vessel.rise is None and vessels.always_whole(vessel)


def along_surfaces(
    states: Sequence[State], vessels: Vessels, column: Mapping[str, int], ranges: Mapping[str, Array]
) -> tuple[Group, ...]:
    """Joined tanks that are not one as groups along their common surface. column: of each tank, by address.

    The ranges of all joined tanks become what they hold themselves in each state.
    """
    found = []
    joined = {a for v in vessels.joined for a in v.addresses}
    for s, state in enumerate(states):
        for vessel in vessels.aboard(state):
            if not joined & set(vessel.addresses):
                continue
            own = np.array(list(dict.fromkeys(column[a] for a in vessel.addresses)), dtype=np.intp)
            said = vessel.range_in(state)
            low, high = min(said.low, said.high), said.high
            if len(own) < len(vessel.members):  # they are one tank
                ranges["low"][s, own], ranges["high"][s, own], ranges["shown"][s, own] = low, high, said.shown
                continue
            corners = vessel.between(low, high)
            ranges["low"][s, own], ranges["high"][s, own] = corners.min(axis=0), corners.max(axis=0)
            ranges["shown"][s, own] = vessel.fills(said.shown)
            if len(own) > 1:
                found.append(Group(s, own, corners, line=True))
    return tuple(found)
