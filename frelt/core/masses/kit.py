"""Where the kit of a rig weighs: on its deck's middle or in the middle of what holds it, as far off as either is long."""

from collections.abc import Iterable, Iterator

from msgspec import Struct

from ..base.figure import Figure
from ..geometry.frames import Frames
from ..geometry.measures import bounds
from ..geometry.polygon import centroid
from ..kind.kind import Box
from ..model.kit import KitLine
from ..model.rig import Rig
from .weigh import together

FAR = 0.25  # of the length of its place that a line of kit may be off its middle; an estimate
UP = 0.5  # of the height of what holds it; an estimate
HIGH = 0.3  # of what lies on a deck [m]; an estimate


class PlacedKit(Struct, frozen=True):
    """A line of kit where it is. holder: the item it is on or in, or empty.  at: [m].  along, across: ± of that [m].

    box: the room it may be in, in its carrier's frame [m].
    """

    line: KitLine
    carrier: str
    holder: str
    mass: Figure
    at: tuple[float, float, float]
    along: float
    across: float
    box: Box


def line_mass(line: KitLine) -> Figure:
    """What a line of kit weighs together [kg]."""
    e = line.each
    return Figure(value=e.value * line.count, plus_minus=e.plus_minus * line.count, source=e.source, note=e.note)


def kit_mass(lines: Iterable[KitLine]) -> Figure:
    """What lines of kit weigh together [kg]; their ± by root of squares."""
    return together(line_mass(line) for line in lines)


def placed_kit(rig: Rig, frames: Frames) -> Iterator[PlacedKit]:
    """Every line of kit whose place is aboard."""
    if not rig.kit:
        return
    decks = {d.id: d for d in rig.decks}
    items = {i.id: i for i in rig.items}
    for line in rig.kit:
        deck, item = decks.get(line.on), items.get(line.on)
        if deck is not None and deck.id in frames.decks:
            u, v = centroid(deck.outline)
            frame, holder = frames.decks[deck.id], deck.on if deck.on in items else ""
            u0, v0, u1, v1 = bounds(deck)
            corners = [frame.point((a, b, c)) for a in (u0, u1) for b in (v0, v1) for c in (0.0, HIGH)]
            at = frame.point((u, v, HIGH / 3))
        elif item is not None and item.id in frames.items:
            frame, holder = frames.items[item.id], item.id
            a2, b2, h = item.length.value / 2, item.width.value / 2, item.height.value
            corners = [frame.point((a, b, c)) for a in (-a2, a2) for b in (-b2, b2) for c in (0.0, h)]
            at = frame.point((0.0, 0.0, UP * h))
        else:
            continue
        low, high = tuple(map(min, zip(*corners, strict=True))), tuple(map(max, zip(*corners, strict=True)))
        yield PlacedKit(
            line,
            frames.carrier_of[line.on],
            holder,
            line_mass(line),
            at,
            FAR * (high[0] - low[0]),
            FAR * (high[1] - low[1]),
            (low[0], low[1], low[2], high[0], high[1], high[2]),
        )
