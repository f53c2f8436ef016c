"""The safe floor against computing the rig again at every spot; fixes against computing it again once done."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec.structs import replace

from frelt.core.base.figure import Figure, plate
from frelt.core.base.units import METRIC, US
from frelt.core.edit.items import place
from frelt.core.fixes.fix import PROPOSERS, fixes
from frelt.core.liquids.fill_line import fill_lines
from frelt.core.model.carrier import TrailerRatings
from frelt.core.model.rig import Rig
from frelt.core.model.rules import RuleSet
from frelt.core.model.state import FillRange, State
from frelt.core.placing.safe_floor import safe_floor
from frelt.core.solve import solve
from tests.conftest import at_fill, block, demo, rig, tank, trailer

GEOMETRY = ("overlap", "off deck", "state")


def holds(one: Rig) -> bool:
    return not any(c.status == "over" for c in solve(one).checks if c.kind not in GEOMETRY)


@st.composite
def layouts(draw: st.DrawFn) -> Rig:
    """A tank in hand, another tank and a machine somewhere, two states with ranges, plates near the loads."""
    mine = tank("mine", draw(st.floats(50, 500)), draw(st.floats(0.5, 4.5)), draw(st.floats(-0.5, 0.5)))
    other = tank("other", draw(st.floats(50, 500)), draw(st.floats(0.5, 4.5)), draw(st.floats(-0.5, 0.5)))
    machine = block("machine", draw(st.floats(50, 300)), draw(st.floats(0.5, 4.5)), draw(st.floats(-0.5, 0.5)))
    fills = []
    for _ in range(2):
        ends = [sorted(draw(st.tuples(st.floats(0, 1), st.floats(0, 1)))) for _ in range(2)]
        fills.append({t: FillRange(low=lo, high=hi) for t, (lo, hi) in zip(("mine/tank", "other/tank"), ends, strict=True)})
    states = (State(id="a", name="A", fills=fills[0]), State(id="b", name="B", road=False, fills=fills[1]))
    return rig(mine, other, machine, states=states, rules=RuleSet(tongue_ball=(0.08, 0.25), side_difference=0.2))


@given(layouts(), st.floats(0.21, 4.79), st.floats(-0.79, 0.79))
def test_a_spot_is_inside_exactly_where_every_limit_holds(one: Rig, x: float, y: float) -> None:
    """Source: the solver itself at that spot, itself held against PyNite and enumeration of corners."""
    floor = safe_floor(solve(one), "mine")
    moved = place(one, "mine", u=x, v=y)
    inside, near = floor.allows(x, y), floor.allows(x, y, slack=1e-6) != floor.allows(x, y, slack=-1e-6)
    if not near:
        assert inside == holds(moved)


def test_the_floor_ends_where_the_coupler_would_be_lifted_also_in_the_yard() -> None:
    """By hand: 50 kg on the coupler 4 m ahead of the axle; 200 kg behind it lift it from 1 m on. Found by `./run check-long`."""
    yard = (State(id="yard", name="In the yard", road=False),)
    one = rig(block("mine", 200.0, 2.0), states=yard, rules=RuleSet(side_most=0.9))
    floor = safe_floor(solve(one), "mine")
    assert floor.allows(3.99, 0.0) and not floor.allows(4.01, 0.0)
    assert not holds(place(one, "mine", u=4.01, v=0.0)) and holds(place(one, "mine", u=3.99, v=0.0))


def test_an_empty_floor_names_the_limits_that_exclude_each_other() -> None:
    """The tongue wants the tank ahead of where the coupler's plate allows it."""
    ratings = TrailerRatings(gross=plate(5000), coupler_gross=plate(5000), coupler_tongue=plate(120))
    heavy = rig(tank("water", 800.0, 2.0), trailer=replace(trailer(), ratings=ratings))
    floor = safe_floor(solve(at_fill(heavy, 1.0)), "water")
    assert floor.polygon == ()
    assert set(floor.excluding) == {"Coupler, tongue weight", "Tongue share"}


def test_unknown_limits_are_counted_and_others_block() -> None:
    bare = replace(trailer(), ratings=TrailerRatings())
    one = rig(
        block("a", 40.0, 1.0), block("b", 40.0, 2.0), trailer=bare, rules=RuleSet(tongue_ball=(0.0, 1.0), side_difference=1.0)
    )
    floor = safe_floor(solve(one), "a")
    assert (floor.known, floor.counted) == (5, 9)
    assert len(floor.blocked) == 1
    (outer, holes), *rest = floor.free()
    assert not rest
    ring = np.array(holes[0])  # 0.4 m about a 0.4 m neighbour, touching allowed
    assert ring.min(axis=0) == pytest.approx([1.6, -0.4], abs=0.002)
    assert ring.max(axis=0) == pytest.approx([2.4, 0.4], abs=0.002)
    assert np.array(outer).max(axis=0) == pytest.approx([4.8, 0.8])


def test_what_stands_on_a_skid_moves_with_it() -> None:
    from frelt.core.model.carrier import Deck

    deck = Deck(
        id="top",
        name="Skid",
        kind="skid",
        on="skid",
        origin=(0, 0, 0.1),
        outline=((-0.5, -0.5), (0.5, -0.5), (0.5, 0.5), (-0.5, 0.5)),
    )
    skid = replace(block("skid", 60.0, 2.0, size=1.0), height=Figure(value=0.1), decks=(deck,))
    rider = block("rider", 300.0, 0.0)
    rider = replace(rider, place=replace(rider.place, deck="top"))
    one = rig(skid, rider)
    before, after = solve(one), solve(place(one, "skid", u=2.5))
    assert after.frames.items["rider"].at[0] - before.frames.items["rider"].at[0] == pytest.approx(0.5)
    assert after.check("overlap:skid:rider") is None
    assert before.loads is not None and after.loads is not None
    row = before.loads.supports.row("coupler")
    shift = row @ before.loads.table.base[0] - row @ after.loads.table.base[0]
    assert shift == pytest.approx(360.0 * 0.5 / 4.0)


@pytest.mark.parametrize("units", [US, METRIC])
def test_every_fix_of_the_demo_cures_its_check_and_harms_nothing(units: object) -> None:
    before = solve(demo("barn-wash").rigs[0])
    worst = before.checks[0]
    found = fixes(before, worst, units)  # type: ignore[arg-type]
    assert {f.kind for f in found} >= {"shift", "travel"}
    assert [f.effort for f in found if f.leaves == "tight"] == sorted(f.effort for f in found if f.leaves == "tight")
    was = {c.id: c.status for c in before.checks}
    for fix in found:
        after = solve(fix.rig)
        assert after.check(worst.id).status in ("ok", "tight")  # type: ignore[union-attr]
        assert not [c.id for c in after.checks if c.id != worst.id and c.status != "ok" and was[c.id] == "ok"], fix.words


def test_the_shift_is_the_smallest_that_cures() -> None:
    """One grid step less leaves the check over."""
    before = solve(demo("barn-wash").rigs[0])
    fix = next(f for f in fixes(before, before.checks[0], METRIC) if f.kind == "shift")
    moved = fix.rig.item(fix.items[0]).place
    start = before.rig.item(fix.items[0]).place
    step = METRIC.grid if moved.u < start.u else -METRIC.grid
    less = place(fix.rig, fix.items[0], u=moved.u + step)
    assert solve(less).check("tongue-share").status == "over"  # type: ignore[union-attr]


def test_an_exchange_is_found_where_two_items_stand_the_wrong_way_round() -> None:
    """Light at the front, heavy at the back: exchanged, the tongue is heavy enough."""
    one = rig(block("light", 20.0, 2.0), block("heavy", 200.0, 4.0))
    before = solve(one)
    assert before.checks[0].id == "tongue-share"
    exchange = next(f for f in fixes(before, before.checks[0], US) if f.kind == "exchange")
    assert exchange.words == "exchange light and heavy"
    assert solve(exchange.rig).check("tongue-share").status != "over"  # type: ignore[union-attr]


def test_an_overlap_and_an_item_over_the_edge_are_cured_by_the_shortest_way_out() -> None:
    wide = RuleSet(tongue_ball=(0.0, 0.5), side_difference=0.5)
    over = solve(rig(block("a", 40.0, 2.0), block("b", 40.0, 2.3), rules=wide))
    target = over.check("overlap:a:b")
    assert target is not None
    best = fixes(over, target, METRIC)[0]
    assert best.words in ("a 100 mm forward", "b 100 mm back")
    edge = solve(rig(block("a", 40.0, 4.9), rules=wide))
    out = edge.check("off-deck:a")
    assert out is not None
    assert fixes(edge, out, METRIC)[0].words == "a 100 mm forward"


def test_nothing_is_proposed_for_an_unknown() -> None:
    solved = solve(rig(trailer=replace(trailer(), ratings=TrailerRatings())))
    assert solved.checks[0].status == "over" or fixes(solved, solved.checks[0], US) == ()
    assert set(PROPOSERS) == {"shift", "travel", "exchange", "hitch", "straps", "room", "level"}


def test_the_fill_line_is_where_the_limit_is_met() -> None:
    """By hand: 500 kg empty, 20 kg tank, 1 000 kg gross: 480 kg of water of 998.2 kg."""
    ratings = TrailerRatings(gross=plate(1000.0), coupler_gross=plate(3000), coupler_tongue=plate(3000))
    one = rig(tank("water", 1000.0, 2.6), trailer=replace(trailer(), ratings=ratings), rules=RuleSet(tongue_ball=(0, 1)))
    loads = solve(one).loads
    assert loads is not None
    assert fill_lines(loads, 0)[0] == pytest.approx(480.0 / 998.2)
