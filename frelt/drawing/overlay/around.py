"""What lies around the things on the deck: room to work, the way of hose, hot columns, the floor one can walk. By view, as shapes."""

from collections.abc import Iterator, Sequence

from ...core.checks.pull_off import ways
from ...core.checks.vents import column_box
from ...core.kind.kind import Box as Room
from ...core.kind.registry import kind_of
from ...core.model.carrier import Carrier
from ...core.solve import Solved
from ...core.space.rooms import rooms_of
from ...core.space.walk import Walk
from ..layout import Box, Sheet
from ..shapes import Path, Shape, Text, polygon
from ..views import View
from .lettering import Lettering

AXES: dict[View, tuple[int, int]] = {"plan": (0, 1), "side": (0, 2), "rear": (1, 2)}
Placed = tuple[View, Shape]


def surroundings(
    solved: Solved, carrier: Carrier, sheet: Sheet, held: Sequence[str], written: Sequence[Box], lettering: Lettering
) -> Iterator[Placed]:
    """Room, hose ways and columns of what is in hand; those that are blocked also of what is not. written: words in the plan [px]."""
    cut_off = {c.id.split(":", 1)[1] for c in solved.checks if c.kind == "service" and c.items}
    hoses = {c.items[0] for c in solved.checks if c.kind == "pull-off" and c.items}
    taken = list(written)
    for item in solved.rig.items if not held else [solved.rig.item(i) for i in held]:
        frame = solved.frames.items.get(item.id)
        if frame is None or item.built_in or solved.frames.carrier_of[item.id] != carrier.id:
            continue
        own = item.id in held
        for room in rooms_of(item, frame, carrier.id):
            bad = f"{item.id}:{room.service.what}" in cut_off
            if own or (bad and room.service.often == "daily" and not held):
                yield from _room(room.box, sheet, bad, room.service.what, room.axis < 2, taken, lettering)
        if own or (item.id in hoses and not held):
            for way in ways(item, frame, carrier):
                role = "room.blocked" if item.id in hoses else "room"
                yield "plan", polygon(role, *(sheet.px("plan", x, y) for x, y in way.corners()))
        if own:
            for column in kind_of(item).columns(item):
                box = column_box(column, frame, carrier)
                yield from ((view, _box("column", sheet, view, box)) for view in AXES if sheet.area(view).width > 50)


def _room(
    box: Room, sheet: Sheet, blocked: bool, what: str, side: bool, taken: list[Box], lettering: Lettering
) -> Iterator[Placed]:
    for view in AXES:
        if sheet.area(view).width < 50 or (view == "plan" and not side):
            continue
        yield view, _box("room.blocked" if blocked else "room", sheet, view, box)
        if view == "plan" and not blocked:  # what is blocked is told in words beside the figures
            yield from _words(_area(sheet, view, box), sheet, what.split(",")[0].split(" and ")[0], taken, lettering)


def _words(area: Box, sheet: Sheet, words: str, taken: list[Box], lettering: Lettering) -> Iterator[Placed]:
    """What a room is for, where it has room inside and covers no other words."""
    wide = lettering.measure(words)
    own = Box(area.mid_x - wide / 2, area.mid_y - 8, wide, 16)
    inside = sheet.plan.left <= own.left and own.right <= sheet.plan.right
    inside = inside and sheet.plan.top <= own.top and own.bottom <= sheet.plan.bottom
    if wide <= area.width - 6 and area.height >= 15 and inside and not any(map(own.meets, taken)):
        taken.append(own)
        yield "plan", Text(area.mid_x, area.mid_y + 4.5, words, "hand", anchor="middle")


def _area(sheet: Sheet, view: View, box: Room) -> Box:
    a, b = AXES[view]
    (x0, y0), (x1, y1) = sheet.px(view, box[a], box[b]), sheet.px(view, box[a + 3], box[b + 3])
    return Box(min(x0, x1), min(y0, y1), abs(x1 - x0), abs(y1 - y0))


def _box(role: str, sheet: Sheet, view: View, box: Room) -> Path:
    area = _area(sheet, view, box)
    corners = ((area.left, area.top), (area.right, area.top), (area.right, area.bottom), (area.left, area.bottom))
    return polygon(role, *corners)


def walkable(found: Walk, sheet: Sheet) -> tuple[Shape, ...]:
    """The floor a person can walk from outside, hatched; a word where there is none."""
    from shapely import box as square
    from shapely import union_all

    covered = found.covered().tolist()
    if not covered:
        return (Text(sheet.plan.mid_x, sheet.plan.bottom - 4, "no floor left to walk on", "unknown", anchor="middle"),)
    whole = union_all([square(*one) for one in covered])
    rings = [r.coords[:-1] for part in getattr(whole, "geoms", [whole]) for r in (part.exterior, *part.interiors)]
    ops = "".join("M" + "L" * (len(r) - 1) + "Z" for r in rings)
    xy = tuple(v for r in rings for x, y in r for v in sheet.px("plan", x, y))
    return Path("walk", ops, xy), Path("walk.hatch", ops, xy)
