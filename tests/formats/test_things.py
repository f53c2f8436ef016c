"""The list of a rig's things as CSV and XLSX. Checked by reading the files back with a general-purpose library (openpyxl) and `csv`."""

import csv
import io
from pathlib import Path

import openpyxl
import pytest
from msgspec.structs import replace

from frelt.app.storage import load
from frelt.core.base.units import INCH, METRIC, US
from frelt.core.base.value import FreltError
from frelt.core.masses.kit import line_mass
from frelt.core.report.things import COLUMNS, things
from frelt.core.solve import solve
from frelt.core.space.solids import solids
from frelt.formats.things import things_file

PACKED = sorted((Path(__file__).parents[1] / "fixtures" / "packed").glob("*.json"))


@pytest.mark.parametrize("file", PACKED, ids=lambda f: f.name.split(".")[0])
def test_both_files_list_everything_aboard_once_with_the_same_figures(file: Path) -> None:
    rig = load(file).rigs[0]
    solved = solve(rig)
    rows = list(csv.DictReader(io.StringIO(things_file(".csv", solved, US).decode("utf-8-sig"))))
    assert len(rows) == len(rig.items) + len(rig.kit)
    assert {r["Thing"] for r in rows[: len(rig.items)]} == {i.name for i in rig.items}
    sheet = openpyxl.load_workbook(io.BytesIO(things_file(".xlsx", solved, US))).active
    assert sheet is not None and sheet["A1"].value == rig.name
    head = [c.value for c in sheet[3]]
    assert head == list(rows[0])
    book = [[c.value for c in line] for line in sheet.iter_rows(min_row=4, max_row=3 + len(rows))]
    empty = head.index("Empty [lb]")
    for row, cells in zip(rows, book, strict=True):
        assert row["Thing"].lstrip("'") == cells[1] and float(row["Empty [lb]"]) == cells[empty]
    total = sum(i.mass.value for i in rig.items) + sum(line_mass(k).value for k in rig.kit)
    assert sum(c[empty] for c in book) * 0.45359237 == pytest.approx(total, abs=0.03 * len(rows))
    assert sheet.cell(4 + len(rows), empty + 1).value == f"=SUM(H4:H{3 + len(rows)})"


@pytest.mark.parametrize("file", PACKED[:3], ids=lambda f: f.name.split(".")[0])
def test_places_and_sizes_are_those_of_the_room_in_either_units(file: Path) -> None:
    rig = load(file).rigs[0]
    solved = solve(rig)
    room = solids(rig, solved.frames)
    by_name = {i.name: i for i in rig.items}
    for units, one in ((US, INCH), (METRIC, 0.001)):
        made = things(solved, units)
        front, across = (next(n for n, c in enumerate(COLUMNS) if c.title.startswith(t)) for t in ("Front", "Middle"))
        for row in made.rows[: len(rig.items)]:
            own = room[by_name[str(row[1])].id]
            assert row[front] == pytest.approx(own.x0 / one, abs=0.006)
            assert row[across] == pytest.approx((own.y0 + own.y1) / 2 / one, abs=0.006)


def test_no_cell_is_run_as_a_formula_and_the_same_rig_gives_the_same_bytes() -> None:
    rig = load(PACKED[0]).rigs[0]
    evil = replace(rig, items=(replace(rig.items[0], name='=HYPERLINK("x")', note="@SUM(1)"), *rig.items[1:]))
    solved = solve(evil)
    assert things_file(".xlsx", solved, US) == things_file(".xlsx", solve(evil), US)
    book = openpyxl.load_workbook(io.BytesIO(things_file(".xlsx", solved, US))).active
    assert book is not None
    cell = next(c for line in book.iter_rows() for c in line if c.value == '=HYPERLINK("x")')
    assert cell.data_type == "s"
    text = things_file(".csv", solved, US).decode("utf-8-sig")
    assert "'=HYPERLINK" in text and ",=HYPERLINK" not in text and "'@SUM(1)" in text
    with pytest.raises(FreltError, match=r"ends with \.csv or \.xlsx"):
        things_file(".pdf", solved, US)
