"""What one item brings to the mass table: its masses, its tanks, and what is uncertain about each."""

from math import pi

import numpy as np
from msgspec import Struct

from ..base.arrays import Array, NDArray
from ..base.figure import Figure
from ..geometry.frames import Frame
from ..model.item import FasteningPart, HosePart, Item, TankPart
from ..model.tank_names import called
from .bare import Vector4


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


def own_rows(item: Item) -> tuple[tuple[OwnRow, ...], tuple[TankPart, ...]]:
    """The masses an item brings, apart from its tanks' contents, and its tanks."""
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


class Share(Struct, frozen=True):
    """What one placed item adds to the table; numbers count from its own first row or tank.

    moments: (rows, 4) [kg, kg·m].  doubts: origin, row, tank or -1, moments of one ±.  alone: (n, 4), one ± of what
    no other item shares; alone_row: (n,), whose it is.
    """

    rows: tuple[Row, ...]
    keys: tuple[tuple[str, str], ...]
    moments: Array
    tanks: tuple[Tank, ...]
    doubts: tuple[tuple[str, int, int, Vector4], ...]
    alone: Array
    alone_row: NDArray[np.intp]


def moments_at(m: float, p: tuple[float, float, float]) -> Vector4:
    """Load moments of a mass [kg] at a point [m]."""
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


def share_of(item: Item, frame: Frame, carrier: str) -> Share:
    """What an item adds in a frame of its carrier."""
    own, own_tanks = own_rows(item)
    rows, keys, moments, tanks = [], [], [], []
    doubts: list[tuple[str, int, int, Vector4]] = []
    own_doubts: list[tuple[int, Vector4]] = []
    for n, r in enumerate(own):
        at, mass = frame.point(r.at), r.mass.value * r.share
        rows.append(Row(carrier, item.id, r.part, mass, *at, r.mass))
        keys.append((item.id, f"{item.id}/{r.part}" if r.wet else ""))
        moments.append(moments_at(mass, at))
        if r.mass.plus_minus:
            unsure = moments_at(r.mass.plus_minus * r.share, at)
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
        tanks.append(
            Tank(carrier, address, item.id, called(item, part), part, capacity.value * density.value, *floor, frame.level)
        )
        if density.plus_minus:
            doubts.append((density.origin or part.liquid.name, 0, n, moments_at(capacity.value * density.plus_minus, floor)))
        if capacity.plus_minus:
            doubts.append(
                (capacity.origin or f"capacity of {address}", 0, n, moments_at(capacity.plus_minus * density.value, floor))
            )
    return Share(
        rows=tuple(rows),
        keys=tuple(keys),
        moments=np.array(moments).reshape(-1, 4),
        tanks=tuple(tanks),
        doubts=tuple(d for d in doubts if any(d[3][:3])),
        alone=np.array([v for _, v in own_doubts], dtype=float).reshape(-1, 4),
        alone_row=np.array([r for r, _ in own_doubts], dtype=np.intp),
    )
