"""What of the plumbing hangs together: lines followed from port to port, through fittings and the hoses of reels."""

from collections.abc import Callable, Iterable

from .plumbing import Fitting
from .rig import Rig


def reached(rig: Rig, starts: Iterable[str], through: Callable[[Fitting], bool] = lambda _: True) -> frozenset[str]:
    """Fittings by id and ports of things as `item/port` to which lines lead from some of them, those included.

    through: whether it goes on behind a fitting. A hose on a reel is `item/number` at both its ends; a machine or a tank ends a way.
    """
    fittings = {f.id: f for f in rig.plumbing.fittings}
    beside: dict[str, set[str]] = {}
    for drawn in rig.plumbing.lines:
        a, b = (joint(fittings, e) for e in (drawn.start, drawn.end))
        beside.setdefault(a, set()).add(b)
        beside.setdefault(b, set()).add(a)
    waiting, seen = [joint(fittings, s) for s in starts], set[str]()
    while waiting:
        one = waiting.pop()
        if one in seen:
            continue
        seen.add(one)
        if one not in fittings or through(fittings[one]):
            waiting += beside.get(one, ())
    return frozenset(seen)


def joint(fittings: Iterable[str], address: str) -> str:
    """A port as it is followed: all ways of a fitting are one, and both ends of a hose on a reel."""
    owner, _, port = address.partition("/")
    if owner in fittings:
        return owner
    number = port.rpartition("-")[2]
    return f"{owner}/{number}" if number.isdigit() else address
