"""What `frelt check --json` says, as plain values: stable names, loads in kg, positions in m."""

import numpy as np

from .lifting import lifted_extreme
from .mass_table import MassTable
from .solve import Array, Loads, Solved, state_unsolved
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
        low, high = _with_lift(loads, s, asked[state.condition])
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
    num, den = _asked(supports)
    return tuple(extreme(table, num[:, :3], den[:, :3], sense, num[:, 3]) for sense in (-1, +1))  # type: ignore[return-value]


def _asked(supports: Supports) -> tuple[Array, Array]:
    """num and den of the quantities of a state, (quantities, 4) on (M, Mx, My, 1)."""
    front = [supports.row(name) for name in supports.ids]
    num = np.array([*front, [1.0, 0, 0, 0], front[0], [0, 1.0, 0, 0], [0, 0, 1.0, 0]])
    den = np.zeros_like(num)
    den[-3:, 0] = 1.0
    return num, den


def _with_lift(loads: Loads, s: int, ends: tuple[Extreme, Extreme]) -> tuple[Extreme, Extreme]:
    """The quantities of a state exact also where an axle leaves the ground."""
    parts = loads.lifted.get(s)
    if not parts:
        return ends
    asked = [_asked(piece.supports) for piece in parts]
    for sense, kept in zip((-1, +1), ends, strict=True):
        for q in range(kept.value.shape[1]):
            best = lifted_extreme(loads.table, s, parts, [(num[q], den[q]) for num, den in asked], sense)
            if best is not None:
                kept.value[s, q], kept.fills[s, q] = best.value, best.fills
    return ends
