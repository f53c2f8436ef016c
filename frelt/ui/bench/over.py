"""What is painted over and around the drawings: names, tape, safe floor, distances, centre of gravity."""

from collections.abc import Mapping, Sequence

from PyQt6.QtCore import QPointF, QRectF, Qt
from PyQt6.QtGui import QBrush, QPainter, QPainterPath, QPen, QPolygonF

from ...core.base.kept import Kept
from ...core.base.units import FOOT, Units
from ...core.model.rig import Rig
from ...core.placing.distances import Facing
from ...core.placing.safe_floor import SafeFloor
from ...core.solve import Solved
from ...core.space.solids import Solid
from ...drawing.shapes import Group
from ...drawing.views import Scene, View, centre_mark
from ...paint import fonts
from ...paint.painter import paint, paint_partner, write
from ...paint.theme import Theme
from .layout import Layout

PAD = 4.0
MARGIN_CLIP = 5.0
LINE = 14.0


def paint_scene(
    p: QPainter,
    scene: Scene,
    layout: Layout,
    theme: Theme,
    kept: Kept,
    in_hand: frozenset[str],
    skip: frozenset[str] = frozenset(),
) -> None:
    """One drawing, clipped to its area. skip: items left out, because they are on the move."""
    if layout.area(scene.view).width() < 50:
        return
    view = layout.view(scene.view)
    p.save()
    p.setClipRect(layout.area(scene.view).adjusted(-MARGIN_CLIP, -8, MARGIN_CLIP, 10))
    paint_partner(p, scene, view, theme, f"{scene.view}.partner", kept)
    paint(p, scene.behind, view, theme, f"{scene.view}.behind", kept)
    if scene.view != "plan":
        _ground(p, layout, scene.view, theme)
    if scene.view == "plan":
        _axis(p, scene, layout, theme)
    paint(p, [g for g in scene.items if g.item not in skip], view, theme, scene.view, kept, in_hand)
    paint(p, scene.before, view, theme, f"{scene.view}.before", kept)
    if scene.view != "plan":
        _hidden(p, scene, layout, theme, kept, in_hand)
    p.restore()


def paint_moving(p: QPainter, scene: Scene, layout: Layout, theme: Theme, kept: Kept, moving: frozenset[str]) -> None:
    """Only what is on the move, over a drawing that stands still."""
    p.save()
    p.setClipRect(layout.area(scene.view).adjusted(-MARGIN_CLIP, -8, MARGIN_CLIP, 10))
    paint(p, [g for g in scene.items if g.item in moving], layout.view(scene.view), theme, scene.view, kept, moving)
    p.restore()


def _ground(p: QPainter, layout: Layout, view: View, theme: Theme) -> None:
    area = layout.area(view)
    y = layout.origins[view].y()
    p.setPen(theme.pen("ground"))
    p.drawLine(QPointF(area.left(), y), QPointF(area.right(), y))


def _axis(p: QPainter, scene: Scene, layout: Layout, theme: Theme) -> None:
    x0, _, x1, _ = scene.extent
    p.setPen(theme.pen("axis"))
    p.drawLine(layout.to_px("plan", x0, 0), layout.to_px("plan", x1, 0))


def _hidden(p: QPainter, scene: Scene, layout: Layout, theme: Theme, kept: Kept, in_hand: frozenset[str]) -> None:
    """What stands behind shows as an outline over what hides it."""
    from ...paint.painter import outline

    outline(p, [g for g in scene.hidden if g.item not in in_hand], layout.view(scene.view), theme, scene.view, "hidden", kept)


def label_boxes(
    scene: Scene, rig: Rig, layout: Layout, room: dict[str, Solid]
) -> tuple[list[tuple[QRectF, list[str]]], list[tuple[QRectF, str]]]:
    """Names that fit inside their outlines, and (area, name) of those that need a number tag."""
    inside, tagged = [], []
    held = {i.place.deck for i in rig.items}
    for item in rig.items:
        s = room.get(item.id)
        if s is None or item.built_in:  # what is built in lies below the deck and names itself in hand
            continue
        a, b = layout.to_px("plan", s.x0, s.y1), layout.to_px("plan", s.x1, s.y0)
        box = QRectF(a, b)
        if not s.square:  # a name in a round outline has less room than its box
            box = box.adjusted(box.width() * 0.1, 0, -box.width() * 0.1, 0)
        if any(d.id in held for d in item.decks):  # its middle is taken by what stands on it
            tagged.append((QRectF(box.left() + 3, box.top() + 3, 16, 16), item.name))
            continue
        lines = fitting(item.name, box.width() - 2 * PAD, box.height() - 2 * PAD)
        if lines:
            inside.append((box, lines))
        else:
            tagged.append((box, item.name))
    return inside, tagged


def fitting(name: str, width: float, height: float) -> list[str]:
    """A name in one or more lines inside a box [px], or nothing where it does not fit."""
    most = int(height // LINE)
    lines = wrapped(name, width)
    return lines if lines and len(lines) <= min(most, 3) else []


def wrapped(name: str, width: float) -> list[str]:
    """A name broken at spaces into lines of a width [px]; nothing where a word is too long."""
    return [] if fonts.widest_word(name) > width else list(fonts.wrap(name, width))


def paint_names(
    p: QPainter,
    scene: Scene,
    rig: Rig,
    layout: Layout,
    room: dict[str, Solid],
    theme: Theme,
    spill: QRectF,
    avoid: QPointF | None = None,
    above: bool = False,
) -> None:
    """Names in the plan: inside where they fit, else numbered, with the list in the corners by the tongue.

    spill: where the list goes on when the corners are full.  avoid: the centre of gravity [px], which
    no name may cover.  above: the corners by the tongue are taken, so the list stands in the side view.
    """
    inside, tagged = label_boxes(scene, rig, layout, room)
    p.setFont(fonts.font("small", 600, True))
    p.save()
    p.setClipRect(layout.plan.adjusted(-MARGIN_CLIP, -8, MARGIN_CLIP, 8))
    ink, plate = theme.color("ink"), theme.faded("sheet", 0.86)
    for box, lines in inside:
        y = box.center().y() - LINE * len(lines) / 2 + 11
        if (
            avoid is not None
            and abs(avoid.x() - box.center().x()) < 50
            and abs(avoid.y() - box.center().y()) < LINE * len(lines) / 2 + 12
        ):
            below = avoid.y() + 24
            y = (
                below
                if below + LINE * (len(lines) - 1) < box.bottom() - 2
                else max(avoid.y() - 14 - LINE * (len(lines) - 1), box.top() + 1)
            )
        for n, words in enumerate(lines):
            wide = fonts.measure(words)
            back = QRectF(box.center().x() - wide / 2 - 3, y - 11.5 + LINE * n, wide + 6, LINE)
            p.fillRect(back, plate)
            p.setPen(ink)
            p.drawText(QPointF(box.center().x() - wide / 2, y + LINE * n), words)
    p.restore()
    _legend(
        p,
        [(n, box, name) for n, (box, name) in enumerate(tagged, 1) if layout.plan.contains(box.center())],
        layout,
        spill,
        theme,
        above,
    )


def _legend(
    p: QPainter, tagged: list[tuple[int, QRectF, str]], layout: Layout, spill: QRectF, theme: Theme, above: bool = False
) -> None:
    """Number tags, and what they stand for: in the corners by the tongue, then under the whole rig's bars."""
    plate = theme.faded("sheet", 0.86)
    left, y = layout.plan.left(), layout.plan.top() + 10
    hitch = layout.to_px("plan", 0, 0).y()
    room = layout.to_px("plan", 0, 0).x() - left - 26
    spilled = False
    if above:  # the corners are taken by a cab or a partner: over what stands lower in the side view
        left, y, hitch, room, spilled = layout.side.left(), layout.side.top() + 26, -1e9, 150.0, True
    for number, box, name in tagged:
        _tag(p, box.center(), str(number), theme)
        lines = wrapped(name, room) or wrapped(name, 200) or [name]
        if not spilled and y - 12 < hitch < y + LINE * len(lines) + 12:
            y = hitch + 26  # below the coupler
        if not spilled and y + LINE * (len(lines) - 1) > layout.plan.bottom() + 4 and spill.height() > LINE:
            spilled, left, y, room = True, spill.left(), spill.top() + 12, spill.width() - 26
            lines = wrapped(name, room) or [name]
        wide = max(fonts.measure(words) for words in lines)
        p.fillRect(QRectF(left - 2, y - 14, wide + 26, LINE * len(lines) + 6), plate)
        _tag(p, QPointF(left + 8, y - 4), str(number), theme)
        for words in lines:
            write(p, left + 20, y, words, theme.color("ink"), "small", 500, True)
            y += LINE
        y += 4


def _tag(p: QPainter, at: QPointF, number: str, theme: Theme) -> None:
    p.setPen(QPen(theme.color("ink"), 1.0))
    p.setBrush(theme.color("sheet"))
    p.drawEllipse(at, 8.5, 8.5)
    write(p, at.x(), at.y() + 4.5, number, theme.color("ink"), "small", 600, True, "middle")


def paint_tape(p: QPainter, scene: Scene, layout: Layout, theme: Theme, units: Units) -> None:
    """The pull-tape between plan and side: stations from the front edge of the deck."""
    band = layout.tape
    x0, x1 = layout.to_px("plan", scene.extent[0], 0).x(), layout.to_px("plan", scene.extent[2], 0).x()
    left, right = max(x0, band.left()), min(x1, band.right())
    if right <= left:
        return
    strip = QRectF(left, band.top() + 2, right - left, band.height() - 4)
    p.save()
    p.setPen(Qt.PenStyle.NoPen)
    p.setBrush(theme.color("tape"))
    p.drawRoundedRect(strip, 2, 2)
    p.setClipRect(strip)
    feet = units.length in ("in", "ft-in")
    base = (FOOT / 4) if feet else 0.1
    step = base if base * layout.scale >= 5 else base * (4 if feet else 5)
    every = FOOT if feet else 0.5
    while every * layout.scale < 46:
        every *= 2
    first, last = int(scene.extent[0] / step) - 1, int(scene.extent[2] / step) + 1
    ink = theme.color("tape_ink")
    p.setPen(QPen(ink, 1.2))
    for i in range(first, last + 1):
        x = layout.to_px("plan", i * step, 0).x()
        whole = abs((i * step / every) - round(i * step / every)) < 1e-6
        p.drawLine(QPointF(x, strip.top()), QPointF(x, strip.top() + strip.height() * (1.0 if whole else 0.3)))
        if whole and strip.left() - 2 < x < strip.right() - 30:
            number = i * step / every * every
            words = _station(number, feet, units)
            write(p, x + 4, strip.bottom() - 2, words, ink, "small", 600, True)
    p.restore()


def _station(x: float, feet: bool, units: Units) -> str:
    if feet:
        return f"{round(x / FOOT)} ft".replace("-", "−")
    if units.length == "mm":
        return f"{round(x * 1000):,}".replace("-", "−")
    return f"{x:.1f} m".replace("-", "−")


def paint_floor(p: QPainter, floor: SafeFloor, layout: Layout, theme: Theme) -> None:
    """Where the middle of the item in hand may stand: solid where all limits are known, hatched while some are not."""
    p.save()
    p.setClipRect(layout.plan.adjusted(-12, -8, 12, 8))
    fill = theme.faded("hand_fill", 0.55)
    if len(floor.polygon) > 2:
        path = QPainterPath()
        for outer, holes in floor.free():
            for ring in (outer, *holes):
                path.addPolygon(QPolygonF([layout.to_px("plan", *q) for q in ring]))
                path.closeSubpath()
        path.setFillRule(Qt.FillRule.OddEvenFill)
        brush = QBrush(fill)
        if floor.known < floor.counted:
            p.fillPath(path, brush)
            brush = QBrush(theme.color("hand"), Qt.BrushStyle.BDiagPattern)
        p.fillPath(path, brush)
        p.setBrush(Qt.BrushStyle.NoBrush)
        p.setPen(theme.pen("floor.safe"))
        p.drawPolygon(QPolygonF([layout.to_px("plan", *q) for q in floor.polygon]))
    p.restore()


def floor_words(floor: SafeFloor) -> str:
    """What the safe floor says of itself in the heading of the plan."""
    if floor.why:
        return floor.why
    if not floor.polygon:
        return f"no place holds: {' and '.join(floor.excluding)}" + (" exclude each other" if len(floor.excluding) > 1 else "")
    by = f", by {floor.known} of {floor.counted} limits" if floor.known < floor.counted else ""
    return f"dashed: where its middle may stand{by}"


def paint_distances(p: QPainter, found: Sequence[Facing], layout: Layout, theme: Theme, units: Units) -> None:
    """Dimension lines from the item in hand to what faces it."""
    teal, paper = theme.color("hand"), theme.color("sheet")
    p.setFont(fonts.font("small", 600))
    p.save()
    p.setClipRect(layout.plan.adjusted(-MARGIN_CLIP, -8, MARGIN_CLIP, 8))
    for f in found:
        if f.distance < 0.01:
            continue
        a, b = layout.to_px("plan", *f.start), layout.to_px("plan", *f.end)
        p.setPen(theme.pen("distance"))
        p.drawLine(a, b)
        along = QPointF(0, 4) if abs(a.x() - b.x()) > abs(a.y() - b.y()) else QPointF(4, 0)
        for end in (a, b):
            p.drawLine(end - along, end + along)
        words = units.show(f.distance, "length")
        wide = p.fontMetrics().horizontalAdvance(words) + 10
        long = abs(a.x() - b.x()) + abs(a.y() - b.y())
        level = abs(a.x() - b.x()) > abs(a.y() - b.y())
        if long < (wide + 8 if level else 24):
            continue
        middle = (a + b) / 2
        chip = QRectF(middle.x() - wide / 2, middle.y() - 10, wide, 20)
        p.setBrush(paper)
        p.drawRoundedRect(chip, 3, 3)
        p.setPen(teal)
        p.drawText(chip, Qt.AlignmentFlag.AlignCenter, words)
    p.restore()


def paint_centre(p: QPainter, at: tuple[float, float, float], layout: Layout, theme: Theme, kept: Kept) -> None:
    """The whole rig's centre of gravity at the fills shown, in all three drawings."""
    x, y, z = at
    r = 9.0 / layout.scale
    for view, u, v in (("plan", x, y), ("side", x, z), ("rear", y, z)):
        area = layout.area(view)  # type: ignore[arg-type]
        if area.width() > 50 and area.contains(layout.to_px(view, u, v)):  # type: ignore[arg-type]
            paint(p, [Group(centre_mark(u, v, r))], layout.view(view), theme, f"{view}.centre", kept)  # type: ignore[arg-type]


def centre_shown(solved: Solved, state_id: str, fills: Mapping[str, float], carrier: str) -> tuple[float, float, float] | None:
    """x, y, z of a carrier's centre of gravity at the fills drawn [m]."""
    loads = solved.loads
    if loads is None:
        return None
    s = solved.rig.state_number(state_id)
    return loads.centre_at(carrier, s, loads.fills_shown(s, fills))
