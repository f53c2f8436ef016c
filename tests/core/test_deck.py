"""What the carrier itself takes from the deck, what it may bear, and the customer's wishes on it. By hand, unless said."""

import pytest
from msgspec.structs import replace

from frelt.core.base.figure import NOT_RATED, plate
from frelt.core.base.units import METRIC
from frelt.core.edit.items import place
from frelt.core.fixes.fix import fixes
from frelt.core.geometry.frames import Frames
from frelt.core.judge.wishes import judged
from frelt.core.judge.words import sentence
from frelt.core.model.carrier import Body, Deck, Well, Zone
from frelt.core.model.item import FasteningPart, Placement
from frelt.core.model.rig import Rig
from frelt.core.model.wish import Wish
from frelt.core.placing.distances import facings
from frelt.core.placing.safe_floor import safe_floor
from frelt.core.solve import solve
from tests.conftest import block, rig, tank, trailer

WELLS = Body(wells=(Well(id="w", side="right", start=2.5, end=3.5, inward=0.3, height=0.25),))
PIPE = Body(zones=(Zone(id="z", below="exhaust", x0=1.0, y0=-0.2, x1=3.0, y1=0.2),))


def test_a_wheel_well_takes_its_room_from_items_tape_and_safe_floor() -> None:
    carried = replace(trailer(), body=WELLS)
    inside = solve(rig(block("a", 50.0, 3.0, 0.6), trailer=carried))  # reaches to 0.8, the well begins at 0.7
    found = inside.check("well:a")
    assert found is not None and found.load == pytest.approx(0.1) and "100 mm into a wheel well" in sentence(found, METRIC)
    beside = solve(rig(block("a", 50.0, 3.0, 0.3), trailer=carried))
    assert beside.check("well") is not None
    right = next(f for f in facings(beside, "a") if f.side == "right")
    assert (right.distance, right.to) == (pytest.approx(0.2), "w")
    floor = safe_floor(beside, "a")
    assert any(min(x for x, _ in ring) < 2.4 and max(y for _, y in ring) > 0.9 for ring in floor.blocked)
    above = replace(block("a", 50.0, 3.0, 0.6), place=Placement(deck="floor", u=3.0, v=0.6, off=0.3))
    assert solve(rig(above, trailer=carried)).check("well") is not None  # 0.30 m up it clears 0.25 m


def test_bolts_above_the_exhaust_are_over_unsaid_ones_are_asked_for_and_straps_cure_it() -> None:
    carried = replace(trailer(), body=PIPE)

    def status(**more: object) -> str:
        solved = solve(rig(block("a", 50.0, 2.0, 0.3, **more), trailer=carried))
        found = solved.check("bolts:a") or solved.check("bolts")
        assert found is not None
        return found.status

    # corners lie 0.16 m from the middle: two of them at y = 0.14, above the pipe
    assert [status(held=h) for h in ("bolts", "", "straps")] == ["over", "unknown", "ok"]
    assert status(held="bolts", parts=(FasteningPart(id="f", name="bolt", at=(0.0, 0.18, 0.0)),)) == "ok"
    before = solve(rig(block("a", 50.0, 2.0, 0.3, held="bolts"), trailer=carried))
    bad = before.check("bolts:a")
    assert bad is not None
    found = {f.kind: f for f in fixes(before, bad, METRIC)}
    assert found["straps"].rig.item("a").held == "straps"
    assert found["shift"].rig.item("a").place != before.rig.item("a").place
    blocked = safe_floor(before, "a").blocked
    assert len(blocked) == 4  # one rectangle a bolt
    after = solve(place(before.rig, "a", u=2.0, v=0.37))
    assert after.check("bolts") is not None


def test_what_stands_on_a_roof_and_in_one_place_is_held_against_its_maker() -> None:
    roof = Deck(id="roof", name="Roof", kind="roof", on="t", origin=(0, 0, 2.4), outline=((0, -1), (5, -1), (5, 1), (0, 1)))
    high = replace(block("rack", 60.0, 2.0), place=Placement(deck="roof", u=2.0, v=0.0))
    base = trailer()
    carried = replace(base, decks=(*base.decks, roof))
    one = rig(high, tank("w", 300.0, 3.0), trailer=carried)
    said = solve(one).check("roof")
    assert said is not None and (said.status, said.load) == ("unknown", 60.0)
    rated = replace(carried, ratings=replace(base.ratings, roof=plate(50.0), deck_point=plate(330.0)))
    found = {c.id: c for c in solve(replace(one, trailer=rated)).checks}
    assert found["roof"].status == "over" and found["deck_point"].status == "tight"  # 20 kg and 300 L of water
    assert found["deck_point"].load == pytest.approx(20 + 0.3 * 998.2)
    answered = replace(carried, ratings=replace(base.ratings, roof=NOT_RATED))
    assert solve(replace(one, trailer=answered)).check("roof").status == "ok"  # type: ignore[union-attr]


def wished(one: Rig, wish: Wish) -> tuple[bool | None, str]:
    solved = solve(replace(one, wishes=(wish,)))
    said = judged(solved.rig, Frames(solved.rig), solved.loads)[0]
    if said.kept is not None:
        check = solved.check("wish:0")
        assert check is not None and (check.status == "ok") == said.kept and wish.text in sentence(check, METRIC)
    return said.kept, said.why


def test_wishes_are_kept_or_broken_from_then_on() -> None:
    one = rig(block("ladder", 30.0, 1.0, 0.5), block("box", 40.0, 3.0, -0.5))
    walk = Wish(text="walkway", kind="keep clear", u0=0.0, u1=5.0, v0=-0.2, v1=0.2)
    assert wished(one, walk) == (True, "")
    assert wished(place(one, "box", v=-0.3), walk) == (False, "box stands in it")
    here = Wish(text="ladders forward", kind="stands in", item="ladder", u0=0.0, u1=1.5, v0=0.0, v1=1.0)
    assert wished(one, here)[0] is True and wished(place(one, "ladder", u=1.4), here) == (False, "ladder stands outside it")
    assert wished(one, Wish(text="in reach")) == (None, "") and wished(one, Wish(text="in reach", kept=False))[0] is False
    assert wished(one, replace(here, item=None))[0] is None


def test_room_for_later_keeps_its_weight_too_and_blames_only_what_it_breaks() -> None:
    """Source: the solver itself with such a block put there."""
    one = rig(block("box", 100.0, 2.2))
    for mass in (50.0, 400.0, 900.0):
        later = Wish(text="pump later", kind="later", u0=4.2, u1=4.8, v0=-0.3, v1=0.3, mass=mass)
        kept, why = wished(one, later)
        there = solve(replace(one, items=(*one.items, block("later", mass, 4.5))))
        broken = [c.subject for c in there.checks if c.status == "over"]
        assert kept == (not broken), (mass, why, broken)
        assert kept or any(subject in why for subject in broken)
