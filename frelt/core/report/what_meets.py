"""Liquids that meet, in words: in a valve, a pump or a coil they can come to, in a line they run through together, in a tank they run into."""

from collections.abc import Iterator, Mapping
from itertools import combinations

from ..base.units import Units
from ..judge.status import Level
from ..kind.substances import WATER
from ..model.meets import meet, run_into
from ..model.rig import Rig
from ..network.lines import LinesSolved
from ..network.meetings import danger, in_coils, meetings, tank_item
from ..network.reading import FLOWS
from .finding import Finding
from .named import names_of

TAINTS = 1e-4  # share of another liquid in what runs above which it is said


def can_meet(rig: Rig, names: Mapping[str, str]) -> Iterator[Finding]:
    """What can stand together in a fitting or a pump, and what can come to a coil that does not bear it."""
    for one in meetings(rig):
        where = (one.place, *(tank_item(a) for a in (one.one, one.other)))
        yield Finding("danger" if danger(one) else "advice", one.words(names), where, not danger(one))
    for coil in in_coils(rig):
        level: Level = (coil.comes.level or "advice") if coil.sure else "advice"
        doubt = not (coil.sure and coil.comes.known)
        yield Finding(level, coil.words(names), (coil.item, tank_item(coil.tank)), doubt)


def into_tanks(rig: Rig, solved: LinesSolved, units: Units) -> Iterator[Finding]:
    """What runs into tanks of another liquid."""
    tanks = {a: (i, t) for a, i, t in rig.tanks()}
    names = names_of(rig)
    for one in solved.reading.tanks:
        item, tank = tanks[one.tank]
        for source, flow in one.of.items():
            comes = run_into(tank.liquid, tanks[source][1].liquid if source in tanks else WATER, rig.rules.meets)
            if flow < max(TAINTS * abs(one.flow), FLOWS) or comes.level is None:
                continue
            words = f"{units.some(flow, 'flow')} of {names[source]} runs into {names[one.tank]}: {comes.why}"
            yield Finding(comes.level, words, (item.id,), not comes.known)


def run_together(rig: Rig, solved: LinesSolved, units: Units) -> Iterator[Finding]:
    """Liquids that run through one line, valve, pump or gun together and spoil or hurt, each two told once, where most of it runs."""
    liquids, names = {a: t.liquid for a, _, t in rig.tanks()}, names_of(rig)
    sources = [s.id for s in solved.piping.stocks]
    if sum(s in liquids and liquids[s].role != "water" for s in sources) < 2:
        return
    worst: dict[tuple[str, str], tuple[float, str]] = {}
    for key, e in solved.piping.branch.items():
        flow, shares = abs(float(solved.steady.found.flow[e])), solved.steady.carried.shares[e]
        here = [s for s, share in zip(sources, shares, strict=True) if s in liquids and share > TAINTS and flow > FLOWS]
        place = key.partition("/")[0].partition("~")[0]
        for one, other in combinations(here, 2) if place in names else ():
            if meet(liquids[one], liquids[other], rig.rules.meets).level is not None:
                worst[one, other] = max(worst.get((one, other), (0.0, "")), (flow, place))
    for (one, other), (flow, place) in worst.items():
        comes = meet(liquids[one], liquids[other], rig.rules.meets)
        words = f"{names[one]} and {names[other]} run together, {units.some(flow, 'flow')} in {names[place]}: {comes.why}"
        yield Finding(comes.level or "advice", words, (place,), not comes.known)
