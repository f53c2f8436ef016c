"""Which tanks an open pipe makes one: those that lines join from bottom to bottom with nothing in between that a hand could shut."""

from collections.abc import Iterable

from ..fitting.registry import type_of
from .item import Item, PortPart, TankPart
from .plumbing import Plumbing
from .ties import Joined


def bottoms(items: Iterable[Item]) -> dict[str, str]:
    """The tank (`item/part`) by each port at which a line meets its bottom: the tank itself, or the outlet of one that has no inlet."""
    found = {}
    for item in items:
        tanks = [p for p in item.parts if isinstance(p, TankPart)]
        ports = [p.id for p in item.parts if isinstance(p, PortPart) and p.carries == "liquid"]
        for tank in tanks:
            found[f"{item.id}/{tank.id}"] = f"{item.id}/{tank.id}"
        wet = [t for t in tanks if not t.liquid.is_fuel]
        if len(wet) == 1 and "inlet" not in ports:
            found |= {f"{item.id}/{p}": f"{item.id}/{wet[0].id}" for p in ports if p.startswith("outlet")}
    return found


def draws(items: Iterable[Item]) -> dict[str, str]:
    """The tank by each port through which it is drawn from: its bottom, the bung of a drum, through which a tube hangs to its floor, the
    outlet of a settling box."""
    own = tuple(items)
    found = bottoms(own)
    for item in own:
        wet = [p for p in item.parts if isinstance(p, TankPart) and not p.liquid.is_fuel]
        ports = {p.id for p in item.parts if isinstance(p, PortPart) and p.carries == "liquid"}
        if len(wet) == 1 and "inlet" not in ports:
            found |= {f"{item.id}/{p}": f"{item.id}/{wet[0].id}" for p in ports & {"bung", "out"}}
    return found


def shared(items: Iterable[Item]) -> frozenset[str]:
    """Ports at which several lines may meet a tank, each through a hole of its own: its bottom and its lid."""
    found = set(bottoms(items))
    for item in items:
        ports = {p.id for p in item.parts if isinstance(p, PortPart)}
        if item.tanks and "inlet" not in ports:
            found |= {f"{item.id}/{p}" for p in ports & {"fill", "bung"}}
    return frozenset(found)


def open_pipes(plumbing: Plumbing, items: tuple[Item, ...]) -> tuple[Joined, ...]:
    """Groups of tanks that stand at one level whatever anybody does, in the order of the lines that join them."""
    if not plumbing.lines:
        return ()
    tank = bottoms(items)
    passive = {f.id for f in plumbing.fittings if type_of(f).level}
    parent: dict[str, str] = {}

    def root(a: str) -> str:
        while parent.setdefault(a, a) != a:
            parent[a] = parent[parent[a]]
            a = parent[a]
        return a

    bores: dict[str, float] = {}
    order: list[str] = []
    for line in plumbing.lines:
        ends = [tank.get(e) or (e.split("/")[0] if e.split("/")[0] in passive else None) for e in (line.start, line.end)]
        a, b = ends
        if a is None or b is None:
            continue
        ra, rb = root(a), root(b)
        bores[rb] = min(line.bore, bores.get(ra, line.bore), bores.get(rb, line.bore))
        parent[ra] = rb
        order += [e for e in (a, b) if e not in order]
    groups: dict[str, list[str]] = {}
    for one in order:
        if "/" in one:
            groups.setdefault(root(one), []).append(one)
    return tuple(Joined(tanks=tuple(g), bore=bores[r]) for r, g in groups.items() if len(g) > 1)
