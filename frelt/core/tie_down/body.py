"""A thing as a rigid body on its deck: what it weighs with all that stands on it, where, what it stands on, and what pulls at it.

All in the frame of its carrier: x aft, y right, z up [m]; forces and limits in kg, as straps are marked.
"""

from collections.abc import Mapping, Sequence

import numpy as np
from msgspec import Struct

from ..base.arrays import Array
from ..base.figure import Figure
from ..geometry.frames import Frame, Frames, standing_on
from ..geometry.tank_shape import centroid_height
from ..kind.holding import STRAPS, Rubs, limit_of, rubs
from ..kind.registry import outline
from ..liquid.vessels import away, vessels_of
from ..masses.item_rows import own_rows
from ..masses.kit import placed_kit
from ..model.carrier import Deck
from ..model.item import Item, TankPart
from ..model.rig import Rig
from ..model.tie_down import Block, Strap
from ..space.solids import hull
from ..space.strapped import strap_length, strap_path

MOST_CONTACTS = 8
Vec = tuple[float, float, float]


class Load(Struct, frozen=True):
    """A body at one end of its fill. mass, pm: [kg].  at: its centre [m].  words: which end."""

    mass: float
    pm: float
    at: Vec
    words: str


class Pull(Struct, frozen=True, eq=False):
    """A strap as it pulls. at, way: points of the thing [m] and unit vectors towards where it goes, of each of its legs, (legs, 3).

    ends: its anchors [m].  limit: the least of strap, hooks, anchors and eye that is known [kg], None where nothing is; unknown: which parts nobody read.
    stiff: [kg/m]; pre: how tight it is drawn [kg].
    """

    strap: Strap
    at: Array
    way: Array
    ends: Array
    limit: float | None
    unknown: tuple[str, ...]
    stiff: float
    pre: float
    length: float


class Bears(Struct, frozen=True):
    """A block as it bears. at: [m].  way: unit vector of its push.  limit: [kg], None where nobody knows."""

    block: Block
    at: Vec
    way: Vec
    limit: float | None


class Body(Struct, frozen=True, eq=False):
    """loads: at both ends of its fill, one where it has none.  normal: of its deck.  contacts: of its base, (n, 3) [m].

    rubs: what rubs of what presses.  bears: blocks it stands against.
    """

    item: Item
    deck: Deck
    frame: Frame
    deck_frame: Frame
    loads: tuple[Load, ...]
    contacts: Array
    rubs: Rubs
    pulls: tuple[Pull, ...]
    bears: tuple[Bears, ...]
    with_it: tuple[str, ...] = ()

    @property
    def normal(self) -> Array:
        """Away from the deck."""
        turn = self.deck_frame.turn
        return np.array([turn[0][2], turn[1][2], turn[2][2]])


def bodies(rig: Rig, frames: Frames, only: str = "") -> tuple[Body, ...]:
    """Everything that is mounted, as bodies; one alone where only is named."""
    decks = {d.id: d for d in rig.decks}
    matted = {f.deck for f in rig.fit_out if f.what == "rubber mat"}
    kit: dict[str, list[tuple[float, float, Vec]]] = {}
    for one in placed_kit(rig, frames):
        if one.holder:
            kit.setdefault(one.holder, []).append((one.mass.value, one.mass.plus_minus, one.at))
    made = []
    for item in rig.items:
        if item.built_in or item.id not in frames.items or (only and item.id != only):
            continue
        deck = decks[item.place.deck]
        riding = standing_on(rig, item.id)
        made.append(
            Body(
                item,
                deck,
                frames.items[item.id],
                frames.decks[deck.id],
                _loads(rig, frames, riding, kit),
                _contacts(item, frames),
                rubs(deck, deck.id in matted),
                tuple(p for s in rig.tie_down.on(item.id) if (p := _pull(s, rig, frames)) is not None),
                tuple(bears(b, item, frames) for b in rig.tie_down.blocks if b.item == item.id),
                tuple(i.id for i in riding[1:]),
            )
        )
    return tuple(made)


def _loads(
    rig: Rig, frames: Frames, riding: Sequence[Item], kit: Mapping[str, Sequence[tuple[float, float, Vec]]]
) -> tuple[Load, ...]:
    """The thing and what stands on it, at the lowest and the highest fills it travels with."""
    rows: list[tuple[float, float, Vec]] = []
    tanks: list[tuple[TankPart, Frame, float, float]] = []
    road = [s for s in rig.states if s.road] or list(rig.states)
    vessels = vessels_of(rig, frames)
    held = [(s, vessels.own(s)) for s in road] if any(i.tanks for i in riding) else []
    for item in riding:
        frame = frames.items[item.id]
        own, parts = own_rows(item)
        rows += [(r.mass.value * r.share, r.mass.plus_minus * r.share, frame.point(r.at)) for r in own]
        rows += kit.get(item.id, ())
        for tank in parts:
            ranges = [own[f"{item.id}/{tank.id}"] for s, own in held if item.id not in away(s)]
            low = min((r.low for r in ranges), default=min(tank.heel, tank.top))
            high = max((r.high for r in ranges), default=tank.top)
            tanks.append((tank, frame, low, high))
    made = []
    for words in ("empty", "full"):
        wet = list(rows)
        for tank, frame, low, high in tanks:
            fill = high if words == "full" else low
            density = tank.liquid.density
            full = tank.capacity.value * fill
            x, y, z = tank.at
            wet.append((full * density.value, full * density.plus_minus, frame.point((x, y, z + centroid_height(tank, fill)))))
        mass = sum(m for m, _, _ in wet)
        if mass > 0:
            at = tuple(sum(m * p[k] for m, _, p in wet) / mass for k in range(3))
            made.append(Load(mass, sum(pm * pm for _, pm, _ in wet) ** 0.5, (at[0], at[1], at[2]), words))
    if len(made) == 2 and made[1].mass - made[0].mass < 1e-6:
        return (Load(made[0].mass, made[0].pm, made[0].at, ""),)
    return tuple(made)


def _contacts(item: Item, frames: Frames) -> Array:
    """The corners of what a thing stands on, (n, 3) [m]; of what lies on another face those of its box that are lowest over its deck."""
    frame = frames.items[item.id]
    if item.place.face == "bottom":
        corners = hull(list(outline(item)))
        step = max(1, -(-len(corners) // MOST_CONTACTS))
        return np.array([frame.point((u, v, 0.0)) for u, v in corners[::step]])
    deck = frames.decks[item.place.deck]
    a, b, c = item.length.value / 2, item.width.value / 2, item.height.value
    box = np.array([frame.point((sx * a, sy * b, z)) for sx in (-1, 1) for sy in (-1, 1) for z in (0.0, c)])
    height = (box - np.array(deck.at)) @ np.array([deck.turn[k][2] for k in range(3)])
    return box[np.argsort(height, kind="stable")[:4]]


def _pull(strap: Strap, rig: Rig, frames: Frames) -> Pull | None:
    path = strap_path(strap, rig, frames)
    if not path:
        return None
    points = np.array(path)
    legs = [(points[1], points[0])] + ([(points[-2], points[-1])] if strap.end else [])
    at = np.array([p for p, _ in legs])
    ways = np.array([a - p for p, a in legs])
    size = np.linalg.norm(ways, axis=1)
    if (size < 1e-6).any():
        return None
    known = limit_of(strap)
    limits, unknown = ([known.value] if known is not None else []), []
    for name in (strap.start, strap.end):
        anchor = rig.tie_down.anchor(name) if name else None
        if anchor is None:
            continue
        if isinstance(anchor.holds, Figure):
            limits.append(anchor.holds.value)
        elif anchor.holds is None:
            unknown.append(anchor.name or f"anchor {anchor.id}")
    if not strap.end:
        if isinstance(strap.eye, Figure):
            limits.append(strap.eye.value)
        elif strap.eye is None:
            unknown.append("the eye on the thing")
    nominal = known.value if known is not None else min(limits, default=500.0)
    length, kind = strap_length(path), STRAPS[strap.kind]
    pre = strap.pre if strap.pre is not None else min(kind.pre, 0.25 * nominal)
    return Pull(
        strap,
        at,
        ways / size[:, None],
        np.array([a for _, a in legs]),
        min(limits, default=None),
        tuple(unknown),
        nominal / (kind.give * max(length, 0.1)),
        pre,
        length,
    )


def bears(block: Block, item: Item, frames: Frames) -> Bears:
    """A block at the middle of the side it stands against."""
    deck, frame = frames.decks[item.place.deck], frames.items[item.id]
    along = {"front": (1.0, 0.0, 0.0), "rear": (-1.0, 0.0, 0.0), "left": (0.0, 1.0, 0.0), "right": (0.0, -1.0, 0.0)}[block.side]
    turn = deck.turn
    way = tuple(sum(turn[k][j] * along[j] for j in range(3)) for k in range(3))
    corners = np.array([frame.point((u, v, 0.0)) for u, v in outline(item)])
    push = corners @ np.array(way)
    near = corners[push <= push.min() + 1e-3].mean(axis=0)
    middle = corners.mean(axis=0)
    side = middle + (near - middle) @ np.array(way) * np.array(way)
    up = np.array([turn[k][2] for k in range(3)]) * min(block.height, item.height.value)
    limit = block.holds.value if isinstance(block.holds, Figure) else None
    at = side + up
    return Bears(block, (float(at[0]), float(at[1]), float(at[2])), (way[0], way[1], way[2]), limit)
