"""The map of two tanks against polygons cut by shapely and against fills tried one by one."""

import numpy as np
import pytest
import shapely
from hypothesis import given
from hypothesis import strategies as st

from frelt.core.liquids.two_tanks import Corner, cut, two_tanks
from frelt.core.solve import solve
from frelt.core.statics.half_planes import linear_sides
from tests.conftest import block, demo, examples, rig, tank
from tests.core.test_road_fill import PLACES, wrong


@given(st.lists(st.tuples(st.floats(-1, 1), st.floats(-1, 1), st.floats(-0.4, 1.2)), min_size=1, max_size=6))
def test_cutting_a_polygon_is_that_of_shapely(planes: list[tuple[float, float, float]]) -> None:
    corners: list[Corner] = [((0.0, 0.0), ""), ((1.0, 0.0), ""), ((1.0, 1.0), ""), ((0.0, 1.0), "")]
    left = shapely.box(0, 0, 1, 1)
    for n, (a, b, r) in enumerate(planes):
        size = float(np.hypot(a, b))
        if size < 1e-3:
            continue
        a, b, r = a / size, b / size, r
        at, along = np.array([a, b]) * r, np.array([-b, a]) * 9
        half = shapely.Polygon([at + along, at - along, at - along - 9 * np.array([a, b]), at + along - 9 * np.array([a, b])])
        left = left.intersection(half)
        corners = cut(corners, a, b, r, str(n)) if len(corners) > 2 else []
    ours = shapely.Polygon([p for p, _ in corners]) if len(corners) > 2 else shapely.Polygon()
    assert ours.symmetric_difference(left).area < 1e-6
    for n, (p, name) in enumerate(corners):
        q = corners[(n + 1) % len(corners)][0]
        if name and shapely.Point(p).distance(shapely.Point(q)) > 1e-6:
            a, b, r = planes[int(name)]
            size = float(np.hypot(a, b))
            assert (a * p[0] + b * p[1]) / size == pytest.approx(r, abs=1e-9) == (a * q[0] + b * q[1]) / size


@examples(20)
@given(st.lists(PLACES, min_size=3, max_size=3), st.integers(0, 2**32 - 1))
def test_a_fill_is_in_the_region_when_no_fill_of_the_others_breaks_a_limit(
    places: list[tuple[float, float, float]], seed: int
) -> None:
    one = rig(block("engine", 180.0, 1.6), *(tank(f"t{n}", litres, u, v) for n, (u, v, litres) in enumerate(places)))
    region = two_tanks(solve(one), 0, "t0/tank", "t1/tank")
    rng = np.random.default_rng(seed)
    for a, b in rng.random((12, 2)):
        broken = any(wrong(one, {"t0/tank": float(a), "t1/tank": float(b), "t2/tank": c}) for c in (0.0, 1.0))
        near = any(abs(_gap(region.corners, n, a, b)) < 1e-3 for n in range(len(region.corners)))
        assert near or region.holds(float(a), float(b)) != broken


def _gap(corners: tuple[Corner, ...], n: int, a: float, b: float) -> float:
    (x0, y0), (x1, y1) = corners[n][0], corners[(n + 1) % len(corners)][0]
    return float(((x1 - x0) * (b - y0) - (y1 - y0) * (a - x0)) / (np.hypot(x1 - x0, y1 - y0) or 1.0))


def test_each_edge_names_its_limit() -> None:
    """By definition: on an edge the limit that is named is at its bound, at the others' worst."""
    one = demo("barn-wash").rigs[0]
    solved = solve(one)
    loads = solved.loads
    assert loads is not None
    region = two_tanks(solved, 2, "water/tank", "sh/tank")
    assert region.limits == ("Tongue share",) and region.corners
    at = next(n for n, (_, name) in enumerate(region.corners) if name)
    p, q = region.corners[at][0], region.corners[(at + 1) % len(region.corners)][0]
    sides = linear_sides(loads)
    names = [loads.limits[m].subject for m in sides.limit]
    for a, b in (p, q):
        fills = {"water/tank": a, "sh/tank": b}
        low, high = loads.table.low[2].copy(), loads.table.high[2].copy()
        for i, t in enumerate(loads.table.tanks):
            if t.address in fills:
                low[i] = high[i] = fills[t.address]
        pull = sides.rows @ loads.table.tank_moments.T
        value = sides.rows @ loads.table.base[2] + np.maximum(pull * low, pull * high).sum(axis=1)
        own = [float(sides.bound[k] - value[k]) for k, n in enumerate(names) if n == "Tongue share"]
        assert min(abs(v) for v in own) < 1e-6
