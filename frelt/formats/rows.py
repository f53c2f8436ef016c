"""Tables as CSV that a spreadsheet opens: rows that know where they stand when a cell is wrong."""

import csv
import io
from collections.abc import Callable, Iterable, Iterator, Mapping, Sequence
from typing import TypeVar

from ..core.base.value import BadInput, BadTable

Choice = TypeVar("Choice", bound=str)
Made = TypeVar("Made")
MOST_ROWS = 20_000
EACH_TOLD = 200  # rows between two words of how far a table is
FORMULA = ("=", "+", "-", "@", "\t", "\r")  # what a spreadsheet would run


class Row:
    """One row of the file, which knows where it stands when a cell is wrong."""

    def __init__(self, file: str, line: int, cells: dict[str, str]) -> None:
        self.file, self.line, self.cells = file, line, cells

    def text(self, column: str) -> str:
        """What a cell says, or nothing."""
        text = (self.cells.get(column) or "").strip()
        return text[1:] if text.startswith("'") and text[1:].startswith(FORMULA) else text

    def bad(self, column: str, expected: str) -> BadInput:
        """What to raise of a cell."""
        found = f"“{self.text(column)}”" if self.text(column) else "nothing"
        return BadInput(f"row {self.line}, column {column}", found, expected, self.file)

    def number(self, column: str, scale: float, low: float, high: float, empty: float | None = 0.0) -> float:
        """A number within bounds, scaled; empty where the cell is. Raises BadInput."""
        text = self.text(column)
        if not text and empty is not None:
            return empty
        try:
            value = float(text)
        except ValueError:
            raise self.bad(column, f"a number from {low:g} to {high:g}") from None
        if not low <= value <= high:
            raise self.bad(column, f"a number from {low:g} to {high:g}")
        return round(value * scale, 9)

    def one_of(self, column: str, choices: Sequence[Choice], empty: Choice | None) -> Choice:
        """One of some words. Raises BadInput."""
        text = self.text(column) or empty
        for choice in choices:
            if choice == text:
                return choice
        raise self.bad(column, f"one of {', '.join(choices)}")

    def list_of(self, column: str, scale: float, low: float, high: float) -> tuple[float, ...]:
        """Numbers divided by semicolons. Raises BadInput."""
        found = []
        for text in filter(None, (t.strip() for t in self.text(column).split(";"))):
            try:
                value = float(text)
            except ValueError:
                raise self.bad(column, f"numbers from {low:g} to {high:g}, divided by semicolons") from None
            if not low <= value <= high:
                raise self.bad(column, f"numbers from {low:g} to {high:g}, divided by semicolons")
            found.append(round(value * scale, 9))
        return tuple(found)

    def mm(self, column: str, low: float = 1, empty: float | None = None) -> float:
        """A length in mm, as m."""
        return self.number(column, 0.001, low, 20_000, empty)


def rows(data: bytes, file: str, required: Sequence[str]) -> list[Row]:
    """Every row of a table. Raises BadInput where the file is no table or lacks a column."""
    return list(_rows(data, file, required))


def _rows(data: bytes, file: str, required: Sequence[str]) -> Iterator[Row]:
    try:
        text = data.decode("utf-8-sig")
    except UnicodeDecodeError as err:
        raise BadInput(f"byte {err.start}", "not UTF-8", "a UTF-8 CSV file", file) from None
    reader = csv.DictReader(io.StringIO(text, newline=""))
    try:
        missing = [c for c in required if c not in (reader.fieldnames or ())]
        if missing:
            raise BadInput("row 1", f"no column {missing[0]}", f"the columns {', '.join(required)}", file)
        for n, cells in enumerate(reader):
            if n == MOST_ROWS:
                raise BadInput(f"row {reader.line_num}", "one row too many", f"at most {MOST_ROWS:,} rows", file)
            yield Row(file, reader.line_num, cells)
    except csv.Error as err:
        raise BadInput(f"row {reader.line_num}", str(err), "a CSV file", file) from None


def every(
    listed: Sequence[Row],
    make: Callable[[Row], Made],
    tell: Callable[[float], None] = lambda _: None,
    still: Callable[[], bool] = lambda: True,
) -> tuple[Made, ...]:
    """What each row makes. Raises BadInput where one is wrong, BadTable with all of them where several are.

    tell: how much is done, a share, now and then.  still: asked as often; once false, nothing is made.
    """
    made, problems = [], []
    for n, row in enumerate(listed):
        if n % EACH_TOLD == 0:
            if not still():
                return ()
            tell(n / len(listed))
        try:
            made.append(make(row))
        except BadInput as err:
            problems.append(err)
    if len(problems) == 1:
        raise problems[0]
    if problems:
        raise BadTable(tuple(problems))
    return tuple(made)


def table(columns: Sequence[str], listed: Iterable[Mapping[str, object]]) -> bytes:
    """A table as CSV; a cell that a spreadsheet would run as a formula is kept as text by an apostrophe."""
    out = io.StringIO(newline="")
    writer = csv.DictWriter(out, columns, lineterminator="\r\n")  # RFC 4180; and so cells with either are quoted
    writer.writeheader()
    for cells in listed:
        writer.writerow({c: _safe(cells.get(c, "")) for c in columns})
    return out.getvalue().encode()


def _safe(value: object) -> object:
    if isinstance(value, str) and value.startswith(FORMULA) and not _number(value):
        return f"'{value}"
    return value


def _number(text: str) -> bool:
    try:
        float(text)
    except ValueError:
        return False
    return True
