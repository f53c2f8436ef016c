"""Reactions of the supports against an independent finite-element frame library (PyNite)."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec.structs import replace
from Pynite import FEModel3D

from frelt.core.base.figure import Figure, plate
from frelt.core.base.units import METRIC
from frelt.core.base.value import BadInput
from frelt.core.edit.items import place
from frelt.core.fixes.fix import fixes
from frelt.core.gate import Refused, admit_edit
from frelt.core.judge.words import brief, sentence
from frelt.core.masses.bare import bare, on_axles
from frelt.core.model.carrier import Aboard, Body, Door, Trailer, TrailerEmpty
from frelt.core.model.document import Document
from frelt.core.model.integrity import check_rig
from frelt.core.model.rig import Rig
from frelt.core.model.rules import RuleSet
from frelt.core.model.state import State
from frelt.core.placing.safe_floor import safe_floor
from frelt.core.solve import solve
from frelt.core.statics.supports import Condition
from frelt.core.statics.worst import extreme
from tests.conftest import at_fill, block, examples, rig, tank, trailer

from .frames import Beam

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


def reactions(one: Rig, condition: Condition = "hitched") -> dict[str, float]:
    """Greatest load of every support in the first state; the rigs here have one fill, so the only load."""
    loads = solve(one).loads
    assert loads is not None
    case = loads.standing(condition)
    assert case is not None
    supports = case.supports
    found = extreme(loads.table, supports.rows, np.zeros_like(supports.rows), +1).value[0]
    return dict(zip(supports.ids, found, strict=True))


@pytest.mark.parametrize("where", [0.3, 1.7, 2.5, 4.6])
def test_coupler_and_axle_carry_what_the_frame_library_says(where: float) -> None:
    """Source: PyNite, a simply supported beam with an overhang aft of the axle."""
    empty = bare(trailer())
    one = rig(block("machine", 320.0, where), block("box", 110.0, 1.1))
    found = beam({"coupler": -1.0, "axle": 3.0}, [(empty.mass, empty.x), (320.0, where), (110.0, 1.1)])
    ours = reactions(one)
    assert ours["coupler"] == pytest.approx(found["coupler"], rel=REL)
    assert ours["a0/left"] + ours["a0/right"] == pytest.approx(found["axle"], rel=REL)


def test_axles_that_share_carry_half_each_of_the_mean_station() -> None:
    """Source: PyNite; an equaliser's pin stands at the mean station and halves its load."""
    one = rig(block("machine", 500.0, 1.0), trailer=trailer(axles=(2.6, 3.4)))
    empty = bare(trailer(axles=(2.6, 3.4)))
    found = beam({"coupler": -1.0, "pin": 3.0}, [(empty.mass, empty.x), (500.0, 1.0)])
    loads = solve(one).loads
    assert loads is not None
    for axle in ("a0", "a1"):
        both = loads.supports.axle(axle) @ loads.table.base[0]
        assert both == pytest.approx(found["pin"] / 2, rel=REL)


def test_left_and_right_wheels_share_like_a_beam_across_the_track() -> None:
    """Source: PyNite, a beam across the axle on its two wheels."""
    one = rig(block("machine", 400.0, 3.0, v=0.5))
    found = beam({"left": -1.0, "right": 1.0}, [(450.0, 0.0), (400.0, 0.5)])
    ours = reactions(one)
    assert (ours["a0/left"], ours["a0/right"]) == (
        pytest.approx(found["left"], rel=REL),
        pytest.approx(found["right"], rel=REL),
    )


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
    before = reactions(at_fill(rig(tank("water", 400.0, 2.0)), 1.0))
    after = reactions(at_fill(rig(tank("water", 400.0, 1.5)), 1.0))
    mass = 20.0 + 0.4 * 998.2
    assert after["coupler"] - before["coupler"] == pytest.approx(mass * 0.5 / 4.0, rel=REL)
    assert sum(after.values()) == pytest.approx(sum(before.values()), rel=REL)


PARKED = State(id="p", name="On the jack", condition="parked", road=False)


@pytest.mark.parametrize("where", [0.4, 2.0, 4.2])
def test_parked_the_jack_and_the_axle_carry_what_the_frame_library_says(where: float) -> None:
    """Source: PyNite; the jack stands 0.3 m behind the coupler, so it carries more than the ball did."""
    stood = replace(trailer(), jack_x=-0.7)
    one = rig(block("machine", 320.0, where), trailer=stood, states=(PARKED,))
    empty = bare(stood)
    found = beam({"jack": -0.7, "axle": 3.0}, [(empty.mass, empty.x), (320.0, where)])
    ours = reactions(one, "parked")
    assert ours["jack"] == pytest.approx(found["jack"], rel=REL)
    assert ours["a0/left"] + ours["a0/right"] == pytest.approx(found["axle"], rel=REL)
    jack = solve(one).check("jack")
    assert jack is not None and jack.load == pytest.approx(found["jack"], rel=REL)
    assert (jack.status, jack.lifted) == (("over", True) if found["jack"] < 0 else ("unknown", False))


def test_the_tail_holds_the_person_at_which_the_frame_librarys_jack_is_free() -> None:
    """Source: PyNite; with the tip mass standing at the end of the deck the jack's reaction is nothing."""
    stood = replace(trailer(), jack_x=-0.7)
    one = rig(block("machine", 200.0, 2.0), trailer=stood, states=(PARKED,))
    tip = solve(one).check("tip")
    assert tip is not None and tip.load is not None
    empty = bare(stood)
    found = beam({"jack": -0.7, "axle": 3.0}, [(empty.mass, empty.x), (200.0, 2.0), (tip.load, 5.0)])
    assert found["jack"] == pytest.approx(0.0, abs=1e-6 * tip.load)
    ramp = replace(stood, body=Body(doors=(Door(id="r", name="Ramp", side="rear", start=-1, end=1, kind="ramp", height=1.5),)))
    longer = solve(replace(one, trailer=ramp)).check("tip")
    assert longer is not None and longer.load == pytest.approx(tip.load * 2.0 / 3.5)


def test_the_tip_is_told_in_words_and_an_unknown_jack_is_asked_for() -> None:
    heavy = rig(block("machine", 420.0, 3.3), trailer=replace(trailer(), jack_x=-0.7), states=(PARKED,))
    tip = solve(heavy).check("tip")
    assert tip is not None and tip.status == "over" and tip.side == "low"
    assert sentence(tip, METRIC).startswith("A person of 113 kg stepping on the tail tips it off its jack, ")
    assert brief(tip, METRIC).startswith("tail tips at ")
    blind = solve(replace(heavy, trailer=trailer()))
    assert sentence(blind.checks[0], METRIC) == "“On the jack”: where the jack stands is not entered (Chassis)"


def test_a_gooseneck_is_the_same_beam_with_a_window_of_its_own() -> None:
    """Source: PyNite; common practice, no source: 15 to 25 % on a gooseneck."""
    neck = replace(trailer(coupler=-2.0), coupler="gooseneck")
    one = rig(block("machine", 600.0, 1.4), trailer=neck)
    found = beam({"coupler": -2.0, "axle": 3.0}, [(bare(neck).mass, bare(neck).x), (600.0, 1.4)])
    assert reactions(one)["coupler"] == pytest.approx(found["coupler"], rel=REL)
    share = solve(one).check("tongue-share")
    assert share is not None and share.load == pytest.approx(found["coupler"] / 1100.0) and share.status == "ok"


def test_one_limit_in_two_conditions_is_judged_by_the_worse() -> None:
    """The axle carries more on the jack than on the ball only where the load lies ahead of neither."""
    stood = replace(trailer(), jack_x=1.0)
    states = (State(id="road", name="On the road"), PARKED)
    solved = solve(rig(block("machine", 300.0, 0.5), trailer=stood, states=states))
    axle = solved.check("axle:a0")
    hitched = reactions(rig(block("machine", 300.0, 0.5), trailer=stood))
    assert axle is not None and axle.load == pytest.approx(hitched["a0/left"] + hitched["a0/right"]) and axle.state == "road"
    known, counted = solved.known
    assert (known, counted) == (10, 11)  # the jack's plate is not read yet


def on_springs(stations: list[float], rates: list[float], sunk: float, loads: list[tuple[float, float]]) -> dict[str, float]:
    """Reactions of a stiff beam held at the coupler (-1.0) at a height, on springs that touch at no height.

    sunk: how far the coupler stands below where the springs just touch [m].
    """
    model = FEModel3D()
    model.add_material("steel", 210e9, 80e9, 0.3, 7850)
    model.add_section("stiff", 1.0, 1.0, 1.0, 1.0)
    xs = [-1.0, *stations, stations[-1] + 2.0]
    for i, x in enumerate(xs):
        model.add_node(f"n{i}", x, 0, 0)
    for i in range(len(xs) - 1):
        model.add_member(f"m{i}", f"n{i}", f"n{i + 1}", "steel", "stiff")
    model.def_support("n0", True, True, True, True, False, False)
    model.def_node_disp("n0", "DY", -sunk)
    for i, rate in enumerate(rates, 1):
        model.def_support(f"n{i}", False, False, True, False, False, False)
        model.def_support_spring(f"n{i}", "DY", rate)
    for mass, x in loads:
        i = max(n for n in range(len(xs) - 1) if xs[n] <= x)
        model.add_member_pt_load(f"m{i}", "Fy", -mass, x - xs[i])
    model.analyze_linear(check_statics=False)
    found = {f"a{i}": -float(model.nodes[f"n{i + 1}"].DY["Combo 1"]) * k for i, k in enumerate(rates)}
    return found | {"coupler": sum(m for m, _ in loads) - sum(found.values())}


def torsion(stations: list[float], rates: list[float], ball: float | None) -> Trailer:
    base = trailer(axles=tuple(stations), tongue=60.0, on_axles=440.0)
    axles = tuple(replace(a, rate=Figure(value=k)) for a, k in zip(base.axles, rates, strict=True))
    return replace(base, axles=axles, sharing="independent", coupler_z=0.45, ball_z=ball)


@examples(15)
@given(
    st.lists(st.floats(10_000, 40_000), min_size=2, max_size=3),
    st.floats(0.7, 1.1),
    st.floats(-0.03, 0.03),
    st.floats(100, 700),
    st.floats(0.3, 4.5),
)
def test_axles_without_an_equalizer_carry_what_a_beam_on_springs_does(
    rates: list[float], gap: float, raised: float, mass: float, where: float
) -> None:
    """Source: PyNite, a stiff beam on three or four supports: the coupler held at its height, each axle a spring."""
    stations = [2.4 + gap * i for i in range(len(rates))]
    carried = torsion(stations, rates, 0.45 + raised)
    empty = bare(carried)
    sag = empty.mass * (empty.x + 1.0) / sum(k * (x + 1.0) for k, x in zip(rates, stations, strict=True))
    found = on_springs(stations, rates, sag - raised, [(empty.mass, empty.x), (mass, where)])
    ours = reactions(rig(block("machine", mass, where), trailer=carried))
    assert ours["coupler"] == pytest.approx(found["coupler"], rel=1e-3, abs=0.2)
    for axle in (f"a{i}" for i in range(len(rates))):
        assert ours[f"{axle}/left"] + ours[f"{axle}/right"] == pytest.approx(found[axle], rel=1e-3, abs=0.2)


def test_the_spread_of_a_sprung_axle_holds_what_its_springs_and_its_hitchs_height_leave_open() -> None:
    """Source: PyNite, the same beam with one rate, then with the coupler's height, moved by its ±; root of squares."""
    stations, rates, unsure, raised = [2.4, 3.3], [10_000.0, 12_000.0], 1_200.0, 0.02
    firm = torsion(stations, rates, 0.45 + raised)
    loose = replace(firm, axles=tuple(replace(a, rate=replace(a.rate, plus_minus=unsure)) for a in firm.axles if a.rate))
    machine, empty = block("machine", 500.0, 2.6), bare(firm)

    def beams(more: tuple[float, ...], up: float = 0.0) -> dict[str, float]:
        own = [k + m for k, m in zip(rates, more, strict=True)]
        sag = empty.mass * (empty.x + 1.0) / sum(k * (x + 1.0) for k, x in zip(own, stations, strict=True))
        return on_springs(stations, own, sag - raised + up, [(empty.mass, empty.x), (500.0, 2.6)])

    base, moves = beams((0.0, 0.0)), [beams((unsure, 0.0)), beams((0.0, unsure))]
    height = beams((0.0, 0.0), 0.01 * 2**0.5)
    for name, support in (("axle:a1", "a1"), ("coupler:tongue", "coupler")):
        ours, before = solve(rig(machine, trailer=loose)).check(name), solve(rig(machine, trailer=firm)).check(name)
        assert ours is not None and before is not None
        own = sum((m[support] - base[support]) ** 2 for m in moves)
        assert ours.spread**2 - before.spread**2 == pytest.approx(own, rel=2e-3)
        assert before.spread > abs(height[support] - base[support]) > 1.0


def test_a_nose_high_hitch_loads_the_rear_axle_and_a_far_too_high_one_lifts_the_front() -> None:
    """By design.md: a nose-high hitch loads the rear axle; where a wheel lifts the other carries as on one axle."""
    rates = [30_000.0, 30_000.0]

    def loads(ball: float | None) -> dict[str, float]:
        return reactions(rig(block("machine", 500.0, 2.6), trailer=torsion([2.4, 3.3], rates, ball)))

    level, high = loads(None), loads(0.48)
    assert high["a1/left"] > level["a1/left"] and high["a0/left"] < level["a0/left"]
    assert sum(high.values()) == pytest.approx(sum(level.values()))
    lifted = solve(rig(block("machine", 500.0, 2.6), trailer=torsion([2.4, 3.3], rates, 0.60)))
    assert lifted.checks[0].id == "lift:a0" and "leaves the ground" in sentence(lifted.checks[0], METRIC)
    one_axle = trailer(axles=(3.3,))
    empty = bare(torsion([2.4, 3.3], rates, 0.60))
    found = beam({"coupler": -1.0, "axle": 3.3}, [(empty.mass, empty.x), (500.0, 2.6)])
    assert len(one_axle.axles) == 1
    rear, front = lifted.check("axle:a1"), lifted.check("axle:a0")
    assert rear is not None and front is not None
    assert (rear.load, front.load) == (pytest.approx(found["axle"]), pytest.approx(0.0))
    share = lifted.check("tongue-share")
    assert share is not None and share.load == pytest.approx(found["coupler"] / 1000.0)


def test_a_lower_ball_is_offered_where_it_cures_and_moves_nothing() -> None:
    carried = torsion([2.4, 3.3], [60_000.0, 60_000.0], 0.49)
    tight = tuple(replace(a, rating=plate(620.0)) for a in carried.axles)
    one = rig(block("machine", 600.0, 2.45), trailer=replace(carried, axles=tight), rules=RuleSet(tongue_ball=(0.0, 0.4)))
    before = solve(one)
    assert before.checks[0].id == "axle:a1" and before.checks[0].status == "over"
    fix = fixes(before, before.checks[0], METRIC)[0]
    assert fix.kind == "hitch" and fix.words.endswith("lower") and fix.effort == 0.0
    assert solve(fix.rig).check("axle:a1").status != "over"  # type: ignore[union-attr]


@given(st.floats(0.5, 4.0), st.floats(-0.5, 0.5), st.floats(0.43, 0.47))
def test_the_safe_floor_holds_on_springs_too(x: float, y: float, ball: float) -> None:
    """Source: the solver itself at that spot, held against PyNite above."""
    carried = torsion([2.4, 3.3], [50_000.0, 40_000.0], ball)
    one = rig(
        tank("mine", 300.0, 2.0),
        block("machine", 150.0, 1.0, 0.2),
        trailer=carried,
        rules=RuleSet(tongue_ball=(0.02, 0.3), side_difference=0.3),
    )
    floor = safe_floor(solve(one), "mine")
    inside, near = floor.allows(x, y), floor.allows(x, y, slack=1e-6) != floor.allows(x, y, slack=-1e-6)
    moved = solve(place(one, "mine", u=x, v=y))
    if not near and 0.21 < x < 4.79:
        assert inside == (not any(c.status == "over" for c in moved.checks if c.kind not in ("overlap", "off deck")))


def test_empty_axles_read_one_by_one_are_a_beam_with_both_where_they_stand() -> None:
    """By hand, moments about the coupler: 200 kg at 2.4 m and 500 kg at 3.3 m, 60 kg on the tongue; found once 39 kg of tongue off."""
    base = trailer((2.4, 3.3))
    height = Figure(value=0.5)
    each = replace(
        base, empty=TrailerEmpty(tongue=Figure(value=60), each=(Figure(value=200), Figure(value=500)), height=height)
    )
    found = bare(each)
    assert found.mass == pytest.approx(760)
    assert found.x == pytest.approx((60 * -1.0 + 200 * 2.4 + 500 * 3.3) / 760)
    together = replace(each, empty=TrailerEmpty(tongue=Figure(value=60), axles=Figure(value=700), height=height))
    at_middle = bare(together)
    off = (found.x - at_middle.x) * 760 / (base.axle_x + 1.0)
    assert off == pytest.approx((500 - 200) * 0.45 / 3.85)  # of tongue, had they been taken for one at their middle
    assert not any(name.endswith("together") for name, _ in at_middle.doubts)
    unequal = bare(replace(together, sharing="independent"))
    (doubt,) = [v for name, v in unequal.doubts if name == "empty axles read together"]
    assert doubt[1] >= abs(found.x - at_middle.x) * 760  # the ± says that it may be so


def test_gross_and_tongue_are_a_third_way_to_say_the_same() -> None:
    base = trailer((2.4, 3.3))
    read = TrailerEmpty(tongue=Figure(value=60, plus_minus=5), axles=Figure(value=700, plus_minus=10), height=Figure(value=0.5))
    whole = replace(read, axles=None, gross=Figure(value=760, plus_minus=10))
    one, other = bare(replace(base, empty=read)), bare(replace(base, empty=whole))
    assert (one.mass, one.x) == pytest.approx((other.mass, other.x))
    tongue = next(v for name, v in other.doubts if name == "empty tongue")
    assert tongue[0] == 0 and tongue[1] == pytest.approx(5 * (-1.0 - 2.85))  # moves the moment, not the mass
    read_axles = on_axles(whole)
    assert read_axles is not None and read_axles.value == 700 and read_axles.plus_minus == pytest.approx((10**2 + 5**2) ** 0.5)


@pytest.mark.parametrize(
    ("change", "says"),
    [
        ({"axles": None}, "nothing that stands on the axles"),
        ({"gross": Figure(value=500)}, "axles and gross"),
        ({"axles": None, "each": (Figure(value=1),)}, "one for each of the 2 axles"),
    ],
)
def test_readings_that_contradict_each_other_are_refused(change: dict[str, object], says: str) -> None:
    base = trailer((2.4, 3.3))
    assert base.empty is not None
    with pytest.raises(BadInput, match=says):
        check_rig(rig(trailer=replace(base, empty=replace(base.empty, **change))))


def parked_on_springs(where: float, mass: float, held: float | None) -> tuple[Rig, Trailer]:
    base = replace(torsion([2.4, 3.3], [40_000.0, 25_000.0], None), jack_x=-0.6, parked_z=held)
    return rig(block("machine", mass, where), trailer=base, states=(PARKED,)), base


def jacked(base: Trailer, loads: list[tuple[float, float]], sunk: float) -> dict[str, float]:
    """A stiff beam held up at its jack alone, so high that its coupler's end stands `sunk` below where the springs just touch."""
    frame = Beam()
    nodes = frame.run("n", [-1.0, -0.6, 2.4, 3.3, 5.0])
    for node, rate in ((nodes[2], 40_000.0), (nodes[3], 25_000.0)):
        frame.model.def_support(node, False, False, True, False, False, False)
        frame.model.def_support_spring(node, "DY", rate)
    for mass, x in loads:
        i = max(n for n, at in enumerate([-1.0, -0.6, 2.4, 3.3]) if at <= x)
        frame.model.add_member_pt_load(f"n{i}-n{i + 1}", "Fy", -mass, x - [-1.0, -0.6, 2.4, 3.3][i])
    frame.hold(nodes[1], along=True)
    frame.model.def_node_disp(nodes[1], "DY", -sunk)
    frame.solve()
    found = {f"a{i}": frame.sunk(nodes[i + 2]) * k for i, k in enumerate((40_000.0, 25_000.0))}
    return found | {"jack": sum(m for m, _ in loads) - sum(found.values()), "coupler sunk": frame.sunk(nodes[0])}


@examples(12)
@given(st.floats(0.3, 4.4), st.floats(100, 700))
def test_a_sprung_trailer_on_its_jack_is_cranked_level_or_stands_at_a_height(where: float, mass: float) -> None:
    """Source: PyNite, a beam on springs held at the jack; cranked until both springs sag alike, or until the coupler is so high."""
    one, base = parked_on_springs(where, mass, None)
    empty = bare(base)
    loads = [(empty.mass, empty.x), (mass, where)]
    at = [jacked(base, loads, s) for s in (0.0, 0.1)]
    slope = [(at[1][f"a{i}"] - at[0][f"a{i}"]) / 0.1 / k for i, k in enumerate((40_000.0, 25_000.0))]
    sag = [at[0][f"a{i}"] / k for i, k in enumerate((40_000.0, 25_000.0))]
    level = (sag[1] - sag[0]) / (slope[0] - slope[1])
    found, ours = jacked(base, loads, level), reactions(one, "parked")
    assert found["a0"] / 40_000.0 == pytest.approx(found["a1"] / 25_000.0)
    for axle in ("a0", "a1"):
        assert ours[f"{axle}/left"] + ours[f"{axle}/right"] == pytest.approx(found[axle], rel=REL)
    assert ours["jack"] == pytest.approx(found["jack"], rel=REL, abs=1e-4)  # near nothing, what a stiffness solver leaves [kg]
    own = empty.mass * (empty.x + 1.0) / (40_000.0 * 3.4 + 25_000.0 * 4.3)  # how far the level empty trailer sags
    held, raised = parked_on_springs(where, mass, 0.45 + 0.02)
    wanted = own - 0.02  # of the coupler's end below where the springs just touch
    ends = [jacked(raised, loads, s)["coupler sunk"] for s in (0.0, 0.1)]
    high = jacked(raised, loads, (wanted - ends[0]) / (ends[1] - ends[0]) * 0.1)
    if min(high["a0"], high["a1"]) > 1:  # springs that pull are another test's
        theirs = reactions(held, "parked")
        for axle in ("a0", "a1"):
            assert theirs[f"{axle}/left"] + theirs[f"{axle}/right"] == pytest.approx(high[axle], rel=REL)


@pytest.mark.parametrize("held", [None, 0.45])
def test_on_springs_the_tail_holds_the_person_at_which_the_jack_is_free(held: float | None) -> None:
    """Source: PyNite; the jack stays as high as it was cranked, and the springs give way. Without them it was 4 to 15 % off."""
    one, base = parked_on_springs(1.6, 500.0, held)
    tip = solve(one).check("tip")
    assert tip is not None and tip.load is not None
    empty = bare(base)
    before = reactions(one, "parked")
    loads = [(empty.mass, empty.x), (500.0, 1.6)]
    rest = jacked(base, loads, 0.0)["jack"]
    per = (jacked(base, loads, 0.1)["jack"] - rest) / 0.1
    cranked = (before["jack"] - rest) / per
    assert jacked(base, [*loads, (tip.load, 5.0)], cranked)["jack"] == pytest.approx(0.0, abs=2e-3 * tip.load)
    shared = replace(base, sharing="equaliser", axles=tuple(replace(a, rate=None) for a in base.axles))
    stiff = solve(replace(one, trailer=shared)).check("tip")
    assert stiff is not None and stiff.load is not None and abs(stiff.load / tip.load - 1) > 0.03


def test_a_wrong_jack_stops_its_own_state_only_and_springs_of_no_rate_none_of_the_program() -> None:
    road = State(id="r", name="Road")
    between = replace(trailer((2.4, 3.3)), jack_x=2.6)
    solved = solve(rig(block("b", 100.0, 1.0), trailer=between, states=(road, PARKED)))
    assert solved.loads is not None and solved.check("axle:a0") is not None
    assert "jack does not stand ahead of the axles" in (solved.check("state:p") or solved.checks[0]).why
    for rates in ([0.0, 0.0], [-5.0, 40_000.0]):
        flat = solve(rig(block("b", 100.0, 1.0), trailer=torsion([2.4, 3.3], rates, None), states=(road,)))
        assert flat.loads is None and "above zero" in flat.why and flat.checks[0].status == "unknown"
    with pytest.raises(Refused, match=r"empty weight, tongue: -5; expected at least 0"):
        admit_edit(Document(rigs=(rig(trailer=trailer(tongue=-5.0)),)), Document())
