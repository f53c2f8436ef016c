"""Fixes: changes that cure a check, each proved by computing the rig again.

To add one: a file in `core/fixes` that calls `register` with a function that proposes changed rigs.
A proposal counts only if `proved` says that it cures the check and makes nothing else worse.
"""

from collections.abc import Callable, Iterable
from contextvars import ContextVar
from itertools import chain, count

from msgspec import Struct

from ..base.units import Units
from ..judge.check import KINDS, Check
from ..judge.status import LEVELS, RANKS, Status
from ..masses.weigh import weigh
from ..model.item import Item
from ..model.rig import Rig
from ..solve import Solved, solve

MOST_TRIES = 24
MOST_MOVERS = 24_000
MOST_PROOFS, LEAST_PROOFS = 200_000, 40  # by items times states; some seconds at any size


class Enough(Exception):
    """The search has looked at as much as it may, or is not wanted any more."""


_wanted: ContextVar[Callable[[], bool]] = ContextVar("wanted", default=lambda: True)
_go_on: ContextVar[Callable[[], bool]] = ContextVar("go on", default=lambda: True)


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


def heaviest(items: Iterable[Item], count: int) -> list[Item]:
    """Those that are worth moving where there are too many to look at each: the heaviest, in the order they stand in.

    count: of all things on the rig, of which the more are looked at the fewer there are.
    """
    listed = list(items)
    most = max(MOST_MOVERS // max(count, 1), LEAST_PROOFS)
    if len(listed) <= most:
        return listed
    chosen = {i.id for i in sorted(listed, key=lambda i: -weigh(i, 1.0).value)[:most]}
    return [i for i in listed if i.id in chosen]


def still() -> None:
    """Raises Enough where the search is not wanted any more; asked between steps that take long."""
    if not _wanted.get()():
        raise Enough


class Proof(Struct, frozen=True):
    """What a proposed rig comes to. status: of the check then.  worse: the checks that it harms, as they are then."""

    status: Status
    worse: tuple[Check, ...] = ()


def proof(before: Solved, check_id: str, rig: Rig) -> Proof | None:
    """What a rig does to a check and to all others that are as grave; None where it does not cure it. Who cures a danger may have to
    leave a lid harder to reach.

    Raises Enough where the search is to end.
    """
    if not _go_on.get()():
        raise Enough
    after = solve(rig, before.frames.kept)
    was = {c.id: c for c in before.checks}
    target, old = after.check(check_id), was[check_id]
    status: Status = target.status if target is not None else "ok"
    if status == "over" or RANKS[status] <= RANKS[old.status]:
        return None
    grave = LEVELS.index(old.level or "broken")
    others = (c for c in after.checks if c.id != check_id and LEVELS.index(c.level or "broken") <= grave)
    return Proof(status, tuple(c for c in others if _harmed(c, was.get(c.id))))


def _harmed(check: Check, earlier: Check | None) -> bool:
    """Whether a check is worse than it was: of a graver status, over by more, or open again after somebody accepted it."""
    if earlier is not None and earlier.accepted is not None and check.accepted is None:
        return True
    if RANKS[check.status] < (RANKS[earlier.status] if earlier is not None else RANKS["ok"]):
        return check.accepted is None
    return check.status == "over" and earlier is not None and check.excess > earlier.excess + 1e-9


def proved(before: Solved, check_id: str, rig: Rig) -> Status | None:
    """The cured check's new status, or None where the rig does not cure it or harms another check that is as grave.

    Raises Enough where the search is to end.
    """
    found = proof(before, check_id, rig)
    return found.status if found is not None and not found.worse else None


def fixes(solved: Solved, check: Check, units: Units, wanted: Callable[[], bool] = lambda: True) -> tuple[Fix, ...]:
    """The proved fixes of a check, least effort first; those that leave it `ok` before those that leave it `tight`.

    Nothing is proposed for an unknown: what cures it is a plate, not a move.
    wanted: asked before each proof; once false, the search ends with what it has. It ends too when it has proved as much as a
    person would wait for, which is less where many things make each proof longer.
    """
    from .. import fixes as _found  # noqa: F401  (fills the registry)

    kind = KINDS.get(check.kind)
    if check.status not in ("over", "tight") or (kind is not None and not kind.curable):
        return ()
    found: list[Fix] = []
    tries, most = count(1), max(MOST_PROOFS // max(len(solved.rig.items) * len(solved.rig.states), 1), LEAST_PROOFS)
    asked = _wanted.set(wanted)
    token = _go_on.set(lambda: wanted() and next(tries) <= most)
    try:
        for fix in chain.from_iterable(propose(solved, check, units) for propose in PROPOSERS.values()):
            found.append(fix)
    except Enough:
        pass
    finally:
        _go_on.reset(token)
        _wanted.reset(asked)
    return tuple(sorted(found, key=lambda f: (-RANKS[f.leaves], f.effort)))
