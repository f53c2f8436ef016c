"""Tank shapes against a fluid-mechanics library and quadrature; liquids against a property library."""

import itertools
from math import pi

import pytest
from chemicals.iapws import iapws95_rho
from fluids.geometry import TANK, V_horiz_conical
from hypothesis import given
from hypothesis import strategies as st
from msgspec.structs import replace
from scipy.integrate import quad

from frelt.core.base.figure import Figure
from frelt.core.base.load_index import LOADS, load_of
from frelt.core.geometry.tank_shape import centroid_height, inside_volume, share_below, surface_height, volume_moment, width_at
from frelt.core.kind.make import made
from frelt.core.kind.substances import LIQUIDS, WATER, at_temperature, hypochlorite, water_density
from frelt.core.masses.item_rows import own_rows
from frelt.core.model.item import TankPart
from tests.conftest import tank


def part(shape: str, length: float = 1.2, width: float = 0.8, height: float = 0.8) -> TankPart:
    return replace(tank("t", 100.0, 0.0).tanks[0], shape=shape, length=length, width=width, height=height)


@pytest.mark.parametrize("h", [0.01, 0.1, 0.33, 0.4, 0.62, 0.79])
def test_lying_cylinder_volume_is_that_of_the_fluids_library(h: float) -> None:
    """Source: fluids, horizontal cylinder with flat ends (conical heads of no depth), and its TANK solved backwards."""
    one = part("lying cylinder")
    ours = share_below(one, h) * inside_volume(one)
    library = TANK(D=0.8, L=1.2, horizontal=True)
    assert surface_height(one, library.V_from_h(h) / library.V_total) == pytest.approx(h, rel=1e-6)
    assert ours == pytest.approx(V_horiz_conical(D=0.8, L=1.2, a=0.0, h=h, headonly=False), rel=1e-9)


@pytest.mark.parametrize("shape", ["box", "upright cylinder", "lying cylinder", "lying ellipse"])
@given(fill=st.floats(0.001, 1.0))
def test_volume_and_centroid_are_the_integrals_of_the_width(shape: str, fill: float) -> None:
    """Source: quadrature of the surface's area over height (SciPy)."""
    one = part(shape, height=0.6)
    top = surface_height(one, fill)
    depth = {"upright cylinder": pi / 4 * 1.2}.get(shape, 1.2)
    volume, _ = quad(lambda z: width_at(one, z) * depth, 0, top, limit=200)
    moment, _ = quad(lambda z: z * width_at(one, z) * depth, 0, top, limit=200)
    whole = inside_volume(one)
    assert volume / whole == pytest.approx(fill, abs=1e-7)
    assert moment / whole == pytest.approx(volume_moment(one, fill), abs=1e-7)
    assert centroid_height(one, fill) == pytest.approx(moment / volume, abs=1e-6)


def test_half_full_round_tank_has_its_centroid_where_handbooks_put_it() -> None:
    """Source: centroid of a half disk, 4r/(3π) from the diameter (any handbook of mensuration)."""
    assert centroid_height(part("lying cylinder"), 0.5) == pytest.approx(0.4 - 4 * 0.4 / (3 * pi), rel=1e-9)


def test_water_weighs_what_the_property_library_says() -> None:
    """Source: IAPWS-95 as computed by chemicals, 20 °C and one atmosphere; ± covers 5 to 30 °C."""
    at_20 = iapws95_rho(293.15, 101325.0)
    assert WATER.density.value == pytest.approx(at_20, abs=0.05)
    for kelvin in (278.15, 303.15):
        assert abs(iapws95_rho(kelvin, 101325.0) - WATER.density.value) <= WATER.density.plus_minus


def test_hypochlorite_grows_with_strength_to_about_ten_pounds_a_gallon() -> None:
    """Common practice, no source: about 10 lb/gal at 12.5 %; from memory: 1.19 to 1.21 kg/L."""
    pounds = hypochlorite(12.5).density.value * 0.003785411784 / 0.45359237
    assert pounds == pytest.approx(10.0, abs=0.1)
    assert hypochlorite(0).density.value == pytest.approx(1000.0)
    with pytest.raises(ValueError, match="strength must be 0 to 20"):
        hypochlorite(35)


def test_every_liquid_says_where_its_density_comes_from() -> None:
    assert all(x.density.note and x.density.plus_minus > 0 for x in LIQUIDS)


@pytest.mark.parametrize(("index", "load"), [(80, 450), (100, 800), (121, 1450)])
def test_load_index_rows(index: int, load: float) -> None:
    """Rows known for certain, from memory of the published table; the formula gives 1465 at 121."""
    assert load_of(index) == load


def test_the_load_index_table_follows_its_rule_of_thumb() -> None:
    """45 kg at 0, times ten every 80 steps, rounded: no row is off by more than 2 %, and each is larger than the last."""
    assert all(a < b for a, b in itertools.pairwise(LOADS))
    assert all(abs(load / (45 * 10 ** (i / 80)) - 1) < 0.02 for i, load in enumerate(LOADS))
    assert load_of(len(LOADS)) is None


def test_water_in_a_hose_is_what_the_property_library_says() -> None:
    """Source: IAPWS-95 as computed by chemicals; 200 ft of 3/8 in."""
    item = made("reel", "r", "r", {"hose": Figure(value=200 * 0.3048), "bore": Figure(value=0.375 * 0.0254)})
    wet = sum(r.mass.value * r.share for r in own_rows(item)[0] if r.wet)
    assert wet == pytest.approx(pi / 4 * (0.375 * 0.0254) ** 2 * 200 * 0.3048 * iapws95_rho(293.15, 101325.0), rel=1e-3)


@pytest.mark.parametrize("celsius", [0.5, 4.0, 20.0, 35.0, 60.0, 90.0])
def test_warm_water_weighs_what_the_property_library_says(celsius: float) -> None:
    """Source: IAPWS-95 as computed by chemicals, one atmosphere."""
    expected = iapws95_rho(celsius + 273.15, 101325.0)
    assert water_density(celsius) == pytest.approx(expected, rel=2e-5)
    warm = at_temperature(WATER, celsius)
    assert warm.density.value == pytest.approx(expected, abs=0.02) and "Kell" in warm.density.note
    sh = at_temperature(hypochlorite(12.5), celsius)
    assert sh.density.value / hypochlorite(12.5).density.value == pytest.approx(
        expected / iapws95_rho(293.15, 101325.0), rel=1e-4
    )
