"""Readings as they are typed or sent: digits as printed, told in words where they are none."""

import re

from ..base.units import LB
from ..base.value import FreltError

MOST = 60_000.0  # that a public scale reads [kg]
FIGURE = re.compile(r"^([+-]?)\s*([0-9][0-9  ,']*)(?:\.([0-9]+))?\s*(lb|lbs|kg)?$", re.IGNORECASE)


def printed(text: str, unit: str) -> tuple[float, str, str]:
    """A reading [kg], its digits as printed, and its unit, from what was typed. unit: where none is typed, lb or kg.

    Raises FreltError for what is no reading, for one below zero, and for one beyond any scale.
    """
    found = FIGURE.match(text.strip())
    if found is None:
        raise FreltError(f"“{text}” is no reading; type its digits as printed, such as 3,480 or 3480 lb")
    sign, whole, part, own = found.groups()
    digits = re.sub(r"[  ,']", "", whole) + (f".{part}" if part else "")
    used = "kg" if (own or unit).lower() == "kg" else "lb"
    value = float(digits) * (1.0 if used == "kg" else LB)
    if sign == "-" and value > 0:
        raise FreltError(f"“{text}” is below zero: the scale was not zeroed; zero it and read it again")
    if value > MOST:
        raise FreltError(f"“{text}” is more than any road scale reads; look at the digits again")
    return value, digits, used
