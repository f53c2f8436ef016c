"""Places of the floor that are spoken for: zones without bolts with what lies below, and the customer's wishes."""

from collections.abc import Iterable

from PyQt6.QtCore import QPointF, QRectF, Qt
from PyQt6.QtGui import QPainter, QPen

from ...core.judge.wishes import judged, region
from ...core.model.carrier import Carrier
from ...core.solve import Solved
from ...core.space.solids import Solid
from ...paint import fonts
from ...paint.painter import write
from ...paint.theme import Theme
from .layout import Layout

PLATE = 14.0


def paint_zones(
    p: QPainter, carrier: Carrier, layout: Layout, theme: Theme, room: Iterable[Solid], avoid: tuple[float, float] | None
) -> list[QRectF]:
    """What lies below each zone, written on it where nothing stands (room) or is drawn (avoid: the centre mark, px).

    Returns where it is written [px].
    """
    made: list[QRectF] = []
    taken = [QRectF(layout.to_px("plan", s.x0, s.y1), layout.to_px("plan", s.x1, s.y0)) for s in room]
    if avoid is not None:
        taken.append(QRectF(avoid[0] - 12, avoid[1] - 12, 24, 24))
    for zone in carrier.body.zones:
        box = QRectF(layout.to_px("plan", zone.x0, zone.y1), layout.to_px("plan", zone.x1, zone.y0)).intersected(layout.plan)
        for words in (f"no bolts: {zone.below}", zone.below):
            plate = _clear(box, fonts.measure(words) + 4, taken)
            if plate is not None:
                _plate(p, QPointF(plate.left() + 2, plate.bottom() - 3), words, theme, "fuel_edge")
                taken.append(plate)
                made.append(plate)
                break
    return made


def _clear(box: QRectF, wide: float, taken: list[QRectF]) -> QRectF | None:
    """A plate of one line in a strip that covers nothing taken, from its front to its rear; or none."""
    y = box.center().y() - PLATE / 2
    x = box.left() + 2
    while x + wide <= box.right() - 2:
        plate = QRectF(x, y, wide, PLATE)
        if not any(t.intersects(plate) for t in taken):
            return plate
        x += 4
    return None


def paint_wishes(
    p: QPainter,
    solved: Solved,
    carrier: Carrier,
    layout: Layout,
    theme: Theme,
    standing: Iterable[Solid],
    written: Iterable[QRectF],
) -> list[QRectF]:
    """The rectangle of each wish about this carrier, with its words where nothing stands or is written; a broken one in brick.

    Returns where words are written [px].
    """
    made: list[QRectF] = []
    taken = [QRectF(layout.to_px("plan", s.x0, s.y1), layout.to_px("plan", s.x1, s.y0)) for s in standing]
    taken += written
    for said in judged(solved.rig, solved.frames, solved.loads):
        room = region(solved.rig, solved.frames, said.wish)
        if room is None or room.carrier != carrier.id or said.wish.kind == "note":
            continue
        color = "over" if said.kept is False else "soft"
        box = QRectF(layout.to_px("plan", room.x0, room.y1), layout.to_px("plan", room.x1, room.y0))
        pen = QPen(theme.color(color), 1.4)
        pen.setDashPattern([2, 2.5])
        p.setPen(pen)
        p.setBrush(Qt.BrushStyle.NoBrush)
        p.drawRect(box)
        words = said.wish.text if said.kept is not False else f"{said.wish.text}: broken"
        lines = list(fonts.wrap(words, max(box.width() - 8, 60), "small", 500, True))
        lines = lines[: max(int(box.height() // 14), 1)]
        area = QRectF(box.left() + 2, box.top() + 2, max(fonts.measure(x) for x in lines) + 4, 14.0 * len(lines))
        if any(t.intersects(area) for t in taken):
            continue  # the list under Job says it
        made.append(area)
        taken.append(area)
        for n, line in enumerate(lines):
            _plate(p, QPointF(box.left() + 4, box.top() + 13 + 14 * n), line, theme, color)
    return made


def _plate(p: QPainter, at: QPointF, words: str, theme: Theme, color: str) -> None:
    """A line on a plate of the sheet's color, so that seams and strokes do not run through it."""
    back = theme.faded("sheet", 0.86)
    p.fillRect(QRectF(at.x() - 2, at.y() - 11, fonts.measure(words) + 4, 14), back)
    write(p, at.x(), at.y(), words, theme.color(color), "small", 500, True)
