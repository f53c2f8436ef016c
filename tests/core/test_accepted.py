"""Accepted, because …: quiet while nothing changes, back when it is worse or moved, and never a plate."""

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
from tests.core.test_packed import packed


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
