"""A rig solved: every limit in every state over every fill, judged.

`solve` is a pure function of the rig; it is cheap enough to run at each step of a drag.
"""

from collections.abc import Sequence
from functools import cached_property
from itertools import chain
from typing import TYPE_CHECKING

import numpy as np
from msgspec import Struct
from msgspec.structs import replace

from . import checks as _checks  # noqa: F401  (fills the registry)
from .base.arrays import Array, NDArray
from .base.kept import Kept, Memo
from .base.text import capital
from .base.value import FreltError
from .geometry.frames import Frames
from .judge.accepted import all_with, standing
from .judge.check import KINDS, Bearing, Check, graded
from .judge.judging import ByState
from .judge.plates import typical_rating
from .masses.moments import Moments, moments_of
from .masses.nobody_counted import NobodyCounted, nobody_counted
from .masses.table import MassTable, mass_table
from .model.rig import Rig
from .model.state import State
from .statics.cases import Case, cases, parked_unsolved, unsolved
from .statics.forks import Lifted, lifted, skids
from .statics.limit import Limit
from .statics.loads import LiftedPiece, Loads
from .statics.unsure import moved
from .statics.worst import Extreme, extreme, extremes

if TYPE_CHECKING:
    from .scale.told import Evidence
    from .tie_down.held import Held


class Solved(Struct, frozen=True, dict=True):
    """A rig with its frames, its loads where they can be computed, and its checks, worst first.

    by_state: the checks of each state.  why: reason when there are no loads.
    """

    rig: Rig
    frames: Frames
    loads: Loads | None
    checks: tuple[Check, ...]
    by_state: ByState
    why: str = ""

    @property
    def worst(self) -> Check | None:
        """The check to speak of first."""
        return self.checks[0] if self.checks else None

    @cached_property
    def lifted(self) -> tuple[Lifted, ...]:
        """Its skids on forks, drained and in every lifted state; none where their fills cannot be followed."""
        try:
            return lifted(self.rig, self.frames)
        except FreltError:
            return ()

    @cached_property
    def held(self) -> "tuple[Held, ...]":
        """Everything mounted and what holds it, found when it is first asked for."""
        from .tie_down.held import held

        return held(self.rig, self.frames)

    @cached_property
    def known(self) -> tuple[int, int]:
        """How many limits are known, of how many there are."""
        counted = {c.id: c.limit is not None for c in self.checks if c.field and (c.limit is not None or c.status == "unknown")}
        if self.loads is not None:
            limits = self.loads.limits
            anywhere: list[bool] = self.loads.applies.any(axis=0).tolist() if self.rig.states else [True] * len(limits)  # type: ignore[assignment]
            counted |= {m.id: m.known for m, here in zip(limits, anywhere, strict=True) if here and m.counts}
        return sum(counted.values()), len(counted)

    def about(self, field: str) -> Check | None:
        """The check that a rating typed into a field is held against; of a tire's two ends the first."""
        return next((c for c in self.checks if c.field == field), None)

    def check(self, check_id: str) -> Check | None:
        """The check of that id, if it is judged here."""
        return next((c for c in self.checks if c.id == check_id), None)


def solve(rig: Rig, kept: Kept | None = None) -> Solved:
    """Judge a rig. kept: results of earlier rigs, of this thread alone; none unless given.

    Raises FreltError where decks stand on each other in a ring."""
    frames = Frames(rig, kept)
    geometry = [graded(c, rig.rules) for kind in KINDS.values() if kind.findings for c in kind.findings(rig, frames)]
    accepted = standing(rig, frames)
    geometry = all_with(geometry, accepted)
    why, loads = unsolved(rig), None
    if not why:
        try:
            loads = _loads(rig, frames)
        except FreltError as err:
            why = str(err)
    judged: list[Check] = []
    by_state = ByState(rig, loads, accepted)
    if loads is not None:
        judged += by_state.worst()
        weighed = [graded(c, rig.rules) for k in KINDS.values() if k.weighed for c in k.weighed(rig, frames, loads)]
        geometry += all_with(weighed, accepted)
    else:
        judged.append(Check(id="loads", kind="loads", subject="Loads", quantity="mass", status="unknown", why=capital(why)))
    for state in rig.states:
        reason = state_unsolved(state, rig)
        if reason:
            own = Check(
                id=f"state:{state.id}",
                kind="state",
                subject=state.name,
                quantity="mass",
                status="unknown",
                state=state.id,
                why=f"“{state.name}”: {reason}",
                detail=("jack not entered",) if state.condition == "parked" else (),
            )
            judged.append(own)
            by_state.add(own)
    for own in geometry:
        if own.state:
            by_state.add(own)
    if not rig.states:
        none = "No state is set, so no load is proved: add one, such as “on the road”"
        judged.append(Check(id="states", kind="state", subject="States", quantity="mass", status="unknown", why=none))
    checks = sorted([*judged, *geometry], key=lambda c: c.rank)
    return Solved(rig, frames, loads, tuple(checks), by_state, why)


def state_unsolved(state: State, rig: Rig) -> str:
    """Why a state cannot be judged yet, or an empty string."""
    if state.condition == "lifted" and not skids(rig):
        return "there is no skid to lift: put one on the deck"
    if state.condition == "parked" and (why := parked_unsolved(rig)):
        return why
    seats = {s.id for s in rig.vehicle.seats} if rig.vehicle is not None else set()
    if any(p.seat is not None and p.seat not in seats for p in state.people):
        return "someone is in a seat that this rig does not have"
    return ""


def _loads(rig: Rig, frames: Frames) -> Loads:
    columns = moments_of(rig)
    table = mass_table(rig, columns, frames)
    tilted = next((t for t in table.tanks if not t.level and frames.items[t.item].slope > STEEP), None)
    if tilted is not None:
        raise FreltError(f"a tank that lies on its side or hangs on a slope is not solved yet ({tilted.part.name})")
    catch = nobody_counted(rig, frames)
    if rig.use_scale and (said := _said(rig, frames)) is not None:
        from .scale.as_weighed import with_rest
        from .scale.told import told

        table, catch = told(with_rest(table, catch, columns), said), None
    heavy = _heaviest(table) >= LIGHT
    inputs = (rig.trailer, rig.vehicle, rig.bars, rig.rules, rig.states, heavy)
    stated = _stated.get(frames.kept, rig.id, inputs, lambda: _state(rig, columns, heavy))
    ok = np.array([not state_unsolved(s, rig) for s in rig.states], dtype=bool)
    applies = stated.applies & ok[:, None]
    num, den = stated.num, stated.den
    least, greatest = extremes(table, num, den)
    lifted = _lift_off(rig, frames.kept, table, stated, heavy, applies, least, greatest)
    return Loads(
        columns=columns,
        cases=stated.cases,
        table=table,
        limits=stated.limits,
        case_of=stated.case_of,
        applies=applies,
        lifted=lifted,
        pieces_of=lambda c: _pieces_of(rig, frames.kept, columns, stated, heavy, c),
        num=num,
        den=den,
        least=least,
        greatest=greatest,
        doubt=stated.doubt,
        more=_more(rig, columns, catch),
        more_pm=catch.mass.plus_minus / catch.mass.value if catch is not None and catch.mass.value else 0.0,
        kept=frames.kept,
    )


_evidence: Memo["Evidence"] = Memo(4)


def _said(rig: Rig, frames: Frames) -> "Evidence | None":
    """What the rig's weighings say; None where none of them counts. Where things stand now is nothing to it."""
    counted = tuple(w for w in rig.weighings if w.counts)
    if not counted:
        return None
    from .scale.told import evidence

    own = chain.from_iterable(
        (i.mass, i.centre, i.parts, i.decks, i.held_mass, i.length, i.width, i.height, i.fields, i.options) for i in rig.items
    )
    whole = (rig.weighings, rig.trailer, rig.vehicle, rig.stand, rig.kit, rig.fit_out, rig.plumbing, rig.tie_down)
    inputs = (*whole, rig.nobody_counted, rig.waved, *own)
    found = _evidence.get(frames.kept, (rig.id, tuple(i.id for i in rig.items)), inputs, lambda: evidence(rig, counted))
    return found if found.used else None


def _more(rig: Rig, columns: Moments, catch: NobodyCounted | None) -> Array:
    """What nobody counted as moments, and one ± of its place, (2, size); it was aboard when bars were set."""
    found = np.zeros((2, columns.size))
    if catch is not None:
        at, mass = columns.starts[catch.carrier], catch.mass.value
        found[0, at : at + 3] = mass, mass * catch.x, mass * catch.y
        found[1, at + 1] = mass * catch.along
        if columns.as_set is not None and rig.trailer is not None and catch.carrier == rig.trailer.id:
            found[:, columns.as_set : columns.as_set + 3] = found[:, at : at + 3]
    return found


STEEP = 20.0  # degrees; beyond it a leaning tank is no longer nearly upright

LIGHT = (
    30_000 * 0.45359237
)  # a rig below it is bound by no rule for heavy vehicles: the least any group of axles is allowed [kg]


class Stated(Struct, frozen=True):
    """The limits of a rig, which do not depend on what stands on it. applies: (states, limits)."""

    cases: tuple[Case, ...]
    limits: tuple[Limit, ...]
    case_of: NDArray[np.intp]
    num: Array
    den: Array
    doubt: Array
    applies: NDArray[np.bool_]


_stated: Memo[Stated] = Memo(64)


def _state(rig: Rig, columns: Moments, heavy: bool) -> Stated:
    """Every limit in every case, as rows; kept while carriers, bars, rules and states are the same."""
    ways = cases(rig, columns)
    listed = [_limits(Bearing(rig, columns, case, heavy)) for case in ways]
    limits = tuple(m for own in listed for m in own)
    num, den = _rows(limits, columns.size)
    other = [
        _rows([m for c in cases(r, columns) for m in _limits(Bearing(r, columns, c, heavy))], columns.size)[0]
        for r in moved(rig)
    ]
    applies = np.array([[m.applies(s) for m in limits] for s in rig.states], dtype=bool)
    none = np.zeros(columns.size)
    ends = np.array([none if m.doubt is None else m.doubt for m in limits]).reshape(-1, columns.size)
    return Stated(
        cases=ways,
        limits=limits,
        case_of=np.repeat(np.arange(len(ways)), [len(own) for own in listed]),
        num=num,
        den=den,
        doubt=np.array([ends, *(row - num for row in other)]),
        applies=applies.reshape(len(rig.states), len(limits)),
    )


def _heaviest(table: MassTable) -> float:
    """Mass of all carriers in the state in which they weigh most, every tank at its greatest fill [kg]."""
    whole = table.present @ np.array([r.mass for r in table.rows]) + table.high @ np.array([t.full for t in table.tanks])
    return float(whole.max(initial=0.0))


def _limits(bearing: Bearing) -> list[Limit]:
    """Every limit of every check in one case."""
    kinds = [k for k in KINDS.values() if k.asked(bearing.case)]
    found = [_with_typical(m, bearing.rig) for k in kinds if k.limits is not None for m in k.limits(bearing)]
    return found if bearing.condition == "hitched" else [replace(m, condition=bearing.condition) for m in found]


def _with_typical(limit: Limit, rig: Rig) -> Limit:
    """A limit whose plate is unread, with what its class usually has."""
    if limit.known or not limit.field or limit.rating is not None:
        return limit
    each = typical_rating(rig, limit.field)
    return limit if each is None else replace(limit, typical=each * limit.plates)


def _rows(limits: Sequence[Limit], size: int) -> tuple[Array, Array]:
    """num and den of limits, (limits, size) each; zeros where a limit is no ratio."""
    none = np.zeros(size)
    num = np.array([m.num for m in limits]).reshape(-1, size)
    return num, np.array([none if m.den is None else m.den for m in limits]).reshape(-1, size)


_pieces: Memo[tuple[LiftedPiece, ...]] = Memo(64)


def _pieces_of(rig: Rig, kept: Kept, columns: Moments, stated: Stated, heavy: bool, c: int) -> tuple[LiftedPiece, ...]:
    """The ranges of a case between which axles on springs leave the ground, with every limit's rows in each; none without."""
    case = stated.cases[c]
    if len(case.pieces) < 2:
        return ()

    def made() -> tuple[LiftedPiece, ...]:
        pieces = [_limits(Bearing(rig, columns, replace(case, supports=p.supports), heavy)) for p in case.pieces]
        return tuple(LiftedPiece(p, *_rows(rows, columns.size)) for p, rows in zip(case.pieces, pieces, strict=True))

    return _pieces.get(kept, (rig.id, c), (stated,), made)


def _lift_off(
    rig: Rig,
    kept: Kept,
    table: MassTable,
    stated: Stated,
    heavy: bool,
    applies: NDArray[np.bool_],
    least: Extreme,
    greatest: Extreme,
) -> dict[tuple[int, int], tuple[LiftedPiece, ...]]:
    """Put exact extremes in place where some fill takes an axle off the ground; the lift checks keep the linear ones.

    Returns the pieces of the springs' range for those states and cases.
    """
    lifted: dict[tuple[int, int], tuple[LiftedPiece, ...]] = {}
    if all(len(case.pieces) < 2 for case in stated.cases):
        return lifted
    from .statics.lifting import lifted_extreme

    for c, case in enumerate(stated.cases):
        if len(case.pieces) < 2 or rig.trailer is None:
            continue
        axles = np.array([case.supports.axle(a.id) for a in rig.trailer.axles])
        up = extreme(table, axles, np.zeros_like(axles), -1).value.min(axis=1) < 0
        own = np.nonzero(stated.case_of == c)[0]
        states = [s for s in range(len(rig.states)) if up[s] and applies[s, own].any()]
        if not states:
            continue
        parts = _pieces_of(rig, kept, table.columns, stated, heavy, c)
        for s in states:
            lifted[s, c] = parts
            for n, m in enumerate(own):
                rows = [(part.num[n], part.den[n]) for part in parts]
                for sense, side in ((-1, least), (+1, greatest)):
                    best = lifted_extreme(table, s, case.pieces, rows, sense) if stated.limits[m].check != "lift" else None
                    if best is not None:
                        side.value[s, m], side.fills[s, m] = best.value, best.fills
    return lifted
