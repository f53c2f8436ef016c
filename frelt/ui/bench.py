"""The bench: three linked drawings, posts and limits of one rig, worked with mouse and keys."""

from msgspec.structs import replace
from PyQt6.QtCore import QPointF, QRectF, QSize, Qt, QTimer, pyqtSignal
from PyQt6.QtGui import (
    QContextMenuEvent,
    QDragEnterEvent,
    QDropEvent,
    QKeyEvent,
    QMouseEvent,
    QPainter,
    QPaintEvent,
    QPixmap,
    QResizeEvent,
    QWheelEvent,
)
from PyQt6.QtWidgets import QWidget

from ..core.distances import facings, moved_in_plan, snapped
from ..core.frames import standing_on
from ..core.solids import Solid, solids
from ..core.solve import Solved
from ..drawing.views import Scene, View, scenes, seen
from ..paint.painter import write
from .bench_paint import (
    centre_shown,
    floor_words,
    paint_centre,
    paint_distances,
    paint_floor,
    paint_moving,
    paint_names,
    paint_scene,
    paint_tape,
)
from .brush import caption
from .desk import ENTRY, Desk
from .layout import Layout, Zoom, lay_out
from .limits import ROW, bars, paint_limits
from .posts import captions, paint_posts, posts

SNAP = 7.0  # px
VIEWS: tuple[View, ...] = ("plan", "side", "rear")


class Bench(QWidget):
    """The drawings. rating_asked: where a rating or rule is to be typed, and the field it belongs to.

    first_painted: once, when the drawings have been seen; what can wait is made then.
    """

    rating_asked = pyqtSignal(QRectF, str)
    first_painted = pyqtSignal()

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        self.zoom = Zoom()
        self.layout_now: Layout | None = None
        self._scenes: dict[View, Scene] = {}
        self._spots: list[tuple[QRectF, str]] = []
        self._grab: tuple[View, QPointF, Solved, Solid] | None = None
        self._pan: tuple[View, QPointF, Zoom] | None = None
        self._moved = False
        self._seen = False
        self._kept: QPixmap | None = None
        self.asked = ""
        self.right_side = False
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setMouseTracking(True)
        self.setAcceptDrops(True)
        self.setAccessibleName("Bench: plan, side and rear of the rig")
        desk.changed.connect(self.update)
        desk.hand_changed.connect(self.update)
        desk.state_changed.connect(self.update)
        desk.looks_changed.connect(self.update)
        desk.asked.connect(self._ask)

    def resizeEvent(self, event: QResizeEvent | None) -> None:
        self._kept = None
        super().resizeEvent(event)

    def sizeHint(self) -> QSize:
        return QSize(844, 620)

    def _ask(self, what: str) -> None:
        self.asked = what
        self.update()

    # painting

    def paintEvent(self, event: QPaintEvent | None) -> None:
        p = QPainter(self)
        self.paint_on(p)
        p.end()
        if not self._seen:
            self._seen = True
            QTimer.singleShot(0, self.first_painted.emit)

    def paint_on(self, p: QPainter) -> None:
        """Paint the whole bench."""
        desk, theme = self.desk, self.desk.theme
        p.setRenderHint(QPainter.RenderHint.Antialiasing)
        p.fillRect(self.rect(), theme.color("sheet"))
        solved = desk.solved
        if solved is None or solved.rig.trailer is None:
            self._empty(p)
            return
        state = desk.state
        self._scenes = scenes(solved.rig, solved.frames, state, desk.fills, self.right_side)
        self.layout_now = layout = lay_out(self.width(), self.height(), self._scenes, self.zoom)
        held = frozenset(i.id for i in standing_on(solved.rig, desk.in_hand)) if desk.in_hand else frozenset()
        room = solids(solved.rig, solved.frames)
        centre = centre_shown(solved, state.id, desk.fills) if state is not None else None
        avoid = layout.to_px("plan", centre[0], centre[1]) if centre is not None else None
        moving = held if self._grab is not None and self._moved else frozenset()
        if moving:
            self._still(p, layout, room, moving)
            self._floor(p, layout)
            for view in VIEWS:
                paint_moving(p, self._scenes[view], layout, theme, moving)
        else:
            self._kept = None
            self._standing(p, layout, room, held, moving, avoid)
        if centre is not None:
            paint_centre(p, centre, layout, theme)
        if desk.in_hand in room and solved.frames.items[desk.in_hand].upright:
            paint_distances(p, facings(solved, desk.in_hand), layout, theme, desk.units)
        if self.asked:
            from .asked import paint_asked

            paint_asked(p, self.asked, solved.rig.trailer, layout, theme, desk.units)
        self._spots = (
            paint_limits(p, layout.limits, solved, desk.state_id, theme, desk.units) if layout.limits.width() > 50 else []
        )
        self._posts(p, solved, layout)

    def _floor(self, p: QPainter, layout: Layout) -> None:
        floor = self.desk.floor()
        if floor is not None:
            paint_floor(p, floor, layout, self.desk.theme)

    def _standing(
        self,
        p: QPainter,
        layout: Layout,
        room: dict[str, Solid],
        held: frozenset[str],
        skip: frozenset[str],
        avoid: QPointF | None,
    ) -> None:
        """The drawings with their names and tape."""
        theme = self.desk.theme
        for view in VIEWS:
            paint_scene(p, self._scenes[view], layout, theme, held, skip)
        rig = self.desk.rig
        assert rig is not None
        listed = {i: s for i, s in room.items() if i not in skip}
        if not skip:
            self._floor(p, layout)
        paint_names(p, self._scenes["plan"], rig, layout, listed, theme, self._spill(layout), avoid)
        paint_tape(p, self._scenes["plan"], layout, theme, self.desk.units)
        self._headings(p, layout)

    def _spill(self, layout: Layout) -> QRectF:
        """What the whole rig's bars leave of their column."""
        solved, area = self.desk.solved, layout.limits
        used = 34 + ROW * len(bars(solved, self.desk.state_id, self.desk.units)) if solved is not None else 0.0
        return QRectF(area.left(), area.top() + used, area.width(), max(area.height() - used, 0.0))

    def _still(self, p: QPainter, layout: Layout, room: dict[str, Solid], moving: frozenset[str]) -> None:
        """What stands still during a drag, kept as one picture."""
        if self._kept is None:
            ratio = self.devicePixelRatioF()
            kept = QPixmap(int(self.width() * ratio), int(self.height() * ratio))
            kept.setDevicePixelRatio(ratio)
            kept.fill(self.desk.theme.color("sheet"))
            q = QPainter(kept)
            q.setRenderHint(QPainter.RenderHint.Antialiasing)
            self._standing(q, layout, room, moving, moving, None)
            q.end()
            self._kept = kept
        p.drawPixmap(0, 0, self._kept)

    def _posts(self, p: QPainter, solved: Solved, layout: Layout) -> None:
        desk, state = self.desk, self.desk.state
        if solved.loads is None or state is None:
            why = solved.why or "no state is set"
            write(
                p,
                layout.posts.left(),
                layout.posts.top() + 40,
                f"Loads are unknown: {why}.",
                desk.theme.color("unknown"),
                "strong",
                600,
            )
            return
        made = posts(solved, layout, desk.state_id, state.id, desk.fills)
        captions(p, layout, made, desk.theme)
        self._spots += paint_posts(p, made, layout, desk.theme, desk.units)

    def _headings(self, p: QPainter, layout: Layout) -> None:
        theme = self.desk.theme
        if self.zoom.factor > 1:
            for area in (layout.side, layout.rear):
                p.fillRect(QRectF(area.left() - 4, area.top() - 12, 140, 18), theme.color("sheet"))
        at = caption(p, layout.plan.left(), 16, "Plan", theme)
        floor = self.desk.floor()
        if floor is not None:
            write(p, at.right() + 14, 16, floor_words(floor), theme.color("hand"), "small", 500)
        elif self.desk.rig is not None and not self.desk.rig.items:
            write(
                p,
                at.right() + 14,
                16,
                "an empty deck: take a tank from the list at the right",
                theme.color("hand"),
                "small",
                500,
            )
        caption(
            p,
            layout.side.left(),
            layout.side.top() + 2,
            "Side, right in front" if self.right_side else "Side, from the left",
            theme,
        )
        if layout.rear.width() > 50:
            caption(p, layout.rear.left(), layout.rear.top() + 2, "Rear, from behind", theme)

    def _empty(self, p: QPainter) -> None:
        theme = self.desk.theme
        x, y = self.width() / 2, self.height() / 2
        write(p, x, y - 12, "No rig is on the bench yet.", theme.color("ink"), "title", 600, anchor="middle")
        words = "Take a trailer class under Job, open a file, or look at the demo shop."
        write(p, x, y + 18, words, theme.color("soft"), "strong", anchor="middle")

    # what is under the pointer

    def view_at(self, at: QPointF) -> View | None:
        """The drawing under a pixel."""
        layout = self.layout_now
        if layout is None:
            return None
        return next((v for v in VIEWS if layout.area(v).adjusted(-8, -8, 8, 8).contains(at)), None)

    def item_at(self, at: QPointF) -> str:
        """The nearest item under a pixel, or nothing."""
        view, layout, solved = self.view_at(at), self.layout_now, self.desk.solved
        if view is None or layout is None or solved is None:
            return ""
        u, v = layout.to_m(view, at)
        room = solids(solved.rig, solved.frames)
        for group in reversed(self._scenes[view].items):
            box = seen(room[group.item], view)
            if box[0] <= u <= box[2] and box[1] <= v <= box[3]:
                return group.item
        return ""

    def item_centre(self, item_id: str, view: View = "plan") -> QPointF:
        """Where the middle of an item is drawn [px]."""
        solved = self.desk.solved
        assert solved is not None and self.layout_now is not None
        x0, y0, x1, y1 = seen(solids(solved.rig, solved.frames)[item_id], view)
        return self.layout_now.to_px(view, (x0 + x1) / 2, (y0 + y1) / 2)

    # mouse

    def mousePressEvent(self, event: QMouseEvent | None) -> None:
        assert event is not None
        at, view = event.position(), self.view_at(event.position())
        if event.button() == Qt.MouseButton.MiddleButton and view is not None:
            self._pan = (view, at, self.zoom)
            return
        if event.button() != Qt.MouseButton.LeftButton:
            return
        spot = next(((box, field) for box, field in self._spots if field and box.contains(at)), None)
        if spot is not None:
            self.rating_asked.emit(*spot)
            return
        found = self.item_at(at)
        self.desk.take(found)
        solved = self.desk.session.solved
        if found and view is not None and solved is not None and solved.frames.items[found].upright:
            if not solved.rig.item(found).locked:
                self._grab = (view, at, solved, solids(solved.rig, solved.frames)[found])
                self._moved = False
        elif not found and view is not None and self.zoom.factor > 1:
            self._pan = (view, at, self.zoom)

    def mouseMoveEvent(self, event: QMouseEvent | None) -> None:
        assert event is not None
        at = event.position()
        if self._pan is not None:
            self._pan_to(at)
        elif self._grab is not None:
            free = bool(event.modifiers() & Qt.KeyboardModifier.AltModifier)
            self._drag_to(at, free)
        else:
            over = any(box.contains(at) and field for box, field in self._spots)
            held = bool(self.item_at(at))
            shape = (
                Qt.CursorShape.IBeamCursor if over else Qt.CursorShape.OpenHandCursor if held else Qt.CursorShape.ArrowCursor
            )
            self.setCursor(shape)

    def _drag_to(self, at: QPointF, free: bool) -> None:
        assert self._grab is not None and self.layout_now is not None
        view, start, solved, own = self._grab
        du, dv = (at.x() - start.x()) / self.layout_now.scale, (start.y() - at.y()) / self.layout_now.scale
        dx, dy = {"plan": (du, dv), "side": (du, 0.0), "rear": (0.0, du)}[view]
        if not self._moved and abs(at.x() - start.x()) + abs(at.y() - start.y()) < 4:
            return
        self._moved = True
        if not free:
            moving = frozenset(i.id for i in standing_on(solved.rig, own.item))
            sx, sy = snapped(solved, own, dx, dy, SNAP / self.layout_now.scale, moving)
            step = self.desk.units.step
            dx = sx if sx != dx else round((own.x0 + dx) / step) * step - own.x0
            dy = sy if sy != dy else round((own.y0 + dy) / step) * step - own.y0
            dx, dy = (dx if view != "rear" else 0.0), (dy if view != "side" else 0.0)
        self.desk.attempt(moved_in_plan(solved, own.item, dx, dy))

    def mouseReleaseEvent(self, event: QMouseEvent | None) -> None:
        grab, self._grab, self._pan = self._grab, None, None
        if grab is not None and self._moved:
            name = grab[2].rig.item(grab[3].item).name
            self.desk.settle(f"{name} moved")

    def wheelEvent(self, event: QWheelEvent | None) -> None:
        assert event is not None
        self.zoom_by(1.0015 ** event.angleDelta().y(), event.position())

    def zoom_by(self, factor: float, at: QPointF | None = None) -> None:
        """Zoom all three drawings, keeping what is under the pointer where it is."""
        layout = self.layout_now
        if layout is None:
            return
        view = self.view_at(at) if at is not None else None
        new = min(max(self.zoom.factor * factor, 1.0), 12.0)
        if new == 1.0:
            self.zoom = Zoom()
        else:
            shift = (0.0, 0.0, 0.0)
            if at is not None and view is not None:
                middle = layout.area(view).center()
                k = (1 / layout.scale) * (1 - self.zoom.factor / new)
                du, dv = (at.x() - middle.x()) * k, (middle.y() - at.y()) * k
                shift = {"plan": (du, dv, 0.0), "side": (du, 0.0, dv), "rear": (0.0, du, dv)}[view]
            z = self.zoom
            self.zoom = Zoom(new, z.x + shift[0], z.y + shift[1], z.z + shift[2])
        self.update()

    def _pan_to(self, at: QPointF) -> None:
        assert self._pan is not None and self.layout_now is not None
        view, start, z = self._pan
        du, dv = (start.x() - at.x()) / self.layout_now.scale, (at.y() - start.y()) / self.layout_now.scale
        shift = {"plan": (du, dv, 0.0), "side": (du, 0.0, dv), "rear": (0.0, du, dv)}[view]
        self.zoom = replace(z, x=z.x + shift[0], y=z.y + shift[1], z=z.z + shift[2])
        self.update()

    def contextMenuEvent(self, event: QContextMenuEvent | None) -> None:
        assert event is not None
        event.ignore()

    def dragEnterEvent(self, event: QDragEnterEvent | None) -> None:
        assert event is not None
        data = event.mimeData()
        if data is not None and data.hasFormat(ENTRY):
            event.acceptProposedAction()

    def dropEvent(self, event: QDropEvent | None) -> None:
        """A catalog entry let go over the plan or the side lands there."""
        assert event is not None
        data, at = event.mimeData(), event.position()
        view, layout, rig = self.view_at(at), self.layout_now, self.desk.rig
        if data is None or view is None or layout is None or rig is None or rig.trailer is None:
            return
        u, v = layout.to_m(view, at)
        x, y = {"plan": (u, v), "side": (u, 0.0), "rear": (None, u)}[view]
        origin = rig.trailer.main_deck.origin
        entry = data.data(ENTRY).data().decode()
        self.desk.put(entry, None if x is None else x - origin[0], y - origin[1])
        self.setFocus()

    # keys

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        assert event is not None
        ways = {
            Qt.Key.Key_Left: (-1, 0),
            Qt.Key.Key_Right: (1, 0),
            Qt.Key.Key_Up: (0, 1),
            Qt.Key.Key_Down: (0, -1),
        }
        way = ways.get(Qt.Key(event.key()))
        if way is not None and self.desk.in_hand:
            self.nudge(*way, 10 if event.modifiers() & Qt.KeyboardModifier.ShiftModifier else 1)
        elif event.key() == Qt.Key.Key_Escape:
            self._grab = None
            if self.desk.dragging:
                self.desk.abandon()
            else:
                self.desk.take("")
        else:
            super().keyPressEvent(event)

    def focusNextPrevChild(self, forward: bool) -> bool:
        """Tab goes from item to item here; F6 leaves the bench."""
        if self.desk.rig is None or not self.desk.rig.items:
            return super().focusNextPrevChild(forward)
        self.next_item(1 if forward else -1)
        return True

    def nudge(self, along: int, across: int, steps: int) -> None:
        """Move the item in hand by small steps; a run of nudges is one step of undo."""
        solved, item_id = self.desk.session.solved, self.desk.in_hand
        if solved is None or not item_id or not solved.frames.items[item_id].upright:
            return
        item = solved.rig.item(item_id)
        if item.locked:
            self.desk.said.emit(f"{item.name} is locked; L unlocks it.")
            return
        d = self.desk.units.step * steps
        rig = moved_in_plan(solved, item_id, along * d, across * d)
        self.desk.edit(lambda _: rig, f"{item.name} nudged", merge=f"nudge {item_id}")

    def next_item(self, step: int) -> None:
        """Take the next item in the order they stand from front to back."""
        rig, solved = self.desk.rig, self.desk.solved
        if rig is None or solved is None or not rig.items:
            return
        order = sorted((i.id for i in rig.items if i.id in solved.frames.items), key=lambda i: solved.frames.items[i].at)
        at = order.index(self.desk.in_hand) if self.desk.in_hand in order else (-1 if step > 0 else 0)
        self.desk.take(order[(at + step) % len(order)])
