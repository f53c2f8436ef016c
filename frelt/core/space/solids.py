"""The room items take in the carrier's frame: an outline in plan and a span of height."""

from itertools import product

import numpy as np
from msgspec import Struct

from ..base.kept import Each, Memo
from ..geometry.frames import Frame, Frames
from ..kind.kind import Box, Outline
from ..kind.registry import kind_of, outline
from ..model.carrier import Carrier, Well
from ..model.item import Item
from ..model.rig import Rig

TOUCH = 0.001  # m; less than this is touching, not overlapping


class Solid(Struct, frozen=True):
    """corners: convex, in plan [m].  x0..y1: its bounds.  low, high: heights [m].  square: it fills its bounds.

    carrier: in whose frame.  name: of what is no item, such as a wheel well.
    pieces: what it is made of where there is room below or inside it; none where it is one block.
    """

    item: str
    corners: Outline
    x0: float
    y0: float
    x1: float
    y1: float
    low: float
    high: float
    square: bool
    carrier: str = ""
    name: str = ""
    pieces: tuple["Solid", ...] = ()

    @property
    def parts(self) -> tuple["Solid", ...]:
        """Its pieces, or itself where it is one block."""
        return self.pieces or (self,)


_solids: Each[Solid] = Each()
_room: Memo[dict[str, Solid]] = Memo(4)


def solid(item: Item, frame: Frame, carrier: str = "") -> Solid:
    """The room an item takes; a tilted or turned-over one is given the hull of its box, which is never too small."""
    height = item.height.value
    if frame.upright:
        a, b = frame.turn[0], frame.turn[1]
        x, y, z = frame.at
        own = outline(item)
        corners = tuple((a[0] * u + a[1] * v + x, b[0] * u + b[1] * v + y) for u, v in own)
        low, high, square = z, z + height, len(own) == 4 and not item.outline
    else:
        a2, b2 = item.length.value / 2, item.width.value / 2
        points = [frame.point(p) for p in product((-a2, a2), (-b2, b2), (0.0, height))]
        corners = hull([(p[0], p[1]) for p in points])
        low, high, square = min(p[2] for p in points), max(p[2] for p in points), False
    xs, ys = [c[0] for c in corners], [c[1] for c in corners]
    boxes = kind_of(item).pieces(item) if not item.outline else ()
    pieces = tuple(_piece(item, frame, b, carrier) for b in boxes)
    return Solid(item.id, corners, min(xs), min(ys), max(xs), max(ys), low, high, square, carrier, pieces=pieces)


def _piece(item: Item, frame: Frame, box: Box, carrier: str) -> Solid:
    points = [frame.point(p) for p in product((box[0], box[3]), (box[1], box[4]), (box[2], box[5]))]
    corners, zs = hull([(p[0], p[1]) for p in points]), [p[2] for p in points]
    xs, ys = [c[0] for c in corners], [c[1] for c in corners]
    return Solid(item.id, corners, min(xs), min(ys), max(xs), max(ys), min(zs), max(zs), frame.upright, carrier)


def solids(rig: Rig, frames: Frames) -> dict[str, Solid]:
    """The room every placed item takes, by item, each in its own carrier's frame; kept with the frames of the rig."""
    return _room.get(frames.kept, rig.id, (rig, frames), lambda: _solids_of(rig, frames))


def _solids_of(rig: Rig, frames: Frames) -> dict[str, Solid]:
    on = frames.carrier_of
    made = _solids.get(frames.kept, rig.id, rig.items, frames.listed, lambda i, f: solid(i, f, on[i.id]))
    return {s.item: s for s in made}


def fixtures(rig: Rig) -> tuple[Solid, ...]:
    """What stands up through the decks of the carriers themselves: wheel wells."""
    return tuple(_well(c, w) for c in rig.carriers for w in c.body.wells)


def _well(carrier: Carrier, well: Well) -> Solid:
    deck = carrier.main_deck
    vs, (x, y, z) = [v for _, v in deck.outline], deck.origin
    y0, y1 = (y + min(vs), y + min(vs) + well.inward) if well.side == "left" else (y + max(vs) - well.inward, y + max(vs))
    x0, x1 = x + well.start, x + well.end
    corners = ((x0, y0), (x1, y0), (x1, y1), (x0, y1))
    return Solid(well.id, corners, x0, y0, x1, y1, z, z + well.height, True, carrier.id, "wheel well")


def hull(points: list[tuple[float, float]]) -> Outline:
    """Convex hull, counter-clockwise (Andrew's monotone chain)."""
    ordered = sorted(set(points))

    def half(run: list[tuple[float, float]]) -> list[tuple[float, float]]:
        kept: list[tuple[float, float]] = []
        for p in run:
            while len(kept) > 1 and _turn(kept[-2], kept[-1], p) <= 0:
                kept.pop()
            kept.append(p)
        return kept[:-1]

    return (*half(ordered), *half(ordered[::-1]))


def _turn(o: tuple[float, float], a: tuple[float, float], b: tuple[float, float]) -> float:
    return (a[0] - o[0]) * (b[1] - o[1]) - (a[1] - o[1]) * (b[0] - o[0])


def same_height(a: Solid, b: Solid) -> bool:
    """Whether two solids of one carrier meet in height."""
    return a.carrier == b.carrier and a.low < b.high - TOUCH and b.low < a.high - TOUCH


def depth(a: Solid, b: Solid) -> float:
    """How far two solids run into each other in plan [m]: the shorter way out, zero where they do not."""
    dx, dy = min(a.x1, b.x1) - max(a.x0, b.x0), min(a.y1, b.y1) - max(a.y0, b.y0)
    if dx <= TOUCH or dy <= TOUCH or not same_height(a, b):
        return 0.0
    if a.pieces or b.pieces:
        return max(depth(p, q) for p in a.parts for q in b.parts)
    if a.square and b.square:
        return min(dx, dy)
    return max(_way_out(a.corners, b.corners), 0.0)


def _way_out(a: Outline, b: Outline) -> float:
    """Least overlap along the normals of both convex outlines (separating axis theorem)."""
    one, other = np.array(a), np.array(b)
    sides = np.concatenate([np.roll(one, -1, axis=0) - one, np.roll(other, -1, axis=0) - other])
    size = np.hypot(sides[:, 0], sides[:, 1])
    normals = np.stack([sides[:, 1], -sides[:, 0]])[:, size >= 1e-12] / size[size >= 1e-12]
    pa, pb = one @ normals, other @ normals
    least = float(np.minimum(pa.max(axis=0) - pb.min(axis=0), pb.max(axis=0) - pa.min(axis=0)).min())
    return least if least > TOUCH else 0.0
