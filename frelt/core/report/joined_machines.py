"""Machines whose outlets run together, and what rests a pump that goes round."""

from collections.abc import Iterator
from itertools import combinations

from ..kind.inner import Unloads
from ..kind.registry import given, kind_of
from ..model.hangs_together import joint, reached
from ..model.item import Item
from ..model.rig import Rig
from .finding import Finding


def unasked(rig: Rig) -> Iterator[Finding]:
    """Two machines on one way to the guns of which nobody has said, or whose unloaders are not made for it, that they may be joined.

    Source: common practice, no source: two unloaders on one hose hunt, the lower setting dumps first; the makers say which bear it.
    """
    for one, other in combinations([i for i in rig.items if _unloads(i)], 2):
        if joint((), f"{other.id}/outlet") not in reached(rig, (f"{one.id}/outlet",)):
            continue
        both = f"{one.name} and {other.name} run into one way"
        bad = [i for i in (one, other) if "joins" in i.fields and given(i)["joins"] < 0.5]
        unsaid = [i for i in (one, other) if "joins" not in i.fields]
        if bad:
            names = " and ".join(i.name for i in bad)
            yield Finding("broken", f"{both}, and the unloader of {names} is not made to be joined", (one.id, other.id))
        elif unsaid:
            words = f"{both}: whether their unloaders may be joined nobody has said; their maker does"
            yield Finding("advice", words, (one.id, other.id), True)


def rested(item: Item) -> str:
    """What a clutch does about a pump that goes round, for the end of a sentence."""
    own = kind_of(item)
    clutch = any(c.id == "clutch" for c in own.choices) and given(item).word("clutch") != "none"
    return "; its clutch rests it" if clutch else ""


def _unloads(item: Item) -> bool:
    return any(isinstance(x, Unloads) and x.pump for x in kind_of(item).inner(item))
