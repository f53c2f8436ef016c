"""What the lines of a rig weigh, where they run: hose and pipe by bore and wall, fittings by kind, and what stands in them.

All lines of a carrier together are one row dry and one of what they hold; of rows a line there would be too many to solve fast.
"""

from collections.abc import Iterator, Mapping
from itertools import pairwise
from math import dist, pi
from operator import eq

from msgspec import Struct

from ..base.constants import WATER_DENSITY
from ..base.figure import Figure
from ..base.kept import Memo
from ..geometry.frames import Frames
from ..kind.fittings import fitting_mass, made_of
from ..kind.usual_parts import hose_mass
from ..model.hangs_together import stands_in
from ..model.liquid import Liquid
from ..model.plumbing import Line
from ..model.rig import Rig
from ..network.at import Places
from ..network.routes import Route, routes_of

_held: Memo[dict[str, Liquid]] = Memo(8, eq)
UNSURE = 0.2  # ± of hose and what is in it, as a share: walls differ by maker


class PlacedLines(Struct, frozen=True):
    """The lines and fittings of a carrier. dry, wet: their mass and that of what they hold [kg].  at, along: middle, and ± along [m]."""

    carrier: str
    dry: Figure
    wet: Figure
    at: tuple[float, float, float]
    along: float


def line_mass(line: Line, route: Route) -> float:
    """What a line weighs dry [kg]."""
    made = made_of(line)
    return hose_mass(line.bore, made.wall, made.density) * route.length


def held_mass(line: Line, route: Route, holds: Liquid | None) -> float:
    """What stands in a line [kg]: water where nothing is known of it."""
    density = holds.density.value if holds is not None else WATER_DENSITY
    return pi / 4 * line.bore**2 * route.length * density


def placed_lines(rig: Rig, frames: Frames) -> Iterator[PlacedLines]:
    """The lines and fittings of each carrier that has any."""
    if not rig.plumbing.lines:
        return
    places, routes = routes_of(rig, frames, frames.kept)
    held = _held.get(
        frames.kept,
        rig.id,
        (rig.plumbing.lines, rig.plumbing.fittings, tuple((a, t) for a, _, t in rig.tanks())),
        lambda: stands_in(rig),
    )
    for carrier in rig.carriers:
        parts = [*_lines(rig, routes, held, carrier.id), *_fittings(rig, places, carrier.id)]
        dry, wet = sum(m for m, _, _ in parts), sum(w for _, w, _ in parts)
        if dry <= 0:
            continue
        at = [sum((m + w) * p[k] for m, w, p in parts) / (dry + wet) for k in range(3)]
        doubt = (sum((UNSURE * m) ** 2 for m, _, _ in parts)) ** 0.5 + 0.05 * dry
        note = "hose by bore and wall, fittings by kind, from memory: weigh a box of the real ones"
        yield PlacedLines(
            carrier.id,
            Figure(value=dry, plus_minus=doubt, origin="plumbing", note=note),
            Figure(value=wet, plus_minus=0.1 * wet, origin="in the lines", note="by bore and length"),
            (at[0], at[1], at[2]),
            0.15,
        )


def _lines(
    rig: Rig, routes: Mapping[str, Route], held: Mapping[str, Liquid], carrier: str
) -> Iterator[tuple[float, float, tuple[float, float, float]]]:
    for line in rig.plumbing.lines:
        route = routes.get(line.id)
        if route is not None and route.carrier == carrier and route.points:
            yield line_mass(line, route), held_mass(line, route, held.get(line.id)), _middle(route)


def _middle(route: Route) -> tuple[float, float, float]:
    """The middle of a route by length [m]."""
    total = sum(dist(a, b) for a, b in pairwise(route.points)) or 1.0
    weighed = [(dist(a, b) / total, a, b) for a, b in pairwise(route.points)]
    x, y, z = (sum(w * (a[k] + b[k]) / 2 for w, a, b in weighed) for k in range(3))
    return (x, y, z) if total > 1e-9 and any(w for w, _, _ in weighed) else route.points[0]


def _fittings(rig: Rig, places: Places, carrier: str) -> Iterator[tuple[float, float, tuple[float, float, float]]]:
    for fitting in rig.plumbing.fittings:
        at = places.fittings.get(fitting.id)
        if at is not None and at[0] == carrier:
            yield fitting_mass(fitting).value, 0.0, at[1]
