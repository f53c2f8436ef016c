"""Tanks on ground that slopes: what stays behind their outlets, how the surface stands, when a float shuts."""

import numpy as np
from msgspec import Struct

from ..geometry.frames import Frame, Frames
from ..geometry.tank_shape import ROUND
from ..model.item import Item, PortPart, TankPart
from ..model.rig import Rig
from ..model.state import State
from .free_surface import left_behind

GRID = 60  # of the floor's cells along each side
FELT = 0.004  # share of a tank by which a float shuts early or late before it is told


class OnSlope(Struct, frozen=True):
    """One tank on a slope. behind: what its outlet leaves [m³].  rise: of the surface at its low end over its middle [m].

    early: how much less fits until its float shuts [m³]; below zero, how much more; zero where it has none.
    """

    address: str
    name: str
    behind: float
    rise: float
    early: float


def own_slope(frame: Frame, along: float, across: float) -> tuple[float, float]:
    """How ground that rises to the rear (along) and to the right (across) rises along an item's own length and width, shares.

    The item's frame counts with all it stands on: its own turn, that of its skid, that of a stand on the skid.
    """
    t = frame.turn
    return t[0][0] * along + t[1][0] * across, t[0][1] * along + t[1][1] * across


def on_slope(rig: Rig, frames: Frames, state: State) -> tuple[OnSlope, ...]:
    """Every tank that feels the slope of a state; fuel and what belongs to the vehicle itself is left out."""
    found = []
    for address, item, tank in rig.tanks():
        if item.built_in or tank.liquid.is_fuel or item.id not in frames.items:
            continue
        slope = own_slope(frames.items[item.id], state.slope_along, state.slope_across)
        early = float_shuts(item, tank, slope)
        found.append(
            OnSlope(
                address=address,
                name=item.name,
                behind=stays_behind(item, tank, slope) * tank.capacity.value,
                rise=(abs(slope[0]) * tank.length + abs(slope[1]) * tank.width) / 2,
                early=early * tank.capacity.value if abs(early) > FELT else 0.0,
            )
        )
    return tuple(found)


def stays_behind(item: Item, tank: TankPart, slope: tuple[float, float]) -> float:
    """What an outlet cannot draw on a floor that rises along and across the tank, a share of its capacity."""
    outlet = next((p.at for p in item.parts if isinstance(p, PortPart) and p.id == "outlet"), None)
    half, side = tank.length / 2, tank.width / 2
    x = half if outlet is None else min(max(outlet[0] - tank.at[0], -half), half)
    y = 0.0 if outlet is None else min(max(outlet[1] - tank.at[1], -side), side)
    if tank.shape in ROUND or not (slope[0] and slope[1]):
        return max(left_behind(tank, slope[0], "along", x), left_behind(tank, slope[1], "across", y))
    u, v = (np.arange(GRID) + 0.5) / GRID * 2 - 1, (np.arange(GRID) + 0.5) / GRID * 2 - 1
    depth = slope[0] * (x - half * u)[:, None] + slope[1] * (y - side * v)[None, :]  # of what lies below the outlet's level
    inside = u[:, None] ** 2 + v[None, :] ** 2 <= 1 if tank.shape == "upright cylinder" else np.ones((GRID, GRID), dtype=bool)
    return float(np.clip(depth[inside], 0.0, tank.height).mean() / tank.height)


def float_shuts(item: Item, tank: TankPart, slope: tuple[float, float]) -> float:
    """How much less fits, a share, until the float below the fill shuts on a slope; below zero, how much more."""
    at = next((p.at for p in item.parts if isinstance(p, PortPart) and p.id == "fill"), None)
    if tank.top >= 1.0 or at is None:
        return 0.0
    return -(slope[0] * (at[0] - tank.at[0]) + slope[1] * (at[1] - tank.at[1])) / max(tank.height, 1e-6)
