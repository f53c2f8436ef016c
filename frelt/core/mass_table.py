"""The mass table: fixed rows and tanks of a carrier, and what is uncertain about each.

Load moments are (M, Mx, My, Mz) = Σ m·(1, x, y, z), in kg and kg·m, in the carrier's frame.
"""

from math import pi
from operator import itemgetter

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from .carrier import Trailer
from .empty import Vector4, bare
from .figure import Figure
from .frames import Frame, Frames
from .item import FasteningPart, HosePart, Item, TankPart
from .memo import Memo
from .rig import Rig, fill_range
from .state import State

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
    """A fixed row of the table in words, for screens and sheets."""

    item: str
    part: str
    mass: float  # [kg]
    x: float
    y: float
    z: float
    figure: Figure | None


class Tank(Struct, frozen=True):
    """A tank in the table. full: mass when full [kg].  floor: height of its inside floor [m]."""

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
    """Uncertain figures, sorted by origin. Each shifts the load moments by its vector × its weight.

    vectors: (n, 4) for one ± [kg, kg·m].  row: the row whose presence it needs.
    tank: the tank whose fill scales it, or -1.  starts: first source of each origin.
    """

    vectors: Array
    row: NDArray[np.intp]
    tank: NDArray[np.intp]
    starts: NDArray[np.intp]
    names: tuple[str, ...]


class MassTable(Struct, frozen=True):
    """Everything a carrier bears, in every state.

    moments: (rows, 4).  present: (states, rows) 0 or 1.  tank_moments: (tanks, 3) per unit of fill.
    low, high: (states, tanks) fills.
    """

    rows: tuple[Row, ...]
    moments: Array
    present: Array
    tanks: tuple[Tank, ...]
    tank_moments: Array
    low: Array
    high: Array
    shown: Array
    sources: Sources

    @property
    def base(self) -> Array:
        """Load moments of the fixed rows in each state, (states, 4)."""
        return self.present @ self.moments


_own: Memo[tuple[tuple[OwnRow, ...], tuple[TankPart, ...]]] = Memo(20_000)


def own_rows(item: Item) -> tuple[tuple[OwnRow, ...], tuple[TankPart, ...]]:
    """The masses an item brings, apart from its tanks' contents, and its tanks."""
    return _own.get(item.id, (item.mass, item.centre, item.parts), lambda: _own_rows(item))


def _own_rows(item: Item) -> tuple[tuple[OwnRow, ...], tuple[TankPart, ...]]:
    centre = item.centre
    rows = [OwnRow("", item.mass, 1.0, (centre.x, centre.y, centre.z), centre.plus_minus)]
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


_shares: Memo[_Share] = Memo(20_000)


def _at(m: float, p: tuple[float, float, float]) -> Vector4:
    return m, m * p[0], m * p[1], m * p[2]


def _share(item: Item, frame: Frame) -> _Share:
    own, own_tanks = own_rows(item)
    rows, keys, moments, tanks = [], [], [], []
    doubts: list[tuple[str, int, int, Vector4]] = []
    for n, r in enumerate(own):
        at, mass = frame.point(r.at), r.mass.value * r.share
        rows.append(Row(item.id, r.part, mass, *at, r.mass))
        keys.append((item.id, f"{item.id}/{r.part}" if r.wet else ""))
        moments.append(_at(mass, at))
        if r.mass.plus_minus:
            origin = r.mass.origin or f"mass of {item.id}/{r.part}"
            doubts.append((origin, n, -1, _at(r.mass.plus_minus * r.share, at)))
        shift = mass * r.centre_pm
        if shift > 0:
            name = f"{item.id}/{r.part}"
            doubts.append((f"centre along of {name}", n, -1, (0.0, shift, 0.0, 0.0)))
            doubts.append((f"centre across of {name}", n, -1, (0.0, 0.0, shift, 0.0)))
            doubts.append((f"centre height of {name}", n, -1, (0.0, 0.0, 0.0, shift)))
    for n, part in enumerate(own_tanks):
        density, capacity = part.liquid.density, part.capacity
        floor, address = frame.point(part.at), f"{item.id}/{part.id}"
        tanks.append(
            Tank(address, item.id, item.name, part, capacity.value * density.value, floor[0], floor[1], floor[2], frame.level)
        )
        if density.plus_minus:
            doubts.append((density.origin or part.liquid.name, 0, n, _at(capacity.value * density.plus_minus, floor)))
        if capacity.plus_minus:
            doubts.append((capacity.origin or f"capacity of {address}", 0, n, _at(capacity.plus_minus * density.value, floor)))
    return _Share(tuple(rows), tuple(keys), tuple(moments), tuple(tanks), tuple(doubts))


class _Builder:
    """Collects rows, tanks and sources in the order items are listed."""

    def __init__(self) -> None:
        self.rows: list[Row] = []
        self.moments: list[Vector4] = []
        self.column: list[tuple[str, str]] = []  # item, hose address if wet
        self.tanks: list[Tank] = []
        self.uncertain: list[tuple[str, int, int, Vector4]] = []

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

    def sources(self) -> Sources:
        order = sorted(self.uncertain, key=itemgetter(0))
        names = [u[0] for u in order]
        starts = [i for i, name in enumerate(names) if i == 0 or name != names[i - 1]]
        return Sources(
            vectors=np.array([u[3] for u in order], dtype=float).reshape(-1, 4),
            row=np.array([u[1] for u in order], dtype=np.intp),
            tank=np.array([u[2] for u in order], dtype=np.intp),
            starts=np.array(starts, dtype=np.intp),
            names=tuple(names[i] for i in starts),
        )


def mass_table(rig: Rig, trailer: Trailer, frames: Frames) -> MassTable:
    """The mass table of a trailer in every state of its rig.

    Raises FreltError where the empty weights are missing or contradict what was aboard.
    """
    build = _Builder()
    empty = bare(trailer)
    carrier_row = build.row(Row("", trailer.id, empty.mass, empty.x, empty.y, empty.z, None))
    for origin, vector in empty.doubts:
        build.uncertain.append((origin, carrier_row, -1, vector))
    for item in rig.items:
        if frames.carrier_of.get(item.id) == trailer.id:
            frame = frames.items[item.id]
            build.share(_shares.get(item.id, (item, frame), lambda i=item, f=frame: _share(i, f)))  # type: ignore[misc]
    people = _add_people(build, rig, trailer, frames)
    tanks = build.tanks
    return MassTable(
        rows=tuple(build.rows),
        moments=np.array(build.moments, dtype=float),
        present=_present(rig.states, build.column, people),
        tanks=tuple(tanks),
        tank_moments=np.array([(t.full, t.full * t.x, t.full * t.y) for t in tanks], dtype=float).reshape(-1, 3),
        sources=build.sources(),
        **_ranges(rig.states, tanks),
    )


def _add_people(build: _Builder, rig: Rig, trailer: Trailer, frames: Frames) -> dict[int, str]:
    people: dict[int, str] = {}
    for state in rig.states:
        for person in state.people:
            place = person.place
            if place is None or frames.carrier_of.get(place.deck) != trailer.id:
                continue
            at = frames.decks[place.deck].point((place.u, place.v, place.off + 1.0))
            row = build.row(Row("", person.id, person.mass.value, *at, person.mass))
            build.uncertain.append((f"mass of {state.id}/{person.id}", row, -1, _at(person.mass.plus_minus, at)))
            people[row] = state.id
    return people


def _present(states: tuple[State, ...], column: list[tuple[str, str]], people: dict[int, str]) -> Array:
    present = np.ones((len(states), len(column)))
    for s, state in enumerate(states):
        away = set(state.absent) | set(state.later)
        dry = set(state.dry)
        if away or dry:
            present[s] = [not (item in away or hose in dry) for item, hose in column]
        for row, only in people.items():
            present[s, row] = only == state.id
    return present


def _ranges(states: tuple[State, ...], tanks: list[Tank]) -> dict[str, Array]:
    heel = np.array([t.part.heel for t in tanks])
    low = np.tile(heel, (len(states), 1))
    high = np.ones((len(states), len(tanks)))
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
