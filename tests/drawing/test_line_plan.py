"""The line plan of every packed rig: laid out the same every time, its words clear of each other and of every block but their own."""

from itertools import combinations

import pytest

from frelt.core.base.units import METRIC, US
from frelt.core.edit.plumbing import turned
from frelt.core.network.lines import lines_solved
from frelt.core.report.lines import shown_fills
from frelt.core.solve import solve
from frelt.drawing.layout import Box
from frelt.drawing.line_plan.graph import graph_of
from frelt.drawing.line_plan.layout import lay_out
from frelt.drawing.line_plan.seen import Seen
from frelt.drawing.line_plan.shapes import plan_shapes
from frelt.drawing.shapes import Text
from frelt.paint import fonts
from tests.core.test_lines import PACKED
from tests.core.test_packed import packed


def taken(text: Text) -> Box:
    wide = fonts.measure(text.words, text.step, text.weight, text.condensed)
    return Box(text.x - {"start": 0.0, "middle": wide / 2, "end": wide}[text.anchor], text.y - 9, wide, 10)


@pytest.mark.parametrize("units", [US, METRIC], ids=["us", "metric"])
@pytest.mark.parametrize("name", PACKED)
@pytest.mark.usefixtures("qapp")
def test_words_run_over_nothing_and_the_plan_is_the_same_every_time(name: str, units: object) -> None:
    one = packed(name)
    solved = lines_solved(one, solve(one).frames, shown_fills(one, None))
    plan = lay_out(graph_of(one), 844.0, 380.0)
    assert plan == lay_out(graph_of(one), 844.0, 380.0)
    words = [s for s in plan_shapes(plan, Seen(one, solved, units, "", frozenset()), fonts) if isinstance(s, Text)]  # type: ignore[arg-type]
    assert len(words) > 8
    over = [(a.words, b.words) for a, b in combinations(words, 2) if taken(a).meets(taken(b))]
    blocks = [p for p in plan.blocks if p.box.width > 12]
    across = [
        (t.words, p.block.name)
        for t in words
        for p in blocks
        if t.color != "soft" and not p.box.holds(t.x, t.y - 4) and taken(t).meets(p.box.grown(4, 4, -4, -4))
    ]
    assert over == [] and across == []


@pytest.mark.usefixtures("qapp")
def test_a_gun_behind_air_is_unknown_one_that_drips_drips_and_one_let_go_says_so() -> None:
    for name, gun, fills, stands, wanted in (
        ("hull-open", "G1", {"water/tank": 0.0}, {}, "unknown"),
        ("barn-closed", "G2", {}, {}, "drips"),
        ("barn-closed", "G1", {}, {"G1": 0.0}, "let go"),
    ):
        one = packed(name)
        for handle, stand in stands.items():
            one = turned(one, handle, stand)
        solved = lines_solved(one, solve(one).frames, shown_fills(one, None) | fills)
        assert solved is not None
        drawn = plan_shapes(lay_out(graph_of(one), 844.0, 380.0), Seen(one, solved, US), fonts)
        (words,) = [s.words for s in drawn if isinstance(s, Text) and s.words.split(":")[0].split(" ")[0] == gun]
        assert words.endswith(wanted), (name, words)
