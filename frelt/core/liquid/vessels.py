"""The vessels of a rig, and what each holds in a state, whoever asks: mass table, day, road, drawing, tie-down, lines, scale."""

from collections.abc import Iterable, Iterator, Mapping

from ..base.kept import Memo
from ..geometry.frames import Frames
from ..model.open_pipes import open_pipes
from ..model.rig import Rig
from ..model.state import FillRange, State
from ..model.ties import Joined
from .ranges import NOTHING
from .vessel import Member, Vessel, alone, together


class Vessels:
    """listed: in the order of their first tanks.  joined: those of several tanks."""

    def __init__(self, rig: Rig, frames: Frames | None = None) -> None:
        """frames: where everything is; found where tanks are joined and nobody has it."""
        self.rig = rig
        self.tanks = tuple(rig.tanks())
        self._alone = tuple(alone(n, a, i, t) for n, (a, i, t) in enumerate(self.tanks))
        self._frames = (frames or Frames(rig)) if rig.joined else None
        self.listed = self._of([j.tanks for j in rig.joined])
        self.joined = tuple(v for v in self.listed if len(v.members) > 1)
        self.number = {a: n for n, v in enumerate(self.listed) for a in v.addresses}
        self._parted: dict[frozenset[str], tuple[Vessel, ...]] = {}
        self._items = frozenset(m.item.id for v in self.joined for m in v.members)

    def of(self, address: str) -> Vessel:
        """The vessel a tank is part of. Raises KeyError."""
        return self.listed[self.number[address]]

    def aboard(self, state: State) -> tuple[Vessel, ...]:
        """The vessels as they are in a state: without what is away or comes later, parted where a tank between them is gone."""
        return self.without(away(state))

    def without(self, gone: frozenset[str]) -> tuple[Vessel, ...]:
        """The vessels without some items."""
        if not gone:
            return self.listed
        if not gone & self._items:
            return tuple(v for v in self.listed if v.item.id not in gone)
        if gone not in self._parted:
            left = tuple(i for i in self.rig.items if i.id not in gone)
            whole = self._of([j.tanks for j in open_pipes(self.rig.plumbing, left)])
            self._parted[gone] = tuple(v for v in whole if v.item.id not in gone)
        return self._parted[gone]

    def always_whole(self, vessel: Vessel) -> bool:
        """Whether every state has all of its members aboard, or none."""
        items = {m.item.id for m in vessel.members}
        return all(len(items & away(s)) in (0, len(items)) for s in self.rig.states)

    def range(self, state: State, address: str) -> FillRange:
        """How full the vessel of a tank may be in a state, a share of what of it is aboard; nothing where the tank is not."""
        item = address.partition("/")[0]
        if item in away(state):
            return NOTHING
        if item not in self._items:
            return self._alone[self.listed[self.number[address]].numbers[0]].range_in(state)
        return next(v for v in self.aboard(state) if address in v.addresses).range_in(state)

    def said(self, state: State, address: str) -> FillRange:
        """What a state says of the vessel of a tank, were all of it aboard."""
        return self.of(address).range_in(state)

    def own(self, state: State) -> Mapping[str, FillRange]:
        """How full each tank itself may be in a state, by address; those that are away hold nothing."""
        found = dict.fromkeys((a for a, _, _ in self.tanks), NOTHING)
        for vessel in self.aboard(state):
            found |= zip(vessel.addresses, _own(vessel, state), strict=True)
        return found

    def shown(self, state: State) -> dict[str, float]:
        """The fill of every tank as a state shows it, by address."""
        return {address: own.shown for address, own in self.own(state).items()}

    def _of(self, groups: Iterable[Iterable[str]]) -> tuple[Vessel, ...]:
        """All tanks, those of a group as one."""
        if self._frames is None:
            return self._alone
        made: dict[int, Vessel] = {}
        taken: set[int] = set()
        number, frames = {v.address: n for n, v in enumerate(self._alone)}, self._frames
        for group in groups:
            own = [self._alone[number[a]].members[0] for a in group if a in number]
            placed = [_standing(m, frames) for m in own if m.item.id in frames.items]
            if len(placed) > 1:
                made[placed[0].number] = together(placed, [frames.carrier_of[m.item.id] for m in placed])
                taken |= {m.number for m in placed}
        made |= {n: v for n, v in enumerate(self._alone) if n not in taken}
        return tuple(v for _, v in sorted(made.items()))


def _standing(member: Member, frames: Frames) -> Member:
    floor = frames.items[member.item.id].point(member.part.at)[2]
    return Member(member.number, member.address, member.item, member.part, floor)


def _own(vessel: Vessel, state: State) -> Iterator[FillRange]:
    whole = vessel.range_in(state)
    if vessel.rise is None:
        yield from (whole for _ in vessel.members)
        return
    low, high, shown = (vessel.fills(s).tolist() for s in (whole.low, whole.high, whole.shown))
    yield from (FillRange(low=a, high=b, now=min(max(c, a), b)) for a, b, c in zip(low, high, shown, strict=True))


def away(state: State) -> frozenset[str]:
    """What is not aboard in a state, by id: taken off, or not there yet."""
    return frozenset(state.absent) | frozenset(state.later)


_vessels: Memo[Vessels] = Memo(16)


def vessels_of(rig: Rig, frames: Frames | None = None) -> Vessels:
    """The vessels of a rig, made once for each."""
    if frames is None:
        return Vessels(rig)
    return _vessels.get(frames.kept, rig.id, (rig, frames), lambda: Vessels(rig, frames))


def joined_to(rig: Rig, addresses: Iterable[str]) -> tuple[str, ...]:
    """Some tanks and all that open pipes join to them, by address."""
    wanted = dict.fromkeys(addresses)
    for group in rig.joined:
        if any(a in wanted for a in group.tanks):
            wanted |= dict.fromkeys(group.tanks)
    return tuple(wanted)


def joined_groups(rig: Rig) -> tuple[Joined, ...]:
    """The tanks that open pipes make one, each with the least bore between them."""
    return rig.joined
