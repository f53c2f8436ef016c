"""Polygons in a plane, their corners in order [m]."""

from collections.abc import Sequence


def area(outline: tuple[tuple[float, float], ...]) -> float:
    """Area of a simple polygon [m²]."""
    pairs = zip(outline, (*outline[1:], outline[0]), strict=True)
    return abs(sum(x0 * y1 - x1 * y0 for (x0, y0), (x1, y1) in pairs)) / 2


def centroid(outline: tuple[tuple[float, float], ...]) -> tuple[float, float]:
    """Middle of the area of a simple polygon [m]."""
    twice = cu = cv = 0.0
    for (x0, y0), (x1, y1) in zip(outline, (*outline[1:], outline[0]), strict=True):
        cross = x0 * y1 - x1 * y0
        twice, cu, cv = twice + cross, cu + (x0 + x1) * cross, cv + (y0 + y1) * cross
    return (cu / (3 * twice), cv / (3 * twice)) if twice else outline[0]


Point = tuple[float, float]


Polygon = tuple[Point, ...]


def clip(polygon: Sequence[Point], a: float, b: float, r: float) -> list[Point]:
    """The part of a convex polygon where a·x + b·y ≤ r."""
    kept: list[Point] = []
    values = [a * x + b * y - r for x, y in polygon]
    for i, (p, v) in enumerate(zip(polygon, values, strict=True)):
        q, w = polygon[i - 1], values[i - 1]
        if (v < 0 < w) or (w < 0 < v):
            t = w / (w - v)
            kept.append((q[0] + t * (p[0] - q[0]), q[1] + t * (p[1] - q[1])))
        if v <= 0:
            kept.append(p)
    return kept


def inside(outline: Sequence[Point], at: Point) -> bool:
    """Whether a point lies in a convex polygon, whichever way round it goes; its edge counts."""
    turns = []
    for k, (x0, y0) in enumerate(outline):
        x1, y1 = outline[(k + 1) % len(outline)]
        turns.append((x1 - x0) * (at[1] - y0) - (y1 - y0) * (at[0] - x0))
    return all(t >= -1e-12 for t in turns) or all(t <= 1e-12 for t in turns)
