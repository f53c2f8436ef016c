"""Where SH and what it must never meet can stand in one valve, tee, pump or gun: a danger where both come to it as the others stand, its
own handle in any position, or one handle that stands wrong would do; possible where it takes two or more.
"""

from collections.abc import Iterator, Mapping

from msgspec import Struct

from ..kind.inner import Membrane, Plunger
from ..kind.registry import kind_of
from ..model.fitting_ways import ways_of
from ..model.rig import Rig
from .reach import SHUT, Reach, owner, reach

# What SH gives with each, from memory of safety data sheets: chlorine, heat with oxygen, chloramines.
AGAINST: Mapping[str, tuple[str, str]] = {  # what it is called, and what comes of it
    "acid": ("acid", "they give off chlorine"),
    "oxidizer": ("peroxide", "they boil up and burst what is shut"),
    "ammonia": ("ammonia", "they give off chloramines"),
}


class Meeting(Struct, frozen=True):
    """SH of one tank and what is in another, both of which can stand in one place, by the tanks' addresses. place: id of a fitting or
    thing.  others: how many handles beside its own must stand otherwise than now.  handles: how many with it.  what, why: what the other is, and what comes of it.
    """

    sh: str
    other: str
    place: str
    others: int
    handles: int
    what: str
    why: str

    def words(self, names: Mapping[str, str]) -> str:
        """One sentence without its full stop; names: of tanks, fittings and things."""
        both = f"SH and {self.what} can stand together in {names[self.place]}, from {names[self.sh]} and {names[self.other]}"
        return f"{both}{'' if danger(self) else f', if {self.handles} handles stand wrong'}: {self.why}"


def meetings(rig: Rig) -> tuple[Meeting, ...]:
    """One for each two tanks that can: where the fewest handles are in between, nearest to both."""
    held = {a: t.liquid.substance for a, _, t in rig.tanks()}
    if "SH" not in held.values() or not held.keys() or not any(s in AGAINST for s in held.values()) or not rig.plumbing.lines:
        return ()
    graph = reach(rig)
    places = dict(_places(rig))
    made = []
    for sh in (a for a, s in held.items() if s == "SH" and a in graph.mouths):
        for other in (a for a, s in held.items() if s in AGAINST and a in graph.mouths):
            found = _nearest(graph, places, sh, other)
            if found is not None:
                made.append(Meeting(sh, other, *found, *AGAINST[held[other]]))
    return tuple(made)


def _places(rig: Rig) -> Iterator[tuple[str, tuple[str, ...]]]:
    """The fittings and pumps in which liquids can stand together, and the nodes at which they come in."""
    for f in rig.plumbing.fittings:
        if f.kind != "tap":
            yield f.id, tuple(f"{f.id}/{w}" for w in ways_of(f))
    for item in rig.items:
        pumps = [x for x in kind_of(item).inner(item) if isinstance(x, Plunger | Membrane)]
        if pumps:
            yield item.id, tuple(f"{item.id}/{e}" for x in pumps for e in (x.start, x.end))


def _nearest(graph: Reach, places: Mapping[str, tuple[str, ...]], sh: str, other: str) -> tuple[str, int, int] | None:
    a, b = graph.from_(graph.mouths[sh]), graph.from_(graph.mouths[other])
    steps = _steps(graph, graph.mouths[sh]), _steps(graph, graph.mouths[other])
    best: tuple[int, int, str] | None = None
    for place, nodes in places.items():
        here = [n for n in nodes if n in a], [n for n in nodes if n in b]
        if not here[0] or not here[1]:
            continue
        handles = min(a[n] for n in here[0]) + min(b[n] for n in here[1])
        far = sum(min(s.get(n, SHUT) for n in own) for s, own in zip(steps, here, strict=True))
        best = min(best, (handles, far, place)) if best is not None else (handles, far, place)
    if best is None or best[0] >= SHUT:
        return None
    together = min((a[n] + b[n] for n in a.keys() & b.keys()), default=best[0])
    return best[2], best[0], max(together, best[0])


def _steps(graph: Reach, starts: tuple[str, ...]) -> dict[str, int]:
    """How many lines and ways lie between, whatever handles."""
    found, edge = dict.fromkeys(starts, 0), list(starts)
    while edge:
        following = []
        for node in edge:
            for other, _ in graph.ways.get(node, ()):
                if other not in found:
                    found[other] = found[node] + 1
                    following.append(other)
        edge = following
    return found


def danger(meeting: Meeting) -> bool:
    """Whether both can stand there as the other handles stand, or one handle anywhere brings them together."""
    return meeting.others == 0 or meeting.handles < 2


def tank_item(address: str) -> str:
    """The thing a tank is of."""
    return owner(address)
