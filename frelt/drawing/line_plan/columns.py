"""The columns of a line plan: longest paths from supply to guns, everything as near as it may be to what it feeds."""

from collections.abc import Mapping, Sequence

from .graph import Block, Graph, Wire


def columns(graph: Graph, main: Sequence[Wire], back: Sequence[Wire], over: Sequence[str]) -> dict[str, int]:
    """The column of every block, from 0. main, back: wires that lead on, and back to a tank.  over: what stands in a way back alone."""
    block = {b.id: b for b in graph.blocks}
    joined = {e for w in graph.wires for e in (w.start, w.end)}
    nodes = [b.id for b in graph.blocks if b.id in joined and b.id not in over]
    wires = _without_rings(nodes, main)
    order = _sorted(nodes, wires)
    rank = dict.fromkeys(nodes, 0)
    for n in order:
        for w in wires:
            if w.start == n:
                rank[w.end] = max(rank[w.end], rank[n] + _weight(w))
    last = max(rank.values(), default=0)
    for n in nodes:
        if block[n].glyph in ("gun", "bar"):
            rank[n] = last
    _near_what_they_feed(rank, order, wires, block, tanks=True)
    _tanks_together(rank, nodes, wires, block)
    _near_what_they_feed(rank, order, wires, block, tanks=False)
    low = min(rank.values(), default=0)
    rank = {n: r - low for n, r in rank.items()}
    for n in over:
        rank[n] = _between(n, back, rank)
    return rank


def _near_what_they_feed(
    rank: dict[str, int], order: Sequence[str], wires: Sequence[Wire], block: Mapping[str, Block], tanks: bool
) -> None:
    for n in reversed(order):
        outs = [rank[w.end] - _weight(w) for w in wires if w.start == n]
        if outs and (tanks or block[n].glyph != "tank"):
            rank[n] = min(outs)


def _tanks_together(rank: dict[str, int], nodes: Sequence[str], wires: Sequence[Wire], block: Mapping[str, Block]) -> None:
    """Tanks that nothing but a lid's line feeds stand beside each other, as far to the left as the first of them."""
    tanks = [n for n in nodes if block[n].glyph == "tank"]
    first = min((rank[n] for n in tanks if any(w.start == n for w in wires)), default=0)
    for n in tanks:
        fed = [w for w in wires if w.end == n]
        if all(w.enters == "lid" for w in fed):
            rank[n] = min(rank[n], max(first, max((rank[w.start] for w in fed), default=0)))


def _weight(w: Wire) -> int:
    return 0 if w.enters == "lid" else 1


def _without_rings(nodes: Sequence[str], main: Sequence[Wire]) -> list[Wire]:
    """The wires without those that would lead round in a ring, the last of each."""
    kept: list[Wire] = []
    outs: dict[str, set[str]] = {n: set() for n in nodes}

    def reaches(a: str, b: str) -> bool:
        seen: set[str] = set()
        waiting = [a]
        while waiting:
            n = waiting.pop()
            if n == b:
                return True
            if n not in seen:
                seen.add(n)
                waiting += outs[n]
        return False

    for w in main:
        if w.start != w.end and not reaches(w.end, w.start):
            kept.append(w)
            outs[w.start].add(w.end)
    return kept


def _between(n: str, back: Sequence[Wire], rank: Mapping[str, int]) -> int:
    """The column of what stands in a way back: amid those it leads from and to."""
    ends = [rank[e] for w in back for e in (w.start, w.end) if n in (w.start, w.end) and e in rank]
    return round(sum(ends) / len(ends)) if ends else 0


def _sorted(nodes: Sequence[str], wires: Sequence[Wire]) -> list[str]:
    """Nodes so that every wire leads onward; nodes that are equal in the order they came."""
    into = dict.fromkeys(nodes, 0)
    for w in wires:
        into[w.end] += 1
    ready = [n for n in nodes if not into[n]]
    made = []
    while ready:
        n = ready.pop(0)
        made.append(n)
        for w in wires:
            if w.start == n:
                into[w.end] -= 1
                if not into[w.end]:
                    ready.append(w.end)
    return made
