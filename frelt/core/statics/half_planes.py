"""Limits made linear, and the half-planes they leave to what moves."""

from collections.abc import Sequence
from functools import cached_property

import numpy as np
from msgspec import Struct

from ..base.arrays import Array, NDArray
from ..base.kept import Memo
from ..geometry.polygon import Point, clip
from ..model.rig import Rig
from .loads import Loads


class Sides(Struct, frozen=True):
    """Limits as c·m ≤ bound. rows: (sides, size).  bound: (sides,).  limit: index of each side's limit."""

    rows: Array
    bound: Array
    limit: NDArray[np.intp]


class HalfPlanes(Struct, frozen=True, dict=True):
    """a·x + b·y ≤ r for the middle of the item. limit, state: where each comes from."""

    a: Array
    b: Array
    r: Array
    limit: NDArray[np.intp]
    state: NDArray[np.intp]

    @cached_property
    def unit(self) -> tuple[Array, Array]:
        """a, b, (n, 2), and r, (n,), of which the first are of length one, so that what is left over is a distance [m]."""
        size = np.hypot(self.a, self.b) + 1e-12
        return np.stack([self.a / size, self.b / size], axis=1), self.r / size


def linear_sides(loads: Loads, bounds: Sequence[tuple[float | None, float | None]] | None = None) -> Sides:
    """Every known side of every limit as c·m ≤ bound; bounds replace (low, high) of the limits.

    What a support carries is never below zero, whatever its rating.
    """
    if bounds is None:  # the limits do not depend on what stands where
        return _sides.get(
            loads.kept,
            0,
            (loads.limits, loads.num, loads.den),
            lambda: _linear(loads, [(0.0 if m.support else m.low, m.high) for m in loads.limits]),
        )
    return _linear(loads, bounds)


_sides: Memo[Sides] = Memo(1)


def _linear(loads: Loads, bounds: Sequence[tuple[float | None, float | None]]) -> Sides:
    rows, bound, limit = [], [], []
    for m, lim in enumerate(loads.limits):
        low, high = bounds[m]
        ratio = lim.den is not None
        for value, sign in ((high, 1.0), (low, -1.0)):
            if value is not None:
                rows.append(sign * (loads.num[m] - value * loads.den[m]))
                bound.append(0.0 if ratio else sign * value)
                limit.append(m)
    return Sides(np.array(rows).reshape(-1, loads.columns.size), np.array(bound), np.array(limit, dtype=np.intp))


def half_planes(rig: Rig, loads: Loads, carrier: str, moving: frozenset[str], middle: Point, sides: Sides) -> HalfPlanes:
    """The half-planes the middle of a moving group must keep, in every state and for every side.

    carrier: on which it stands, by id.  middle: where it stands now in the carrier's plan [m]; what moves keeps its place
    relative to it.
    """
    table = loads.table
    rows_move = np.array([r.item in moving for r in table.rows], dtype=bool)
    tanks_move = np.array([t.item in moving for t in table.tanks], dtype=bool)
    c, low, high = sides.rows, table.low, table.high
    at = loads.columns.starts[carrier]
    pull = c @ table.tank_moments.T
    up = np.where(tanks_move, 0.0, np.maximum(pull, 0.0))
    down = np.where(tanks_move, 0.0, np.minimum(pull, 0.0))
    own = table.present[:, rows_move] @ table.moments[rows_move]
    others = (table.base - own) @ c.T + high @ up.T + low @ down.T
    for group in table.groups:  # tied to each other, they are never all at their own worst
        if not tanks_move[group.tanks].any():
            s, tied = group.state, pull[:, group.tanks]
            boxed = np.maximum(tied * high[s, group.tanks], tied * low[s, group.tanks]).sum(axis=1)
            others[s] += (tied @ group.corners.T).max(axis=1) - boxed
    others = others + _own_mass(loads, own) @ c.T
    x, y = middle
    cx, cy, c0 = c[:, at + 1], c[:, at + 2], c[:, at]
    own = own[:, at : at + 3]
    own_x, own_y = own[:, 1] - own[:, 0] * x, own[:, 2] - own[:, 0] * y
    fixed = own_x[:, None] * cx + own_y[:, None] * cy
    full = table.tank_moments[tanks_move][:, at : at + 3]
    offsets = c[:, :0]
    if len(full):
        mass = np.maximum(full[:, :1], 1e-12)  # a tank that holds nothing weighs nothing wherever it stands
        offsets = c[:, at + 1 : at + 3] @ (full[:, 1:] / mass - (x, y)).T
        offsets = offsets + c @ (_own_mass(loads, table.tank_moments[tanks_move]) / mass).T
    along = _in_set_state(rig, loads, carrier, rows_move, tanks_move, c, middle)
    order = np.argsort(-offsets, axis=1)
    shift = np.take_along_axis(offsets, order, axis=1)
    weight = full[:, 0][order] if len(full) else offsets
    lows, highs = low[:, tanks_move][:, order] * weight, high[:, tanks_move][:, order] * weight
    planes = []
    for piece in range(len(full) + 1):
        mass = np.concatenate([highs[..., :piece], lows[..., piece:]], axis=-1)
        total = own[:, :1] + mass.sum(-1)
        rest = sides.bound - others - fixed - (mass * shift).sum(-1) - total * c0 + along[2]
        planes.append((total * cx + along[0], total * cy + along[1], rest))
    keep = loads.applies[:, sides.limit]
    a, b, r = (np.concatenate([p[i][keep] for p in planes]) for i in range(3))
    state, side = np.nonzero(keep)
    return HalfPlanes(a, b, r, np.tile(sides.limit[side], len(planes)), np.tile(state, len(planes)))


def _own_mass(loads: Loads, own: Array) -> Array:
    """Of what moves, what belongs to the vehicle itself: that stays the vehicle's wherever it stands, (n, size)."""
    kept, column = np.zeros_like(own), loads.columns.own
    if column is not None:
        kept[:, column] = own[:, column]
    return kept


def _in_set_state(
    rig: Rig, loads: Loads, carrier: str, rows_move: Array, tanks_move: Array, c: Array, middle: Point
) -> tuple[Array, Array, Array]:
    """How the couple of bars that were set with the moving group aboard follows it: (sides,) for x, for y, and the rest.

    The offset of the table has the group where it stands now; what moves is the difference.
    """
    table, at = loads.table, loads.columns.as_set
    none = np.zeros(len(c))
    if at is None or table.set_state < 0 or rig.trailer is None or carrier != rig.trailer.id:
        return none, none, none
    s, start = table.set_state, loads.columns.starts[carrier]
    mass = float((table.present[s] * rows_move) @ table.moments[:, start])
    mass += float((table.shown[s] * tanks_move) @ table.tank_moments[:, start])
    ax, ay = mass * c[:, at + 1], mass * c[:, at + 2]
    return ax, ay, ax * middle[0] + ay * middle[1]


def clip_all(polygon: Sequence[Point], planes: HalfPlanes, chosen: NDArray[np.intp] | None = None) -> list[Point]:
    """A convex polygon cut by half-planes; those that cut nothing are passed over."""
    slopes, rest = planes.unit
    if chosen is not None:
        slopes, rest = slopes[chosen], rest[chosen]
    kept = list(polygon)
    while len(kept) > 2 and len(rest):
        out = slopes @ np.array(kept).T - rest[:, None]
        far = out.max(axis=1)
        cutting = far > 1e-9
        if not cutting.any():
            break
        if out.min(axis=1).max() > 1e-9:
            return []
        slopes, rest, far = slopes[cutting], rest[cutting], far[cutting]
        i = int(far.argmax())
        kept = clip(kept, float(slopes[i, 0]), float(slopes[i, 1]), float(rest[i]))
    return kept if len(kept) > 2 else []
