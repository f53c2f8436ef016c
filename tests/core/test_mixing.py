"""Mixes by hand, antifreeze by its table."""

from math import pi

import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec.structs import replace
from scipy.integrate import solve_ivp

from frelt.core.base.value import FreltError
from frelt.core.day.typed import drawn_share
from frelt.core.kind.substances import hypochlorite
from frelt.core.liquids.aging import RATE, WARMER, strength_now
from frelt.core.liquids.mixing import FREEZES, antifreeze, batch, chain, hold_up, lasts, steps_of
from tests.conftest import demo


@given(st.floats(0.01, 0.2), st.floats(0.0, 1.0), st.floats(0.001, 2.0))
def test_a_batch_keeps_its_chlorine(stock: float, share: float, volume: float) -> None:
    part, water = batch(stock, stock * share, volume)
    assert part + water == pytest.approx(volume) and part * stock == pytest.approx(stock * share * volume)


def test_a_batch_stronger_than_the_stock_is_refused() -> None:
    with pytest.raises(FreltError, match="expected a target below"):
        batch(0.125, 0.15, 0.1)


def test_a_chain_of_dilutions_ends_where_the_trade_says() -> None:
    """Common practice, no source: a tank mixed 1:2, through an injector of 15:1, gives about 2 % of the product."""
    assert chain(1.0, (2.0, 15.0)) == pytest.approx(1 / 48) and round(chain(1.0, (2, 15)) * 100) == 2


def test_sh_lasts_by_strength_and_flow() -> None:
    """By hand: 100 L of 12.5 % at 3 % and 20 L/min of mix is 4.8 L/min: 20.8 min."""
    assert lasts(0.1, 0.125, 0.03, 0.020 / 60) / 60 == pytest.approx(100 / 4.8)
    assert lasts(0.1, 0.125, 0.03, 0.0) == float("inf")


def test_antifreeze_follows_its_table_and_ends_with_it() -> None:
    """ASHRAE Handbook, Fundamentals, propylene glycol, from memory: half and half freezes at -33 °C."""
    assert antifreeze(-33.0) == pytest.approx(0.5) and antifreeze(5.0) == 0.0
    for share, celsius in FREEZES[1:]:
        assert antifreeze(celsius) == pytest.approx(share)
    with pytest.raises(FreltError, match="colder than the table"):
        antifreeze(-60.0)


def test_hold_up_is_at_least_what_the_hoses_hold() -> None:
    one = demo("hull-rinse").rigs[0]
    hoses = sum(
        pi / 4 * p.bore**2 * p.length
        for i in one.items
        for p in i.parts
        if getattr(p, "holds", None) is not None and hasattr(p, "bore")
    )
    assert hoses > 0 and hoses < hold_up(one) < hoses + 0.05


@pytest.mark.parametrize(("typed", "steps"), [("1:2, 15:1", (2.0, 15.0)), ("1 to 4", (4.0,)), ("10", (10.0,)), ("", ())])
def test_a_chain_is_read_as_people_type_it(typed: str, steps: tuple[float, ...]) -> None:
    assert steps_of(typed) == steps
    with pytest.raises(FreltError, match="is no ratio"):
        steps_of("strong")


def test_sh_loses_strength_as_its_rate_says_and_faster_when_warm() -> None:
    """Second order, integrated by SciPy; from memory of data sheets, 12.5 % loses about a tenth in 30 days at 20 °C."""
    stock = hypochlorite(12.5)
    for celsius, days in ((20.0, 30.0), (30.0, 30.0), (20.0, 120.0)):
        rate = RATE * WARMER ** ((celsius - 20) / 10)
        made = solve_ivp(lambda _, c, k=rate: [-k * c[0] ** 2], (0, days), [125.0], rtol=1e-9)
        aged = replace(stock, age=days, celsius=celsius)
        assert strength_now(aged).value == pytest.approx(made.y[0, -1] / 1000, rel=1e-6)
    month = strength_now(replace(stock, age=30.0))
    assert month.value == pytest.approx(0.1125) and month.plus_minus > 0.005 and "measure it" in month.note
    assert strength_now(replace(stock, age=30.0, celsius=30.0)).value < 0.095
    assert strength_now(replace(stock, age=300.0, tested=True)).value == 0.125
    assert strength_now(replace(stock, age=0.0)).value == 0.125
    assert drawn_share(replace(stock, age=60.0), 0.02) > drawn_share(stock, 0.02) == pytest.approx(0.16)
