"""Accepted, because …: quiet while nothing changes, back when it is worse or moved, and never a plate."""

from pathlib import Path

import pytest
from msgspec.structs import replace

from frelt.core.base.figure import Figure
from frelt.core.base.units import US
from frelt.core.base.value import FreltError
from frelt.core.edit.copies import copy_rig
from frelt.core.edit.items import move
from frelt.core.edit.removal import settled
from frelt.core.judge.accepted import id_of, may_be
from frelt.core.judge.marks import is_broken, is_open, mark_of
from frelt.core.judge.words import sentence
from frelt.core.model.rig import Rig
from frelt.core.planning.accepting import accept, not_accepted
from frelt.core.report.verdict import speaking, verdict
from frelt.core.solve import Solved, solve
from frelt.formats.document import decode, encode
from tests.conftest import found_rig
from tests.core.test_packed import packed

FOUND = Path(__file__).parent.parent / "fixtures/found"


def red(solved: Solved) -> list[str]:
    return [c.id for c in solved.checks if is_broken(c)]


def with_first(rig: Rig, kind: str) -> tuple[Rig, str]:
    """The rig with its first open finding of a kind accepted."""
    solved = solve(rig)
    check = next(c for c in solved.checks if c.kind == kind and is_open(c))
    return accept(solved, check, "they nest, seen", "2026-05-04"), check.id


def test_what_is_accepted_is_quiet_told_with_its_reason_and_counted_no_more() -> None:
    rig = packed("harbor-skid")
    before = solve(rig)
    said = speaking(before)
    assert said is not None and said.kind == "overlap"
    kept, check_id = with_first(rig, "overlap")
    after = solve(kept)
    check = after.check(check_id)
    assert check is not None and check.status == "over" and mark_of(check) == "accepted"
    assert not is_open(check) and not is_broken(check) and red(after) == [i for i in red(before) if i != check_id]
    assert sentence(check, US).endswith("; accepted on 2026-05-04, because they nest, seen")
    assert speaking(after) is not check and verdict(after, US) != verdict(before, US)
    assert red(solve(not_accepted(kept, check_id))) == red(before)


def test_it_comes_back_when_what_it_is_about_is_moved_or_grows_but_not_when_another_thing_is() -> None:
    kept, check_id = with_first(packed("harbor-skid"), "overlap")
    (one,) = kept.accepted
    about, other = one.items[0], next(i.id for i in kept.items if i.id not in one.items and not (i.decks or i.built_in))
    assert check_id not in red(solve(move(kept, other, 0.01, 0.0)))
    moved = solve(move(kept, about, 0.006, 0.0))
    assert moved.check(check_id) is None or check_id in red(moved)
    item = kept.item(about)
    grown = tuple(replace(i, height=Figure(value=item.height.value + 0.01)) if i is item else i for i in kept.items)
    again = solve(replace(kept, items=grown))
    assert again.check(check_id) is None or check_id in red(again)


def test_a_custom_of_balance_comes_back_when_it_gets_worse() -> None:
    rig = packed("hull-closed")
    solved = solve(rig)
    side = solved.check("side")
    assert side is not None and is_open(side) and side.margin is not None
    kept = accept(solved, side, "tires hold", "")
    assert not is_open(solve(kept).check("side"))  # type: ignore[arg-type]
    better = replace(kept, accepted=(replace(kept.accepted[0], margin=side.margin - 0.02),))
    assert not is_open(solve(better).check("side"))  # type: ignore[arg-type]
    worse = replace(kept, accepted=(replace(kept.accepted[0], margin=side.margin + 0.02),))
    assert is_open(solve(worse).check("side"))  # type: ignore[arg-type]


def test_no_plate_no_lifted_support_and_no_tipping_is_ever_accepted() -> None:
    for name in ("barn-closed", "harbor-skid", "shelter-van", "solar-gooseneck"):
        solved = solve(packed(name))
        for check in solved.checks:
            plate = check.quantity == "mass" and check.load is not None
            if plate or not is_open(check):
                assert not may_be(check), check.id
                with pytest.raises(FreltError, match="accepted"):
                    accept(solved, check, "because", "")
    with pytest.raises(FreltError, match="say why"):
        accept(solved, next(c for c in solved.checks if may_be(c)), "  ", "")


def test_a_copy_keeps_what_is_accepted_and_with_a_thing_its_acceptance_goes() -> None:
    kept, check_id = with_first(packed("harbor-skid"), "overlap")
    numbers = iter(range(10_000))
    twin = copy_rig(kept, lambda what: f"{what}-x{next(numbers)}", "Twin")
    assert len(red(solve(twin))) == len(red(solve(kept))) and id_of(twin.accepted[0]) != check_id
    other, _ = with_first(packed("barn-closed"), "apart")  # a thing of this rig is called “fuel”, as a word of the check is
    assert red(solve(copy_rig(other, lambda what: f"{what}-y{next(numbers)}", "Twin"))) and len(
        red(solve(copy_rig(other, lambda what: f"{what}-z{next(numbers)}", "Twin")))
    ) == len(red(solve(other)))
    gone = settled(kept, replace(kept, items=tuple(i for i in kept.items if i.id != kept.accepted[0].items[0])))
    assert not gone.rig.accepted and "one accepted finding" in gone.words


@pytest.mark.parametrize(
    ("name", "check_id"), [("accepted-light-then-heavy", "tongue-share"), ("accepted-bolts-then-fuel-tank", "bolts:sh")]
)
def test_what_was_accepted_before_causes_were_kept_hides_no_other_danger(name: str, check_id: str) -> None:
    assert check_id in red(solve(found_rig(name)))


def at(rig: Rig, u: float) -> Rig:
    (load,) = rig.items
    return replace(rig, items=(replace(load, place=replace(load.place, u=u)),))


def test_a_tongue_accepted_as_light_is_red_when_too_heavy_or_lighter_and_quiet_when_better() -> None:
    light = replace(found_rig("accepted-light"), accepted=())
    solved = solve(light)
    tongue = solved.check("tongue-share")
    assert tongue is not None and tongue.side == "low" and tongue.level == "danger"
    kept = accept(solved, tongue, "short trip", "2026-12-02")
    assert decode(encode(replace(decode((FOUND / "accepted-light.frelt.json").read_bytes()), rigs=(kept,)))).rigs[0] == kept
    quiet = solve(kept)
    assert not red(quiet) and verdict(quiet, US).startswith("Every other limit holds in every fill.")
    assert "1 accepted danger" in verdict(quiet, US)
    assert red(solve(at(kept, 1.02))) == ["tongue-share"]  # too heavy, and outside by less than it was
    assert red(solve(at(kept, 1.70))) == ["tongue-share"]
    better = solve(at(kept, 1.55))
    assert not red(better) and "1 accepted danger" in verdict(better, US)
    within = solve(at(kept, 1.45))
    assert not red(within) and "accepted" not in verdict(within, US)
    assert verdict(within, US).startswith(("Every limit holds", "Nothing is over"))


def test_a_place_looked_at_for_wiring_is_open_again_over_a_fuel_tank_or_once_it_is_bolted_and_seen() -> None:
    rig = replace(found_rig("accepted-bolts-then-fuel-tank"), accepted=())
    assert rig.vehicle is not None

    def below(what: str, seen: bool, held: str = "") -> Rig:
        assert rig.vehicle is not None
        zones = tuple(replace(z, below=what, seen=seen) for z in rig.vehicle.body.zones)
        items = tuple(replace(i, held=held) if i.id == "sh" else i for i in rig.items)
        return replace(rig, items=items, vehicle=replace(rig.vehicle, body=replace(rig.vehicle.body, zones=zones)))

    solved = solve(below("wiring", False))
    check = solved.check("bolts:sh")
    assert check is not None and check.status == "unknown"
    kept = accept(solved, check, "looked, nothing there", "2026-12-02").accepted

    def open_again(other: Rig) -> bool:
        now = solve(replace(other, accepted=kept)).check("bolts:sh")
        return now is not None and is_open(now)

    assert not open_again(below("wiring", False))
    assert open_again(below("fuel tank", False)) and open_again(below("wiring", True))
    assert open_again(below("wiring", True, "bolts"))


def test_a_higher_level_opens_it_again_and_a_lower_one_does_not() -> None:
    rig = packed("hull-closed")
    solved = solve(rig)
    side = solved.check("side")
    assert side is not None and side.level == "advice"
    kept = accept(solved, side, "tires hold", "")
    for level, quiet in (("danger", False), ("advice", True), ("wish", True)):
        now = solve(replace(kept, rules=replace(kept.rules, levels={"side": level}))).check("side")
        assert now is not None and is_open(now) != quiet, level


def test_what_is_moved_for_the_better_stays_quiet_and_another_thing_in_the_way_does_not() -> None:
    kept, check_id = with_first(packed("harbor-skid"), "overlap")
    margin = kept.accepted[0].margin
    assert margin is not None
    about = kept.accepted[0].items[0]
    steps = [solve(move(kept, about, du, dv)).check(check_id) for du, dv in ((0.02, 0), (-0.02, 0), (0, 0.02), (0, -0.02))]
    better = [c for c in steps if c is not None and c.margin is not None and c.margin > margin + 2e-3]
    assert better and not any(is_open(c) for c in better)
    lid, lid_id = with_first(packed("barn-closed"), "service")
    one = lid.accepted[0]
    assert not is_open(solve(lid).check(lid_id))  # type: ignore[arg-type]
    other = replace(one, by=(), causes=("another wall",))
    assert is_open(solve(replace(lid, accepted=(other,))).check(lid_id))  # type: ignore[arg-type]
