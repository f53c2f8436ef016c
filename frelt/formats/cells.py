"""From the bytes of a table to its cells: encodings, separators, decimal commas and column names as spreadsheets write them."""

import csv
import io
import re
from collections.abc import Iterator, Mapping, Sequence

from msgspec import Struct

from ..core.base.value import BadInput

SEPARATORS = (",", ";", "\t", "|")
MARKS = ((b"\xef\xbb\xbf", "utf-8-sig"), (b"\xff\xfe\x00\x00", "utf-32"), (b"\xff\xfe", "utf-16"), (b"\xfe\xff", "utf-16"))
MOST_BYTES = 20_000_000
MOST_COLUMNS = 400
PASSED = "#"  # a column whose name begins with it is the shop's own business

# Endings of a column's name in other units, with what makes them the unit of the column that is known.
OTHER_UNITS: dict[str, dict[str, float]] = {
    "_mm": {"_cm": 10.0, "_m": 1000.0, "_in": 25.4, "_inch": 25.4, "_ft": 304.8},
    "_kg": {"_lb": 0.45359237, "_lbs": 0.45359237, "_t": 1000.0},
    "_l": {"_gal": 3.785411784, "_m3": 1000.0},
    "_kg_per_m": {"_lb_per_ft": 0.45359237 / 0.3048},
    "_length_m": {"_length_ft": 0.3048},
    "_percent": {"_%": 1.0},
}


class Sheet(Struct, frozen=True):
    """The cells of a table by column. rows: with the line each ends on.  factors: of columns that are in another unit.

    comma: whether a comma divides whole numbers from fractions in it.
    """

    rows: list[tuple[int, dict[str, str]]]
    factors: dict[str, float]
    comma: bool


def sheet(data: bytes, file: str, required: Sequence[str], known: Sequence[str], most: int) -> Sheet:
    """The cells of a table with the columns it must have and those it may have.

    Raises BadInput where it is no table, lacks a column, has one that is not known, or too many rows.
    """
    text = _text(data, file)
    separator, text = _separator(text)
    reader = csv.reader(io.StringIO(text, newline=""), delimiter=separator)
    try:
        names, factors = _columns(next(reader, []), file, required, known)
        found = list(_rows(reader, names, file, most))
    except csv.Error as err:
        raise BadInput(f"row {reader.line_num}", str(err), "a CSV file", file) from None
    comma = separator != "," and any(_COMMA.fullmatch(c.strip()) for _, cells in found for c in cells.values())
    return Sheet(found, factors, comma)


_COMMA = re.compile(r"[-+]?(?:\d{1,3}(?:[.\u00a0 ]\d{3})+|\d+),(?:\d{1,2}|\d{4,})")  # no thousands stand so


def _text(data: bytes, file: str) -> str:
    if len(data) > MOST_BYTES:
        raise BadInput("the file", f"{len(data) / 1e6:,.0f} MB", f"a table of at most {MOST_BYTES / 1e6:.0f} MB", file)
    encoding = next((name for mark, name in MARKS if data.startswith(mark)), "utf-8")
    try:
        text = data.decode(encoding)
    except UnicodeDecodeError as err:
        hint = "a table saved as “CSV UTF-8”, as every spreadsheet offers under Save as"
        raise BadInput(f"byte {err.start}", f"a byte that is not {encoding.upper()}", hint, file) from None
    if "\0" in text:
        raise BadInput("the file", "bytes that are no text", "a table saved as “CSV UTF-8”", file)
    return text


def _separator(text: str) -> tuple[str, str]:
    """What divides the cells, and the table; a first line `sep=;`, as some spreadsheets write it, says so itself."""
    first, _, rest = text.partition("\n")
    said = re.fullmatch(r"\"?sep=(.)\"?\r?", first.strip())
    if said and said[1] in SEPARATORS:
        return said[1], rest
    counts = {s: first.count(s) for s in SEPARATORS}
    best = max(counts, key=lambda s: counts[s])
    return (best if counts[best] else ","), text


def _tidy(name: str) -> str:
    return re.sub(r"[\s\-]+", "_", name.strip().strip("\ufeff").lower())


def _columns(
    header: Sequence[str], file: str, required: Sequence[str], known: Sequence[str]
) -> tuple[list[str | None], dict[str, float]]:
    """For each column its known name, or None where it is passed over; and the factors of those in another unit."""
    from difflib import get_close_matches

    if len(header) > MOST_COLUMNS:
        raise BadInput("row 1", f"{len(header)} columns", f"at most {MOST_COLUMNS}", file)
    by = {c.lower(): c for c in known}
    names: list[str | None] = []
    factors: dict[str, float] = {}
    strange = []
    for name in header:
        tidy = _tidy(name)
        column, factor = by.get(tidy), 1.0
        if column is None:
            column, factor = _in_other_unit(tidy, by)
        if column is None and tidy and not tidy.startswith(PASSED):
            strange.append((name.strip(), get_close_matches(tidy, by, 1, 0.6)))
        if column is not None and column in names:
            raise BadInput("row 1", f"the column {column} twice", "each column once", file)
        names.append(column)
        if column is not None and factor != 1.0:
            factors[column] = factor
    if strange:
        said = ", ".join(f"“{n[:40]}”" + (f" (did you mean {by[near[0]]}?)" if near else "") for n, near in strange[:8])
        more = f" and {len(strange) - 8} more" if len(strange) > 8 else ""
        plural = "columns that are" if len(strange) > 1 else "a column that is"
        hint = f"only known columns; a “{PASSED}” before a name has it passed over"
        raise BadInput("row 1", f"{plural} not known: {said}{more}", hint, file)
    missing = [c for c in required if c not in names]
    if missing:
        raise BadInput("row 1", f"no column {missing[0]}", f"the columns {', '.join(required)}", file)
    return names, factors


def _in_other_unit(name: str, by: Mapping[str, str]) -> tuple[str | None, float]:
    for ending, others in OTHER_UNITS.items():
        for other, factor in others.items():
            column = by.get(name.removesuffix(other) + ending) if name.endswith(other) else None
            if column is not None:
                return column, factor
    return None, 1.0


def _rows(
    reader: "Iterator[list[str]]", names: Sequence[str | None], file: str, most: int
) -> Iterator[tuple[int, dict[str, str]]]:
    line = getattr(reader, "line_num", 0)
    count = 0
    for cells in reader:
        line = getattr(reader, "line_num", line + 1)
        if not any(c.strip() for c in cells):
            continue
        count += 1
        if count > most:
            raise BadInput(f"row {line}", "one row too many", f"at most {most:,} rows", file)
        if len(cells) > len(names) and any(c.strip() for c in cells[len(names) :]):
            raise BadInput(f"row {line}", f"{len(cells)} cells", f"at most {len(names)}, as in row 1", file)
        yield line, {n: c for n, c in zip(names, cells, strict=False) if n is not None}
