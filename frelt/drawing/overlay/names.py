"""Names and numbers of a drawing as shapes, and what there is to be named in it."""

from collections.abc import Iterable, Mapping, Sequence

from ...core.model.rig import Rig
from ...core.space.solids import Solid
from ..layout import Box, Sheet
from ..shapes import Shape, Text, line, rect
from ..views import Scene, View, at_seen, seen
from .labels import LINE, TAG, Label, Thing

HEAD = 18.0  # of a drawing's heading, down from its area [px]
CENTRE = 13.0  # half of what the mark of the centre of gravity takes


def things(rig: Rig, scene: Scene, sheet: Sheet, room: Mapping[str, Solid], numbers: Mapping[str, int]) -> tuple[Thing, ...]:
    """What is drawn on the carrier, far to near, with its box [px]; what is built in lies below the deck and names itself in hand."""
    items = {i.id: i for i in rig.items}
    made = []
    for group in scene.items:
        item, solid = items.get(group.item), room.get(group.item)
        if item is not None and solid is not None and not item.built_in:
            made.append(Thing(item.id, numbers[item.id], item.name, box_of(solid, scene.view, sheet), solid.square))
    return tuple(made)


def box_of(solid: Solid, view: View, sheet: Sheet) -> Box:
    """What a solid takes on a drawing [px]."""
    u0, v0, u1, v1 = seen(solid, view)
    (x0, y0), (x1, y1) = sheet.px(view, u0, v1), sheet.px(view, u1, v0)
    return Box(min(x0, x1), y0, abs(x1 - x0), y1 - y0)


def taken(view: View, sheet: Sheet, centre: tuple[float, float, float] | None) -> list[Box]:
    """What no name may cover: a drawing's heading, and the mark of the centre of gravity."""
    area = sheet.area(view)
    made = [] if view == "plan" else [Box(area.left, area.top - HEAD + 4, 160.0, HEAD)]
    if centre is not None:
        px, py = sheet.px(view, *at_seen(centre, view))
        made.append(Box(px - CENTRE, py - CENTRE, 2 * CENTRE, 2 * CENTRE))
    return made


def names(labels: Iterable[Label]) -> tuple[Shape, ...]:
    """Labels as shapes: leaders first, so that none runs over a word."""
    listed = list(labels)
    made: list[Shape] = [line("leader", (one.box.mid_x, one.box.mid_y), one.to) for one in listed if one.to is not None]
    for one in listed:
        made += _name(one) if one.kind == "name" else _tag(one)
    return tuple(made)


def _name(one: Label) -> list[Shape]:
    box = one.box
    made: list[Shape] = [rect("plate", box.left, box.top, box.right, box.bottom)]
    made.append(Text(box.mid_x, box.top + 11, "\n".join(one.lines), "ink", "small", 600, True, "middle", LINE))
    return made


def _tag(one: Label) -> list[Shape]:
    box = one.box
    role = "tag.below" if one.below else "tag"
    return [
        rect(role, box.left, box.top, box.right, box.bottom, TAG / 2),
        Text(box.mid_x, box.mid_y + 4.5, one.lines[0], "ink", "small", 600, True, "middle"),
    ]


def at(labels: Sequence[Label], x: float, y: float) -> Label | None:
    """The label under a point [px]."""
    return next((one for one in reversed(labels) if one.box.holds(x, y)), None)
