"""The whole rig's limits as quiet bars beside the plan, the worst of them in color."""

from collections.abc import Sequence

from msgspec import Struct

from ...core.base.units import Units
from ...core.judge.check import Check
from ...core.judge.marks import mark_of
from ...core.solve import Solved
from ..layout import Box, Sheet
from ..shapes import Shape, Text, line, rect
from .lettering import Lettering, caption, mark

ROW = 47.0
CAPTION = 150.0  # px that the name of the side view takes, with its mark


class Spot(Struct, frozen=True):
    """What can be clicked: where a load is told, the check it is held against, and the field of its rating or rule."""

    box: Box
    check: Check | None
    field: str = ""


Spots = tuple[Spot, ...]


class Bar(Struct, frozen=True):
    """One bar. low, high: the window, in the axis from start to end.  at: where the worst case stands.

    typical: what its class usually has where the plate is unread.
    """

    check: Check
    title: str
    words: str
    low: float | None
    high: float | None
    start: float
    end: float
    typical: float | None = None


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


def bars(solved: Solved, scope: Sequence[Check], units: Units, drawn: str = "trailer", room: int = 99) -> list[Bar]:
    """The limits of a whole carrier, `trailer` or `vehicle`, of the checks in scope; the worst where not all have room."""
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
        share = units.both(check.load, check.limit, "share")[0] if check.limit is not None else units.show(check.load, "share")
        words = f"{share}, wanted {units.show(low, 'share', unit=False)} to {units.show(high, 'share')}"
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
        share, limit = units.both(check.load, check.limit, "share")
        words = f"{share}, wanted at least {limit}"
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
        most, usual = check.upper or check.load, check.typical
        if usual is not None:
            words = f"up to {units.show(most, 'mass', unit=False)}, typical {units.show(usual, 'mass')}"
            return Bar(check, title, words, None, None, 0.0, max(usual * 1.12, most * 1.04), usual)
        return Bar(check, title, f"up to {units.show(most, 'mass')}, no plate entered", None, None, 0.0, most * 1.2)
    load, rest = units.show(check.load, "mass", unit=False), units.show(check.with_rest or check.load, "mass", unit=False)
    words = f"{load if check.likely is None else f'{load} to {rest}'} of {units.show(check.limit, 'mass')}"
    return Bar(check, title, words, 0.0, check.limit, 0.0, max(check.limit * 1.12, check.load * 1.04))


def limits(solved: Solved, scope: Sequence[Check], sheet: Sheet, units: Units, drawn: str) -> tuple[tuple[Shape, ...], Spots]:
    """The bars of the whole carrier drawn, and what of them can be clicked."""
    area = sheet.limits
    known, counted = solved.known
    title = "Whole rig" if len(solved.rig.carriers) == 1 else f"Whole {drawn}"
    made: list[Shape] = [caption(area.left, area.top + 15, title)]
    if counted:
        words = f"{known} of {counted} limits known"
        made.append(Text(area.right, area.top + 15, words, "soft", "small", 400, True, "end"))
    spots = []
    y = area.top + 26
    for bar in bars(solved, scope, units, drawn, int((area.bottom + 6 - y) // ROW)):
        made += _row(Box(area.left, y, area.width, ROW), bar)
        spots.append(Spot(Box(area.left, y, area.width, ROW - 3), bar.check, bar.check.field))
        y += ROW
    return tuple(made), tuple(spots)


def limits_line(
    solved: Solved, scope: Sequence[Check], sheet: Sheet, units: Units, drawn: str, lettering: Lettering
) -> tuple[tuple[Shape, ...], Spots]:
    """Where there is no room for bars: the worst of them in the line above the side view, how many more there are, and their key."""
    made = sorted(bars(solved, scope, units, drawn), key=lambda b: b.check.rank)
    if not made:
        return (), ()
    first, room = made[0], sheet.side.width - CAPTION
    more = f"; {len(made) - 1} more: F2" if len(made) > 1 else "; F2"
    listed = (f"{first.title}: {first.words}{more}", f"{first.title}{more}", f"{len(made)} limits: F2")
    words = next((w for w in listed if lettering.measure(w, "small", 600, True) < room), listed[-1])
    own, wide, y = mark_of(first.check), lettering.measure(words, "small", 600, True), sheet.side.top + 2
    ink = own if own in ("over", "tight") else "ink"
    right = sheet.side.right
    shapes: list[Shape] = [Text(right, y, words, ink, "small", 600, True, "end"), *mark(own, right - wide - 12, y - 5, 12)]
    return tuple(shapes), (Spot(Box(right - wide - 22, y - 14, wide + 24, 20), first.check, first.check.field),)


def _row(box: Box, bar: Bar) -> list[Shape]:
    own = mark_of(bar.check)
    ink = own if own in ("over", "tight") else "ink"
    top, bottom, span = box.top + 34, box.top + 41, bar.end - bar.start or 1.0

    def x(value: float) -> float:
        return box.left + (value - bar.start) / span * box.width

    made: list[Shape] = [
        Text(box.left, box.top + 13, bar.title, "soft", "small", 400),
        *mark(own, box.right - 8, box.top + 10, 12),
        Text(box.left, box.top + 29, bar.words, ink, "text", 600, False),
        rect("track", box.left, top, box.right, bottom),
    ]
    if bar.low is not None and bar.high is not None:
        made.append(rect("track.window", x(bar.low), top + 0.5, x(bar.high), bottom - 0.5))
    if bar.typical is not None:
        made.append(line("post.typical", (x(bar.typical), top - 2.5), (x(bar.typical), bottom + 2.5)))
    if bar.check.load is not None:
        made.append(rect(f"at.{ink}", x(bar.check.load) - 1.5, top - 2.5, x(bar.check.load) + 1.5, bottom + 2.5))
    return made
