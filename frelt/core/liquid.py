"""Liquids and their densities, each with where the density comes from."""

from typing import Literal

from .figure import Figure
from .value import Text, Value

Tint = Literal["water", "sh", "soap", "fuel", "antifreeze", "other"]


class Liquid(Value, frozen=True, kw_only=True):
    """density: [kg/m³].  tint: how it is drawn."""

    name: Text
    tint: Tint
    density: Figure

    @property
    def short(self) -> str:
        """The name without its strength, for sentences."""
        words = self.name.split()
        return words[0] if len(words) == 3 and words[2] == "%" else self.name


def _liquid(name: str, tint: Tint, density: float, plus_minus: float, note: str) -> Liquid:
    figure = Figure(value=density, plus_minus=plus_minus, source="estimate", origin=f"density of {name}", note=note)
    return Liquid(name=name, tint=tint, density=figure)


def hypochlorite(percent: float) -> Liquid:
    """Sodium hypochlorite of a trade strength in percent (grams of chlorine in 100 mL).

    1000 + 15.5 kg/m³ a trade percent: a line through water and 1,190-1,210 kg/m³ at 12.5 %
    (from memory of suppliers' data sheets); excess salt and lye move it by 2 %.
    """
    if not 0 <= percent <= 20:
        raise ValueError(f"strength must be 0 to 20 trade percent (got {percent:g})")
    note = "from memory of suppliers' data sheets"
    return _liquid(f"SH {percent:g} %", "sh", 1000 + 15.5 * percent, 24.0, note)


WATER = _liquid("water", "water", 998.2, 3.0, "IAPWS-95 at 20 °C; ± covers 5 to 30 °C")

GASOLINE = _liquid("gasoline", "fuel", 750, 30, "0.72 to 0.78 kg/L, from memory of fuel standards")

DIESEL = _liquid("diesel", "fuel", 840, 20, "0.82 to 0.86 kg/L, from memory of fuel standards")

SURFACTANT = _liquid("surfactant", "soap", 1030, 40, "from memory of data sheets of wash soaps")

LIQUIDS: tuple[Liquid, ...] = (
    WATER,
    hypochlorite(12.5),
    hypochlorite(10),
    SURFACTANT,
    GASOLINE,
    DIESEL,
    _liquid("acid cleaner", "other", 1090, 60, "phosphoric or oxalic cleaner, from memory of data sheets"),
    _liquid("antifreeze", "antifreeze", 1040, 12, "propylene glycol to water 1:1, about 1.04 kg/L at 20 °C"),
)


def other(name: str, density: float, plus_minus: float = 0.0) -> Liquid:
    """A liquid the builder names himself; density in kg/m³."""
    figure = Figure(value=density, plus_minus=plus_minus, source="measured", origin=f"density of {name}")
    return Liquid(name=name, tint="other", density=figure)
