"""The bare carrier from scale figures, less what was aboard when it was weighed."""

from math import hypot

from msgspec import Struct

from ..base.figure import Figure
from ..base.value import FreltError
from ..model.carrier import Rolling, Trailer, TrailerEmpty, Vehicle, VehicleEmpty

Vector4 = tuple[float, float, float, float]
# What was read, its share of the mass, and its station [m]; of a reading that is no mass, how far it moves what was read [m].
Readings = tuple[tuple[str, Figure, float, float], ...]


class Bare(Struct, frozen=True):
    """Mass [kg] and centre [m] of the bare carrier, and the moments one ± of each figure adds."""

    mass: float
    x: float
    y: float
    z: float
    doubts: tuple[tuple[str, Vector4], ...]


def bare(carrier: Rolling) -> Bare:
    """The bare carrier.

    A trailer's tongue is read at the coupler unless its station is given; axles that were read
    together stand at their middle, each by itself at its own station. Side balance is even unless left and right were read apart, at
    half the track. Raises FreltError where no weights are entered, or nothing is left after what was aboard.
    """
    half = sum(a.track for a in carrier.axles) / len(carrier.axles) / 2
    if isinstance(carrier, Trailer):
        return _bare(carrier.empty, f"{carrier.id} empty", half, _on_trailer(carrier), _which_axle(carrier))
    return _bare(carrier.empty, f"{carrier.id} empty", half, _on_vehicle(carrier))


def _on_trailer(t: Trailer) -> Readings:
    if t.empty is None:
        raise FreltError("the empty trailer's weights are not entered")
    empty, at = t.empty, t.coupler_x if t.empty.tongue_at is None else t.empty.tongue_at
    tongue = ("empty tongue", empty.tongue, 1.0, at)
    if empty.gross is not None:  # what does not stand on the tongue stands on the axles, so the tongue moves only the moment
        return (("empty gross", empty.gross, 1.0, t.axle_x), ("empty tongue", empty.tongue, 0.0, at - t.axle_x))
    if empty.each:
        return (tongue, *((f"empty {a.name}", f, 1.0, a.x) for a, f in zip(t.axles, empty.each, strict=False)))
    if empty.axles is None:
        raise FreltError("what the empty trailer's axles carry is not entered")
    return (tongue, ("empty axles", empty.axles, 1.0, t.axle_x))


def on_axles(empty: TrailerEmpty) -> Figure | None:
    """What stands on the axles of the empty trailer, all together [kg], by whichever of the three was read."""
    if empty.gross is not None:
        whole, tongue = empty.gross, empty.tongue
        spread = hypot(whole.plus_minus, tongue.plus_minus)
        return Figure(value=whole.value - tongue.value, plus_minus=spread, source=whole.source, note="gross less tongue")
    if empty.each:
        spread = sum(f.plus_minus**2 for f in empty.each) ** 0.5
        return Figure(value=sum(f.value for f in empty.each), plus_minus=spread, source=empty.each[0].source)
    return empty.axles


def _which_axle(t: Trailer) -> tuple[str, Vector4] | None:
    """± of the moment where axles that do not share were read together: who knows which of them carried it.

    Half of the weight may stand an axle's distance further to either side; an estimate, until each is read by itself.
    """
    if t.sharing == "equaliser" or len(t.axles) < 2 or t.empty is None or t.empty.each:
        return None
    read = on_axles(t.empty)
    half = (max(a.x for a in t.axles) - min(a.x for a in t.axles)) / 2
    return None if read is None else ("empty axles read together", (0.0, 0.5 * read.value * half, 0.0, 0.0))


def _on_vehicle(v: Vehicle) -> Readings:
    if v.empty is None:
        raise FreltError("the empty vehicle's weights are not entered")
    return (("empty front axle", v.empty.front, 1.0, v.front.x), ("empty rear axle", v.empty.rear, 1.0, v.rear_x))


def _bare(
    empty: TrailerEmpty | VehicleEmpty | None,
    name: str,
    half: float,
    readings: Readings,
    more: tuple[str, Vector4] | None = None,
) -> Bare:
    """What scale readings come to without what was aboard. half: of the track [m].  more: one doubt besides theirs."""
    assert empty is not None
    z = empty.height.value
    mass = sum(f.value * share for _, f, share, _ in readings)
    mx = sum(f.value * (share * x if share else x) for _, f, share, x in readings)
    my = 0.0
    doubts: list[tuple[str, Vector4]] = [] if more is None else [more]
    for what, figure, share, x in readings:
        pm = figure.plus_minus
        doubts.append((figure.origin or what, (pm * share, pm * (share * x if share else x), 0.0, pm * share * z)))
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
