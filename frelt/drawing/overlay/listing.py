"""What the numbers of a written drawing stand for: a list below it, deck by deck. On the bench the list stands in the column."""

from collections.abc import Sequence

from ...core.report.aboard import OnDeck
from ..layout import MARGIN, Sheet
from ..shapes import Shape, Text
from .lettering import Lettering, caption

COLUMNS, ROW = 4, 16.0
NAME = 26.0  # where a name starts in its column [px]


def listing(listed: Sequence[OnDeck], sheet: Sheet, top: float, lettering: Lettering) -> tuple[tuple[Shape, ...], float]:
    """The list in columns from a height of the sheet [px], and how tall it is; a long name takes several lines."""
    wide = (sheet.width - 2 * MARGIN) / COLUMNS
    lines: list[tuple[str, str]] = []  # a number or none, and words; a heading has neither a number nor an indent
    heads: set[int] = set()
    for group in listed:
        heads.add(len(lines))
        lines.append(("", group.words))
        for row in group.rows:
            broken = lettering.wrap(row.item.name, wide - NAME - 8) or (row.item.name,)
            lines += [(str(row.number) if k == 0 else "", w) for k, w in enumerate(broken)]
    rows = -(-len(lines) // COLUMNS) + 1
    made: list[Shape] = []
    spot = 0
    for n, (number, words) in enumerate(lines):
        if n in heads and spot % rows == rows - 1:
            spot += 1  # no heading is the last of its column
        x, y = MARGIN + wide * (spot // rows), top + ROW * (spot % rows + 1)
        if n in heads:
            made.append(caption(x, y, words))
        else:
            made.append(Text(x + NAME - 8, y, number, "ink", "small", 600, True, "end"))
            made.append(Text(x + NAME, y, words, "ink"))
        spot += 1
    return tuple(made), (min(rows, spot) + 1) * ROW
