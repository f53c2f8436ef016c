"""A line off a scale, read: what it weighs, whether it is still, or in words why it is no reading.

Our own plain format, one line a reading, documented in `docs/scale-line.md`: a plate, a sign and figures, a unit, a flag, a check sum.

    W2 +0001760 lb S *B3

S is stable, U moves still, O is beyond what it weighs. The sum is that of all signs before the star, modulo 256, in two hex digits.
Other scales are read by a pattern the shop types, with the groups value and, where there are any, unit, flag, plate. Which sign parts
whole pounds from tenths is said with it, never guessed: 1.760 is a ton and three quarters in one country and a bag of flour in another.
"""

import re
from typing import Any, Literal, Protocol

from msgspec import Struct

from ..base.units import LB
from ..base.value import FreltError
from .typed import MOST

OURS = re.compile(r"^W(?P<plate>\d+) (?P<value>[+-]\d+(?:\.\d+)?) (?P<unit>lb|kg) (?P<flag>[SUO]) \*(?P<sum>[0-9A-F]{2})$")
STABLE, MOVES, OVER = "S", "U", "O"
Decimal = Literal["", "point", "comma"]
LONG_ENOUGH = 0.2  # [s] that a pattern may take for a line; one that takes longer would take for ever


class Pattern(Protocol):
    """What a line is looked through with."""

    def search(self, string: str, *, timeout: float | None = None) -> Any:
        """The first match, or None. Raises TimeoutError."""


LONGEST = 200  # signs of a line


class Heard(Struct, frozen=True):
    """One line. value: [kg].  printed, unit: as they stood there.  plate: its number, or nothing.  stable: whether it is still."""

    value: float
    printed: str
    unit: str
    plate: str = ""
    stable: bool = True


def check_sum(text: str) -> str:
    """Two hex digits for a line's words."""
    return f"{sum(text.encode()) % 256:02X}"


def written(plate: int, value: float, unit: str, flag: str = STABLE) -> str:
    """A line in our format, without its end."""
    words = f"W{plate} {value:+08.0f} {unit} {flag} "
    return f"{words}*{check_sum(words)}"


def pattern_of(text: str) -> Pattern:
    """The pattern a shop has typed for its own scale. Raises FreltError where it is none, or has no group `value`."""
    import regex  # unlike the standard one it can be told to give up

    if len(text) > LONGEST:
        raise FreltError(f"that pattern has {len(text)} signs; expected {LONGEST} at most")
    try:
        made = regex.compile(text)
    except regex.error as err:
        raise FreltError(f"“{text}” is no pattern: {err}; expected such as (?P<value>[0-9.]+) (?P<unit>lb|kg)") from None
    if "value" not in made.groupindex:
        raise FreltError(f"“{text}” does not say where the weight stands; put it in (?P<value>…)")
    found: Pattern = made
    return found


def heard(line: str, pattern: Pattern | None = None, unit: str = "lb", decimal: Decimal = "") -> Heard:
    """What a line says. pattern: the shop's own, else ours.  unit: where the line has none.  decimal: the sign the shop's scale has.

    Raises FreltError, in words, for a garbled or cut line, one below zero, one beyond the scale, a sign nobody said the meaning of.
    """
    text = line.strip("\r\n\0 ")
    parts = _parts(text, pattern)
    flag, said = (parts.get("flag") or STABLE).upper(), (parts.get("unit") or unit).lower()
    if said not in ("lb", "kg"):
        raise FreltError(f"the line “{text[:40]}” is in “{said}”; expected lb or kg")
    if flag == OVER:
        raise FreltError("the scale says it is loaded beyond what it weighs: take the wheel off it")
    number = _number(parts.get("value") or "", "point" if pattern is None else decimal)
    value = number * (LB if said == "lb" else 1.0)
    if value < 0:
        raise FreltError(f"the scale reads {parts['value']} {said}, below zero: zero it with nothing on it")
    if value > MOST:
        raise FreltError(f"the scale reads {parts['value']} {said}, more than any road scale does: look at its unit")
    return Heard(value, f"{number:g}", said, parts.get("plate") or "", flag == STABLE)


def _parts(text: str, pattern: Pattern | None) -> dict[str, str | None]:
    """What stands where in a line."""
    try:
        found = OURS.search(text[:LONGEST]) if pattern is None else pattern.search(text[:LONGEST], timeout=LONG_ENOUGH)
    except TimeoutError:
        raise FreltError(f"the pattern takes too long for the line “{text[:40]}”; expected a simpler one") from None
    if found is None:
        raise FreltError(f"the line “{text[:40]}” is garbled or cut; expected such as {written(1, 1760, 'lb')}")
    parts: dict[str, str | None] = found.groupdict()
    if pattern is None and parts["sum"] != (own := check_sum(text[: text.rindex("*")])):
        raise FreltError(f"the line “{text[:40]}” was garbled on its way: its sum is {parts['sum']}, it should be {own}")
    return parts


SIGNS: dict[Decimal, tuple[str, str]] = {"point": (".", ","), "comma": (",", ".")}  # of decimals, and of thousands


def _number(text: str, decimal: Decimal) -> float:
    """The figure in a line. Signs within it must be said; thousands come in threes."""
    tidy = text.replace("\N{NO-BREAK SPACE}", " ").replace("\N{NARROW NO-BREAK SPACE}", " ").strip()
    if not decimal and re.search("[.,]", tidy):
        raise FreltError(f"the scale sends “{tidy}”: say whether its decimal sign is a point or a comma")
    point, thousands = SIGNS[decimal or "point"]
    group = f"[{re.escape(thousands)} ]"
    if not re.fullmatch(rf"[+-]?\s*(?:\d+|\d{{1,3}}(?:{group}\d{{3}})+)(?:{re.escape(point)}\d*)?", tidy):
        sign = f" with a decimal {decimal}" if decimal else ""
        raise FreltError(f"“{tidy}” in the line is no figure{sign}; expected such as 1760")
    return float(re.sub(rf"{group}", "", tidy).replace(point, "."))


class Settling:
    """Waits until a scale says the same, still, so many times. A unit that changes in the middle begins it anew, and is said."""

    def __init__(self, times: int = 3) -> None:
        self._times, self._last, self._count = times, "", 0
        self._unit = ""

    def take(self, one: Heard) -> Heard | None:
        """One line more; the reading once it has settled. Raises FreltError where the unit is another than before."""
        if self._unit and one.unit != self._unit:
            before, self._unit, self._count, self._last = self._unit, one.unit, 0, ""
            raise FreltError(f"the scale changed from {before} to {one.unit} in the middle: it is begun anew")
        self._unit = one.unit
        same = one.stable and one.printed == self._last
        self._count = self._count + 1 if same else int(one.stable)
        self._last = one.printed if one.stable else ""
        return one if self._count >= self._times else None
