"""What is seen of a check: red only where something breaks or can hurt, one sentence with its own mark, the rest counted by level."""

from pathlib import Path

import pytest

from frelt.commands.check import exit_status, judge_file
from frelt.core.base.units import METRIC, US
from frelt.core.judge.check import KINDS, Check
from frelt.core.judge.marks import WORDS, counted, is_broken, mark_of
from frelt.core.judge.status import LEVELS, STATUSES
from frelt.core.report.verdict import drawn, speaking, verdict
from frelt.core.solve import solve
from frelt.formats.document import decode
from scripts.make_packed import PLANTED
from tests.conftest import demo

PACKED = Path(__file__).parents[1] / "fixtures/packed"
DEMOS = ("barn-wash", "hull-rinse", "solar-rinse", "playground-rinse", "ballast-wash", "shelter-round", "tram-stops")
RIGS = {n: decode((PACKED / f"{n}.frelt.json").read_bytes()).rigs[0] for n in PLANTED} | {n: demo(n).rigs[0] for n in DEMOS}


def check(level: str, status: str, name: str = "x") -> Check:
    return Check(
        id=name,
        kind="gross",
        subject="Gross",
        quantity="mass",
        status=status,
        level=level,
        field=name if status == "unknown" else "",
    )  # type: ignore[arg-type]


def test_only_what_breaks_or_can_hurt_is_red() -> None:
    for level in LEVELS:
        for status in STATUSES:
            mark = mark_of(check(level, status))
            assert (mark == "over") == (status == "over" and level in ("broken", "danger"))
            assert (mark == "ok") == (status == "ok") and mark in WORDS
            if status != "ok" and level in ("law", "advice", "wish"):
                assert mark == level


def test_what_is_spoken_of_first_follows_level_then_status() -> None:
    """The order of the page on judging; a likely excess is told by a later change."""
    order = [("broken", "over"), ("danger", "over"), ("broken", "unknown"), ("law", "over"), ("broken", "tight"), ("advice", "over"), ("wish", "over")]  # fmt: skip
    ranks = [check(*one).rank for one in order]
    assert ranks == sorted(ranks) and len(set(ranks)) == len(ranks)


def test_the_rest_is_counted_by_level() -> None:
    listed = [check(*one, name=str(n)) for n, one in enumerate([("broken", "over"), ("broken", "over"), ("danger", "over"), ("broken", "unknown"), ("advice", "over"), ("advice", "tight"), ("law", "unknown"), ("wish", "over"), ("broken", "ok")])]  # fmt: skip
    assert counted(listed, listed[0]) == "1 more broken, 1 danger, 1 plate unread, 4 to look at"
    assert counted(listed[:1], listed[0]) == "" and counted(listed[2:4], listed[2]) == "1 plate unread"
    assert counted(listed[4:6], listed[4]) == "1 more to look at"


@pytest.mark.parametrize("name", sorted(RIGS))
def test_one_sentence_whose_mark_is_that_of_the_check_it_speaks_of(name: str) -> None:
    solved = solve(RIGS[name])
    said, shown = speaking(solved), drawn(solved)
    assert said is not None and shown is not None and shown.state
    broken = [c for c in solved.checks if is_broken(c)]
    assert (mark_of(said) == "over") == bool(broken)
    for units in (US, METRIC):
        words = verdict(solved, units)
        assert words.endswith(".") and words.count("  ") == 0 and "checks are over" not in words
        if broken:
            assert not words.startswith("Nothing is over")


def test_the_exit_status_is_by_level() -> None:
    """1 where something breaks or can hurt; an excess of advice alone is to be looked at."""
    for name in PLANTED:
        judged = judge_file(str(PACKED / f"{name}.frelt.json"), None, US)
        assert exit_status([judged], lenient=False) == 1, name
    solved = solve(demo("tram-stops").rigs[0])
    kinds = {c.kind for c in solved.checks if c.status == "over" and not is_broken(c)}
    assert all(KINDS[k].level in ("advice", "law", "wish") for k in kinds if k != "apart")
