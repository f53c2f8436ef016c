"""What tanks are called."""

from ..base.text import told_apart
from .item import Item, TankPart
from .rig import Rig


def called(item: Item, tank: TankPart) -> str:
    """A tank by its item, with its liquid where the item has several."""
    return item.name if len(item.tanks) == 1 else f"{item.name}, {tank.liquid.short}"


def tank_names(rig: Rig) -> dict[str, str]:
    """A name for every tank by its address, no two alike."""
    named = {address: called(item, tank) for address, item, tank in rig.tanks()}
    return dict(zip(named, told_apart(list(named.values())), strict=True))
