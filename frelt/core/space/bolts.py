"""Where an item's bolts come out below the deck, and the zones in which none may: exhaust, fuel tank, wiring."""

from collections.abc import Iterator

from ..geometry.frames import Frames
from ..model.carrier import Zone
from ..model.item import FasteningPart, Item
from ..model.rig import Rig

IN = 0.04  # of a bolt from the item's edges, where its bolts are not listed [m]
Point = tuple[float, float]


def own_points(item: Item) -> tuple[Point, ...]:
    """Where an item is bolted, in its own frame [m]: its fastenings, else near its four corners."""
    listed = tuple((p.at[0], p.at[1]) for p in item.parts if isinstance(p, FasteningPart))
    if listed:
        return listed
    a, b = max(item.length.value / 2 - IN, 0.0), max(item.width.value / 2 - IN, 0.0)
    return ((-a, -b), (a, -b), (a, b), (-a, b))


def bolted(item: Item) -> bool:
    """Whether the item's holes go through the deck, as far as is known: an item of which nothing is said may be."""
    return item.held in ("", "bolts") and not item.built_in


def points(item: Item, frames: Frames) -> tuple[Point, ...]:
    """Where an item's bolts go through, in its carrier's plan [m]."""
    found = [frames.items[item.id].point((u, v, 0.0)) for u, v in own_points(item)]
    return tuple((x, y) for x, y, _ in found)


def hit(zone: Zone, at: Point, within: float = 0.0) -> bool:
    """Whether a point of the plan lies above a zone, so far within its edges [m]."""
    return zone.x0 + within < at[0] < zone.x1 - within and zone.y0 + within < at[1] < zone.y1 - within


def zones(rig: Rig, frames: Frames, item: Item) -> Iterator[Zone]:
    """The zones below the deck an item stands on: a carrier's own main deck has them, what lies on it does not."""
    for carrier in rig.carriers:
        if item.place.deck == carrier.main_deck.id and item.id in frames.items:
            yield from carrier.body.zones


def unbolted_room(rig: Rig, frames: Frames, item: Item, middle: Point) -> tuple[tuple[Point, ...], ...]:
    """The middles at which one of a bolted item's holes would come out in a zone, as rectangles in plan [m]."""
    if not bolted(item):
        return ()
    taken = []
    for zone in zones(rig, frames, item):
        for x, y in points(item, frames):
            dx, dy = x - middle[0], y - middle[1]
            x0, y0, x1, y1 = zone.x0 - dx, zone.y0 - dy, zone.x1 - dx, zone.y1 - dy
            taken.append(((x0, y0), (x1, y0), (x1, y1), (x0, y1)))
    return tuple(taken)
