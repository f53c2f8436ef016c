"""The mass table: fixed rows and tanks of a rig, and what is uncertain about each.

Load moments are (M, Mx, My, Mz) = Σ m·(1, x, y, z), in kg and kg·m, each carrier's in its own frame.
"""

from collections.abc import Mapping
from functools import cached_property
from typing import TYPE_CHECKING

import numpy as np
from msgspec import Struct
from msgspec.structs import replace

from ..base.arrays import Array, NDArray
from ..base.kept import Each, Memo
from ..base.value import FreltError
from ..geometry.frames import Frames
from ..kind.capability import able
from ..liquid.ranges import by_the_state
from ..liquid.vessels import away, vessels_of
from ..model.rig import Rig
from ..model.state import State
from .builder import Builder, add_bare, add_fit_out, add_kit, add_lines, add_open, add_people, add_straps
from .item_rows import Row, Share, Tank, share_of
from .moments import Moments
from .sources import Sources, sources_of
from .together import NO_MOMENTS, NO_ROWS, kept_together

if TYPE_CHECKING:
    from .linked import Group


class MassTable(Struct, frozen=True, dict=True):
    """Everything a rig's carriers bear, in every state, on the rig's vector of moments (see `core.moments`).

    moments: (rows, size).  mz: (rows,) [kg·m].  present: (states, rows) 0 or 1.  tank_moments: (tanks, size) per
    unit of fill.  offset: (size,), what is the same in every state.  low, high, shown: (states, tanks) fills.
    set_state: number of the state in which bars are set, or -1.  groups: tanks whose ranges are tied to each other.
    column: of each of the rig's tanks, by address: joined ones that are one tank have one.
    """

    columns: Moments
    rows: tuple[Row, ...]
    moments: Array
    mz: Array
    present: Array
    tanks: tuple[Tank, ...]
    tank_moments: Array
    low: Array
    high: Array
    shown: Array
    offset: Array
    sources: Sources
    set_state: int = -1
    groups: tuple["Group", ...] = ()
    column: Mapping[str, int] = {}

    @cached_property
    def base(self) -> Array:
        """Moments of the fixed rows in each state, (states, size)."""
        found: Array = self.present @ self.moments + self.offset
        return found

    def of_carrier(self, carrier: str) -> tuple[NDArray[np.bool_], NDArray[np.bool_]]:
        """Which rows and which tanks one carrier bears."""
        rows = np.array([r.carrier == carrier for r in self.rows], dtype=bool)
        return rows, np.array([t.carrier == carrier for t in self.tanks], dtype=bool)

    def upright(self, carrier: str) -> "Upright":
        """What tells of the heights of what one carrier bears."""
        rows, own = self.of_carrier(carrier)
        return Upright(
            mass=self.base[:, self.columns.starts[carrier]],
            mz=self.present[:, rows] @ self.mz[rows],
            tanks=tuple(t for t, here in zip(self.tanks, own, strict=True) if here),
            low=self.low[:, own],
            high=self.high[:, own],
            groups=_of_some(self.groups, own),
        )

    def of(self, rows: NDArray[np.bool_], tanks: NDArray[np.bool_]) -> "MassTable":
        """The table of some rows and tanks, on the same columns; what errs together with others still does among itself."""
        number, place = np.cumsum(rows) - 1, np.cumsum(tanks) - 1
        return replace(
            self,
            rows=tuple(r for r, own in zip(self.rows, rows, strict=True) if own),
            moments=self.moments[rows],
            mz=self.mz[rows],
            present=self.present[:, rows],
            tanks=tuple(t for t, own in zip(self.tanks, tanks, strict=True) if own),
            tank_moments=self.tank_moments[tanks],
            low=self.low[:, tanks],
            high=self.high[:, tanks],
            shown=self.shown[:, tanks],
            groups=_of_some(self.groups, tanks),
            column={a: int(place[i]) for a, i in self.column.items() if tanks[i]},
            sources=self.sources.of(rows, tanks, number),
        )


class Upright(Struct, frozen=True):
    """One carrier in each state: mass and mz of its fixed rows, (states,); its tanks, and their ranges, (states, tanks)."""

    mass: Array
    mz: Array
    tanks: tuple[Tank, ...]
    low: Array
    high: Array
    groups: tuple["Group", ...]


def _of_some(groups: tuple["Group", ...], kept: NDArray[np.bool_]) -> tuple["Group", ...]:
    """Groups whose tanks are all among those kept, with the numbers they have there."""
    number = np.cumsum(kept) - 1
    return tuple(replace(g, tanks=number[g.tanks]) for g in groups if kept[g.tanks].all())


class _Columns:
    """Puts what one carrier bears into its own columns of the rig's moments. owners: of rows, their carrier and item."""

    def __init__(self, rig: Rig, columns: Moments) -> None:
        self.columns = columns
        self._built_in = {i.id for i in rig.items if i.built_in}
        self._vehicle = rig.vehicle.id if rig.vehicle is not None else ""

    def where(self, owners: list[tuple[str, str]]) -> tuple[NDArray[np.intp], NDArray[np.bool_]]:
        """For each owner the first of its carrier's columns, and whether it is part of the vehicle itself."""
        starts, vehicle, built_in = self.columns.starts, self._vehicle, self._built_in
        first = np.array([starts[c] for c, _ in owners], dtype=np.intp)
        return first, np.array([c == vehicle and (not i or i in built_in) for c, i in owners], dtype=bool)

    def of(self, found: Array, first: NDArray[np.intp], itself: NDArray[np.bool_]) -> Array:
        """(n, size) from moments (n, 4) and, for each, where its owner stands in the columns."""
        made = np.zeros((len(found), self.columns.size))
        if len(self.columns.starts) == 1:
            made[:, :3] = found[:, :3]
        else:
            made[np.arange(len(found))[:, None], first[:, None] + THREE] = found[:, :3]
        if self.columns.own is not None:
            made[itself, self.columns.own] = found[itself, 0]
        return made


_shares: Each[Share] = Each()
_tied: Memo[tuple["Group", ...]] = Memo(16)
_ranges_of: Memo[dict[str, Array]] = Memo(16)
THREE = np.arange(3)
PERSON = "a person"  # stands in for an item, so that people and fit-out are no part of the vehicle itself


def mass_table(rig: Rig, columns: Moments, frames: Frames, bare_too: bool = True) -> MassTable:
    """The mass table of a rig's carriers in every state. bare_too: with the carriers themselves.

    Raises FreltError where the empty weights are missing or contradict what was aboard.
    """
    build = Builder()
    for carrier in rig.carriers if bare_too else ():
        add_bare(build, carrier, frames.kept)
    on = frames.carrier_of
    shares = _shares.get(frames.kept, rig.id, rig.items, frames.listed, lambda i, f: share_of(i, f, on[i.id]))
    build.put(kept_together(frames.kept, (rig.id, len(build.rows)), shares, len(build.rows)))
    swings = add_open(build, rig, frames)
    people = add_people(build, rig, frames)
    fitted = add_fit_out(build, rig, frames) | add_kit(build, rig, frames)
    hoses, wet = add_lines(build, rig, frames)
    fitted |= hoses | wet | add_straps(build, rig, frames)
    build.settle()
    vessels = vessels_of(rig, frames)
    column = {t.address: n for n, t in enumerate(build.tanks)}
    if vessels.joined:
        from .joined import merged

        build.tanks, place = merged(build.tanks, vessels)
        build.doubts = [(o, r, place[t] if t >= 0 else -1, v) for o, r, t, v in build.doubts]
        column = {a: place[n] for a, n in column.items()}
    tanks, put = build.tanks, _Columns(rig, columns)
    owners = [(r.carrier, PERSON if n in people or n in fitted else r.item) for n, r in enumerate(build.rows)]
    first, itself = put.where(owners)
    whole = np.concatenate(build.moments)
    moments = put.of(whole, first, itself)
    own_tanks = put.where([(t.carrier, t.item) for t in tanks])
    full = np.array([(t.full, t.full * t.x, t.full * t.y, 0.0) for t in tanks], dtype=float).reshape(-1, 4)
    tank_moments = put.of(full, *own_tanks)
    present = _present(rig.states, build.column, people, _kept_back(rig), swings)
    if wet:
        drained = [n for n, state in enumerate(rig.states) if state.fill == "drained"]
        present[np.ix_(drained, sorted(wet))] = 0.0
    ranges = _ranges_of.get(
        frames.kept,
        (rig.id, bare_too),
        (rig.states, *(t.part for t in tanks), *(t.item for t in tanks)),
        lambda: _ranges(rig.states, tanks),
    )
    groups: tuple[Group, ...] = ()
    if vessels.joined:
        from .joined import along_surfaces

        ranges = {name: own.copy() for name, own in ranges.items()}  # some of them are those of a common surface
        groups = along_surfaces(rig.states, vessels, column, ranges)
    offset = np.zeros(columns.size)
    offset[-1] = 1.0
    set_state = -1
    if columns.as_set is not None and rig.bars is not None and rig.trailer is not None:
        set_state = next((s for s, state in enumerate(rig.states) if state.id == rig.bars.set_in), -1)
        if set_state >= 0:
            at = columns.starts[rig.trailer.id]
            then = present[set_state] @ moments + ranges["shown"][set_state] @ tank_moments
            offset[columns.as_set : columns.as_set + 3] = then[at : at + 3]
    if rig.links:
        groups += _ties(rig, frames, tanks, column, ranges, groups)
    return MassTable(
        columns=columns,
        groups=groups,
        rows=tuple(build.rows),
        moments=moments,
        mz=whole[:, 3].copy(),
        present=present,
        tanks=tuple(tanks),
        tank_moments=tank_moments,
        sources=_sources(build, put, first, itself),
        offset=offset,
        set_state=set_state,
        column=column,
        **ranges,
    )


def _ties(
    rig: Rig,
    frames: Frames,
    tanks: list[Tank],
    column: Mapping[str, int],
    ranges: dict[str, Array],
    joined: tuple["Group", ...],
) -> tuple["Group", ...]:
    """The groups that linear conditions make. Raises FreltError where one of them is of joined tanks of different heights."""
    from .linked import groups_of

    if any(column.get(a, -1) in g.tanks for g in joined for k in rig.links for a in k.factors):
        raise FreltError("a tank that is joined to one of another height is tied to a third: not solved yet")
    inputs = (rig.links, rig.states, rig.plumbing, *(t.part for t in tanks))  # what their ranges come from
    low, high = ranges["low"], ranges["high"]
    return _tied.get(frames.kept, (rig.id, len(tanks)), inputs, lambda: groups_of(rig.links, rig.states, column, low, high))


def _sources(build: Builder, put: _Columns, first: NDArray[np.intp], itself: NDArray[np.bool_]) -> Sources:
    row = np.array([d[1] for d in build.doubts], dtype=np.intp)
    alone_row = np.concatenate([NO_ROWS, *build.alone_row])
    alone = put.of(np.concatenate([NO_MOMENTS, *build.alone]), first[alone_row], itself[alone_row])
    shared = put.of(np.array([d[3] for d in build.doubts], dtype=float).reshape(-1, 4), first[row], itself[row])
    return sources_of(alone, alone_row, [d[:3] for d in build.doubts], shared)


def _kept_back(rig: Rig) -> frozenset[str]:
    """Kept places, whose weights to come count only by the rig's switch."""
    return frozenset(i.id for i in able(rig.items, "keep a place")) if not rig.later_counted else frozenset()


def _present(
    states: tuple[State, ...],
    column: list[tuple[str, str]],
    people: dict[int, str],
    back: frozenset[str],
    swings: dict[int, tuple[str, bool]],
) -> Array:
    present = np.ones((len(states), len(column)))
    for s, state in enumerate(states):
        off, dry = away(state) | back, set(state.dry)
        if off or dry:
            present[s] = [not (item in off or hose in dry) for item, hose in column]
        for row, only in people.items():
            present[s, row] = only == state.id
        for row, (deck, is_open) in swings.items():
            if (deck in state.open) != is_open:
                present[s, row] = 0.0
    return present


def _ranges(states: tuple[State, ...], tanks: list[Tank]) -> dict[str, Array]:
    heel = np.array([min(t.part.heel, t.part.top) for t in tanks])
    low = np.tile(heel, (len(states), 1))
    high = np.tile(np.array([t.part.top for t in tanks]), (len(states), 1))
    shown = high.copy()
    number = {t.address: i for i, t in enumerate(tanks)}
    for s, state in enumerate(states):
        for address in state.fills if state.fill == "any" and state.water == "carried" else number:
            i = number.get(address)
            if i is not None:
                part = tanks[i].part
                fill = state.fills.get(address) or by_the_state(state, part.liquid, part.heel, part.top)
                low[s, i], high[s, i], shown[s, i] = fill.low, fill.high, fill.shown
        if off := away(state):
            gone = [i for i, t in enumerate(tanks) if t.item in off]
            low[s, gone] = high[s, gone] = shown[s, gone] = 0.0
    return {"low": low, "high": high, "shown": shown}
