"""Checks: how a limit is judged, what unknown means, how they rank, and what each says."""

from math import hypot
from random import Random

import pytest
from msgspec.structs import replace

from frelt.core.base.figure import NOT_RATED, Figure, plate
from frelt.core.base.units import LB, METRIC, US
from frelt.core.edit.items import move
from frelt.core.judge.check import KINDS, Check
from frelt.core.judge.judging import ByState
from frelt.core.judge.status import RANKS
from frelt.core.judge.words import brief, sentence
from frelt.core.kind.substances import WATER
from frelt.core.model.carrier import Tires, TrailerRatings
from frelt.core.model.item import Centre, HosePart
from frelt.core.model.rig import Rig
from frelt.core.model.rules import RuleSet
from frelt.core.model.state import FillRange, Person, State
from frelt.core.report.verdict import verdict
from frelt.core.solve import solve
from tests.conftest import LONG, at_fill, block, demo, rig, tank, trailer
from tests.core.test_lines import DEMO, PACKED
from tests.core.test_packed import packed

# Where each check is held against something outside: statics, trade or geometry.
OUTSIDE = {
    "gross": "sum of masses",
    "axle": "test_statics: PyNite",
    "tire": "test_statics: PyNite across the track",
    "wheel": "test_statics: PyNite across the track, as the tire above it",
    "coupler": "test_statics: PyNite",
    "tongue share": "common practice, no source: 10 to 15 % on a ball",
    "side": "common practice, no source: within about 5 %",
    "jack": "test_statics: PyNite, parked",
    "tip": "test_statics: PyNite, the jack's reaction is nothing",
    "lift": "test_statics: PyNite on springs",
    "hitch": "test_hitch: PyNite, two beams on a hinge",
    "payload": "test_hitch: sums by hand, the bare vehicle left out",
    "towing": "sum of masses",
    "front axle": "test_hitch: PyNite, two beams on a hinge and a couple",
    "bridge": "23 CFR 658.17, in test_road",
    "road size": "geometry by hand in test_road",
    "wish": "geometry by hand in test_deck",
    "deck": "sum of masses in test_deck",
    "brakes": "49 CFR 393.42 (3,000 lb), in test_road",
    "wheel well": "geometry by hand in test_deck",
    "no bolts": "geometry by hand in test_deck",
    "off deck": "geometry by hand below",
    "overlap": "shapely, below",
    "service": "test_placing: a raster of the room, and of the floor one walks (SciPy)",
    "apart": "test_placing: random points of both boxes",
    "pull-off": "test_placing: shapely; hose counted turn by turn",
    "vents": "geometry by hand in test_placing",
    "headroom": "geometry by hand in test_placing",
    "door load": "test_placing: shapely, turned about the hinge",
    "kept": "common practice, no source: pulled by hand; in test_kit",
    "door hinges": "sum of masses in test_as_built",
    "level": "geometry by hand in test_placing",
    "let in": "bounds by hand in test_versions",
    "meet": "brute force over every position of the handles in test_meetings",
    "weighed": "sums of the printed readings in test_scale",
    "forks": "test_placing: PyNite, a beam on two forks",
}


def test_every_check_kind_has_an_outside_check_and_says_where_its_plate_is() -> None:
    assert set(OUTSIDE) == set(KINDS)
    assert all(k.plate and k.source for k in KINDS.values())


def check_of(one: object, check_id: str) -> Check:
    found = solve(one).check(check_id)  # type: ignore[arg-type]
    assert found is not None
    return found


@pytest.mark.parametrize(
    ("plate_kg", "status"),
    [(900.0, "over"), (905.0, "over"), (950.0, "tight"), (958.0, "ok"), (2000.0, "ok"), (None, "unknown")],
)
def test_a_limit_is_over_tight_ok_or_unknown(plate_kg: float | None, status: str) -> None:
    """500 kg empty and 410 kg of machine: 910 kg; tight within 5 % of the limit."""
    ratings = TrailerRatings(gross=None if plate_kg is None else plate(plate_kg))
    one = rig(block("machine", 410.0, 3.0), trailer=replace(trailer(), ratings=ratings))
    assert check_of(one, "gross").status == status


def test_a_margin_below_its_own_spread_is_tight() -> None:
    machine = replace(block("machine", 410.0, 3.0), mass=Figure(value=410.0, plus_minus=120.0))
    one = rig(machine, trailer=replace(trailer(), ratings=TrailerRatings(gross=plate(1000.0))))
    gross = check_of(one, "gross")
    assert (gross.margin, gross.spread, gross.status) == (pytest.approx(90.0), pytest.approx(120.0), "tight")


def test_unknown_never_passes_and_says_the_plate_that_would_be_needed() -> None:
    one = rig(block("machine", 410.0, 2.4), trailer=replace(trailer(), ratings=TrailerRatings()))
    solved = solve(one)
    gross = check_of(one, "gross")
    assert gross.load == pytest.approx(910.0) and gross.beyond == pytest.approx(134.0, abs=0.1)
    assert gross.beyond_pm == pytest.approx(gross.beyond / 2)  # what nobody counted, half of it ±
    said = sentence(gross, METRIC)
    upper = METRIC.show(910.0 + gross.beyond + hypot(gross.spread, gross.beyond_pm), "mass")
    assert said == f"Laden trailer: no rating entered; it carries up to {upper} and needs a plate of at least that"
    assert solved.known == (5, 9)
    told = solve(replace(one, nobody_counted=Figure(value=0.0)))
    assert check_of(told.rig, "gross").upper == pytest.approx(910.0 + gross.spread)
    said = verdict(solved, METRIC)
    assert said.startswith("Coupler, gross trailer weight: no rating entered") and said.endswith(". 3 more plates unread.")


def test_a_soft_tire_carries_less_and_the_maker_s_table_overrules_and_a_wheel_may_be_the_weaker() -> None:
    """Source: (p / p0)^0.65, from memory; worked by hand: 1,000 kg at 80 psi carries 737 kg at 50."""
    base = trailer()

    def with_tires(**fields: object) -> Rig:
        axles = tuple(replace(a, tires=Tires(rating=plate(1000.0), **fields)) for a in base.axles)
        return rig(block("machine", 900.0, 2.4), trailer=replace(base, axles=axles))

    end = f"{base.axles[0].id}/left"
    psi = 6894.757
    hard = check_of(with_tires(printed=plate(80 * psi), pressure=plate(80 * psi)), f"tire:{end}")
    soft = check_of(with_tires(printed=plate(80 * psi), pressure=plate(50 * psi)), f"tire:{end}")
    assert (hard.limit, soft.limit) == (1000.0, pytest.approx(736.8, abs=0.1))
    assert "50 psi is in it where 80 psi is printed" in sentence(soft, US) and "psi" not in sentence(hard, US)
    told = with_tires(printed=plate(80 * psi), pressure=plate(50 * psi), by_table=plate(780.0))
    assert check_of(told, f"tire:{end}").limit == 780.0
    weak = check_of(with_tires(wheel=plate(500.0)), f"wheel:{end}")
    assert weak.load == pytest.approx(hard.load) and (weak.limit, weak.level) == (500.0, "broken")
    assert solve(with_tires()).check(f"wheel:{end}") is None  # a stamp nobody read is no plate that is missing


def test_not_rated_is_an_answer_and_no_limit() -> None:
    bare = replace(trailer(), ratings=TrailerRatings(gross=NOT_RATED, coupler_gross=plate(3000), coupler_tongue=plate(300)))
    solved = solve(rig(trailer=bare))
    assert solved.check("gross") is None
    assert solved.known == (7, 8)


def test_a_tongue_can_be_too_light_and_below_zero_the_coupler_is_lifted() -> None:
    light = check_of(rig(block("machine", 300.0, 3.4)), "tongue-share")
    assert (light.status, light.side) == ("over", "low")
    assert sentence(light, US).startswith("Tongue too light, it may sway: 2.5 % of the laden trailer, wanted at least 10.0 %")
    lifted = check_of(rig(block("machine", 900.0, 4.6)), "tongue-share")
    assert lifted.load is not None and lifted.load < 0
    assert sentence(lifted, US).startswith("The coupler is lifted")


def test_the_share_is_judged_on_the_road_only() -> None:
    states = (State(id="yard", name="In the yard", road=False),)
    assert solve(rig(block("machine", 900.0, 4.6), states=states)).check("tongue-share") is None


def test_worst_first_over_by_share_of_its_limit_then_unknown_then_tight() -> None:
    def made(status: str, margin: float | None, limit: float | None = 1000.0) -> Check:
        return Check(id=str(margin), kind="axle", subject="A", quantity="mass", status=status, margin=margin, limit=limit)  # type: ignore[arg-type]

    order = [
        made("over", -200.0),
        made("over", -120.0, 500.0),
        made("over", -10.0),
        made("unknown", None, None),
        made("tight", 5.0),
        made("ok", 400.0),
    ]
    order[0], order[1] = order[1], order[0]  # 120 of 500 is more than 200 of 1000
    assert sorted(order, key=lambda c: c.rank) == order
    assert list(RANKS) == ["over", "unknown", "tight", "ok"]


def test_the_words_name_the_state_and_the_fills() -> None:
    one = rig(
        tank("water", 500.0, 3.0),
        tank("front", 200.0, 0.5),
        trailer=replace(trailer(), ratings=TrailerRatings(gross=plate(1100.0))),
    )
    said = sentence(check_of(one, "gross"), METRIC)
    assert (
        said
        == "The laden trailer would weigh 1,239 kg where 1,100 kg is allowed: 139 kg too much, on the road with water full and front full"
    )
    assert brief(check_of(one, "gross"), METRIC) == "laden trailer over by 139 kg"


def test_what_is_not_solved_says_so_as_unknown() -> None:
    lifted = State(id="p", name="On the forks", condition="lifted", road=False)
    solved = solve(rig(states=(lifted,)))
    assert solved.checks[0].status == "unknown"
    assert sentence(solved.checks[0], US) == "“On the forks”: there is no skid to lift: put one on the deck"
    cases = {
        "how far each axle sags at its rating is not entered": {
            "trailer": replace(trailer(axles=(2.6, 3.4)), sharing="independent")
        },
        "the empty trailer's weights are not entered": {"trailer": replace(trailer(), empty=None)},
    }
    for why, fields in cases.items():
        found = solve(rig(**fields))
        assert found.loads is None and found.why == why
        assert {c.status for c in found.checks if c.kind not in ("overlap", "off deck")} == {"unknown"}
    assert solve(rig(states=())).checks[0].status == "unknown"


def test_an_absent_item_a_dry_hose_and_a_person_count_where_they_are() -> None:
    hose = HosePart(id="h", name="Hose", mass=Figure(value=18.0), bore=0.0095, length=61.0, holds=WATER)
    reel = replace(block("reel", 30.0, 2.0), parts=(hose,))
    person = Person(id="p", mass=Figure(value=80.0), place=replace(reel.place, u=4.0))
    states = (
        State(id="all", name="All"),
        State(id="dry", name="Dry", dry=("reel/h",)),
        State(id="away", name="Away", absent=("reel",)),
        State(id="crew", name="Crew", people=(person,)),
    )
    loads = solve(rig(reel, states=states)).loads
    assert loads is not None
    mass = loads.table.base[:, 0]
    held = 3.14159265 / 4 * 0.0095**2 * 61.0 * 998.2  # hose volume by hand
    assert mass == pytest.approx([548.0 + held, 548.0, 500.0, 628.0 + held], abs=0.01)


def test_spread_adds_one_origin_and_combines_others_by_squares() -> None:
    """By hand: two masses of one ticket ±6 and ±8 add to ±14; with another ±10 they make √(14² + 10²)."""
    items = [replace(block(n, 100.0, 3.0, v), mass=Figure(value=100.0, plus_minus=pm, origin=o)) for n, v, pm, o in
             (("a", -0.5, 6.0, "ticket"), ("b", 0.0, 8.0, "ticket"), ("c", 0.5, 10.0, ""))]  # fmt: skip
    assert check_of(rig(*items), "gross").spread == pytest.approx((14.0**2 + 10.0**2) ** 0.5)


def test_spread_of_a_share_is_its_derivative_times_the_doubt() -> None:
    """By finite difference of the solved share itself."""

    def share(mass: float, pm: float = 0.0) -> Check:
        item = replace(block("m", mass, 1.0), mass=Figure(value=mass, plus_minus=pm))
        return check_of(rig(item), "tongue-share")

    slope = (share(300.01).load - share(299.99).load) / 0.02  # type: ignore[operator]
    assert share(300.0, 15.0).spread == pytest.approx(abs(slope) * 15.0, rel=1e-4)


def test_density_doubt_moves_all_tanks_of_a_liquid_together() -> None:
    doubtful = replace(WATER, density=Figure(value=1000.0, plus_minus=10.0, origin="density of water"))

    def with_doubt(item_id: str, u: float, v: float) -> object:
        t = tank(item_id, 300.0, u, v)
        return replace(t, parts=(replace(t.tanks[0], liquid=doubtful),))

    one = at_fill(rig(with_doubt("a", 2.0, -0.5), with_doubt("b", 4.0, 0.5)), 1.0)  # type: ignore[arg-type]
    assert check_of(one, "gross").spread == pytest.approx(6.0)
    # opposite about the axle: what one adds to the tongue the other takes away
    assert check_of(one, "coupler:tongue").spread == pytest.approx(0.0, abs=1e-9)


def test_load_index_stands_in_for_a_tire_without_a_molded_load() -> None:
    axles = (replace(trailer().axles[0], tires=Tires(load_index=100)),)
    assert check_of(rig(trailer=replace(trailer(), axles=axles)), "tire:a0/left").limit == 800.0


def test_off_deck_is_measured_at_the_farthest_corner() -> None:
    """By hand: 0.4 m square at 4.9 of a 5 m deck stands 0.1 m over its back edge."""
    over = check_of(rig(block("box", 10.0, 4.9)), "off-deck:box")
    assert (over.status, over.load) == ("over", pytest.approx(0.1))
    assert sentence(over, METRIC) == "box: 100 mm over the edge of the deck"


def test_overlap_agrees_with_shapely_for_round_and_square_outlines() -> None:
    """Source: shapely, intersects of the same outlines (touching is not overlapping)."""
    import shapely

    from frelt.core.space.solids import depth, solids

    for u, v in ((1.30, 0.0), (1.41, 0.0), (1.27, 0.27), (1.36, 0.36), (1.345, 0.2), (1.395, 0.02)):
        one = rig(block("box", 10.0, 1.0), tank("round", 100.0, u, v, "upright cylinder"))
        room = solids(one, solve(one).frames)
        a, b = (shapely.Polygon(room[i].corners) for i in ("box", "round"))
        meets = shapely.intersection(a, b).area > 1e-5
        assert (depth(room["box"], room["round"]) > 0) == meets, (u, v)


def test_items_at_other_heights_or_in_other_states_do_not_overlap() -> None:
    low, high = block("low", 10.0, 1.0), block("high", 10.0, 1.1)
    shelf = replace(high, place=replace(high.place, off=0.5))
    assert solve(rig(low, shelf)).check("overlap") is not None
    assert solve(rig(low, high)).check("overlap:low:high") is not None
    apart = (State(id="a", name="A", absent=("low",)), State(id="b", name="B", absent=("high",)))
    assert solve(rig(low, high, states=apart)).check("overlap:low:high") is None


def test_a_lower_reserve_or_another_window_is_the_shops_to_choose() -> None:
    one = rig(block("machine", 240.0, 1.0))
    assert check_of(one, "tongue-share").status == "over"
    assert check_of(replace(one, rules=RuleSet(tongue_ball=(0.10, 0.25))), "tongue-share").status == "ok"


def test_the_demo_is_wrong_only_between_jobs() -> None:
    """Full, everything holds; with the front drawn down and the back full the tongue is too light."""
    from tests.conftest import demo

    solved = solve(demo("barn-wash").rigs[0])
    assert solved.by_state["leaving"][0].status == "ok"
    assert [c.id for c in solved.checks if c.status == "over"] == ["tongue-share"]
    assert solved.checks[0].state == "between"
    assert not [c for c in solve(demo("hull-rinse").rigs[0]).checks if c.status == "over"]


def test_the_torsion_demo_is_right_at_one_ball_height_and_wrong_at_another() -> None:
    """The same trailer twice; four inches of ball height put it over, and a lower ball is the first fix."""
    from frelt.core.fixes.fix import fixes
    from tests.conftest import demo

    level, high = demo("solar-rinse").rigs
    assert level.items == high.items and high.parent == level.id
    assert {c.status for c in solve(level).checks} == {"ok"}
    wrong = solve(high)
    assert [c.id for c in wrong.checks if c.status == "over"] == ["tongue-share"]
    best = fixes(wrong, wrong.checks[0], US)[0]
    assert best.kind == "hitch" and best.words.endswith("in lower") and best.leaves == "ok"


def test_lb_of_a_ticket_are_kept_exactly() -> None:
    fill = FillRange(low=0.2, high=0.9, now=0.5)
    assert fill.shown == 0.5
    assert plate(3500 * LB).value / LB == 3500


def test_centre_tolerance_moves_the_tongue() -> None:
    """By hand: 400 kg whose centre is known to ±0.1 m moves the tongue by ±400·0.1/4 kg."""
    item = replace(block("m", 400.0, 2.0), centre=Centre(z=0.2, plus_minus=0.1))
    assert check_of(rig(item), "coupler:tongue").spread == pytest.approx(10.0)


def test_what_lies_within_the_spread_of_sizes_is_taped_and_not_condemned() -> None:
    """Root of squares of half of both sizes' ± and of two places' 5 mm, by hand: 40 mm and 30 mm give 50.5 mm."""
    loose = Figure(value=0.4, plus_minus=0.08)
    looser = Figure(value=0.4, plus_minus=0.06)
    a = replace(block("a", 10.0, 1.0), length=loose)
    for into, status in ((0.045, "tight"), (0.055, "over")):
        b = replace(block("b", 10.0, 1.4 - into), width=looser)
        found = check_of(rig(a, b), "overlap:a:b")
        assert found.status == status and found.spread == pytest.approx((0.04**2 + 0.03**2 + 2 * 0.005**2) ** 0.5)
    b = replace(block("b", 10.0, 1.36), width=looser)
    assert sentence(check_of(rig(a, b), "overlap:a:b"), METRIC).endswith("are known to 50 mm: tape the length of a")
    edge = check_of(rig(replace(block("box", 10.0, 4.82), length=loose)), "off-deck:box")
    assert edge.status == "tight" and "tape the length of box" in sentence(edge, METRIC)
    exact = check_of(rig(block("box", 10.0, 4.82)), "off-deck:box")
    assert exact.status == "over"


@pytest.mark.parametrize("name", [*PACKED, *DEMO])
def test_what_a_state_says_first_is_the_first_of_its_list(name: str) -> None:
    """The card of a state makes one check alone: where a coupler lifts (its bound is 0) and among plates nobody read it said another."""
    one, draw = packed(name) if name in PACKED else demo(name).rigs[0], Random(name)
    for moves in range(8 * LONG):
        made = one
        for _ in range(moves):
            made = move(made, draw.choice(made.items).id, draw.uniform(-2, 2), draw.uniform(-0.6, 0.6))
        loads = solve(made).loads
        assert loads is not None
        for state in made.states:
            first, listed = ByState(made, loads, {}).first(state.id), ByState(made, loads, {}).get(state.id)
            assert (first is None) == (not listed) and (first is None or first.rank == listed[0].rank), (moves, state.id)
