"""What holds things, over the drawings: straps from anchor to anchor, anchors as rings, bolts as dots, blocks as wedges."""

from collections.abc import Collection, Iterator

from ...core.geometry.frames import Frames, Vec
from ...core.model.rig import Rig
from ...core.space.strapped import anchor_at, strap_path
from ..layout import Sheet
from ..shapes import Path, Shape, ellipse, line, rect
from ..views import View, at_seen

RING, SMALL, DOT, WEDGE = 4.4, 3.0, 2.0, 4.0  # px


def on_view(sheet: Sheet, view: View, at: Vec) -> tuple[float, float]:
    """A point of a carrier [m] on one of its drawings [px]."""
    return sheet.px(view, *at_seen(at, view))


def strap_runs(
    rig: Rig, frames: Frames, carrier: str, sheet: Sheet, view: View
) -> Iterator[tuple[str, tuple[tuple[float, float], ...]]]:
    """Every strap on a carrier with its corners on the sheet [px]."""
    for strap in rig.tie_down.straps:
        if frames.carrier_of.get(strap.item) == carrier and (path := strap_path(strap, rig, frames)):
            yield strap.id, tuple(on_view(sheet, view, p) for p in path)


def anchor_spots(rig: Rig, frames: Frames, carrier: str, sheet: Sheet, view: View) -> Iterator[tuple[str, tuple[float, float]]]:
    """Every anchor on a carrier, where it is on the sheet [px]."""
    for anchor in rig.tie_down.anchors:
        at = anchor_at(anchor, frames)
        if at is not None and frames.carrier_of[anchor.deck] == carrier:
            yield anchor.id, on_view(sheet, view, at)


def straps_over(
    rig: Rig, frames: Frames, carrier: str, sheet: Sheet, view: View, thing: str = "", held: str = "", bad: Collection[str] = ()
) -> tuple[Shape, ...]:
    """All that holds on a carrier as shapes; what is not of the thing in hand steps back, and in side and rear is left out.

    held: the strap or anchor in hand; bad: straps that are past what they may bear.
    """
    tie = rig.tie_down
    made: list[Shape] = []
    own = {x.id: x.item for x in tie.straps}
    hooked = {a for x in tie.straps if x.item == thing for a in (x.start, x.end)}
    for one in tie.bolts:
        if frames.carrier_of.get(one.item) == carrier and (view == "plan" or one.item == thing):
            frame = frames.items[one.item]
            made += [ellipse("bolt", *on_view(sheet, view, frame.point(p)), DOT) for p in one.at]
    back: list[Shape] = []
    front: list[Shape] = []
    for name, points in strap_runs(rig, frames, carrier, sheet, view):
        ops, xy = "M" + "L" * (len(points) - 1), tuple(v for p in points for v in p)
        if own[name] == thing or name == held:
            role = "strap.held" if name == held else "strap.bad" if name in bad else "strap"
            front += [Path("strap.halo", ops, xy), Path(role, ops, xy)]
        elif view == "plan":
            back += [Path("strap.back.halo", ops, xy), Path("strap.bad" if name in bad else "strap.back", ops, xy)]
    made += back + front
    unread = {a.id for a in tie.anchors if a.holds is None}
    for name, (x, y) in anchor_spots(rig, frames, carrier, sheet, view):
        near = name in hooked or name == held
        if near or view == "plan":
            role = "anchor.held" if name == held else "anchor.unread" if name in unread else "anchor"
            made.append(ellipse(role, x, y, RING if near else SMALL))
    return (*made, *_blocks(rig, frames, carrier, sheet, view, thing))


def _blocks(rig: Rig, frames: Frames, carrier: str, sheet: Sheet, view: View, thing: str) -> Iterator[Shape]:
    from ...core.tie_down.body import bears

    for block in rig.tie_down.blocks:
        if frames.carrier_of.get(block.item) == carrier and (view == "plan" or block.item == thing):
            at = bears(block, rig.item(block.item), frames)
            x, y = on_view(sheet, view, at.at)
            yield rect("block", x - WEDGE, y - WEDGE, x + WEDGE, y + WEDGE)


def new_strap(start: tuple[float, float], end: tuple[float, float]) -> Path:
    """A strap that is being drawn [px]."""
    return line("strap.new", start, end)
