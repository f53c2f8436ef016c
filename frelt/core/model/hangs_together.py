"""What of the plumbing hangs together: lines followed from port to port, through fittings and the hoses of reels."""

from collections.abc import Callable, Collection, Iterable, Iterator

from .item import TankPart
from .liquid import Liquid
from .open_pipes import draws
from .plumbing import Fitting
from .rig import Rig


def reached(rig: Rig, starts: Iterable[str], through: Callable[[Fitting], bool] = lambda _: True) -> frozenset[str]:
    """Fittings by id and ports of things as `item/port` to which lines lead from some of them, those included.

    through: whether it goes on behind a fitting. A hose on a reel is `item/number` at both its ends; a machine or a tank ends a way.
    """
    fittings = {f.id: f for f in rig.plumbing.fittings}
    beside = _beside(rig, fittings)
    waiting, seen = [joint(fittings, s) for s in starts], set[str]()
    while waiting:
        one = waiting.pop()
        if one in seen:
            continue
        seen.add(one)
        if one not in fittings or through(fittings[one]):
            waiting += beside.get(one, ())
    return frozenset(seen)


def stands_in(rig: Rig) -> dict[str, Liquid]:
    """What stands in each line when nothing flows, by its id: what it holds, else what the tanks give that it hangs together with.

    Of tanks with several liquids water, where one of them holds water; of none, nothing is said.
    """
    fittings = {f.id for f in rig.plumbing.fittings}
    beside = _beside(rig, fittings)
    liquid = {joint(fittings, port): tank.liquid for port, tank in _tank_ports(rig)}
    found: dict[str, Liquid] = {}
    whose: dict[str, Liquid | None] = {}
    for drawn in rig.plumbing.lines:
        start = joint(fittings, drawn.start)
        if start not in whose:
            own, waiting = set[str](), [start]
            while waiting:
                one = waiting.pop()
                if one not in own:
                    own.add(one)
                    waiting += beside[one]
            given = [liquid[one] for one in sorted(own) if one in liquid]
            chosen = next((x for x in given if x.role == "water"), given[0] if given else None)
            whose |= dict.fromkeys(own, chosen)
        stands = drawn.holds or whose[start]
        if stands is not None:
            found[drawn.id] = stands
    return found


def _tank_ports(rig: Rig) -> Iterator[tuple[str, TankPart]]:
    tanks = {a: t for a, _, t in rig.tanks()}
    for port, address in draws(rig.items).items():
        yield port, tanks[address]


def _beside(rig: Rig, fittings: Collection[str]) -> dict[str, set[str]]:
    """Which joints a line leads from each to."""
    beside: dict[str, set[str]] = {}
    for drawn in rig.plumbing.lines:
        a, b = joint(fittings, drawn.start), joint(fittings, drawn.end)
        beside.setdefault(a, set()).add(b)
        beside.setdefault(b, set()).add(a)
    return beside


def joint(fittings: Collection[str], address: str) -> str:
    """A port as it is followed: all ways of a fitting are one, and both ends of a hose on a reel."""
    owner, _, port = address.partition("/")
    if owner in fittings:
        return owner
    number = port.rpartition("-")[2]
    return f"{owner}/{number}" if number.isdigit() else address
