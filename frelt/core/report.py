"""What `frelt check --json` says, as plain values: stable names, loads in kg, positions in m."""

import numpy as np

from .solve import Loads, Solved, state_unsolved
from .value import Value
from .worst import extreme, highest, lowest

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
    """One state: every support [kg], the tongue's share, the laden mass [kg], the centre of gravity [m]."""

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
    table, rows = loads.table, loads.supports.rows
    mass_row = np.array([[1.0, 0.0, 0.0]])
    num = np.vstack([rows, mass_row, loads.supports.row("coupler")[None], [[0.0, 1.0, 0.0]], [[0.0, 0.0, 1.0]]])
    den = np.zeros_like(num)
    den[-3:] = mass_row
    low, high = extreme(table, num, den, -1), extreme(table, num, den, +1)
    addresses = [t.address for t in table.tanks]

    def fills(array: np.ndarray) -> dict[str, float]:
        return {a: float(f) for a, f in zip(addresses, array, strict=True)}

    def span(s: int, q: int) -> Span:
        ends = float(low.value[s, q]), float(high.value[s, q])
        return Span(min=ends[0], max=ends[1], min_fills=fills(low.fills[s, q]), max_fills=fills(high.fills[s, q]))

    bottom, top = lowest(table), highest(table)
    found = []
    for s, state in enumerate(solved.rig.states):
        why = state_unsolved(state, solved.rig)
        if why:
            none = StateReport(
                id=state.id, name=state.name, solved=False, why=why, supports={}, mass=None, tongue_share=None, centre={}
            )
            found.append(none)
            continue
        n = len(loads.supports.ids)
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
                supports={name: span(s, i) for i, name in enumerate(loads.supports.ids)},
                mass=span(s, n),
                tongue_share=span(s, n + 1),
                centre={"x": span(s, n + 2), "y": span(s, n + 3), "z": z},
            )
        )
    return tuple(found)
