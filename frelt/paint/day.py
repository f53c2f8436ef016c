"""The day as a picture: lanes of acts, and below them fills, and loads as shares of their ratings. For screen and paper."""

from collections.abc import Callable

import numpy as np
from PyQt6.QtCore import QPointF, QRectF, Qt
from PyQt6.QtGui import QColor, QPainter, QPainterPath, QPen, QPolygonF

from ..core.base.text import capital
from ..core.base.units import Units
from ..core.day.played import Curve, Play
from ..core.model.day import Act, called, clock
from ..core.model.rig import Rig
from ..core.model.tank_names import tank_names
from . import fonts
from .painter import write
from .theme import Theme

LANE, LEFT, RIGHT, TOP, AXIS = 24.0, 104.0, 176.0, 8.0, 20.0
FILLS = 0.38  # of the height below the lanes
FACE = {
    "drive": "steel",
    "fill": "water",
    "wash": "water",
    "rinse": "water",
    "soft wash": "sh",
    "dump": "other",
    "refuel": "fuel",
    "wait": "bench",
}
DASHES: tuple[tuple[float, ...], ...] = ((), (6, 3), (2, 2.4), (9, 3, 2, 3), (1, 3))


class DayPicture:
    """A day on so many pixels."""

    def __init__(self, made: Play, rig: Rig, width: float, height: float) -> None:
        self.made, self.rig, self.width, self.height = made, rig, width, height

    @property
    def span(self) -> tuple[float, float]:
        """From and to when it is drawn [s]."""
        acts = self.made.day.acts
        if not acts:
            return 7 * 3600.0, 17 * 3600.0
        first, last = min(a.start for a in acts), max(a.end for a in acts)
        return first // 1800 * 1800, max(-(-last // 1800) * 1800, first + 3600)

    def px(self, time: float) -> float:
        """The pixel of a time."""
        start, end = self.span
        return LEFT + (time - start) / (end - start) * (self.width - LEFT - RIGHT)

    def time_at(self, x: float) -> float:
        """The time at a pixel [s], kept within the day."""
        start, end = self.span
        share = (x - LEFT) / max(self.width - LEFT - RIGHT, 1.0)
        return start + min(max(share, 0.0), 1.0) * (end - start)

    def _lanes(self) -> int:
        acts = self.made.day.acts
        return max([a.lane for a in acts], default=0) + 1

    def act_box(self, act: Act) -> QRectF:
        """Where an act is drawn."""
        x0, x1 = self.px(act.start), self.px(act.end)
        return QRectF(x0, TOP + act.lane * LANE, max(x1 - x0, 3.0), LANE - 3)

    @property
    def lanes_end(self) -> float:
        """Where the lanes end and the hours begin [px]."""
        return TOP + self._lanes() * LANE

    def bands(self) -> tuple[QRectF, QRectF]:
        """Where fills and where loads are drawn."""
        top = TOP + self._lanes() * LANE + AXIS
        tall = self.height - top - 8
        fills = QRectF(LEFT, top, self.width - LEFT - RIGHT, tall * FILLS - 6)
        return fills, QRectF(LEFT, fills.bottom() + 8, fills.width(), tall * (1 - FILLS) - 2)

    def paint(self, p: QPainter, theme: Theme, held: str = "", time: float | None = None) -> None:
        """Paint it all. held: the act in hand.  time: that is looked at [s]."""
        if not self.made.day.acts:
            return
        self._axis(p, theme)
        for act in self.made.day.acts:
            self._act(p, act, theme, act.id == held)
        if len(self.made.times):
            self._fills(p, theme)
            self._loads(p, theme)
            self._marks(p, theme, time)

    def _axis(self, p: QPainter, theme: Theme) -> None:
        start, end = self.span
        step = 1800.0 if end - start <= 6 * 3600 else 3600.0
        y = TOP + self._lanes() * LANE
        _, loads = self.bands()
        time = -(-start // step) * step
        while time <= end + 1:
            x = self.px(time)
            p.setPen(QPen(theme.color("hairline"), 1.0))
            p.drawLine(QPointF(x, y + 1), QPointF(x, loads.bottom()))
            write(p, min(x, loads.right() - 14), y + 14, clock(time), theme.color("soft"), "small", 500, True, "middle")
            time += step
        for lane in range(self._lanes()):
            name = "Crew" if lane == 0 else f"Lane {lane + 1}"
            write(p, 16, TOP + lane * LANE + 15, name, theme.color("soft"), "small", 600, True)

    def _act(self, p: QPainter, act: Act, theme: Theme, held: bool) -> None:
        box = self.act_box(act)
        p.setPen(QPen(theme.color("hand" if held else "ink"), 2.4 if held else 1.0))
        p.setBrush(theme.color(FACE[act.kind]))
        p.drawRoundedRect(box.adjusted(0.5, 0.5, -0.5, -0.5), 3, 3)
        name = called(act)
        words = next((w for w in (name, act.kind.capitalize()) if _wide(w) < box.width() - 8), "")
        if words:
            write(p, box.center().x(), box.center().y() + 5, words, theme.color("ink"), "small", 600, True, "middle")

    def _fills(self, p: QPainter, theme: Theme) -> None:
        made, (band, _) = self.made, self.bands()
        write(p, 16, band.top() + 12, "Fills", theme.color("soft"), "small", 600, True)
        self._frame(p, band, theme)
        known = {a: t for a, _, t in self.rig.tanks()}
        names = tank_names(self.rig)
        liquids = [t.liquid.short for t in known.values()]
        ends: list[tuple[float, str, QColor]] = []
        for i, address in enumerate(made.addresses):
            tank = known.get(address)
            if tank is None:
                continue
            color = theme.color(f"{tank.liquid.tint}_edge")
            line = [
                QPointF(self.px(t), band.bottom() - f * band.height())
                for t, f in zip(made.times, made.fills[:, i], strict=True)
            ]
            p.setPen(QPen(color, 2.0))
            p.setBrush(Qt.BrushStyle.NoBrush)
            p.drawPolyline(QPolygonF(line))
            liquid = tank.liquid.short
            ends.append((line[-1].y(), names.get(address, "") if liquids.count(liquid) > 1 else capital(liquid), color))
        _labels(p, band, ends)

    def _loads(self, p: QPainter, theme: Theme) -> None:
        made, (_, band) = self.made, self.bands()
        write(p, 16, band.bottom() - 16, "Loads, of", theme.color("soft"), "small", 600, True)
        write(p, 16, band.bottom() - 2, "their ratings", theme.color("soft"), "small", 600, True)
        self._frame(p, band, theme)
        full = band.bottom() - band.height() / 1.2
        p.setPen(QPen(theme.color("ink"), 1.6))
        p.drawLine(QPointF(band.left(), full), QPointF(band.right(), full))
        write(p, band.left() - 6, full + 5, "100 %", theme.color("ink"), "small", 600, True, "end")
        ends: list[tuple[float, str, QColor]] = []
        for n, (curve, name) in enumerate(_shown(made)[:6]):
            over = any(
                v == v and (v > (curve.high or 0) * (1 + 1e-9) or (curve.low is not None and v < curve.low - 1e-9))
                for v in curve.value
            )
            color = theme.color("over" if over else "ink" if n < len(DASHES) else "soft")
            pen = QPen(color, 1.8)
            if DASHES[n % len(DASHES)]:
                pen.setDashPattern(list(DASHES[n % len(DASHES)]))
            p.setPen(pen)
            path, last = _path(made, curve, self.px, band)
            p.drawPath(path)
            if last is not None:
                ends.append((last, name, color))
        _labels(p, band, ends)

    def _frame(self, p: QPainter, band: QRectF, theme: Theme) -> None:
        p.setPen(QPen(theme.color("hairline"), 1.0))
        p.drawLine(band.bottomLeft(), band.bottomRight())

    def _marks(self, p: QPainter, theme: Theme, time: float | None) -> None:
        made, (fills, loads) = self.made, self.bands()
        tight = made.tightest
        if tight is not None:
            x = self.px(tight.at)
            color = theme.color("over" if tight.margin < 0 else "tight")
            p.setPen(QPen(color, 2.0))
            p.drawLine(QPointF(x, fills.top() - 2), QPointF(x, loads.bottom()))
            words = f"{'worst' if tight.margin < 0 else 'tightest'} {clock(tight.at)}"
            right = x < self.width - RIGHT - 120
            write(
                p, x + (5 if right else -5), loads.bottom() - 4, words, color, "small", 600, True, "start" if right else "end"
            )
        for short in made.short:
            at = QPointF(self.px(short.at), fills.bottom())
            p.setPen(Qt.PenStyle.NoPen)
            p.setBrush(theme.color("over"))
            p.drawPolygon(QPolygonF([at + QPointF(0, -1), at + QPointF(-5, -10), at + QPointF(5, -10)]))
        if time is not None:
            x = self.px(time)
            p.setPen(QPen(theme.color("hand"), 2.4))
            p.drawLine(QPointF(x, TOP), QPointF(x, loads.bottom()))
            write(p, x + 5, fills.top() + 10, clock(time), theme.color("hand"), "small", 600, True)


def _wide(words: str) -> float:
    return fonts.metrics("small", 600, True).horizontalAdvance(words)


def _path(made: Play, curve: Curve, x: Callable[[float], float], band: QRectF) -> tuple[QPainterPath, float | None]:
    """A curve as a line, broken where it is not judged; and the height of its end."""
    path, down, last = QPainterPath(), False, None
    for t, v in zip(made.times, curve.value, strict=True):
        if v != v:
            down = False
            continue
        share = min(max(v / (curve.high or 1.0), -0.02), 1.2)
        at = QPointF(x(float(t)), band.bottom() - share * band.height() / 1.2)
        path.lineTo(at) if down else path.moveTo(at)
        down, last = True, at.y()
    return path, last


def _shown(made: Play) -> list[tuple[Curve, str]]:
    """The curves to draw, shares first, those that are the same line as one."""
    found: list[tuple[Curve, str]] = []
    for curve in sorted((c for c in made.curves if c.high), key=lambda c: c.quantity != "share"):
        for n, (other, name) in enumerate(found):
            if other.high == curve.high and np.allclose(other.value, curve.value, equal_nan=True):
                found[n] = other, f"{name}, {curve.subject}"
                break
        else:
            found.append((curve, curve.subject))
    return found


def _labels(p: QPainter, band: QRectF, ends: list[tuple[float, str, QColor]]) -> None:
    """Names at the right ends of lines, moved apart where they would touch."""
    ordered = sorted(ends, key=lambda e: e[0])
    ys: list[float] = []
    for at, _, _ in ordered:
        ys.append(max(at + 4, ys[-1] + 13 if ys else band.top() + 2))
    lowest = band.bottom() + 4
    for n in range(len(ys) - 1, -1, -1):
        ys[n] = min(ys[n], lowest)
        lowest = ys[n] - 13
    for y, (_, words, color) in zip(ys, ordered, strict=True):
        line = fonts.wrap(words, RIGHT - 20, "small", 600, True)[0]
        write(p, band.right() + 8, y, line.rstrip(","), color, "small", 600, True)


def tight_words(made: Play, units: Units) -> str:
    """Which moment is the tightest and by how much."""
    tight = made.tightest
    if tight is None:
        return "No limit is known that the day could pass."
    value = units.show(float(tight.curve.value[tight.moment]), "share" if tight.curve.quantity == "share" else "mass")
    bound = tight.curve.high if tight.curve.high is not None else tight.curve.low
    if tight.curve.low is not None and tight.curve.high is not None:
        mid = (tight.curve.low + tight.curve.high) / 2
        bound = tight.curve.low if tight.curve.value[tight.moment] < mid else tight.curve.high
    limit = units.show(bound or 0.0, "share" if tight.curve.quantity == "share" else "mass")
    how = "is passed" if tight.margin < 0 else "comes nearest"
    return f"At {clock(tight.at)} {tight.curve.subject[:1].lower()}{tight.curve.subject[1:]} {how}: {value}, limit {limit}."
