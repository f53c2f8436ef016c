"""The lines of a rig as data for `frelt lines --json`. Flows in m³/s, pressures in Pa, temperatures in °C, shares from 0 to 1."""

from math import isnan

from msgspec import Struct

from ..base.units import Units
from ..model.rig import Rig
from ..network.lines import LinesSolved, lines_solved
from ..solve import Solved
from .finding import Finding
from .lines import findings, shown_fills, source_names, strength_at, suction
from .named import names_of


class Element(Struct):
    """One branch: between which ports, what flows and between which pressures; null where it is not known."""

    id: str
    start: str
    end: str
    flow: float | None
    pressure_start: float | None
    pressure_end: float | None
    celsius: float | None
    carries: dict[str, float]


class Gun(Struct):
    """What a gun gets."""

    id: str
    name: str
    flow: float
    at_tip: float
    celsius: float
    strength: float
    carries: dict[str, float]
    known: bool


class Pump(Struct):
    """What a machine or pump does."""

    id: str
    name: str
    runs: bool
    flow: float | None
    whole: float
    inlet: float | None
    outlet: float | None
    least: float
    back: float
    idle: bool
    starves: bool
    margin_at_lowest_fill: float | None = None
    least_suction_bore: float | None = None


class LinesReport(Struct):
    """The lines of one rig. report: version of this layout.  solved: whether there is an answer; why not otherwise."""

    rig: str
    name: str
    solved: bool
    why: str = ""
    state: str = ""
    fills: dict[str, float] = {}
    guns: list[Gun] = []
    pumps: list[Pump] = []
    tanks: dict[str, float] = {}
    taps: dict[str, float] = {}
    lengths: dict[str, float] = {}
    elements: list[Element] = []
    findings: list[Finding] = []
    report: int = 1


def lines_report(solved: Solved, units: Units, state: str | None = None) -> LinesReport:
    """The lines of a rig as its handles stand, at the fills of a state; with every tank full unless one is told."""
    rig = solved.rig
    one = next((s for s in rig.states if s.id == state), None)
    fills = shown_fills(rig, one)
    lines = lines_solved(rig, solved.frames, fills, both=True)
    if lines is None:
        return LinesReport(rig.id, rig.name, False, "no line is drawn yet")
    reading, names, sources = lines.reading, names_of(rig), source_names(rig)
    found = list(findings(rig, solved.frames, lines, units))
    made = LinesReport(rig.id, rig.name, not reading.why, reading.why, one.id if one is not None else "", fills, findings=found)
    made.lengths = {k: r.length for k, r in lines.piping.routes.items()}
    drawn = {s.item: s for s in suction(rig, solved.frames)}
    made.guns = [
        Gun(
            g.gun,
            names[g.gun],
            g.flow,
            g.at_tip,
            g.celsius,
            strength_at(rig, g),
            {sources[s]: v for s, v in g.shares.items()},
            g.known,
        )
        for g in reading.guns
    ]
    made.pumps = [
        Pump(
            p.item,
            names[p.item],
            p.runs,
            _number(p.flow),
            p.whole,
            _number(p.inlet),
            _number(p.outlet),
            p.least,
            p.back,
            p.idle,
            p.starves,
            drawn[p.item].margin if p.item in drawn else None,
            drawn[p.item].bore if p.item in drawn else None,
        )
        for p in reading.pumps
    ]
    made.tanks = {t.tank: t.flow for t in reading.tanks}
    made.taps = {t: f for t, f in reading.taps.items() if not isnan(f)}
    made.elements = _elements(rig, lines)
    return made


def _elements(rig: Rig, lines: LinesSolved) -> list[Element]:
    net, found = lines.piping.net, lines.steady.found
    names = source_names(rig)
    stocks = [names[s.id] for s in lines.piping.stocks]
    made = []
    for e, b in enumerate(net.branches):
        shares = lines.steady.carried.shares[e]
        made.append(
            Element(
                b.id,
                net.nodes[b.start].name,
                net.nodes[b.end].name,
                None if e in lines.reading.doubtful else _number(float(found.flow[e])),
                _number(float(found.pressure[b.start])),
                _number(float(found.pressure[b.end])),
                float(lines.steady.carried.celsius[e]),
                {n: round(float(s), 9) for n, s in zip(stocks, shares, strict=True) if s > 1e-9},
            )
        )
    return made


def _number(value: float) -> float | None:
    return None if isnan(value) else value
