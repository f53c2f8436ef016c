"""The base of every value in a document, and the bounds its numbers keep.

Bounds are enforced where a document enters the program (`formats.document`), with the
path of the offending number, so the rest of the core may rely on finite figures.
"""

from typing import Annotated

import msgspec
from msgspec import Meta

Metres = Annotated[float, Meta(ge=-100, le=100, description="[m]")]
Length = Annotated[float, Meta(ge=0, le=100, description="[m]")]
Mass = Annotated[float, Meta(ge=0, le=100_000, description="[kg]")]
Share = Annotated[float, Meta(ge=0, le=1, description="share, 0 to 1")]
Number = Annotated[float, Meta(ge=-1e9, le=1e9)]
Positive = Annotated[float, Meta(ge=0, le=1e9)]
Unit = Annotated[float, Meta(ge=-1, le=1)]
Id = Annotated[str, Meta(min_length=1, max_length=64, pattern=r"^[A-Za-z0-9_.\-]+$")]
Text = Annotated[str, Meta(max_length=20_000)]


class Value(msgspec.Struct, frozen=True, kw_only=True, forbid_unknown_fields=True, omit_defaults=True):
    """A frozen value of the document; equal when its fields are."""


class FreltError(Exception):
    """Something the user can mend; `str()` is a whole sentence."""


class BadInput(FreltError):
    """What was found, where, and what was expected.

    where: a path inside the input, such as `$.rigs[0].items[2].place.deck`.
    """

    def __init__(self, where: str, found: str, expected: str, file: str = "") -> None:
        self.where, self.found, self.expected, self.file = where, found, expected, file
        super().__init__(self.sentence())

    def sentence(self) -> str:
        """File, path, what was found and what was expected, in one line."""
        front = f"{self.file}: " if self.file else ""
        return f"{front}{self.where}: {self.found}; expected {self.expected}"


class BadTable(FreltError):
    """Every row of a table that is wrong; `str()` lists the first of them, one a line, and says how many there are."""

    SHOWN = 12

    def __init__(self, problems: tuple[BadInput, ...]) -> None:
        self.problems = problems
        listed = [p.sentence() for p in problems[: self.SHOWN]]
        more = len(problems) - len(listed)
        if more:
            listed.append(f"and {more:,} more rows; nothing was taken")
        super().__init__("\n".join(listed))
