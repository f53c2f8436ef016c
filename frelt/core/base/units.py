"""Units at the edges: how figures are shown, one choice a quantity. SI inside.

Exact definitions: NIST SP 811 (lb, US gal = 231 in³, in = 0.0254 m).
"""

from functools import cache
from typing import Literal

from msgspec import Struct

LB = 0.45359237
INCH = 0.0254
FOOT = 0.3048
MILE = 1609.344
GALLON = 0.003785411784
LITRE = 0.001
PSI = 6894.757  # NIST SP 811
HORSEPOWER = 745.6999  # W, mechanical; NIST SP 811
CFM = FOOT**3 / 60  # m³/s
IN_WATER = 249.0889  # Pa, at 4 °C; NIST SP 811
KBTU_H = 293.0711  # W; a thousand Btu (IT) an hour; NIST SP 811

LengthUnit = Literal["in", "ft-in", "mm", "m"]
MassUnit = Literal["lb", "kg"]
VolumeUnit = Literal["gal", "L"]
SideNames = Literal["left, right", "street, curb"]
PressureUnit = Literal["psi", "bar", "kPa"]
Quantity = Literal[
    "length",
    "mass",
    "volume",
    "density",
    "share",
    "number",
    "flow",
    "time",
    "pressure",
    "distance",
    "power",
    "heat",
    "area",
    "road",
    "rise",
    "air",
    "suction",
    "temperature",
]

EIGHTHS = ("", "⅛", "¼", "⅜", "½", "⅝", "¾", "⅞")
MINUS = "−"


MOST_MORE = 3  # places behind the usual ones; below that two figures are the same to anyone


class Units(Struct, frozen=True):
    """A shop's own mix of units, and how it calls the sides; curb: the curb side where the rig drives."""

    length: LengthUnit = "in"
    mass: MassUnit = "lb"
    volume: VolumeUnit = "gal"
    pressure: PressureUnit = "psi"
    sides: SideNames = "left, right"
    curb: Literal["left", "right"] = "right"

    def side(self, side: str) -> str:
        """What `left` or `right` is called by the shop, where the rig's traffic keeps the curb on that side."""
        if self.sides == "left, right":
            return side
        return "curb" if side == self.curb else "street"

    def name(self, quantity: Quantity) -> str:
        """The unit printed beside a field of that quantity."""
        return _names(self)[quantity]

    def factor(self, quantity: Quantity) -> float:
        """SI units in one unit of that quantity."""
        return FACTORS.get(_names(self)[quantity], 1.0)

    def zero(self, quantity: Quantity) -> float:
        """What the unit of that quantity reads at nothing of the SI unit: 32 °F at 0 °C, else 0."""
        return 32.0 if quantity == "temperature" and self.name(quantity) == "°F" else 0.0

    def show(self, value: float, quantity: Quantity, unit: bool = True, more: int = 0) -> str:
        """A figure as a person reads it: `3,574 lb`, `63⅜ in`, `15.3 %`. more: places behind the usual ones."""
        text = self._plain(value, quantity, more)
        name = self.name(quantity)
        if not unit or not name:
            return text
        if quantity == "length" and self.length == "ft-in":
            return f"{text} in" if more else text
        return f"{text} {name}"

    def both(self, one: float, other: float, quantity: Quantity) -> tuple[str, str]:
        """Two figures with as many places as show that they differ: `9.96 %` and `10.00 %`, not `10.0 %` twice."""
        for more in range(MOST_MORE + 1):
            shown = self.show(one, quantity, more=more), self.show(other, quantity, more=more)
            if shown[0] != shown[1] or abs(one - other) < 1e-9 * max(1.0, abs(one)):
                return shown if more == 0 or shown[0] != shown[1] else (self.show(one, quantity), self.show(other, quantity))
        return self.show(one, quantity), self.show(other, quantity)

    def some(self, value: float, quantity: Quantity) -> str:
        """A figure that is not nothing, with as many places as show it."""
        return self.both(value, 0.0, quantity)[0]

    def _plain(self, value: float, quantity: Quantity, more: int = 0) -> str:
        if value != value or value in (float("inf"), float("-inf")):
            return "–"
        if quantity == "length" and self.length in ("in", "ft-in") and not more:
            return eighths(value / INCH, feet=self.length == "ft-in")
        scaled = value / (INCH if quantity == "length" and self.length == "ft-in" else self.factor(quantity))
        scaled += self.zero(quantity)
        places = {"share": 1, "density": 2, "flow": 1, "time": 1, "area": 1, "road": 1}.get(quantity, 0)
        if quantity == "length" and self.length == "m":
            places = 3
        places += more
        if quantity == "number":
            return f"{value:g}".replace("-", MINUS)
        if quantity == "volume" and abs(scaled) < 9.95:
            places = 1
        text = f"{scaled:,.{places}f}"
        if "." in text and quantity in ("volume", "share", "flow", "time", "area", "road"):
            text = text if quantity == "share" else text.removesuffix(".0")
        return text.replace("-0", "0", 1) if float(text.replace(",", "")) == 0 else text.replace("-", MINUS)

    @property
    def step(self) -> float:
        """The smallest step of a nudge [m]: 1/8 in or 1 mm."""
        return INCH / 8 if self.length in ("in", "ft-in") else 0.001

    @property
    def grid(self) -> float:
        """The step a suggested move is rounded to [m]: 1/2 in or 10 mm."""
        return INCH / 2 if self.length in ("in", "ft-in") else 0.01

    @property
    def measure(self) -> float:
        """The step a suggested amount of liquid is rounded to [m³]: 1 gal or 5 L."""
        return GALLON if self.volume == "gal" else 5 * LITRE


FACTORS: dict[str, float] = {
    "in": INCH,
    "mm": 0.001,
    "m": 1.0,
    "ft": FOOT,
    "mi": MILE,
    "km": 1000.0,
    "ft²": FOOT * FOOT,
    "m²": 1.0,
    "lb": LB,
    "kg": 1.0,
    "gal": GALLON,
    "L": LITRE,
    "lb/gal": LB / GALLON,
    "kg/L": 1000.0,
    "gal/min": GALLON / 60,
    "L/min": LITRE / 60,
    "cfm": CFM,
    "L/s": LITRE,
    "psi": PSI,
    "bar": 1e5,
    "kPa": 1000.0,
    "in water": IN_WATER,
    "°F": 5 / 9,
    "°C": 1.0,
    "hp": HORSEPOWER,
    "kW": 1000.0,
    "kBtu/h": KBTU_H,
    "h": 3600.0,
    "%": 0.01,
}


@cache
def _names(units: Units) -> dict[Quantity, str]:
    """The unit of every quantity in a shop's own mix."""
    inches, gallons = units.length in ("in", "ft-in"), units.volume == "gal"
    return {
        "length": "in" if inches else units.length,
        "distance": "ft" if inches else "m",
        "road": "mi" if inches else "km",
        "area": "ft²" if inches else "m²",
        "mass": units.mass,
        "volume": units.volume,
        "density": "lb/gal" if gallons else "kg/L",
        "flow": f"{units.volume}/min",
        "pressure": units.pressure,
        "suction": "in water" if inches else "kPa",
        "air": "cfm" if inches else "L/s",
        "power": "hp" if inches else "kW",
        "heat": "kBtu/h" if inches else "kW",
        "rise": "°F" if inches else "°C",
        "temperature": "°F" if inches else "°C",
        "share": "%",
        "time": "h",
        "number": "",
    }


US = Units()
METRIC = Units(length="mm", mass="kg", volume="L", pressure="bar")


def eighths(inches: float, feet: bool = False) -> str:
    """Inches to the nearest 1/8, as `63⅜`, or with feet as `5 ft 3⅜ in`."""
    count = round(abs(inches) * 8)
    sign = MINUS if inches < 0 and count else ""
    whole, part = divmod(count, 8)
    if not feet:
        return sign + (f"{whole:,}{EIGHTHS[part]}" if whole or not part else EIGHTHS[part])
    ft, inch = divmod(whole, 12)
    tail = f"{inch}{EIGHTHS[part]}" if inch or not part else EIGHTHS[part]
    return f"{sign}{ft} ft {tail} in" if ft else f"{sign}{tail} in"
