"""The day below the bench: acts dragged by their ends, and the hour that is looked at."""

from collections.abc import Callable

from msgspec.structs import replace
from PyQt6.QtCore import QPointF, QSize, Qt
from PyQt6.QtGui import QKeyEvent, QMouseEvent, QPaintEvent, QPen
from PyQt6.QtWidgets import QSizePolicy, QWidget

from ....core.day.played import Play
from ....core.model.day import Act, Day
from ....paint.day import LANE, DayPicture
from ....paint.painter import write
from ...frame.desk import Desk
from ...frame.painting import painter_on

SNAP = 300.0  # s
GRIP = 7.0  # px


class DayPlot(QWidget):
    """Drag an act or its ends; press below to look at the rig at that time.

    changed: called with the day while it is dragged, and once more with True when it is let go.  looked: with a time [s].
    """

    def __init__(
        self, desk: Desk, changed: Callable[[Day, bool], None], looked: Callable[[float], None], chosen: Callable[[str], None]
    ) -> None:
        super().__init__()
        self.desk, self._changed, self._looked, self._chosen = desk, changed, looked, chosen
        self.play: Play | None = None
        self.act_id = ""
        self.time: float | None = None
        self._drag: tuple[Act, str, QPointF] | None = None
        self._moved = False
        self.setMinimumHeight(190)
        self.setFixedHeight(236)
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
        self.setMouseTracking(True)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setAccessibleName("The day: left and right look five minutes earlier or later, up and down take an act in hand")

    def sizeHint(self) -> QSize:
        return QSize(1000, 236)

    @property
    def picture(self) -> DayPicture | None:
        """The day as it is drawn now."""
        rig = self.desk.rig
        if self.play is None or rig is None:
            return None
        return DayPicture(self.play, rig, self.width(), self.height())

    def paintEvent(self, event: QPaintEvent | None) -> None:
        theme, picture = self.desk.theme, self.picture
        with painter_on(self) as p:
            p.fillRect(self.rect(), theme.color("sheet"))
            p.setPen(QPen(theme.color("hairline"), 1.0))
            p.drawLine(QPointF(0, 0.5), QPointF(self.width(), 0.5))
            if picture is None or not picture.made.day.acts:
                write(p, 104, 60, "No day yet: begin with one of the days in the column.", theme.color("soft"), "strong")
            else:
                picture.paint(p, theme, self.act_id, self.time)

    # mouse and keys

    def _act_at(self, at: QPointF) -> tuple[Act, str] | None:
        picture = self.picture
        if picture is None:
            return None
        for slack in (0.0, 3.0):  # a neighbor's edge gives way to the act itself
            for act in reversed(picture.made.day.acts):
                box = picture.act_box(act).adjusted(-slack, 0, slack, 0)
                if not box.contains(at):
                    continue
                if at.x() > box.right() - GRIP:
                    return act, "end"
                return act, "start" if at.x() < box.left() + GRIP and box.width() > 3 * GRIP else "whole"
        return None

    def mousePressEvent(self, event: QMouseEvent | None) -> None:
        assert event is not None
        found = self._act_at(event.position())
        self._moved = False
        if found is not None:
            self.act_id = found[0].id
            self._drag = (*found, event.position())
            self._chosen(self.act_id)
        elif self.picture is not None and event.position().y() > self.picture.lanes_end:
            self._drag = None
            self.look(self.picture.time_at(event.position().x()))
        self.update()

    def mouseMoveEvent(self, event: QMouseEvent | None) -> None:
        assert event is not None
        if self._drag is None:
            if event.buttons() & Qt.MouseButton.LeftButton and self.picture is not None:
                self.look(self.picture.time_at(event.position().x()))
                return
            found = self._act_at(event.position())
            ends = found is not None and found[1] != "whole"
            self.setCursor(
                Qt.CursorShape.SizeHorCursor
                if ends
                else Qt.CursorShape.PointingHandCursor
                if found
                else Qt.CursorShape.ArrowCursor
            )
            return
        if self._moved or (event.position() - self._drag[2]).manhattanLength() > 3:
            self._moved = True
            self._put(self._dragged(event.position()), False)

    def _dragged(self, at: QPointF) -> Act:
        assert self._drag is not None and self.picture is not None
        act, part, start = self._drag
        shift = self.picture.time_at(at.x()) - self.picture.time_at(start.x())
        if part == "end":
            return replace(act, length=max(round((act.length + shift) / SNAP) * SNAP, SNAP))
        begin = max(round((act.start + shift) / SNAP) * SNAP, 0.0)
        if part == "start":
            begin = min(begin, act.end - SNAP)
            return replace(act, start=begin, length=act.end - begin)
        lane = min(max(act.lane + round((at.y() - start.y()) / LANE), 0), 3)
        return replace(act, start=begin, lane=lane)

    def mouseReleaseEvent(self, event: QMouseEvent | None) -> None:
        assert event is not None
        if self._drag is not None and self._moved:
            self._put(self._dragged(event.position()), True)
        self._drag = None

    def _put(self, act: Act, done: bool) -> None:
        if self.play is not None:
            acts = tuple(act if a.id == act.id else a for a in self.play.day.acts)
            self._changed(replace(self.play.day, acts=acts), done)

    def look(self, time: float) -> None:
        """Look at the rig at a time of its day [s]."""
        self.time = time
        self._looked(time)
        self.update()

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        assert event is not None
        if event.key() in (Qt.Key.Key_Left, Qt.Key.Key_Right):
            start, end = self.picture.span if self.picture is not None else (0.0, 86_400.0)
            step = SNAP if event.key() == Qt.Key.Key_Right else -SNAP
            self.look(min(max((self.time if self.time is not None else start) + step, start), end))
        elif event.key() in (Qt.Key.Key_Up, Qt.Key.Key_Down) and self.play is not None and self.play.day.acts:
            order = [a.id for a in sorted(self.play.day.acts, key=lambda a: (a.start, a.lane))]
            at = order.index(self.act_id) if self.act_id in order else -1
            self.act_id = order[(at + (1 if event.key() == Qt.Key.Key_Down else -1)) % len(order)]
            self._chosen(self.act_id)
            self.update()
        else:
            super().keyPressEvent(event)
