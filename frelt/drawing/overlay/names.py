"""Names in the plan: inside where they fit, else numbered, with the list in the corners by the tongue."""

from collections.abc import Mapping, Sequence

from msgspec import Struct

from ...core.model.rig import Rig
from ...core.space.solids import Solid
from ..layout import Box, Sheet
from ..shapes import Shape, Text, ellipse, rect
from .lettering import Lettering

PAD = 4.0
LINE = 14.0
CROWD = 150  # numbers of so many things that no list explains any more are only in the way


class Tagged(Struct, frozen=True):
    """A name that does not fit: where its number stands."""

    number: int
    box: Box
    name: str


def label_boxes(
    rig: Rig, sheet: Sheet, room: Mapping[str, Solid], lettering: Lettering
) -> tuple[list[tuple[Box, list[str]]], list[tuple[Box, str]]]:
    """Names that fit inside their outlines, and (area, name) of those that need a number tag."""
    inside, tagged = [], []
    held = {i.place.deck for i in rig.items}
    for item in rig.items:
        s = room.get(item.id)
        if s is None or item.built_in:  # what is built in lies below the deck and names itself in hand
            continue
        (x0, y0), (x1, y1) = sheet.px("plan", s.x0, s.y1), sheet.px("plan", s.x1, s.y0)
        box = Box(x0, y0, x1 - x0, y1 - y0)
        if not s.square:  # a name in a round outline has less room than its box
            box = box.grown(box.width * 0.1, 0, -box.width * 0.1, 0)
        if any(d.id in held for d in item.decks):  # its middle is taken by what stands on it
            tagged.append((Box(box.left + 3, box.top + 3, 16, 16), item.name))
            continue
        lines = fitting(item.name, box.width - 2 * PAD, box.height - 2 * PAD, lettering)
        if lines:
            inside.append((box, lines))
        else:
            tagged.append((box, item.name))
    return inside, tagged


def fitting(name: str, width: float, height: float, lettering: Lettering) -> list[str]:
    """A name in one or more lines inside a box [px], or nothing where it does not fit."""
    lines = wrapped(name, width, lettering)
    return lines if lines and len(lines) <= min(int(height // LINE), 3) else []


def wrapped(name: str, width: float, lettering: Lettering) -> list[str]:
    """A name broken at spaces into lines of a width [px]; nothing where a word is too long."""
    return [] if lettering.widest_word(name) > width else list(lettering.wrap(name, width))


def names(
    rig: Rig,
    sheet: Sheet,
    room: Mapping[str, Solid],
    spill: Box,
    lettering: Lettering,
    avoid: tuple[float, float] | None = None,
    above: bool = False,
) -> tuple[tuple[Shape, ...], tuple[Shape, ...]]:
    """Names inside, which end where the plan does, and number tags with their list.

    spill: where the list goes on when the corners are full.  avoid: the centre of gravity [px], which no name may cover.
    above: the corners by the tongue are taken, so the list stands in the side view.
    """
    inside, tagged = label_boxes(rig, sheet, room, lettering)
    made: list[Shape] = []
    for box, lines in inside:
        y = _clear(box, len(lines), avoid)
        for n, words in enumerate(lines):
            wide = lettering.measure(words)
            top = y - 11.5 + LINE * n
            made.append(rect("plate", box.mid_x - wide / 2 - 3, top, box.mid_x + wide / 2 + 3, top + LINE))
        made.append(Text(box.mid_x, y, "\n".join(lines), "ink", "small", 600, True, "middle", LINE))
    seen = [Tagged(n, b, name) for n, (b, name) in enumerate(tagged, 1) if sheet.plan.holds(b.mid_x, b.mid_y)]
    return tuple(made), tuple(_legend(seen, sheet, spill, lettering, above))


def _clear(box: Box, count: int, avoid: tuple[float, float] | None) -> float:
    """Baseline of the first of some lines amid a box, off the centre of gravity."""
    y = box.mid_y - LINE * count / 2 + 11
    if avoid is None or abs(avoid[0] - box.mid_x) >= 50 or abs(avoid[1] - box.mid_y) >= LINE * count / 2 + 12:
        return y
    below = avoid[1] + 24
    if below + LINE * (count - 1) < box.bottom - 2:
        return below
    return max(avoid[1] - 14 - LINE * (count - 1), box.top + 1)


def _legend(tagged: Sequence[Tagged], sheet: Sheet, spill: Box, lettering: Lettering, above: bool) -> list[Shape]:
    """Number tags, and what they stand for: in the corners by the tongue, then under the whole rig's bars."""
    made: list[Shape] = []
    left, y = sheet.plan.left, sheet.plan.top + 10
    hitch_x, hitch = sheet.px("plan", 0, 0)
    room, spilled = hitch_x - left - 26, False
    if above:  # the corners are taken by a cab or a partner: over what stands lower in the side view
        left, y, hitch, room, spilled = sheet.side.left, sheet.side.top + 26, -1e9, 150.0, True
    crowd = len(tagged) > CROWD
    for one in tagged:
        listed = y <= sheet.height + LINE  # below everything nobody would see it
        if listed or not crowd:
            made += _tag(one.box.mid_x, one.box.mid_y, one.number)
        if not listed:
            continue
        lines = wrapped(one.name, room, lettering) or wrapped(one.name, 200, lettering) or [one.name]
        if not spilled and y - 12 < hitch < y + LINE * len(lines) + 12:
            y = hitch + 26  # below the coupler
        if not spilled and y + LINE * (len(lines) - 1) > sheet.plan.bottom + 4 and spill.height > LINE:
            spilled, left, y, room = True, spill.left, spill.top + 12, spill.width - 26
            lines = wrapped(one.name, room, lettering) or [one.name]
        wide = max(lettering.measure(words) for words in lines)
        made.append(rect("plate", left - 2, y - 14, left + wide + 24, y - 8 + LINE * len(lines)))
        made += _tag(left + 8, y - 4, one.number)
        made.append(Text(left + 20, y, "\n".join(lines), "ink", leading=LINE))
        y += LINE * len(lines) + 4
    return made


def _tag(x: float, y: float, number: int) -> tuple[Shape, ...]:
    return ellipse("tag", x, y, 8.5), Text(x, y + 4.5, str(number), "ink", "small", 600, True, "middle")
