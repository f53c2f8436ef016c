"""Load posts: where the load goes to the ground, every rating on one line."""

import itertools
from collections.abc import Mapping

from msgspec import Struct
from PyQt6.QtCore import QPointF, QRectF, Qt
from PyQt6.QtGui import QColor, QPainter, QPainterPath, QPen, QPolygonF

from ..core.check import Check
from ..core.solve import Array, Loads, Solved
from ..core.supports import Condition
from ..core.units import Units
from ..paint.painter import write
from ..paint.theme import Theme
from .brush import STATUS_FILL, caption, mark
from .desk import WORST
from .layout import Layout

BAR = 34.0
COLUMN = 121.0
RATED_AT = 0.83  # height of the rating line, share of a bar


class Post(Struct, frozen=True):
    """One post. x: where the load meets the ground [px].  now, low, high: [kg].  check: its limit in scope."""

    name: str
    x: float
    now: float
    low: float
    high: float
    check: Check | None
    field: str
    rear: bool = False


def posts(solved: Solved, layout: Layout, state_id: str, state_shown: str, fills: Mapping[str, float]) -> list[Post]:
    """Posts of coupler, axles and the two sides, for the state in scope."""
    loads = solved.loads
    if loads is None:
        return []
    s = solved.rig.state_number(state_shown)
    made = []
    shown = loads.fills_shown(s, fills)
    scope = solved.checks if state_id == WORST else solved.by_state.get(state_id, ())
    by_id = {c.id: c for c in scope}
    condition: Condition = (
        "parked" if solved.rig.states[s].condition == "parked" and "parked" in loads.by_condition else "hitched"
    )
    for m, lim in enumerate(loads.limits):
        if lim.condition != condition:
            continue
        check = by_id.get(lim.id)
        if lim.id in ("coupler:tongue", "jack"):
            name, station = ("Coupler", loads.trailer.coupler_x) if lim.id != "jack" else ("Jack", loads.trailer.jack_x or 0.0)
            made.append(_post(loads, name, layout.to_px("side", station, 0).x(), m, s, shown, check, lim.field))
        elif lim.check == "axle":
            axle = next(a for a in loads.trailer.axles if lim.id == f"axle:{a.id}")
            made.append(_post(loads, axle.name, layout.to_px("side", axle.x, 0).x(), m, s, shown, check, lim.field))
    made.sort(key=lambda post: post.x)
    for side, word in (("left", "Left"), ("right", "Right")):
        tires = [
            m
            for m, lim in enumerate(loads.limits)
            if lim.check == "tire" and lim.condition == condition and lim.id.endswith(side)
        ]
        checks = [c for c in scope if c.kind == "tire" and c.id.endswith(side)]
        worst = min(checks, key=lambda c: c.rank) if checks else None
        heaviest = next((m for m in tires if worst is not None and loads.limits[m].id == worst.id), tires[0])
        half = loads.trailer.axles[-1].track / 2 * (1 if side == "right" else -1)
        curb = ", curb" if side == solved.rig.curb_side else ""
        name = f"{word} tires{curb}" if loads.trailer.axles[0].tires.each_end > 1 else f"{word} tire{curb}"
        x = layout.to_px("rear", half, 0).x()
        made.append(_post(loads, name, x, heaviest, s, shown, worst, "axles[0].tires.rating", rear=True))
    return made


def _post(
    loads: Loads, name: str, x: float, m: int, s: int, shown: Array, check: Check | None, field: str, rear: bool = False
) -> Post:
    """A post of limit m: its load at the fills shown in state s, and its span over every state it is judged in."""
    now = loads.load_at(m, s, shown)
    low = high = now
    for i, limit in enumerate(loads.limits):
        judged = loads.applies[:, i]
        if limit.id == loads.limits[m].id and judged.any():
            low = min(low, float(loads.least.value[judged, i].min()))
            high = max(high, float(loads.greatest.value[judged, i].max()))
    return Post(name, x, now, low, high, check, field, rear)


def place_posts(made: list[Post], area: QRectF) -> list[QRectF]:
    """A column for each post as near to its wheel as its neighbours let it, in station order."""
    lefts = [m.x - BAR / 2 for m in made]
    for i in range(1, len(made)):
        lefts[i] = max(lefts[i], lefts[i - 1] + COLUMN)
    right = area.right() - COLUMN
    for i in range(len(made) - 1, -1, -1):
        lefts[i] = min(lefts[i], right)
        right = lefts[i] - COLUMN
    return [QRectF(max(x, area.left()), area.top() + 14, COLUMN, area.height() - 20) for x in lefts]


def paint_posts(p: QPainter, made: list[Post], layout: Layout, theme: Theme, units: Units) -> list[tuple[QRectF, str]]:
    """Paint the posts; returns the areas on which a rating can be typed, with their fields."""
    area = layout.posts
    columns = place_posts(made, area)
    if not columns:
        return []
    line_y = columns[0].bottom() - columns[0].height() * RATED_AT
    spots = []
    for post, column in zip(made, columns, strict=True):
        _bar(p, post, column, line_y, layout, theme)
        spots.append((_words(p, post, column, theme, units), post.field))
    known = [
        (c.left(), c.left() + BAR + 8)
        for post, c in zip(made, columns, strict=True)
        if post.check is not None and post.check.limit
    ]
    if known:
        p.setPen(QPen(theme.color("ink"), 2.0))
        for x0, x1 in known:
            p.drawLine(QPointF(x0 - 6, line_y), QPointF(x1 - 2, line_y))
        pen = QPen(theme.color("hairline"), 1.0)
        p.setPen(pen)
        for (_, a), (b, _) in itertools.pairwise(known):
            p.drawLine(QPointF(a - 2, line_y), QPointF(b - 6, line_y))
    return spots


def _bar(p: QPainter, post: Post, column: QRectF, line_y: float, layout: Layout, theme: Theme) -> None:
    ground = layout.origins["side"].y()
    left, bottom = column.left(), column.bottom()
    tall = bottom - line_y
    area = layout.rear if post.rear else layout.side
    if area.left() - 2 <= post.x <= area.right() + 2:
        _hairline(p, post, left, column.top(), ground, layout, theme)
    limit = post.check.limit if post.check is not None else None
    status = post.check.status if post.check is not None else "unknown"
    frame = QRectF(left, column.top(), BAR, column.height())
    p.setPen(QPen(theme.color("hairline"), 1.0))
    p.setBrush(theme.color("field"))
    p.drawRect(frame)
    if limit is None:
        pen = QPen(theme.color("unknown"), 1.6)
        pen.setDashPattern([3, 2.4])
        p.setPen(pen)
        p.setBrush(Qt.BrushStyle.NoBrush)
        p.drawRect(frame.adjusted(1, 1, -1, -1))
        return
    share = post.now / limit
    top = min(max(bottom - share * tall, column.top()), bottom)
    fill = QRectF(left, top, BAR, bottom - top)
    p.setPen(Qt.PenStyle.NoPen)
    p.setBrush(theme.color(STATUS_FILL[status]))
    if share > column.height() / tall:
        p.drawPath(_torn(fill))
    else:
        p.drawRect(fill)
    p.setPen(QPen(theme.color(status if status != "ok" else "ink"), 2.4))
    p.drawLine(QPointF(left, top), QPointF(left + BAR, top))
    _span(
        p,
        post,
        limit,
        left + BAR + 5,
        bottom,
        tall,
        column.top(),
        theme.color(status if status != "ok" else "soft"),
    )


def _hairline(p: QPainter, post: Post, left: float, top: float, ground: float, layout: Layout, theme: Theme) -> None:
    """From where the load meets the ground to its post."""
    p.setPen(QPen(theme.color("soft"), 1.0))
    bend = layout.posts.top() + 3
    start = QPointF(post.x, max(ground, layout.side.bottom() - 14))
    mid = left + BAR / 2
    p.drawPolyline(QPolygonF([start, QPointF(post.x, bend), QPointF(mid, bend), QPointF(mid, top)]))


def _torn(fill: QRectF) -> QPainterPath:
    path = QPainterPath(fill.bottomLeft())
    for i in range(7):
        path.lineTo(fill.left() + fill.width() * i / 6, fill.top() + (6 if i % 2 else 0))
    path.lineTo(fill.bottomRight())
    path.closeSubpath()
    return path


def _span(p: QPainter, post: Post, limit: float, x: float, bottom: float, tall: float, top: float, color: QColor) -> None:
    y_high = max(bottom - post.high / limit * tall, top)
    y_low = max(min(bottom - post.low / limit * tall, bottom), top)
    pen = QPen(color, 2.0)
    p.setPen(pen)
    p.drawLine(QPointF(x, y_high), QPointF(x, y_low))
    for y in (y_high, y_low):
        p.drawLine(QPointF(x - 3.5, y), QPointF(x + 3.5, y))


def _words(p: QPainter, post: Post, column: QRectF, theme: Theme, units: Units) -> QRectF:
    x, y = column.left() + BAR + 14, column.top() + 35
    check = post.check
    status = check.status if check is not None else "unknown"
    ink = theme.color("ink")
    loud = theme.color(status) if status in ("over", "tight") else ink
    box = write(p, x, y, units.show(post.now, "mass", unit=False), loud, "figure", 600)
    mark(p, status, QPointF(box.right() + 12, y - 7), 13, theme)
    limit = check.limit if check is not None else None
    up_to = units.show(post.high, "mass", unit=False)
    soft = theme.color("soft")
    if limit is not None:
        if limit and post.now / limit > 1.3:
            write(p, x, y + 16, f"{post.now / limit:.1f} times", loud, "small", 600, True)
        else:
            write(p, x, y + 16, f"up to {up_to}", loud if status == "over" else soft, "small", 500, True)
        write(p, x, y + 30, f"of {units.show(limit, 'mass')}", soft, "small", 500, True)
    else:
        write(p, x, y + 16, "needs at least", soft, "small", 500, True)
        write(p, x, y + 30, f"{up_to} {units.name('mass')}", soft, "small", 500, True)
    write(p, x, y + 46, post.name, ink, "small", 600, True)
    return QRectF(x - 4, y + 3, COLUMN - BAR - 12, 32)


def captions(p: QPainter, layout: Layout, made: list[Post], theme: Theme) -> None:
    """The heading of the posts, clear of the first hairline."""
    left = layout.posts.left()
    asked = any(m.check is None or m.check.limit is None for m in made)
    clear = left if not made or made[0].x > left + (210 if asked else 86) else max(made[0].x, left + BAR / 2) + 10
    box = caption(p, clear, layout.posts.top() + 12, "Load posts", theme)
    if asked:
        write(p, box.right() + 10, box.bottom() - 3, "click one to type its rating", theme.color("hand"), "small", 500, True)
