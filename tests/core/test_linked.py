"""Linked ranges against linear programs, brute force, and the plain box where nothing is linked."""

import numpy as np
import pytest
import shapely
from hypothesis import given
from hypothesis import strategies as st
from msgspec.structs import replace
from scipy.optimize import linprog

from frelt.core.base.value import FreltError
from frelt.core.geometry.frames import Frames
from frelt.core.masses.linked import corners_of
from frelt.core.masses.moments import moments_of
from frelt.core.masses.table import mass_table
from frelt.core.model.rig import Rig
from frelt.core.model.state import FillRange, State
from frelt.core.model.ties import Link
from frelt.core.placing.safe_floor import safe_floor
from frelt.core.solve import solve
from frelt.core.statics.worst import highest, lowest
from tests.conftest import block, examples, rig, tank
from tests.core.test_road_fill import PLACES

LINKS = st.lists(st.tuples(st.floats(-1, 1), st.floats(-1, 1), st.floats(-1, 1), st.floats(0.1, 1.2)), min_size=1, max_size=2)


def laden(places: list[tuple[float, float, float]], links: list[tuple[float, float, float, float]]) -> Rig:
    names = [f"t{n}/tank" for n in range(3)]
    made = tuple(Link(factors=dict(zip(names, k[:3], strict=True)), low=-5.0, high=k[3]) for k in links)
    one = rig(block("engine", 180.0, 1.6), *(tank(f"t{n}", v, u, y) for n, (u, y, v) in enumerate(places)))
    return replace(one, links=made)


@examples(30)
@given(st.lists(PLACES, min_size=4, max_size=4), LINKS)
def test_loads_and_shares_are_those_of_linear_programs(
    places: list[tuple[float, float, float]], links: list[tuple[float, float, float, float]]
) -> None:
    """Source: SciPy's HiGHS: loads as they are, shares by bisection on feasibility programs."""
    one = laden(places, links)
    solved = solve(one)
    loads = solved.loads
    if loads is None:
        assert "no fill keeps" in solved.why
        return
    table = loads.table
    rows = [[k[0], k[1], k[2], 0.0] for k in links]
    bound = [k[3] for k in links]
    bounds = list(zip(table.low[0], table.high[0], strict=True))
    base, tanks = table.base[0], table.tank_moments
    for m, limit in enumerate(loads.limits):
        if limit.den is None:
            for sense, got in ((1, loads.greatest), (-1, loads.least)):
                lp = linprog(-sense * (tanks @ loads.num[m]), rows, bound, bounds=bounds, method="highs")
                assert got.value[0, m] == pytest.approx(base @ loads.num[m] - sense * lp.fun, rel=1e-6, abs=1e-5)
        else:
            top = float(loads.greatest.value[0, m])
            for value, possible in ((top - 1e-5, True), (top + 1e-5, False)):  # is num - value·den ≥ 0 anywhere?
                row = loads.num[m] - value * loads.den[m]
                lp = linprog(-(tanks @ row), rows, bound, bounds=bounds, method="highs")
                assert ((base @ row - lp.fun) >= 0) == possible
    at = loads.greatest.fills[0]
    assert (at @ np.array(rows).T <= np.array(bound) + 1e-8).all()


def test_without_links_or_with_one_that_ties_nothing_it_is_the_plain_box() -> None:
    one = laden([(0.8, 0.0, 300.0), (2.0, 0.3, 400.0), (4.2, -0.2, 200.0)], [])
    loose = replace(one, links=(Link(factors={"t0/tank": 1.0, "t1/tank": 1.0}, low=-9.0, high=9.0),))
    a, b = solve(one).loads, solve(loose).loads
    assert a is not None and b is not None
    assert b.greatest.value == pytest.approx(a.greatest.value) and b.least.value == pytest.approx(a.least.value)
    for height in (highest, lowest):
        assert height(b.table, "t").value == pytest.approx(height(a.table, "t").value, abs=1e-6)


@examples(3)
@given(st.lists(PLACES, min_size=3, max_size=3), st.floats(0.3, 1.5))
def test_heights_are_those_of_brute_force(places: list[tuple[float, float, float]], most: float) -> None:
    """Covers every point of a grid of 13 steps a tank that keeps the tie, each as an exact state of one rig without ties."""
    one = laden(places, [(1.0, 0.7, 0.4, most)])
    loads = solve(one).loads
    assert loads is not None
    steps = np.linspace(0, 1, 13)
    points = [(a, b, c) for a in steps for b in steps for c in steps if a + 0.7 * b + 0.4 * c <= most]
    states = tuple(
        State(id=f"s{n}", name="Exact", fills={f"t{i}/tank": FillRange(low=float(f), high=float(f)) for i, f in enumerate(at)})
        for n, at in enumerate(points)
    )
    every = replace(one, links=(), states=states)
    table = mass_table(every, moments_of(every), Frames(every))
    found = highest(table, "t").value
    top, low = float(highest(loads.table, "t").value[0]), float(lowest(loads.table, "t").value[0])
    assert low <= found.min() + 1e-9 and top >= found.max() - 1e-9
    assert top - low <= 1.2 * (found.max() - found.min()) + 0.01  # and no wider than the tie lets it be


def test_what_contradicts_is_named_and_unknown_never_ok() -> None:
    one = laden([(0.8, 0.0, 300.0), (2.0, 0.3, 400.0), (4.2, -0.2, 200.0)], [])
    first = Link(factors={"t0/tank": 1.0, "t1/tank": 1.0}, low=-9.0, high=0.5)
    second = Link(factors={"t0/tank": 1.0, "t1/tank": 1.0}, low=0.8, high=2.0)
    solved = solve(replace(one, links=(first, second)))
    assert solved.loads is None and "0.8 ≤ 1 × t0/tank" in solved.why and solved.checks[0].status == "unknown"
    with pytest.raises(FreltError, match="tied to each other"):
        from frelt.core.masses.linked import groups_of

        many = {f"t{n}": n for n in range(9)}
        groups_of(
            [Link(factors=dict.fromkeys(many, 1.0), low=0, high=9)],
            [State(id="s", name="s")],
            many,
            np.zeros((1, 9)),
            np.ones((1, 9)),
        )


def test_a_link_frees_room_on_the_safe_floor() -> None:
    """The other tanks cannot all be full any more, so what is in hand may stand where it could not."""
    one = laden([(1.0, 0.0, 300.0), (4.4, 0.0, 250.0), (2.4, 0.3, 60.0)], [])
    tied = replace(one, links=(Link(factors={"t0/tank": 1.0, "t1/tank": -1.0}, low=0.0, high=0.0),))
    plain, freed = (shapely.Polygon(safe_floor(solve(r), "engine").polygon).area for r in (one, tied))
    assert freed > plain + 0.01


def test_corners_of_a_cut_square() -> None:
    """By hand: x + y ≤ 1.5 cuts one corner off the unit square."""
    got = corners_of(np.zeros(2), np.ones(2), np.array([[1.0, 1.0]]), np.array([1.5]))
    assert sorted(map(tuple, got.round(9).tolist())) == [(0, 0), (0, 1), (0.5, 1), (1, 0), (1, 0.5)]
