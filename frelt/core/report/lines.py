"""What the lines of a rig give and what is wrong with them, in words: by grade, with the figures that make it so."""

from collections.abc import Iterator, Mapping, Sequence

import numpy as np
from msgspec import Struct
from msgspec.structs import replace

from ..base.constants import WATER_DENSITY
from ..base.figure import Figure
from ..base.text import joined, told_apart
from ..base.units import Units
from ..fitting.registry import type_of
from ..geometry.frames import Frames
from ..judge.marks import Mark
from ..judge.status import GRAVE, Level
from ..kind.fittings import made_of
from ..kind.registry import given
from ..liquid.vessels import vessels_of
from ..liquids.aging import strength_now
from ..model.plumbing import Fitting
from ..model.rig import Rig
from ..model.state import State
from ..model.tank_names import tank_names
from ..network.lines import LinesSolved, lines_solved
from ..network.one_way import against
from ..network.reading import FLOWS, AtGun, AtPump, minutes_in_bypass
from .finding import Finding
from .ground import onto_the_ground
from .joined_machines import rested, unasked
from .named import names_of
from .shut_in import coils_beside, shut_in
from .what_meets import TAINTS, can_meet, into_tanks, run_together

DUMPS = 0.08  # share of a machine's flow sent back while a gun is open above which other tips would use it
HOT_SOON = 600.0  # minutes in bypass that are spoken of [s]
ORDER: tuple[Level, ...] = ("danger", "broken", "law", "advice", "wish")


def strength_at(rig: Rig, gun: AtGun) -> float:
    """Strength of SH at a gun, with what age and warmth took off it [share]."""
    strong = {a: strength_now(t.liquid).value for a, _, t in rig.tanks() if t.liquid.substance == "SH"}
    return sum(share * strong.get(source, 0.0) for source, share in gun.shares.items())


def product_at(rig: Rig, gun: AtGun) -> Mapping[str, float]:
    """What is not water at a gun, by the name of the tank that it comes from [share]."""
    names = tank_names(rig)
    other = {a for a, _, t in rig.tanks() if t.liquid.role != "water"}
    return {names[a]: s for a, s in gun.shares.items() if a in other and s > TAINTS}


def shown_fills(rig: Rig, state: State | None) -> dict[str, float]:
    """The fill of every tank as a state shows it; full where there is no state."""
    if state is None:
        return {a: t.top for a, _, t in rig.tanks()}
    return vessels_of(rig).shown(state)


def source_names(rig: Rig) -> dict[str, str]:
    """What liquids come from, tanks by address and taps by id, no two called alike."""
    made = tank_names(rig) | {f.id: f.name or f.kind for f in rig.plumbing.fittings if type_of(f).end == "tap"}
    return dict(zip(made, told_apart(list(made.values())), strict=True))


def lets_through(rig: Rig, fitting: Fitting) -> str:
    """From what to what a fitting that passes one way alone lets through: `from W1 to Water`."""
    names = names_of(rig)
    ends: dict[str, str] = {}
    for line in rig.plumbing.lines:
        for own, other in ((line.start, line.end), (line.end, line.start)):
            ends[own] = names[other.partition("/")[0]]
    before, behind = (ends.get(f"{fitting.id}/{way}", "what is not joined yet") for way in ("in", "out"))
    return f"from {before} to {behind}"


def findings(rig: Rig, frames: Frames, solved: LinesSolved, units: Units) -> tuple[Finding, ...]:
    """All that is not right with the lines as their handles stand, the gravest first."""
    found = [*_structure(rig), *_running(rig, solved, units), *_let_go(rig, frames, solved, units)]
    return tuple(sorted(found, key=lambda f: (ORDER.index(f.level), f.doubt)))


def mark_of_lines(found: Sequence[Finding]) -> Mark:
    """The mark of the gravest finding: red where something breaks or can hurt for sure; a doubt is something to look at."""
    grave = [f for f in found if f.level in GRAVE]
    if any(not f.doubt for f in grave):
        return "over"
    return "advice" if found else "ok"


def _structure(rig: Rig) -> Iterator[Finding]:
    """What is open or leads nowhere, whatever flows."""
    names, p = names_of(rig), rig.plumbing
    used = {e for x in p.lines for e in (x.start, x.end)}
    touched = {e.partition("/")[0] for e in used}
    for f in p.fittings:
        if f.id not in touched:
            yield Finding("advice", f"{names[f.id]} stands in no line", (f.id,))
        elif type_of(f).end == "gun" and not f.tips:
            yield Finding("advice", f"{names[f.id]} has no tip, so nothing is said of what it gives", (f.id,), True)
    for item in coils_beside(rig):
        relief = given(item).word("relief")
        if relief != "its own" and shut_in(rig, item):
            words = f"The coil of {item.name} can be shut in: water heated there needs a relief valve"
            seen = relief == "none"
            yield Finding("broken", words if seen else f"{words}; look whether it has its own", (item.id,), not seen)
    yield from unasked(rig)
    for f in against(rig):
        words = f"{names[f.id]} stands against the only way that anything can come from: nothing runs through it. Turn it round"
        yield Finding("broken", words, (f.id,))
    yield from can_meet(rig, names)
    if p.lines and not any(type_of(f).end == "tap" for f in p.fittings):
        yield Finding("advice", "No tap fills it: put one where the customer's hose couples", (), True)


def _running(rig: Rig, solved: LinesSolved, units: Units) -> Iterator[Finding]:
    reading, names = solved.reading, names_of(rig)
    if reading.why:
        where = joined([names[i] for i in reading.shut]) if reading.shut else ""
        words = f"{where}: {reading.why}" if where else f"Of some of these lines nothing can be said: {reading.why}"
        yield Finding("broken", words, reading.shut, not reading.shut)
    if reading.second:
        yield Finding("advice", "Two flows would hold here: which of them runs hangs on what ran before", (), True)
    for end in reading.air:
        yield Finding(
            "broken", f"Air is drawn at {end}: what hangs behind it loses its prime, and nothing is known of it", (), True
        )
    for tap, flow in reading.taps.items():
        if flow < -FLOWS:
            yield Finding("danger", f"{units.show(-flow, 'flow')} runs back into the customer's tap {names[tap]}", (tap,))
    yield from into_tanks(rig, solved, units)
    yield from run_together(rig, solved, units)
    yield from onto_the_ground(rig, solved, units)
    for pump in reading.pumps:
        yield from _pump(rig, solved, pump, units)
    yield from _pressures(rig, solved, units)


def _pump(rig: Rig, solved: LinesSolved, pump: AtPump, units: Units) -> Iterator[Finding]:
    name = names_of(rig)[pump.item]
    if not pump.runs:
        return
    if pump.starves:
        gets = units.both(pump.flow, pump.whole, "flow")
        yield Finding("broken", f"{name} starves: {gets[0]} comes of the {gets[1]} it takes", (pump.item,))
    if pump.idle:
        left = minutes_in_bypass(rig, solved.piping, solved.steady, pump, solved.fills)
        if left is not None and left < HOT_SOON:
            at = units.show(60.0, "temperature")
            rests = rested(rig.item(pump.item))
            yield Finding(
                "advice", f"{name} goes round: in {left / 60:.1f} min the water in it is at {at}{rests}", (pump.item,)
            )
    elif pump.back > DUMPS * max(pump.whole, 1e-12):
        share = units.show(pump.back / pump.whole, "share")
        yield Finding("advice", f"{share} of {name} goes back through its unloader: a larger tip would use it", (pump.item,))


def _pressures(rig: Rig, solved: LinesSolved, units: Units) -> Iterator[Finding]:
    p = solved.steady.found.pressure
    net = solved.piping.net
    for line in rig.plumbing.lines:
        e = solved.piping.branch.get(line.id)
        if e is None:
            continue
        ends = [float(p[n]) for n in (net.branches[e].start, net.branches[e].end)]
        known = [v for v in ends if not np.isnan(v)]
        if not known:
            continue
        highest = max(known)
        rating = line.rating.value if isinstance(line.rating, Figure) else made_of(line).rating if line.material else None
        if rating is not None and highest > rating * (1 + 1e-6):
            said = units.both(highest, rating, "pressure")
            of = "its rating" if isinstance(line.rating, Figure) else "what such hose usually bears"
            level: Level = "broken" if isinstance(line.rating, Figure) else "advice"
            between = names_of(rig)
            a, b = (between[e.partition("/")[0]] for e in (line.start, line.end))
            yield Finding(level, f"{said[0]} in the line from {a} to {b}, above {of}, {said[1]}", (line.id,), level == "advice")


def _let_go(rig: Rig, frames: Frames, solved: LinesSolved, units: Units) -> Iterator[Finding]:
    """What is wrong as soon as every trigger is let go: a pump without a way back, a hose beyond its rating."""
    open_guns = [g.gun for g in solved.reading.guns if g.flow > FLOWS]
    if not open_guns:
        return
    stands = {f.id: f.stands for f in rig.plumbing.fittings if type_of(f).hand is not None} | dict.fromkeys(open_guns, 0.0)
    let_go = lines_solved(rig, frames, solved.fills, stands, kept=frames.kept)
    assert let_go is not None
    if let_go.reading.why:
        names = names_of(rig)
        where = joined([names[i] for i in let_go.reading.shut]) or "something"
        if let_go.reading.shut:
            yield Finding("broken", f"With the trigger let go {where} pumps into what is shut", let_go.reading.shut)
        else:
            yield Finding("advice", f"Nothing can be said of the trigger let go: {let_go.reading.why}", (), True)
        return
    already = {f.words for f in _running(rig, solved, units)}
    for one in into_tanks(rig, let_go, units):
        if one.words not in already:
            yield replace(one, words=f"With the trigger let go {one.words[0].lower() + one.words[1:]}")
    for pump in let_go.reading.pumps:
        left = minutes_in_bypass(rig, let_go.piping, let_go.steady, pump, solved.fills) if pump.runs else None
        if left is not None and left < HOT_SOON:
            at = units.show(60.0, "temperature")
            name = names_of(rig)[pump.item]
            yield Finding(
                "advice",
                f"With the trigger let go {name} may go round for {left / 60:.1f} min until its water is at {at}{rested(rig.item(pump.item))}",
                (pump.item,),
            )


def level_water(rig: Rig) -> dict[str, float]:
    """The lowest fill at which every tank still gives: a little above its heel."""
    return {a: min(min(t.heel, t.top) + 0.02, t.top) for a, _, t in rig.tanks()}


class Suction(Struct, frozen=True):
    """How a pump's inlet stands at the lowest fill of its tanks. margin: above what it needs [Pa].  head: the same as water [m].

    speed: in the narrowest line before it [m/s].  bore: least of the usual ones at which it is fed [m], None where none does.
    """

    item: str
    margin: float
    speed: float
    bore: float | None

    @property
    def head(self) -> float:
        """The margin as a height of water [m]."""
        return self.margin / (WATER_DENSITY * 9.80665)


USUAL = (0.0127, 0.0159, 0.019, 0.0254, 0.0318, 0.0381, 0.0508)  # bores that are sold [m]


def suction(rig: Rig, frames: Frames, stands: Mapping[str, float] | None = None) -> tuple[Suction, ...]:
    """Every running pump's inlet at the lowest fill, and the least bore of its suction that holds it."""
    low = level_water(rig)
    solved = lines_solved(rig, frames, low, stands, kept=frames.kept)
    if solved is None or solved.reading.why:
        return ()
    made = []
    for pump in solved.reading.pumps:
        if pump.runs:
            path = _before(solved, pump)
            flows = {
                x.id: abs(float(solved.steady.found.flow[solved.piping.branch[x.id]]))
                for x in rig.plumbing.lines
                if x.id in path
            }
            bores = {x.id: x.bore for x in rig.plumbing.lines}
            speed = max((flows[i] / (np.pi / 4 * bores[i] ** 2) for i in flows), default=0.0)
            made.append(Suction(pump.item, pump.margin, float(speed), _least(rig, frames, low, stands, pump.item, path)))
    return tuple(made)


def _before(solved: LinesSolved, pump: AtPump) -> frozenset[str]:
    """The lines through which a pump draws, up to its tanks."""
    net, flow = solved.piping.net, solved.steady.found.flow.tolist()
    lines = {e: name for name, e in solved.piping.branch.items() if name in solved.piping.routes}
    waiting, seen, found = [net.branches[solved.piping.pumps[pump.item]].start], set(), set()
    while waiting:
        n = waiting.pop()
        if n in seen or net.nodes[n].fixed is not None:
            continue
        seen.add(n)
        for e, b in enumerate(net.branches):
            into = (b.end == n and flow[e] > FLOWS) or (b.start == n and flow[e] < -FLOWS)
            if into and e not in solved.piping.pumps.values():
                waiting.append(b.start if b.end == n else b.end)
                if e in lines:
                    found.add(lines[e])
    return frozenset(found)


def _least(
    rig: Rig, frames: Frames, low: Mapping[str, float], stands: Mapping[str, float] | None, item: str, path: frozenset[str]
) -> float | None:
    for bore in USUAL:
        lines = tuple(replace(x, bore=bore) if x.id in path else x for x in rig.plumbing.lines)
        tried = lines_solved(replace(rig, plumbing=replace(rig.plumbing, lines=lines)), frames, low, stands, kept=frames.kept)
        if tried is not None and not tried.reading.why:
            pump = next(p for p in tried.reading.pumps if p.item == item)
            if not pump.starves and pump.margin >= 0:
                return bore
    return None
