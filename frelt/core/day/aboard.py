"""What is drawn from and filled in a day: tanks, and joined tanks as the one vessel that an open pipe makes of them."""

import numpy as np

from ..base.arrays import Array
from ..geometry.frames import Frames
from ..liquid.vessels import vessels_of
from ..model.item import ConsumerPart, Item
from ..model.liquid import Role
from ..model.rig import Rig

DROP = 1e-8  # [m³]; a tank that holds nothing counts as one


class Aboard:
    """The vessels of a rig by number. addresses: of every tank; capacities: [m³]."""

    def __init__(self, rig: Rig, frames: Frames | None = None) -> None:
        self.rig = rig
        tanks = list(rig.tanks())
        self.addresses = tuple(a for a, _, _ in tanks)
        self.capacities = np.array([t.capacity.value for _, _, t in tanks])
        self.listed = vessels_of(rig, frames).listed
        self.number = {a: i for i, v in enumerate(self.listed) for a in v.addresses}
        self.whole = np.maximum([v.part.capacity.value for v in self.listed], DROP)

    def first(self, role: Role, wanted: str = "", built_in: bool = False) -> int | None:
        """The vessel of that address, else the largest of a role."""
        if wanted in self.number:
            return self.number[wanted]
        fitting = [i for i, v in enumerate(self.listed) if v.role == role and v.item.built_in == built_in]
        return max(fitting, key=lambda i: self.whole[i], default=None)

    def all_of(self, role: Role, wanted: str = "") -> tuple[int, ...]:
        """The vessel of that address alone, else every one of a role, the largest first: the next is switched to when one is run down."""
        if wanted in self.number:
            return (self.number[wanted],)
        fitting = [i for i, v in enumerate(self.listed) if v.role == role and not v.item.built_in]
        return tuple(sorted(fitting, key=lambda i: -self.whole[i]))

    def fuels_of(self, item: Item, substance: str) -> tuple[int, ...]:
        """The vessels an engine burns from: its own, then others of the same fuel, spare cans among them."""
        fitting = [i for i, v in enumerate(self.listed) if v.liquid.substance == substance and not v.item.built_in]

        def of_its_own(i: int) -> bool:
            return any(m.item.id == item.id for m in self.listed[i].members)

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
                made[:, list(vessel.numbers)] = shares[:, [i]]
            else:
                made[:, list(vessel.numbers)] = [vessel.fills(float(s)) for s in shares[:, i]]
        return made
