"""The whole rig's limits as quiet bars beside the plan, the worst of them in color."""

from msgspec import Struct
from PyQt6.QtCore import QPointF, QRectF, Qt
from PyQt6.QtGui import QPainter, QPen

from ...core.base.units import Units
from ...core.judge.check import Check
from ...core.solve import Solved
from ...paint.painter import write
from ...paint.theme import Theme
from ..bench.brush import caption, mark
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


TITLES: dict[str, tuple[str, ...]] = {  # by the carrier drawn, in order
    "trailer": ("gross", "coupler:gross", "tongue-share", "side", "tip", "stands", "chains", "tow", "combination", "brakes"),
    "vehicle": (
        "vehicle:gross",
        "payload",
        "front-share",
        "vehicle:side",
        "combination",
        "tow",
        "receiver:gross",
        "ball:gross",
    ),
}
WORDS = {
    "coupler:gross": "Coupler, trailer weight",
    "tongue-share": "Tongue share",
    "side": "Left, right",
    "vehicle:side": "Left, right",
    "tip": "Tail, before the jack lifts",
    "front-share": "Front axle keeps",
    "receiver:gross": "Receiver, trailer weight",
    "ball:gross": "Ball, trailer weight",
    "combination": "Both together (GCWR)",
}


def bars(solved: Solved, state_id: str, units: Units, drawn: str = "trailer", room: int = 99) -> list[Bar]:
    """The limits of a whole carrier, `trailer` or `vehicle`, in the state in scope; the worst where not all have room."""
    scope = solved.checks if state_id == WORST else solved.by_state.get(state_id, ())
    by_id = {c.id: c for c in scope}
    listed = [c for i in TITLES[drawn] if (c := by_id.get(i)) is not None and c.load is not None]
    if len(listed) > room:
        kept = sorted(listed, key=lambda c: c.rank)[:room]
        listed = [c for c in listed if c in kept]
    return [_bar(solved, check, WORDS.get(check.id, check.subject), units) for check in listed]


def _bar(solved: Solved, check: Check, title: str, units: Units) -> Bar:
    assert check.load is not None
    rules = solved.rig.rules
    if check.id == "tongue-share":
        low, high = rules.tongue(solved.rig.trailer.coupler) if solved.rig.trailer is not None else (0.0, 1.0)
        words = (
            f"{units.show(check.load, 'share')}, wanted {units.show(low, 'share', unit=False)} to {units.show(high, 'share')}"
        )
        return Bar(check, title, words, low, high, min(0.0, check.load), max(high * 1.5, check.load * 1.05))
    if check.kind == "side":
        within = rules.side_difference
        side = "right" if check.load > 0 else "left"
        curb = " (curb)" if side == solved.rig.curb_side and units.sides == "left, right" else ""
        off = f"{units.side(side)}{curb} +{units.show(abs(check.load), 'share')}" if abs(check.load) >= 5e-4 else "even"
        words = f"{off}, within {units.show(within, 'share')}"
        reach = max(within * 2, abs(check.load) * 1.1)
        return Bar(check, title, words, -within, within, -reach, reach)
    if check.id == "front-share" and check.limit is not None:
        words = f"{units.show(check.load, 'share')}, wanted at least {units.show(check.limit, 'share')}"
        return Bar(check, title, words, check.limit, 1.0, min(0.0, check.load), 1.0)
    if check.id == "tip" and check.limit is not None:
        words = f"{units.show(check.load, 'mass')}, a person counts {units.show(check.limit, 'mass')}"
        end = max(check.load, check.limit) * 1.2
        return Bar(check, title, words, check.limit, end, min(0.0, check.load), end)
    return _mass(check, title, units)


def _mass(check: Check, title: str, units: Units) -> Bar:
    assert check.load is not None
    if check.lifted:
        return Bar(check, title, f"lifted off by {units.show(-check.load, 'mass')}", 0.0, -check.load, check.load, -check.load)
    if check.limit is None:
        words = f"{units.show(check.load, 'mass')}, no plate entered"
        return Bar(check, title, words, None, None, 0.0, check.load * 1.2)
    words = f"{units.show(check.load, 'mass', unit=False)} of {units.show(check.limit, 'mass')}"
    return Bar(check, title, words, 0.0, check.limit, 0.0, max(check.limit * 1.12, check.load * 1.04))


def paint_limits(
    p: QPainter, area: QRectF, solved: Solved, state_id: str, theme: Theme, units: Units, drawn: str
) -> list[tuple[QRectF, str]]:
    """Paint the bars; returns the areas on which a rating can be typed, with their fields."""
    known, counted = solved.known
    title = "Whole rig" if len(solved.rig.carriers) == 1 else f"Whole {drawn}"
    caption(p, area.left(), area.top() + 15, title, theme)
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
    for bar in bars(solved, state_id, units, drawn, int((area.bottom() + 6 - y) // ROW)):
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
