"""Figures to compare rigs and states by: height of the centre of gravity, static rollover threshold, braking, cornering, sway.

They compare; they do not say that anything is safe. The rig is stiff, tires and springs do not give, liquids have come to rest
under a steady acceleration, and a trailer brakes with its own axles.
Sources: static stability factor T / 2h, NHTSA; liquids: `free_surface`.
"""

import numpy as np
from msgspec import Struct

from ..geometry.faces import body_box
from ..geometry.tank_shape import centroid_height
from ..masses.item_rows import Tank
from ..model.carrier import Rolling, Stand, Trailer
from ..solve import Solved
from .free_surface import Axis, shift

BRAKING, CORNERING = 0.5, 0.3  # g; common figures of comparison: 49 CFR 393.102 asks 0.8 forward and 0.5 sideways of tie-downs


class Lean(Struct, frozen=True):
    """One carrier in one state at some fills.

    mass [kg]; height, low, high: of its centre of gravity above the ground, now and over its fills [m].  rollover: T / 2h [g].
    rollover_wet: the same with its liquids gone to the low side.  forward, sideways: how far the liquids' common centre goes
    under 0.5 g braking and 0.3 g cornering [m].  front: what braking adds to the coupler or the front axle [kg], of which
    liquid: by the liquids alone.  side: what cornering moves from one side's wheels to the other [kg].
    sway: radius of gyration about the axles in plan, as a share of coupler to axles, every thing and the bare trailer taken as bodies
    as long and wide as they are; nan for a vehicle.
    """

    carrier: str
    mass: float
    height: float
    rollover: float
    rollover_wet: float
    forward: float
    sideways: float
    front: float
    liquid: float
    side: float
    sway: float


def lean(solved: Solved, state: int, fills: dict[str, float], carrier_id: str) -> Lean | None:
    """Figures of one carrier in a state (by number) at fills, shares by address; None where loads are not known.

    A tank that is not named holds what the state shows.
    """
    loads = solved.loads
    if loads is None:
        return None
    table, carrier = loads.table, solved.rig.carrier(carrier_id)
    if isinstance(carrier, Stand):
        return None
    own = [i for i, r in enumerate(table.rows) if r.carrier == carrier_id and table.present[state, i] > 0]
    tanks = [(t, _fill(table.shown[state, i], fills, t)) for i, t in enumerate(table.tanks) if t.carrier == carrier_id]
    masses = [(table.rows[i].mass, table.rows[i].x, table.rows[i].z) for i in own]
    wet = [(t.full * f, t.x, t.floor + centroid_height(t.part, f)) for t, f in tanks]
    every = np.array([*masses, *wet], dtype=float).reshape(-1, 3)
    mass = float(every[:, 0].sum())
    if mass <= 0:
        return None
    height = float(every[:, 0] @ every[:, 2] / mass)
    track, front, rear = _stance(carrier)
    liquid_mass = sum(w[0] for w in wet)
    forward = _moved(solved, tanks, BRAKING, "along")
    sideways = _moved(solved, tanks, CORNERING, "across")
    base = rear - front
    by_liquid = forward * liquid_mass / base
    transfer = mass * BRAKING * height / base
    spread = _spread(solved, own, tanks, carrier, mass, rear) if isinstance(carrier, Trailer) else 0.0
    threshold = track / (2 * height) if height > 0 else float("inf")
    return Lean(
        carrier=carrier_id,
        mass=mass,
        height=height,
        rollover=threshold,
        rollover_wet=_wet_threshold(solved, tanks, mass, height, track),
        forward=forward,
        sideways=sideways,
        front=transfer + by_liquid,
        liquid=by_liquid,
        side=mass * CORNERING * height / track + sideways * liquid_mass / track,
        sway=spread / base if isinstance(carrier, Trailer) else float("nan"),
    )


def _spread(
    solved: Solved, rows: list[int], tanks: list[tuple[Tank, float]], carrier: Trailer, mass: float, axles: float
) -> float:
    """Radius of gyration about a vertical axis through the axles' middle [m]."""
    assert solved.loads is not None
    listed = [solved.loads.table.rows[i] for i in rows]
    total: float = sum(r.mass * ((r.x - axles) ** 2 + r.y**2 + _own_spread(solved, carrier, r.item)) for r in listed)
    for tank, fill in tanks:
        own = (tank.part.length**2 + tank.part.width**2) / 12
        total += tank.full * fill * ((tank.x - axles) ** 2 + tank.y**2 + own)
    return float((total / mass) ** 0.5)


def _own_spread(solved: Solved, carrier: Trailer, item_id: str) -> float:
    """Square of the radius of gyration of a body about its own middle, a box as long and wide as it is [m²].

    The bare trailer is one from its coupler to its end.
    """
    if not item_id:
        x0, y0, x1, y1, _ = body_box(carrier)
        return ((x1 - min(carrier.coupler_x, x0)) ** 2 + (y1 - y0) ** 2) / 12
    item = next((i for i in solved.rig.items if i.id == item_id), None)
    return 0.0 if item is None else (item.length.value**2 + item.width.value**2) / 12


def _fill(shown: float, fills: dict[str, float], tank: Tank) -> float:
    return fills.get(tank.address, float(shown))


def _stance(carrier: Rolling) -> tuple[float, float, float]:
    """Track, and the stations that braking loads and unloads: coupler or front axle, and the axles behind [m]."""
    if isinstance(carrier, Trailer):
        return carrier.axles[0].track, carrier.coupler_x, carrier.axle_x
    return min(carrier.front.track, carrier.rear[0].track), carrier.front.x, carrier.rear_x


def _turned(solved: Solved, tank: Tank, axis: Axis) -> Axis:
    """The tank's own axis that lies along the carrier's."""
    turn = solved.frames.items[tank.item].turn
    straight = abs(turn[0][0]) > 0.5
    return axis if straight else "across" if axis == "along" else "along"


def _moved(solved: Solved, tanks: list[tuple[Tank, float]], g: float, axis: Axis) -> float:
    """How far the common centre of the liquids goes under an acceleration in g [m]."""
    total = moved = 0.0
    for tank, fill in tanks:
        mass = tank.full * fill
        total += mass
        moved += mass * shift(tank.part, fill, g, _turned(solved, tank, axis))[0]
    return moved / total if total > 0 else 0.0


def _wet_threshold(solved: Solved, tanks: list[tuple[Tank, float]], mass: float, height: float, track: float) -> float:
    """The acceleration [g] at which the inner wheels are light, the liquids gone over and up at that very lean."""
    low, high = 0.0, track / (2 * height) if height > 0 else 10.0
    for _ in range(50):
        g = (low + high) / 2
        over = up = 0.0
        for tank, fill in tanks:
            dx, dz = shift(tank.part, fill, g, _turned(solved, tank, "across"))
            over += tank.full * fill * dx
            up += tank.full * fill * dz
        if g * (mass * height + up) + over > mass * track / 2:
            high = g
        else:
            low = g
    return (low + high) / 2
