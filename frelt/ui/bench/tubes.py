"""Sight tubes: one a tank. Drag the fill, drag the ends of the range; the line that ratings allow is marked."""

from typing import TYPE_CHECKING

from msgspec.structs import replace
from PyQt6.QtCore import QPointF, QRectF, QSize, Qt
from PyQt6.QtGui import QKeyEvent, QMouseEvent, QPainter, QPainterPath, QPaintEvent, QPen
from PyQt6.QtWidgets import QSizePolicy, QWidget

from ...core.edit.states import set_tank_fill
from ...core.liquid.vessels import vessels_of
from ...core.liquids.fill_line import fill_lines
from ...core.model.rig import Rig
from ...core.model.state import FillRange, State
from ...core.model.tank_names import tank_names
from ...paint import fonts
from ...paint.painter import write
from ...paint.theme import Theme
from ..frame.calm import Calm
from ..frame.desk import WORST, Desk
from ..frame.painting import painter_on
from ..widgets.text import tip
from .tube import LABEL, Tube, called, row, short, triangle

if TYPE_CHECKING:
    from .fill_card import FillCard

MOST_UPRIGHT = 5


class SightTubes(QWidget):
    """All tanks of the rig in the state shown."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        self.chosen = 0
        self._grip: tuple[str, str] | None = None
        self._card: FillCard | None = None
        self._shown: tuple[object, ...] = ()
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setAccessibleName(
            "Sight tubes: up and down change the fill, with Shift the top of the range, with Ctrl its bottom; Return types it"
        )
        self.setMinimumHeight(210)
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Expanding)
        self.setMouseTracking(True)
        for signal in (desk.state_changed, desk.looks_changed):
            signal.connect(self._refresh)
        Calm(self, desk, self._refresh_if_other)

    def sizeHint(self) -> QSize:
        return QSize(258, 270)

    def _refresh(self) -> None:
        count = len(self._names())
        self.setMinimumHeight(int(34 + row(self._names()) * count) if count > MOST_UPRIGHT else 210)
        self.update()

    def _refresh_if_other(self) -> None:
        """Paint again only if it would show, which in a drag it rarely does."""
        if self._look(self.tubes()) != self._shown:
            self._refresh()

    def _look(self, tubes: list[Tube]) -> tuple[object, ...]:
        """All that the painting depends on but the theme, to a pixel."""
        state = self.desk.state
        return (
            self.size(),
            state and state.name,
            *((t.address, t.tank, t.name, t.box, t.fill, round(t.allowed, 3), t.cap) for t in tubes),
        )

    def _names(self) -> list[str]:
        """What the tubes are called, in the order of the tanks."""
        rig = self.desk.rig
        if rig is None:
            return []
        names = tank_names(rig)
        listed = [(names[address], tank) for address, _, tank in rig.tanks()]
        liquids = [tank.liquid.name for _, tank in listed]
        room = self.width() / max(len(listed), 1) - 8 if len(listed) <= MOST_UPRIGHT else LABEL
        return [called(name, tank, liquids.count(tank.liquid.name) == 1, room) for name, tank in listed]

    def tubes(self) -> list[Tube]:
        """The tubes as they stand now."""
        rig, state, solved = self.desk.rig, self.desk.state, self.desk.solved
        if rig is None or state is None or solved is None:
            return []
        allowed: dict[str, float] = {}
        if solved.loads is not None:
            s = rig.state_number(state.id)
            if solved.loads.applies[s].any():
                lines = fill_lines(solved.loads, s)
                allowed = {t.address: float(f) for t, f in zip(solved.loads.table.tanks, lines, strict=True)}
        listed, names = list(rig.tanks()), self._names()
        worst = {} if self.desk.dragging else self.desk.fills
        upright, tall = len(listed) <= MOST_UPRIGHT, row(names)
        made, own = [], vessels_of(rig, solved.frames).own(state)
        for n, (address, _, tank) in enumerate(listed):
            fill = own[address]
            if address in worst:
                fill = replace(fill, now=worst[address])
            box = self._upright_box(n, names) if upright else self._lying_box(n, tall)
            made.append(Tube(address, tank, names[n], box, upright, fill, allowed.get(address, 1.0), self._cap(address, state)))
        return made

    def _cap(self, address: str, state: State) -> float | None:
        """The cap of the road fill, on the states that it is about."""
        return self.desk.caps.get(address) if state.road and state.condition == "hitched" else None

    def _upright_box(self, n: int, names: list[str]) -> QRectF:
        x = self.width() / len(names) * (n + 0.5) - 5
        lines = max((len(fonts.wrap(name, self.width() / len(names) - 8)[:3]) for name in names), default=1)
        return QRectF(x, 28, 20, max(self.height() - 28 - 28 - 14 * lines, 60))

    def _lying_box(self, n: int, row: float) -> QRectF:
        return QRectF(LABEL + 6, 30 + n * row + row / 2 - 8, self.width() - LABEL - 72, 12)

    # painting

    def paintEvent(self, event: QPaintEvent | None) -> None:
        desk, theme = self.desk, self.desk.theme
        with painter_on(self) as p:
            state = desk.state
            write(p, 0, 14, "SIGHT TUBES", theme.color("soft"), "small", 600, True)
            tubes = self.tubes()
            self._shown = self._look(tubes)
            if state is None or not tubes:
                write(p, 0, 44, "No tank aboard yet." if desk.rig is not None else "", theme.color("soft"))
                return
            write(
                p,
                self.width(),
                14,
                f"in “{short(state.name, self.width() - 110)}”",
                theme.color("soft"),
                "small",
                400,
                True,
                "end",
            )
            shown = QRectF(event.rect() if event is not None else self.rect())
            for n, tube in enumerate(tubes):
                if not tube.upright and not shown.intersects(tube.box.adjusted(-LABEL, -24, 80, 24)):
                    continue
                held = self.hasFocus() and n == self.chosen
                if tube.upright:
                    self._upright(p, tube, theme, held, self.width() / len(tubes) - 8)
                else:
                    self._lying(p, tube, theme, held)

    def _glass(self, p: QPainter, tube: Tube, theme: Theme, held: bool) -> None:
        tint = tube.tank.liquid.tint
        box, r = tube.box, min(tube.box.width(), tube.box.height()) / 2
        path = QPainterPath()
        path.addRoundedRect(box, r, r)
        p.setPen(Qt.PenStyle.NoPen)
        p.fillPath(path, theme.color("field"))
        level = tube.at(tube.fill.shown)
        p.save()
        p.setClipPath(path)
        wet = (
            QRectF(box.left(), level, box.width(), box.bottom() - level)
            if tube.upright
            else QRectF(box.left(), box.top(), level - box.left(), box.height())
        )
        p.fillRect(wet, theme.color(tint))
        p.setPen(QPen(theme.color(f"{tint}_edge"), 2.5))
        if tube.upright:
            p.drawLine(QPointF(box.left(), level), QPointF(box.right(), level))
        else:
            p.drawLine(QPointF(level, box.top()), QPointF(level, box.bottom()))
        p.restore()
        p.setBrush(Qt.BrushStyle.NoBrush)
        p.setPen(QPen(theme.color("hand" if held else "ink"), 2.6 if held else 1.4))
        p.drawPath(path)

    def _range(self, p: QPainter, tube: Tube, theme: Theme) -> None:
        a, b = tube.at(tube.fill.low), tube.at(tube.fill.high)
        pen = QPen(theme.color("ink"), 2.2)
        p.setPen(pen)
        if tube.upright:
            x = tube.box.right() + 7
            p.drawLine(QPointF(x, a), QPointF(x, b))
            for y in (a, b):
                p.drawLine(QPointF(x - 4.5, y), QPointF(x + 4.5, y))
        else:
            y = tube.box.bottom() + 5
            p.drawLine(QPointF(a, y), QPointF(b, y))
            for x in (a, b):
                p.drawLine(QPointF(x, y - 3.5), QPointF(x, y + 3.5))

    def _mark(self, p: QPainter, tube: Tube, theme: Theme) -> None:
        """The fill line that ratings allow."""
        if tube.allowed >= 0.9995:
            return
        over = tube.fill.high > tube.allowed + 1e-6
        color, at = theme.color("over" if over else "ok"), tube.at(tube.allowed)
        p.setPen(QPen(color, 2.2))
        path = QPainterPath()
        if tube.upright:
            p.drawLine(QPointF(tube.box.left() - 3, at), QPointF(tube.box.right() + 3, at))
            path.addPolygon(triangle(QPointF(tube.box.left() - 3, at), True))
            write(p, tube.box.left() - 4, at - 6, "max", color, "small", 600, True, "end")
        else:
            p.drawLine(QPointF(at, tube.box.top() - 3), QPointF(at, tube.box.bottom() + 3))
            path.addPolygon(triangle(QPointF(at, tube.box.top() - 3), False))
        p.fillPath(path, color)

    def _road(self, p: QPainter, tube: Tube, theme: Theme) -> None:
        """The fill line of the road fill."""
        if tube.cap is None or tube.cap >= 0.9995:
            return
        at = tube.at(tube.cap)
        p.setPen(QPen(theme.color("hand"), 2.2))
        if tube.upright:
            p.drawLine(QPointF(tube.box.left() - 8, at), QPointF(tube.box.right() + 3, at))
            if self.width() / max(len(self.tubes()), 1) > 60 and abs(at - tube.at(tube.allowed)) > 20:
                write(p, tube.box.left() - 5, at + 15, "road", theme.color("hand"), "small", 600, True, "end")
        else:
            p.drawLine(QPointF(at, tube.box.top() - 6), QPointF(at, tube.box.bottom() + 3))

    def _upright(self, p: QPainter, tube: Tube, theme: Theme, held: bool, room: float) -> None:
        self._glass(p, tube, theme, held)
        self._range(p, tube, theme)
        self._mark(p, tube, theme)
        self._road(p, tube, theme)
        units = self.desk.units
        mid, y = tube.box.center().x() - 5, tube.box.bottom() + 18
        edge = theme.color(f"{tube.tank.liquid.tint}_edge")
        for line in fonts.wrap(tube.name, room)[:3]:
            write(p, mid, y, line, edge, "small", 600, True, "middle")
            y += 14
        amount = units.show(tube.tank.capacity.value * tube.fill.shown, "volume")
        write(p, mid, y + 2, amount, theme.color("ink"), "text", 600, True, "middle")

    def _lying(self, p: QPainter, tube: Tube, theme: Theme, held: bool) -> None:
        self._glass(p, tube, theme, held)
        self._range(p, tube, theme)
        self._mark(p, tube, theme)
        self._road(p, tube, theme)
        y = tube.box.center().y() + 5
        lines = fonts.wrap(tube.name, LABEL)
        for n, line in enumerate(lines):
            write(
                p,
                0,
                y + 13 * n - (6 if len(lines) > 1 else 0),
                line,
                theme.color(f"{tube.tank.liquid.tint}_edge"),
                "small",
                600,
                True,
            )
        amount = self.desk.units.show(tube.tank.capacity.value * tube.fill.shown, "volume")
        write(p, self.width(), y, amount, theme.color("ink"), "text", 600, True, "end")

    # mouse and keys

    def _part_at(self, at: QPointF) -> tuple[int, Tube, str] | None:
        for n, tube in enumerate(self.tubes()):
            area = tube.box.adjusted(-12, -10, 18, 10) if tube.upright else tube.box.adjusted(-8, -8, 8, 12)
            if not area.contains(at):
                continue
            off = at.x() - tube.box.right() if tube.upright else at.y() - tube.box.bottom()
            along = at.y() if tube.upright else at.x()
            if off > 0.5:
                ends = {"high": abs(along - tube.at(tube.fill.high)), "low": abs(along - tube.at(tube.fill.low))}
                part = min(ends, key=lambda e: ends[e])
                return n, tube, part
            return n, tube, "now"
        return None

    def mousePressEvent(self, event: QMouseEvent | None) -> None:
        assert event is not None
        found, figure = self._part_at(event.position()), self._figure_at(event.position())
        if figure is not None and event.button() == Qt.MouseButton.LeftButton:
            self._type(figure)
        elif found is not None and event.button() == Qt.MouseButton.LeftButton:
            self.chosen = found[0]
            self._choose_state()
            self._grip = (found[1].address, found[2])
            self._drag(event.position())

    def _figure_at(self, at: QPointF) -> int | None:
        """The tube whose figure lies under a pixel."""
        for n, tube in enumerate(self.tubes()):
            below = QRectF(tube.box.left() - 24, tube.box.bottom() + 6, tube.box.width() + 38, self.height())
            beside = QRectF(tube.box.right() + 9, tube.box.top() - 7, self.width(), tube.box.height() + 14)
            if (below if tube.upright else beside).contains(at):
                return n
        return None

    def _type(self, n: int, first: str = "") -> None:
        """Let the figures of a tube be typed."""
        from .fill_card import FillCard

        self.chosen = n
        self._choose_state()
        if self._card is None:
            self._card = FillCard(self.desk, self)
        self._card.ask(self.tubes()[n], first)

    def _choose_state(self) -> None:
        """A fill is changed in one state: out of “worst of all”, that is the state of the worst case."""
        state = self.desk.state
        if self.desk.state_id == WORST and state is not None:
            self.desk.show_state(state.id)

    def mouseMoveEvent(self, event: QMouseEvent | None) -> None:
        assert event is not None
        if self._grip is not None:
            self._drag(event.position())
        else:
            found = self._part_at(event.position())
            self.setCursor(
                Qt.CursorShape.IBeamCursor
                if self._figure_at(event.position()) is not None
                else Qt.CursorShape.SizeVerCursor
                if found and found[1].upright
                else Qt.CursorShape.SizeHorCursor
                if found
                else Qt.CursorShape.ArrowCursor
            )
            if found is not None:
                u, f, cap = self.desk.units, found[1].fill, found[1].tank.capacity.value
                low, high = u.show(cap * f.low, "volume"), u.show(cap * f.high, "volume")
                line = "" if found[1].allowed >= 0.9995 else f" Ratings allow {u.show(cap * found[1].allowed, 'volume')} here."
                if found[1].cap is not None:
                    line += f" The road fill ends at {u.show(cap * found[1].cap, 'volume')}."
                tip(
                    self,
                    f"{found[1].name}: {u.show(cap * f.shown, 'volume')} now, every fill from {low} to {high} is judged.{line}",
                )

    def mouseReleaseEvent(self, event: QMouseEvent | None) -> None:
        if self._grip is not None:
            self._grip = None
            self.desk.settle("fill changed")

    def _drag(self, at: QPointF) -> None:
        assert self._grip is not None
        address, part = self._grip
        tube = next(t for t in self.tubes() if t.address == address)
        whole = tube.tank.capacity.value
        step = self.desk.units.measure / whole
        fill = tube.fill_at(at)
        fill = fill if fill in (0.0, 1.0) else min(round(fill / step) * step, 1.0)
        rig = self._with(tube, part, fill)
        if rig is not None:
            self.desk.attempt(rig)

    def _with(self, tube: Tube, part: str, fill: float) -> Rig | None:
        base, state = self.desk.session.rig, self.desk.state
        if base is None or state is None:
            return None
        old = tube.fill
        if part == "now":
            new = FillRange(low=min(old.low, fill), high=max(old.high, fill), now=fill)
        elif part == "high":
            new = FillRange(low=min(old.low, fill), high=fill, now=old.now)
        else:
            new = FillRange(low=fill, high=max(old.high, fill), now=old.now)
        return set_tank_fill(base, state.id, tube.address, new)

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        assert event is not None
        tubes = self.tubes()
        key = event.key()
        if tubes and (key in (Qt.Key.Key_Return, Qt.Key.Key_Enter) or event.text()[:1].isdigit()):
            self._type(min(self.chosen, len(tubes) - 1), event.text() if event.text()[:1].isdigit() else "")
            return
        if not tubes or key not in (Qt.Key.Key_Up, Qt.Key.Key_Down, Qt.Key.Key_Left, Qt.Key.Key_Right):
            super().keyPressEvent(event)
            return
        self.chosen = min(self.chosen, len(tubes) - 1)
        upright = tubes[0].upright
        if key in ((Qt.Key.Key_Left, Qt.Key.Key_Right) if upright else (Qt.Key.Key_Up, Qt.Key.Key_Down)):
            self.chosen = (self.chosen + (1 if key in (Qt.Key.Key_Right, Qt.Key.Key_Down) else -1)) % len(tubes)
            self.update()
            return
        self._choose_state()
        tube, mods = self.tubes()[self.chosen], event.modifiers()
        part = (
            "high"
            if mods & Qt.KeyboardModifier.ShiftModifier
            else "low"
            if mods & Qt.KeyboardModifier.ControlModifier
            else "now"
        )
        value = {"now": tube.fill.shown, "high": tube.fill.high, "low": tube.fill.low}[part]
        step = self.desk.units.measure / tube.tank.capacity.value
        up = key in (Qt.Key.Key_Up, Qt.Key.Key_Right)
        rig = self._with(tube, part, min(max(value + (step if up else -step), 0.0), 1.0))
        if rig is not None:
            self.desk.edit(lambda _: rig, f"fill of {tube.name} changed", merge=f"fill {tube.address} {part}")
