"""A skid lifted over its bed: raised with all that stands on it, the forks below it and their mast behind."""

from functools import partial

from ..core.base.kept import Memo
from ..core.geometry.frames import Frame, Frames, standing_on
from ..core.kind.capability import can
from ..core.kind.registry import given
from ..core.model.item import Item
from ..core.model.rig import Forklift, Rig
from .shapes import Group, Path, line, polygon, rect

RAISE = 0.32  # how far it is drawn above its deck [m]
TALL = 1.7  # of the mast [m]
THICK = 0.045  # of a fork [m]


def aloft(groups: tuple[Group, ...], rig: Rig, carrier: str, frames: Frames, view: str) -> tuple[Group, ...]:
    """The groups with what is in the air drawn higher where heights are shown: the skids of a carrier and all that stands on them."""
    if view == "plan":
        return groups
    skids = [i for i in rig.items if can(i, "be lifted") and frames.carrier_of.get(i.id) == carrier]
    raised = frozenset(j.id for s in skids for j in standing_on(rig, s.id))
    return tuple(_up(g) if g.item in raised else g for g in groups)


def _up(group: Group) -> Group:
    a, b, c, d, e, f = group.at
    return Group(group.paths, (a, b, c, d, e, f + RAISE), group.item, group.depth)


def forks(rig: Rig, carrier: str, frames: Frames, view: str) -> tuple[Group, ...]:
    """The forks of every skid that they enter from the rear."""
    made = []
    for skid in rig.items:
        if not can(skid, "be lifted") or frames.carrier_of.get(skid.id) != carrier or skid.id not in frames.items:
            continue
        if given(skid).word("forks") != "from the side":
            inputs = (skid, frames.items[skid.id], rig.forklift)
            made.append(_forks.get(frames.kept, (skid.id, view), inputs, partial(_entering, *inputs, view)))
    return tuple(made)


_forks: Memo[Group] = Memo(64)


def _entering(skid: Item, frame: Frame, forklift: Forklift, view: str) -> Group:
    """The forks of one skid."""
    x, y, z = frame.at
    heel = x + skid.length.value / 2
    return Group(_paths(view, heel, heel - forklift.forks, y, given(skid)["apart"] / 2, z + RAISE + 0.01))


def _paths(view: str, heel: float, tip: float, y: float, apart: float, low: float) -> tuple[Path, ...]:
    half = 0.06
    if view == "side":
        fork = polygon("fork", (tip, low), (tip + 0.1, low + THICK), (heel, low + THICK), (heel, low))
        mast = rect("fork", heel + 0.02, 0.12, heel + 0.14, TALL, 0.02)
        carriage = rect("dark", heel, low - 0.06, heel + 0.05, low + 0.5, 0.01)
        return (fork, mast, carriage, line("detail", (heel + 0.08, 0.12), (heel + 0.08, TALL)))
    if view == "rear":
        return tuple(rect("fork", y + s * apart - half, low, y + s * apart + half, low + THICK, 0.01) for s in (-1, 1))
    blades = tuple(rect("below", tip, y + s * apart - half, heel, y + s * apart + half) for s in (-1, 1))
    return (*blades, rect("fork", heel + 0.02, y - apart - 0.2, heel + 0.14, y + apart + 0.2, 0.02))
