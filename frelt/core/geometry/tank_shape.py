"""Volume, surface height and centroid of the liquid in a tank, against fill.

Every shape is a prism along a level axis, or an upright one that may end in a cone below, so the share of volume
below a relative height depends on the cross-section alone: a straight one, a circle or ellipse, or a cone's.
Source: circular segment and cone, any handbook of mensuration; an ellipse is a circle scaled.
"""

from functools import lru_cache
from math import acos, pi, sqrt

import numpy as np

from ..base.arrays import NDArray
from ..model.item import TankPart

Floats = float | NDArray[np.float64]
ROUND = ("lying cylinder", "lying ellipse")


def inside_volume(tank: TankPart) -> float:
    """Volume of the inside [m³] from its shape and sizes."""
    box = tank.length * tank.width * (tank.height - tank.cone * 2 / 3)
    return box if tank.shape == "box" else box * pi / 4


def share_below(tank: TankPart, height: float) -> float:
    """Share of the volume below a height above the tank's floor [m]; clipped to 0..1."""
    t = min(max(height / tank.height, 0.0), 1.0) if tank.height > 0 else 0.0
    if tank.cone:
        return float(cone_below(t, tank.cone / tank.height)[0])
    return _circle_share(t) if tank.shape in ROUND else t


def cone_below(t: Floats, c: Floats) -> tuple[Floats, Floats]:
    """Share of volume below a relative height t, and its moment about the floor as a share of volume times height.

    c: relative height of the cone, above zero; the point is at the floor.
    """
    whole = 1 - c * 2 / 3
    low = np.minimum(t, c)
    share = (low**3 / (3 * c**2) + (t - low)) / whole
    moment = (low**4 / (4 * c**2) + (t**2 - low**2) / 2) / whole
    return share, moment


def _cone_height(tank: TankPart, fill: float) -> float:
    """Relative height of the surface in a cone-bottomed tank."""
    c = tank.cone / tank.height
    volume = min(max(fill, 0.0), 1.0) * (1 - c * 2 / 3)
    return float((3 * c * c * volume) ** (1 / 3)) if volume <= c / 3 else volume + c * 2 / 3


def surface_height(tank: TankPart, fill: float) -> float:
    """Height of the liquid's surface above the tank's floor [m] at a fill (share of capacity)."""
    if tank.cone:
        return _cone_height(tank, fill) * tank.height
    t = _circle_height(fill) if tank.shape in ROUND else min(max(fill, 0.0), 1.0)
    return t * tank.height


def volume_moment(tank: TankPart, fill: float) -> float:
    """Moment of the filled share of volume about the tank's floor [m], so centroid height times fill."""
    if tank.cone:
        c = tank.cone / tank.height
        return float(cone_below(_cone_height(tank, fill), c)[1]) * tank.height
    if tank.shape not in ROUND:
        return fill * fill * tank.height / 2
    t = _circle_height(fill)
    chord = 2 * sqrt(max(t - t * t, 0.0))
    return (fill / 2 - chord**3 / (3 * pi)) * tank.height


def centroid_height(tank: TankPart, fill: float) -> float:
    """Height of the liquid's centroid above the tank's floor [m]; half the surface's height when empty."""
    return volume_moment(tank, fill) / fill if fill > 0 else 0.0


def width_at(tank: TankPart, height: float) -> float:
    """Width of the liquid's surface across the tank [m], for drawing."""
    if tank.cone:
        return tank.width * min(height / tank.cone, 1.0)
    if tank.shape not in ROUND:
        return tank.width
    t = min(max(height / tank.height, 0.0), 1.0)
    return 2 * sqrt(max(t - t * t, 0.0)) * tank.width


def _circle_share(t: float) -> float:
    """Share of a circle's area below the relative height t of its diameter."""
    return (acos(1 - 2 * t) - 2 * (1 - 2 * t) * sqrt(max(t - t * t, 0.0))) / pi


@lru_cache(maxsize=4096)
def _circle_height(share: float) -> float:
    """Relative height below which a share of a circle lies: Newton kept inside a bracket."""
    if share <= 0:
        return 0.0
    if share >= 1:
        return 1.0
    low, high, t = 0.0, 1.0, share
    for _ in range(80):
        miss = _circle_share(t) - share
        low, high = (low, t) if miss > 0 else (t, high)
        slope = 8 / pi * sqrt(max(t - t * t, 0.0))
        step = t - miss / slope if slope > 0 else -1.0
        following = step if low < step < high else (low + high) / 2
        if abs(following - t) < 1e-15:
            break
        t = following
    return t
