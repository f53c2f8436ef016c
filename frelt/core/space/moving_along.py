"""Which items move together: what is in hand, its group, the tanks joined to it, and all that stands on them."""

from collections.abc import Iterable

from ..geometry.frames import standing_on
from ..liquid.vessels import joined_groups
from ..model.rig import Rig


def roots(rig: Rig, chosen: Iterable[str]) -> tuple[str, ...]:
    """The items to move so that all chosen ones move together with their groups and joined tanks, none of them twice.

    What stands on one of them moves along by itself and is left out.
    """
    wanted = dict.fromkeys(chosen)
    groups = {rig.item(i).group for i in wanted} - {""}
    wanted |= dict.fromkeys(i.id for i in rig.items if i.group in groups)
    for group in joined_groups(rig):
        items = [t.split("/")[0] for t in group.tanks]
        if any(i in wanted for i in items):
            wanted |= dict.fromkeys(items)
    carried = {i.id for w in wanted for i in standing_on(rig, w)[1:]}
    return tuple(w for w in wanted if w not in carried)


def moving(rig: Rig, chosen: Iterable[str]) -> frozenset[str]:
    """Everything that moves when some items are moved."""
    return frozenset(i.id for r in roots(rig, chosen) for i in standing_on(rig, r))
