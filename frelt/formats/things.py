"""The list of a rig's things as a file that a spreadsheet opens, by the end of its name: .csv or .xlsx."""

import io
from datetime import UTC, datetime

from ..core.base.units import Units
from ..core.base.value import FreltError
from ..core.report.things import COLUMNS, things
from ..core.solve import Solved
from .rows import table

NO_DATE = datetime(2000, 1, 1, tzinfo=UTC)  # the same rig gives the same bytes, whenever it is written


def things_file(suffix: str, solved: Solved, units: Units) -> bytes:
    """The list as a file. Raises FreltError for an ending that is neither."""
    if suffix.lower() == ".csv":
        made = things(solved, units)
        return b"\xef\xbb\xbf" + table(made.columns, [dict(zip(made.columns, row, strict=True)) for row in made.rows])
    if suffix.lower() == ".xlsx":
        return _book(solved, units)
    raise FreltError(f"“{suffix or 'no ending'}” is no table; expected a name that ends with .csv or .xlsx")


def _book(solved: Solved, units: Units) -> bytes:
    import xlsxwriter

    made, out = things(solved, units), io.BytesIO()
    options = {"in_memory": True, "strings_to_formulas": False, "strings_to_urls": False, "strings_to_numbers": False}
    book = xlsxwriter.Workbook(out, options)
    book.set_properties({"title": solved.rig.name, "created": NO_DATE})
    sheet = book.add_worksheet("Things aboard")
    head = book.add_format({"bold": True, "bottom": 1, "text_wrap": True, "valign": "bottom"})
    title = book.add_format({"bold": True, "font_size": 14})
    whole = book.add_format({"bold": True, "top": 1})
    sheet.write_string(0, 0, solved.rig.name, title)
    for n, (column, words) in enumerate(zip(COLUMNS, made.columns, strict=True)):
        sheet.set_column(n, n, column.wide)
        sheet.write_string(2, n, words, head)
    for r, row in enumerate(made.rows, 3):
        for n, cell in enumerate(row):
            if isinstance(cell, str):
                sheet.write_string(r, n, cell)
            elif cell is not None:
                sheet.write_number(r, n, cell)
    last = 3 + len(made.rows)
    sheet.write_string(last, 1, "Together", whole)
    for n, column in enumerate(COLUMNS):
        if column.title in ("Empty", "Full", "Holds") and made.rows:
            letter = xlsxwriter.utility.xl_col_to_name(n)
            known = sum(float(row[n] or 0.0) for row in made.rows)
            sheet.write_formula(last, n, f"=SUM({letter}4:{letter}{last})", whole, round(known, 3))
    sheet.freeze_panes(3, 2)
    sheet.set_landscape()
    sheet.fit_to_pages(1, 0)
    sheet.repeat_rows(2)
    book.close()
    return out.getvalue()
