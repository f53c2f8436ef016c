"""What `frelt check --json` says, as plain values: stable names, loads in kg, positions in m."""

import numpy as np

from .mass_table import MassTable
from .solve import Loads, Solved, state_unsolved
from .supports import Supports
from .value import Value
from .worst import Extreme, extreme, highest, lowest

REPORT_VERSION = 1


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


class RigReport(Value, frozen=True, kw_only=True, omit_defaults=False):
    """A rig judged. status: the worst of its checks. carriers: in their own frames, by id."""

    rig: str
    name: str
    status: str
    limits_known: int
    limits: int
    checks: tuple[CheckReport, ...]
    carriers: dict[str, tuple[StateReport, ...]]
    report: int = REPORT_VERSION


def report(solved: Solved, words: dict[str, str]) -> RigReport:
    """The report of a solved rig. words: by check id, the sentence in the reader's units."""
    checks = tuple(
        CheckReport(
            id=c.id,
            check=c.kind,
            subject=c.subject,
            status=c.status,
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
        )
        for c in solved.checks
    )
    known, counted = solved.known
    carriers: dict[str, tuple[StateReport, ...]] = {c.id: () for c in solved.rig.carriers}
    if solved.loads is not None:
        carriers[solved.loads.trailer.id] = _states(solved, solved.loads)
    worst = solved.worst
    return RigReport(
        rig=solved.rig.id,
        name=solved.rig.name,
        status=worst.status if worst is not None else "unknown",
        limits_known=known,
        limits=counted,
        checks=checks,
        carriers=carriers,
    )


def _states(solved: Solved, loads: Loads) -> tuple[StateReport, ...]:
    table = loads.table
    asked = {condition: _quantities(table, supports) for condition, supports in loads.by_condition.items()}
    addresses = [t.address for t in table.tanks]

    def fills(array: np.ndarray) -> dict[str, float]:
        return {a: float(f) for a, f in zip(addresses, array, strict=True)}

    bottom, top = lowest(table), highest(table)
    found = []
    for s, state in enumerate(solved.rig.states):
        why = state_unsolved(state, solved.rig)
        if why or state.condition == "lifted":
            none = StateReport(
                id=state.id, name=state.name, solved=False, why=why, supports={}, mass=None, tongue_share=None, centre={}
            )
            found.append(none)
            continue
        low, high = asked[state.condition]
        ids = loads.by_condition[state.condition].ids
        n = len(ids)

        def span(q: int, s: int = s, low: Extreme = low, high: Extreme = high) -> Span:
            ends = float(low.value[s, q]), float(high.value[s, q])
            return Span(min=ends[0], max=ends[1], min_fills=fills(low.fills[s, q]), max_fills=fills(high.fills[s, q]))

        z = Span(
            min=float(bottom.value[s]),
            max=float(top.value[s]),
            min_fills=fills(bottom.fills[s]),
            max_fills=fills(top.fills[s]),
        )
        found.append(
            StateReport(
                id=state.id,
                name=state.name,
                solved=True,
                why="",
                supports={name: span(i) for i, name in enumerate(ids)},
                mass=span(n),
                tongue_share=span(n + 1) if state.condition == "hitched" else None,
                centre={"x": span(n + 2), "y": span(n + 3), "z": z},
            )
        )
    return tuple(found)


def _quantities(table: MassTable, supports: Supports) -> tuple[Extreme, Extreme]:
    """Least and greatest of every support, then mass, front share, x and y of the centre of gravity."""
    mass = np.array([[1.0, 0.0, 0.0]])
    num = np.vstack([supports.rows, mass, supports.rows[:1], [[0.0, 1.0, 0.0]], [[0.0, 0.0, 1.0]]])
    den = np.zeros_like(num)
    den[-3:] = mass
    const = np.concatenate([supports.const, [0.0], supports.const[:1], [0.0, 0.0]])
    return extreme(table, num, den, -1, const), extreme(table, num, den, +1, const)
