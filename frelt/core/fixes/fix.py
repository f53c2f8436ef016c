"""Fixes: changes that cure a check, each proved by computing the rig again.

To add one: a file in `core/fixes` that calls `register` with a function that proposes changed rigs.
A proposal counts only if `proved` says that it cures the check and makes nothing else worse.
"""

from collections.abc import Callable, Iterable
from itertools import chain

from msgspec import Struct

from ..base.units import Units
from ..judge.check import Check
from ..judge.status import RANKS, Status
from ..model.rig import Rig
from ..solve import Solved, solve

MOST_TRIES = 24


class Fix(Struct, frozen=True):
    """words: what is done.  rig: the rig with it done.  leaves: status of the check afterwards.

    effort: mass moved × how far [kg·m]; liquid left behind counts as moved by one metre.
    """

    kind: str
    check: str
    words: str
    rig: Rig
    effort: float
    leaves: Status
    items: tuple[str, ...] = ()


Propose = Callable[[Solved, Check, Units], Iterable[Fix]]
PROPOSERS: dict[str, Propose] = {}


def register(kind: str, propose: Propose) -> None:
    """Add a way of proposing fixes. Raises ValueError where its name is taken."""
    if kind in PROPOSERS:
        raise ValueError(f"fix {kind} is registered twice")
    PROPOSERS[kind] = propose


def proved(before: Solved, check_id: str, rig: Rig) -> Status | None:
    """The cured check's new status, or None where the rig does not cure it or harms another check."""
    after = solve(rig, before.frames.kept)
    was = {c.id: c for c in before.checks}
    now = {c.id: c for c in after.checks}
    target, old = now.get(check_id), was[check_id]
    status: Status = target.status if target is not None else "ok"
    if status == "over" or RANKS[status] <= RANKS[old.status]:
        return None
    for c in after.checks:
        if c.id == check_id:
            continue
        earlier = was.get(c.id)
        allowed = RANKS[earlier.status] if earlier is not None else RANKS["ok"]
        if RANKS[c.status] < allowed:
            return None
        if c.status == "over" and earlier is not None and c.excess > earlier.excess + 1e-9:
            return None
    return status


def fixes(solved: Solved, check: Check, units: Units, wanted: Callable[[], bool] = lambda: True) -> tuple[Fix, ...]:
    """The proved fixes of a check, least effort first; those that leave it `ok` before those that leave it `tight`.

    Nothing is proposed for an unknown: what cures it is a plate, not a move.
    wanted: asked between proposals; once false, the search ends with what it has.
    """
    from .. import fixes as _found  # noqa: F401  (fills the registry)

    if check.status not in ("over", "tight"):
        return ()
    found: list[Fix] = []
    for fix in chain.from_iterable(propose(solved, check, units) for propose in PROPOSERS.values()):
        if not wanted():
            break
        found.append(fix)
    return tuple(sorted(found, key=lambda f: (-RANKS[f.leaves], f.effort)))
