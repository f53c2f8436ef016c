"""Figures as people type them: `5 ft 3 1/2 in`, `63.5"`, `1.6 m`, `12 3/8`, `210 gal`.

Feet, inches, marks, fractions and bare numbers have their own small grammar, because a units
library reads `3 1/2 in` as 1.5 in. Any other `number unit` is handed to the units library. A tire's
load index is understood where a mass is asked for: `LI 108`.
"""

import re
from collections.abc import Callable

from .load_index import load_of
from .units import FOOT, INCH, Quantity, Units

VULGAR = {"⅛": "1/8", "¼": "1/4", "⅜": "3/8", "½": "1/2", "⅝": "5/8", "¾": "3/4", "⅞": "7/8"}
EXAMPLES: dict[str, str] = {
    "length": '5 ft 3 1/2 in, 63.5", 1.6 m or 12 3/8',
    "mass": "450, 450 lb or 204 kg",
    "volume": "55, 55 gal or 208 L",
    "share": "12.5 or 12.5 %",
    "density": "10.2, 10.2 lb/gal or 1.22 kg/L",
    "number": "12 or 12.5",
    "distance": "200, 200 ft or 60 m",
    "flow": "8, 8 gal/min or 30 L/min",
    "time": "2.5, 2.5 h, 40 min or 25 s",
    "pressure": "65, 65 psi or 4.5 bar",
    "power": "22, 22 hp or 16 kW",
    "heat": "350, 350 kBtu/h or 100 kW",
    "road": "25, 25 mi or 40 km",
    "rise": "125, 125 °F or 70 °C",
    "temperature": "140, 140 °F or 60 °C",
    "air": "20, 20 cfm or 9 L/s",
    "suction": "90, 90 in water or 22 kPa",
    "area": "56, 56 sq ft or 5.2 m²",
}
PLAIN: dict[str, dict[str, float]] = {
    "length": {"mm": 0.001, "cm": 0.01, "m": 1.0},
    "mass": {"lb": 0.45359237, "lbs": 0.45359237, "kg": 1.0, "t": 1000.0},
    "volume": {"gal": 0.003785411784, "l": 0.001, "m3": 1.0, "m³": 1.0},
    "share": {"%": 0.01},
    "density": {"lb/gal": 0.45359237 / 0.003785411784, "kg/l": 1000.0, "kg/m3": 1.0, "kg/m³": 1.0},
    "number": {},
    "distance": {"ft": FOOT, "m": 1.0},
    "flow": {"gal/min": 0.003785411784 / 60, "gpm": 0.003785411784 / 60, "l/min": 0.001 / 60, "l/s": 0.001},
    "time": {"h": 3600.0, "hours": 3600.0, "min": 60.0, "s": 1.0},
    "pressure": {"psi": 6894.757, "bar": 1e5, "kpa": 1000.0},
    "power": {"hp": 745.6999, "kw": 1000.0, "w": 1.0},
    "road": {"mi": 1609.344, "km": 1000.0},
    "area": {"ft²": FOOT**2, "ft2": FOOT**2, "sq ft": FOOT**2, "sqft": FOOT**2, "m²": 1.0, "m2": 1.0},
    "rise": {"°f": 5 / 9, "f": 5 / 9, "°c": 1.0, "c": 1.0, "k": 1.0},
    "temperature": {"°f": 5 / 9, "f": 5 / 9, "°c": 1.0, "c": 1.0},
    "air": {
        "cfm": FOOT**3 / 60,
        "ft³/min": FOOT**3 / 60,
        "l/s": 0.001,
        "l/min": 0.001 / 60,
        "m³/h": 1 / 3600,
        "m3/h": 1 / 3600,
    },
    "suction": {"in water": 249.0889, "inh2o": 249.0889, "inhg": 3386.389, "kpa": 1000.0, "mbar": 100.0},
    "heat": {"kbtu/h": 293.0711, "btu/h": 0.2930711, "kw": 1000.0},
}
DIMENSIONS = {
    "distance": "meter",
    "flow": "meter**3/second",
    "time": "second",
    "pressure": "pascal",
    "power": "watt",
    "heat": "watt",
    "area": "meter**2",
    "road": "meter",
    "length": "meter",
    "mass": "kilogram",
    "volume": "meter**3",
    "density": "kilogram/meter**3",
}

_NUMBER = r"(?:\d{1,3}(?:,\d{3})+|\d+)?(?:\.\d+)?"


def _amount(name: str) -> str:
    """A pattern of a fraction (whole, over, under) or a plain number, its groups named by a letter."""
    fraction = rf"(?:(?P<{name}w>\d+)[\s-]+)?(?P<{name}n>\d+)\s*/\s*(?P<{name}d>\d+)"
    return rf"(?:{fraction}|(?P<{name}v>{_NUMBER}))"


# Patterns are compiled when first used (`re` keeps them): the window opens before anything is typed.
_FEET = (
    rf"^(?:{_amount('f')}\s*(?:ft|feet|foot|'|′))?"
    rf"\s*(?:{_amount('i')}\s*(?P<unit>inches|inch|in|\"|″|'')?)?$"
)
_LOAD_INDEX = r"^li\s*(\d{1,3})$"
_OTHER = rf"^(?P<value>{_NUMBER})\s*(?P<unit>[^\d\s].*)$"

_DECIMAL_COMMA = r"(?<=\d),(?=\d{1,2}(?!\d)|\d{4,})|(?<=\b0),(?=\d)"  # no group of thousands
_METRES = r"\b(\d{1,2}),(\d{3})\s*m$"  # no rig is a kilometre long
_SUM = r"\s*\+\s*|(?<=[\w\"'″′°²³.%])\s*-\s*(?=[\d.])(?!(?<=\d-)\d+\s*/)"  # but 12-3/8 is one length
# `5'-3"`, `5 ft-3 1/2 in`, `5'-3`: a hyphen at a foot mark joins feet and inches; a minus has a space before it or its own sign.
_HYPHENED = r"(ft|feet|foot|['′])[-‐‑–]\s*(?=(?:\d+[\s-]+)?[\d./]+\s*(?:in\b|inch|\"|″|''|$|[+-]))"
_BARE = r"[\d.,\s/]+"
_UNIT_AFTER = r"[\d.]\s*([^\d\s.,/][^\d]*)$"
MOST_TYPED = 80  # signs; no figure needs more
_NAME = r"[a-zµ°\"'′″][a-zµ°²³_]{0,20}(?: [a-zµ°²³_]{1,20}){0,2}(?: ?(?:\*\*|\^) ?[2-4])?"  # one power, no tower of them
_UNIT = rf"{_NAME}(?: ?[/·*] ?{_NAME}){{0,2}}"

Convert = Callable[[float, str, str], float]


class NotUnderstood(ValueError):
    """What was typed means nothing here; `str()` gives an example of what does."""

    def __init__(self, text: str, quantity: str) -> None:
        super().__init__(f"“{text}” is not understood; type it like {EXAMPLES[quantity]}")


def read(text: str, quantity: Quantity, units: Units, convert: Convert | None = None) -> float:
    """The figure typed, in SI units, or a sum of such. A bare number is in the unit printed beside its field.

    A comma before three digits parts thousands, before any other count it is the decimal sign; of meters, always.

    convert: (number, unit, SI unit) -> value, for units that are not in the small table.
    Raises NotUnderstood with an example.
    """
    if len(text) > MOST_TYPED:
        raise NotUnderstood(f"{text[:20]}…", quantity)
    tidy = text.strip().lower().replace("’", "'").replace("”", '"')
    for glyph, plain in VULGAR.items():
        tidy = tidy.replace(glyph, f" {plain}")
    tidy = re.sub(_HYPHENED, r"\1 ", tidy).replace("−", "-")
    tidy = re.sub(_DECIMAL_COMMA, ".", tidy)
    if quantity == "length":
        tidy = re.sub(_METRES, r"\1.\2 m", tidy)
    total = 0.0
    for sign, term in _terms(tidy):
        value = _read(term, quantity, units, convert) if term else None
        if value is None or not abs(value) < 1e9:
            raise NotUnderstood(text.strip(), quantity)
        total += sign * value
    return total


def _terms(tidy: str) -> list[tuple[float, str]]:
    """The terms of a sum with their signs; a bare one is in the unit of the last, if that has one."""
    body = tidy[1:].strip() if tidy.startswith("-") else tidy.strip()
    parts = [p.strip() for p in re.split(_SUM, body)]
    signs = [-1.0 if tidy.startswith("-") else 1.0]
    signs += [-1.0 if "-" in m else 1.0 for m in re.findall(_SUM, body)]
    last = re.search(_UNIT_AFTER, parts[-1])
    unit = last[1] if last is not None and len(parts) > 1 else ""
    return [(s, f"{p} {unit}" if unit and re.fullmatch(_BARE, p) else p) for s, p in zip(signs, parts, strict=True)]


def _read(text: str, quantity: Quantity, units: Units, convert: Convert | None) -> float | None:
    index = re.match(_LOAD_INDEX, text) if quantity == "mass" else None
    if index:
        return load_of(int(index[1]))
    feet = re.match(_FEET, text)
    if feet:
        ft, inch = _value(feet, "f"), _value(feet, "i")
        if ft is None and inch is None:
            return None
        bare = ft is None and not feet["unit"]
        if bare:
            return None if inch is None else (inch - units.zero(quantity)) * units.factor(quantity)
        if quantity in ("length", "distance") and (ft is None or inch is None or inch < 12):
            return (ft or 0.0) * FOOT + (inch or 0.0) * INCH
        return None
    other = re.match(_OTHER, text)
    if not other or other["value"] in ("", "."):
        return None
    number, unit = float(other["value"].replace(",", "")), other["unit"].strip()
    known = PLAIN[quantity].get(unit)
    if known is not None:
        return (number - (32.0 if quantity == "temperature" and "f" in unit else 0.0)) * known
    if convert is None or quantity not in DIMENSIONS or not re.fullmatch(_UNIT, unit):
        return None
    try:
        return convert(number, unit, DIMENSIONS[quantity])
    except Exception:  # any library error means that the unit is not one of this quantity
        return None


def _value(match: re.Match[str], group: str) -> float | None:
    if match[f"{group}n"]:
        below = int(match[f"{group}d"])
        return None if below == 0 else int(match[f"{group}w"] or 0) + int(match[f"{group}n"]) / below
    text = match[f"{group}v"]
    return float(text.replace(",", "")) if text else None
