"""Names of catalog entries in a person's own units: `Water tank, 55 gal` is `Water tank, 210 L` to who counts in liters.

What a class is called is round in the units it is sold in, so it is rounded to two or three figures, not converted to the last.
A name is turned when it is shown and when it is taken; from then on it is the person's own text.
"""

import re

from ..base.units import US as SOLD
from ..base.units import Quantity, Units

UNITS: dict[str, Quantity] = {
    "gal/min": "flow",
    "gal": "volume",
    "psi": "pressure",
    "in": "length",
    "ft": "distance",
    "lb": "mass",
    "hp": "power",
    "cfm": "air",
}
VULGAR = {"¼": 0.25, "½": 0.5, "¾": 0.75, "⅛": 0.125, "⅜": 0.375, "⅝": 0.625, "⅞": 0.875}
_AMOUNT = r"\d{1,3}(?:,\d{3})+|\d+ \d/\d{1,2}|\d/\d{1,2}|\d*[¼½¾⅛⅜⅝⅞]|\d+(?:\.\d+)?"
_FIGURE = (
    rf"(?<![\w/.])(?P<many>(?:{_AMOUNT})(?: x (?:{_AMOUNT}))*) (?P<unit>gal/min|gal|psi|in|ft|lb|hp|cfm)(?![\w/])(?! lift)"
)


def named(name: str, units: Units) -> str:
    """A name with its figures in a person's units; the same where they are what it is sold in."""

    def turned(found: re.Match[str]) -> str:
        unit = found["unit"]
        quantity = UNITS[unit]
        own = units.name(quantity)
        if own == SOLD.name(quantity):
            return found[0]
        whole = SOLD.factor(quantity) / units.factor(quantity)
        return f"{' x '.join(_round(_number(one) * whole) for one in found['many'].split(' x '))} {own}"

    return re.sub(_FIGURE, turned, name)


def _number(text: str) -> float:
    total = 0.0
    for part in text.replace(",", "").split():
        above, _, below = part.partition("/")
        if below:
            total += float(above) / float(below)
        elif part[-1] in VULGAR:
            total += float(part[:-1] or 0) + VULGAR[part[-1]]
        else:
            total += float(part)
    return total


def _round(value: float) -> str:
    """Two figures below a hundred, three above."""
    return f"{float(f'{value:.2g}' if value < 100 else f'{value:.3g}'):,g}"
