"""The states on the road, and the plates that bear on it and are not read: what may travel is not known while there are any."""

from collections.abc import Sequence

from msgspec import Struct

from ..base.text import uncapital
from ..judge.check import KINDS
from ..model.rig import Rig
from ..solve import Solved
from ..statics.limit import Limit


def road_states(rig: Rig) -> tuple[int, ...]:
    """The states on the road, by number."""
    return tuple(n for n, s in enumerate(rig.states) if s.road and s.condition == "hitched")


# Fields of plates that do not bear on what the rig weighs on the road.
ASIDE = ("safety_chain", "jack", "stands", "roof", "deck_point")


class Unread(Struct, frozen=True):
    """A plate that is not read. subject: what it limits.  where: on the vehicle it is, in words.  field: where it is typed."""

    subject: str
    where: str
    field: str


def unread(solved: Solved, states: Sequence[int] | None = None) -> tuple[Unread, ...]:
    """The plates that bear on the road in some states, those on the road unless told, and are not read; each once.

    What is `not rated` is a decision and no gap (see `unrated`).
    """
    found: dict[str, Unread] = {}
    for limit in _plates(solved, states):
        if limit.counts and not limit.known:
            kind = KINDS.get(limit.check)
            found.setdefault(limit.field, Unread(limit.subject, kind.plate if kind is not None else "", limit.field))
    return tuple(found.values())


def unrated(solved: Solved, states: Sequence[int] | None = None) -> tuple[str, ...]:
    """Subjects of the plates that bear on the road in some states and are said not to exist; each plate once."""
    return tuple({m.field: m.subject for m in reversed(_plates(solved, states)) if not m.counts}.values())[::-1]


def bare(solved: Solved, states: Sequence[int] | None = None) -> tuple[str, ...]:
    """What has no plate at all to be right by, in words, since all that there could be are `not rated`: an axle neither by itself nor by
    its tires, the tongue, what hangs on the hitch, a whole carrier; this one not where each of its axles has one.
    """
    found: dict[str, list[Limit]] = {}
    for limit in _plates(solved, states):
        if limit.bears:
            found.setdefault(limit.bears, []).append(limit)
    none = {key: own[0].subject for key, own in found.items() if not any(m.counts for m in own)}
    for carrier in solved.rig.carriers:
        if not any(f"axle:{a.id}" in none for a in carrier.axles):
            none.pop(f"all:{carrier.id}", None)
    words = {"tongue": "tongue weight", "drawn": "trailer weight on the hitch"}
    return tuple(words.get(key) or uncapital(subject) for key, subject in none.items())


def _plates(solved: Solved, states: Sequence[int] | None) -> list[Limit]:
    """The limits by plates that bear on the road in some states, those on the road unless told."""
    loads = solved.loads
    chosen = road_states(solved.rig) if states is None else tuple(states)
    if loads is None or not chosen:
        return []
    here: list[bool] = loads.applies[list(chosen)].any(axis=0).tolist()  # type: ignore[assignment]
    return [
        m
        for m, applies in zip(loads.limits, here, strict=True)
        if applies and m.field and not m.by_rule and not m.field.endswith(ASIDE)
    ]
