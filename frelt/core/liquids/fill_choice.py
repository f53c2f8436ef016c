"""What may be chosen of a road fill: the cap of a tank, or the one cap of tanks that an open pipe joins at different heights.

Along each choice a load is a piecewise straight line of its share. Of every fill up to a cap the worst counts, the greatest value
on the way; between the bends of all limits together that is a straight line too, so each stretch of a choice is a linear program.
"""

from collections.abc import Mapping, Sequence

import numpy as np
from msgspec import Struct
from msgspec.structs import replace

from ..base.arrays import Array, NDArray
from ..base.figure import Figure
from ..base.text import joined
from ..masses.item_rows import Tank
from ..masses.joined import apart
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


def choices(rig: Rig, loads: Loads, states: Sequence[int]) -> tuple[Choice, ...]:
    """What is free to choose in some states: neither fuel, nor what belongs to the vehicle, nor what is away."""
    table, built_in = loads.table, {i.id for i in rig.items if i.built_in}
    gone = {i for s in states for i in (*rig.states[s].absent, *rig.states[s].later)}

    def free(tank: Tank) -> bool:
        return tank.item not in built_in and tank.item not in gone and tank.part.liquid.tint != "fuel"

    groups = [(address, own, rise) for address, own, rise in apart(table.tanks, rig.joined)]
    tied = {int(i) for _, own, _ in groups for i in own}
    made: dict[int, Choice] = {}
    for i, tank in enumerate(table.tanks):
        if i not in tied and free(tank):
            ends = np.array([min(tank.part.heel, tank.part.top), tank.part.top])
            made[i] = Choice(tank, np.array([i]), ends, ends[:, None], (tank.address,))
    for _, own, rise in groups:
        tanks = [table.tanks[i] for i in own]
        if not all(map(free, tanks)):
            continue
        low, high = max(t.part.heel for t in tanks), min(t.part.top for t in tanks)
        bends = [float(s) for s in rise.shares if low < s < high]
        shares = np.array([min(low, high), *bends, high])
        whole = sum(t.part.capacity.value for t in tanks)
        part = replace(tanks[0].part, capacity=Figure(value=whole), heel=min(low, high), top=high)
        first = replace(tanks[0], name=joined([t.name for t in tanks]), part=part, full=sum(t.full for t in tanks))
        made[int(own[0])] = Choice(first, own, shares, np.array([rise.at(s) for s in shares]), tuple(t.address for t in tanks))
    return tuple(c for _, c in sorted(made.items()))


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
