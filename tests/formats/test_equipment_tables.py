"""Tables of equipment: thousands of lines taken in whole or not at all, formulas made harmless, nothing lost on the way."""

import csv
import io

import pytest
from msgspec.structs import replace

from frelt.app.places import library_dir
from frelt.app.stock import equipment, forget_equipment, import_equipment, shop_equipment
from frelt.core.base.value import BadInput, BadTable
from frelt.core.model.catalog_entry import Entry
from frelt.core.model.item import Item
from frelt.formats.catalog import read_catalog, write_catalog
from frelt.formats.equipment import decode_entries, encode_entries

HEAD = ["id", "name", "kind", "length_mm", "width_mm", "height_mm", "mass_kg"]


def lines(count: int, wrong: dict[int, tuple[str, str]]) -> bytes:
    """A table of so many plain boxes, with cells put wrong by line number."""
    out = io.StringIO()
    table = csv.writer(out)
    table.writerow(HEAD)
    for n in range(2, count + 2):
        row = dict(zip(HEAD, [f"box-{n}", f"Box {n}", "box", "400", "300", "200", "5"], strict=True))
        if n in wrong:
            row[wrong[n][0]] = wrong[n][1]
        table.writerow(row.values())
    return out.getvalue().encode()


def test_ten_thousand_lines_are_taken_whole_or_not_at_all() -> None:
    assert len(read_catalog(lines(10_000, {}), "big.csv")) == 10_000
    wrong = {17: ("mass_kg", "heavy"), 4_000: ("kind", "rocket"), 9_999: ("length_mm", "-3")}
    with pytest.raises(BadTable) as refused:
        import_equipment(lines(10_000, wrong), "big.csv")
    said = str(refused.value)
    for line, (column, cell) in wrong.items():
        assert f"row {line}, column {column}: “{cell}”; expected" in said
    assert shop_equipment() == ()


def test_a_table_of_other_bytes_is_refused_with_what_was_expected() -> None:
    for data, says in ((b"\xff\xfe\x00", "UTF-8"), (b"", "row 1"), (b"id;name;kind\na;b;c\n", "column")):
        with pytest.raises(BadInput, match=says):
            read_catalog(data, "odd.csv")


def _told(item: Item) -> tuple[object, ...]:
    """What a table keeps of an item, to the figures it is written with."""
    sizes = [round(getattr(item, n).value, 3) for n in ("length", "width", "height", "mass")]
    tanks = [(t.shape, round(t.capacity.value, 5), t.liquid.name) for t in item.tanks]
    return (item.id, item.name, item.kind, *sizes, round(item.centre.z, 3), tanks, item.options, sorted(item.fields))


def test_the_whole_catalog_goes_through_a_table_and_a_file_of_entries() -> None:
    listed = equipment()
    again = read_catalog(write_catalog(listed), "again.csv")
    assert [_told(e.item) for e in again] == [_told(e.item) for e in listed]
    assert [e.words for e in again] == [e.words for e in listed]
    assert decode_entries(encode_entries(listed[:20]), "x.equipment.json") == listed[:20]


def test_a_formula_is_written_so_that_no_spreadsheet_runs_it() -> None:
    """OWASP, CSV injection: cells that begin with = + - @ tab or return are run by spreadsheets."""
    first = equipment()[0]
    for name in ("=1+1", "+SUM(A1)", "-2+3", "@cmd", "\t=1", "\r=1"):
        entry = Entry(item=replace(first.item, name=name), words="=HYPERLINK(1)")
        cells = next(csv.DictReader(io.StringIO(write_catalog((entry,)).decode("utf-8-sig"))))
        run = [c for c in ("name", "words") if cells[c].startswith(("=", "+", "-", "@", "\t", "\r"))]
        assert not run and read_catalog(write_catalog((entry,)), "x.csv")[0].words == entry.words


def test_a_file_of_entries_that_says_too_much_is_refused_with_its_path() -> None:
    good = encode_entries(equipment()[:1])
    with pytest.raises(BadInput, match="tail"):
        decode_entries(good.replace(b'"mass":', b'"tail": 1, "mass":', 1), "x.equipment.json")


def test_a_big_table_is_a_few_files_of_the_shop_from_which_one_entry_can_go() -> None:
    assert import_equipment(lines(3_000, {}), "price list.csv") == 3_000
    assert len(shop_equipment()) == 3_000 and len(list(library_dir("equipment").glob("*.equipment.json"))) == 2
    assert forget_equipment("box-77") and not forget_equipment("box-77")
    assert len(shop_equipment()) == 2_999
    assert import_equipment(lines(10, {}), "again.csv") == 10  # the same ids: replaced, not doubled
    ids = [e.item.id for e in shop_equipment()]
    assert len(ids) == len(set(ids)) == 2_999
