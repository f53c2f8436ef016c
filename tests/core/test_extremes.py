"""Exact extremes against enumeration of every corner, and the least height against a dense search."""

from itertools import product

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec.structs import replace

from frelt.core.base.figure import Figure
from frelt.core.geometry.tank_shape import volume_moment
from frelt.core.masses.table import MassTable
from frelt.core.model.rig import Rig
from frelt.core.model.state import FillRange, State
from frelt.core.solve import solve
from frelt.core.statics.loads import Loads
from frelt.core.statics.worst import extreme, highest, lowest
from tests.conftest import block, examples, rig, tank, trailer

SHAPES = ("box", "upright cylinder", "lying cylinder", "lying ellipse")


@st.composite
def rigs(draw: st.DrawFn) -> Rig:
    count = draw(st.integers(1, 5))
    places = st.tuples(
        st.floats(0.3, 4.7), st.floats(-0.7, 0.7), st.floats(20, 600), st.sampled_from(SHAPES), st.floats(0, 1.5)
    )
    items, fills = [], {}
    for n in range(count):
        u, v, litres, shape, off = draw(places)
        item = tank(f"t{n}", litres, u, v, shape)
        items.append(replace(item, place=replace(item.place, off=off)))
        low, high = sorted(draw(st.tuples(st.floats(0, 1), st.floats(0, 1))))
        fills[f"t{n}/tank"] = FillRange(low=low, high=high)
    state = State(id="road", name="Road", fills=fills)
    return rig(*items, block("machine", draw(st.floats(1, 400)), draw(st.floats(0.3, 4.7))), states=(state,))


def loads_of(one: Rig) -> Loads:
    loads = solve(one).loads
    assert loads is not None
    return loads


def corners(table: MassTable) -> np.ndarray:
    return np.array(list(product(*zip(table.low[0], table.high[0], strict=True))))


@given(rigs())
def test_every_load_and_share_has_its_extremes_at_the_corners_found(one: Rig) -> None:
    """Source: enumeration of all 2^n corners; a linear-fractional function on a box has its extremes there."""
    loads = loads_of(one)
    table = loads.table
    rows = loads.supports.rows
    num = np.vstack([loads.num, rows, [[0, 1, 0, 0]], [[0, 0, 1, 0]]])
    den = np.vstack([loads.den, np.zeros_like(rows), [[1, 0, 0, 0]], [[1, 0, 0, 0]]])
    moments = table.base[0] + corners(table) @ table.tank_moments
    below = np.where(den.any(axis=1), moments @ den.T, 1.0)
    values = (moments @ num.T) / below
    for sense, best in ((1, values.max(axis=0)), (-1, values.min(axis=0))):
        found = extreme(table, num, den, sense)
        assert found.value[0] == pytest.approx(best, rel=1e-9, abs=1e-9)
        for q in range(len(num)):  # and the fills reported really give it
            at = table.base[0] + found.fills[0, q] @ table.tank_moments
            given_by = at @ num[q] / (at @ den[q] if den[q].any() else 1.0)
            assert given_by == pytest.approx(best[q], rel=1e-9, abs=1e-9)


def height(table: MassTable, fills: np.ndarray) -> float:
    mass, moment = table.base[0, 0], table.present[0] @ table.mz
    for t, f in zip(table.tanks, fills, strict=True):
        mass += t.full * f
        moment += t.full * (t.floor * f + volume_moment(t.part, float(f)))
    return float(moment / mass)


@given(rigs())
def test_the_highest_centre_is_at_a_corner(one: Rig) -> None:
    """Source: enumeration of all corners."""
    table = loads_of(one).table
    found = highest(table, "t")
    assert found.value[0] == pytest.approx(max(height(table, c) for c in corners(table)), rel=1e-9)
    assert height(table, found.fills[0]) == pytest.approx(found.value[0], rel=1e-9)


@examples(25)
@given(rigs())
def test_no_fill_gives_a_lower_centre_than_the_one_found(one: Rig) -> None:
    """Source: dense search by coordinate sweeps from the found point and from every corner, in 28 steps a tank."""
    table = loads_of(one).table
    found = lowest(table, "t")
    assert height(table, found.fills[0]) == pytest.approx(found.value[0], rel=1e-9)
    least = found.value[0]
    for start in (found.fills[0], *corners(table)):
        fills = np.array(start, dtype=float)
        for i in range(len(fills)):
            trials = np.linspace(table.low[0, i], table.high[0, i], 29)
            heights = []
            for f in trials:
                fills[i] = f
                heights.append(height(table, fills))
            fills[i] = trials[int(np.argmin(heights))]
        assert height(table, fills) >= least - 1e-9


def test_the_least_height_of_one_can_is_the_drinks_can_result() -> None:
    """Source: the classic problem: at the least height the surface stands at the centre of can and liquid.

    Here the can is the trailer with its tank; the level solves M·h²/2H + m·h = moment of m about the floor.
    """
    high = trailer()
    high = replace(high, empty=replace(high.empty, height=Figure(value=1.3)))
    loads = loads_of(rig(tank("can", 1000.0, 2.0, size=1.0), trailer=high))
    table = loads.table
    m0, mz = table.base[0, 0], float(table.present[0] @ table.mz)
    t = table.tanks[0]
    big, h, z0 = t.full, t.part.height, t.floor
    level = np.roots([big / (2 * h), m0, -(mz - m0 * z0)])
    wanted = z0 + max(level)
    assert lowest(table, "t").value[0] == pytest.approx(wanted, rel=1e-9)
