"""The liquids of the trade and their densities, each with where the density comes from."""

from msgspec.structs import replace

from ..base.constants import WATER_DENSITY
from ..base.figure import Figure
from ..model.item import Nature
from ..model.liquid import Liquid, Substance, strength_name, tint_of

# What a substance is to its neighbors.
NATURES: dict[Substance, Nature] = {
    "gasoline": "fuel",
    "diesel": "fuel",
    "SH": "SH",
    "acid": "acid",
    "oxidizer": "oxidizer",
    "ammonia": "ammonia",
}


def _liquid(substance: Substance, density: float, plus_minus: float, note: str, name: str = "") -> Liquid:
    name = name or substance
    figure = Figure(value=density, plus_minus=plus_minus, source="estimate", origin=f"density of {name}", note=note)
    return Liquid(name=name, tint=tint_of(substance), density=figure, substance=substance)


def hypochlorite(percent: float) -> Liquid:
    """Sodium hypochlorite of a trade strength in percent (grams of chlorine in 100 mL).

    1000 + 15.5 kg/m³ a trade percent: a line through water and 1,190-1,210 kg/m³ at 12.5 %
    (from memory of suppliers' data sheets); excess salt and lye move it by 2 %.
    """
    if not 0 <= percent <= 20:
        raise ValueError(f"strength must be 0 to 20 trade percent (got {percent:g})")
    note = "from memory of suppliers' data sheets"
    share = round(percent / 100, 6)
    made = _liquid("SH", 1000 + 15.5 * percent, 24.0, note, strength_name(share))
    return replace(made, strength=share)


WATER = _liquid("water", WATER_DENSITY, 3.0, "IAPWS-95 at 20 °C; ± covers 5 to 30 °C")


GASOLINE = _liquid("gasoline", 750, 30, "0.72 to 0.78 kg/L, from memory of fuel standards")


DIESEL = _liquid("diesel", 840, 20, "0.82 to 0.86 kg/L, from memory of fuel standards")


SURFACTANT = _liquid("soap", 1030, 40, "from memory of data sheets of wash soaps", "surfactant")


PURIFIED = _liquid("purified water", WATER_DENSITY, 3.0, "as water")


WASTE = _liquid("waste water", 1010, 15, "water with what it has washed off, from memory")


ANTIFREEZE = _liquid("antifreeze", 1040, 12, "propylene glycol to water 1:1, about 1.04 kg/L at 20 °C")
LIQUIDS: tuple[Liquid, ...] = (
    WATER,
    hypochlorite(12.5),
    hypochlorite(10),
    SURFACTANT,
    GASOLINE,
    DIESEL,
    _liquid("acid", 1090, 60, "phosphoric or oxalic cleaner, from memory of data sheets", "acid cleaner"),
    _liquid("acid", 1060, 40, "oxalic cleaner, 8 to 12 %, from memory of data sheets", "oxalic cleaner"),
    _liquid("acid", 1150, 40, "hydrochloric cleaner, about 30 %, from memory of data sheets", "hydrochloric cleaner"),
    _liquid("oxidizer", 1110, 30, "hydrogen peroxide, 27 to 35 %, from memory of data sheets", "peroxide cleaner"),
    _liquid("oxidizer", 1080, 50, "percarbonate dissolved in water, from memory", "percarbonate cleaner"),
    _liquid("ammonia", 960, 20, "ammonia cleaner, about 10 %, from memory of data sheets", "ammonia cleaner"),
    _liquid("other", 1020, 30, "thiosulfate or ascorbic rinse after SH, from memory of data sheets", "neutralizer"),
    ANTIFREEZE,
    PURIFIED,
    WASTE,
)


def other(name: str, density: float, plus_minus: float = 0.0) -> Liquid:
    """A liquid the builder names himself; density in kg/m³."""
    figure = Figure(value=density, plus_minus=plus_minus, source="measured", origin=f"density of {name}")
    return Liquid(name=name, tint=tint_of("other"), density=figure)


def water_density(celsius: float) -> float:
    """Density of water at one atmosphere [kg/m³], 0 to 110 °C.

    Source: G. S. Kell, J. Chem. Eng. Data 20 (1975) 97.
    """
    t = celsius
    above = 999.83952 + t * (16.945176 + t * (-7.9870401e-3 + t * (-46.170461e-6 + t * (105.56302e-9 - t * 280.54253e-12))))
    return above / (1 + 16.879850e-3 * t)


def at_temperature(liquid: Liquid, celsius: float) -> Liquid:
    """The liquid at another temperature: water by Kell, others as water widens, ± half of that more."""
    before, after = (water_density(max(t, 0.0)) for t in (liquid.celsius, celsius))
    old = liquid.density
    value = old.value * after / before
    more = 0.0 if liquid.substance == "water" else 0.5 * abs(value - old.value)
    spread = 0.5 if liquid.substance == "water" and old.source == "estimate" else (old.plus_minus**2 + more**2) ** 0.5
    note = (
        f"at {celsius:g} °C, Kell 1975"
        if liquid.substance == "water"
        else f"{old.note.split('; at ')[0]}; at {celsius:g} °C as water widens"
    )
    return replace(liquid, density=replace(old, value=round(value, 2), plus_minus=round(spread, 2), note=note), celsius=celsius)
