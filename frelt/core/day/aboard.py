"""What is drawn from and filled in a day: tanks, and joined tanks as the one vessel that an open pipe makes of them."""

from collections.abc import Sequence

import numpy as np
from msgspec import Struct
from msgspec.structs import replace

from ..base.arrays import Array
from ..base.figure import Figure
from ..base.text import joined as listed
from ..geometry.frames import Frames
from ..masses.joined import Rise, rise_for
from ..model.item import ConsumerPart, Item, TankPart
from ..model.rig import Rig


class Vessel(Struct, frozen=True):
    """One tank, or joined ones together. address, item: of the first.  part: with the capacity of all.

    members: which of the rig's tanks; rise: how their fills follow the common surface, None where all have the same share.
    """

    address: str
    name: str
    item: Item
    part: TankPart
    members: tuple[int, ...]
    rise: Rise | None = None

    def fills(self, share: float) -> Array:
        """Fills of the members when the whole holds a share."""
        return np.full(len(self.members), share) if self.rise is None else self.rise.at(share)


DROP = 1e-8  # [m³]; a tank that holds nothing counts as one


class Aboard:
    """The vessels of a rig by number. addresses: of every tank; capacities: [m³]."""

    def __init__(self, rig: Rig, frames: Frames | None = None) -> None:
        self.rig = rig
        tanks = list(rig.tanks())
        self.addresses = tuple(a for a, _, _ in tanks)
        self.capacities = np.array([t.capacity.value for _, _, t in tanks])
        self.listed = _vessels(rig, tanks, (frames or Frames(rig)) if rig.joined else None)
        self.number = {self.addresses[m]: i for i, v in enumerate(self.listed) for m in v.members}
        self.whole = np.maximum([v.part.capacity.value for v in self.listed], DROP)

    def first(self, tint: str, wanted: str = "", built_in: bool = False) -> int | None:
        """The vessel of that address, else the largest of a tint."""
        if wanted in self.number:
            return self.number[wanted]
        fitting = [i for i, v in enumerate(self.listed) if v.part.liquid.tint == tint and v.item.built_in == built_in]
        return max(fitting, key=lambda i: self.whole[i], default=None)

    def all_of(self, tint: str, wanted: str = "") -> tuple[int, ...]:
        """The vessel of that address alone, else every one of a tint, the largest first: the next is switched to when one is run down."""
        if wanted in self.number:
            return (self.number[wanted],)
        fitting = [i for i, v in enumerate(self.listed) if v.part.liquid.tint == tint and not v.item.built_in]
        return tuple(sorted(fitting, key=lambda i: -self.whole[i]))

    def fuels_of(self, item: Item, substance: str) -> tuple[int, ...]:
        """The vessels an engine burns from: its own, then others of the same fuel, spare cans among them."""
        fitting = [i for i, v in enumerate(self.listed) if v.part.liquid.substance == substance and not v.item.built_in]

        def of_its_own(i: int) -> bool:
            return any(self.addresses[m].split("/")[0] == item.id for m in self.listed[i].members)

        spare = [i for i in fitting if not of_its_own(i) and not self._of_another(i, item)]
        return (*(i for i in fitting if of_its_own(i)), *spare)

    def _of_another(self, i: int, item: Item) -> bool:
        """Whether a vessel is the tank in another engine's frame."""
        owner = self.listed[i].item
        return owner.id != item.id and any(isinstance(p, ConsumerPart) for p in owner.parts)

    def spread(self, shares: Array) -> Array:
        """Fills of every tank from shares of the vessels: (n, vessels) to (n, tanks)."""
        made = np.zeros((len(shares), len(self.addresses)))
        for i, vessel in enumerate(self.listed):
            if vessel.rise is None:
                made[:, list(vessel.members)] = shares[:, [i]]
            else:
                made[:, list(vessel.members)] = [vessel.fills(float(s)) for s in shares[:, i]]
        return made


def _vessels(rig: Rig, tanks: Sequence[tuple[str, Item, TankPart]], frames: Frames | None) -> tuple[Vessel, ...]:
    number = {a: n for n, (a, _, _) in enumerate(tanks)}
    made: dict[int, Vessel] = {}
    taken: set[int] = set()
    for group in rig.joined if frames is not None else ():
        own = [number[a] for a in group.tanks if a in number and tanks[number[a]][1].id in frames.items]  # type: ignore[union-attr]
        if len(own) > 1:
            made[own[0]] = _joined(tanks, tuple(own), frames)  # type: ignore[arg-type]
            taken |= set(own)
    alone = {n: Vessel(a, i.name, i, t, (n,)) for n, (a, i, t) in enumerate(tanks) if n not in taken}
    return tuple(v for _, v in sorted((made | alone).items()))


def _joined(tanks: Sequence[tuple[str, Item, TankPart]], own: tuple[int, ...], frames: Frames) -> Vessel:
    address, item, first = tanks[own[0]]
    parts = [tanks[n][2] for n in own]
    whole = sum(p.capacity.value for p in parts)
    together = replace(
        first,
        capacity=Figure(value=whole, note="joined tanks together"),
        length=first.length * whole / max(first.capacity.value, 1e-9),
        heel=max(p.heel for p in parts),
        top=min(p.top for p in parts),
    )
    floors = [frames.items[tanks[n][1].id].point(tanks[n][2].at)[2] for n in own]
    return Vessel(address, listed([tanks[n][1].name for n in own]), item, together, own, rise_for(parts, floors))
