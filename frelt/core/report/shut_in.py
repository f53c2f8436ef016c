"""Coils that a shut valve, a check and a trigger can enclose: water that is heated there must have a way to swell into."""

from collections.abc import Iterator

from ..fitting.registry import type_of
from ..kind.inner import Burner, Plunger
from ..kind.registry import kind_of
from ..model.hangs_together import joint, reached
from ..model.item import Item
from ..model.open_pipes import shared
from ..model.rig import Rig
from ..network.in_lines import every_fitting


def coils_beside(rig: Rig) -> Iterator[Item]:
    """Things with a burner and no pump of their own: of a whole hot machine the maker has seen to it."""
    for item in rig.items:
        parts = kind_of(item).inner(item)
        if any(isinstance(p, Burner) for p in parts) and not any(isinstance(p, Plunger) for p in parts):
            yield item


def shut_in(rig: Rig, item: Item) -> bool:
    """Whether nothing lets off what stands in the coil of a thing, once all that can be shut beside it is shut.

    From its inlet and outlet lines are followed through fittings that cannot shut and hoses of reels, to tanks, reliefs and open ends,
    or to where each way ends in something that can shut, a machine or nothing.
    """
    ends = (f"{item.id}/inlet", f"{item.id}/outlet")
    if not any(e in ends for drawn in rig.plumbing.lines for e in (drawn.start, drawn.end)):
        return False
    found = reached(rig, ends, lambda f: not type_of(f).shuts)
    lets_off = {f.id for f in every_fitting(rig) if type_of(f).lets_off}
    return not found & (lets_off | {joint((), p) for p in shared(rig.items)})
