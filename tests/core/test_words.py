"""Whole sentences: every one that the demo and packed rigs bring is printed for a reader (pytest -s) and held to what none may do."""

import re
from pathlib import Path

import pytest
from msgspec.structs import replace

from frelt.core.base.units import METRIC, US, Units
from frelt.core.judge.check import KINDS
from frelt.core.judge.words import brief, sentence
from frelt.core.report.verdict import verdict
from frelt.core.solve import Solved, solve
from frelt.formats.document import decode

FILES = sorted(Path("tests/fixtures/packed").glob("*.json")) + sorted(Path("frelt/data/demo").glob("*.json"))
FEET = replace(US, length="ft-in")
BROKEN = (
    r"\b(the|a|an|of|to|is|at) \1\b",  # a word twice
    r"\b[Tt]he (taking|pulling|lifting)\b",
    r"  |\s[,.;:]|[,.;:]{2}|\.\s*$|\bNone\b|\bnan\b|[{}]|–",
    r"\b0 (lb|kg|in|mm) (too much|missing)",
    r"([\d.,]+ %)[^,]*, wanted (?:at least|at most|within) \1",
    r"([\d.,]+ (?:lb|kg)) on an? \1 \w+: .* too much",
)
WISHES = ("wish",)  # the customer's own words stand in these


@pytest.fixture(scope="module")
def solved() -> list[Solved]:
    return [solve(r) for f in FILES for r in decode(f.read_bytes()).rigs]


@pytest.mark.parametrize("units", [US, FEET, METRIC], ids=["us", "feet", "metric"])
def test_every_sentence_reads_as_one(solved: list[Solved], units: Units) -> None:
    said: dict[str, set[str]] = {}
    for one in solved:
        names = sorted({i.name for i in one.rig.items} | {s.name for s in one.rig.states}, key=len, reverse=True)
        for check in one.checks:
            words = sentence(check, units)
            said.setdefault(check.kind, set()).add(words)
            assert words[0].isupper() or words.startswith(tuple(names)), words
            bare = words
            for name in names:
                bare = bare.replace(name, "X")
            for pattern in BROKEN if check.kind not in WISHES else ():
                assert not re.search(pattern, bare), (pattern, words)
            assert brief(check, units)
        for line in verdict(one, units).split(". "):
            assert line.strip()
    for kind in sorted(said):
        print(f"\n{KINDS[kind].title if kind in KINDS else kind}")
        for words in sorted(said[kind]):
            print(f"  {words}.")
    assert len(said) >= 20 and {"tongue share", "service", "apart", "gross", "overlap"} <= set(said)


def test_two_figures_that_differ_are_never_shown_alike() -> None:
    assert US.both(0.0996, 0.10, "share") == ("9.96 %", "10.00 %") and US.both(0.1, 0.1, "share") == ("10.0 %", "10.0 %")
    assert METRIC.both(1000.2, 1000.0, "mass") == ("1,000.2 kg", "1,000.0 kg") and US.some(0.09, "mass") == "0.2 lb"
    assert US.both(0.6005, 0.6, "length") == ("23.64 in", "23.62 in") and FEET.both(0.6005, 0.6, "length") == (
        "23.64 in",
        "23.62 in",
    )
