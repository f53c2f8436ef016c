"""Where liquid can come through lines, fittings and things, as a graph: what feeds, what takes, and what a handle that stands otherwise opens.

Pressures are nothing to it: what an open way leads to can stand there.
"""

from collections import deque
from collections.abc import Callable, Collection, Iterator, Mapping

from msgspec import Struct

from ..fitting.laws import Behind, Free, OneWay, Piece
from ..fitting.registry import type_of
from ..kind.inner import Burner, Dial, Inner, Membrane, Plunger, Through, Unloads
from ..kind.registry import kind_of
from ..model.item import Item, PortPart
from ..model.open_pipes import draws
from ..model.plumbing import Fitting
from ..model.rig import Rig
from .in_lines import every_fitting

Both = Callable[[str, str, int, int], None]
SHUT = 1_000  # of a way that no handle opens
TAP, PUMP, TANK = (
    3,
    2,
    1,
)  # how surely something feeds: a mains does, a pump does while it runs, a tank as long as it holds something


class Reach(Struct, frozen=True):
    """ways: from each node to others, with how many handles must be turned for it.  feeds, takes: how surely a node does.

    mouths: of each tank, the nodes at its bottom.  of: of each node, the fitting or thing it belongs to.
    """

    ways: Mapping[str, tuple[tuple[str, int], ...]]
    feeds: Mapping[str, int]
    takes: frozenset[str]
    mouths: Mapping[str, tuple[str, ...]]

    def from_(self, starts: tuple[str, ...], without: str = "") -> dict[str, int]:
        """Every node that can be come to, and by how many handles that are turned. without: a fitting that is not gone through."""
        found = dict.fromkeys(starts, 0)
        waiting = deque(starts)
        while waiting:
            node = waiting.popleft()
            for other, cost in self.ways.get(node, ()):
                if without and owner(node) == owner(other) == without:
                    continue
                total = found[node] + cost
                if total < found.get(other, SHUT):
                    found[other] = total
                    (waiting.append if cost else waiting.appendleft)(other)
        return found


def owner(node: str) -> str:
    """The fitting or thing a node belongs to."""
    return node.partition("/")[0]


def reach(rig: Rig) -> Reach:
    """The graph of a rig's lines as their handles stand."""
    ways: dict[str, dict[str, int]] = {}
    feeds: dict[str, int] = {}
    takes: set[str] = set()

    def both(a: str, b: str, there: int, back: int) -> None:
        for one, other, cost in ((a, b, there), (b, a, back)):
            if cost < SHUT:
                own = ways.setdefault(one, {})
                own[other] = min(cost, own.get(other, SHUT))

    for line in rig.plumbing.lines:
        both(line.start, line.end, 0, 0)
    used = {e for x in rig.plumbing.lines for e in (x.start, x.end)}
    owners = {owner(e) for e in used}
    mouths: dict[str, tuple[str, ...]] = {}
    plumbed = [i for i in rig.items if i.id in owners]
    bottom = draws(plumbed)
    for item in plumbed:
        inner = kind_of(item).inner(item)
        for one in inner:
            _inner(item, one, used, both, feeds, takes)
        joints = {f"{item.id}/{e}" for x in inner if not isinstance(x, Burner) for e in (x.start, x.end)}
        for port in {e for e in used if owner(e) == item.id} - joints if item.tanks else ():
            if port in bottom:
                feeds[port] = TANK
                mouths[bottom[port]] = (*mouths.get(bottom[port], ()), port)
            elif _liquid(item, port):
                takes.add(port)
    for fitting in every_fitting(rig):
        for a, b, there, back in passes(fitting):
            both(f"{fitting.id}/{a}", f"{fitting.id}/{b}", there, back)
        end, first = type_of(fitting).end, type_of(fitting).ways[0]
        if end == "tap":
            feeds[f"{fitting.id}/{first}"] = TAP
        elif end in ("air", "gun"):
            takes.add(f"{fitting.id}/{first}")
    made = {a: tuple(own.items()) for a, own in ways.items()}
    return Reach(made, feeds, frozenset(takes), {t: tuple(sorted(m)) for t, m in mouths.items()})


def _liquid(item: Item, port: str) -> bool:
    part = next((p for p in item.parts if f"{item.id}/{p.id}" == port), None)
    return isinstance(part, PortPart) and part.carries == "liquid"


def _inner(item: Item, one: Inner, used: set[str], both: Both, feeds: dict[str, int], takes: set[str]) -> None:
    if isinstance(one, Burner):
        return
    a, b = f"{item.id}/{one.start}", f"{item.id}/{one.end}"
    match one:
        case Through():
            both(a, b, 0, SHUT if one.one_way else 0)
        case Plunger() | Membrane():
            both(a, b, 0, SHUT)  # at rest it passes forward, as two checks do
            takes.add(a)
            feeds[b] = PUMP
        case Unloads():
            both(a, b if b in used or one.end == "inlet" else f"{item.id}/inlet", 0, SHUT)
        case Dial():
            both(a, b, 0, SHUT)


def passes(fitting: Fitting) -> Iterator[tuple[str, str, int, int]]:
    """The ways through a fitting: from, to, and how many handles must be turned for that way and for the way back."""
    own = type_of(fitting)
    if own.joint:
        yield from ((own.ways[0], other, 0, 0) for other in own.ways[1:])
        return
    turned = (fitting.stands, *((share for _, share in own.hand.positions) if own.hand is not None and not own.brim else ()))
    best: dict[tuple[str, str], tuple[int, int]] = {}
    for n, stands in enumerate(turned):
        for one in own.pieces(fitting, stands):
            if not one.end:
                continue
            forth, again = _lets(one)
            was = best.get((one.start, one.end), (SHUT, SHUT))
            best[one.start, one.end] = (
                min(was[0], min(n, 1) if forth else SHUT),
                min(was[1], min(n, 1) if again else SHUT),
            )
    for (a, b), (there, back) in best.items():
        if min(there, back) < SHUT:
            yield a, b, there, back


def _lets(one: Piece) -> tuple[bool, bool]:
    """Whether something can come through a branch, and back; what only lets off a pressure is no way."""
    if one.drawn is not None:
        return True, False
    match one.law:
        case Free():
            return True, True
        case OneWay() | Behind():
            return True, False
        case _:
            return False, False


def fed_at(found: Mapping[str, int], feeds: Mapping[str, int]) -> int:
    """How surely anything feeds what can be come to from somewhere, whatever handles are turned; 0 where nothing does."""
    return max((feeds[n] for n in found if n in feeds), default=0)


def feeders(graph: Reach, node: str, without: str) -> dict[str, int]:
    """Every node from which something can come to a node, not through one fitting: the graph walked backward."""
    back: dict[str, dict[str, int]] = {}
    for a, own in graph.ways.items():
        for b, cost in own:
            back.setdefault(b, {})[a] = cost
    turned = Reach({a: tuple(own.items()) for a, own in back.items()}, graph.feeds, graph.takes, graph.mouths)
    return turned.from_((node,), without)


def one_float_lines(rig: Rig) -> dict[str, str]:
    """The line that the float of a tank with a single one shuts, by item: of those at its lid the first that a tap feeds, through no pump."""
    floated = {
        i.id for i in rig.items if any(t.top < 1.0 for t in i.tanks) and not any(p.id.startswith("feed") for p in i.parts)
    }
    ends = [
        (owner(e), x, o) for x in rig.plumbing.lines for e, o in ((x.start, x.end), (x.end, x.start)) if e.endswith("/fill")
    ]
    at_lids = sorted((item, x.id, other) for item, x, other in ends if item in floated)
    if not at_lids:
        return {}
    graph, found = reach(rig), dict[str, str]()
    pumps = {owner(n) for n, sure in graph.feeds.items() if sure == PUMP}
    for item, line_id, other in at_lids:
        if item not in found and fed_at(feeders(_without(graph, {*pumps, item}), other, ""), graph.feeds) == TAP:
            found[item] = line_id
    return found


def _without(graph: Reach, owners: Collection[str]) -> Reach:
    """The graph without some things and what goes through them."""
    ways = {a: tuple(w for w in own if owner(w[0]) not in owners) for a, own in graph.ways.items() if owner(a) not in owners}
    return Reach(ways, graph.feeds, graph.takes, graph.mouths)
