"""The three linked drawings of a rig in a state, to one scale: plan, side and rear."""

from collections.abc import Mapping
from typing import Literal

from msgspec import Struct

from ..core.frames import TURNS, Frame, Frames
from ..core.item import Item, TankPart
from ..core.memo import Memo
from ..core.rig import Rig, fill_range
from ..core.solids import Solid, own_outline, solid
from ..core.state import State
from . import carrier as carriers
from . import kinds as _kinds  # noqa: F401  (fills the registry)
from .shapes import Affine, Group, Path, ellipse, polygon, rect
from .sketch import SKETCHES, Fills, Sketch, plain

View = Literal["plan", "side", "rear"]

_sketches: Memo[Sketch] = Memo(20_000)


class Scene(Struct, frozen=True):
    """One drawing: what stands behind the items, the items far to near, what stands before them."""

    view: View
    behind: tuple[Group, ...]
    items: tuple[Group, ...]
    before: tuple[Group, ...]
    hidden: tuple[Group, ...]
    extent: tuple[float, float, float, float]  # x0, y0, x1, y1 [m]


def seen(s: Solid, view: View) -> tuple[float, float, float, float]:
    """The box of a solid in a drawing: x0, y0, x1, y1 with the second axis up [m]."""
    if view == "plan":
        return s.x0, s.y0, s.x1, s.y1
    return (s.x0, s.low, s.x1, s.high) if view == "side" else (s.y0, s.low, s.y1, s.high)


def sketch(item: Item, fills: tuple[tuple[str, float], ...]) -> Sketch:
    """The item's own three views, kept while nothing of it but its place changes."""
    inputs = (item.kind, item.length, item.width, item.height, item.parts, item.outline)
    return _sketches.get((item.id, fills), inputs, lambda: _sketch(item, dict(fills)))


def _sketch(item: Item, fills: Fills) -> Sketch:
    if item.outline:
        made = plain(item)
        return Sketch((polygon("body", *own_outline(item)),), made.flank, made.end)
    draw = SKETCHES.get(item.kind)
    return plain(item) if draw is None else draw(item, fills)


def shown_fills(state: State | None, item: Item, fills: Mapping[str, float]) -> tuple[tuple[str, float], ...]:
    """The fill of each of an item's tanks that is drawn, by part id: from fills, else what the state shows."""
    if state is None:
        return tuple((t.id, 1.0) for t in item.tanks)
    away = item.id in state.absent or item.id in state.later

    def one(tank: TankPart) -> float:
        address = f"{item.id}/{tank.id}"
        return 0.0 if away else fills.get(address, fill_range(state, address, tank).shown)

    return tuple((t.id, one(t)) for t in item.tanks)


def _placed(item: Item, frame: Frame, made: Sketch, view: View) -> Group:
    """One view of an item where it stands."""
    x, y, z = frame.at
    if not frame.upright:
        s = solid(item, frame)
        box = polygon("body", *s.corners) if view == "plan" else rect("body", *seen(s, view))
        depth = {"plan": s.high, "side": -(s.y0 + s.y1) / 2, "rear": (s.x0 + s.x1) / 2}
        return Group((box,), item=item.id, depth=depth[view])
    turns = TURNS.index(frame.turn)
    cos, sin = ((1.0, 0.0), (0.0, 1.0), (-1.0, 0.0), (0.0, -1.0))[turns]
    if view == "plan":
        return Group(made.plan, (cos, sin, -sin, cos, x, y), item.id, z)
    if view == "side":
        paths, sign = (made.flank, cos) if turns % 2 == 0 else (made.end, -sin)
        at: Affine = (sign, 0.0, 0.0, 1.0, x, z)
        return Group(paths, at, item.id, -y)
    paths, sign = (made.end, cos) if turns % 2 == 0 else (made.flank, sin)
    return Group(paths, (sign, 0.0, 0.0, 1.0, y, z), item.id, x)


def scenes(
    rig: Rig, frames: Frames, state: State | None, fills: Mapping[str, float] | None = None, right_side: bool = False
) -> dict[View, Scene]:
    """Plan, side and rear of a rig's trailer in a state; empty where there is none. fills: drawn instead of the state's.
    right_side: the side view has the right side in front; stations stay where they are."""
    trailer = rig.trailer
    if trailer is None:
        return {}
    away = set() if state is None else set(state.absent) | set(state.later)
    here = [i for i in rig.items if i.id in frames.items and frames.carrier_of[i.id] == trailer.id and i.id not in away]
    drawn = [(i, frames.items[i.id], sketch(i, shown_fills(state, i, fills or {}))) for i in here]
    x0, x1, y0, y1, height = carriers.extent(trailer)
    top = max([height, 1.2, *(f.at[2] + i.height.value for i, f, _ in drawn)])
    extents = {"plan": (x0, y0, x1, y1), "side": (x0, 0.0, x1, top), "rear": (y0, 0.0, y1, top)}
    flank = carriers.side(trailer, state is not None and state.condition == "parked")
    layers: dict[View, tuple[tuple[Group, ...], tuple[Group, ...]]] = {
        "plan": (carriers.plan(trailer), ()),
        "side": (flank[:1], flank[1:]),
        "rear": (carriers.rear(trailer)[:1], carriers.rear(trailer)[1:]),
    }
    made: dict[View, Scene] = {}
    for view, (behind, before) in layers.items():
        turned = -1.0 if right_side and view == "side" else 1.0
        groups = sorted((_placed(i, f, s, view) for i, f, s in drawn), key=lambda g: g.depth * turned)
        hidden = tuple(Group(g.paths[:1], g.at, g.item, g.depth) for g in groups[:-1]) if view != "plan" else ()
        made[view] = Scene(view, behind, tuple(groups), before, hidden, extents[view])
    return made


def centre_mark(x: float, y: float, r: float) -> tuple[Path, ...]:
    """The quartered disk of a centre of gravity."""
    k = 0.5522847498 * r
    quarter_a = Path("centre.dark", "MLCZ", (x, y, x + r, y, x + r, y + k, x + k, y + r, x, y + r))
    quarter_b = Path("centre.dark", "MLCZ", (x, y, x - r, y, x - r, y - k, x - k, y - r, x, y - r))
    return (ellipse("centre.light", x, y, r), quarter_a, quarter_b, ellipse("centre.edge", x, y, r))
