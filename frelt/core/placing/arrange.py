"""Moving several things at once: shifted, lined up, spread evenly, mirrored to the other side, repeated in a row."""

from collections.abc import Callable, Iterable, Sequence
from typing import Literal

from msgspec.structs import replace

from ..base.value import FreltError
from ..edit.copies import duplicate
from ..edit.items import exchange, place
from ..geometry.measures import bounds, main_box
from ..kind.capability import can
from ..kind.kind import Vec
from ..model.rig import Rig
from ..solve import Solved
from ..space.moving_along import roots
from ..space.solids import Solid, solids

Line = Literal["front", "back", "left", "right", "middle along", "middle across"]
LINES: tuple[Line, ...] = ("front", "back", "left", "right", "middle along", "middle across")
NewId = Callable[[str], str]


def shifted(solved: Solved, chosen: Iterable[str], by: Vec) -> Rig:
    """The rig with items shifted in their carrier's frame [m], each along its own deck; locked ones stay."""
    rig = solved.rig
    for item_id in roots(rig, chosen):
        rig = _shifted(solved, rig, item_id, by)
    return rig


def _shifted(solved: Solved, rig: Rig, item_id: str, by: Vec) -> Rig:
    item = rig.item(item_id)
    if item.locked:
        return rig
    du, dv = solved.frames.decks[item.place.deck].along(by)
    return place(rig, item_id, u=item.place.u + du, v=item.place.v + dv)


def _boxes(solved: Solved, chosen: Sequence[str]) -> dict[str, Solid]:
    room = solids(solved.rig, solved.frames)
    return {i: room[i] for i in roots(solved.rig, chosen)}


def aligned(solved: Solved, chosen: Sequence[str], line: Line) -> Rig:
    """The rig with items lined up with the first of them: by an edge or by their middles."""
    (_, first), *others = _boxes(solved, chosen).items()
    rig = solved.rig
    for item_id, s in others:
        rig = _shifted(solved, rig, item_id, _to_line(first, s, line))
    return rig


def _to_line(a: Solid, b: Solid, line: Line) -> Vec:
    if line == "front":
        return a.x0 - b.x0, 0.0, 0.0
    if line == "back":
        return a.x1 - b.x1, 0.0, 0.0
    if line == "left":
        return 0.0, a.y0 - b.y0, 0.0
    if line == "right":
        return 0.0, a.y1 - b.y1, 0.0
    if line == "middle along":
        return (a.x0 + a.x1 - b.x0 - b.x1) / 2, 0.0, 0.0
    return 0.0, (a.y0 + a.y1 - b.y0 - b.y1) / 2, 0.0


def distributed(solved: Solved, chosen: Sequence[str], axis: int) -> Rig:
    """The rig with even gaps between items along the deck (axis 0) or across it (1); the outer two stay.

    Raises FreltError for fewer than three.
    """
    boxes = _boxes(solved, chosen)
    if len(boxes) < 3:
        raise FreltError("even gaps take three things or more in hand")
    spans = sorted(((s.x0, s.x1, i) if axis == 0 else (s.y0, s.y1, i)) for i, s in boxes.items())
    free = spans[-1][0] - spans[0][1] - sum(b - a for a, b, _ in spans[1:-1])
    gap, at, rig = free / (len(spans) - 1), spans[0][1], solved.rig
    for a, b, item_id in spans[1:-1]:
        by = at + gap - a
        rig = _shifted(solved, rig, item_id, (by, 0.0, 0.0) if axis == 0 else (0.0, by, 0.0))
        at += gap + b - a
    return rig


def mirrored(solved: Solved, chosen: Iterable[str]) -> Rig:
    """The rig with items on the other side of the centre line, turned as a mirror would turn them.

    Raises FreltError for what hangs on a wall that has no opposite.
    """
    rig = solved.rig
    for item_id in roots(rig, chosen):
        rig = _mirrored(solved, rig, item_id)
    return rig


def _mirrored(solved: Solved, rig: Rig, item_id: str) -> Rig:
    item = rig.item(item_id)
    if item.locked:
        return rig
    frame = solved.frames.decks[item.place.deck]
    if frame.level:
        back = -2 * frame.point((item.place.u, item.place.v, 0.0))[1]
        u, v = item.place.u + frame.turn[1][0] * back, item.place.v + frame.turn[1][1] * back
        return place(rig, item_id, u=u, v=v, turns=(4 - item.place.turns) % 4)
    other = opposite(rig, item.place.deck)
    if other is None:
        raise FreltError(f"{item.name} hangs on a wall that has no opposite yet: put something there first")
    u0, _, u1, _ = bounds(rig.deck(item.place.deck))
    return place(rig, item_id, deck=other, u=u0 + u1 - item.place.u)


def opposite(rig: Rig, deck_id: str) -> str | None:
    """The wall across from a wall of the same carrier, if it has one."""
    deck = rig.deck(deck_id)
    for other in rig.decks:
        if other.on == deck.on and other.kind == deck.kind and other.id != deck.id and other.u[0] * deck.u[0] < 0:
            return other.id
    return None


def station_mirrored(solved: Solved, chosen: Iterable[str], new_id: NewId) -> tuple[Rig, tuple[str, ...]]:
    """The rig with a copy of an operator's station on the other side; and the ids of the copies."""
    rig, copies = solved.rig, []
    for item_id in roots(rig, chosen):
        rig, copy = duplicate(rig, item_id, 0.0, 0.0, new_id)
        copies.append(copy)
    from ..solve import solve

    return mirrored(solve(rig, solved.frames.kept), copies), tuple(copies)


def row(rig: Rig, item_id: str, count: int, gap: float, new_id: NewId, across: bool = False) -> tuple[Rig, tuple[str, ...]]:
    """The rig with an item repeated in a row behind it, or beside it, with gaps [m]; and the ids of the copies."""
    item = rig.item(item_id)
    along_u = (item.place.turns % 2 == 0) != across
    step = (item.length.value if along_u else item.width.value) + gap
    copies = []
    for n in range(1, count):
        du, dv = (0.0, n * step) if across else (n * step, 0.0)
        rig, copy = duplicate(rig, item_id, du, dv, new_id)
        copies.append(copy)
    return rig, tuple(copies)


def exchanged(rig: Rig, chosen: Sequence[str]) -> Rig:
    """The rig with the places of two items exchanged. Raises FreltError for any other number."""
    if len(chosen) != 2:
        raise FreltError("two things in hand can be exchanged")
    return exchange(rig, chosen[0], chosen[1])


def grouped(rig: Rig, chosen: Iterable[str], name: str) -> Rig:
    """The rig with items made one group, or taken out of theirs where the name is empty."""
    wanted = set(chosen)
    return replace(rig, items=tuple(replace(i, group=name) if i.id in wanted else i for i in rig.items))


def evenness(solved: Solved, carrier: str) -> tuple[float, float]:
    """What stands to the left and to the right of a carrier's centre line, tanks as the first state shows them [kg]."""
    loads = solved.loads
    if loads is None:
        return 0.0, 0.0
    table, left, right = loads.table, 0.0, 0.0
    for r in table.rows:
        if r.carrier == carrier and r.item and r.y:
            left, right = (left + r.mass, right) if r.y < 0 else (left, right + r.mass)
    for n, t in enumerate(table.tanks):
        wet = t.full * float(table.shown[0, n]) if len(table.shown) else 0.0
        left, right = (left + wet, right) if t.y < 0 else (left, right + wet)
    return left, right


def length_free(solved: Solved, carrier_id: str) -> tuple[float, float]:
    """The longest run of a carrier's main deck on which nothing stands, over its whole width: from, to [m]."""
    carrier = solved.rig.carrier(carrier_id)
    start, _, end, _, floor = main_box(carrier)
    room = solids(solved.rig, solved.frames)
    built_in = {i.id for i in solved.rig.items if i.built_in or can(i, "keep a place")}
    spans = sorted(
        (s.x0, s.x1) for s in room.values() if s.carrier == carrier_id and s.item not in built_in and s.high > floor + 0.01
    )
    best, at = (start, start), start
    for a, b in [*spans, (end, end)]:
        if min(a, end) - at > best[1] - best[0]:
            best = (at, min(a, end))
        at = max(at, b)
    return best
