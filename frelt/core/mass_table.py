"""The mass table: fixed rows and tanks of a rig, and what is uncertain about each.

Load moments are (M, Mx, My, Mz) = Σ m·(1, x, y, z), in kg and kg·m, each carrier's in its own frame.
"""

from math import pi
from operator import itemgetter

import numpy as np
from msgspec import Struct
from msgspec.structs import replace
from numpy.typing import NDArray

from .carrier import Carrier
from .empty import Vector4, bare
from .figure import Figure
from .frames import Frame, Frames, opened, standing_on
from .item import FasteningPart, HosePart, Item, TankPart
from .joined import merged
from .memo import Memo
from .moments import Moments
from .rig import Rig, fill_range
from .state import State
from .value import FreltError

Array = NDArray[np.float64]


class OwnRow(Struct, frozen=True):
    """Something with mass on an item: m [kg] at a point of the item's frame [m]."""

    part: str
    mass: Figure
    share: float  # of `mass` that counts [-]; a hose's content is a share of its density
    at: tuple[float, float, float]
    centre_pm: float  # ± of the point [m]
    wet: bool = False  # absent where the hose is dry


class Row(Struct, frozen=True):
    """A fixed row of the table in words, for screens and sheets. carrier: in whose frame it stands."""

    carrier: str
    item: str
    part: str
    mass: float  # [kg]
    x: float
    y: float
    z: float
    figure: Figure | None


class Tank(Struct, frozen=True):
    """A tank in the table. full: mass when full [kg].  floor: height of its inside floor [m]."""

    carrier: str
    address: str
    item: str
    name: str
    part: TankPart
    full: float
    x: float
    y: float
    floor: float
    level: bool


class Sources(Struct, frozen=True):
    """Uncertain figures. Each shifts the rig's moments by its vector × its weight.

    alone: (m, size) vectors of those that share their origin with nothing, for one ±.  alone_row: the row whose presence
    each needs.  vectors, row: (n, size) the same of the others, sorted by origin; tank: the tank whose fill scales
    each, or -1.  starts: first of each origin.
    """

    alone: Array
    alone_row: NDArray[np.intp]
    vectors: Array
    row: NDArray[np.intp]
    tank: NDArray[np.intp]
    starts: NDArray[np.intp]


class MassTable(Struct, frozen=True):
    """Everything a rig's carriers bear, in every state, on the rig's vector of moments (see `core.moments`).

    moments: (rows, size).  mz: (rows,) [kg·m].  present: (states, rows) 0 or 1.  tank_moments: (tanks, size) per
    unit of fill.  offset: (size,), what is the same in every state.  low, high, shown: (states, tanks) fills.
    set_state: number of the state in which bars are set, or -1.
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

    @property
    def base(self) -> Array:
        """Moments of the fixed rows in each state, (states, size)."""
        found: Array = self.present @ self.moments + self.offset
        return found

    def of_carrier(self, carrier: str) -> tuple[NDArray[np.bool_], NDArray[np.bool_]]:
        """Which rows and which tanks one carrier bears."""
        rows = np.array([r.carrier == carrier for r in self.rows], dtype=bool)
        return rows, np.array([t.carrier == carrier for t in self.tanks], dtype=bool)

    def only(self, carrier: str) -> "MassTable":
        """The table of one carrier alone, on the same columns."""
        if len(self.columns.starts) == 1:
            return self
        rows, tanks = self.of_carrier(carrier)
        return replace(
            self,
            rows=tuple(r for r in self.rows if r.carrier == carrier),
            moments=self.moments[rows],
            mz=self.mz[rows],
            present=self.present[:, rows],
            tanks=tuple(t for t in self.tanks if t.carrier == carrier),
            tank_moments=self.tank_moments[tanks],
            low=self.low[:, tanks],
            high=self.high[:, tanks],
            shown=self.shown[:, tanks],
        )


_own: Memo[tuple[tuple[OwnRow, ...], tuple[TankPart, ...]]] = Memo(20_000)


def own_rows(item: Item) -> tuple[tuple[OwnRow, ...], tuple[TankPart, ...]]:
    """The masses an item brings, apart from its tanks' contents, and its tanks."""
    return _own.get(item.id, (item.mass, item.centre, item.parts, item.held_mass), lambda: _own_rows(item))


def _own_rows(item: Item) -> tuple[tuple[OwnRow, ...], tuple[TankPart, ...]]:
    centre = item.centre
    rows = [OwnRow("", item.mass, 1.0, (centre.x, centre.y, centre.z), centre.plus_minus)]
    if item.held_mass is not None:
        rows.append(OwnRow("held", item.held_mass, 1.0, (0.0, 0.0, 0.0), 0.1))
    tanks = []
    for part in item.parts:
        if isinstance(part, TankPart):
            tanks.append(part)
        elif isinstance(part, HosePart):
            rows.append(OwnRow(part.id, part.mass, 1.0, part.at, 0.02))
            if part.holds is not None:
                volume = pi / 4 * part.bore**2 * part.length
                rows.append(OwnRow(part.id, part.holds.density, volume, part.at, 0.02, wet=True))
        elif isinstance(part, FasteningPart) and part.mass is not None:
            rows.append(OwnRow(part.id, part.mass, 1.0, part.at, 0.0))
    return tuple(rows), tuple(tanks)


class _Share(Struct, frozen=True):
    """What one placed item adds to the table; indices count from its own first row or tank."""

    rows: tuple[Row, ...]
    keys: tuple[tuple[str, str], ...]
    moments: tuple[Vector4, ...]
    tanks: tuple[Tank, ...]
    doubts: tuple[tuple[str, int, int, Vector4], ...]  # origin, row, tank or -1, moments of one ±
    own_doubts: tuple[tuple[int, Vector4], ...]  # row and moments of one ± of what no other item shares


_shares: Memo[_Share] = Memo(20_000)


def _at(m: float, p: tuple[float, float, float]) -> Vector4:
    return m, m * p[0], m * p[1], m * p[2]


def _leaning(part: TankPart, frame: Frame) -> tuple[tuple[float, float, float], tuple[float, float]]:
    """Where the liquid of a tank on a slope weighs, and ± of that along and across [m].

    The middle of the tank stands for the liquid at every fill; its centre walks between floor and middle with the fill,
    and towards the low end by L²·tan/(12·h), a sixth of the length at most: both are taken as ±.
    """
    x, y, z = part.at
    middle, low = frame.point((x, y, z + part.height / 2)), frame.point(part.at)
    shift = []
    for axis, size in ((0, part.length), (1, part.width)):
        lean = abs(frame.turn[axis][2])
        slosh = min(size**2 * lean / (12 * max(part.height / 2, 0.01)), size / 6)
        shift.append(abs(middle[axis] - low[axis]) + slosh)
    return (middle[0], middle[1], low[2]), (shift[0], shift[1])


def _share(item: Item, frame: Frame, carrier: str) -> _Share:
    own, own_tanks = own_rows(item)
    rows, keys, moments, tanks = [], [], [], []
    doubts: list[tuple[str, int, int, Vector4]] = []
    own_doubts: list[tuple[int, Vector4]] = []
    for n, r in enumerate(own):
        at, mass = frame.point(r.at), r.mass.value * r.share
        rows.append(Row(carrier, item.id, r.part, mass, *at, r.mass))
        keys.append((item.id, f"{item.id}/{r.part}" if r.wet else ""))
        moments.append(_at(mass, at))
        if r.mass.plus_minus:
            unsure = _at(r.mass.plus_minus * r.share, at)
            if r.mass.origin:
                doubts.append((r.mass.origin, n, -1, unsure))
            else:
                own_doubts.append((n, unsure))
        shift = mass * r.centre_pm
        if shift > 0:
            own_doubts += [(n, (0.0, shift, 0.0, 0.0)), (n, (0.0, 0.0, shift, 0.0))]
    for n, part in enumerate(own_tanks):
        density, capacity = part.liquid.density, part.capacity
        floor, address = frame.point(part.at), f"{item.id}/{part.id}"
        if not frame.level:
            floor, lean = _leaning(part, frame)
            full = capacity.value * density.value
            doubts.append((f"slope below {address}", 0, n, (0.0, full * lean[0], full * lean[1], 0.0)))
        tanks.append(Tank(carrier, address, item.id, item.name, part, capacity.value * density.value, *floor, frame.level))
        if density.plus_minus:
            doubts.append((density.origin or part.liquid.name, 0, n, _at(capacity.value * density.plus_minus, floor)))
        if capacity.plus_minus:
            doubts.append((capacity.origin or f"capacity of {address}", 0, n, _at(capacity.plus_minus * density.value, floor)))
    return _Share(tuple(rows), tuple(keys), tuple(moments), tuple(tanks), tuple(doubts), tuple(own_doubts))


class _Builder:
    """Collects rows, tanks and sources in the order items are listed."""

    def __init__(self) -> None:
        self.rows: list[Row] = []
        self.moments: list[Vector4] = []
        self.column: list[tuple[str, str]] = []  # item, hose address if wet
        self.tanks: list[Tank] = []
        self.uncertain: list[tuple[str, int, int, Vector4]] = []
        self.alone: list[tuple[int, Vector4]] = []

    def row(self, row: Row) -> int:
        """Add a row that is no item's; returns its number."""
        self.rows.append(row)
        self.moments.append(_at(row.mass, (row.x, row.y, row.z)))
        self.column.append(("", ""))
        return len(self.rows) - 1

    def share(self, share: _Share) -> None:
        """Add what an item brings."""
        row, tank = len(self.rows), len(self.tanks)
        self.rows += share.rows
        self.moments += share.moments
        self.column += share.keys
        self.tanks += share.tanks
        self.uncertain += [(o, row + r, tank + t if t >= 0 else -1, v) for o, r, t, v in share.doubts]
        self.alone += [(row + r, v) for r, v in share.own_doubts]


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

    def of(self, vectors: list[Vector4], first: NDArray[np.intp], itself: NDArray[np.bool_]) -> Array:
        """(n, size) from moments and, for each, where its owner stands in the columns."""
        made = np.zeros((len(vectors), self.columns.size))
        if not vectors:
            return made
        found = np.array(vectors, dtype=float)
        made[np.arange(len(vectors))[:, None], first[:, None] + THREE] = found[:, :3]
        if self.columns.own is not None:
            made[itself, self.columns.own] = found[itself, 0]
        return made


THREE = np.arange(3)
PERSON = "a person"  # stands in for an item, so that people are no part of the vehicle itself


def mass_table(rig: Rig, columns: Moments, frames: Frames) -> MassTable:
    """The mass table of a rig's carriers in every state.

    Raises FreltError where the empty weights are missing or contradict what was aboard.
    """
    build = _Builder()
    for carrier in rig.carriers:
        _add_bare(build, carrier)
    for item in rig.items:
        frame, on = frames.items[item.id], frames.carrier_of[item.id]
        made = _shares.get(item.id, (item, frame), lambda i=item, f=frame, c=on: _share(i, f, c))  # type: ignore[misc]
        build.share(made)
    swings = _add_open(build, rig, frames)
    people = _add_people(build, rig, frames)
    if rig.joined:
        build.tanks, place = merged(build.tanks, rig.joined)
        build.uncertain = [(o, r, place[t] if t >= 0 else -1, v) for o, r, t, v in build.uncertain]
    tanks, put = build.tanks, _Columns(rig, columns)
    owners = [(r.carrier, PERSON if n in people else r.item) for n, r in enumerate(build.rows)]
    first, itself = put.where(owners)
    moments = put.of(build.moments, first, itself)
    own_tanks = put.where([(t.carrier, t.item) for t in tanks])
    tank_moments = put.of([(t.full, t.full * t.x, t.full * t.y, 0.0) for t in tanks], *own_tanks)
    present, ranges = _present(rig.states, build.column, people, _kept_back(rig), swings), _ranges(rig.states, tanks)
    offset = np.zeros(columns.size)
    offset[-1] = 1.0
    set_state = -1
    if columns.as_set is not None and rig.bars is not None and rig.trailer is not None:
        set_state = next((s for s, state in enumerate(rig.states) if state.id == rig.bars.set_in), -1)
        if set_state >= 0:
            at = columns.starts[rig.trailer.id]
            whole = present[set_state] @ moments + ranges["shown"][set_state] @ tank_moments
            offset[columns.as_set : columns.as_set + 3] = whole[at : at + 3]
    return MassTable(
        columns=columns,
        rows=tuple(build.rows),
        moments=moments,
        mz=np.array([v[3] for v in build.moments], dtype=float),
        present=present,
        tanks=tuple(tanks),
        tank_moments=tank_moments,
        sources=_sources(build, put, first, itself),
        offset=offset,
        set_state=set_state,
        **ranges,
    )


def _add_bare(build: _Builder, carrier: Carrier) -> None:
    empty = bare(carrier)
    row = build.row(Row(carrier.id, "", carrier.id, empty.mass, empty.x, empty.y, empty.z, None))
    for origin, vector in empty.doubts:
        build.uncertain.append((origin, row, -1, vector))


def _sources(build: _Builder, put: _Columns, first: NDArray[np.intp], itself: NDArray[np.bool_]) -> Sources:
    order = sorted((u for u in build.uncertain if u[3][0] or u[3][1] or u[3][2]), key=itemgetter(0))
    names = [u[0] for u in order]
    starts = [i for i, name in enumerate(names) if i == 0 or name != names[i - 1]]
    row = np.array([u[1] for u in order], dtype=np.intp)
    alone_row = np.array([r for r, _ in build.alone], dtype=np.intp)
    return Sources(
        alone=put.of([v for _, v in build.alone], first[alone_row], itself[alone_row]),
        alone_row=alone_row,
        vectors=put.of([u[3] for u in order], first[row], itself[row]),
        row=row,
        tank=np.array([u[2] for u in order], dtype=np.intp),
        starts=np.array(starts, dtype=np.intp),
    )


def _add_open(build: _Builder, rig: Rig, frames: Frames) -> dict[int, tuple[str, bool]]:
    """What hangs on doors that some state opens, once more where it is then; by row, its door and whether it is open.

    Raises FreltError for a tank on such a door.
    """
    wanted = {d for s in rig.states for d in s.open}
    swings: dict[int, tuple[str, bool]] = {}
    for deck in rig.decks:
        if deck.hinge is None or deck.id not in wanted or deck.id not in frames.decks:
            continue
        on_it = {j.id for i in rig.items if i.place.deck == deck.id for j in standing_on(rig, i.id)}
        swings |= {n: (deck.id, False) for n, r in enumerate(build.rows) if r.item in on_it}
        for item in rig.items:
            if item.id not in on_it:
                continue
            if item.tanks:
                raise FreltError(f"{item.name} is a tank on a door that opens: not solved yet")
            first = len(build.rows)
            build.share(_share(item, opened(frames.items[item.id], deck.hinge), frames.carrier_of[deck.id]))
            swings |= dict.fromkeys(range(first, len(build.rows)), (deck.id, True))
    return swings


def _add_people(build: _Builder, rig: Rig, frames: Frames) -> dict[int, str]:
    """People on decks and in seats; by row, the state they are aboard in."""
    people: dict[int, str] = {}
    seats = {s.id: s for s in rig.vehicle.seats} if rig.vehicle is not None else {}
    for state in rig.states:
        for person in state.people:
            place, seat = person.place, seats.get(person.seat or "")
            if seat is not None and rig.vehicle is not None:
                carrier, at = rig.vehicle.id, (seat.x, seat.y, seat.z)
            elif place is not None and place.deck in frames.carrier_of:
                carrier = frames.carrier_of[place.deck]
                at = frames.decks[place.deck].point((place.u, place.v, place.off + 1.0))
            else:
                continue
            row = build.row(Row(carrier, "", person.id, person.mass.value, *at, person.mass))
            build.alone.append((row, _at(person.mass.plus_minus, at)))
            people[row] = state.id
    return people


def _kept_back(rig: Rig) -> frozenset[str]:
    """Kept places, whose weights to come count only by the rig's switch."""
    return frozenset(i.id for i in rig.items if i.kind == "kept-place") if not rig.later_counted else frozenset()


def _present(
    states: tuple[State, ...],
    column: list[tuple[str, str]],
    people: dict[int, str],
    back: frozenset[str],
    swings: dict[int, tuple[str, bool]],
) -> Array:
    present = np.ones((len(states), len(column)))
    for s, state in enumerate(states):
        away = set(state.absent) | set(state.later) | back
        dry = set(state.dry)
        if away or dry:
            present[s] = [not (item in away or hose in dry) for item, hose in column]
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
        for address in state.fills:
            i = number.get(address)
            if i is not None:
                fill = fill_range(state, address, tanks[i].part)
                low[s, i], high[s, i], shown[s, i] = fill.low, fill.high, fill.shown
        away = set(state.absent) | set(state.later)
        if away:
            gone = [i for i, t in enumerate(tanks) if t.item in away]
            low[s, gone] = high[s, gone] = shown[s, gone] = 0.0
    return {"low": low, "high": high, "shown": shown}
