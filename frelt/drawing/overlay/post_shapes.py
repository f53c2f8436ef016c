"""How load posts are drawn: a bar for each, every rating on one line."""

import itertools
from collections.abc import Sequence

from ...core.base.units import Units
from ...core.judge.marks import mark_of
from ..layout import Box, Sheet
from ..shapes import Path, Shape, Text, line, polygon, rect
from .lettering import Lettering, caption, mark
from .limits import Spot, Spots
from .posts import BAR, COLUMN, MANY, NARROW_BAR, RATED_AT, Post, place_posts


def post_shapes(
    made: Sequence[Post], sheet: Sheet, units: Units, lettering: Lettering, hint: bool = True
) -> tuple[tuple[Shape, ...], Spots]:
    """The posts, and what of them can be clicked. hint: say that a rating can be typed there."""
    columns = place_posts(made, sheet.posts)
    shapes: list[Shape] = []
    if not columns:
        return tuple(_caption(sheet, made, lettering, hint)), ()
    line_y = columns[0].bottom - columns[0].height * RATED_AT
    spots = []
    for post, column in zip(made, columns, strict=True):
        shapes += _bar(post, column, line_y, sheet)
        shapes += _words(post, column, units, lettering)
        spots.append(Spot(Box(column.left - 4, column.top, column.width - 4, column.height), post.check, post.field))
    known = sorted((c.left, c.left + _wide(c) + 8) for post, c in zip(made, columns, strict=True) if post.rating)
    shapes += [line("post.rating", (x0 - 6, line_y), (x1 - 2, line_y)) for x0, x1 in known]
    shapes += [line("post.between", (a - 2, line_y), (b - 6, line_y)) for (_, a), (b, _) in itertools.pairwise(known)]
    shapes += _caption(sheet, made, lettering, hint)
    return tuple(shapes), tuple(spots)


def _wide(column: Box) -> float:
    return BAR if column.width >= COLUMN - 1 else NARROW_BAR


def _bar(post: Post, column: Box, line_y: float, sheet: Sheet) -> list[Shape]:
    left, top, bottom, wide = column.left, column.top, column.bottom, _wide(column)
    tall = bottom - line_y
    area = sheet.shown["rear" if post.rear else "side"]
    made: list[Shape] = []
    if area.left - 2 <= post.x <= area.right + 2:
        made.append(_hairline(post, left + wide / 2, top, sheet))
    status = post.check.status if post.check is not None else "unknown"
    made.append(rect("post", left, top, left + wide, bottom))
    if not post.rating and post.decided:
        return made
    line_at = post.rating or post.typical
    if not line_at:
        return [*made, rect("post.unknown", left + 1, top + 1, left + wide - 1, bottom - 1)]
    share = post.now / line_at
    if not post.rating:
        made.append(line("post.typical", (left - 6, line_y), (left + wide + 6, line_y)))
    at = min(max(bottom - share * tall, top), bottom)
    role = f"post.fill.{status}"
    made.append(
        _torn(role, left, at, wide, bottom) if share > column.height / tall else rect(role, left, at, left + wide, bottom)
    )
    made.append(line(f"post.now.{status}", (left, at), (left + wide, at)))
    x = left + wide + 5
    high, low, most = (max(min(bottom - v / line_at * tall, bottom), top) for v in (post.high, post.low, post.most))
    span = f"post.span.{status}"
    made.append(line(span, (x, high), (x, low)))
    if most < high - 1:
        made.append(line("post.beyond", (x, most), (x, high)))
    return made + [line(span, (x - 3.5, y), (x + 3.5, y)) for y in (high, low)]


def _hairline(post: Post, mid: float, top: float, sheet: Sheet) -> Path:
    """From where the load meets the ground to its post."""
    ground, bend = sheet.origins["side"][1], sheet.posts.top + 3
    return line("post.hair", (post.x, min(max(ground, sheet.side.bottom - 14), bend)), (post.x, bend), (mid, bend), (mid, top))


def _torn(role: str, left: float, top: float, wide: float, bottom: float) -> Path:
    teeth = [(left + wide * i / 6, top + (6 if i % 2 else 0)) for i in range(7)]
    return polygon(role, (left, bottom), *teeth, (left + wide, bottom))


def _words(post: Post, column: Box, units: Units, lettering: Lettering) -> list[Shape]:
    bar = _wide(column)
    x, y, rating = column.left + bar + 14, column.top + 35, post.rating
    own = mark_of(post.check) if post.check is not None else "unknown"
    loud = own if own in ("over", "tight") else "ink"
    now, up_to = units.show(post.now, "mass", unit=False), units.show(post.most, "mass", unit=False)
    made: list[Shape] = [
        Text(x, y, now, loud, "figure", 600, False),
        *(() if post.decided else mark(own, x + lettering.measure(now, "figure", 600, False) + 12, y - 7, 13)),
    ]
    if rating is None and post.decided:
        made += [Text(x, y + 16, f"up to {up_to}", "soft"), Text(x, y + 30, "not rated", "soft")]
    elif rating is None:
        lines = ("needs at least", f"{up_to} {units.name('mass')}")
        if post.typical is not None:
            lines = (f"needs {up_to}", f"typical {units.show(post.typical, 'mass', unit=False)}")
        made += [Text(x, y + 16 + 14 * n, words, "soft") for n, words in enumerate(lines)]
    elif rating and post.now / rating > 1.3:
        made.append(Text(x, y + 16, f"{post.now / rating:.1f} times", loud, weight=600))
    else:
        made.append(Text(x, y + 16, f"up to {up_to}", loud if own == "over" else "soft"))
    if rating is not None:
        made.append(Text(x, y + 30, f"of {units.show(rating, 'mass')}", "soft"))
    for n, words in enumerate(lettering.wrap(post.name, column.width - bar - 12, "small", 600, True)[:2]):
        made.append(Text(x, y + 46 + 13 * n, words, "ink", weight=600))
    return made


def _caption(sheet: Sheet, made: Sequence[Post], lettering: Lettering, hint: bool) -> list[Shape]:
    """The heading of the posts, clear of the first hairline; left out where they stand close."""
    if len(made) > MANY:
        return []
    left, y = sheet.posts.left, sheet.posts.top + 12
    asked = hint and any(m.rating is None and not m.decided for m in made)
    first = min((m.x for m in made), default=1e9)
    clear = left if first > left + (210 if asked else 86) else max(first, left + BAR / 2) + 10
    head = caption(clear, y, "Load posts")
    wide = lettering.measure(head.words, "small", 600, True)
    if not asked:
        return [_plate(clear, y, wide), head]
    hint_at, words = clear + wide + 10, "click one to type its rating"
    wide += 10 + lettering.measure(words, "small", 500, True)
    return [_plate(clear, y, wide), head, Text(hint_at, y, words, "hand")]


def _plate(x: float, y: float, wide: float) -> Shape:
    """Paper below a line of words, so that no hairline runs through it."""
    return rect("plate", x - 3, y - 12, x + wide + 3, y + 4)
