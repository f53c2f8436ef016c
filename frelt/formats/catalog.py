"""The equipment catalog as CSV: one entry a row, sizes in mm, kg, L, so that a spreadsheet opens it."""

import csv
import io
from typing import TypeVar

from ..core.catalog import Entry
from ..core.figure import Figure, Source
from ..core.item import Centre, HosePart, Item, Part, Placement, Shape, TankPart
from ..core.kind import KINDS
from ..core.liquid import LIQUIDS, Liquid
from ..core.value import BadInput

SHAPES: tuple[Shape, ...] = ("box", "upright cylinder", "lying cylinder", "lying ellipse")
SOURCES: tuple[Source, ...] = ("weighed", "measured", "maker", "plate", "estimate")
Choice = TypeVar("Choice", bound=str)
REQUIRED = ("id", "name", "kind", "length_mm", "width_mm", "height_mm", "mass_kg")


class _Row:
    """One row of the file, which knows where it stands when a cell is wrong."""

    def __init__(self, file: str, line: int, cells: dict[str, str]) -> None:
        self.file, self.line, self.cells = file, line, cells

    def text(self, column: str) -> str:
        return (self.cells.get(column) or "").strip()

    def bad(self, column: str, expected: str) -> BadInput:
        found = f"“{self.text(column)}”" if self.text(column) else "nothing"
        return BadInput(f"row {self.line}, column {column}", found, expected, self.file)

    def number(self, column: str, scale: float, low: float, high: float, empty: float | None = 0.0) -> float:
        text = self.text(column)
        if not text and empty is not None:
            return empty
        try:
            value = float(text)
        except ValueError:
            raise self.bad(column, f"a number from {low:g} to {high:g}") from None
        if not low <= value <= high:
            raise self.bad(column, f"a number from {low:g} to {high:g}")
        return value * scale

    def mm(self, column: str, low: float = 1, empty: float | None = None) -> float:
        return self.number(column, 0.001, low, 20_000, empty)


def read_catalog(data: bytes, file: str = "") -> tuple[Entry, ...]:
    """Every entry of a catalog. Raises BadInput with file, row and column; nothing is half-imported."""
    try:
        text = data.decode("utf-8-sig")
    except UnicodeDecodeError as err:
        raise BadInput(f"byte {err.start}", "not UTF-8", "a UTF-8 CSV file", file) from None
    reader = csv.DictReader(io.StringIO(text, newline=""))
    missing = [c for c in REQUIRED if c not in (reader.fieldnames or ())]
    if missing:
        raise BadInput("row 1", f"no column {missing[0]}", f"the columns {', '.join(REQUIRED)}", file)
    entries: dict[str, Entry] = {}
    for cells in reader:
        row = _Row(file, reader.line_num, cells)
        entry = _entry(row)
        if entry.item.id in entries:
            raise row.bad("id", "an id of its own")
        entries[entry.item.id] = entry
    return tuple(entries.values())


def _entry(row: _Row) -> Entry:
    kind = row.text("kind")
    if kind not in KINDS:
        raise row.bad("kind", f"one of {', '.join(KINDS)}")
    if not row.text("id") or not row.text("name"):
        raise row.bad("name" if row.text("id") else "id", "a name")
    source = _one_of(row, "source", SOURCES, "estimate")
    note = row.text("note")

    def size(column: str) -> Figure:
        return Figure(value=row.mm(column), source=source, note=note)

    mass = row.number("mass_kg", 1, 0, 20_000, None)
    item = Item(
        id=row.text("id"),
        name=row.text("name"),
        kind=kind,
        place=Placement(deck="none", u=0.0, v=0.0),
        length=size("length_mm"),
        width=size("width_mm"),
        height=size("height_mm"),
        mass=Figure(value=mass, plus_minus=row.number("mass_pm_kg", 1, 0, 5000), source=source, note=note),
        centre=Centre(
            x=row.mm("centre_x_mm", -20_000, 0.0),
            y=row.mm("centre_y_mm", -20_000, 0.0),
            z=row.mm("centre_z_mm", 0, row.mm("height_mm") / 2),
            note=note,
        ),
        parts=(*_tank(row, source, note), *_hoses(row, source, note)),
    )
    return Entry(item=item, words=row.text("words"))


def _tank(row: _Row, source: Source, note: str) -> tuple[Part, ...]:
    if not row.text("tank_shape"):
        return ()
    capacity = row.number("capacity_L", 0.001, 0.01, 50_000, None)
    part = TankPart(
        id="tank",
        name=row.text("tank_name") or row.text("name"),
        shape=_one_of(row, "tank_shape", SHAPES, None),
        length=row.mm("tank_length_mm"),
        width=row.mm("tank_width_mm"),
        height=row.mm("tank_height_mm"),
        capacity=Figure(value=capacity, plus_minus=row.number("capacity_pm_L", 0.001, 0, 5000), source=source, note=note),
        liquid=_liquid(row, "liquid"),
        heel=row.number("heel_percent", 0.01, 0, 50, 0.02),
        at=(row.mm("tank_x_mm", -20_000, 0.0), row.mm("tank_y_mm", -20_000, 0.0), row.mm("tank_z_mm", 0, 0.0)),
    )
    return (part,)


def _hoses(row: _Row, source: Source, note: str) -> tuple[Part, ...]:
    count = int(row.number("hoses", 1, 0, 12))
    if not count:
        return ()
    length = row.number("hose_length_m", 1, 0.1, 1000, None)
    mass = row.number("hose_kg_per_m", 1, 0.01, 10, None) * length
    height = row.mm("height_mm")
    holds = _liquid(row, "hose_holds") if row.text("hose_holds") else None
    return tuple(
        HosePart(
            id=f"hose-{n + 1}",
            name=f"Hose {n + 1}" if count > 1 else "Hose",
            mass=Figure(value=round(mass, 2), plus_minus=round(mass * 0.1, 2), source=source, note=note),
            bore=row.mm("hose_bore_mm"),
            length=length,
            holds=holds,
            at=(0.0, 0.0, height * (n + 0.5) / count),
        )
        for n in range(count)
    )


def _liquid(row: _Row, column: str) -> Liquid:
    for liquid in LIQUIDS:
        if liquid.name == row.text(column):
            return liquid
    raise row.bad(column, f"one of {', '.join(x.name for x in LIQUIDS)}")


def _one_of(row: _Row, column: str, choices: tuple[Choice, ...], empty: Choice | None) -> Choice:
    text = row.text(column) or empty
    for choice in choices:
        if choice == text:
            return choice
    raise row.bad(column, f"one of {', '.join(choices)}")
