"""What tanks are called."""

from collections import Counter

from .item import Item, TankPart
from .rig import Rig


def called(item: Item, tank: TankPart) -> str:
    """A tank by its item, with its liquid where the item has several."""
    return item.name if len(item.tanks) == 1 else f"{item.name}, {tank.liquid.short}"


def tank_names(rig: Rig) -> dict[str, str]:
    """A name for every tank by its address, no two alike: numbered where it is what another is called too."""
    named = {address: called(item, tank) for address, item, tank in rig.tanks()}
    often, met = Counter(named.values()), Counter[str]()
    for address, name in named.items():
        if often[name] > 1:
            met[name] += 1
            named[address] = f"{name} ({met[name]})"
    return named
