"""Reactions of the supports against an independent finite-element frame library (PyNite)."""

import numpy as np
import pytest
from msgspec.structs import replace
from Pynite import FEModel3D

from frelt.core.carrier import Aboard
from frelt.core.empty import bare
from frelt.core.figure import Figure
from frelt.core.solve import solve
from tests.conftest import at_fill, block, rig, tank, trailer

REL = 1e-6  # a direct solver in double precision


def beam(
    supports: dict[str, float], loads: list[tuple[float, float]], links: dict[str, tuple[float, float]] | None = None
) -> dict[str, float]:
    """Vertical reactions of a stiff beam on simple supports; links are equalisers: (axle 1, axle 2) stations."""
    model = FEModel3D()
    model.add_material("steel", 210e9, 80e9, 0.3, 7850)
    model.add_section("stiff", 1e-2, 1e-3, 1e-3, 1e-3)
    xs = sorted({*supports.values(), *(x for _, x in loads)})
    for i, x in enumerate(xs):
        model.add_node(f"n{i}", x, 0, 0)
    for i in range(len(xs) - 1):
        model.add_member(f"m{i}", f"n{i}", f"n{i + 1}", "steel", "stiff")
    at = {x: f"n{i}" for i, x in enumerate(xs)}
    for n, x in enumerate(supports.values()):
        model.def_support(at[x], n == 0, True, True, True, False, False)
    for mass, x in loads:
        model.add_node_load(at[x], "FY", -mass)
    model.analyze(check_statics=False)
    return {name: float(model.nodes[at[x]].RxnFY["Combo 1"]) for name, x in supports.items()}


@pytest.mark.parametrize("where", [0.3, 1.7, 2.5, 4.6])
def test_coupler_and_axle_carry_what_the_frame_library_says(where: float) -> None:
    """Source: PyNite, a simply supported beam with an overhang aft of the axle."""
    empty = bare(trailer())
    one = rig(block("machine", 320.0, where), block("box", 110.0, 1.1))
    found = beam({"coupler": -1.0, "axle": 3.0}, [(empty.mass, empty.x), (320.0, where), (110.0, 1.1)])
    loads = solve(one).loads
    assert loads is not None
    coupler, left, right = loads.highest.value[0]
    assert coupler == pytest.approx(found["coupler"], rel=REL)
    assert left + right == pytest.approx(found["axle"], rel=REL)


def test_axles_that_share_carry_half_each_of_the_mean_station() -> None:
    """Source: PyNite; an equaliser's pin stands at the mean station and halves its load."""
    one = rig(block("machine", 500.0, 1.0), trailer=trailer(axles=(2.6, 3.4)))
    empty = bare(trailer(axles=(2.6, 3.4)))
    found = beam({"coupler": -1.0, "pin": 3.0}, [(empty.mass, empty.x), (500.0, 1.0)])
    loads = solve(one).loads
    assert loads is not None
    for axle in ("a0", "a1"):
        both = loads.supports.axle(axle) @ loads.table.base[0, :3]
        assert both == pytest.approx(found["pin"] / 2, rel=REL)


def test_left_and_right_wheels_share_like_a_beam_across_the_track() -> None:
    """Source: PyNite, a beam across the axle on its two wheels."""
    one = rig(block("machine", 400.0, 3.0, v=0.5))
    loads = solve(one).loads
    assert loads is not None
    found = beam({"left": -1.0, "right": 1.0}, [(450.0, 0.0), (400.0, 0.5)])
    _, left, right = loads.highest.value[0]
    assert (left, right) == (pytest.approx(found["left"], rel=REL), pytest.approx(found["right"], rel=REL))


def test_what_was_aboard_at_the_scale_is_taken_off_again() -> None:
    """Weighed with 100 kg at station 1, less 100 kg at station 1, is the bare trailer."""
    plain = trailer()
    loaded = beam({"coupler": -1.0, "axle": 3.0}, [(50.0, -1.0), (450.0, 3.0), (100.0, 1.0)])
    empty = replace(
        plain.empty,
        tongue=Figure(value=loaded["coupler"]),
        axles=Figure(value=loaded["axle"]),
        aboard=(Aboard(what="spare", mass=Figure(value=100.0), x=1.0),),
    )
    again, wanted = bare(replace(plain, empty=empty)), bare(plain)
    assert (again.mass, again.x) == (pytest.approx(wanted.mass, rel=REL), pytest.approx(wanted.x, rel=REL))


def test_a_tongue_read_under_the_jack_is_moved_to_where_it_was_read() -> None:
    plain = trailer()
    under_jack = replace(plain, empty=replace(plain.empty, tongue_at=-0.5))
    assert bare(under_jack).x == pytest.approx((50.0 * -0.5 + 450.0 * 3.0) / 500.0)


def test_a_drag_changes_one_row_and_the_supports_follow_linearly() -> None:
    """Source: statics; moving m by d shifts m·d/L from axle to coupler."""
    before = solve(at_fill(rig(tank("water", 400.0, 2.0)), 1.0)).loads
    after = solve(at_fill(rig(tank("water", 400.0, 1.5)), 1.0)).loads
    assert before is not None and after is not None
    mass = 20.0 + 0.4 * 998.2
    assert after.highest.value[0][0] - before.highest.value[0][0] == pytest.approx(mass * 0.5 / 4.0, rel=REL)
    assert np.isclose(after.highest.value[0].sum(), before.highest.value[0].sum())
