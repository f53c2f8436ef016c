"""The bare carrier from scale figures, less what was aboard when it was weighed."""

from msgspec import Struct

from .carrier import Trailer
from .value import FreltError

Vector4 = tuple[float, float, float, float]


class Bare(Struct, frozen=True):
    """Mass [kg] and centre [m] of the bare carrier, and the moments one ± of each figure adds."""

    mass: float
    x: float
    y: float
    z: float
    doubts: tuple[tuple[str, Vector4], ...]


def bare(trailer: Trailer) -> Bare:
    """The bare trailer.

    The tongue is read at the coupler unless its station is given; the axles stand at their mean
    station. Side balance is even unless left and right were read apart, at half the track.
    Raises FreltError where no weights are entered, or nothing is left after what was aboard.
    """
    empty = trailer.empty
    if empty is None:
        raise FreltError("the empty trailer's weights are not entered")
    at = trailer.coupler_x if empty.tongue_at is None else empty.tongue_at
    half = sum(a.track for a in trailer.axles) / len(trailer.axles) / 2
    z = empty.height.value
    readings = [(empty.tongue, at, 0.0), (empty.axles, trailer.axle_x, 0.0)]
    mass = sum(f.value for f, _, _ in readings)
    mx = sum(f.value * x for f, x, _ in readings)
    my = 0.0
    doubts: list[tuple[str, Vector4]] = []
    for name, (figure, x, _) in zip(("empty tongue", "empty axles"), readings, strict=True):
        pm = figure.plus_minus
        doubts.append((figure.origin or name, (pm, pm * x, 0.0, pm * z)))
    if empty.left is not None and empty.right is not None:
        my = (empty.right.value - empty.left.value) * half
        for name, figure, side in (("empty left", empty.left, -half), ("empty right", empty.right, half)):
            doubts.append((figure.origin or name, (0.0, 0.0, figure.plus_minus * side, 0.0)))
    for thing in empty.aboard:
        m = thing.mass.value
        mass, mx, my = mass - m, mx - m * thing.x, my - m * thing.y
        pm = -thing.mass.plus_minus
        doubts.append((thing.mass.origin or f"aboard: {thing.what}", (pm, pm * thing.x, pm * thing.y, 0.0)))
    if mass <= 0:
        raise FreltError("what was aboard weighs more than the scale read, so the empty trailer has no weight left")
    doubts.append(("empty height", (0.0, 0.0, 0.0, mass * empty.height.plus_minus)))
    return Bare(mass, mx / mass, my / mass, z, tuple(d for d in doubts if any(d[1])))
