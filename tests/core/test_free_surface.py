"""Leaning liquid against rasters and textbook formulas; stability figures by hand."""

from math import pi

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec.structs import replace

from frelt.core.geometry.frames import Frames
from frelt.core.geometry.tank_shape import surface_height
from frelt.core.kind.make import made
from frelt.core.liquids.free_surface import box_shift, left_behind, shift
from frelt.core.liquids.on_slope import on_slope
from frelt.core.liquids.stability import BRAKING, CORNERING, lean
from frelt.core.masses.bare import bare
from frelt.core.model.item import Placement, PortPart, TankPart
from frelt.core.model.state import State
from frelt.core.solve import solve
from tests.conftest import block, examples, rig, tank, trailer


def part(shape: str = "box", size: float = 0.8, **more: object) -> TankPart:
    return replace(tank("t", 512.0, 0.0, size=size).tanks[0], shape=shape, **more)


def raster(wide: float, tall: float, depth: float, tan: float, round_: bool = False) -> tuple[float, float]:
    """Centroid of the lowest cells along the leaned vertical that hold the same area, less that at rest."""
    x, z = np.meshgrid(np.linspace(-wide / 2, wide / 2, 601), np.linspace(0, tall, 601))
    inside = (2 * x / wide) ** 2 + (2 * z / tall - 1) ** 2 <= 1 if round_ else np.ones_like(x, dtype=bool)
    x, z = x[inside], z[inside]
    count = int((z <= depth).sum())
    found = []
    for slope in (tan, 0.0):
        order = np.argsort(z - slope * x, kind="stable")[:count]
        found.append((x[order].mean(), z[order].mean()))
    return found[0][0] - found[1][0], found[0][1] - found[1][1]


@examples(30)
@given(st.floats(0.3, 2.0), st.floats(0.3, 1.2), st.floats(0.08, 0.92), st.floats(-0.8, 0.8))
def test_a_box_leans_as_a_raster_does_also_where_the_surface_cuts_floor_or_lid(
    wide: float, tall: float, fill: float, tan: float
) -> None:
    ours, cells = box_shift(wide, tall, fill * tall, tan), raster(wide, tall, fill * tall, tan)
    assert ours == pytest.approx(cells, abs=0.006 * wide)


def test_a_box_whose_surface_is_free_moves_by_the_textbook() -> None:
    """Any text of hydrostatics: b² tan φ / 12 h."""
    assert box_shift(1.2, 0.8, 0.4, 0.3)[0] == pytest.approx(1.2**2 * 0.3 / (12 * 0.4), rel=1e-9)
    plain, walled = (shift(part(length=1.2, baffles=n), 0.5, 0.3, "along")[0] for n in (0, 2))
    assert walled == pytest.approx(plain / 9, rel=1e-9)  # three compartments, each a third as long


@examples(20)
@given(st.floats(0.1, 0.9), st.floats(0.05, 0.7), st.floats(0.5, 1.6))
def test_a_lying_tank_leans_as_a_raster_does(fill: float, tan: float, stretch: float) -> None:
    one = part("lying ellipse", width=0.8 * stretch)
    cells = raster(0.8 * stretch, 0.8, surface_height(one, fill), tan, round_=True)
    assert shift(one, fill, tan, "across") == pytest.approx(cells, abs=0.01 * stretch)


def test_an_upright_cylinder_is_near_its_second_moment() -> None:
    """Naval architecture: shift = I tan φ / V with I = π r⁴ / 4, while the surface is free."""
    one = part("upright cylinder")
    volume = pi / 4 * 0.8**2 * 0.8 * 0.5
    assert shift(one, 0.5, 0.2, "along")[0] == pytest.approx(pi * 0.4**4 / 4 * 0.2 / volume, rel=0.01)


@given(st.floats(-0.3, 0.3), st.floats(-0.4, 0.4))
def test_what_stays_behind_an_outlet_is_that_of_a_raster(slope: float, at: float) -> None:
    one = part()
    x, z = np.meshgrid(np.linspace(-0.4, 0.4, 401), np.linspace(0, 0.8, 401))
    level = slope * at  # the surface that just reaches the outlet, in the floor's own heights
    share = float((z + slope * x < level).mean())
    assert left_behind(one, slope, "along", at) == pytest.approx(share, abs=0.006)


def test_figures_of_comparison_by_hand() -> None:
    """Static stability factor T / 2h, NHTSA; braking M a h / L with L = 4 m; cornering M a h / T."""
    one = rig(block("b", 200.0, 2.0))
    found = lean(solve(one), 0, {}, "t")
    assert found is not None
    height = (500.0 * 0.5 + 200.0 * 0.8) / 700.0
    assert found.mass == pytest.approx(700.0) and found.height == pytest.approx(height)
    assert found.rollover == pytest.approx(2.0 / (2 * height)) == pytest.approx(found.rollover_wet, rel=1e-6)
    assert found.front == pytest.approx(700.0 * BRAKING * height / 4.0) and found.liquid == 0.0
    assert found.side == pytest.approx(700.0 * CORNERING * height / 2.0)


def test_sway_takes_everything_as_a_body() -> None:
    """Against a cloud of points in the bare trailer's and the block's rectangles: the root of their mean square about the axles."""
    one = rig(block("b", 200.0, 2.0, 0.3, 0.8))
    solved = solve(one)
    found = lean(solved, 0, {}, "t")
    assert found is not None and solved.loads is not None
    own = bare(trailer())
    rng = np.random.default_rng(7)

    def cloud(x: float, y: float, long: float, wide: float) -> float:
        px, py = x + long * (rng.random(200_000) - 0.5), y + wide * (rng.random(200_000) - 0.5)
        return float(((px - 3.0) ** 2 + py**2).mean())

    square = (500.0 * cloud(own.x, 0.0, 6.0, 2.0) + 200.0 * cloud(2.0, 0.3, 0.8, 0.8)) / 700.0
    assert found.sway == pytest.approx(square**0.5 / 4.0, rel=3e-3)


def test_half_a_tank_lowers_the_threshold_and_a_full_one_does_not_move() -> None:
    one = rig(tank("w", 512.0, 2.0, size=0.8), block("b", 100.0, 3.0))
    half, full = (lean(solve(one), 0, {"w/tank": f}, "t") for f in (0.5, 1.0))
    assert half is not None and full is not None
    assert half.rollover_wet < half.rollover - 1e-3 and full.rollover_wet == pytest.approx(full.rollover)
    assert half.forward > 0 and full.forward == 0.0


@pytest.mark.parametrize("turns", [0, 1, 2, 3])
@pytest.mark.parametrize("skid_turns", [0, 1, 2, 3])
def test_the_slope_that_a_tank_feels_is_that_of_its_corners_heights(turns: int, skid_turns: int) -> None:
    """Against heights of points of the placed tank on the sloping plane: an outlet at the low end leaves nothing behind."""
    skid = replace(made("skid", "s", "Skid"), place=Placement(deck="floor", u=2.5, v=0.0, turns=skid_turns))
    water = tank("w", 300.0, 0.0, size=0.6)
    outlet = PortPart(id="outlet", name="Outlet", at=(0.25, 0.1, 0.0))
    fill = PortPart(id="fill", name="Fill", at=(-0.2, 0.15, 0.5))
    part = replace(water.tanks[0], top=0.9)
    place = Placement(deck=skid.decks[0].id, u=0.1, v=0.0, turns=turns)
    water = replace(water, place=place, parts=(part, outlet, fill))
    state = State(id="s", name="Street", slope_along=0.03, slope_across=-0.05)
    one = rig(skid, water, states=(state,))
    frames = Frames(one)
    (found,) = on_slope(one, frames, state)
    frame = frames.items["w"]

    def height(p: tuple[float, float, float]) -> float:
        x, y, z = frame.point(p)
        return z + 0.03 * x - 0.05 * y

    us = np.linspace(-0.3, 0.3, 181)
    floor = np.array([[height((u, v, 0.0)) for v in us] for u in us])
    behind = np.clip(height(outlet.at) - floor, 0, None).mean() / part.height * part.capacity.value
    assert found.behind == pytest.approx(behind, abs=2e-4)
    flat = frame.point(fill.at)[2] - frame.point(part.at)[2]
    lower = height(fill.at) - height(part.at) - flat  # the float hangs lower on the slope, so it shuts with less
    assert found.early == pytest.approx(-lower / part.height * part.capacity.value, abs=1e-9)
