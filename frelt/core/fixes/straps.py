"""An item above a no-bolt zone held by straps or a rack instead of bolts."""

from collections.abc import Iterable

from msgspec.structs import replace

from ..base.units import Units
from ..edit.items import with_item
from ..judge.check import Check
from ..solve import Solved
from .fix import Fix, proved, register


def _propose(solved: Solved, check: Check, units: Units) -> Iterable[Fix]:
    if check.kind != "no bolts" or not check.items:
        return
    item = solved.rig.item(check.items[0])
    rig = with_item(solved.rig, replace(item, held="straps"))
    leaves = proved(solved, check.id, rig)
    if leaves is not None:
        yield Fix("straps", check.id, f"hold {item.name} by straps to the walls", rig, 0.0, leaves, (item.id,))


register("straps", _propose)
