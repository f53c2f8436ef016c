"""A vessel: one tank, or joined ones that are one because their surfaces stand at one height."""

from collections.abc import Sequence
from functools import cached_property

import numpy as np
from msgspec import Struct
from msgspec.structs import replace

from ..base.arrays import Array
from ..base.figure import Figure
from ..base.text import joined as listed
from ..geometry.tank_shape import ROUND, surface_height
from ..model.item import Item, TankPart
from ..model.liquid import Liquid, Role
from ..model.state import FillRange, State
from ..model.tank_names import called
from .ranges import by_the_state, widest
from .rise import LEVEL, Rise, rise_of


class Member(Struct, frozen=True):
    """A tank of a vessel. number: among all of the rig.  floor: height of its inside floor [m]; of one that stands alone it is not asked for."""

    number: int
    address: str
    item: Item
    part: TankPart
    floor: float = 0.0

    def surface(self, fill: float) -> float:
        """Where its surface stands at a fill [m]."""
        return self.floor + surface_height(self.part, fill)


class Vessel(Struct, frozen=True, dict=True):
    """members: in the order of the lines that join them.  rise: how their fills follow the surface; None where all hold one share.

    unsolved: why their surface cannot be followed, empty where it can.  left: the share that is left when it is drawn down, where that is
    not what its draws leave.
    """

    members: tuple[Member, ...]
    rise: Rise | None = None
    unsolved: str = ""
    left: float | None = None

    @property
    def address(self) -> str:
        """Of its first member, by which it is spoken of."""
        return self.members[0].address

    @property
    def item(self) -> Item:
        """Of its first member."""
        return self.members[0].item

    @property
    def liquid(self) -> Liquid:
        """What it holds, as its first member says."""
        return self.members[0].part.liquid

    @property
    def role(self) -> Role:
        """What its liquid is aboard for."""
        return self.members[0].part.liquid.role

    @property
    def numbers(self) -> tuple[int, ...]:
        """Of its members among the rig's tanks."""
        return tuple(m.number for m in self.members)

    @property
    def addresses(self) -> tuple[str, ...]:
        """Of its members."""
        return tuple(m.address for m in self.members)

    @property
    def name(self) -> str:
        """What it is called, by all its members."""
        return listed([called(m.item, m.part) for m in self.members])

    @property
    def floats(self) -> tuple[Member, ...]:
        """The members in which a float shuts before they are full."""
        return tuple(m for m in self.members if m.part.top < 1.0)

    @property
    def open_tops(self) -> tuple[Member, ...]:
        """The members that nothing shuts: what is too much runs out at their lids."""
        return tuple(m for m in self.members if m.part.top >= 1.0)

    @cached_property
    def heel(self) -> float:
        """The share that is left when its lowest draw runs dry."""
        if self.left is not None:
            return self.left
        own = [(m, min(m.part.heel, m.part.top)) for m in self.members]
        if self.rise is None:
            return min(heel for _, heel in own)
        return self.rise.share(min(m.surface(heel) for m, heel in own))

    @cached_property
    def top(self) -> float:
        """The share at which the first of its floats shuts."""
        if self.rise is None:
            return min(m.part.top for m in self.members)
        return min((self.rise.share(m.surface(m.part.top)) for m in self.floats), default=1.0)

    @cached_property
    def part(self) -> TankPart:
        """Itself as one tank: the first member's shape, as long as it takes to hold what all hold."""
        first = self.members[0].part
        if len(self.members) == 1 and self.left is None:
            return first
        own = [m.part.capacity for m in self.members]
        whole = Figure(
            value=sum(c.value for c in own),
            plus_minus=sum(c.plus_minus**2 for c in own) ** 0.5,
            source=own[0].source,
            note="joined tanks together",
        )
        longer = first.length * whole.value / max(own[0].value, 1e-9)
        return replace(first, capacity=whole, length=longer, heel=min(self.heel, self.top), top=self.top)

    def fills(self, share: float) -> Array:
        """Fills of its members when the whole holds a share."""
        return np.full(len(self.members), share) if self.rise is None else self.rise.at(share)

    def share_of(self, address: str, fill: float) -> float:
        """The share of the whole at which one of its members has a fill; full and empty ones begin there."""
        if self.rise is None:
            return fill
        return self.rise.share(next(m for m in self.members if m.address == address).surface(fill))

    def between(self, low: float, high: float) -> Array:
        """Fills of its members at both ends of a range of its share and at every bend between, (corners, members)."""
        if self.rise is not None:
            return self.rise.between(low, high)
        return np.array([self.fills(low), self.fills(high)])

    def range_in(self, state: State) -> FillRange:
        """How full the whole may be in a state that has all of it aboard."""
        members, fills = self.members, state.fills
        if len(members) == 1:
            one = members[0]
            return fills.get(one.address) or by_the_state(state, one.part.liquid, one.part.heel, one.part.top)
        said = [fills[m.address] for m in members if m.address in fills]
        return widest(said or [by_the_state(state, m.part.liquid, self.heel, self.top) for m in members])


def alone(number: int, address: str, item: Item, part: TankPart) -> Vessel:
    """A tank by itself."""
    return Vessel((Member(number, address, item, part),))


def together(members: Sequence[Member], carriers: Sequence[str]) -> Vessel:
    """Tanks that an open pipe makes one. carriers: which each stands on."""
    first, parts = members[0], [m.part for m in members]
    level = max(m.floor for m in members) - min(m.floor for m in members) <= LEVEL
    level = level and max(p.height for p in parts) - min(p.height for p in parts) <= LEVEL
    alike = len({p.shape for p in parts}) == 1 and len({p.cone for p in parts}) == 1
    straight = not any(p.cone or p.shape in ROUND for p in parts)
    unsolved = ""
    if len(set(carriers)) > 1 or not (straight or (level and alike)):
        where = "on two carriers" if len(set(carriers)) > 1 else "lying or coned, and not alike on one level"
        names = listed([f"“{called(m.item, m.part)}”" for m in members])
        unsolved = f"{names} are joined but {where}: not solved yet"
    if level or not straight or first.part.capacity.value <= 0:
        return Vessel(tuple(members), None, unsolved)
    rise = rise_of([m.floor for m in members], [p.height for p in parts], [p.capacity.value for p in parts])
    return Vessel(tuple(members), rise, unsolved)
