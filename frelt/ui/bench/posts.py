"""Load posts: where the load goes to the ground, every rating on one line."""

import itertools
from collections.abc import Mapping

from msgspec import Struct
from PyQt6.QtCore import QPointF, QRectF, Qt
from PyQt6.QtGui import QColor, QPainter, QPainterPath, QPen, QPolygonF

from ...core.base.arrays import Array
from ...core.base.units import Units
from ...core.judge.check import Check, named
from ...core.model.carrier import Carrier
from ...core.solve import Solved
from ...core.statics.forks import LEFT, MASS, RIGHT, skids
from ...core.statics.loads import Loads
from ...core.statics.supports import Condition
from ...drawing.views import hitch_shift
from ...paint import fonts
from ...paint.painter import write
from ...paint.theme import Theme
from ..frame.desk import WORST
from .brush import STATUS_FILL, caption, mark
from .layout import Layout

BAR = 34.0
COLUMN = 121.0
NARROW = 92.0  # the least width of a column
NARROW_BAR = 26.0
MANY = 6
RATED_AT = 0.83  # height of the rating line, share of a bar


class Post(Struct, frozen=True):
    """One post. x: where the load meets the ground [px].  now, low, high: [kg].  check: its limit in scope.

    rating: what its plate says [kg]; None where it is not known.
    """

    name: str
    x: float
    now: float
    low: float
    high: float
    check: Check | None
    field: str
    rear: bool = False
    rating: float | None = None


HITCHES = ("coupler:tongue", "ball:tongue", "receiver:tongue")


def posts(
    solved: Solved, layout: Layout, state_id: str, state_shown: str, fills: Mapping[str, float], carrier: Carrier, units: Units
) -> list[Post]:
    """Posts of hitch, jack, every axle and the two sides of the carrier drawn, for the state in scope."""
    loads, rig = solved.loads, solved.rig
    if loads is None:
        return []
    s = rig.state_number(state_shown)
    if rig.states[s].condition == "lifted":
        return fork_posts(solved, layout, state_shown, carrier, units)
    case = loads.standing("parked" if rig.states[s].condition == "parked" else "hitched") or loads.cases[0]
    scope = solved.checks if state_id == WORST else solved.by_state.get(state_id, ())
    numbers: dict[str, list[int]] = {}
    for m, lim in enumerate(loads.limits):
        numbers.setdefault(lim.id, []).append(m)
    found = _Found(loads, case.condition, s, loads.fills_shown(s, fills), {c.id: c for c in scope}, numbers)
    shift = hitch_shift(rig, carrier) or 0.0
    made = []

    def at(owner: Carrier, x: float) -> float:
        return layout.to_px("side", x + (0.0 if owner is carrier else shift), 0).x()

    trailer = rig.trailer
    if trailer is not None and case.condition == "hitched":
        name = "Coupler" if rig.vehicle is None else "Ball"
        made.append(found.post(name, at(trailer, trailer.coupler_x), [h for h in HITCHES if found.has(h)]))
    elif trailer is not None and found.has("jack"):
        made.append(found.post("Jack", at(trailer, trailer.jack_x or 0.0), ["jack"]))
    for owner in rig.carriers:
        if owner is not carrier and case.condition == "parked":
            continue
        for axle in owner.axles:
            made.append(found.post(named(rig, owner, axle), at(owner, axle.x), [f"axle:{axle.id}"]))
    made.sort(key=lambda post: post.x)
    for side in ("left", "right"):
        word = units.side(side).capitalize()
        ids = [f"tire:{a.id}/{side}" for a in carrier.axles]
        half = carrier.axles[-1].track / 2 * (1 if side == "right" else -1)
        curb = ", curb" if side == rig.curb_side and units.sides == "left, right" else ""
        name = f"{word} tire{'s' if any(a.tires.each_end > 1 for a in carrier.axles) else ''}{curb}"
        made.append(found.post(name, layout.to_px("rear", half, 0).x(), ids, rear=True))
    return made


def fork_posts(solved: Solved, layout: Layout, state_id: str, carrier: Carrier, units: Units) -> list[Post]:
    """A lifted skid: its mass at the heel of the forks against what the forklift carries there, and each fork."""
    rig = solved.rig
    listed = {one.skid: one for one in solved.lifted if one.state == state_id}
    made = []
    for skid in skids(rig):
        one = listed.get(skid.id)
        if one is None or solved.frames.carrier_of[skid.id] != carrier.id:
            continue
        x, y, _ = solved.frames.items[skid.id].at
        check = solved.check(f"forks:{skid.id}:{state_id}")
        heel = layout.to_px("side", x + skid.length.value / 2, 0).x()
        most = check.limit if check is not None else None
        low, high = float(one.least[MASS]), float(one.greatest[MASS])
        made.append(Post("Forks", heel, one.now.mass, low, high, check, "", False, most))
        half = None if most is None else most / 2
        for side, q, load, sign in zip(("left", "right"), (LEFT, RIGHT), one.now.fork_loads(one.apart), (-1, 1), strict=True):
            name = f"{units.side(side).capitalize()} fork"
            at = layout.to_px("rear", y + sign * one.apart / 2, 0).x()
            made.append(Post(name, at, load, float(one.least[q]), float(one.greatest[q]), check, "", True, half))
    return made


class _Found(Struct, frozen=True):
    """The limits of one condition in one state, by id, with the checks in scope."""

    loads: Loads
    condition: Condition
    s: int
    shown: Array
    checks: dict[str, Check]
    of_id: dict[str, list[int]]  # where limits of an id stand, in every condition

    def numbers(self, limit_id: str) -> list[int]:
        """Where a limit of that id stands in this condition; twice with bars."""
        return [m for m in self.of_id.get(limit_id, ()) if self.loads.limits[m].condition == self.condition]

    def has(self, limit_id: str) -> bool:
        """Whether there is such a limit here."""
        return bool(self.numbers(limit_id))

    def post(self, name: str, x: float, ids: list[str], rear: bool = False) -> Post:
        """A post of the worst of some limits: its load at the fills shown, and its span over every state it is judged in."""
        judged = [self.checks[i] for i in ids if i in self.checks]
        worst = min(judged, key=lambda c: c.rank) if judged else None
        chosen = worst.id if worst is not None else ids[0]
        m = self.numbers(chosen)[-1]
        now = self.loads.load_at(m, self.s, self.shown)
        low = high = now
        for i in self.of_id[chosen]:
            states = self.loads.applies[:, i]
            if states.any():
                low = min(low, float(self.loads.least.value[states, i].min()))
                high = max(high, float(self.loads.greatest.value[states, i].max()))
        return Post(name, x, now, low, high, worst, self.loads.limits[m].field, rear, self.loads.limits[m].high)


def place_posts(made: list[Post], area: QRectF) -> list[QRectF]:
    """A column for each post as near to its wheel as its neighbours let it, in station order."""
    wide = min(COLUMN, max(NARROW, area.width() / max(len(made), 1)))
    lefts = [max(m.x - BAR / 2, area.left()) for m in made]
    for i in range(1, len(made)):
        lefts[i] = max(lefts[i], lefts[i - 1] + wide)
    right = area.right() - wide
    for i in range(len(made) - 1, -1, -1):
        lefts[i] = min(lefts[i], right)
        right = lefts[i] - wide
    return [QRectF(max(x, area.left()), area.top() + 14, wide, area.height() - 20) for x in lefts]


def _bar_width(column: QRectF) -> float:
    return BAR if column.width() >= COLUMN - 1 else NARROW_BAR


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
    known = [(c.left(), c.left() + _bar_width(c) + 8) for post, c in zip(made, columns, strict=True) if post.rating]
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
        _hairline(p, post, left + _bar_width(column) / 2, column.top(), ground, layout, theme)
    limit = post.rating
    status = post.check.status if post.check is not None else "unknown"
    wide = _bar_width(column)
    frame = QRectF(left, column.top(), wide, column.height())
    p.setPen(QPen(theme.color("hairline"), 1.0))
    p.setBrush(theme.color("field"))
    p.drawRect(frame)
    if not limit:
        pen = QPen(theme.color("unknown"), 1.6)
        pen.setDashPattern([3, 2.4])
        p.setPen(pen)
        p.setBrush(Qt.BrushStyle.NoBrush)
        p.drawRect(frame.adjusted(1, 1, -1, -1))
        return
    share = post.now / limit
    top = min(max(bottom - share * tall, column.top()), bottom)
    fill = QRectF(left, top, wide, bottom - top)
    p.setPen(Qt.PenStyle.NoPen)
    p.setBrush(theme.color(STATUS_FILL[status]))
    if share > column.height() / tall:
        p.drawPath(_torn(fill))
    else:
        p.drawRect(fill)
    p.setPen(QPen(theme.color(status if status != "ok" else "ink"), 2.4))
    p.drawLine(QPointF(left, top), QPointF(left + wide, top))
    _span(
        p,
        post,
        limit,
        left + wide + 5,
        bottom,
        tall,
        column.top(),
        theme.color(status if status != "ok" else "soft"),
    )


def _hairline(p: QPainter, post: Post, mid: float, top: float, ground: float, layout: Layout, theme: Theme) -> None:
    """From where the load meets the ground to its post."""
    p.setPen(QPen(theme.color("soft"), 1.0))
    bend = layout.posts.top() + 3
    start = QPointF(post.x, max(ground, layout.side.bottom() - 14))
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
    bar = _bar_width(column)
    x, y = column.left() + bar + 14, column.top() + 35
    check = post.check
    status = check.status if check is not None else "unknown"
    ink = theme.color("ink")
    loud = theme.color(status) if status in ("over", "tight") else ink
    box = write(p, x, y, units.show(post.now, "mass", unit=False), loud, "figure", 600)
    mark(p, status, QPointF(box.right() + 12, y - 7), 13, theme)
    limit = post.rating
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
    for n, words in enumerate(fonts.wrap(post.name, column.width() - bar - 12, "small", 600, True)[:2]):
        write(p, x, y + 46 + 13 * n, words, ink, "small", 600, True)
    return QRectF(x - 4, y + 3, column.width() - bar - 12, 32)


def captions(p: QPainter, layout: Layout, made: list[Post], theme: Theme) -> None:
    """The heading of the posts, clear of the first hairline; left out where they stand close."""
    if len(made) > MANY:
        return
    left = layout.posts.left()
    asked = any(m.rating is None for m in made)
    clear = left if not made or made[0].x > left + (210 if asked else 86) else max(made[0].x, left + BAR / 2) + 10
    box = caption(p, clear, layout.posts.top() + 12, "Load posts", theme)
    if asked:
        write(p, box.right() + 10, box.bottom() - 3, "click one to type its rating", theme.color("hand"), "small", 500, True)
