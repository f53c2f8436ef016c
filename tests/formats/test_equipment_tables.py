"""Tables of equipment: thousands of lines taken in whole or not at all, formulas made harmless, nothing lost on the way."""

import csv
import io

import pytest
from msgspec.structs import replace

from frelt.app.file_names import file_name
from frelt.app.library import Library, id_of
from frelt.app.places import library_dir
from frelt.app.stock import class_of, classes, equipment
from frelt.core.base.value import BadInput, BadTable, FreltError
from frelt.core.model.catalog_entry import Entry
from frelt.formats.catalog import read_catalog, write_catalog
from frelt.formats.chassis import write_chassis
from frelt.formats.equipment import decode_entries, encode_entries
from tests.conftest import demo

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
        Library().take_equipment(lines(10_000, wrong), "big.csv")
    said = str(refused.value)
    for line, (column, cell) in wrong.items():
        assert f"row {line}, column {column}: “{cell}”; expected" in said
    assert Library().equipment() == ()


def test_a_table_of_other_bytes_is_refused_with_what_was_expected() -> None:
    for data, says in (
        (b"\xff\xfe\x00", "UTF-16"),
        (b"", "row 1"),
        (b"id;name;kind\na;b;c\n", "column"),
        (b"a\0b\n", "no text"),
    ):
        with pytest.raises(BadInput, match=says):
            read_catalog(data, "odd.csv")


def test_what_is_written_is_read_back_equal() -> None:
    """The whole catalog, and everything on the packed demo rigs: tanks as measured, decks, fastenings, what stands on it."""
    listed = equipment()
    again = read_catalog(write_catalog(listed), "again.csv")
    assert again == listed
    assert decode_entries(encode_entries(listed[:20]), "x.equipment.json") == listed[:20]
    rigs = [r for name in ("ballast-wash", "shelter-round", "solar-rinse", "tram-stops") for r in demo(name).rigs]
    own = {i.id: Entry(item=i, words="=own", carries=tuple(r.items[:1])) for r in rigs for i in r.items}
    assert read_catalog(write_catalog(own.values()), "own.csv") == tuple(own.values())


def test_tables_as_spreadsheets_write_them_are_understood_or_explained() -> None:
    """Separators, encodings, decimal commas, thousands, capitals and other units; what could be two figures is refused."""
    plain = b"id,name,kind,length_mm,width_mm,height_mm,mass_kg\na,Box,box,1234.5,300,200,44.9\n"
    (wanted,) = read_catalog(plain, "plain.csv")
    semicolons = "ID;Name;Kind;Length mm;width_mm;HEIGHT_MM;Mass_kg\r\na;Box;BOX;1.234,5;300;200;44,9\r\n"
    ways = {
        "semicolons": semicolons.encode(),
        "utf-16": semicolons.encode("utf-16"),
        "a mark in front": b"\xef\xbb\xbf" + plain,
        "said": f"sep=;\r\n{semicolons}".encode(),
        "tabs": plain.replace(b",", b"\t"),
        "passed over": b"id,#price,name,kind,length_mm,width_mm,height_mm,mass_kg,\na,9,Box,box,1234.5,300,200,44.9,\n",
        "thousands": plain.replace(b"1234.5", b'"1,234.5"'),
        "cm": plain.replace(b"length_mm", b"length_cm").replace(b"1234.5", b"123.45"),
    }
    for way, data in ways.items():
        assert read_catalog(data, "t.csv") == (wanted,), way
    (pounds,) = read_catalog(plain.replace(b"mass_kg", b"mass_lb").replace(b"44.9", b"900"), "lb.csv")
    assert pounds.item.mass.value == pytest.approx(408.2331, abs=1e-4)
    for data, says in (
        (plain.replace(b"mass_kg", b"mass_oz"), "a column that is not known: “mass_oz” .did you mean mass_kg"),
        (plain.replace(b"44.9", b'"1,234"'), "without a comma, which could divide thousands or fractions"),
        (plain.replace(b"44.9", b"9" * 400), "row 2, column mass_kg"),
        (plain.replace(b"44.9", b"-5"), "a number from 0 to 20000"),
        (plain.replace(b"Box,", b"x" * 30_000 + b","), "row 2, item.name: .* expected at most 20,000 characters"),
        (plain.replace(b"a,Box", b"\xc3\xa4,Box"), "row 2, item.id: .* expected letters, digits"),
        (plain.replace(b"44.9\n", b"44.9,7\n"), "row 2: 8 cells; expected at most 7"),
        (plain.replace(b"Box", b"B\xe4r"), "not UTF-8; expected a table saved as “CSV UTF-8”"),
        (plain.replace(b"width_mm", b"length_mm"), "the column length_mm twice"),
    ):
        with pytest.raises(BadInput, match=says):
            read_catalog(data, "t.csv")


def test_a_formula_is_written_so_that_no_spreadsheet_runs_it() -> None:
    """OWASP, CSV injection: cells that begin with = + - @ tab or return are run by spreadsheets."""
    first = equipment()[0]
    for name in ("=1+1", "+SUM(A1)", "-2+3", "@cmd", "\t=1", "\r=1", " =1", "\n=1", "\u00a0+1", "'=1"):
        entry = Entry(item=replace(first.item, name=name), words="=HYPERLINK(1)")
        cells = next(csv.DictReader(io.StringIO(write_catalog((entry,)).decode("utf-8-sig"))))
        assert not [c for c in ("name", "words") if cells[c].lstrip().startswith(("=", "+", "-", "@"))]
        assert read_catalog(write_catalog((entry,)), "x.csv") == (entry,)


def test_a_file_of_entries_that_says_too_much_is_refused_with_its_path() -> None:
    good = encode_entries(equipment()[:1])
    with pytest.raises(BadInput, match="tail"):
        decode_entries(good.replace(b'"mass":', b'"tail": 1, "mass":', 1), "x.equipment.json")


def names() -> list[str]:
    return sorted(p.name for p in library_dir("equipment").iterdir())


def test_a_table_is_one_file_what_is_new_replaces_what_is_old_and_no_file_is_written_over() -> None:
    shop = Library()
    assert shop.take_equipment(lines(3_000, {}), "price list.csv") == 3_000
    assert len(shop.equipment()) == 3_000 and names() == ["price-list.equipment.json"]
    assert shop.forget_equipment("box-77") and not shop.forget_equipment("box-77")
    assert len(shop.equipment()) == 2_999
    assert shop.take_equipment(lines(10, {}), "price list.csv") == 10  # the same ids: replaced, not doubled
    ids = [e.item.id for e in shop.equipment()]
    assert len(ids) == len(set(ids)) == 2_999 and ids[:2] == ["box-2", "box-3"]
    assert "price-list-2.equipment.json" in names() and sum("backup" in n for n in names()) == 2
    assert [e.item.id for e in Library().equipment()] == ids  # as another program reads it


def test_two_tables_of_one_name_and_a_refused_one_leave_what_was_there() -> None:
    shop = Library()
    own = lines(40, {}).replace(b"box-", b"play-")
    assert shop.take_equipment(own, "parts.csv") == 40
    before = {p.name: p.read_bytes() for p in library_dir("equipment").iterdir()}
    with pytest.raises(BadInput, match="row 4812, column mass_kg"):
        shop.take_equipment(lines(5_000, {4_812: ("mass_kg", "heavy")}), "parts.csv")
    assert {p.name: p.read_bytes() for p in library_dir("equipment").iterdir()} == before
    assert shop.take_equipment(lines(5_000, {}), "parts.csv") == 5_000
    assert len(shop.equipment()) == 5_040 and names() == ["parts-2.equipment.json", "parts.equipment.json"]
    assert (library_dir("equipment") / "parts.equipment.json").read_bytes() == before["parts.equipment.json"]


def test_a_kill_between_writing_and_dropping_shows_the_newer_of_two(monkeypatch: pytest.MonkeyPatch) -> None:
    Library().take_equipment(lines(3, {}), "a.csv")
    with monkeypatch.context() as killed:
        killed.setattr(Library, "_drop", lambda *_: False)
        Library().take_equipment(lines(3, {}).replace(b",5\r", b",9\r"), "b.csv")
    assert [e.item.mass.value for e in Library().equipment()] == [9.0, 9.0, 9.0]


def test_a_full_disk_says_so_and_loses_nothing(monkeypatch: pytest.MonkeyPatch) -> None:
    shop = Library()
    shop.take_equipment(lines(5, {}), "a.csv")

    def full(*_: object) -> None:
        raise OSError(28, "No space left on device")

    monkeypatch.setattr("frelt.app.library.write_atomically", full)
    with pytest.raises(FreltError, match="No space left"):
        shop.take_equipment(lines(5, {}), "b.csv")
    assert len(Library().equipment()) == 5


def test_names_of_any_script_have_files_and_ids_of_their_own() -> None:
    shop = Library()
    base = class_of("open-10-single").carrier
    listed = ["Прицеп 1", "Прицеп-1", "トレーラー", "Anhänger", "a/b", "a b", "…"]
    for name in listed:
        shop.keep_chassis(replace(base, name=name))
    assert sorted(c.name for c in Library().chassis()) == sorted(listed)
    shop.keep_chassis(replace(base, name="a b"))
    assert len(Library().chassis()) == len(listed)  # kept again, not doubled
    assert file_name("Прицеп 1") == "прицеп-1" and file_name("…") == "unnamed" and len(file_name("ж" * 300).encode()) <= 120
    ids = {id_of(n) for n in ("Бак", "Насос", "水", "Tank", "Tank é")}
    assert len(ids) == 5 and all(i.isascii() for i in ids)


def test_a_table_of_chassis_is_taken_whole_or_not_at_all() -> None:
    table = write_chassis(classes()[:3])
    head, first, second, third, *_ = table.split(b"\r\n")
    with pytest.raises(BadInput, match="row 4, column carrier"):
        Library().take_chassis(b"\r\n".join([head, first, second, third.replace(b",trailer,", b",boat,", 1)]), "c.csv")
    assert Library().chassis() == ()
    assert Library().take_chassis(table, "c.csv") == 3 and len(list(library_dir("chassis").glob("*.json"))) == 1
