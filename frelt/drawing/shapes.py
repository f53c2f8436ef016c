"""Shapes of a drawing: paths with roles, groups of them placed by an affine map.

Coordinates are metres with the second axis up; a theme turns a role into color and width.
"""

from math import cos, pi, sin
from typing import Literal

from msgspec import Struct

Affine = tuple[float, float, float, float, float, float]  # x' = a·x + c·y + e, y' = b·x + d·y + f
SAME: Affine = (1.0, 0.0, 0.0, 1.0, 0.0, 0.0)
KAPPA = 0.5522847498  # control distance of a quarter circle by one cubic


class Path(Struct, frozen=True):
    """ops: M and L take one point of xy, C takes three, Z none."""

    role: str
    ops: str
    xy: tuple[float, ...]


Anchor = Literal["start", "middle", "end"]


class Text(Struct, frozen=True):
    """Words with the baseline of their first line at x, y; lines are parted by line ends, each lower by a leading.

    color: by palette name.  step: of the type, small to title.
    """

    x: float
    y: float
    words: str
    color: str = "ink"
    step: str = "small"
    weight: int = 500
    condensed: bool = True
    anchor: Anchor = "start"
    leading: float = 14.0


class Dimension(Struct, frozen=True):
    """A measured run: a line with a tick of half a length at each end, and its reading amid, if there is room or always."""

    role: str
    x0: float
    y0: float
    x1: float
    y1: float
    words: str = ""
    tick: float = 4.0
    always: bool = False

    @property
    def level(self) -> bool:
        """Whether it lies rather than stands."""
        return abs(self.x0 - self.x1) > abs(self.y0 - self.y1)


Shape = Path | Text | Dimension


class Group(Struct, frozen=True):
    """Paths that move together. item: whose they are.  depth: larger is nearer to the viewer."""

    paths: tuple[Path, ...]
    at: Affine = SAME
    item: str = ""
    depth: float = 0.0


def line(role: str, *points: tuple[float, float]) -> Path:
    """An open run of straight lines."""
    return Path(role, "M" + "L" * (len(points) - 1), tuple(v for p in points for v in p))


def polygon(role: str, *points: tuple[float, float]) -> Path:
    """A closed polygon."""
    return Path(role, "M" + "L" * (len(points) - 1) + "Z", tuple(v for p in points for v in p))


def rect(role: str, x0: float, y0: float, x1: float, y1: float, r: float = 0.0) -> Path:
    """A rectangle with rounded corners."""
    r = min(r, abs(x1 - x0) / 2, abs(y1 - y0) / 2)
    if r <= 0:
        return polygon(role, (x0, y0), (x1, y0), (x1, y1), (x0, y1))
    k = r * (1 - KAPPA)
    xy = (
        *(x0 + r, y0, x1 - r, y0),
        *(x1 - k, y0, x1, y0 + k, x1, y0 + r, x1, y1 - r),
        *(x1, y1 - k, x1 - k, y1, x1 - r, y1, x0 + r, y1),
        *(x0 + k, y1, x0, y1 - k, x0, y1 - r, x0, y0 + r),
        *(x0, y0 + k, x0 + k, y0, x0 + r, y0),
    )
    return Path(role, "MLCLCLCLCZ", xy)


def ellipse(role: str, cx: float, cy: float, rx: float, ry: float | None = None) -> Path:
    """An ellipse, or a circle where one radius is given."""
    ry = rx if ry is None else ry
    kx, ky = rx * KAPPA, ry * KAPPA
    xy = (
        *(cx + rx, cy),
        *(cx + rx, cy + ky, cx + kx, cy + ry, cx, cy + ry),
        *(cx - kx, cy + ry, cx - rx, cy + ky, cx - rx, cy),
        *(cx - rx, cy - ky, cx - kx, cy - ry, cx, cy - ry),
        *(cx + kx, cy - ry, cx + rx, cy - ky, cx + rx, cy),
    )
    return Path(role, "MCCCCZ", xy)


def arc(role: str, cx: float, cy: float, rx: float, ry: float, start: float, end: float, steps: int = 16) -> Path:
    """Part of an ellipse from one angle to another [rad], as a run of lines."""
    angles = [start + (end - start) * i / steps for i in range(steps + 1)]
    return line(role, *((cx + rx * cos(t), cy + ry * sin(t)) for t in angles))


def spokes(role: str, cx: float, cy: float, inner: float, outer: float, count: int, turn: float = 0.0) -> tuple[Path, ...]:
    """Radial strokes of a wheel."""
    angles = [turn + 2 * pi * i / count for i in range(count)]
    return tuple(
        line(role, (cx + inner * cos(t), cy + inner * sin(t)), (cx + outer * cos(t), cy + outer * sin(t))) for t in angles
    )


def comb(role: str, x0: float, y0: float, x1: float, y1: float, count: int, upright: bool = True) -> tuple[Path, ...]:
    """Evenly spaced strokes inside a rectangle, such as cooling fins or ribs."""
    if upright:
        step = (x1 - x0) / (count + 1)
        return tuple(line(role, (x0 + step * i, y0), (x0 + step * i, y1)) for i in range(1, count + 1))
    step = (y1 - y0) / (count + 1)
    return tuple(line(role, (x0, y0 + step * i), (x1, y0 + step * i)) for i in range(1, count + 1))


def mapped(at: Affine, x: float, y: float) -> tuple[float, float]:
    """A point carried by an affine map."""
    a, b, c, d, e, f = at
    return a * x + c * y + e, b * x + d * y + f


def bounds(group: Group) -> tuple[float, float, float, float]:
    """x0, y0, x1, y1 of a group's points [m]; control points count."""
    points = [mapped(group.at, p.xy[i], p.xy[i + 1]) for p in group.paths for i in range(0, len(p.xy), 2)]
    xs, ys = [p[0] for p in points], [p[1] for p in points]
    return min(xs), min(ys), max(xs), max(ys)
