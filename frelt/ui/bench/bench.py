"""The bench: the drawings of a rig, worked with mouse and keys."""

from PyQt6.QtCore import QEvent, QPointF, QRectF, Qt
from PyQt6.QtGui import (
    QContextMenuEvent,
    QDragEnterEvent,
    QDragLeaveEvent,
    QDragMoveEvent,
    QDropEvent,
    QHelpEvent,
    QKeyEvent,
    QMouseEvent,
    QWheelEvent,
)
from PyQt6.QtWidgets import QToolTip

from ...drawing.views import View, seen
from ..frame.desk import ENTRY, FITTING
from ..frame.steps import STEPS
from .under import Under


class Bench(Under):
    """Dragging, framing, zooming, dropping, nudging."""

    _above = ""  # what lies over the thing in hand where it was pressed

    # mouse

    def mousePressEvent(self, event: QMouseEvent | None) -> None:
        assert event is not None
        at, view = event.position(), self.view_at(event.position())
        if event.button() == Qt.MouseButton.MiddleButton and view is not None:
            self._pan = (view, at, self.zoom)
            return
        if event.button() != Qt.MouseButton.LeftButton:
            return
        spot = self.loads.at(at)
        if spot is not None:
            self.figure_asked.emit(spot)
            return
        if self.headings.press(at):
            return
        if self.alone and (other := self.headings.other_at(at)) is not None:
            self.look_from(other)
            return
        if self.layout_now is not None and self.handles.press(at, self.layout_now):
            return
        found = self.item_at(at)
        if self._press_over(at, view, found, bool(event.modifiers() & Qt.KeyboardModifier.ShiftModifier)):
            self.update()
            return
        if not found and self.partner_at(at):
            self.desk.show_carrier(self.partner_at(at))
            return
        if event.modifiers() & Qt.KeyboardModifier.ShiftModifier:
            if found:
                self.desk.take_also(found)
            elif view is not None:
                self.frame.press(at, view)
            return
        self._press_thing(found, view, at)

    def _press_over(self, at: QPointF, view: View | None, found: str, moves: bool) -> bool:
        """What lies over the drawings in its step: lines, straps. Says whether the press was theirs."""
        layout = self.layout_now
        if layout is None:
            return False
        if self.alone and self.tools.lines is not None:
            if not self.tools.line_drag.press(at, layout):
                self.tools.lines.take(self.tools.line_drag.under(at, layout) or self._as_block(found))
            return True
        return self._holding and self.tools.hold_drag.press(at, layout, view, found, moves)

    @property
    def _holding(self) -> bool:
        """Whether straps are laid here now."""
        return "straps" in STEPS[self.desk.step].overlays and self.tools.hold is not None

    def mouseDoubleClickEvent(self, event: QMouseEvent | None) -> None:
        """Pressed twice, a deck gets a ring there, while straps are laid."""
        assert event is not None
        at = event.position()
        free = self._holding and self.layout_now is not None and self.view_at(at) == "plan" and not self.item_at(at)
        if not (free and self.layout_now is not None and self.tools.hold_drag.put_ring(at, self.layout_now)):
            self.mousePressEvent(event)

    def _as_block(self, item_id: str) -> str:
        """What a thing is in the line plan: of a reel its first hose."""
        rig = self.desk.rig
        if rig is None or not item_id:
            return ""
        hose = next((p.id for p in rig.item(item_id).parts if p.id.startswith("hose-")), "")
        return f"{item_id}/{hose}" if hose else item_id

    def _press_thing(self, found: str, view: View | None, at: QPointF) -> None:
        """Take what was pressed, or keep what is in hand below it, ready to be dragged."""
        self._above = ""
        if found not in self.desk.held and view is not None and self.in_hand_at(at, view):
            self._above, found = found, self.desk.in_hand  # what lies over it is taken by a click that moves nothing
        if found not in self.desk.held:
            self.desk.take(found)
        if found and view is not None:
            self.item_drag.press(found, view, at)
        elif not found and view is not None and self.zoom.factor > 1:
            self._pan = (view, at, self.zoom)

    def mouseMoveEvent(self, event: QMouseEvent | None) -> None:
        assert event is not None
        at, free = event.position(), bool(event.modifiers() & Qt.KeyboardModifier.AltModifier)
        if self._pan is not None:
            self._pan_to(at)
        elif self.tools.line_drag.held or self.tools.hold_drag.held:
            (self.tools.line_drag if self.tools.line_drag.held else self.tools.hold_drag).move(at)
            self.update()
        elif self.frame.held:
            self.frame.move(at)
            self.update()
        elif self.handles.held and self.layout_now is not None:
            self.handles.move(at, self.layout_now, free)
        elif self.item_drag.held and self.layout_now is not None:
            self.item_drag.move(at, self.layout_now, free)
        else:
            grip = self.handles.cursor(at, self.layout_now) if self.layout_now is not None else None
            over, held = self.loads.at(at) is not None, bool(self.item_at(at))
            shape = (
                Qt.CursorShape.PointingHandCursor
                if over
                else Qt.CursorShape.OpenHandCursor
                if held
                else Qt.CursorShape.ArrowCursor
            )
            self.setCursor(shape if grip is None else grip)

    def mouseReleaseEvent(self, event: QMouseEvent | None) -> None:
        if self.tools.line_drag.held and event is not None and self.layout_now is not None:
            self.tools.line_drag.release(event.position(), self.layout_now)
            self.update()
            return
        if self.tools.hold_drag.held and event is not None and self.layout_now is not None:
            self.tools.hold_drag.release(event.position(), self.layout_now, self.item_at(event.position()))
            self.update()
            return
        if self.handles.held:
            self.handles.release()
            return
        if self.frame.held:
            self._take_framed()
            return
        self._pan = None
        above, moved = self._above, self.item_drag.moved
        self._above = ""
        self.item_drag.release()
        if above and not moved:
            self.desk.take(above)

    def _take_framed(self) -> None:
        """Take what lies wholly inside the frame in hand, besides what is there."""
        box, view = self.frame.release()
        solved, layout = self.desk.solved, self.layout_now
        self.update()
        if solved is None or layout is None or view is None:
            return
        inside = []
        for item_id, s in self._room(solved).items():
            x0, y0, x1, y1 = seen(s, view)
            corners = QRectF(layout.to_px(view, x0, y1), layout.to_px(view, x1, y0)).normalized()
            if box.contains(corners) and not solved.rig.item(item_id).built_in:
                inside.append(item_id)
        self.desk.take_all([*self.desk.held, *(i for i in inside if i not in self.desk.held)])

    def wheelEvent(self, event: QWheelEvent | None) -> None:
        assert event is not None
        self.zoom_by(1.0015 ** event.angleDelta().y(), event.position())

    def event(self, event: QEvent | None) -> bool:
        """Also says what stands under the pointer; a number, all that it stands for."""
        if isinstance(event, QHelpEvent) and event.type() == QEvent.Type.ToolTip:
            QToolTip.showText(event.globalPos(), self.words_at(QPointF(event.pos())), self)
            return True
        return super().event(event)

    def words_at(self, at: QPointF) -> str:
        """What stands under a pixel, by number and name, as rich text; or nothing."""
        spot = self.loads.at(at)
        if spot is not None and spot.check is not None and self._shown is not None:
            from .told import told

            return told(self._shown, spot.check, self.desk.units)
        view = self.view_at(at)
        tag = self.labels.under(view, at) if view is not None else None
        found = tag.items if tag is not None else (self.item_at(at),)
        return self.labels.words(found)

    def contextMenuEvent(self, event: QContextMenuEvent | None) -> None:
        assert event is not None
        event.ignore()

    def dragEnterEvent(self, event: QDragEnterEvent | None) -> None:
        assert event is not None
        data = event.mimeData()
        if data is not None and (data.hasFormat(ENTRY) or (self.alone and data.hasFormat(FITTING))):
            event.acceptProposedAction()

    def dragMoveEvent(self, event: QDragMoveEvent | None) -> None:
        """A catalog entry is carried over the drawings as the thing it will be."""
        assert event is not None
        if self.alone:
            self._on_line(event, False)
            return
        self._bring(event)
        event.acceptProposedAction()

    def dragLeaveEvent(self, event: QDragLeaveEvent | None) -> None:
        self.bringing.leave()
        self.tools.line_drag.over = ""
        self.update()

    def dropEvent(self, event: QDropEvent | None) -> None:
        """A catalog entry let go over a drawing stands there."""
        assert event is not None
        if self.alone:
            self._on_line(event, True)
            return
        if self.desk.session.rig is None:
            self.desk.refused.emit("First take a chassis, under Job.")
        self._bring(event)
        self.bringing.let_go()
        self.setFocus()

    def _on_line(self, event: QDropEvent, done: bool) -> None:
        """A fitting is carried over the lines, or let go on one, which it parts."""
        from ..steps.plumbing.loose import brought, put_in

        now, kind, layout = self.tools.lines, brought(event), self.layout_now
        rig = self.desk.rig
        found = self.tools.line_drag.under(event.position(), layout) if layout is not None else ""
        there = now is not None and kind is not None and rig is not None and rig.plumbing.line(found) is not None
        self.tools.line_drag.over = found if there and not done else ""
        self.update()
        if not there:
            event.ignore()
            return
        event.acceptProposedAction()
        if done and now is not None and kind is not None:
            put_in(self.desk, now, found, kind)

    def _bring(self, event: QDropEvent) -> None:
        data, at, layout = event.mimeData(), event.position(), self.layout_now
        view = self.view_at(at)
        if data is None or view is None or layout is None:
            self.bringing.leave()
        else:
            free = bool(event.modifiers() & Qt.KeyboardModifier.AltModifier)
            self.bringing.move(data.data(ENTRY).data().decode(), view, at, layout, free)

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
        elif event.key() in (Qt.Key.Key_PageUp, Qt.Key.Key_PageDown) and not event.modifiers():
            self.desk.close_up.level_by(1 if event.key() == Qt.Key.Key_PageUp else -1)
        elif event.key() == Qt.Key.Key_Escape:
            self.item_drag.drop()
            self.handles.drop()
            self.tools.line_drag.drop()
            self.tools.hold_drag.drop()
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
        from ...core.placing.arrange import shifted

        solved, item_id = self.desk.session.solved, self.desk.in_hand
        if solved is None or not item_id:
            return
        item = solved.rig.item(item_id)
        if item.locked:
            self.desk.refused.emit(f"{item.name} is locked; L unlocks it.")
            return
        d = self.desk.units.step * steps
        hung = not solved.frames.decks[item.place.deck].stands
        rig = shifted(solved, self.desk.held, (along * d, 0.0 if hung else across * d, across * d if hung else 0.0))
        self.desk.edit(lambda _: rig, f"{item.name} nudged", merge=f"nudge {item_id}")

    def next_item(self, step: int) -> None:
        """Take the next item in the order they stand from front to back."""
        rig, solved = self.desk.rig, self.desk.solved
        if rig is None or solved is None or not rig.items:
            return
        carriers = {c.id: n for n, c in enumerate(rig.carriers)}
        on, frames = solved.frames.carrier_of, solved.frames.items
        order = sorted((i.id for i in rig.items if i.id in frames), key=lambda i: (carriers[on[i]], frames[i].at))
        at = order.index(self.desk.in_hand) if self.desk.in_hand in order else (-1 if step > 0 else 0)
        self.desk.take(order[(at + step) % len(order)])
