"""How the demo's and the packed rigs are plumbed, a run of hose or pipe a line. Everything here is invented.

A run is a chain of ports and fittings: `water/outlet > ball V1 > strainer S1 > cold/inlet`. A fitting that was there before is gone through
by its ways: `three V3:common,first`, `tee T1:b`. Bores in inches.
"""

import re
from itertools import pairwise

from msgspec.structs import replace

from frelt.core.base.figure import Figure, plate
from frelt.core.base.units import INCH, PSI
from frelt.core.geometry.frames import Frames
from frelt.core.model.fitting_ways import ways_of
from frelt.core.model.plumbing import Fitting, FittingKind, HoseColor, Line, Material, Plumbing, TipSet
from frelt.core.model.rig import Rig
from frelt.core.network.lines import LinesSolved, lines_solved

KINDS: dict[str, FittingKind] = {
    "ball": "ball valve", "three": "three-way valve", "check": "check valve", "strainer": "strainer", "filter": "filter",
    "tee": "tee", "meter": "metering valve", "inj": "injector", "float": "float valve", "tap": "tap", "gun": "gun", "bar": "cleaner bar",
    "drain": "drain", "end": "open end", "union": "union", "gauge": "gauge", "relief": "relief valve", "cap": "cap", "bulk": "bulkhead",
}  # fmt: skip
TOKEN = re.compile(r"(?P<kind>\w+) (?P<id>[\w.-]+)(?:\((?P<said>[^)]*)\))?(?::(?P<ways>[\w,]+))?$")
SUCTION: Material = "rubber suction hose"
PRESSURE: Material = "steel braid hose"
SPRAY: Material = "agricultural spray hose"
COLORS: dict[str, HoseColor] = {
    "steel braid hose": "black",
    "rubber suction hose": "black",
    "agricultural spray hose": "yellow",
}


class Pipes:
    """Lines and fittings as they are drawn."""

    def __init__(self, rig: Rig) -> None:
        self.rig = rig
        self.lines: list[Line] = []
        self.fitted: dict[str, Fitting] = {}

    def run(
        self, chain: str, bore: float = 0.5, made: Material = "braided PVC hose", below: bool = False, long: float | None = None
    ) -> "Pipes":
        """A run from end to end; every hose of it is of one bore [in]. long: of its last hose, typed [m]."""
        steps = [self._step(t.strip(), bore) for t in chain.split(">")]
        for n, ((_, out), (into, _)) in enumerate(pairwise(steps)):
            line = Line(
                id=f"L{len(self.lines) + 1}",
                start=out,
                end=into,
                bore=round(bore * INCH, 6),
                material=made,
                color=COLORS.get(made, ""),
                below=below,
                length=long if long is not None and n == len(steps) - 2 else None,
                rating=plate(4000 * PSI) if made == PRESSURE else None,
            )
            self.lines.append(line)
        return self

    def _step(self, token: str, bore: float) -> tuple[str, str]:
        if "/" in token:
            return token, token
        found = TOKEN.match(token)
        assert found is not None, token
        kind, name = KINDS[found["kind"]], found["id"]
        fitting = self.fitted.get(name)
        if fitting is None:
            fitting = self._made(kind, name, round(bore * INCH, 6), found["said"] or "")
            self.fitted[name] = fitting
        ways = ways_of(fitting)
        if found["ways"]:
            own = found["ways"].split(",")
        else:
            used = {e for x in self.lines for e in (x.start, x.end)}
            own = [w for w in ways if f"{name}/{w}" not in used]
        return f"{name}/{own[0]}", f"{name}/{own[min(1, len(own) - 1)]}"

    def _made(self, kind: FittingKind, name: str, bore: float, said: str) -> Fitting:
        more: dict[str, object] = {}
        for word in said.split(";") if said else ():
            key, _, value = word.strip().partition("=")
            if key == "shut":
                more["stands"] = 0.0
            elif key == "stands":
                more["stands"] = float(value)
            elif key == "tips":
                more["tips"] = tuple(float(v) for v in value.split("+"))
            elif key == "T":
                more["turn"] = "T"
            else:
                more["figures"] = {**more.get("figures", {}), key: Figure(value=float(value))}  # type: ignore[dict-item]
        return Fitting(id=name, kind=kind, name=name, bore=bore, **more)  # type: ignore[arg-type]

    def done(self, *running: str, sets: tuple[TipSet, ...] = ()) -> Rig:
        """The rig with all of it."""
        made = Plumbing(lines=tuple(self.lines), fittings=tuple(self.fitted.values()), running=running, sets=sets)
        return _tipped(replace(self.rig, plumbing=made))


def _fed_by(solved: LinesSolved, item: str) -> set[str]:
    """The guns that a machine's water runs to."""
    net, flow = solved.piping.net, solved.steady.found.flow
    u = solved.piping.unloaders[solved.piping.unloader_of.index(item)]
    waiting, seen = [net.branches[u.out].end], set()
    while waiting:
        n = waiting.pop()
        if n not in seen:
            seen.add(n)
            waiting += [b.end for e, b in enumerate(net.branches) if b.start == n and flow[e] > 1e-6]
    return {g for g, e in solved.piping.guns.items() if net.branches[e].start in seen and flow[e] > 1e-6}


def _tipped(rig: Rig) -> Rig:
    """The rig with the tip of every open gun a half number larger until no machine sends more than a fiftieth back."""
    frames, full = Frames(rig), {a: t.top for a, _, t in rig.tanks()}
    for _ in range(20):
        solved = lines_solved(rig, frames, full)
        assert solved is not None and not solved.reading.why, (rig.name, solved and solved.reading)
        wasting = [p.item for p in solved.reading.pumps if p.runs and p.opens and p.back > 0.02 * p.whole]
        if not wasting:
            break
        fed = {gun for item in wasting for gun in _fed_by(solved, item)}
        fittings = tuple(replace(f, tips=tuple(t + 0.5 for t in f.tips)) if f.id in fed else f for f in rig.plumbing.fittings)
        if fittings == rig.plumbing.fittings:
            break
        rig = replace(rig, plumbing=replace(rig.plumbing, fittings=fittings))
    return rig


def plain(rig: Rig, water: str, machine: str, reels: tuple[str, ...], tips: float, suction: float = 1.0) -> Pipes:
    """A tap through filter and float into a tank, from it to a machine, back to the lid, and guns on reels behind one manifold."""
    p = Pipes(rig)
    p.run(f"tap W1 > filter F1 > ball V1 > float FL1 > {water}/fill", 0.75)
    p.run(f"{water}/outlet > ball V2 > strainer S1 > {machine}/inlet", suction, SUCTION)
    p.run(f"{machine}/bypass > {water}/fill", 0.5)
    _guns(p, machine, reels, tips)
    return p


def _guns(p: Pipes, machine: str, reels: tuple[str, ...], tips: float) -> None:
    if len(reels) == 1:
        p.run(f"{machine}/outlet > {reels[0]}", 0.375, PRESSURE)
    else:
        p.run(f"{machine}/outlet > tee T1:a,b > {reels[0]}", 0.375, PRESSURE)
        p.run(f"tee T1:c > {reels[1]}", 0.375, PRESSURE)
    for n, reel in enumerate(reels, 1):
        item, _, swivel = reel.partition("/")
        shut = ";shut" if n > 1 else ""
        p.run(f"{item}/hose-{swivel[-1]} > gun G{n}(tips={tips}{shut})", 0.375, PRESSURE, long=1.2)


def soft(
    p: Pipes, ins: dict[str, str], mixer: str, pump: str, reel: str, tip: float, stands: tuple[float, ...] = (1.0, 0.5, 0.4)
) -> Pipes:
    """Metering valves before a mixing station, its pump, a reel and a gun. ins: of the mixer, from which port each draws."""
    for n, (way, port) in enumerate(ins.items()):
        p.run(f"{port} > meter M{n + 1}(stands={stands[n]}) > {mixer}/{way}", 0.5)
    p.run(f"{mixer}/mix > strainer S9 > {pump}/inlet", 0.75)
    p.run(f"{pump}/outlet > {reel}", 0.5, SPRAY)
    item, _, swivel = reel.partition("/")
    return p.run(f"{item}/hose-{swivel[-1]} > gun G9(tips={tip})", 0.5, SPRAY, long=1.0)


# the demo


def hull_rinse(rig: Rig) -> Rig:
    p = plain(rig, "water", "machine", ("reels/swivel-1",), 7.5)
    p.run("water/outlet > tee T5:a,b > meter M1(stands=0.8) > mixer/water", 0.75)
    p.run("sh/outlet > meter M2(stands=0.45) > mixer/sh", 0.5)
    p.run("soap/outlet > meter M3(stands=0.15) > mixer/surfactant", 0.5)
    p.run("tee T5:c > drain D1(shut)", 1.0)
    p.run("mixer/mix > strainer S9 > pump/inlet", 0.75)
    p.run("pump/outlet > reels/swivel-2", 0.5, SPRAY)
    p.run("reels/hose-2 > gun G9(tips=40)", 0.5, SPRAY, long=1.0)
    one = TipSet(id="one", name="one gun", machine="machine", numbers=(7.5,), made=True)
    return p.done("machine", "pump", sets=(one,))


def barn_wash(rig: Rig) -> Rig:
    p = Pipes(rig)
    p.run("tap W1 > filter F1 > ball V1 > float FL1 > water/fill", 0.75)
    p.run("water/outlet > ball V2 > strainer S1 > three V3:first,common > machine/inlet", 1.0, SUCTION)
    p.run("machine/bypass > water/fill", 0.5)
    p.run("water/outlet > meter M1(stands=1) > mixer/water", 0.5)
    p.run("sh/outlet > meter M2(stands=0.3) > mixer/sh", 0.5)
    p.run("soap/outlet > meter M3(stands=0.3) > mixer/surfactant", 0.5)
    p.run("mixer/mix > three V3:second", 0.75)
    _guns(p, "machine", ("reels/swivel-1", "reels/swivel-2"), 5.5)
    p.fitted["V3"] = replace(p.fitted["V3"], stands=0.0)
    return p.done("machine")


def solar_rinse(rig: Rig) -> Rig:
    p = Pipes(rig)
    p.run("tap W1 > filter F1 > ball V1 > water/fill", 0.75)
    p.run("water/outlet > ball V2 > strainer S1 > machine/inlet", 0.75, SUCTION)
    p.run("machine/bypass > water/fill", 0.5)
    p.run("machine/outlet > gun G1(tips=4;shut)", 0.375, PRESSURE, long=15.0)
    p.run("water/outlet > ball V3 > pump/inlet", 0.5)
    p.run("pump/outlet > reel/swivel-1", 0.375)
    p.run("reel/hose-1 > gun G9(tips=25)", 0.375, long=1.0)
    return p.done("pump")


def ballast_wash(rig: Rig) -> Rig:
    p = Pipes(rig)
    p.run("water-1/outlet > ball V5 > water-2/outlet", 1.5)
    p.run("tap W1 > filter F1 > ball V1 > float FL1 > water-1/fill", 0.75)
    p.run("water-2/outlet > ball V2 > strainer S1 > machine/inlet", 1.0, SUCTION)
    p.run("machine/bypass > water-2/fill", 0.5)
    p.run("machine/outlet > inj J1:in,out > tee T1:a,b > reels/swivel-1", 0.375, PRESSURE)
    p.run("tee T1:c > reels/swivel-2", 0.375, PRESSURE)
    p.run("soap/outlet > check C1 > inj J1:draw", 0.25)
    p.run("reels/hose-1 > gun G1(tips=5.5)", 0.375, PRESSURE, long=1.2)
    p.run("reels/hose-2 > gun G2(tips=5.5;shut)", 0.375, PRESSURE, long=1.2)
    return p.done("machine")


def playground(rig: Rig) -> Rig:
    p = plain(rig, "water", "machine", ("reel/swivel-1",), 4.0, 0.75)
    p.run("soap/outlet > ball V8(shut) > end E1", 0.25)
    return p.done("machine")


def shelter(rig: Rig) -> Rig:
    return plain(rig, "water", "machine", ("reel/swivel-1",), 4.0, 0.75).done("machine")


def tram(rig: Rig) -> Rig:
    p = Pipes(rig)
    p.run("tap W1 > filter F1 > ball V1 > float FL1 > water/fill", 0.75)
    p.run("water/outlet > ball V2 > strainer S1 > three V3:first,common > machine/inlet", 1.0, SUCTION)
    p.run("machine/bypass > water/fill", 0.5)
    p.run("water/outlet > meter M1(stands=1) > mixer/water", 0.5)
    p.run("sh/outlet > meter M2(stands=0.4) > mixer/sh", 0.5)
    p.run("mixer/mix > three V3:second", 0.75)
    _guns(p, "machine", ("reels/swivel-1", "reels/swivel-2"), 4.0)
    p.fitted["V3"] = replace(p.fitted["V3"], stands=0.0)
    p.fitted["G2"] = replace(p.fitted["G2"], stands=1.0)
    return p.done("machine")


DEMO = {
    "hull-rinse": hull_rinse,
    "barn-wash": barn_wash,
    "solar-rinse": solar_rinse,
    "solar-high": solar_rinse,
    "ballast": ballast_wash,
    "playground": playground,
    "shelter": shelter,
    "tram": tram,
}


# the packed rigs


def barn_closed(rig: Rig) -> Rig:
    p = Pipes(rig)
    p.run("tap W1 > filter F1 > ball V1 > float FL1 > water/fill", 0.75)
    p.run("water/outlet > ball V2 > strainer S1 > cold/inlet", 1.0, SUCTION)
    p.run("water/outlet > ball V3 > strainer S2 > hot/inlet", 1.0, SUCTION)
    p.run("cold/bypass > tee T8:a,b > water/fill", 0.5)
    p.run("hot/bypass > tee T8:c", 0.5)
    p.run("cold/outlet > stack-a/swivel-1", 0.375, PRESSURE)
    p.run("hot/outlet > inj J1:in,out > reel-18-300-11/swivel-1", 0.375, PRESSURE)
    p.run("soap-20-s-10/outlet > ball V6(shut) > check C1 > inj J1:draw", 0.25)
    p.run("stack-a/hose-1 > gun G1(tips=7.5)", 0.375, PRESSURE, long=1.2)
    p.run("reel-18-300-11/hose-1 > gun G2(tips=8)", 0.375, PRESSURE, long=1.2)
    ins = {"water": "water/outlet", "sh": "sh/outlet", "surfactant": "soap-15-14/outlet"}
    soft(p, ins, "mixer-3-18", "pump-12v-7-13", "reel-soft-200-12/swivel-1", 45.0)
    return p.done("cold", "pump-12v-7-13")


def hull_closed(rig: Rig) -> Rig:
    p = Pipes(rig)
    p.run("tap W1 > reel-supply-150-18/hose-1", 0.75, long=1.0)
    p.run("reel-supply-150-18/swivel-1 > filter F1 > ball V1 > float FL1 > water-a/fill", 0.75)
    p.run("water-a/outlet > ball V5 > water-b/outlet", 2.0)
    p.run("water-a/outlet > ball V2 > strainer S1 > cold/inlet", 1.0, SUCTION)
    p.run("water-b/outlet > ball V3 > strainer S2 > hot/inlet", 1.0, SUCTION)
    p.run("cold/bypass > water-a/fill", 0.5)
    p.run("hot/bypass > water-b/fill", 0.5)
    p.run("cold/outlet > stack/swivel-1", 0.375, PRESSURE)
    p.run("hot/outlet > reel-18-250-15/swivel-1", 0.375, PRESSURE)
    p.run("stack/hose-1 > bar B1(tips=2+2+2+2)", 0.375, PRESSURE, long=1.2)
    p.run("reel-18-250-15/hose-1 > gun G2(tips=8)", 0.375, PRESSURE, long=1.2)
    p.run("water-b/outlet > ball V7 > mixer-dial-26/water", 0.75)
    p.run("sh-35-upright-21/outlet > mixer-dial-26/sh", 0.5)
    p.run("soap-7-s-22/outlet > mixer-dial-26/surfactant", 0.5)
    p.run("mixer-dial-26/mix > strainer S9 > pump-12v-23/inlet", 0.75)
    p.run("pump-12v-23/outlet > reel-soft-150-16/swivel-1", 0.5, SPRAY)
    p.run("reel-soft-150-16/hose-1 > gun G9(tips=40)", 0.5, SPRAY, long=1.0)
    return p.done("cold", "hot")


def hull_open(rig: Rig) -> Rig:
    p = Pipes(rig)
    p.run("tap W1 > filter F1 > ball V1 > float FL1 > water/fill", 0.75)
    p.run("water/outlet > ball V2 > strainer S1 > cold-a/inlet", 1.0, SUCTION)
    p.run("water/outlet > ball V3 > strainer S2 > cold-b/inlet", 1.0, SUCTION)
    p.run("cold-a/bypass > tee T8:a,b > water/fill", 0.5)
    p.run("cold-b/bypass > tee T8:c", 0.5)
    p.run("cold-a/outlet > tee T1:a,b > inj J1:in,out > stack/swivel-1", 0.5, PRESSURE)
    p.run("cold-b/outlet > check C2 > tee T1:c", 0.5, PRESSURE)
    p.run("soap-20-s-10/outlet > ball V6(shut) > check C1 > inj J1:draw", 0.25)
    p.run("stack/hose-1 > gun G1(tips=12)", 0.5, PRESSURE, long=1.2)
    ins = {"water": "water/outlet", "sh": "sh/outlet", "surfactant": "soap-15-12/outlet"}
    soft(p, ins, "mixer-3-19", "pump-12v-7-15", "reel-soft-200-13/swivel-1", 45.0)
    return p.done("cold-a", "cold-b")


def playground_skid(rig: Rig) -> Rig:
    p = plain(rig, "water", "machine", ("stack/swivel-1",), 2.5, 0.75)
    ins = {"water": "water/outlet", "sh": "jug-1-32/tank"}
    soft(p, ins, "mixer-2-30", "pump-12v-7-19", "stack/swivel-2", 40.0, (1.0, 0.35))
    p.run("soap-7-s-18/outlet > cap K1", 0.5)
    return p.done("machine")


def ballast_skid(rig: Rig) -> Rig:
    p = Pipes(rig)
    p.run("tap W1 > filter F1 > ball V1 > float FL1 > water/fill", 0.75)
    p.run("water/outlet > ball V2 > strainer S1 > hot/inlet", 0.75, SUCTION)
    p.run("hot/bypass > water/fill", 0.5)
    p.run("hot/outlet > inj J1:in,out > stack/swivel-1", 0.375, PRESSURE)
    p.run("soap-7-s-24/outlet > check C1 > inj J1:draw", 0.25)
    p.run("stack/hose-1 > gun G1(tips=5.5)", 0.375, PRESSURE, long=1.2)
    p.run("sh/outlet > three V4:first,common > pump-12v-7-19/inlet", 0.5)
    p.run("acid/outlet > three V4:second", 0.5)
    p.run("pump-12v-7-19/outlet > stack/swivel-2", 0.5, SPRAY)
    p.run("stack/hose-2 > gun G9(tips=40;shut)", 0.5, SPRAY, long=1.0)
    p.fitted["V4"] = replace(p.fitted["V4"], stands=0.0)
    return p.done("hot")


def quay(rig: Rig) -> Rig:
    p = Pipes(rig)
    p.run("tap W1 > reel-supply-150-20/hose-1", 0.75, long=1.0)
    p.run("reel-supply-150-20/swivel-1 > ball V1 > float FL1 > fresh/fill", 0.75)
    p.run("fresh/outlet > ball V2 > strainer S1 > cold/inlet", 1.0, SUCTION)
    p.run("fresh/outlet > ball V3 > strainer S2 > hot/inlet", 1.0, SUCTION)
    p.run("cold/bypass > tee T8:a,b > fresh/fill", 0.5)
    p.run("hot/bypass > tee T8:c", 0.5)
    p.run("cold/outlet > stack/swivel-1", 0.375, PRESSURE)
    p.run("hot/outlet > reel-18-300-19/swivel-1", 0.375, PRESSURE)
    p.run("stack/hose-1 > bar B1(tips=2+2+2+2)", 0.375, PRESSURE, long=1.2)
    p.run("reel-18-300-19/hose-1 > gun G2(tips=8)", 0.375, PRESSURE, long=1.2)
    p.run("settling-50-10/out > filter-3-13/in", 1.5)
    p.run("dirty/outlet > ball V7 > pump-air-11/inlet", 1.0)
    p.run("pump-air-11/outlet > end E1", 0.75, long=6.0)
    return p.done("cold", "hot")


def tram_tray(rig: Rig) -> Rig:
    p = Pipes(rig)
    p.run("tap W1 > ball V1 > float FL1 > water/fill", 0.75)
    p.run("water/outlet > ball V2 > strainer S1 > three V3:first,common > hot/inlet", 0.75, SUCTION)
    p.run("hot/bypass > water/fill", 0.5)
    p.run("hot/outlet > tee T1:a,b > stack/swivel-1", 0.375, PRESSURE)
    p.run("tee T1:c > reel/swivel-1", 0.375, PRESSURE)
    p.run("stack/hose-1 > gun G1(tips=2.5)", 0.375, PRESSURE, long=1.2)
    p.run("reel/hose-1 > gun G2(tips=2.5)", 0.375, PRESSURE, long=1.2)
    p.run("soap-10-n-21/outlet > three V3:second", 0.5)
    ins = {"water": "water/outlet", "sh": "chem/outlet"}
    soft(p, ins, "mixer-2-19", "pump-12v-7-17", "stack/swivel-2", 40.0, (1.0, 0.4))
    p.fitted["V3"] = replace(p.fitted["V3"], stands=0.0)
    return p.done("hot")


def shelter_van(rig: Rig) -> Rig:
    p = Pipes(rig)
    p.run("tap W1 > filter F1 > ball V1 > float FL1 > water/fill", 0.75)
    p.run("water/outlet > ball V2 > strainer S1 > cold/inlet", 0.75, SUCTION)
    p.run("cold/bypass > water/fill", 0.5)
    p.run("cold/outlet > stack/swivel-1", 0.375, PRESSURE)
    p.run("stack/hose-1 > gun G1(tips=3.5)", 0.375, PRESSURE, long=1.2)
    p.run("water/outlet > ball V5(shut) > water-65-slim-c-16/outlet", 1.0)
    p.run("water-65-slim-c-16/outlet > ball V7 > mixer-dial-31/water", 0.5)
    p.run("sh/outlet > mixer-dial-31/sh", 0.5)
    p.run("soap-10-n-28/outlet > ball V8(shut) > mixer-dial-31/surfactant", 0.5)
    p.run("mixer-dial-31/mix > strainer S9 > pump-12v-7-26/inlet", 0.75)
    p.run("pump-12v-7-26/outlet > reel-soft-150-17/swivel-1", 0.5, SPRAY)
    p.run("reel-soft-150-17/hose-1 > gun G9(tips=40)", 0.5, SPRAY, long=1.0)
    return p.done("cold", "pump-12v-7-26")


def solar_gooseneck(rig: Rig) -> Rig:
    p = Pipes(rig)
    p.run("tap W1 > reel-supply-150-21/hose-1", 0.75, long=1.0)
    p.run("reel-supply-150-21/swivel-1 > filter-3-14/in", 0.75)
    p.run("filter-3-14/out > ro/in", 0.5)
    p.run("ro/out > ball V1 > water-a/fill", 0.5)
    p.run("water-a/outlet > tee T1:a,b > water-b/outlet", 1.5)
    p.run("tee T1:c > water-c/outlet", 1.5)
    p.run("water-b/outlet > ball V2 > pump-12v-7-17/inlet", 0.75)
    p.run("pump-12v-7-17/outlet > stack/swivel-1", 0.5)
    p.run("stack/hose-1 > gun G1(tips=30)", 0.375, long=1.0)
    p.run("water-c/outlet > ball V3 > pump-12v-7-18/inlet", 0.75)
    p.run("pump-12v-7-18/outlet > reel-pole-60-19/swivel-1", 0.375)
    p.run("reel-pole-60-19/hose-1 > gun G2(tips=15)", 0.25, long=4.0)
    return p.done("pump-12v-7-17", "pump-12v-7-18")


def harbor(rig: Rig) -> Rig:
    p = Pipes(rig)
    p.run("tap W1 > part-line-filter-76/in", 0.75)
    p.run("part-line-filter-76/out > ball V1 > float FL1 > water/fill", 0.75)
    p.run("water/outlet > ball V2 > part-strainer-77/in", 0.75, SUCTION)
    p.run("part-strainer-77/out > cold/inlet", 0.75, SUCTION)
    p.run("cold/bypass > water/fill", 0.5)
    p.run("cold/outlet > inj J1:in,out > reel/swivel-1", 0.375, PRESSURE)
    p.run("jug-25-25/tank > check C1 > inj J1:draw", 0.25)
    p.run("reel/hose-1 > gun G1(tips=2.5)", 0.375, PRESSURE, long=1.2)
    p.run("soap-7-s-23/outlet > ball V8 > pump-12v-24/inlet", 0.5)
    p.run("pump-12v-24/outlet > gun G9(tips=20;shut)", 0.375, long=15.0)
    return p.done("cold")


PACKED = {
    "barn-closed": barn_closed,
    "hull-closed": hull_closed,
    "hull-open": hull_open,
    "playground-skid": playground_skid,
    "ballast-skid": ballast_skid,
    "quay-recovery": quay,
    "tram-tray": tram_tray,
    "shelter-van": shelter_van,
    "solar-gooseneck": solar_gooseneck,
    "harbor-skid": harbor,
}
