"""Liquids and their densities, each with where the density comes from."""

from typing import Annotated, Literal

from msgspec import Meta

from ..base.figure import Figure
from ..base.value import Text, Value

Tint = Literal["water", "sh", "soap", "fuel", "antifreeze", "other"]


class Liquid(Value, frozen=True, kw_only=True):
    """density: [kg/m³], at its temperature [°C].  tint: how it is drawn."""

    name: Text
    tint: Tint
    density: Figure
    celsius: Annotated[float, Meta(ge=-30, le=110)] = 20.0

    @property
    def short(self) -> str:
        """The name without its strength, for sentences."""
        words = self.name.split()
        return words[0] if len(words) == 3 and words[2] == "%" else self.name
