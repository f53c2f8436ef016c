"""The states on the road, and the plates that bear on it and are not read: what may travel is not known while there are any."""

from collections.abc import Sequence

from msgspec import Struct

from ..judge.check import KINDS
from ..model.rig import Rig
from ..solve import Solved


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

    What is `not rated` is a decision and no gap.
    """
    loads = solved.loads
    chosen = road_states(solved.rig) if states is None else tuple(states)
    if loads is None or not chosen:
        return ()
    here: list[bool] = loads.applies[list(chosen)].any(axis=0).tolist()  # type: ignore[assignment]
    found: dict[str, Unread] = {}
    for limit, applies in zip(loads.limits, here, strict=True):
        plate = bool(limit.field) and not limit.by_rule and limit.counts and not limit.known
        if not plate or not applies or limit.field.endswith(ASIDE):
            continue
        kind = KINDS.get(limit.check)
        found.setdefault(limit.field, Unread(limit.subject, kind.plate if kind is not None else "", limit.field))
    return tuple(found.values())
