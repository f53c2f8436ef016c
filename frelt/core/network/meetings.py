"""Where two liquids that must never meet can stand in one valve, tee, pump or gun: a danger where both come to it as the others stand, its
own handle in any position, or one handle that stands wrong would do; possible where it takes two or more.
"""

from collections.abc import Iterator, Mapping
from itertools import combinations

from msgspec import Struct

from ..fitting.registry import type_of
from ..kind.inner import Burner, Membrane, Plunger, Through
from ..kind.registry import kind_of
from ..model.fitting_ways import ways_of
from ..model.liquid import Liquid, Substance
from ..model.meets import IN_A_COIL, Meet, meet
from ..model.open_pipes import draws
from ..model.rig import Rig
from .in_lines import every_fitting
from .reach import SHUT, Reach, owner, reach

CALLED: Mapping[Substance, str] = {"oxidizer": "peroxide"}


class Meeting(Struct, frozen=True):
    """Two liquids that must never meet and can stand in one place, by their tanks' addresses. place: id of a fitting or
    thing.  others: how many handles beside its own must stand otherwise than now.  handles: how many with it.  first, second, why: what they are, and what comes of it.
    """

    one: str
    other: str
    place: str
    others: int
    handles: int
    first: str
    second: str
    why: str

    def words(self, names: Mapping[str, str]) -> str:
        """One sentence without its full stop; names: of tanks, fittings and things."""
        both = f"{self.first[:1].upper()}{self.first[1:]} and {self.second} can stand together in {names[self.place]}, from {names[self.one]} and {names[self.other]}"
        return f"{both}{'' if danger(self) else f', if {self.handles} handles stand wrong'}: {self.why}"


def meetings(rig: Rig) -> tuple[Meeting, ...]:
    """One for each two tanks whose liquids are danger together and that can: where the fewest handles are in between, nearest to both."""
    held, pairs = in_lines(rig), dangerous(rig)
    if not pairs:
        return ()
    graph = reach(rig)
    places = dict(_places(rig))
    made = []
    for one, other in pairs:
        found = _nearest(graph, places, one, other)
        if found is not None:
            what = (_called(held[one]), _called(held[other]))
            made.append(Meeting(one, other, *found, *what, meet(held[one], held[other], rig.rules.meets).why))
    return tuple(made)


class Heated(Struct, frozen=True):
    """A liquid that must not run through a coil and can come there. tank: its address.  item: the thing with the coil.

    handles: how many stand otherwise than now where it does.  comes: what comes of it.
    """

    tank: str
    item: str
    what: str
    handles: int
    comes: Meet

    @property
    def sure(self) -> bool:
        """Whether it comes there as the handles stand: one turned may be meant, with the burner at rest."""
        return self.handles == 0

    def words(self, names: Mapping[str, str]) -> str:
        """One sentence without its full stop; names: of tanks and things."""
        turned = "one handle" if self.handles == 1 else f"{self.handles} handles"
        far = "" if self.sure else f", with {turned} turned"
        return f"{self.what[:1].upper()}{self.what[1:]} of {names[self.tank]} can run through the coil of {names[self.item]}{far}: {self.comes.why}"


def in_coils(rig: Rig) -> tuple[Heated, ...]:
    """Every liquid that a coil does not bear and that can come to one, at rest as well as running."""
    coils: dict[str, list[str]] = {}
    for item in rig.items:
        parts = kind_of(item).inner(item)
        ways = [b.way for b in parts if isinstance(b, Burner)]
        if ways:
            coils[item.id] = [f"{item.id}/{x.start}" for x in parts if isinstance(x, Through) and x.id in ways]
    held = {a: x for a, x in in_lines(rig).items() if x.substance in IN_A_COIL} if coils else {}
    if not held:
        return ()
    graph, made = reach(rig), []
    for address, liquid in held.items():
        found, comes = graph.from_(graph.mouths[address]), IN_A_COIL[liquid.substance]
        for thing, entries in coils.items():
            handles = min((found[n] for n in entries if n in found), default=SHUT)
            if handles < SHUT and (handles == 0 or comes.known):
                made.append(Heated(address, thing, _called(liquid), handles, comes))
    return tuple(made)


def dangerous(rig: Rig) -> list[tuple[str, str]]:
    """The tanks that lines draw from, two and two, whose liquids are danger together; SH first."""
    held = in_lines(rig)
    return [
        (one, other) if held[one].substance == "SH" else (other, one)
        for one, other in combinations(held, 2)
        if meet(held[one], held[other], rig.rules.meets).level == "danger"
    ]


def in_lines(rig: Rig) -> dict[str, Liquid]:
    """The liquids that lines draw, water aside, by tank."""
    used = {e for x in rig.plumbing.lines for e in (x.start, x.end)}
    owners = {owner(e) for e in used}
    plumbed = [i for i in rig.items if i.id in owners and any(t.liquid.substance != "water" for t in i.tanks)]
    drawn = {tank for port, tank in draws(plumbed).items() if port in used}
    held = ((f"{i.id}/{t.id}", t.liquid) for i in plumbed for t in i.tanks)
    return {a: liquid for a, liquid in held if a in drawn and liquid.substance != "water"}


def _called(liquid: Liquid) -> str:
    return liquid.name if liquid.substance == "other" else CALLED.get(liquid.substance, liquid.substance)


def _places(rig: Rig) -> Iterator[tuple[str, tuple[str, ...]]]:
    """The fittings and pumps in which liquids can stand together, and the nodes at which they come in."""
    for f in every_fitting(rig):
        if type_of(f).end != "tap":
            yield f.id, tuple(f"{f.id}/{w}" for w in ways_of(f))
    for item in rig.items:
        pumps = [x for x in kind_of(item).inner(item) if isinstance(x, Plunger | Membrane)]
        if pumps:
            yield item.id, tuple(f"{item.id}/{e}" for x in pumps for e in (x.start, x.end))


def _nearest(graph: Reach, places: Mapping[str, tuple[str, ...]], one: str, other: str) -> tuple[str, int, int] | None:
    a, b = graph.from_(graph.mouths[one]), graph.from_(graph.mouths[other])
    steps = _steps(graph, graph.mouths[one]), _steps(graph, graph.mouths[other])
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
