"""Coils that a shut valve, a check and a trigger can enclose: water that is heated there must have a way to swell into."""

from collections.abc import Iterator

from ..kind.inner import Burner, Plunger
from ..kind.registry import kind_of
from ..model.item import Item
from ..model.plumbing import FittingKind
from ..model.rig import Rig

SHUTS: frozenset[FittingKind] = frozenset(
    {
        "ball valve",
        "three-way valve",
        "check valve",
        "metering valve",
        "remote valve",
        "float valve",
        "gun",
        "cleaner bar",
        "tap",
        "drain",
        "cap",
    }
)
LETS_OFF: frozenset[FittingKind] = frozenset({"relief valve", "vent", "open end"})


def coils_beside(rig: Rig) -> Iterator[Item]:
    """Things with a burner and no pump of their own: of a whole hot machine the maker has seen to it."""
    for item in rig.items:
        parts = kind_of(item).inner(item)
        if any(isinstance(p, Burner) for p in parts) and not any(isinstance(p, Plunger) for p in parts):
            yield item


def shut_in(rig: Rig, item: Item) -> bool:
    """Whether nothing lets off what stands in the coil of a thing, once all that can be shut beside it is shut.

    From its inlet and outlet lines are followed through fittings that cannot shut and hoses of reels, to tanks, reliefs and open ends,
    or to where each way ends in something that can shut, a machine or nothing.
    """
    fittings = {f.id: f.kind for f in rig.plumbing.fittings}
    items = {i.id: i for i in rig.items}
    tanks = {a for a, _, _ in rig.tanks()}
    beside: dict[str, list[str]] = {}
    for x in rig.plumbing.lines:
        beside.setdefault(x.start, []).append(x.end)
        beside.setdefault(x.end, []).append(x.start)
    waiting, seen = [f"{item.id}/inlet", f"{item.id}/outlet"], set[str]()
    if not any(w in beside for w in waiting):
        return False
    while waiting:
        port = waiting.pop()
        if port in seen:
            continue
        seen.add(port)
        owner = port.partition("/")[0]
        if owner in fittings:
            if fittings[owner] in LETS_OFF:
                return False
            if fittings[owner] not in SHUTS:
                waiting += [e for e in beside if e.partition("/")[0] == owner]
        elif owner in items and owner != item.id:
            if port in tanks or items[owner].kind == "tank":
                return False
            way = port.partition("/")[2]
            kind, _, number = way.rpartition("-")
            if kind in ("swivel", "hose"):
                waiting.append(f"{owner}/{'hose' if kind == 'swivel' else 'swivel'}-{number}")
        waiting += beside.get(port, ())
    return True
