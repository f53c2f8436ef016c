"""Water, friction and tips against libraries of fluid mechanics and of substances, and against what the trade says.

Sources: `fluids` (Colebrook, Schmidt) and `chemicals` (IAPWS) as references; nozzle numbers by their definition.
"""

from itertools import pairwise
from math import pi

import pytest
from chemicals.iapws import iapws95_rho
from chemicals.viscosity import mu_IAPWS
from fluids.friction import (
    friction_factor,
    friction_laminar,
    helical_laminar_fd_Schmidt,
    helical_transition_Re_Schmidt,
    helical_turbulent_fd_Schmidt,
)
from hypothesis import given
from hypothesis import strategies as st

from frelt.core.base.units import FOOT, GALLON, INCH, PSI
from frelt.core.network.friction import ROUGH, Line, colebrook, factor, loss, wound
from frelt.core.network.tips import RATED, STEP, chosen, exact, left, needs, passes, tried
from frelt.core.network.water import density, viscosity

GPM = GALLON / 60


@pytest.mark.parametrize("celsius", [5, 20, 40, 60, 80, 95])
def test_water_is_that_of_the_steam_formulation(celsius: float) -> None:
    rho = iapws95_rho(273.15 + celsius, 1.5e5)
    assert density(celsius) == pytest.approx(rho, rel=1e-3)
    assert viscosity(celsius) == pytest.approx(mu_IAPWS(273.15 + celsius, rho), rel=0.015)


@given(re=st.floats(4000, 1e7), relative=st.floats(0, 0.05))
def test_the_turbulent_factor_is_colebrooks(re: float, relative: float) -> None:
    assert colebrook(re, relative) == pytest.approx(friction_factor(Re=re, eD=relative, Method="Colebrook"), rel=1e-9)


def test_the_factor_is_laminar_below_colebrooks_above_and_between_it_joins_them_without_a_jump() -> None:
    assert factor(1500, 1e-4) == friction_laminar(1500) and factor(4000, 1e-4) == colebrook(4000, 1e-4)
    steps = [factor(1900 + 2 * n, 1e-4) for n in range(1200)]
    assert max(abs(b - a) for a, b in pairwise(steps)) < 2e-4


@given(re=st.floats(100, 2e5), ratio=st.floats(0.005, 0.1))
def test_wound_hose_is_schmidts_but_for_the_tenth_in_which_its_jump_is_blended(re: float, ratio: float) -> None:
    turns = helical_transition_Re_Schmidt(ratio, 1.0)
    if re <= 0.9 * turns:
        assert wound(re, 1e-4, ratio) == pytest.approx(helical_laminar_fd_Schmidt(re, ratio, 1.0), rel=1e-9)
    elif re >= turns:
        rough = 1e-4 * ratio
        assert wound(re, 1e-4, ratio) == pytest.approx(helical_turbulent_fd_Schmidt(re, ratio, 1.0, rough), rel=2e-4)


def test_what_the_trade_says_of_a_hose() -> None:
    """⅜ in, 200 ft, 8 gal/min: about 470 psi; hot water loses about a fifth less. Common practice, no source."""
    hose = Line(3 / 8 * INCH, 200 * FOOT)
    assert loss(hose, 8 * GPM) / PSI == pytest.approx(470, rel=0.05)
    assert loss(hose, 8 * GPM, 80) / loss(hose, 8 * GPM) == pytest.approx(0.8, abs=0.06)
    half = Line(1 / 2 * INCH, 200 * FOOT)
    assert loss(half, 8 * GPM) < 0.3 * loss(hose, 8 * GPM)
    assert loss(Line(3 / 8 * INCH, 200 * FOOT, wound=1.0), 8 * GPM) > 1.1 * loss(hose, 8 * GPM)
    held = [pi / 4 * (d * INCH) ** 2 * 200 * FOOT / GALLON for d in (3 / 8, 1 / 2, 5 / 8)]
    assert held == pytest.approx([1.15, 2.0, 3.2], rel=0.03)  # gallons in 200 ft; common practice


@given(flow=st.floats(1e-6, 5e-3), bore=st.floats(0.004, 0.05), length=st.floats(0.1, 300))
def test_a_line_loses_the_same_both_ways_and_more_with_every_drop(flow: float, bore: float, length: float) -> None:
    line = Line(bore, length)
    assert loss(line, -flow) == -loss(line, flow) and loss(line, flow * 1.01) > loss(line, flow) > 0
    speed = flow / (pi / 4 * bore**2)
    re = density() * speed * bore / viscosity()
    if re > 4000:
        heads = friction_factor(Re=re, eD=ROUGH / bore, Method="Colebrook") * length / bore + line.ends
        assert loss(line, flow) == pytest.approx(heads * density() * speed**2 / 2, rel=1e-9)


def test_tips_by_definition() -> None:
    assert passes(8, RATED) == pytest.approx(8 * GPM, rel=1e-4)
    assert passes(8, RATED / 4) == pytest.approx(4 * GPM, rel=1e-4)
    assert needs(5.5, passes(5.5, 1.3e7)) == pytest.approx(1.3e7) and exact(8 * GPM, RATED) == pytest.approx(8, rel=1e-4)
    assert left(12, 12 + 6) == pytest.approx(0.44, abs=0.005)  # a 12 with a 6 on one machine; common practice


@given(
    flow=st.floats(2, 12),
    wanted=st.floats(800, 3500),
    bore=st.sampled_from([1 / 4, 3 / 8, 1 / 2]),
    feet=st.floats(25, 400),
    guns=st.integers(1, 3),
)
def test_the_chosen_tip_wastes_nothing_and_no_other_half_number_comes_nearer(
    flow: float, wanted: float, bore: float, feet: float, guns: int
) -> None:
    line, most = Line(bore * INCH, feet * FOOT), 3600 * PSI
    small, best, large = chosen(flow * GPM, wanted * PSI, most, line, guns)
    assert best.number % STEP == 0 and large.number == pytest.approx(best.number + STEP, abs=STEP)
    for one in (small, best, large):
        assert one.at_pump == pytest.approx(one.at_tip + one.lost) and one.at_pump <= most * (1 + 1e-9)
        assert one.each * guns * GPM / GPM == pytest.approx(flow * GPM * (1 - one.dumped), rel=2e-3)
        assert passes(one.number, one.at_tip) == pytest.approx(one.each, rel=1e-6)
    if best.dumped:
        return  # the hose alone takes more than the pump gives
    every = [tried(n / 2, flow * GPM, most, line, guns) for n in range(1, 121)]
    nearest = min((abs(t.at_tip - wanted * PSI) for t in every if not t.dumped), default=None)
    assert nearest is not None and abs(best.at_tip - wanted * PSI) <= nearest * (1 + 1e-9) + 1.0
