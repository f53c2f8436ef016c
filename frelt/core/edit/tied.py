"""Ranges tied to each other, as a builder says it: when one tank is full, another holds at most so much."""

from collections.abc import Iterable

from msgspec import Struct
from msgspec.structs import replace

from ..base.value import FreltError
from ..model.rig import Rig
from ..model.ties import Link


class Tied(Struct, frozen=True):
    """When `full` is full, `other` holds at most the share `most`; in between in proportion."""

    full: str
    other: str
    most: float


def tied_of(link: Link) -> Tied | None:
    """A condition as a builder says it, or None for one that is of another form."""
    whole = [a for a, f in link.factors.items() if f == 1.0]
    rest = [a for a in link.factors if a not in whole[:1]]
    if len(link.factors) != 2 or not whole or link.high != 1.0 or link.low > 0.0 or link.states or len(rest) != 1:
        return None
    most = 1.0 - link.factors[rest[0]]
    return Tied(rest[0], whole[0], most) if 0.0 <= most < 1.0 else None


def link_of(tied: Tied) -> Link:
    """other + (1 - most)·full ≤ 1."""
    return Link(factors={tied.other: 1.0, tied.full: 1.0 - tied.most}, low=0.0, high=1.0)


def tied(rig: Rig) -> tuple[Tied, ...]:
    """What is tied in the form a builder says it."""
    return tuple(t for k in rig.links if (t := tied_of(k)) is not None)


def with_tied(rig: Rig, entries: Iterable[Tied]) -> Rig:
    """The rig with these conditions; those of another form stay as they are. Raises FreltError for a tank tied to itself."""
    listed = tuple(entries)
    if any(e.full == e.other for e in listed):
        raise FreltError("a tank cannot be tied to itself: choose two")
    return replace(rig, links=(*(k for k in rig.links if tied_of(k) is None), *map(link_of, listed)))


def first_two(rig: Rig) -> Link:
    """What may be tied first: the first two tanks but for fuel, by volume, together at most three quarters full."""
    listed = [(a, t.capacity.value) for a, _, t in rig.tanks() if not t.liquid.is_fuel][:2]
    whole = sum(v for _, v in listed)
    return Link(factors={a: v / whole for a, v in listed}, low=0.0, high=0.75)
