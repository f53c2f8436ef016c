"""An item above a no-bolt zone held by straps or a rack instead of bolts."""

from collections.abc import Iterable

from msgspec.structs import replace

from ..check import Check
from ..edit import with_item
from ..fix import Fix, proved, register
from ..solve import Solved
from ..units import Units


def _propose(solved: Solved, check: Check, units: Units) -> Iterable[Fix]:
    if check.kind != "no bolts" or not check.items:
        return
    item = solved.rig.item(check.items[0])
    rig = with_item(solved.rig, replace(item, held="straps"))
    leaves = proved(solved, check.id, rig)
    if leaves is not None:
        yield Fix("straps", check.id, f"hold {item.name} by straps to the walls", rig, 0.0, leaves, (item.id,))


register("straps", _propose)
