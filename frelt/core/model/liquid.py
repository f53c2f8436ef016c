"""Liquids: what each is, how dense, how strong."""

from collections.abc import Mapping
from typing import Annotated, Literal

from msgspec import Meta

from ..base.figure import Figure
from ..base.value import Share, Text, Value

Tint = Literal["water", "sh", "soap", "fuel", "antifreeze", "other"]


Substance = Literal[
    "water",
    "purified water",
    "waste water",
    "SH",
    "soap",
    "gasoline",
    "diesel",
    "acid",
    "oxidizer",
    "ammonia",
    "antifreeze",
    "other",
]
Role = Literal["water", "purified", "waste", "SH", "soap", "fuel", "acid", "oxidizer", "ammonia", "antifreeze", "other"]
"""What a liquid is aboard for. Which fuel it is says its substance."""

ROLES: Mapping[Substance, Role] = {
    "water": "water",
    "purified water": "purified",
    "waste water": "waste",
    "SH": "SH",
    "soap": "soap",
    "gasoline": "fuel",
    "diesel": "fuel",
    "acid": "acid",
    "oxidizer": "oxidizer",
    "ammonia": "ammonia",
    "antifreeze": "antifreeze",
    "other": "other",
}
TINTS: Mapping[Role, Tint] = {
    "water": "water",
    "purified": "water",
    "SH": "sh",
    "soap": "soap",
    "fuel": "fuel",
    "antifreeze": "antifreeze",
}


def tint_of(substance: Substance) -> Tint:
    """How what a liquid is is drawn."""
    return TINTS.get(ROLES[substance], "other")


class Liquid(Value, frozen=True, kw_only=True):
    """density: [kg/m³], at its temperature [°C].  tint: how it is drawn, that of its substance.

    substance: what it is, whatever it is called.  strength: of SH, its trade strength as a share, as bought.
    age: since then [days].  tested: whether that strength was measured, so that its age takes nothing off.
    """

    name: Text
    tint: Tint
    density: Figure
    celsius: Annotated[float, Meta(ge=-30, le=110)] = 20.0
    substance: Substance = "other"
    strength: Share = 0.0
    age: Annotated[float, Meta(ge=0, le=1000)] = 0.0
    tested: bool = False

    @property
    def role(self) -> Role:
        """What it is aboard for."""
        return ROLES[self.substance]

    @property
    def is_fuel(self) -> bool:
        """Whether engines or burners burn it."""
        return ROLES[self.substance] == "fuel"

    @property
    def short(self) -> str:
        """The name without its strength, for sentences."""
        return "SH" if self.substance == "SH" and self.name == strength_name(self.strength) else self.name

    def same_as(self, other: "Liquid") -> bool:
        """Whether the two may run into each other: one substance of one strength, and, of the others, of one name."""
        alike = self.substance == other.substance and self.strength == other.strength
        return alike and (self.substance != "other" or self.name == other.name)


def strength_name(strength: float) -> str:
    """What SH of a strength (a share) is called."""
    return f"SH {strength * 100:g} %"
