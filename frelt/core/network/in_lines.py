"""The fittings of a rig, and the things that are fittings in its lines though they have a number and a place of their own."""

from ..kind.registry import kind_of
from ..model.plumbing import Fitting
from ..model.rig import Rig


def every_fitting(rig: Rig) -> tuple[Fitting, ...]:
    """All that stands in lines as a fitting, by the same ways."""
    joined = {e.partition("/")[0] for x in rig.plumbing.lines for e in (x.start, x.end)}
    things = []
    for item in rig.items:
        if item.id in joined and (make := kind_of(item).fitting) is not None and (made := make(item)) is not None:
            things.append(made)
    return (*rig.plumbing.fittings, *things)
