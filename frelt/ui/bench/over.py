"""The drawings on the bench, with what is on the move over those that stand still."""

from collections.abc import Iterable

from PyQt6.QtCore import QPointF, QRectF, Qt
from PyQt6.QtGui import QPainter

from ...core.base.kept import Kept
from ...drawing.shapes import Shape
from ...drawing.views import VIEWS, Scene, View, at_seen, centre_mark
from ...paint.painter import outline, paint, paint_partner, zigzag
from ...paint.shapes import paint_shapes
from ...paint.theme import Theme
from .layout import Layout

MARGIN_CLIP = 5.0
PALE = 0.38  # what is below the level that is shown


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
    p.setClipRect(clip_of(scene, layout))
    paint_partner(p, scene, view, theme, kept)
    paint(p, scene.behind, view, theme, kept)
    if scene.view != "plan":
        _ground(p, layout, scene.view, theme)
    if scene.view == "plan":
        _axis(p, scene, layout, theme)
    if scene.below:
        p.setOpacity(PALE)
        paint(p, [g for g in scene.below if g.item not in skip], view, theme, kept)
        p.setOpacity(1.0)
    paint(p, [g for g in scene.items if g.item not in skip], view, theme, kept, in_hand)
    paint(p, scene.before, view, theme, kept)
    if scene.view != "plan":
        _hidden(p, scene, layout, theme, kept, in_hand)
    elif scene.above:
        outline(p, [g for g in scene.above if g.item not in skip], view, theme, "hidden", kept)
    if in_hand:  # whatever lies over it, one sees what one holds
        outline(p, [g for g in scene.items if g.item in in_hand and g.item not in skip], view, theme, "held", kept)
    p.restore()
    _broken(p, scene, layout, theme)


def clip_of(scene: Scene, layout: Layout) -> QRectF:
    """Where a drawing ends: at its area, and where it is broken off."""
    area = layout.area(scene.view).adjusted(-MARGIN_CLIP, -8, MARGIN_CLIP, 10)
    if not scene.broken:
        return area
    return area.intersected(_extent(scene, layout))


def _extent(scene: Scene, layout: Layout) -> QRectF:
    x0, y0, x1, y1 = scene.extent
    return QRectF(layout.to_px(scene.view, x0, y1), layout.to_px(scene.view, x1, y0)).normalized()


def _broken(p: QPainter, scene: Scene, layout: Layout, theme: Theme) -> None:
    """A zigzag where the carrier goes on beyond what is looked at."""
    area, (x0, y0, x1, y1) = layout.area(scene.view).adjusted(-MARGIN_CLIP, -8, MARGIN_CLIP, 10), scene.extent
    a, b, c, d = (layout.to_px(scene.view, x, y) for x, y in ((x0, y1), (x1, y1), (x1, y0), (x0, y0)))
    edges = {"left": (a, d), "right": (b, c), "top": (a, b), "bottom": (d, c)}
    p.save()
    p.setClipRect(area)
    p.setPen(theme.pen("break"))
    p.setBrush(Qt.BrushStyle.NoBrush)
    for edge in scene.broken:
        if scene.view == "plan" or edge != "top":  # nothing is broken off in the air
            p.drawPath(zigzag(*edges[edge]))
    p.restore()


def paint_moving(p: QPainter, scene: Scene, layout: Layout, theme: Theme, kept: Kept, moving: frozenset[str]) -> None:
    """Only what is on the move, over a drawing that stands still."""
    if layout.area(scene.view).width() < 50:
        return
    p.save()
    p.setClipRect(clip_of(scene, layout))
    paint(p, [g for g in scene.items if g.item in moving], layout.view(scene.view), theme, kept, moving)
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
    outline(p, [g for g in scene.hidden if g.item not in in_hand], layout.view(scene.view), theme, "hidden", kept)


def paint_clipped(p: QPainter, shapes: Iterable[Shape], area: QRectF, theme: Theme) -> None:
    """Shapes that end where an area does."""
    p.save()
    p.setClipRect(area.adjusted(-MARGIN_CLIP, -8, MARGIN_CLIP, 8))
    paint_shapes(p, shapes, theme)
    p.restore()


def paint_centre(p: QPainter, at: tuple[float, float, float], layout: Layout, theme: Theme, kept: Kept) -> None:
    """The whole rig's centre of gravity at the fills shown, in all three drawings."""
    for view in VIEWS:
        area, (u, v) = layout.area(view), at_seen(at, view)
        if area.width() > 50 and area.contains(layout.to_px(view, u, v)):
            paint(p, [centre_mark(u, v, 9.0 / layout.scale)], layout.view(view), theme, kept)
