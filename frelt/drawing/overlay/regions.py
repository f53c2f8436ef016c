"""Places of the floor that are spoken for: zones without bolts with what lies below, and the customer's wishes. As shapes of the plan."""

from collections.abc import Iterable

from ...core.judge.wishes import judged, region
from ...core.model.carrier import Carrier
from ...core.solve import Solved
from ...core.space.solids import Solid
from ..layout import Box, Sheet
from ..shapes import Shape, Text, polygon, rect
from .lettering import Lettering

PLATE = 14.0
Said = tuple[tuple[Shape, ...], tuple[Box, ...]]  # shapes, and where words are written [px]


def _of(sheet: Sheet, x0: float, y0: float, x1: float, y1: float) -> Box:
    (a, b), (c, d) = sheet.px("plan", x0, y0), sheet.px("plan", x1, y1)
    return Box(min(a, c), min(b, d), abs(c - a), abs(d - b))


def standing(room: Iterable[Solid], sheet: Sheet) -> list[Box]:
    """What things take of the plan [px]."""
    return [_of(sheet, s.x0, s.y0, s.x1, s.y1) for s in room]


def zones(
    carrier: Carrier, sheet: Sheet, room: Iterable[Solid], avoid: tuple[float, float] | None, lettering: Lettering
) -> Said:
    """What lies below each zone, written on it where nothing stands (room) or is drawn (avoid: the centre mark, px)."""
    shapes: list[Shape] = []
    made: list[Box] = []
    taken = standing(room, sheet)
    if avoid is not None:
        taken.append(Box(avoid[0] - 12, avoid[1] - 12, 24, 24))
    for zone in carrier.body.zones:
        box = _of(sheet, zone.x0, zone.y0, zone.x1, zone.y1)
        left, right = max(box.left, sheet.plan.left), min(box.right, sheet.plan.right)
        for words in (f"no bolts: {zone.below}", zone.below):
            plate = _clear(left, right, box.mid_y, lettering.measure(words) + 4, taken)
            if plate is not None:
                shapes += _plate(plate.left + 2, plate.bottom - 3, words, "fuel_edge", lettering)
                taken.append(plate)
                made.append(plate)
                break
    return tuple(shapes), tuple(made)


def _clear(left: float, right: float, mid: float, wide: float, taken: list[Box]) -> Box | None:
    """A plate of one line in a strip that covers nothing taken, from its front to its rear; or none."""
    x = left + 2
    while x + wide <= right - 2:
        plate = Box(x, mid - PLATE / 2, wide, PLATE)
        if not any(map(plate.meets, taken)):
            return plate
        x += 4
    return None


def wishes(
    solved: Solved, carrier: Carrier, sheet: Sheet, room: Iterable[Solid], written: Iterable[Box], lettering: Lettering
) -> Said:
    """The rectangle of each wish about this carrier, with its words where nothing stands or is written; a broken one in brick."""
    shapes: list[Shape] = []
    made: list[Box] = []
    taken = [*standing(room, sheet), *written]
    for said in judged(solved.rig, solved.frames, solved.loads):
        own = region(solved.rig, solved.frames, said.wish)
        if own is None or own.carrier != carrier.id or said.wish.kind == "note":
            continue
        broken = said.kept is False
        box = _of(sheet, own.x0, own.y0, own.x1, own.y1)
        corners = ((box.left, box.top), (box.right, box.top), (box.right, box.bottom), (box.left, box.bottom))
        shapes.append(polygon("wish.broken" if broken else "wish", *corners))
        words = f"{said.wish.text}: broken" if broken else said.wish.text
        lines = list(lettering.wrap(words, max(box.width - 8, 60), "small", 500, True))[: max(int(box.height // 14), 1)]
        area = Box(box.left + 2, box.top + 2, max(lettering.measure(x) for x in lines) + 4, 14.0 * len(lines))
        if any(map(area.meets, taken)):
            continue  # the list under Job says it
        made.append(area)
        taken.append(area)
        for n, line in enumerate(lines):
            shapes += _plate(box.left + 4, box.top + 13 + 14 * n, line, "over" if broken else "soft", lettering)
    return tuple(shapes), tuple(made)


def _plate(x: float, y: float, words: str, color: str, lettering: Lettering) -> tuple[Shape, ...]:
    """A line on a plate of the sheet's color, so that seams and strokes do not run through it."""
    return rect("plate", x - 2, y - 11, x + lettering.measure(words) + 2, y + 3), Text(x, y, words, color)
