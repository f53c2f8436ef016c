"""Edits that the window asks for, by what they do to a rig; by hand unless a source is named."""

from itertools import count

import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec.structs import replace

from frelt.app.stock import class_of
from frelt.core.base.figure import Figure, plate
from frelt.core.base.value import FreltError
from frelt.core.edit.around_deck import usual_door, usual_well, usual_wish, usual_zone, with_dovetail, with_platform, with_roof
from frelt.core.edit.springs import sag, with_sag
from frelt.core.edit.states import fill_shown, fills_of_its_own, person_weighs, seated, state_like, with_state
from frelt.core.edit.tied import Tied, link_of, tied, tied_of, with_tied
from frelt.core.geometry.frames import Frames
from frelt.core.geometry.measures import bounds, main_box
from frelt.core.kind.substances import WATER, hypochlorite
from frelt.core.liquid.vessels import vessels_of
from frelt.core.model.integrity import check_rig
from frelt.core.model.rig import Rig
from frelt.core.model.state import FillRange, State
from frelt.core.model.ties import Link
from frelt.core.planning.new_rig import every_fill, new_rig
from frelt.core.planning.readings import lever, tongue_by_plank
from frelt.core.solve import solve
from tests.conftest import demo, rig, tank, trailer


@given(st.floats(0.0, 0.99))
def test_when_one_is_full_the_other_holds_at_most_so_much_and_in_between_in_proportion(most: float) -> None:
    one = with_tied(rig(tank("a", 300, 1.0), tank("b", 300, 3.0)), (Tied("a/tank", "b/tank", most),))
    (said,) = tied(one)
    assert said.most == pytest.approx(most) and (said.full, said.other) == ("a/tank", "b/tank")
    (link,) = one.links
    for full in (0.0, 0.5, 1.0):
        other = 1.0 - (1.0 - most) * full  # by hand: a straight line from (0, 1) to (1, most)
        total = link.factors["a/tank"] * full + link.factors["b/tank"] * other
        assert total == pytest.approx(link.high)


def test_conditions_of_another_form_stay_and_a_tank_is_not_tied_to_itself() -> None:
    odd = Link(factors={"a/tank": 2.0, "b/tank": 1.0}, low=-1.0, high=1.5)
    one = replace(rig(tank("a", 300, 1.0), tank("b", 300, 3.0)), links=(odd,))
    made = with_tied(one, (Tied("a/tank", "b/tank", 0.5),))
    assert made.links == (odd, link_of(Tied("a/tank", "b/tank", 0.5))) and with_tied(made, ()).links == (odd,)
    assert tied_of(odd) is None and tied_of(replace(link_of(Tied("a/tank", "b/tank", 0.5)), states=("road",))) is None
    with pytest.raises(FreltError, match="tied to itself"):
        with_tied(one, (Tied("a/tank", "a/tank", 0.5),))


def test_a_fill_is_shown_in_whole_measures_and_widens_its_range() -> None:
    one = rig(tank("a", 100.0, 1.0))
    one = with_state(one, replace(one.states[0], fills={"a/tank": FillRange(low=0.4, high=0.6)}))
    up = fill_shown(one, "road", "a/tank", 0.837, 0.005).states[0].fills["a/tank"]  # 5 L of 100 L
    assert (up.low, up.high, up.now) == pytest.approx((0.4, 0.85, 0.85))
    down = fill_shown(one, "road", "a/tank", -0.3, 0.005).states[0].fills["a/tank"]
    assert (down.low, down.high, down.now) == pytest.approx((0.0, 0.6, 0.0))
    assert fill_shown(one, "road", "gone/tank", 0.5, 0.005) is one


def test_a_state_like_another_carries_what_it_carries() -> None:
    one = demo("tram-stops").rigs[0]
    made = state_like(one, one.states[1], "copy")
    check_rig(made)
    first, copy = (solve(made).by_state[i] for i in (one.states[1].id, "copy"))
    assert [(c.id, c.load) for c in first] == [(c.id, c.load) for c in copy]
    assert (
        made.states[-1].name == f"{one.states[1].name}, again" and state_like(one, None, "x").states[-1].name == "On the road"
    )
    own = fills_of_its_own(one, one.states[1])
    assert set(own.fills) == {a for a, _, _ in one.tanks()}
    assert all(own.fills[a] == vessels_of(one).range(one.states[1], a) for a, _, _ in one.tanks())


def test_who_sits_down_weighs_what_is_said_and_gets_up_again() -> None:
    one = demo("tram-stops").rigs[0]
    assert one.vehicle is not None
    seat, empty = one.vehicle.seats[0], replace(one.states[1], people=())
    there = person_weighs(seated(empty, seat.id, seat.name, "p-new"), seat.id, 95.0)
    (person,) = there.people
    assert (person.seat, person.mass.value, person.mass.plus_minus) == (seat.id, 95.0, 5.0)
    assert seated(there, seat.id, seat.name, "p-other").people[0].id == "p-other"  # two do not sit in one seat
    assert not seated(there, seat.id, seat.name, "").people
    mass = [float(solve(with_state(one, s)).loads.table.base[1, 0]) for s in (empty, there)]  # type: ignore[union-attr]
    assert mass[1] - mass[0] == pytest.approx(95.0)


@given(st.floats(0.01, 0.3), st.floats(300, 3000))
def test_a_spring_is_known_by_how_far_it_gives_way_at_its_rating(given_way: float, rating: float) -> None:
    base = trailer((2.4, 3.3))
    base = replace(base, axles=tuple(replace(a, rating=plate(rating)) for a in base.axles))
    made = with_sag(base, 1, given_way)
    assert sag(made.axles[1]) == pytest.approx(given_way) and sag(made.axles[0]) is None
    rate = made.axles[1].rate
    assert (
        rate is not None
        and rate.value * given_way == pytest.approx(rating)
        and rate.plus_minus == pytest.approx(0.15 * rate.value)
    )
    assert with_sag(made, 1, None).axles[1].rate is None
    with pytest.raises(FreltError, match="rating comes first"):
        with_sag(replace(base, axles=(replace(base.axles[0], rating=None),)), 0, given_way)


def test_a_tongue_by_a_plank_is_the_lever_rule() -> None:
    """By hand: a scale that reads 60 kg at 2 m stands for 150 kg at 0.8 m from the block."""
    found = tongue_by_plank(60.0, 2.0, 0.8)
    assert found.value == pytest.approx(150.0) and found.plus_minus == pytest.approx(4.5) and found.source == "weighed"
    assert found.value == pytest.approx(lever(60.0, 2.0, 0.8, 0.0))


def test_what_is_added_around_a_deck_joins_it_and_is_sound() -> None:
    base = trailer()
    x0, y0, x1, y1, z = main_box(base)
    tail = with_dovetail(base, "tail").decks[-1]
    u0, v0, u1, v1 = bounds(tail)
    assert tail.origin == (x1, 0.0, z) and (v0, v1) == (y0, y1) and u0 == 0.0
    end = (tail.origin[0] + tail.u[0] * u1, z + tail.u[2] * u1)
    assert end == pytest.approx((x1 + 1.2, z - 0.18)) and u1**2 == pytest.approx(1.2**2 + 0.18**2)
    roof = with_roof(replace(base, body=replace(base.body, wall=1.9)), "roof").decks[-1]
    assert roof.origin[2] == pytest.approx(z + 1.9) and bounds(roof) == pytest.approx((0, y0, x1 - x0, y1))
    front = with_platform(base, "front").decks[-1]
    assert front.origin[0] - base.coupler_x == pytest.approx(0.3) and front.origin[0] + bounds(front)[2] < x0
    with pytest.raises(FreltError, match="no tongue"):
        with_platform(demo("tram-stops").rigs[0].vehicle, "front")  # type: ignore[arg-type]
    door, well, zone, wish = usual_door(base, "d"), usual_well(base, "w"), usual_zone(base, "z"), usual_wish(base)
    assert 0 <= door.start < door.end <= x1 - x0 and well.start < base.axles[-1].x < well.end
    assert zone.x0 < zone.x1 <= x1 and zone.y0 < zone.y1 <= y1 and wish.deck == "floor"
    whole = replace(
        with_platform(with_dovetail(base, "tail"), "front"),
        body=replace(base.body, doors=(door,), wells=(well,), zones=(zone,)),
    )
    made = rig(trailer=whole)
    check_rig(made)
    assert set(Frames(made).decks) == {"floor", "tail", "front"} and solve(made).loads is not None


def test_a_figure_without_a_rating_has_no_sag() -> None:
    (axle,) = trailer().axles
    assert sag(replace(axle, rate=Figure(value=20_000.0))) == pytest.approx(1500.0 / 20_000)
    assert sag(replace(axle, rate=Figure(value=20_000.0), rating="not rated")) is None


def test_a_new_rig_has_the_states_people_drive_and_whole_ranges_between_them() -> None:
    """Dry and leaving are narrow; between jobs and home anything may be met; water by what is done with it before the road."""
    numbers = count(1)
    for water, leaving, between in (
        ("carried", (1.0, 1.0), (0.05, 1.0)),
        ("dumped", (0.0, 0.05), (0.0, 0.05)),
        ("either", (0.0, 1.0), (0.0, 1.0)),
    ):
        made = new_rig(class_of("van-long-high"), "Van", lambda what: f"{what}-{next(numbers)}", None, water, crew=2)
        deck = made.carriers[0].main_deck.id
        own = [
            replace(i, place=replace(i.place, deck=deck), parts=(replace(i.tanks[0], liquid=liquid, heel=0.05),))
            for i, liquid in ((tank("w", 300.0, 1.0), WATER), (tank("s", 60.0, 2.0), hypochlorite(12.5)))
        ]
        full = replace(made, items=(*made.items, *own))
        dry, out, jobs, home = full.states

        def range_of(state: State, item: str, rig: Rig = full) -> tuple[float, float]:
            found = vessels_of(rig).range(state, f"{item}/tank")
            return found.low, found.high

        assert (dry.road, [len(s.people) for s in full.states]) == (False, [0, 2, 2, 2])
        assert range_of(dry, "w") == range_of(dry, "s") == (0.0, 0.0)
        assert (range_of(out, "w"), range_of(jobs, "w"), range_of(home, "w")) == (leaving, between, between)
        assert (range_of(out, "s"), range_of(jobs, "s")) == ((1.0, 1.0), (0.05, 1.0))
        table = solve(full).loads.table  # type: ignore[union-attr]
        n = [t.address for t in table.tanks].index("w/tank")
        assert [(float(a), float(b)) for a, b in zip(table.low[:, n], table.high[:, n], strict=True)][1:] == [
            leaving,
            between,
            between,
        ]
        wide = every_fill(full, lambda what: f"{what}-{next(numbers)}")
        assert {(f.low, f.high) for f in wide.states[-1].fills.values()} == {(0.0, 1.0)} and len(wide.states) == 5
