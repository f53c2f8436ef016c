"""The load sheet drops nothing: read back with pdfplumber and held against the report of `frelt check --json`."""

import io
import re
from datetime import date
from pathlib import Path

import pdfplumber
import pytest
from msgspec.structs import replace

from frelt.core.base.figure import Figure
from frelt.core.base.units import METRIC, US, Units
from frelt.core.judge.marks import WORDS, mark_of
from frelt.core.judge.words import sentence
from frelt.core.liquids.on_the_road import unread
from frelt.core.model.condition import Condition
from frelt.core.model.kit import KitLine
from frelt.core.planning.accepting import accept
from frelt.core.solve import solve
from frelt.formats.document import decode
from frelt.paint.sheet import sheet_pdf
from tests.conftest import LONG

FILES = sorted(Path("tests/fixtures/packed").glob("*.json")) + sorted(Path("frelt/data/demo").glob("*.json"))
SOME = ("shelter-van", "ballast-wash")  # one without plates, a pair with bars; all under check-long


def letters(words: str) -> str:
    """Without spaces, which a text layer does not keep."""
    return re.sub(r"\s+", "", words)


@pytest.mark.parametrize("units", [US, METRIC], ids=["us", "metric"])
@pytest.mark.parametrize("file", FILES, ids=lambda f: f.name.split(".")[0])
def test_every_load_and_every_finding_of_the_report_is_on_paper(file: Path, units: Units, qapp: object) -> None:
    if LONG == 1 and (file.name.split(".")[0] not in SOME or units is METRIC):
        pytest.skip("all of them under ./run check-long")
    document = decode(file.read_bytes())
    rig = document.rigs[0]
    solved = solve(rig)
    with pdfplumber.open(io.BytesIO(sheet_pdf(document, rig, units, date(2026, 5, 4)))) as pdf:
        lines = [line for page in pdf.pages for line in page.extract_text().splitlines()]
        text = letters("".join(lines))
        for page in pdf.pages:
            assert max(c["bottom"] for c in page.chars) <= page.height - 15
            assert max(c["x1"] for c in page.chars) <= page.width - 20
    rows = [letters(line) for line in lines]
    for check in solved.checks:
        if check.told is None:
            assert letters(sentence(check, units)) in text, check.id
            continue
        assert check.load is not None
        word = "OVER" if mark_of(check) == "over" else WORDS[mark_of(check)]
        start = letters(f"{word} {units.show(check.load, check.quantity)}")
        limit = None if check.limit is None else letters(units.show(check.limit, check.quantity))
        found = [r for r in rows if start in r and (limit is None or limit in r)]
        assert found, (check.id, start, limit)
    for item in rig.items:
        assert letters(item.name) in text
    for state in rig.states:
        assert letters(state.name) in text
    missing = unread(solved)
    assert ("DRAFT" in text) == bool(missing) and all(letters(u.where) in text for u in missing)
    assert "SCALETICKET" in text and "more," not in text.replace("Morethanoneliquid", "")


def test_what_is_accepted_is_printed_with_its_reason(qapp: object) -> None:
    document = decode(FILES[2].read_bytes())
    solved = solve(document.rigs[0])
    one = next(c for c in solved.checks if c.kind == "overlap" and c.status == "over")
    rig = accept(solved, one, "they nest, seen by the yard", "2026-05-04")
    with pdfplumber.open(io.BytesIO(sheet_pdf(document, rig, US, date(2026, 5, 4)))) as pdf:
        text = "\n".join(p.extract_text() for p in pdf.pages)
    assert "ACCEPTED FOR THIS RIG" in text and "accepted on 2026-05-04, because they nest, seen by the yard" in text.replace(
        "\n", " "
    )


def test_kit_owners_and_condition_are_on_paper(qapp: object) -> None:
    file = next(f for f in FILES if f.name.startswith("barn-closed"))
    document = decode(file.read_bytes())
    rig = document.rigs[0]
    used = Condition(bought="used", hours=1240.0, tested=False)
    first = replace(rig.items[0], owner="Tarn Hollow", condition=used)
    assert rig.trailer is not None
    came = replace(rig.trailer, owner="the customer", condition=Condition(bought="new"))
    line = KitLine(id="k", what="Wheel chocks", count=2, each=Figure(value=3.0), on=came.main_deck.id, kept="under a bungee")
    rig = replace(rig, items=(first, *rig.items[1:]), trailer=came, kit=(line,))
    with pdfplumber.open(io.BytesIO(sheet_pdf(document, rig, US, date(2026, 5, 4)))) as pdf:
        text = letters("".join(page.extract_text() for page in pdf.pages))
    for words in ("Tarn Hollow", "1,240 h", "not tested", "the customer", "2 × Wheel chocks", "bungee"):  # the rest may wrap
        assert letters(words) in text, words


def test_loads_without_a_rating_are_listed_all_the_same(qapp: object) -> None:
    document = decode(Path("tests/fixtures/found/not-rated-harbor.frelt.json").read_bytes())
    rig = document.rigs[0]
    solved = solve(rig)
    assert solved.loads is not None
    with pdfplumber.open(io.BytesIO(sheet_pdf(document, rig, US, date(2026, 5, 4)))) as pdf:
        rows = [letters(line) for page in pdf.pages for line in page.extract_text().splitlines()]
    listed = [(n, limit) for n, limit in enumerate(solved.loads.limits) if not limit.counts]
    assert {limit.check for _, limit in listed} == {"axle", "tire", "gross", "payload"}
    for n, limit in listed:
        most = float(solved.loads.greatest.value[solved.loads.applies[:, n], n].max())
        start = letters(f"{limit.subject} not rated {US.show(most, 'mass')}")
        assert any(r.startswith(start) for r in rows), start
