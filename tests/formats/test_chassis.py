"""Chassis as a table: what goes out comes back, and a wrong cell is named by row and column."""

import csv
import io

import pytest
from msgspec.structs import replace

from frelt.app.places import shipped
from frelt.app.stock import classes
from frelt.core.base.figure import NOT_RATED, plate
from frelt.core.base.value import BadInput
from frelt.core.model.carrier import Trailer, TrailerRatings
from frelt.core.model.catalog_entry import Chassis
from frelt.formats.chassis import read_chassis, write_chassis
from frelt.formats.chassis_columns import COLUMNS
from tests.conftest import demo


def test_every_chassis_goes_out_and_comes_back_equal_in_all_of_it() -> None:
    """Source: Python's csv module reads it, as a spreadsheet would. Classes, and what shops have: plates, bars, aboard lists."""
    shops = tuple(
        Chassis(id=f"{name}-{one.id}-{c.id}", name=f" {c.name}", carrier=c, words="'=own")
        for name in ("shelter-round", "ballast-wash", "barn-wash", "solar-rinse", "tram-stops")
        for one in demo(name).rigs
        for c in one.carriers
    )
    plates = TrailerRatings(jack=plate(907.2), safety_chain=plate(3500.0), stands=NOT_RATED, roof=plate(0.1234567891))
    first = next(c for c in classes() if isinstance(c.carrier, Trailer))
    axles = tuple(replace(a, tires=replace(a.tires, load_index=108)) for a in first.carrier.axles)
    own = replace(first, id="own", carrier=replace(first.carrier, ratings=plates, brakes="surge", axles=axles))
    listed = (*classes(), *shops, own)
    written = write_chassis(listed)
    assert read_chassis(written, "out.csv") == listed
    cells = list(csv.DictReader(io.StringIO(written.decode(), newline="")))
    assert len(cells) == len(listed) and tuple(cells[0]) == COLUMNS
    last = cells[-1]
    assert (last["jack_kg"], last["chain_kg"], last["stands_kg"], last["brakes"]) == ("907.2", "3500", "not rated", "surge")
    assert not any(c["rest"] for c in cells[: len(classes())])  # the columns say all of a class


def test_what_a_spreadsheet_would_run_is_kept_as_text() -> None:
    sly = replace(classes()[0], name="=1+1", words="@now")
    (row,) = csv.DictReader(io.StringIO(write_chassis((sly,)).decode()))
    assert row["name"] == "'=1+1" and row["words"] == "'@now"


ROW = {"id": "a", "name": "A", "carrier": "van", "deck_length_mm": "3000", "deck_width_mm": "1700", "axles_mm": "-1500;2000"}
WRONG = [
    ({"carrier": "boat"}, "column carrier: “boat”", "trailer, stand, pickup"),
    ({"axles_mm": "2000"}, "column axles_mm", "the front axle first"),
    ({"axles_mm": "a;b"}, "column axles_mm: “a;b”", "divided by semicolons"),
    ({"deck_length_mm": ""}, "column deck_length_mm: nothing", "a number from"),
    ({"doors": "Side, right, 1"}, "column doors", "name, side, start, end, height, kind"),
    ({"doors": "Side, up, 1, 2, 3, door"}, "column doors", "a side of left, right"),
    ({"wells": "left, x, 2, 3, 4"}, "column wells", "where “x” stands"),
    ({"zones": "exhaust, 1, 2, 3, 99999"}, "column zones", "where “99999” stands"),
    ({"empty_kg": "900"}, "column empty_kg", "two weights"),
    ({"duals": "front"}, "column duals: “front”", "rear, all or nothing"),
    ({"name": ""}, "column name: nothing", "a name"),
    ({"gross_kg": "-5"}, "column gross_kg: “-5”", "a number from 1"),
]


@pytest.mark.parametrize(("change", "where", "expected"), WRONG, ids=[w for _, w, _ in WRONG])
def test_a_wrong_cell_is_named_and_nothing_is_taken(change: dict[str, str], where: str, expected: str) -> None:
    rows = [ROW, ROW | {"id": "b"} | change]
    text = io.StringIO()
    writer = csv.DictWriter(text, COLUMNS)
    writer.writeheader()
    writer.writerows(rows)
    with pytest.raises(BadInput) as err:
        read_chassis(text.getvalue().encode(), "mine.csv")
    assert str(err.value).startswith(f"mine.csv: row 3, {where}") and expected in str(err.value)


def test_a_table_without_its_columns_or_with_an_id_twice_is_refused() -> None:
    with pytest.raises(BadInput, match="no column axles_mm"):
        read_chassis(b"id,name,carrier,deck_length_mm,deck_width_mm\n", "x.csv")
    twice = shipped("catalog/chassis.csv").decode().splitlines()
    with pytest.raises(BadInput, match="an id of its own"):
        read_chassis("\n".join([*twice, twice[1]]).encode(), "x.csv")
    with pytest.raises(BadInput, match="not UTF-8; expected a table saved as “CSV UTF-8”"):
        read_chassis(b"id,name\n\xe4,b\n", "x.csv")
