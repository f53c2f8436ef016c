"""The bare carrier from scale figures, less what was aboard when it was weighed."""

from msgspec import Struct

from ..base.figure import Figure
from ..base.value import FreltError
from ..model.carrier import Carrier, Trailer, TrailerEmpty, Vehicle, VehicleEmpty

Vector4 = tuple[float, float, float, float]
Readings = tuple[tuple[str, Figure, float], ...]  # what was read, and its station [m]


class Bare(Struct, frozen=True):
    """Mass [kg] and centre [m] of the bare carrier, and the moments one ± of each figure adds."""

    mass: float
    x: float
    y: float
    z: float
    doubts: tuple[tuple[str, Vector4], ...]


def bare(carrier: Carrier) -> Bare:
    """The bare carrier.

    A trailer's tongue is read at the coupler unless its station is given; axles that were read
    together stand at their middle. Side balance is even unless left and right were read apart, at
    half the track. Raises FreltError where no weights are entered, or nothing is left after what was aboard.
    """
    half = sum(a.track for a in carrier.axles) / len(carrier.axles) / 2
    if isinstance(carrier, Trailer):
        return _bare(carrier.empty, f"{carrier.id} empty", half, _on_trailer(carrier))
    return _bare(carrier.empty, f"{carrier.id} empty", half, _on_vehicle(carrier))


def _on_trailer(t: Trailer) -> Readings:
    if t.empty is None:
        raise FreltError("the empty trailer's weights are not entered")
    at = t.coupler_x if t.empty.tongue_at is None else t.empty.tongue_at
    return (("empty tongue", t.empty.tongue, at), ("empty axles", t.empty.axles, t.axle_x))


def _on_vehicle(v: Vehicle) -> Readings:
    if v.empty is None:
        raise FreltError("the empty vehicle's weights are not entered")
    return (("empty front axle", v.empty.front, v.front.x), ("empty rear axle", v.empty.rear, v.rear_x))


def _bare(empty: TrailerEmpty | VehicleEmpty | None, name: str, half: float, readings: Readings) -> Bare:
    """What scale readings, each at its station, come to without what was aboard. half: of the track [m]."""
    assert empty is not None
    z = empty.height.value
    mass = sum(f.value for _, f, _ in readings)
    mx = sum(f.value * x for _, f, x in readings)
    my = 0.0
    doubts: list[tuple[str, Vector4]] = []
    for what, figure, x in readings:
        pm = figure.plus_minus
        doubts.append((figure.origin or what, (pm, pm * x, 0.0, pm * z)))
    if empty.left is not None and empty.right is not None:
        my = (empty.right.value - empty.left.value) * half
        for what, figure, side in (("empty left", empty.left, -half), ("empty right", empty.right, half)):
            doubts.append((figure.origin or what, (0.0, 0.0, figure.plus_minus * side, 0.0)))
    for thing in empty.aboard:
        m = thing.mass.value
        mass, mx, my = mass - m, mx - m * thing.x, my - m * thing.y
        pm = -thing.mass.plus_minus
        doubts.append((thing.mass.origin or f"aboard: {thing.what}", (pm, pm * thing.x, pm * thing.y, 0.0)))
    if mass <= 0:
        raise FreltError("what was aboard weighs more than the scale read, so the empty carrier has no weight left")
    doubts.append((f"{name}, height", (0.0, 0.0, 0.0, mass * empty.height.plus_minus)))
    return Bare(mass, mx / mass, my / mass, z, tuple(d for d in doubts if any(d[1])))
