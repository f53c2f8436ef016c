"""One status for every value: both sides of a window, reserve and spread, levels and their order, supports that are lifted."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec.structs import replace

from frelt.core.base.figure import NOT_RATED, Figure, plate
from frelt.core.base.units import Units
from frelt.core.judge.check import KINDS, level_of
from frelt.core.judge.status import LEVELS, STATUSES, TIERS, codes, status_of, tier
from frelt.core.judge.words import sentence
from frelt.core.model.rig import Rig
from frelt.core.model.rules import RuleSet
from frelt.core.model.state import FillRange, State
from frelt.core.solve import solve

from ..conftest import block, rig, tank, trailer

US = Units()
numbers = st.floats(-1e4, 1e4)


@given(numbers, st.none() | numbers, st.none() | numbers, st.floats(0, 0.3), st.floats(0, 500), st.booleans())
def test_one_value_and_arrays_of_values_are_judged_alike(
    value: float, low: float | None, high: float | None, reserve: float, spread: float, answered: bool
) -> None:
    """The status of a window is the worse of its two sides; each side by the array."""
    sides = [(high, 1.0), (low, -1.0)]
    margins = np.array([sign * (b - value) if b is not None else np.nan for b, sign in sides])
    bounds = np.array([np.nan if b is None else b for b, _ in sides])
    found = codes(margins, bounds, np.full(2, spread), reserve, np.full(2, answered))
    given_sides = [int(c) for c, (b, _) in zip(found, sides, strict=True) if b is not None]
    expected = STATUSES[min(given_sides)] if given_sides else "unknown"
    assert status_of(value, low, high, reserve, spread, answered).status == expected


def test_a_window_is_tight_on_the_side_that_is_less_sure_even_where_the_other_is_nearer() -> None:
    """The tongue share of a rig in the middle of its window, whose water's density is hardly known, is tight at the wet end."""
    water = tank("w", 900.0, 1.2)
    part = water.tanks[0]
    unsure = replace(part, liquid=replace(part.liquid, density=replace(part.liquid.density, plus_minus=400.0, origin="brine")))
    one = rig(replace(water, parts=(unsure,)), block("b", 300.0, 2.0))
    loads = solve(one).loads
    assert loads is not None
    m = next(i for i, limit in enumerate(loads.limits) if limit.id == "tongue-share")
    least, greatest = float(loads.least.value[0, m]), float(loads.greatest.value[0, m])
    middle = replace(
        one, rules=replace(one.rules, tongue_ball=(least * 0.93, greatest * 1.08))
    )  # the low side is nearer, and sure
    wide = solve(middle).check("tongue-share")
    assert wide is not None and wide.status == "tight" and wide.side == "high"


def test_what_is_spoken_of_first_is_by_level_and_within_broken_by_share() -> None:
    order = [
        "broken over",
        "danger over",
        "broken unknown",
        "law over",
        "broken tight",
        "advice over",
        "wish over",
        "advice ok",
    ]
    tiers = [tier(*o.split()) for o in order]  # type: ignore[arg-type]
    assert tiers == sorted(tiers) and len(set(tiers)) == len(tiers)
    assert set(TIERS) == set(LEVELS) and all(k.level in LEVELS for k in KINDS.values())
    assert {k.id for k in KINDS.values() if k.level == "law"} == {"brakes", "bridge", "road size"}
    assert level_of("side", RuleSet()) == "advice" and level_of("side", RuleSet(levels={"side": "danger"})) == "danger"


def test_an_unsourced_custom_stands_below_a_broken_plate_however_far_it_is_passed() -> None:
    """23 % to one side by custom, and an axle 2 % over its plate: the axle is spoken of."""
    one = rig(block("left", 700.0, 2.6, -0.8))
    solved = solve(one)
    load = solved.check("axle:a0").load  # type: ignore[union-attr]
    assert load is not None and one.trailer is not None
    axle = replace(one.trailer.axles[0], rating=plate(load / 1.02), tires=replace(one.trailer.axles[0].tires, rating=NOT_RATED))
    rules = replace(one.rules, tongue_ball=(0.0, 1.0))
    tight = solve(replace(one, rules=rules, trailer=replace(one.trailer, axles=(axle,), brakes="electric")))
    side = tight.check("side")
    assert side is not None and side.status == "over" and abs(side.load or 0) > 0.15
    assert tight.checks[0].id == "axle:a0" and tight.checks[0].level == "broken"
    louder = solve(replace(tight.rig, rules=replace(rules, levels={"axle": "advice", "side": "broken"})))
    assert louder.checks[0].id == "side"


@pytest.mark.parametrize("rating", [None, NOT_RATED, Figure(value=100.0)])
def test_a_coupler_that_is_lifted_is_over_in_a_standing_state_whatever_its_rating(rating: object) -> None:
    """Behind the axle stands more than ahead of it: found once as 407 lb to spare on a 220 lb coupler."""
    base = trailer()
    own = replace(base, ratings=replace(base.ratings, coupler_tongue=rating))
    yard = State(id="yard", name="In the yard", road=False)
    one = rig(block("b", 900.0, 4.6), trailer=own, states=(yard,))
    found = solve(one).check("coupler:tongue")
    assert found is not None and found.load is not None and found.load < 0
    assert (found.status, found.side, found.limit) == ("over", "low", 0.0) and found.margin == pytest.approx(found.load)
    words = sentence(found, US)
    assert "lifted off" in words and "spare" not in words


def test_a_wheel_that_is_lifted_by_what_hangs_out_sideways_is_over() -> None:
    one = rig(block("b", 2500.0, 3.0, 2.4, size=0.3))
    low = solve(one).check("tire:a0/left")
    assert low is not None and low.status == "over" and low.limit == 0.0 and (low.load or 0) < 0


def test_lifted_states_are_judged_over_every_fill_in_between() -> None:
    """Two tanks abreast on a skid, each 0 to full: fullest and drained are even, one full alone tips it off a fork."""
    from frelt.core.kind.make import made
    from frelt.core.model.item import Placement
    from frelt.core.model.rig import Forklift

    skid = replace(made("skid", "s", "Skid", {"apart": Figure(value=0.4)}), place=Placement(deck="floor", u=2.0, v=0.0))
    deck = skid.decks[0].id
    tanks = [replace(tank(n, 400.0, 0.0), place=Placement(deck=deck, u=0.0, v=v)) for n, v in (("l", -0.38), ("r", 0.38))]
    up = State(id="up", name="Lifted", condition="lifted", road=False)
    lifter = Forklift(rated=plate(3000.0), centre=0.6)
    one = rig(skid, *tanks, states=(up,), forklift=lifter)

    def at(left: tuple[float, float], right: tuple[float, float]) -> Rig:
        fills = {"l/tank": FillRange(low=left[0], high=left[1]), "r/tank": FillRange(low=right[0], high=right[1])}
        return replace(one, states=(replace(up, fills=fills),))

    for fill in (0.0, 1.0):
        assert solve(at((fill, fill), (fill, fill))).check("forks:s:up").status != "over"  # type: ignore[union-attr]
    tipped = solve(at((0.0, 1.0), (0.0, 1.0))).check("forks:s:up")
    assert tipped is not None and tipped.status == "over" and sorted(tipped.fills.values()) == [0.0, 1.0]
    assert "tips off" in sentence(tipped, US) and tipped.state == "up"
    corners = [
        min(solve(at((a, a), (b, b))).lifted[1].least[2:4].min() for a in (0.0, 0.3, 1.0) for b in (0.0, 0.7, 1.0)),
        solve(at((0.0, 1.0), (0.0, 1.0))).lifted[1].least[2:4].min(),
    ]
    assert corners[1] == pytest.approx(corners[0])  # the worst of the box is the worst of its corners
    unread = solve(replace(one, forklift=Forklift()))
    assert unread.check("forks:s:drained").status == "unknown"  # type: ignore[union-attr]
    assert unread.known[1] >= 1
