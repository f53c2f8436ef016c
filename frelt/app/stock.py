"""What ships with the program to take from: equipment and chassis classes, read when first asked for."""

from functools import cache

from ..core.model.catalog_entry import Chassis, Entry
from ..core.model.rules import RuleSet
from .places import shipped


@cache
def equipment() -> tuple[Entry, ...]:
    """The shipped equipment catalog."""
    from ..formats.catalog import read_catalog

    return read_catalog(shipped("catalog/equipment.csv"), "equipment.csv")


@cache
def classes() -> tuple[Chassis, ...]:
    """The shipped chassis classes."""
    from ..formats.chassis import read_chassis

    return read_chassis(shipped("catalog/chassis.csv"), "chassis.csv")


@cache
def rule_sets() -> tuple[RuleSet, ...]:
    """The rule sets that ship: the US one first."""
    import msgspec

    return tuple(msgspec.json.decode(shipped(f"rules/{name}.json"), type=RuleSet) for name in ("us", "metric"))


def class_of(chassis_id: str) -> Chassis:
    """A shipped class by its id. Raises KeyError."""
    for one in classes():
        if one.id == chassis_id:
            return one
    raise KeyError(chassis_id)
