"""The line plan below the bench: handles are turned in it, lines drawn from port to port, by mouse and by keys."""

from math import hypot

from PyQt6.QtCore import QEvent, QPointF, QSize, Qt
from PyQt6.QtGui import (
    QDragEnterEvent,
    QDragLeaveEvent,
    QDragMoveEvent,
    QDropEvent,
    QHelpEvent,
    QKeyEvent,
    QMouseEvent,
    QPainter,
    QPaintEvent,
    QWheelEvent,
)
from PyQt6.QtWidgets import QToolTip, QWidget

from ....core.edit.ports import Port, fits, ports
from ....core.fitting.registry import type_of
from ....drawing.line_plan.graph import TURNED, graph_of
from ....drawing.line_plan.layout import Drawn, Placed, Plan, lay_out
from ....drawing.line_plan.seen import Seen
from ....drawing.line_plan.shapes import plan_shapes
from ....drawing.shapes import Shape, ellipse, line
from ....paint import fonts
from ....paint.painter import write
from ....paint.shapes import paint_shapes
from ...bench.press_line import off_run
from ...frame.desk import Desk
from ...frame.painting import painter_on, part
from .line_edits import LineEdits
from .loose import brought, put_in
from .now import LinesNow
from .plan_words import line_words, side_of, spot_of, stands_words

STEP = 0.05  # of a metering valve by one turn of the wheel
LEAST = 0.84  # of its own size, below which the plan is drawn no smaller but moved about
NEAR = 9.0  # of a line or port that counts as on it [px]


class LinePlan(QWidget):
    """A drawing of the network alone, laid out by the program."""

    def __init__(self, desk: Desk, now: LinesNow) -> None:
        super().__init__()
        self.desk, self.now, self.edits = desk, now, LineEdits(desk, now)
        self.plan = Plan((), (), 0.0, 0.0)
        self._key: tuple[object, ...] | None = None
        self._from: Port | None = None
        self._at: Port | None = None  # the open port that Tab came to
        self._to = QPointF()
        self._scale, self._off = 1.0, QPointF()
        self._pan: QPointF | None = None
        self._over = ""  # the line that what is dragged would part
        self.setAcceptDrops(True)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setMouseTracking(True)
        self.setAccessibleName("Line plan: tanks, valves, machines and guns, from supply to guns")
        self.setAttribute(Qt.WidgetAttribute.WA_OpaquePaintEvent)
        now.held_changed.connect(self._into_sight)
        for signal in (desk.changed, desk.state_changed, desk.looks_changed, now.held_changed):
            signal.connect(self.update)

    def sizeHint(self) -> QSize:
        return QSize(844, 390)

    # layout

    def laid_out(self) -> Plan:
        """The plan for the size that there is."""
        rig = self.now.rig
        if rig is None:
            return Plan((), (), 0.0, 0.0)
        key = (rig.plumbing.lines, rig.items, rig.plumbing.fittings, self.width(), self.height())
        if self._key != key:
            self.plan = lay_out(graph_of(rig), float(self.width()), float(self.height()))
            self._key = key
        wide, tall = max(self.plan.width, 1.0), max(self.plan.height, 1.0)
        self._scale = max(min(1.0, self.width() / wide, self.height() / tall), LEAST)
        self._off = self._inside(self._off)
        return self.plan

    def _inside(self, off: QPointF) -> QPointF:
        """A shift of the plan by which none of the room is left empty that it could fill."""
        room_x = min(self.width() - self.plan.width * self._scale, 0.0)
        room_y = min(self.height() - self.plan.height * self._scale, 0.0)
        return QPointF(min(max(off.x(), room_x), 0.0), min(max(off.y(), room_y), 0.0))

    def _in_plan(self, at: QPointF) -> tuple[float, float]:
        """A pixel in the plan's own."""
        return (at.x() - self._off.x()) / self._scale, (at.y() - self._off.y()) / self._scale

    def _into_sight(self) -> None:
        """Shift the plan so that the block in hand is seen."""
        box = next((p.box for p in self.laid_out().blocks if p.block.id == self.now.held), None)
        if box is None:
            return
        at = self._off
        left, right = box.left * self._scale + at.x() - 20, box.right * self._scale + at.x() + 20
        dx = -left if left < 0 else min(self.width() - right, 0.0)
        top, low = box.top * self._scale + at.y() - 20, box.bottom * self._scale + at.y() + 20
        dy = -top if top < 0 else min(self.height() - low, 0.0)
        self._off = self._inside(QPointF(at.x() + dx, at.y() + dy))

    def place(self, block: str) -> QPointF:
        """Where the middle of a block is [px]."""
        box = next(p.box for p in self.laid_out().blocks if p.block.id == block)
        return QPointF(box.mid_x, box.mid_y) * self._scale + self._off

    def port_place(self, at: str) -> QPointF:
        """Where a port is drawn [px]."""
        x, y = next(xy for p, xy in self._ports() if p.at == at)
        return QPointF(x, y) * self._scale + self._off

    def _ports(self) -> list[tuple[Port, tuple[float, float]]]:
        """Ports that are free, and where they are drawn: spread over the sides of their blocks."""
        rig = self.now.rig
        if rig is None:
            return []
        placed = {p.block.item or p.block.fitting: p for p in self.plan.blocks if p.block.glyph != "reel"}
        reels = {p.block.id: p for p in self.plan.blocks if p.block.glyph == "reel"}
        made: list[tuple[Port, tuple[float, float]]] = []
        count: dict[tuple[str, str], int] = {}
        for port in ports(rig):
            if not port.free:
                continue
            way = port.at.partition("/")[2]
            own = placed.get(port.owner) or reels.get(f"{port.owner}/hose-{way.rpartition('-')[2]}")
            if own is None:
                continue
            side = side_of(way)
            n = count[own.block.id, side] = count.get((own.block.id, side), -1) + 1
            made.append((port, spot_of(own, side, n)))
        return made

    # painting

    def paintEvent(self, event: QPaintEvent | None) -> None:
        with painter_on(self) as p:
            p.fillRect(self.rect(), self.desk.theme.color("sheet"))
            part(p, self.rect().toRectF(), lambda: self._paint(p))

    def _paint(self, p: QPainter) -> None:
        rig, theme = self.now.rig, self.desk.theme
        if rig is None:
            return
        plan = self.laid_out()
        p.setPen(theme.pen("post.between"))
        p.drawLine(0, 0, self.width(), 0)
        write(p, 16, 20, "LINE PLAN", theme.color("soft"), "small", 600, True)
        if not plan.blocks:
            words = "Nothing aboard holds or moves water yet: put a tank and a machine on the deck."
            write(p, self.width() / 2, self.height() / 2, words, theme.color("soft"), "strong", anchor="middle")
            return
        said = "width: flow · lever along the line: open"
        if not rig.plumbing.lines:
            said = "drag from port to port to draw a line"
        write(p, self.width() - 16, 20, said, theme.color("soft"), "small", 500, True, "end")
        solved = self.now.solved()
        bad = frozenset(w for f in self.now.found() if not f.doubt and f.level in ("broken", "danger") for w in f.where)
        p.save()
        p.setClipRect(0, 28, self.width(), self.height() - 28)
        p.translate(self._off)
        p.scale(self._scale, self._scale)
        shapes: list[Shape] = list(
            plan_shapes(plan, Seen(rig, solved, self.desk.units, self._over or self.now.held, bad), fonts)
        )
        shapes += self._open_ports()
        paint_shapes(p, shapes, theme)
        p.restore()

    def _open_ports(self) -> list[Shape]:
        """Ports of what is in hand, and, while a line is drawn, every one that fits."""
        made: list[Shape] = []
        for port, (x, y) in self._ports():
            if self._from is not None and fits(self._from, port):
                made.append(ellipse("pipe.port.fits", x, y, 6))
            elif self._from is None and self._in_hand(port):
                made.append(ellipse("pipe.port", x, y, 5))
        if self._from is not None:
            start = next((xy for p, xy in self._ports() if p.at == self._from.at), None)
            if start is not None:
                made.append(line("pipe.new", start, self._in_plan(self._to)))
        return made

    def _in_hand(self, port: Port) -> bool:
        held = self.now.held
        alone = self.now.rig is not None and not self.now.rig.plumbing.lines
        return alone or (bool(held) and (port.owner == held or port.owner == held.partition("/")[0]))

    # what is under the pointer

    def block_at(self, at: QPointF) -> Placed | None:
        """The block under a pixel."""
        return self.plan.at(*self._in_plan(at))

    def line_at(self, at: QPointF) -> Drawn | None:
        """The line under a pixel."""
        x, y = self._in_plan(at)
        near = [(off_run(d.points, x, y), n, d) for n, d in enumerate(self.plan.wires)]
        best = min(near, default=None, key=lambda t: t[:2])
        return best[2] if best is not None and best[0] <= NEAR else None

    def _port_at(self, at: QPointF) -> Port | None:
        x, y = self._in_plan(at)
        near = [(hypot(px - x, py - y), n, port) for n, (port, (px, py)) in enumerate(self._ports()) if self._wanted(port)]
        best = min(near, default=None, key=lambda t: t[:2])
        return best[2] if best is not None and best[0] <= NEAR + 2 else None

    def _wanted(self, port: Port) -> bool:
        return fits(self._from, port) if self._from is not None else self._in_hand(port)

    # mouse

    def mousePressEvent(self, event: QMouseEvent | None) -> None:
        assert event is not None
        self.laid_out()
        at = event.position()
        if event.button() != Qt.MouseButton.LeftButton:
            return
        port = self._port_at(at)
        if port is not None:
            self._from, self._to = port, at
            self.update()
            return
        block = self.block_at(at)
        if block is not None:
            again = self.now.held == block.block.id
            self.now.take(block.block.id)
            if block.block.glyph in TURNED and (block.block.fitting or again):
                self.edits.turn(block)
            return
        found = self.line_at(at)
        self.now.take(found.wire.line if found is not None else "")
        self._pan = at - self._off if found is None else None

    def mouseMoveEvent(self, event: QMouseEvent | None) -> None:
        assert event is not None
        if self._from is not None:
            self._to = event.position()
            self.update()
            return
        self.laid_out()
        if self._pan is not None:
            self._off = self._inside(event.position() - self._pan)
            self.update()
            return
        over = self._port_at(event.position()) or self.block_at(event.position()) or self.line_at(event.position())
        self.setCursor(Qt.CursorShape.PointingHandCursor if over is not None else Qt.CursorShape.ArrowCursor)

    def mouseReleaseEvent(self, event: QMouseEvent | None) -> None:
        assert event is not None
        self._pan = None
        if self._from is None:
            return
        to = self._port_at(event.position())
        start, self._from = self._from, None
        self.update()
        if to is not None:
            self.edits.join(start.at, to.at)
        elif (block := self.block_at(event.position())) is not None:
            fit = [p for p, _ in self._ports() if p.owner in (block.block.id, block.block.item) and fits(start, p)]
            if len(fit) == 1:
                self.edits.join(start.at, fit[0].at)
            elif not fit:
                self.desk.refused.emit(f"No port of {block.block.name} fits {start.words}.")

    def dragEnterEvent(self, event: QDragEnterEvent | None) -> None:
        if event is not None and brought(event) is not None:
            event.acceptProposedAction()

    def dragMoveEvent(self, event: QDragMoveEvent | None) -> None:
        """A fitting is carried over the plan: the line that it would part is shown as one in hand."""
        assert event is not None
        self.laid_out()
        found = self.line_at(event.position())
        self._over = found.wire.line if found is not None else ""
        self.update()
        if found is not None:
            event.acceptProposedAction()
        else:
            event.ignore()

    def dragLeaveEvent(self, event: QDragLeaveEvent | None) -> None:
        self._over = ""
        self.update()

    def dropEvent(self, event: QDropEvent | None) -> None:
        """A fitting that is let go over a line parts it."""
        assert event is not None
        self.laid_out()
        found, kind = self.line_at(event.position()), brought(event)
        self._over = ""
        if found is not None and kind is not None:
            put_in(self.desk, self.now, found.wire.line, kind)

    def wheelEvent(self, event: QWheelEvent | None) -> None:
        """Over a metering valve or a handle it turns it a little; elsewhere it does nothing."""
        assert event is not None
        self.laid_out()
        block, rig = self.block_at(event.position()), self.now.rig
        fitting = rig.plumbing.fitting(block.block.fitting) if block is not None and rig is not None else None
        hand = type_of(fitting).hand if fitting is not None else None
        if fitting is not None and hand is not None and hand.wheel:
            self.edits.turn_by(fitting, STEP if event.angleDelta().y() > 0 else -STEP)
            event.accept()
        else:
            event.ignore()

    def event(self, event: QEvent | None) -> bool:
        """Also says what stands under the pointer."""
        if isinstance(event, QHelpEvent) and event.type() == QEvent.Type.ToolTip:
            QToolTip.showText(event.globalPos(), self.words_at(QPointF(event.pos())), self)
            return True
        return super().event(event)

    def words_at(self, at: QPointF) -> str:
        """What stands under a pixel, in words."""
        self.laid_out()
        port = self._port_at(at)
        if port is not None:
            return f"{port.words}: drag a line from here"
        block, rig = self.block_at(at), self.now.rig
        if rig is None:
            return ""
        if block is not None:
            fitting = rig.plumbing.fitting(block.block.fitting)
            return f"{block.block.name}, {fitting.kind}: {stands_words(fitting)}" if fitting is not None else block.block.name
        found = self.line_at(at)
        return line_words(rig, found.wire.line, self.now, self.desk) if found is not None else ""

    # keys

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        assert event is not None
        key, rig = event.key(), self.now.rig
        block = next((p for p in self.laid_out().blocks if p.block.id == self.now.held), None)
        fitting = rig.plumbing.fitting(self.now.held) if rig is not None else None
        if key in (Qt.Key.Key_Space, Qt.Key.Key_Return, Qt.Key.Key_Enter) and block is not None:
            self.edits.turn(block)
        elif key in (Qt.Key.Key_Plus, Qt.Key.Key_Equal, Qt.Key.Key_Minus) and fitting is not None:
            self.edits.turn_by(fitting, -STEP if key == Qt.Key.Key_Minus else STEP)
        elif key in (Qt.Key.Key_Right, Qt.Key.Key_Down, Qt.Key.Key_Left, Qt.Key.Key_Up):
            self.next_handle(1 if key in (Qt.Key.Key_Right, Qt.Key.Key_Down) else -1)
        elif key in (Qt.Key.Key_Delete, Qt.Key.Key_Backspace) and self.now.held:
            self.edits.remove()
        elif key == Qt.Key.Key_Escape:
            self._from = None
            self.now.take("")
            self.update()
        else:
            super().keyPressEvent(event)

    def focusNextPrevChild(self, forward: bool) -> bool:
        """Tab goes from open port to open port, and what belongs there is offered beside; F6 leaves the plan."""
        self.laid_out()
        listed = [port for port, _ in self._ports()]
        if not listed:
            return super().focusNextPrevChild(forward)
        at = listed.index(self._at) if self._at in listed else (-1 if forward else 0)
        self._at = listed[(at + (1 if forward else -1)) % len(listed)]
        owner = self._at.owner
        block = next((p.block.id for p in self.plan.blocks if owner in (p.block.item, p.block.fitting)), "")
        self.now.port = self._at.at
        self.now.held = ""
        self.now.take(block)
        return True

    def next_handle(self, way: int) -> None:
        """Take the next block or line in hand, from left to right."""
        plan = self.laid_out()
        order = [p.block.id for p in sorted(plan.blocks, key=lambda p: (round(p.box.mid_x / 30), p.box.mid_y, p.block.id))]
        if not order:
            return
        at = order.index(self.now.held) if self.now.held in order else (-1 if way > 0 else 0)
        self.now.take(order[(at + way) % len(order)])
