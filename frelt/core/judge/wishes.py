"""The customer's wishes against the rig as it stands: kept, broken, or for the eye to judge."""

import numpy as np
from msgspec import Struct

from ..geometry.frames import Frames
from ..model.carrier import Deck
from ..model.rig import Rig
from ..model.wish import Wish
from ..space.solids import TOUCH, Solid, depth, solids
from ..statics.loads import Loads
from ..statics.worst import extreme

TALL = 3.0  # height of the room a wish keeps [m]


class Verdict(Struct, frozen=True):
    """kept: True, False, or None where only an eye can tell.  why: what breaks it, in words."""

    wish: Wish
    kept: bool | None
    why: str = ""
    items: tuple[str, ...] = ()


def deck_of(rig: Rig, wish: Wish) -> Deck | None:
    """The deck a wish is about: its own, else the main deck of the trailer, else of the vehicle."""
    if wish.deck is not None:
        return next((d for d in rig.decks if d.id == wish.deck), None)
    carrier = rig.main
    return carrier.main_deck if carrier is not None else None


def region(rig: Rig, frames: Frames, wish: Wish) -> Solid | None:
    """The room over the rectangle a wish names, in its carrier's frame; None where it names none."""
    deck = deck_of(rig, wish)
    if deck is None or wish.u1 - wish.u0 <= TOUCH or wish.v1 - wish.v0 <= TOUCH or deck.id not in frames.decks:
        return None
    frame = frames.decks[deck.id]
    corners = tuple(
        frame.point((u, v, 0.0))[:2]
        for u, v in ((wish.u0, wish.v0), (wish.u1, wish.v0), (wish.u1, wish.v1), (wish.u0, wish.v1))
    )
    xs, ys = [c[0] for c in corners], [c[1] for c in corners]
    z = frame.at[2]
    return Solid("", corners, min(xs), min(ys), max(xs), max(ys), z, z + TALL, True, frames.carrier_of[deck.id], wish.text)


def judged(rig: Rig, frames: Frames, loads: Loads | None) -> tuple[Verdict, ...]:
    """Every wish of a rig."""
    return tuple(_judged(rig, frames, loads, w) for w in rig.wishes)


def _judged(rig: Rig, frames: Frames, loads: Loads | None, wish: Wish) -> Verdict:
    if wish.kind == "note":
        return Verdict(wish, wish.kept)
    room = region(rig, frames, wish)
    if room is None:
        return Verdict(wish, None, "say where: a rectangle of a deck")
    placed = solids(rig, frames)
    if wish.kind == "stands in":
        own = placed.get(wish.item or "")
        if own is None or wish.item is None:
            return Verdict(wish, None, "say which item")
        inside = (
            own.carrier == room.carrier
            and room.x0 - TOUCH <= own.x0
            and own.x1 <= room.x1 + TOUCH
            and room.y0 - TOUCH <= own.y0
            and own.y1 <= room.y1 + TOUCH
        )
        name = rig.item(wish.item).name
        return Verdict(wish, inside, "" if inside else f"{name} stands outside it", (wish.item,))
    built_in = {i.id for i in rig.items if i.built_in}
    blocking = [i for i, s in placed.items() if i not in built_in and depth(s, room) > TOUCH]
    if blocking:
        return Verdict(wish, False, f"{rig.item(blocking[0]).name} stands in it", tuple(blocking))
    if wish.kind == "later" and wish.mass > 0:
        if loads is None:
            return Verdict(wish, None, "the loads are unknown yet")
        broken = overloaded(loads, room, wish.mass)
        if broken:
            return Verdict(wish, False, f"with its weight there, {broken} would be over")
    return Verdict(wish, True)


def overloaded(loads: Loads, room: Solid, mass: float) -> str:
    """The first limit that a mass [kg] in the middle of a room would take outside, in any state and fill; or nothing.

    A limit that is passed without it is not its doing.
    """
    from ..statics.half_planes import linear_sides

    at = loads.columns.starts[room.carrier]
    extra = np.zeros(loads.columns.size)
    extra[at : at + 3] = mass, mass * (room.x0 + room.x1) / 2, mass * (room.y0 + room.y1) / 2
    sides = linear_sides(loads)
    worst = extreme(loads.table, sides.rows, np.zeros_like(sides.rows), +1).value
    applies = loads.applies[:, sides.limit]
    before, after = worst - sides.bound, worst + sides.rows @ extra - sides.bound
    found = np.argwhere(applies & (before <= 1e-9) & (after > 1e-9))
    return loads.limits[int(sides.limit[found[0][1]])].subject if len(found) else ""
