"""What `frelt check --json` says, as plain values: stable names, loads in kg, positions in m."""

import numpy as np

from ..base.arrays import Array
from ..base.figure import rated
from ..base.units import Units
from ..base.value import Value
from ..judge.marks import WORDS, is_broken, is_open, mark_of
from ..masses.nobody_counted import nobody_counted
from ..model.carrier import Carrier, Trailer
from ..model.state import State
from ..planning.weigh_first import weigh_first
from ..solve import Solved, state_unsolved
from ..statics.forks import LEFT, RIGHT, Lifted
from ..statics.forks import MASS as WHOLE
from ..statics.lifting import lifted_extreme
from ..statics.loads import Loads
from ..statics.supports import Supports
from ..statics.worst import extremes, highest, lowest

REPORT_VERSION = 2


class Span(Value, frozen=True, kw_only=True, omit_defaults=False):
    """Least and greatest value over every fill, and the fills (shares, by `item/part`) at which each occurs."""

    min: float
    max: float
    min_fills: dict[str, float]
    max_fills: dict[str, float]


class CheckReport(Value, frozen=True, kw_only=True, omit_defaults=False):
    """One check in its worst state. load, limit, margin, spread: [kg], shares or [m] by `quantity`."""

    id: str
    check: str
    subject: str
    status: str
    level: str
    mark: str
    quantity: str
    load: float | None
    limit: float | None
    side: str
    margin: float | None
    spread: float
    state: str
    fills: dict[str, float]
    words: str
    custom: bool
    likely: str | None
    typical: float | None
    beyond: float
    beyond_spread: float
    accepted: str | None
    accepted_on: str


class WeighFirst(Value, frozen=True, kw_only=True, omit_defaults=False):
    """The one weighing that narrows the tightest margin most. what: `item`, `carrier` or `rest`; before, after: its ± [kg]."""

    what: str
    id: str
    check: str
    before: float
    after: float
    words: str


class NobodyCountedReport(Value, frozen=True, kw_only=True, omit_defaults=False):
    """What such a rig usually carries and nobody counted [kg], in a carrier's frame [m]; no part of `load`, `min` and `max`."""

    mass: float
    spread: float
    carrier: str
    x: float
    y: float
    x_spread: float
    told: bool


class StateReport(Value, frozen=True, kw_only=True, omit_defaults=False):
    """One state: every support [kg], the tongue's share where hitched, the laden mass [kg], the centre of gravity [m]."""

    id: str
    name: str
    solved: bool
    why: str
    supports: dict[str, Span]
    mass: Span | None
    tongue_share: Span | None
    centre: dict[str, Span]


class ForkliftReport(Value, frozen=True, kw_only=True, omit_defaults=False):
    """The forklift that lifts skids: what its plate says [kg], at a load centre [m], and how long its forks are [m]."""

    rated: float | None
    centre: float
    forks: float


class RigReport(Value, frozen=True, kw_only=True, omit_defaults=False):
    """A rig judged. status: of all its checks (see `_status`). carriers: in their own frames, by id."""

    rig: str
    name: str
    status: str
    limits_known: int
    limits: int
    checks: tuple[CheckReport, ...]
    carriers: dict[str, tuple[StateReport, ...]]
    nobody_counted: NobodyCountedReport | None = None
    weigh_first: WeighFirst | None = None
    forklift: ForkliftReport | None = None
    report: int = REPORT_VERSION


def report(solved: Solved, words: dict[str, str], units: Units) -> RigReport:
    """The report of a solved rig. words: by check id, the sentence in the reader's units."""
    more, gain = nobody_counted(solved.rig, solved.frames), weigh_first(solved)
    checks = tuple(
        CheckReport(
            id=c.id,
            check=c.kind,
            subject=c.subject,
            status=c.status,
            level=c.level or "broken",
            mark=WORDS[mark_of(c)],
            quantity=c.quantity,
            load=c.load,
            limit=c.limit,
            side=c.side,
            margin=c.margin,
            spread=c.spread,
            state=c.state,
            fills=c.fills,
            words=words[c.id],
            custom=c.by_rule,
            likely=c.likely,
            typical=c.typical,
            beyond=c.beyond,
            beyond_spread=c.beyond_pm,
            accepted=c.accepted.because if c.accepted is not None else None,
            accepted_on=c.accepted.on if c.accepted is not None else "",
        )
        for c in solved.checks
    )
    known, counted = solved.known
    carriers: dict[str, tuple[StateReport, ...]] = {c.id: () for c in solved.rig.carriers}
    if solved.loads is None:
        carriers = {c.id: _only_lifted(solved, c) for c in solved.rig.carriers}
    else:
        carriers = {c.id: _states(solved, solved.loads, c) for c in solved.rig.carriers}
    lifter = solved.rig.forklift
    return RigReport(
        rig=solved.rig.id,
        name=solved.rig.name,
        status=_status(solved),
        limits_known=known,
        limits=counted,
        checks=checks,
        carriers=carriers,
        nobody_counted=None
        if more is None
        else NobodyCountedReport(
            mass=more.mass.value,
            spread=more.mass.plus_minus,
            carrier=more.carrier,
            x=more.x,
            y=more.y,
            x_spread=more.along,
            told=more.told,
        ),
        weigh_first=None
        if gain is None
        else WeighFirst(
            what=gain.what,
            id=gain.id,
            check=gain.check.id,
            before=gain.before,
            after=gain.after,
            words=gain.words(units),
        ),
        forklift=ForkliftReport(rated=rated(lifter.rated), centre=lifter.centre, forks=lifter.forks) if solved.lifted else None,
    )


def _status(solved: Solved) -> str:
    """`over` where something breaks or can hurt, `unknown` where a plate is unread, `tight` where anything is to be looked at."""
    checks = solved.checks
    if any(is_broken(c) for c in checks):
        return "over"
    if not checks or any(mark_of(c) == "unknown" for c in checks):
        return "unknown"
    return "tight" if any(is_open(c) for c in checks) else "ok"


def _states(solved: Solved, loads: Loads, carrier: Carrier) -> tuple[StateReport, ...]:
    table = loads.table
    addresses = [t.address for t in table.tanks]
    own_addresses = [t.address for t in table.tanks if t.carrier == carrier.id]

    def fills(array: np.ndarray, named: list[str] = addresses) -> dict[str, float]:
        return {a: float(f) for a, f in zip(named, array, strict=True)}

    bottom, top = lowest(table, carrier.id), highest(table, carrier.id)
    asked = {c: _Asked(loads, c, carrier) for c in range(len(loads.cases))}
    found = []
    for s, state in enumerate(solved.rig.states):
        why = state_unsolved(state, solved.rig)
        ways = [c for c, case in enumerate(loads.cases) if case.condition == state.condition]
        lifted = _lifted(solved, carrier, state)
        if lifted is not None:
            found.append(lifted)
            continue
        if why or not ways:
            none = StateReport(
                id=state.id, name=state.name, solved=False, why=why, supports={}, mass=None, tongue_share=None, centre={}
            )
            found.append(none)
            continue

        def span(name: str, s: int = s, ways: list[int] = ways) -> Span:
            ends = [asked[c].ends(s, name) for c in ways if name in asked[c].names]
            low, high = min((e[0] for e in ends), key=lambda e: e[0]), max((e[1] for e in ends), key=lambda e: e[0])
            return Span(min=low[0], max=high[0], min_fills=fills(low[1]), max_fills=fills(high[1]))

        z = Span(
            min=float(bottom.value[s]),
            max=float(top.value[s]),
            min_fills=fills(bottom.fills[s], own_addresses),
            max_fills=fills(top.fills[s], own_addresses),
        )
        named = [name for c in ways for name in asked[c].supports]
        found.append(
            StateReport(
                id=state.id,
                name=state.name,
                solved=True,
                why="",
                supports={name: span(name) for name in dict.fromkeys(named)},
                mass=span(MASS),
                tongue_share=span(SHARE) if SHARE in asked[ways[0]].names else None,
                centre={"x": span(X), "y": span(Y), "z": z},
            )
        )
    return tuple(found)


def _only_lifted(solved: Solved, carrier: Carrier) -> tuple[StateReport, ...]:
    """The lifted states of a carrier whose own loads are not known: a skid is weighed without what it stands on."""
    found = (_lifted(solved, carrier, s) for s in solved.rig.states)
    return tuple(s for s in found if s is not None)


def _lifted(solved: Solved, carrier: Carrier, state: State) -> StateReport | None:
    """A lifted state: what each fork carries [kg], and the mass of what is lifted; None where nothing of the carrier is."""
    if state.condition != "lifted":
        return None
    own = [x for x in solved.lifted if x.state == state.id and solved.frames.carrier_of[x.skid] == carrier.id]
    if not own:
        return None

    def span(one: Lifted, quantity: int) -> Span:
        low, high = one.at(quantity, False)[1], one.at(quantity, True)[1]
        return Span(min=float(one.least[quantity]), max=float(one.greatest[quantity]), min_fills=low, max_fills=high)

    forks = {f"{x.skid}/{side}": span(x, q) for x in own for side, q in (("left", LEFT), ("right", RIGHT))}
    return StateReport(
        id=state.id, name=state.name, solved=True, why="", supports=forks,
        mass=span(own[0], WHOLE), tongue_share=None, centre={},
    )  # fmt: skip


MASS, SHARE, X, Y = " mass", " tongue share", " x", " y"


class _Asked:
    """Least and greatest of every support of a carrier in one case, then mass, tongue share, x and y of its centre."""

    def __init__(self, loads: Loads, case: int, carrier: Carrier) -> None:
        self.loads, self.number, self.case = loads, case, loads.cases[case]
        mine = {f"{a.id}/{end}" for a in carrier.axles for end in ("left", "right")}
        static = {"coupler"} if isinstance(carrier, Trailer) else set()
        if self.case.judged == "without bars":  # wheels carry what they do with the bars
            mine = static
        elif self.case.judged == "all":
            mine |= static | {"jack"}
        self.supports = [name for name in self.case.supports.ids if name in mine]
        towed = "coupler" in self.supports
        self.names = [*self.supports, MASS, *([SHARE] if towed else []), X, Y]
        self._carrier = carrier
        num, den = self._rows(self.case.supports)
        self._low, self._high = extremes(loads.table, num, den)
        self._pieces: list[tuple[Array, Array]] | None = None

    def _rows(self, supports: Supports) -> tuple[Array, Array]:
        columns, at = self.loads.columns, self._carrier.id
        mass = columns.mass(at)
        of_mass = {X: columns.row(at, (0, 1, 0)), Y: columns.row(at, (0, 0, 1))}
        num = [supports.row(n) for n in self.supports] + [mass]
        den = [np.zeros_like(mass)] * len(num)
        if SHARE in self.names:
            num.append(supports.row("coupler"))
            den.append(mass)
        return np.array([*num, *of_mass.values()]), np.array([*den, mass, mass])

    def ends(self, s: int, name: str) -> tuple[tuple[float, Array], tuple[float, Array]]:
        """Least and greatest with their fills, exact also where an axle leaves the ground."""
        q = self.names.index(name)
        found = [(float(e.value[s, q]), e.fills[s, q]) for e in (self._low, self._high)]
        if (s, self.number) in self.loads.lifted:
            if self._pieces is None:
                self._pieces = [self._rows(p.supports) for p in self.case.pieces]
            rows = [(num[q], den[q]) for num, den in self._pieces]
            for n, sense in enumerate((-1, +1)):
                best = lifted_extreme(self.loads.table, s, self.case.pieces, rows, sense)
                if best is not None:
                    found[n] = best.value, best.fills
        return found[0], found[1]
