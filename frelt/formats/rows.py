"""Tables as CSV that a spreadsheet opens: rows that know where they stand when a cell is wrong."""

import csv
import io
import re
from collections.abc import Callable, Iterable, Mapping, Sequence
from typing import TypeVar

from ..core.base.value import BadInput, BadTable
from .cells import sheet

Choice = TypeVar("Choice", bound=str)
Made = TypeVar("Made")
MOST_ROWS = 20_000
EACH_TOLD = 200  # rows between two words of how far a table is
FORMULA = ("=", "+", "-", "@", "\t", "\r", "\n", "|", "%")  # what a spreadsheet would run, or hand on to something that does


class Row:
    """One row of the file, which knows where it stands when a cell is wrong. factors, comma: see `cells.Sheet`."""

    def __init__(
        self, file: str, line: int, cells: dict[str, str], factors: Mapping[str, float] | None = None, comma: bool = False
    ) -> None:
        self.file, self.line, self.cells = file, line, cells
        self._factors, self._comma = factors or {}, comma

    def text(self, column: str) -> str:
        """What a cell says, or nothing."""
        text = (self.cells.get(column) or "").strip()
        return text[1:] if text.startswith("'") and _runs(text[1:]) else text

    def bad(self, column: str, expected: str) -> BadInput:
        """What to raise of a cell."""
        text = self.text(column)
        found = f"“{text if len(text) <= 60 else text[:57] + '…'}”" if text else "nothing"
        return BadInput(f"row {self.line}, column {column}", found, expected, self.file)

    def number(self, column: str, scale: float, low: float, high: float, empty: float | None = 0.0) -> float:
        """A number within bounds, scaled; empty where the cell is. Raises BadInput."""
        text = self.text(column)
        if not text and empty is not None:
            return empty
        return self._bounded(column, text, scale, low, high, "a number")

    def _bounded(self, column: str, text: str, scale: float, low: float, high: float, what: str) -> float:
        factor = self._factors.get(column, 1.0)
        expected = f"{what} from {low / factor:.6g} to {high / factor:.6g}"
        value = self._number(column, text)
        if value is None or not low <= value * factor <= high:
            raise self.bad(column, expected)
        return round(value * factor * scale, 9)

    def _number(self, column: str, text: str) -> float | None:
        """A number as spreadsheets write it, None where it is none. Raises BadInput where it could be two."""
        text = text.replace("\u00a0", " ").replace("\u202f", " ").replace("\u2212", "-").replace("’", "'")
        if self._comma:
            text = re.sub(r"(?<=\d)[. '](?=\d{3}(?:\D|$))", "", text).replace(",", ".", 1)
        elif _THOUSANDS.fullmatch(text):
            text = text.replace(",", "").replace(" ", "").replace("'", "")
        elif _EITHER.fullmatch(text):
            raise self.bad(column, "a number without a comma, which could divide thousands or fractions")
        if len(text) > MOST_DIGITS:
            return None
        try:
            return float(text)
        except ValueError:
            return None

    def one_of(self, column: str, choices: Sequence[Choice], empty: Choice | None) -> Choice:
        """One of some words, large or small. Raises BadInput."""
        text = (self.text(column) or empty or "").casefold()
        for choice in choices:
            if choice.casefold() == text:
                return choice
        raise self.bad(column, f"one of {', '.join(choices)}")

    def list_of(self, column: str, scale: float, low: float, high: float) -> tuple[float, ...]:
        """Numbers divided by semicolons. Raises BadInput."""
        parts = filter(None, (t.strip() for t in self.text(column).split(";")))
        return tuple(self._bounded(column, t, scale, low, high, "numbers divided by semicolons, each") for t in parts)

    def mm(self, column: str, low: float = 1, empty: float | None = None) -> float:
        """A length in mm, as m."""
        return self.number(column, 0.001, low, 20_000, empty)


MOST_DIGITS = 40
_THOUSANDS = re.compile(r"[-+]?\d{1,3}(?:,\d{3}){2,}(?:\.\d+)?|[-+]?\d{1,3},\d{3}\.\d+|[-+]?\d{1,3}(?:[ ']\d{3})+(?:\.\d+)?")
_EITHER = re.compile(r"[-+]?\d+,\d+")


def rows(data: bytes, file: str, required: Sequence[str], known: Sequence[str]) -> list[Row]:
    """Every row of a table. Raises BadInput where the file is no table, lacks a column or has one that is not known."""
    found = sheet(data, file, required, known, MOST_ROWS)
    return [Row(file, line, cells, found.factors, found.comma) for line, cells in found.rows]


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
    if not isinstance(value, str):
        return value
    again = value.startswith("'") and _runs(value[1:])  # which reading would take for an apostrophe of ours
    return f"'{value}" if again or (_runs(value) and not _number(value)) else value


def _runs(text: str) -> bool:
    """Whether a spreadsheet would run a text, also behind spaces and signs that are not seen."""
    return text.startswith(FORMULA) or text.lstrip(" \u00a0\u200b\ufeff\t\r\n\v\f").startswith(FORMULA)


def _number(text: str) -> bool:
    return re.fullmatch(r"-?\d+(?:\.\d+)?(?:e[-+]?\d+)?", text) is not None
