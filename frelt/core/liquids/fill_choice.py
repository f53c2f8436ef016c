"""What may be chosen of a road fill: the cap of a tank, or the one cap of tanks that an open pipe joins at different heights.

Along each choice a load is a piecewise straight line of its share. Of every fill up to a cap the worst counts, the greatest value
on the way; between the bends of all limits together that is a straight line too, so each stretch of a choice is a linear program.
"""

from collections.abc import Mapping, Sequence

import numpy as np
from msgspec import Struct
from msgspec.structs import replace

from ..base.arrays import Array, NDArray
from ..geometry.frames import Frames
from ..liquid.vessels import away, vessels_of
from ..masses.item_rows import Tank
from ..model.rig import Rig
from ..statics.loads import Loads


class Choice(Struct, frozen=True):
    """A tank, or joined tanks taken as one. own: their numbers.  shares: of the whole, from heel to top, with every bend between;
    fills: of each tank there, (shares, tanks).  whole: [m³]."""

    tank: Tank
    own: NDArray[np.intp]
    shares: Array
    fills: Array
    addresses: tuple[str, ...]

    @property
    def whole(self) -> float:
        """What it holds when full [m³]."""
        return self.tank.part.capacity.value

    def at(self, share: float) -> Array:
        """Fills of its tanks at a share of the whole."""
        found: Array = np.array([np.interp(share, self.shares, column) for column in self.fills.T])
        return found

    def lines(self, share: float) -> Mapping[str, float]:
        """Where the surface stands in each of its tanks at a share of the whole, by address."""
        return dict(zip(self.addresses, self.at(share).tolist(), strict=True))


class Stretch(Struct, frozen=True):
    """A part of a choice over which every row is a straight line. a: per share; rest: what the rows have at share 0, (rows,)."""

    low: float
    high: float
    a: Array
    rest: Array


def choices(rig: Rig, frames: Frames, loads: Loads, states: Sequence[int]) -> tuple[Choice, ...]:
    """What is free to choose in some states: neither fuel, nor what belongs to the vehicle, nor what is away."""
    table, built_in = loads.table, {i.id for i in rig.items if i.built_in}
    gone = frozenset[str]().union(*(away(rig.states[s]) for s in states))
    vessels = vessels_of(rig, frames)
    made = []
    for vessel in vessels.listed if not gone else vessels.without(gone):
        own = np.array(list(dict.fromkeys(table.column[a] for a in vessel.addresses if a in table.column)), dtype=np.intp)
        if not len(own) or vessel.liquid.is_fuel or any(m.item.id in built_in for m in vessel.members):
            continue
        if any(vessel not in vessels.aboard(rig.states[s]) for s in states):
            continue  # joined otherwise in another of these states
        low, high, tank = min(vessel.heel, vessel.top), vessel.top, table.tanks[own[0]]
        if len(own) < len(vessel.members) or len(own) == 1:
            ends = np.array([low, high])
            made.append(Choice(tank, own, ends, ends[:, None], (tank.address,)))
            continue
        shares = np.array(
            [low, *([] if vessel.rise is None else [float(s) for s in vessel.rise.shares if low < s < high]), high]
        )
        first = replace(tank, name=vessel.name, part=vessel.part, full=sum(table.tanks[i].full for i in own))
        made.append(Choice(first, own, shares, np.array([vessel.fills(s) for s in shares]), vessel.addresses))
    return tuple(made)


def stretches(choice: Choice, pull: Array, exact: bool) -> tuple[Stretch, ...]:
    """The stretches of a choice for rows of a pull on the tanks' fills, (rows, tanks).

    exact: the load at a share itself counts, not the greatest on the way to it.
    """
    value = pull[:, choice.own] @ choice.fills.T
    marks = set(choice.shares.tolist())
    if not exact:
        value_before = np.maximum.accumulate(value, axis=1)
        for k in range(1, value.shape[1]):
            rising = (value[:, k] > value_before[:, k - 1]) & (value[:, k - 1] < value_before[:, k - 1])
            at = (value_before[rising, k - 1] - value[rising, k - 1]) / (value[rising, k] - value[rising, k - 1])
            marks |= {float(choice.shares[k - 1] + t * (choice.shares[k] - choice.shares[k - 1])) for t in at}
    ends = np.array(sorted(marks))
    ends = ends[np.append(True, np.diff(ends) > 1e-9)]  # bends of two limits at one share are one
    there = np.array([np.interp(ends, choice.shares, row) for row in value]).reshape(len(value), len(ends))
    if not exact:
        there = np.maximum.accumulate(there, axis=1)
    found = []
    for k in range(max(len(ends) - 1, 1)):
        low, high = float(ends[k]), float(ends[min(k + 1, len(ends) - 1)])
        slope = (there[:, min(k + 1, len(ends) - 1)] - there[:, k]) / (high - low) if high > low else np.zeros(len(there))
        found.append(Stretch(low, high, slope, there[:, k] - slope * low))
    return tuple(found)
