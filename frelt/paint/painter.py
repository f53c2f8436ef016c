"""Groups of a drawing, and lines of text, on a QPainter."""

from collections.abc import Iterable

from PyQt6.QtCore import QPointF, QRectF, Qt
from PyQt6.QtGui import QColor, QPainter, QPainterPath, QTransform

from ..core.base.kept import Kept, Memo
from ..drawing.shapes import Group, Path
from ..drawing.styles import STYLES
from ..drawing.views import Scene
from .fonts import measure, metrics, put
from .theme import Theme

Ready = tuple[tuple[str, QPainterPath], ...]

_ready: Memo[Ready] = Memo(8000)  # every view of the most items a rig may have


def qt_path(path: Path, onto: QPainterPath | None = None) -> QPainterPath:
    """A path of a drawing as Qt draws it. onto: added to what is there."""
    made, xy, i = QPainterPath() if onto is None else onto, path.xy, 0
    for op in path.ops:
        if op == "M":
            made.moveTo(xy[i], xy[i + 1])
            i += 2
        elif op == "L":
            made.lineTo(xy[i], xy[i + 1])
            i += 2
        elif op == "C":
            made.cubicTo(*xy[i : i + 6])
            i += 6
        else:
            made.closeSubpath()
    return made


def ready(paths: tuple[Path, ...], kept: Kept) -> Ready:
    """Qt's paths of a group, kept by the group's paths: alike things share them."""
    return _ready.get(kept, id(paths), (paths,), lambda: _joined(paths))


def _joined(paths: tuple[Path, ...]) -> Ready:
    """Lines of one role that follow each other as one path, which is drawn at once; the first path stays the outline."""
    made: list[tuple[str, QPainterPath]] = []
    open_ = ""  # the role of lines that may go on
    for n, path in enumerate(paths):
        line = n > 0 and "Z" not in path.ops and not STYLES[path.role].fill
        if line and path.role == open_:
            qt_path(path, made[-1][1])
        else:
            made.append((path.role, qt_path(path)))
        open_ = path.role if line else ""
    return tuple(made)


def transform(scale: float, x: float, y: float) -> QTransform:
    """From metres, second axis up, to pixels; (x, y) is where the origin falls."""
    return QTransform(scale, 0, 0, -scale, x, y)


def paint(
    painter: QPainter,
    groups: Iterable[Group],
    view: QTransform,
    theme: Theme,
    kept: Kept,
    in_hand: frozenset[str] = frozenset(),
) -> None:
    """Paint groups through a view. kept: where Qt's paths are."""
    base = painter.transform()
    over, clip = view * base, base.mapRect(painter.clipBoundingRect()) if painter.hasClipping() else None
    listed = list(groups)
    crowd = len(listed) >= CROWD
    small: dict[str, list[QRectF]] = {}  # of a crowd, boxes by role: hundreds at once are painted faster than one by one
    for group in listed:
        held = group.item in in_hand and bool(group.item)
        at = QTransform(*group.at) * over
        drawn = ready(group.paths, kept)
        if group.item and not held and drawn:
            box = at.mapRect(drawn[0][1].controlPointRect())
            if clip is not None and not clip.intersects(box.adjusted(-AROUND, -AROUND, AROUND, AROUND)):
                continue
            if crowd and max(box.width(), box.height()) < TINY_IN_A_CROWD:
                small.setdefault(drawn[0][0], []).append(box)
                continue
            if max(box.width(), box.height()) < TINY:
                drawn = drawn[:1]
        painter.setTransform(at)
        for role, path in drawn:
            painter.setPen(theme.pen(role, held))
            painter.setBrush(theme.brush(role))
            painter.drawPath(path)
        if held:
            painter.setPen(theme.pen("body", True))
            painter.setBrush(Qt.BrushStyle.NoBrush)
            painter.drawPath(ready(group.paths, kept)[0][1])
    painter.resetTransform()
    for role, boxes in small.items():
        painter.setPen(theme.pen(role))
        painter.setBrush(theme.brush(role))
        painter.drawRects(boxes[0], *boxes[1:])
    painter.setTransform(base)


TINY = 13.0  # px; what is smaller shows its outline alone, since finer strokes would run into each other
CROWD, TINY_IN_A_CROWD = 150, 24.0  # with so many things in one drawing
AROUND = 80.0  # px that strokes may reach beyond an outline


def paint_partner(painter: QPainter, scene: Scene, view: QTransform, theme: Theme, kept: Kept) -> None:
    """Paint the carrier a drawing is hitched to, broken off at its cut by a zigzag line."""
    if not scene.partner:
        return
    painter.save()
    _, y0, _, y1 = scene.extent
    if scene.cut is not None:
        at, sign = scene.cut
        sign = sign if view.m11() > 0 else -sign
        edge = view.map(QPointF(at, 0.0)).x()
        top, bottom = view.map(QPointF(at, y1)).y() - 4, view.map(QPointF(at, y0)).y() + 4
        left, right = (edge, edge + 1e5) if sign < 0 else (edge - 1e5, edge)
        painter.setClipRect(QRectF(left, top - 1e4, right - left, bottom - top + 2e4), Qt.ClipOperation.IntersectClip)
    painter.setOpacity(0.75)
    paint(painter, scene.partner, view, theme, kept)
    painter.restore()
    if scene.cut is None:
        return
    painter.setPen(theme.pen("break"))
    painter.setBrush(Qt.BrushStyle.NoBrush)
    painter.drawPath(zigzag(QPointF(edge, top), QPointF(edge, bottom)))


def zigzag(start: QPointF, end: QPointF) -> QPainterPath:
    """A break line from one point of the sheet to another, upright or level [px]."""
    made = QPainterPath(start)
    way = end - start
    steps = max(int((abs(way.x()) + abs(way.y())) / 14), 4)
    across = QPointF(1.0, 0.0) if abs(way.y()) > abs(way.x()) else QPointF(0.0, 1.0)
    for n in range(1, steps + 1):
        away = 0.0 if n % 4 in (0, 2) else (5.0 if n % 4 == 1 else -5.0)
        made.lineTo(start + way * (n / steps) + across * away)
    return made


def outline(painter: QPainter, groups: Iterable[Group], view: QTransform, theme: Theme, role: str, kept: Kept) -> None:
    """Paint only the outlines of groups in one role."""
    base = painter.transform()
    painter.setPen(theme.pen(role))
    painter.setBrush(Qt.BrushStyle.NoBrush)
    listed = list(groups)
    tiny = TINY if len(listed) < CROWD else TINY_IN_A_CROWD
    for group in listed:
        at, path = QTransform(*group.at) * view * base, ready(group.paths, kept)[0][1]
        box = at.mapRect(path.controlPointRect())
        if max(box.width(), box.height()) >= tiny:
            painter.setTransform(at)
            painter.drawPath(path)
    painter.setTransform(base)


def write(
    painter: QPainter,
    x: float,
    y: float,
    words: str,
    color: QColor,
    step: str = "text",
    weight: int = 400,
    condensed: bool = False,
    anchor: str = "start",
    scale: float = 1.0,
) -> QRectF:
    """One line of text with its baseline at (x, y); returns what it covers [px]."""
    painter.setPen(color)
    m, wide = metrics(step, weight, condensed, scale), measure(words, step, weight, condensed, scale)
    left = x - {"start": 0.0, "middle": wide / 2, "end": wide}[anchor]
    put(painter, left, y, words, step, weight, condensed, scale)
    return QRectF(left, y - m.ascent(), wide, m.height())
