"""A network in parts: what tanks, taps and shut valves part flows by itself, so each is solved alone, and kept while it is the same."""

from collections.abc import Sequence

from msgspec import Struct
from msgspec.structs import replace

from .liquids import Coil, Stock
from .net import Branch, Draw, Net, Shut
from .together import roots


class Unloader(Struct, frozen=True):
    """A machine's unloader in its network. pump, back, out: branches of the pump, of the way back and of the way to the guns.

    idle: pressure the pump idles at while all goes round [Pa].  trapped: what the hose is left at [Pa], None where it follows the pump.
    """

    pump: int
    back: int
    out: int
    idle: float
    trapped: float | None


class Part(Struct, frozen=True):
    """A part as a network of its own. nodes, branches: which of the whole they are.  The rest in its own numbers; equal parts are equal."""

    net: Net
    stocks: tuple[Stock, ...]
    coils: tuple[Coil, ...]
    unloaders: tuple[Unloader, ...]


class Placed(Struct, frozen=True):
    """A part with where it is in the whole. unloaders: which of the whole's they are."""

    part: Part
    nodes: tuple[int, ...]
    branches: tuple[int, ...]
    unloaders: tuple[int, ...]


def split(net: Net, stocks: Sequence[Stock], coils: Sequence[Coil], unloaders: Sequence[Unloader]) -> list[Placed]:
    """The parts of a network, in the order of their first branches; shut branches are in none."""
    nodes = net.nodes
    open_ = [e for e, b in enumerate(net.branches) if not isinstance(b.law, Shut)]
    ends = [(net.branches[e].start, net.branches[e].end) for e in open_]
    root = roots(len(nodes), [(a, b) for a, b in ends if nodes[a].fixed is None and nodes[b].fixed is None])
    groups: dict[int, list[int]] = {}
    for e in open_:
        b = net.branches[e]
        free = b.start if nodes[b.start].fixed is None else b.end
        groups.setdefault(root[free] if nodes[free].fixed is None else -1 - e, []).append(e)
    return [_part(net, group, stocks, coils, unloaders) for group in groups.values()]


def _part(net: Net, group: list[int], stocks: Sequence[Stock], coils: Sequence[Coil], unloaders: Sequence[Unloader]) -> Placed:
    own = {e: k for k, e in enumerate(group)}
    used = sorted({n for e in group for n in (net.branches[e].start, net.branches[e].end)})
    number = {n: k for k, n in enumerate(used)}
    sources = sorted({s for n in used if (s := net.nodes[n].source) is not None})
    source = {s: k for k, s in enumerate(sources)}
    nodes = tuple(n if n.source is None else replace(n, source=source[n.source]) for n in (net.nodes[k] for k in used))
    branches = []
    for e in group:
        b = net.branches[e]
        law = replace(b.law, motive=own.get(b.law.motive, 0)) if isinstance(b.law, Draw) else b.law
        branches.append(Branch(b.id, number[b.start], number[b.end], b.way, law))
    mine = [n for n, u in enumerate(unloaders) if u.pump in own and u.back in own and u.out in own]
    made = tuple(
        replace(unloaders[n], pump=own[unloaders[n].pump], back=own[unloaders[n].back], out=own[unloaders[n].out]) for n in mine
    )
    warm = tuple(replace(c, branch=own[c.branch]) for c in coils if c.branch in own)
    part = Part(Net(nodes, tuple(branches)), tuple(stocks[s] for s in sources), warm, made)
    return Placed(part, tuple(used), tuple(group), tuple(mine))
