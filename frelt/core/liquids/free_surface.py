"""Where the liquid of a tank weighs when its surface leans: standing on a slope, braking, cornering.

A surface under an acceleration a leans by tan φ = a/g; on a slope by the slope. In the plane of the lean the liquid is the
part of the cross-section below a straight line, its area unchanged; baffles across a tank make shorter compartments of it.
Source: any text of hydrostatics; b² tan φ / 12 h in a box while the surface cuts neither floor nor lid.
"""

from math import atan, pi, sin, sqrt
from typing import Literal

from ..geometry.tank_shape import ROUND, centroid_height, inside_volume, surface_height, volume_moment
from ..model.item import TankPart

Axis = Literal["along", "across"]
Point = tuple[float, float]


def box_shift(wide: float, tall: float, depth: float, lean: float) -> Point:
    """How far the centroid of liquid in a rectangle goes to the high side, and up [m]. lean: tan of the surface's angle."""
    if depth <= 0 or depth >= tall or lean == 0:
        return 0.0, 0.0
    half = wide / 2
    low, high = -half * abs(lean), tall + half * abs(lean)
    for _ in range(80):
        middle = (low + high) / 2
        if _area(_below(half, tall, middle, lean)) < wide * depth:
            low = middle
        else:
            high = middle
    shape = _below(half, tall, (low + high) / 2, lean)
    x, z = _centroid(shape)
    return x, z - depth / 2


def _below(half: float, tall: float, level: float, lean: float) -> list[Point]:
    """The part of a rectangle below z = level + lean·x."""
    corners = [(-half, 0.0), (half, 0.0), (half, tall), (-half, tall)]
    kept: list[Point] = []
    for (x0, z0), (x1, z1) in zip(corners, (*corners[1:], corners[0]), strict=True):
        a, b = level + lean * x0 - z0, level + lean * x1 - z1
        if a >= 0:
            kept.append((x0, z0))
        if (a > 0 > b) or (a < 0 < b):
            t = a / (a - b)
            kept.append((x0 + t * (x1 - x0), z0 + t * (z1 - z0)))
    return kept


def _area(shape: list[Point]) -> float:
    return (
        sum(x0 * z1 - x1 * z0 for (x0, z0), (x1, z1) in zip(shape, (*shape[1:], shape[0]), strict=True)) / 2 if shape else 0.0
    )


def _centroid(shape: list[Point]) -> Point:
    twice = x = z = 0.0
    for (x0, z0), (x1, z1) in zip(shape, (*shape[1:], shape[0]), strict=True):
        cross = x0 * z1 - x1 * z0
        twice, x, z = twice + cross, x + (x0 + x1) * cross, z + (z0 + z1) * cross
    return (x / (3 * twice), z / (3 * twice)) if twice else (0.0, 0.0)


def shift(tank: TankPart, fill: float, lean: float, axis: Axis) -> Point:
    """How far the liquid's centroid goes to the high side of its surface, and up [m], at a fill (share). lean: tan φ.

    axis: of the item, along its length or across it. Exact for boxes, and for lying tanks across their length (a circle's
    or an ellipse's segment leans about the middle); an upright cylinder is taken as the box of the same second moment of its
    surface, a lying one along its length as the box of its surface at rest, a cone's bottom as if it were cylinder.
    """
    if fill <= 0 or fill >= 1 or lean == 0:
        return 0.0, 0.0
    if tank.shape in ROUND and axis == "across":
        return _segment(tank, fill, lean)
    wide = tank.length if axis == "along" else tank.width
    if axis == "along":
        wide /= tank.baffles + 1
    tall, depth = tank.height, surface_height(tank, fill)
    if tank.shape in ("upright cylinder", "cone bottom"):
        wide *= sqrt(3) / 2  # the box with the surface's second moment: πr²·r²/4 = A·b²/12
        depth = inside_volume(tank) * fill / (pi / 4 * tank.length * tank.width)
    if tank.shape in ROUND:
        depth = 2 * centroid_height(tank, fill)
        tall = max(tall, depth + 1e-6)
    return box_shift(wide, tall, min(depth, tall * (1 - 1e-9)), lean)


def _segment(tank: TankPart, fill: float, lean: float) -> Point:
    """A circle's segment turns about the middle; an ellipse is that circle stretched."""
    tall = tank.height
    below = tall / 2 - volume_moment(tank, fill) / fill  # of the centroid below the middle
    stretch = tank.width / tall
    turned = atan(lean * stretch)
    return stretch * below * sin(turned), below * (1 - (1 - sin(turned) ** 2) ** 0.5)


def left_behind(tank: TankPart, slope: float, axis: Axis, at: float) -> float:
    """What an outlet in the floor cannot draw on a slope, a share of the capacity.

    at: where the outlet is from the tank's middle along that axis [m]; slope: of the floor, rising to positive.
    """
    wide = tank.length if axis == "along" else tank.width
    if slope == 0 or tank.height <= 0:
        return 0.0
    reach = wide / 2 + at if slope > 0 else wide / 2 - at  # of the floor that lies lower than the outlet
    deep = reach * abs(slope)
    if deep <= tank.height:
        wedge = reach * deep / 2
    else:
        wedge = reach * tank.height - tank.height**2 / abs(slope) / 2
    return min(wedge / (wide * tank.height), 1.0)
