"""Caps of a placard: every fill up to them keeps every limit with its reserve and its ±; nothing is proved by a plate that is unread."""

import pytest
from msgspec.structs import replace

from frelt.core.base.figure import NOT_RATED
from frelt.core.base.text import joined
from frelt.core.base.units import US
from frelt.core.edit.states import set_fill
from frelt.core.judge.check import level_of
from frelt.core.liquids.on_the_road import road_states, unread
from frelt.core.liquids.own_ranges import which_question
from frelt.core.liquids.road_caps import road_caps
from frelt.core.liquids.road_fill import RoadFill
from frelt.core.liquids.road_words import why_not_proved
from frelt.core.model.carrier import TrailerRatings, VehicleRatings
from frelt.core.model.rig import Rig
from frelt.core.model.state import FillRange
from frelt.core.report.verdict import verdict
from frelt.core.solve import Solved, solve
from tests.conftest import demo, found_rig
from tests.core.test_packed import packed

RIGS = ("barn-wash", "hull-rinse", "playground-rinse", "ballast-wash", "shelter-round", "tram-stops")


def under(rig: Rig, found: RoadFill) -> Solved:
    """The rig with its road ranges up to some caps."""
    for s in road_states(rig):
        for cap in found.caps:
            rig = set_fill(rig, rig.states[s].id, cap.tank.address, FillRange(low=min(cap.low, cap.fill), high=cap.fill))
    return solve(rig)


def test_under_the_caps_every_limit_keeps_its_reserve_and_its_spread_and_some_cap_cannot_grow() -> None:
    """By the solver itself over every fill of the ranges, which knows nothing of the program that found the caps."""
    proved = 0
    for name in RIGS:
        rig = demo(name).rigs[0]
        found = road_caps(solve(rig))
        if not found.caps:
            continue
        proved += 1
        road = {rig.states[s].id for s in road_states(rig)}
        judged = under(rig, found)
        assert judged.loads is not None
        for state in road:
            for c in judged.by_state[state]:
                held = level_of(c.kind, rig.rules) in ("broken", "danger") and c.limit is not None and c.kind != "lift"
                if not held or c.subject in found.tight or c.lifted or (c.side == "low" and c.limit == 0.0):
                    continue
                assert (
                    c.margin is not None and c.margin >= max(rig.rules.reserve * abs(c.limit), c.spread) * (1 - 0.02) - 1e-6
                ), (name, c.id)  # type: ignore[arg-type]
        assert found.paper is not None and found.paper.volume >= found.volume - 1e-9
    assert proved >= 4


def test_an_unread_plate_passes_nowhere_and_a_decision_is_no_gap() -> None:
    rig = demo("hull-rinse").rigs[0]
    assert rig.trailer is not None
    whole = road_caps(solve(rig))
    assert whole.proved and not whole.unread
    blank = replace(rig, trailer=replace(rig.trailer, ratings=replace(rig.trailer.ratings, gross=None)))
    found = road_caps(solve(blank))
    assert (
        not found.proved
        and [u.field for u in found.unread] == ["ratings.gross"]
        and "certification label" in found.unread[0].where
    )
    decided = road_caps(
        solve(replace(rig, trailer=replace(rig.trailer, ratings=replace(rig.trailer.ratings, gross=NOT_RATED))))
    )
    assert decided.proved and decided.unrated == ("Laden trailer",) and not decided.bare  # each axle has a plate of its own
    nothing = tuple(replace(a, rating=None, tires=replace(a.tires, rating=None, load_index=None)) for a in rig.trailer.axles)
    bare = replace(rig, trailer=replace(rig.trailer, ratings=TrailerRatings(), axles=nothing))
    assert len(unread(solve(bare))) >= 5
    van = demo("shelter-round").rigs[0]
    assert van.vehicle is not None
    bare_van = replace(van, vehicle=replace(van.vehicle, ratings=VehicleRatings()))
    assert {"vehicle.ratings.gross", "vehicle.ratings.payload"} <= {u.field for u in unread(solve(bare_van))}


def test_where_no_plate_is_there_to_be_right_by_a_placard_is_a_draft_that_says_so() -> None:
    rig = demo("hull-rinse").rigs[0]
    assert rig.trailer is not None and road_caps(solve(rig)).proved
    no_axle = tuple(replace(a, rating=NOT_RATED) for a in rig.trailer.axles)
    by_tires = road_caps(solve(replace(rig, trailer=replace(rig.trailer, axles=no_axle))))
    assert (
        by_tires.proved and not by_tires.bare and by_tires.unrated
    )  # what stands on tires of a rating has that to be right by
    none = tuple(replace(a, tires=replace(a.tires, rating=NOT_RATED, load_index=None)) for a in no_axle)
    free = solve(replace(rig, trailer=replace(rig.trailer, axles=none)))
    axles = tuple(a.name.lower() for a in rig.trailer.axles)
    assert road_caps(free).bare == axles and not road_caps(free).proved
    assert f"No plate is there to be right by, all are not rated: {joined(list(axles))}." in why_not_proved(road_caps(free))
    assert "but no plate says what is right for axle" in verdict(free, US)
    harbor = road_caps(solve(found_rig("not-rated-harbor")))
    assert harbor.bare == ("front axle", "rear axle", "laden vehicle") and not harbor.proved


@pytest.mark.parametrize("name", ["harbor-skid", "shelter-van", "solar-gooseneck", "tram-tray", "shelter-round"])
def test_what_is_likely_over_on_the_road_is_on_no_placard_as_right(name: str) -> None:
    """By the solver itself, over every fill up to the caps."""
    rig = demo(name).rigs[0] if name == "shelter-round" else packed(name)
    found = road_caps(solve(rig))
    judged = under(rig, found)
    road = {rig.states[s].id for s in road_states(rig)}
    likely = {c.subject for s in road for c in judged.by_state.get(s, ()) if c.likely is not None}
    assert set(found.likely) == likely and likely and not found.proved
    assert why_not_proved(found)[-1].startswith("Likely over at these fills")


def test_customs_and_questions_never_hold_a_cap_back() -> None:
    rig = demo("hull-rinse").rigs[0]
    wide, narrow = (replace(rig, rules=replace(rig.rules, side_difference=d)) for d in (0.5, 0.001))
    assert [c.fill for c in road_caps(solve(wide)).caps] == [c.fill for c in road_caps(solve(narrow)).caps]


def test_caps_and_states_answer_two_questions_and_say_which() -> None:
    """The barn rig leaves the yard full, which is right; drawn down in any mix it is not. Both are true, of different fills."""
    solved = solve(demo("barn-wash").rigs[0])
    found = road_caps(solved)
    said = which_question(solved, found)
    assert "every mix at once" in said and "“Leaving the yard” is right with more in a tank" in said
    state = solved.rig.state_number("leaving")
    water = next(c for c in found.shown if c.tank.part.liquid.tint == "water")
    number = [t.address for t in solved.loads.table.tanks].index(water.tank.address)  # type: ignore[union-attr]
    assert solved.loads.table.high[state, number] > water.fill  # type: ignore[union-attr]
    assert "between jobs" not in said.lower()  # it is over there: no second truth
    assert which_question(solved, road_caps(solved, exact=True)) == ""
