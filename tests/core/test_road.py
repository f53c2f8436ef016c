"""Rules of the road: data with sources, pointed at and never ruled on."""

import pytest
from msgspec.structs import replace

from frelt.app.session import new_id
from frelt.app.stock import class_of, rule_sets
from frelt.core.base.figure import plate
from frelt.core.base.units import LB, METRIC, US
from frelt.core.geometry.frames import Frames
from frelt.core.judge.words import ASK, brief, sentence
from frelt.core.model.carrier import Body
from frelt.core.model.rules import RuleSet
from frelt.core.planning.new_rig import new_rig, with_chassis
from frelt.core.report.notes import notes
from frelt.core.solve import solve
from frelt.core.space.outside import bridge_limit, outside
from tests.conftest import block, rig, trailer

US_RULES, METRIC_RULES = rule_sets()


@pytest.mark.parametrize(
    ("feet", "axles", "pounds"),
    [(4, 2, 34_000), (10, 2, 40_000), (10, 3, 43_500), (20, 3, 51_000), (20, 4, 55_500), (36, 4, 66_000), (51, 5, 80_000)],
)
def test_the_bridge_formula_gives_the_published_rows(feet: float, axles: int, pounds: float) -> None:
    """Source: 23 CFR 658.17 and its table (10 ft rows as in the project's references, the others from memory).

    The table gives 34,000 lb at 4 ft; (36 ft, 4 axles) is 66,000 by the formula, where law makes an exception.
    """
    assert bridge_limit(feet * 0.3048, axles) / LB == pytest.approx(pounds)


def test_the_bridge_formula_is_looked_at_only_for_rigs_it_can_bind() -> None:
    light = rig(block("a", 500.0, 2.0), rules=US_RULES)
    assert not [c for c in solve(light).checks if c.kind == "bridge"]
    heavy = rig(block("a", 16_000.0, 2.0), trailer=trailer(axles=(2.4, 3.3)), rules=US_RULES)
    (found,) = [c for c in solve(heavy).checks if c.kind == "bridge"]
    assert found.limit == pytest.approx(bridge_limit(0.9, 2)) and ASK in sentence(found, US)


def test_brakes_are_asked_for_from_the_threshold_and_only_then() -> None:
    """Source: 49 CFR 393.42: 3,000 lb."""
    assert US_RULES.brakes_from == pytest.approx(3000 * LB)

    def status(mass: float, brakes: str | None) -> str | None:
        one = rig(block("a", mass, 2.4), trailer=replace(trailer(), brakes=brakes), rules=US_RULES)
        found = solve(one).check("brakes")
        return None if found is None else found.status

    assert [status(500.0, b) for b in (None, "none", "electric")] == ["ok", "ok", None]
    assert [status(1000.0, b) for b in (None, "none", "electric")] == ["unknown", "over", None]
    asked = solve(rig(block("a", 1000.0, 2.4), rules=US_RULES)).check("brakes")
    assert asked is not None and brief(asked, US) == "brakes not entered" and "not entered (Chassis)" in sentence(asked, US)


def test_outside_measures_count_wheels_walls_and_what_stands_highest() -> None:
    """By hand: tires 0.205 wide on a track of 2.0; a box of 0.4 on a deck 0.6 up; coupler to tail 6.0."""
    one = rig(block("a", 50.0, 4.9, size=0.4))
    size = outside(one, Frames(one))
    assert (size.width, size.height) == (pytest.approx(2.205), pytest.approx(1.0)) and size.length == pytest.approx(6.1)
    tall = rig(trailer=replace(trailer(), body=Body(kind="enclosed", wall=3.6)), rules=US_RULES)
    found = solve(tall).check("road:height")
    assert found is not None and found.status == "over"
    assert sentence(found, US).endswith(ASK) and "from memory: 13 ft 6 in" in sentence(found, US)
    assert not [c for c in solve(rig()).checks if c.kind == "road size"]  # the plain rules have none


def test_a_pair_is_as_long_as_both_hitched() -> None:
    pair = with_chassis(new_rig(class_of("pickup-34-675-crew"), "p", new_id), class_of("enclosed-7x14-tandem"), new_id)
    vehicle, towed = pair.vehicle, pair.trailer
    assert vehicle is not None and towed is not None and vehicle.ball_x is not None
    front = vehicle.body.cab + vehicle.body.hood
    assert outside(pair, Frames(pair)).length == pytest.approx(front + vehicle.ball_x - towed.coupler_x + 4.27)


def test_thresholds_point_at_what_to_look_up() -> None:
    """Source: 49 CFR 390.5 (10,001 lb) and 383.5 (26,001 lb)."""
    names = {t.source: t.mass / LB for t in US_RULES.thresholds}
    assert names["49 CFR 390.5"] == pytest.approx(10_001, abs=1) and names["49 CFR 383.5"] == pytest.approx(26_001, abs=1)
    heavy = replace(trailer(), ratings=replace(trailer().ratings, gross=plate(5000.0)))
    said = notes(solve(rig(trailer=heavy, rules=US_RULES)), METRIC)
    assert len(said) == 1 and "49 CFR 390.5" in said[0] and said[0].endswith(f"{ASK}.")
    assert notes(solve(rig(rules=US_RULES)), METRIC) == ()
    assert "750 kg" in METRIC_RULES.thresholds[1].words


def test_every_shipped_rule_says_where_it_comes_from() -> None:
    assert [r.id for r in rule_sets()] == ["us", "metric"]
    for rules in rule_sets():
        for field in ("tongue_ball", "brakes_from", "width", "height", "length", "front_share"):
            assert getattr(rules, field) is not None and rules.source_of(field)
        assert all(t.source and t.words for t in rules.thresholds)
    assert RuleSet().source_of("width") == "common practice, no published source"
