"""The three linked drawings of a rig in a state, to one scale: plan, side and rear."""

from collections.abc import Mapping
from typing import Literal

from msgspec import Struct
from msgspec.structs import replace

from ..core.base.kept import Each, Kept, Memo
from ..core.geometry.frames import Frame, Frames, swung
from ..core.kind.registry import outline
from ..core.liquid.vessels import away, vessels_of
from ..core.model.carrier import Carrier, Trailer
from ..core.model.item import Item
from ..core.model.rig import Rig
from ..core.model.state import State
from ..core.space.solids import Solid, solid
from . import carrier as carriers
from .shapes import KAPPA, Group, Path, ellipse, polygon
from .sketch import Fills, Sketch, plain, sketched

View = Literal["plan", "side", "rear"]

_alike: Memo[Sketch] = Memo(8000)
_drawn: Each[Sketch] = Each()
_groups: Each[Group] = Each(64)


class Scene(Struct, frozen=True):
    """One drawing: what stands behind the items, the items far to near, what stands before them.

    partner: the carrier it is hitched to, in the frame of the one drawn.  cut: the station at which the partner
    is broken off, and whether what lies ahead of it is left out (-1) or behind it (+1); None where it is whole.
    broken: edges of the extent where the carrier goes on.  above, below: of a plan of one level, what is over it, and under it.
    hidden, above: of which the outline, the first path, is drawn over all.
    extent: x0, y0, x1, y1 [m].  failed: names of items that are drawn as a box because their own drawing failed.
    """

    view: View
    behind: tuple[Group, ...]
    items: tuple[Group, ...]
    before: tuple[Group, ...]
    hidden: tuple[Group, ...]
    extent: tuple[float, float, float, float]
    partner: tuple[Group, ...] = ()
    cut: tuple[float, int] | None = None
    failed: tuple[str, ...] = ()
    broken: tuple[str, ...] = ()
    above: tuple[Group, ...] = ()
    below: tuple[Group, ...] = ()


def seen(s: Solid, view: View) -> tuple[float, float, float, float]:
    """The box of a solid in a drawing: x0, y0, x1, y1 with the second axis up [m]."""
    if view == "plan":
        return s.x0, s.y0, s.x1, s.y1
    return (s.x0, s.low, s.x1, s.high) if view == "side" else (s.y0, s.low, s.y1, s.high)


def at_seen(at: tuple[float, float, float], view: View) -> tuple[float, float]:
    """A point of a carrier's frame in a drawing [m]."""
    h, v, _ = ACROSS[view]
    return at[h], at[v]


def sketch(item: Item, fills: tuple[tuple[str, float], ...], kept: Kept) -> Sketch:
    """The item's own three views, kept while nothing of it but its place changes."""
    return _alike.get(kept, _look(item, fills), (), lambda: _sketch(item, dict(fills)))


def _look(item: Item, fills: tuple[tuple[str, float], ...]) -> object:
    """All that a sketch is made of, by value: alike things are drawn once."""
    own = (tuple(item.fields.items()), tuple(item.options.items()), item.parts, item.decks, item.outline, fills)
    return item.kind, item.length.value, item.width.value, item.height.value, *own


def _sketch(item: Item, fills: Fills) -> Sketch:
    if item.outline:
        made = plain(item)
        return Sketch((polygon("body", *outline(item)),), made.flank, made.end)
    draw = sketched(item.kind)
    if draw is None:
        return plain(item)
    try:
        return draw(item, fills)
    except Exception:  # a drawing that fails must not take the others along; whoever shows it says so
        return replace(plain(item), failed=True)


def drawn_fills(item: Item, fills: Mapping[str, float]) -> tuple[tuple[str, float], ...]:
    """The fill of each of an item's tanks that is drawn, by part id; full where nothing is said."""
    return tuple((t.id, fills.get(f"{item.id}/{t.id}", 1.0)) for t in item.tanks)


ACROSS: dict[View, tuple[int, int, int]] = {
    "plan": (0, 1, 2),
    "side": (0, 2, 1),
    "rear": (1, 2, 0),
}  # drawn, drawn, looked along


def _placed(item: Item, frame: Frame, made: Sketch, view: View) -> Group:
    """One view of an item where it stands, leans or hangs: the sketch of the face that is turned to the viewer, projected."""
    turn, at = frame.turn, frame.at
    h, v, along = ACROSS[view]
    facing = max(range(3), key=lambda j: abs(turn[along][j]))
    paths, i, j = ((made.end, 1, 2), (made.flank, 0, 2), (made.plan, 0, 1))[facing]
    if view == "plan" and item.built_in:
        paths = tuple(replace(p, role="below") for p in paths[:1])
    if frame.upright:
        depth = {"plan": at[2], "side": -at[1], "rear": at[0]}
    else:
        s = solid(item, frame)
        depth = {"plan": s.high, "side": -(s.y0 + s.y1) / 2, "rear": (s.x0 + s.x1) / 2}
    return Group(paths, (turn[h][i], turn[v][i], turn[h][j], turn[v][j], at[h], at[v]), item.id, depth[view])


def hitch_shift(rig: Rig, carrier: Carrier) -> float | None:
    """How far the partner's stations lie behind those of a carrier that is hitched to it [m]; None where there is none."""
    trailer, vehicle = rig.trailer, rig.vehicle
    if trailer is None or vehicle is None or vehicle.ball_x is None:
        return None
    behind = vehicle.ball_x - trailer.coupler_x
    return behind if carrier is vehicle else -behind


SHOWN = 1.5  # of the partner, beyond the hitch [m]


def scenes(
    rig: Rig,
    frames: Frames,
    state: State | None,
    fills: Mapping[str, float] | None = None,
    right_side: bool = False,
    carrier_id: str = "",
    whole: bool = False,
) -> dict[View, Scene]:
    """Plan, side and rear of one carrier in a state, the trailer unless told; empty where there is none.

    fills: drawn instead of the state's.  right_side: the side view has the right side in front; whoever lays it out
    turns it.  whole: the partner is drawn to its end, not broken off behind the hitch.
    """
    carrier = next((c for c in rig.carriers if c.id == carrier_id), rig.main)
    if carrier is None:
        return {}
    fills = fills or {}
    if state is not None:
        fills = {**vessels_of(rig, frames).shown(state), **fills}
    one = _Drawn(rig, frames, state, fills, carrier)
    other = next((c for c in rig.carriers if c is not carrier), None)
    shift = hitch_shift(rig, carrier) if other is not None and (state is None or state.condition == "hitched") else None
    made: dict[View, Scene] = {}
    x0, y0, x1, y1, top = one.extent()
    lifted = state is not None and state.condition == "lifted"
    if lifted:
        from .lifted import RAISE

        top += RAISE
    partner: _Drawn | None = None
    cut: tuple[float, int] | None = None
    if other is not None and shift is not None:
        partner = _Drawn(rig, frames, state, fills, other)
        px0, py0, px1, py1, high = partner.extent()
        if whole:
            x0, x1, y0, y1, top = min(x0, px0 + shift), max(x1, px1 + shift), min(y0, py0), max(y1, py1), max(top, high)
        elif shift > 0:
            cut = min(max(x1, _ball(rig) + SHOWN), px1 + shift), 1
            x1 = cut[0]
        else:
            cut = max(min(x0, carrier_hitch(carrier) - SHOWN), px0 + shift), -1
            x0 = cut[0]
    extents = {"plan": (x0, y0, x1, y1), "side": (x0, 0.0, x1, top), "rear": (y0, 0.0, y1, top)}
    for view in VIEWS:
        behind, before = one.layers(view, right_side)
        groups = one.items(view, -1.0 if right_side and view == "side" else 1.0)
        if lifted:
            from .lifted import aloft, forks

            groups = aloft(groups, rig, carrier.id, frames, view)
            behind = (*behind, *forks(rig, carrier.id, frames, view))
        hidden = groups[:-1] if view != "plan" else ()
        beyond: tuple[Group, ...] = ()
        if partner is not None and shift is not None and view != "rear":
            far, near = partner.layers(view, right_side)
            beyond = tuple(_shifted(g, shift) for g in (*far, *partner.items(view), *near))
        made[view] = Scene(view, behind, groups, before, hidden, extents[view], beyond, cut if beyond else None, one.failed)
    return made


VIEWS: tuple[View, ...] = ("plan", "side", "rear")


def _ball(rig: Rig) -> float:
    """Station of the ball in the vehicle's frame [m]."""
    assert rig.vehicle is not None
    return rig.vehicle.ball_x or 0.0


def carrier_hitch(carrier: Carrier) -> float:
    """Station of a trailer's coupler, or of a vehicle's front [m]."""
    return carrier.coupler_x if isinstance(carrier, Trailer) else 0.0


def _shifted(group: Group, dx: float) -> Group:
    a, b, c, d, e, f = group.at
    return Group(group.paths, (a, b, c, d, e + dx, f), group.item, group.depth)


class _Drawn:
    """One carrier with what stands on it, ready to be drawn in its own frame."""

    def __init__(self, rig: Rig, frames: Frames, state: State | None, fills: Mapping[str, float], carrier: Carrier) -> None:
        self.carrier = carrier
        self._kept = frames.kept
        self.parked = state is not None and state.condition == "parked"
        gone = frozenset[str]() if state is None else away(state)
        here = [i for i in rig.items if i.id in frames.items and frames.carrier_of[i.id] == carrier.id and i.id not in gone]
        at = frames.items if state is None or not state.open else {**frames.items, **swung(rig, frames, state.open)}
        self._here, self._frames = here, [at[i.id] for i in here]
        filled = [drawn_fills(i, fills) for i in here]
        self._sketches = _drawn.get(frames.kept, carrier.id, here, filled, lambda i, f: sketch(i, f, frames.kept))

    @property
    def failed(self) -> tuple[str, ...]:
        """Names of items whose drawing failed."""
        return tuple(i.name for i, s in zip(self._here, self._sketches, strict=True) if s.failed)

    def extent(self) -> tuple[float, float, float, float, float]:
        """x0, y0, x1, y1 in plan, and the height [m]."""
        x0, x1, y0, y1, height = carriers.extent(self.carrier)
        tops = (f.at[2] + i.height.value for i, f in zip(self._here, self._frames, strict=True))
        return x0, y0, x1, y1, max([height, 1.2, *tops])

    def layers(self, view: View, right_side: bool = False) -> tuple[tuple[Group, ...], tuple[Group, ...]]:
        """What stands behind the items, and what before."""
        if view == "plan":
            return carriers.plan(self.carrier, self._kept), ()
        both = (
            carriers.side(self.carrier, self._kept, self.parked, "right" if right_side else "left")
            if view == "side"
            else carriers.rear(self.carrier, self._kept)
        )
        return both[:1], both[1:]

    def items(self, view: View, turned: float = 1.0) -> tuple[Group, ...]:
        """The items, far to near."""
        of = {i.id: s for i, s in zip(self._here, self._sketches, strict=True)}
        groups = _groups.get(
            self._kept,
            (self.carrier.id, view),
            self._here,
            self._frames,
            lambda i, f: _placed(i, f, of[i.id], view),
            tuple(self._sketches),
        )
        return tuple(sorted(groups, key=lambda g: g.depth * turned))


def centre_mark(x: float, y: float, r: float) -> Group:
    """The quartered disk of a centre of gravity."""
    return Group(_CENTRE, (r, 0.0, 0.0, r, x, y))


_CENTRE = (
    ellipse("centre.light", 0.0, 0.0, 1.0),
    Path("centre.dark", "MLCZ", (0.0, 0.0, 1.0, 0.0, 1.0, KAPPA, KAPPA, 1.0, 0.0, 1.0)),
    Path("centre.dark", "MLCZ", (0.0, 0.0, -1.0, 0.0, -1.0, -KAPPA, -KAPPA, -1.0, 0.0, -1.0)),
    ellipse("centre.edge", 0.0, 0.0, 1.0),
)
