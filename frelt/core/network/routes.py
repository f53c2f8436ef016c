"""Where lines run: from port to port along the walls or rails, under the floor where they are led there, and how long they are.

Nothing crosses the walkway where a way along the edge is not much longer. A route through points that somebody put goes by those.
"""

from collections.abc import Mapping
from itertools import pairwise
from math import dist
from operator import eq

from msgspec import Struct

from ..base.kept import Kept, Memo
from ..geometry.faces import body_box
from ..geometry.frames import Frames
from ..model.carrier import Carrier
from ..model.plumbing import Line
from ..model.rig import Rig
from .at import Places

Vec = tuple[float, float, float]
UNDER = 0.08  # of a line below the floor [m]
NEAR = 0.35  # no further apart than this along the carrier, ends are joined straight [m]
EDGE = 0.04  # of a line from the wall or rail it is clipped to [m]
BETWEEN = 2.5  # of a line from one carrier to another, where nobody typed it [m]; a guess


class Route(Struct, frozen=True):
    """points: from end to end in the frame of a carrier [m]; none where it goes from one carrier to another.  length: [m]."""

    carrier: str
    points: tuple[Vec, ...]
    length: float

    @property
    def corners(self) -> int:
        """How often it turns."""
        return max(len(self.points) - 2, 0)


_routes: Memo[tuple[Places, Mapping[str, Route]]] = Memo(8, eq)


def routes_of(rig: Rig, frames: Frames, kept: Kept | None = None) -> tuple[Places, Mapping[str, Route]]:
    """Where everything of the lines is, and their routes; kept while lines, places and things are the same."""

    def make() -> tuple[Places, Mapping[str, Route]]:
        places = Places(rig, frames)
        return places, routed(rig, frames, places)

    if kept is None:
        return make()
    p = rig.plumbing
    key = (p.lines, tuple((f.id, f.place) for f in p.fittings), rig.items, rig.trailer, rig.vehicle, rig.stand)
    return _routes.get(kept, rig.id, key, make)


def routed(rig: Rig, frames: Frames, places: Places) -> Mapping[str, Route]:
    """The route of every line, by its id, with its slack; its length is the typed one where somebody typed it."""
    carriers = {c.id: c for c in rig.carriers}
    made = {}
    for line in rig.plumbing.lines:
        a, b = places.at(line.start), places.at(line.end)
        if a is None or b is None:
            made[line.id] = Route("", (), line.length if line.length is not None else BETWEEN)
            continue
        if a[0] != b[0]:
            made[line.id] = Route("", (), line.length if line.length is not None else BETWEEN)
            continue
        points = _points(line, carriers[a[0]], a[1], b[1])
        run = sum(dist(p, q) for p, q in pairwise(points))
        length = line.length if line.length is not None else max(run * (1 + line.slack), 0.1)
        made[line.id] = Route(a[0], points, length)
    return made


def _points(line: Line, carrier: Carrier, a: Vec, b: Vec) -> tuple[Vec, ...]:
    if line.via:
        return _distinct((a, *line.via, b))
    _, y0, _, y1, floor = body_box(carrier)
    if line.below:
        z = floor - UNDER
        return _distinct((a, (a[0], a[1], z), (b[0], a[1], z), (b[0], b[1], z), b))
    if abs(a[0] - b[0]) <= NEAR:
        return _distinct((a, (a[0], b[1], a[2]), (b[0], b[1], a[2]), b))
    edge = min((y0 + EDGE, y1 - EDGE), key=lambda y: abs(a[1] - y) + abs(b[1] - y))
    z = max(min(a[2], b[2]), floor + 0.05)
    return _distinct((a, (a[0], a[1], z), (a[0], edge, z), (b[0], edge, z), (b[0], b[1], z), b))


def _distinct(points: tuple[Vec, ...]) -> tuple[Vec, ...]:
    """The points without those that stand on the one before or on a straight run."""
    kept: list[Vec] = []
    for p in points:
        if kept and dist(kept[-1], p) < 1e-6:
            continue
        if len(kept) > 1 and _straight(kept[-2], kept[-1], p):
            kept.pop()
        kept.append(p)
    return tuple(kept) if len(kept) > 1 else (points[0], points[-1])


def _straight(a: Vec, b: Vec, c: Vec) -> bool:
    return abs(dist(a, b) + dist(b, c) - dist(a, c)) < 1e-9
