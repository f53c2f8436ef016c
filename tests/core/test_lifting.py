"""Extremes where wheels leave the ground, against a linear program per piece and a dense search of the fills."""

from itertools import product

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec.structs import replace
from scipy.optimize import brentq, linprog

from frelt.core.base.units import METRIC
from frelt.core.judge.words import sentence
from frelt.core.masses.bare import bare
from frelt.core.masses.moments import moments_of
from frelt.core.model.rig import Rig
from frelt.core.report.report import report
from frelt.core.solve import solve
from frelt.core.statics.lifting import knapsack
from frelt.core.statics.loads import Loads
from frelt.core.statics.supports import pieces
from tests.conftest import block, examples, rig, tank
from tests.core.test_statics import torsion


def springs(trailer: object, q: float) -> np.ndarray:
    """Axle loads of a stiff beam on springs that only push, its angle found by SciPy's brentq.

    Source: equilibrium of moments about the coupler, the unilateral support of any text on contact of beams.
    """
    empty = bare(trailer)  # type: ignore[arg-type]
    k = np.array([a.rate.value for a in trailer.axles])  # type: ignore[attr-defined]
    d = np.array([a.x - trailer.coupler_x for a in trailer.axles])  # type: ignore[attr-defined]
    sag = empty.mass * (empty.x - trailer.coupler_x) / float(k @ d)  # type: ignore[attr-defined]
    sag += trailer.coupler_z - trailer.ball_z  # type: ignore[attr-defined]

    def forces(theta: float) -> np.ndarray:
        return np.maximum(0.0, k * (sag + theta * d))

    theta = brentq(lambda t: float(forces(t) @ d) - q, -5.0, 5.0, xtol=1e-15)
    return forces(theta)


@st.composite
def sprung(draw: st.DrawFn) -> Rig:
    """Two or three sprung axles, two tanks and a machine, and a ball so high or low that wheels may lift."""
    rates = draw(st.lists(st.floats(20_000, 60_000), min_size=2, max_size=3))
    carried = torsion([2.4 + 0.9 * i for i in range(len(rates))], rates, 0.45 + draw(st.floats(-0.08, 0.08)))
    tanks = [tank(n, draw(st.floats(50, 400)), draw(st.floats(0.4, 4.6)), draw(st.floats(-0.3, 0.3))) for n in ("p", "q")]
    return rig(*tanks, block("machine", draw(st.floats(20, 300)), draw(st.floats(0.4, 4.6))), trailer=carried)


def loads_of(one: Rig) -> Loads:
    loads = solve(one).loads
    assert loads is not None
    return loads


@examples(40)
@given(sprung())
def test_no_fill_gives_more_or_less_than_the_extremes_and_their_fills_give_them(one: Rig) -> None:
    """Source: the spring formula itself on a dense grid of fills."""
    loads = loads_of(one)
    table, trailer = loads.table, one.trailer
    assert trailer is not None
    ids = {m.id: i for i, m in enumerate(loads.limits)}
    arm = np.array([-trailer.coupler_x, 1.0, 0.0, 0.0])

    def quantities(fills: np.ndarray) -> dict[str, float]:
        moments = table.base[0] + fills @ table.tank_moments
        axles = springs(trailer, float(moments @ arm))
        tongue = float(moments[0] - axles.sum())
        named = {f"axle:a{i}": float(f) for i, f in enumerate(axles)}
        return named | {"coupler:tongue": tongue, "tongue-share": tongue / float(moments[0])}

    for fills in map(np.array, product(np.linspace(0, 1, 9), repeat=2)):
        for name, value in quantities(fills).items():
            slack = 1e-6 * max(1.0, abs(value))
            assert loads.least.value[0, ids[name]] - slack <= value <= loads.greatest.value[0, ids[name]] + slack, name
    for name, i in ids.items():
        if name.startswith(("axle", "coupler:tongue", "tongue")):
            for end in (loads.least, loads.greatest):
                assert quantities(end.fills[0, i])[name] == pytest.approx(end.value[0, i], rel=1e-6, abs=1e-6), name


@given(
    st.lists(st.tuples(st.floats(-5, 5), st.floats(-3, 3), st.floats(0, 1), st.floats(0, 1)), min_size=1, max_size=6),
    st.floats(-6, 6),
    st.floats(0, 5),
)
def test_the_knapsack_is_the_linear_program(tanks: list[tuple[float, float, float, float]], least: float, width: float) -> None:
    """Source: SciPy linprog (HiGHS) on the same constraint."""
    tanks = [(round(p, 6), round(q, 6), round(low, 6), round(high, 6)) for p, q, low, high in tanks]  # nothing below rounding
    gain, weight = np.array([t[0] for t in tanks]), np.array([t[1] for t in tanks])
    weight = np.where(np.abs(weight) < 1e-3, 0.0, weight)
    low = np.array([min(t[2:]) for t in tanks])
    high = np.array([max(t[2:]) for t in tanks])
    most = least + width
    wanted = linprog(-gain, A_ub=[weight, -weight], b_ub=[most, -least], bounds=list(zip(low, high, strict=True)))
    ours = knapsack(gain, weight, least, most, low, high)
    if wanted.status == 0 and ours is not None:
        assert float(gain @ ours) == pytest.approx(-wanted.fun, abs=1e-6)
        assert least - 1e-6 <= float(weight @ ours) <= most + 1e-6
    else:
        reach = float(weight @ np.where(weight > 0, low, high)), float(weight @ np.where(weight > 0, high, low))
        assert reach[1] < least + 1e-6 or reach[0] > most - 1e-6


def test_pieces_join_without_a_step_and_the_last_has_every_wheel_down() -> None:
    carried = torsion([2.4, 3.3], [40_000.0, 40_000.0], 0.55)
    parts = pieces(carried, moments_of(rig(trailer=carried)), "hitched", carried.ball_z)
    assert len(parts) == 2 and parts[0].high == pytest.approx(parts[1].low) and parts[1].high == float("inf")
    for piece in parts:
        q = (piece.low + min(piece.high, piece.low + 2000)) / 2
        found = [piece.supports.axle(f"a{i}") @ np.array([q, q * (1 + carried.coupler_x), 0.0, 1.0]) for i in range(2)]
        assert found == pytest.approx(list(springs(carried, q)), abs=1e-6)


def test_the_report_and_the_words_tell_a_lifted_axle() -> None:
    one = rig(tank("w", 300.0, 3.0), block("machine", 300.0, 2.6), trailer=torsion([2.4, 3.3], [30_000.0, 30_000.0], 0.56))
    solved = solve(one)
    assert solved.checks[0].kind == "lift" and "leaves the ground" in sentence(solved.checks[0], METRIC)
    state = report(solved, {c.id: "" for c in solved.checks}, METRIC).carriers["t"][0]
    assert state.supports["a0/left"].min == pytest.approx(0.0)
    both = solved.check("axle:a1")
    assert both is not None
    pair = state.supports["a1/left"].max + state.supports["a1/right"].max
    assert pair == pytest.approx(both.load)
    assert replace(both, status="ok").id == "axle:a1"
