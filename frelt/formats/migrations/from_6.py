"""Version 6 to 7: how a liquid is drawn follows from what it is. Before, its tint decided what was drained, dumped and burned."""

from collections.abc import Callable
from typing import Any

from ...core.model.liquid import ROLES, Substance, tint_of
from . import Raw, step

SAID: dict[str, Substance] = {"water": "water", "sh": "SH", "soap": "soap", "antifreeze": "antifreeze"}


@step(6)
def from_6(raw: Raw) -> Raw:
    """Liquids of which nobody had said what they are become what they were taken for; each is drawn as what it is."""
    return {**raw, "rigs": [every_liquid(rig, liquid_from_6) for rig in raw.get("rigs", [])]}


def item_from_6(item: Raw) -> Raw:
    """An item with its liquids drawn as what they are."""
    made: Raw = every_liquid(item, liquid_from_6)
    return made


def every_liquid(raw: Any, change: Callable[[Raw], Raw]) -> Any:
    """Some raw JSON with every liquid in it changed: whatever has a tint and a density."""
    if isinstance(raw, list):
        return [every_liquid(one, change) for one in raw]
    if not isinstance(raw, dict):
        return raw
    if "tint" in raw and "density" in raw:
        return change(raw)
    return {name: every_liquid(one, change) for name, one in raw.items()}


def liquid_from_6(liquid: Raw) -> Raw:
    """A liquid drawn as what it is; where that was not said it is what its tint made of it, fuel by its name."""
    substance, tint = liquid.get("substance", "other"), liquid.get("tint")
    if substance == "other" and tint == "fuel":
        substance = "diesel" if "diesel" in str(liquid.get("name", "")).lower() else "gasoline"
    elif substance == "other" and tint in SAID:
        substance = SAID[tint]
    if substance not in ROLES:
        return liquid  # left for the types to refuse
    return {**liquid, "substance": substance, "tint": tint_of(substance)}
