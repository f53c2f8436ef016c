"""Edits of what ties tanks to each other: open pipes."""

from collections.abc import Iterable, Sequence
from itertools import pairwise

from msgspec.structs import replace

from ..base.value import FreltError
from ..liquid.vessels import joined_groups, joined_to
from ..model.open_pipes import bottoms
from ..model.plumbing import Line
from ..model.rig import Rig
from .plumbing import free_id, with_line, without

PIPE = 0.038  # bore of an open pipe between tanks unless told [m]


def joined_tanks(rig: Rig, tanks: tuple[str, ...]) -> Rig:
    """The rig with tanks (`item/part`) made one by an open pipe; the first one's liquid and fills are those of all.

    What they are joined to already is joined along: a tank is of one group only. Raises FreltError for fewer than two, or for different liquids.
    """
    if len(tanks) < 2:
        raise FreltError("two tanks or more can be joined")
    known = {address: tank for address, _, tank in rig.tanks()}
    tanks = joined_to(rig, tanks)
    first = known[tanks[0]]
    if not all(known[t].liquid.same_as(first.liquid) for t in tanks):
        raise FreltError("tanks with different liquids are not joined: an open pipe would mix them")
    states = tuple(
        replace(s, fills={**s.fills, **{t: s.fills[tanks[0]] for t in tanks if tanks[0] in s.fills}}) for s in rig.states
    )
    made = replace(rig, states=states)
    for a, b in pairwise(tanks):
        if b not in joined_to(made, [a]):
            made = with_line(made, Line(id=free_id(made, "L"), start=a, end=b, bore=PIPE, name="open pipe"))
    return made


def are_joined(rig: Rig, items: Iterable[str]) -> bool:
    """Whether the tanks of some items, two or more, are all of one joined group."""
    held = set(_tanks_of(rig, items))
    return len(held) > 1 and any(held <= set(g.tanks) for g in joined_groups(rig))


def joined_or_parted(rig: Rig, items: Sequence[str]) -> Rig:
    """The rig with the tanks of some items joined; or taken out of their group, where all are of one.

    Raises FreltError for fewer than two tanks, or for different liquids.
    """
    held = _tanks_of(rig, items)
    if not are_joined(rig, items):
        return joined_tanks(rig, held)
    at = bottoms(rig.items)
    pipes = [
        x.id
        for x in rig.plumbing.lines
        if (at.get(x.start) in held and at.get(x.end) in at.values())
        or (at.get(x.end) in held and at.get(x.start) in at.values())
    ]
    return without(rig, pipes)


def _tanks_of(rig: Rig, items: Iterable[str]) -> tuple[str, ...]:
    """The first tank of each item that has one, by address."""
    return tuple(f"{i}/{rig.item(i).tanks[0].id}" for i in items if rig.item(i).tanks)
