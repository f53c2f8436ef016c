"""The whole rig's limits as quiet bars beside the plan, the worst of them in color."""

from msgspec import Struct
from PyQt6.QtCore import QPointF, QRectF, Qt
from PyQt6.QtGui import QPainter, QPen

from ..core.check import Check
from ..core.solve import Solved
from ..core.units import Units
from ..paint.painter import write
from ..paint.theme import Theme
from .brush import caption, mark
from .desk import WORST

ROW = 47.0


class Bar(Struct, frozen=True):
    """One bar. low, high: the window, in the axis from start to end.  at: where the worst case stands."""

    check: Check
    title: str
    words: str
    low: float | None
    high: float | None
    start: float
    end: float


def bars(solved: Solved, state_id: str, units: Units) -> list[Bar]:
    """Gross weight, coupler, tongue share, sides; for the state in scope."""
    scope = solved.checks if state_id == WORST else solved.by_state.get(state_id, ())
    by_id = {c.id: c for c in scope}
    found = []
    for check_id, title in (
        ("gross", "Laden trailer"),
        ("coupler:gross", "Coupler, trailer weight"),
        ("tongue-share", "Tongue share"),
        ("side", "Left, right"),
        ("tip", "Tail, before the jack lifts"),
    ):
        check = by_id.get(check_id)
        if check is None or check.load is None:
            continue
        if check_id == "tongue-share":
            low, high = solved.rig.rules.tongue(solved.rig.trailer.coupler) if solved.rig.trailer is not None else (0.0, 1.0)
            words = f"{units.show(check.load, 'share')}, wanted {units.show(low, 'share', unit=False)} to {units.show(high, 'share')}"
            found.append(Bar(check, title, words, low, high, min(0.0, check.load), max(high * 1.5, check.load * 1.05)))
        elif check_id == "side":
            within = solved.rig.rules.side_difference
            side = "right" if check.load > 0 else "left"
            curb = " (curb)" if side == solved.rig.curb_side else ""
            off = f"{side}{curb} +{units.show(abs(check.load), 'share')}" if abs(check.load) >= 5e-4 else "even"
            words = f"{off}, within {units.show(within, 'share')}"
            reach = max(within * 2, abs(check.load) * 1.1)
            found.append(Bar(check, title, words, -within, within, -reach, reach))
        elif check_id == "tip" and check.limit is not None:
            words = f"{units.show(check.load, 'mass')}, a person counts {units.show(check.limit, 'mass')}"
            end = max(check.load, check.limit) * 1.2
            found.append(Bar(check, title, words, check.limit, end, min(0.0, check.load), end))
        else:
            found.append(_mass(check, title, units))
    return found


def _mass(check: Check, title: str, units: Units) -> Bar:
    assert check.load is not None
    if check.limit is None:
        words = f"{units.show(check.load, 'mass')}, no plate entered"
        return Bar(check, title, words, None, None, 0.0, check.load * 1.2)
    words = f"{units.show(check.load, 'mass', unit=False)} of {units.show(check.limit, 'mass')}"
    return Bar(check, title, words, 0.0, check.limit, 0.0, max(check.limit * 1.12, check.load * 1.04))


def paint_limits(
    p: QPainter, area: QRectF, solved: Solved, state_id: str, theme: Theme, units: Units
) -> list[tuple[QRectF, str]]:
    """Paint the bars; returns the areas on which a rating can be typed, with their fields."""
    known, counted = solved.known
    caption(p, area.left(), area.top() + 15, "Whole rig", theme)
    if counted:
        write(
            p,
            area.right(),
            area.top() + 15,
            f"{known} of {counted} limits known",
            theme.color("soft"),
            "small",
            400,
            True,
            "end",
        )
    spots = []
    y = area.top() + 26
    for bar in bars(solved, state_id, units):
        if y + ROW > area.bottom() + 6:
            break
        spots.append((_row(p, QRectF(area.left(), y, area.width(), ROW), bar, theme), bar.check.field))
        y += ROW
    return spots


def _row(p: QPainter, box: QRectF, bar: Bar, theme: Theme) -> QRectF:
    status = bar.check.status
    ink = theme.color(status) if status in ("over", "tight") else theme.color("ink")
    write(p, box.left(), box.top() + 13, bar.title, theme.color("soft"), "small", 400, True)
    mark(p, status, QPointF(box.right() - 8, box.top() + 10), 12, theme)
    write(p, box.left(), box.top() + 29, bar.words, ink, "text", 600)
    track = QRectF(box.left(), box.top() + 34, box.width(), 7)
    span = bar.end - bar.start or 1.0

    def x(value: float) -> float:
        return track.left() + (value - bar.start) / span * track.width()

    p.setPen(QPen(theme.color("hairline"), 1.0))
    p.setBrush(theme.color("field"))
    p.drawRect(track)
    if bar.low is not None and bar.high is not None:
        p.setPen(Qt.PenStyle.NoPen)
        p.setBrush(theme.color("ok_fill"))
        p.drawRect(QRectF(x(bar.low), track.top() + 0.5, x(bar.high) - x(bar.low), track.height() - 1))
    if bar.check.load is not None:
        p.setPen(Qt.PenStyle.NoPen)
        p.setBrush(ink)
        p.drawRect(QRectF(x(bar.check.load) - 1.5, track.top() - 2.5, 3, track.height() + 5))
    return QRectF(box.left(), box.top() + 16, box.width() - 20, 18)
