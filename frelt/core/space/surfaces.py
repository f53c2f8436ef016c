"""Walls and doors as decks on which things hang: made from a carrier's body when something is first put there.

A wall's deck lies on its inner face: u along it, v up, the normal into the body. A door's deck is that part of its wall,
with the hinge about which it swings open.
"""

from collections.abc import Callable

from msgspec.structs import replace

from ..edit.carriers import with_carrier
from ..geometry.measures import bounds, main_box
from ..kind.registry import kind_of
from ..model.carrier import Carrier, Deck, Door, Hinge, Vector
from ..model.item import Item, Placement
from ..model.rig import Rig

NewId = Callable[[str], str]
UP: Vector = (0.0, 0.0, 1.0)
SIDES: dict[str, tuple[str, Vector]] = {
    "left": ("Left wall", (-1.0, 0.0, 0.0)),
    "right": ("Right wall", (1.0, 0.0, 0.0)),
    "front": ("Front wall", (0.0, 1.0, 0.0)),
    "rear": ("Rear wall", (0.0, -1.0, 0.0)),
}


def possible(carrier: Carrier) -> tuple[Deck, ...]:
    """The walls, bed sides and doors of a carrier that are no decks yet, with ids of their own."""
    body = carrier.body
    tall = body.wall if body.kind in ("enclosed", "box") else body.rail
    if tall < 0.15:
        return ()
    closed = body.kind in ("enclosed", "box")
    made = [_wall(carrier, side, tall, "wall" if closed else "bed side") for side in ("left", "right", "front")]
    if closed:
        made += [_door(carrier, d) for d in body.doors if d.height >= 0.3]
        made.append(_wall(carrier, "rear", tall, "wall"))
        if all(d.kind != "roof" for d in carrier.decks):
            made.append(_roof(carrier))
    have = {d.face_of for d in carrier.decks}
    return tuple(d for d in made if d.face_of not in have)


def _wall(carrier: Carrier, side: str, tall: float, kind: str) -> Deck:
    x0, y0, x1, y1, z = main_box(carrier)
    name, u = SIDES[side]
    corner = {"left": (x1, y0, z), "right": (x0, y1, z), "front": (x0, y0, z), "rear": (x1, y1, z)}[side]
    long = x1 - x0 if side in ("left", "right") else y1 - y0
    if kind == "bed side":
        name = name.replace("wall", "bed side")
    return Deck(
        id=_id(carrier, side),
        name=name,
        kind=kind,  # type: ignore[arg-type]
        on=carrier.id,
        origin=corner,
        u=u,
        v=UP,
        outline=((0.0, 0.0), (long, 0.0), (long, tall), (0.0, tall)),
        surface="coated",
        face_of=side,
    )


def _id(carrier: Carrier, what: str) -> str:
    return f"{carrier.id[-48:]}.{what}"


def _door(carrier: Carrier, door: Door) -> Deck:
    """The inner face of a door, hinged at its front edge or, of a pair of barn doors, the left one at its left edge."""
    wall = _wall(carrier, door.side, door.height, "door")
    x0, y0, x1, y1, z = main_box(carrier)
    start, end = door.start, door.end
    if door.kind == "barn doors":
        end = (door.start + door.end) / 2
    if door.side in ("left", "right"):
        at = (x1 - end, x1 - start) if door.side == "left" else (start - x0, end - x0)
        hinge_at, axis, sign = (start, y0 if door.side == "left" else y1, z), UP, -1.0 if door.side == "left" else 1.0
    else:
        at = (y1 - end, y1 - start) if door.side == "rear" else (start - y0, end - y0)
        hinge_at, axis, sign = (x1 if door.side == "rear" else x0, start, z), UP, -1.0 if door.side == "rear" else 1.0
    swing = 180.0 if door.kind == "barn doors" or door.side in ("left", "right") else 90.0
    hinge = Hinge(at=hinge_at, axis=axis, open=sign * swing)
    if door.kind in ("ramp", "lift gate", "tailgate"):
        hinge = Hinge(at=(x1, 0.0, z), axis=(0.0, 1.0, 0.0), open=90.0)
    elif door.kind == "lift door":
        hinge = Hinge(at=(hinge_at[0], 0.0, z + door.height), axis=(0.0, 1.0, 0.0), open=-90.0 if door.side == "rear" else 90.0)
    a, b = at
    return replace(
        wall,
        id=_id(carrier, door.id),
        name=f"{door.name}, inside" if door.kind != "barn doors" else f"{door.name}, left one",
        outline=((a, 0.0), (b, 0.0), (b, door.height), (a, door.height)),
        hinge=hinge,
        face_of=door.id,
    )


def _roof(carrier: Carrier) -> Deck:
    x0, y0, x1, y1, z = main_box(carrier)
    return Deck(
        id=_id(carrier, "roof"),
        name="Roof",
        kind="roof",
        on=carrier.id,
        origin=(x0, y0, z + carrier.body.wall),
        outline=((0.0, 0.0), (x1 - x0, 0.0), (x1 - x0, y1 - y0), (0.0, y1 - y0)),
        face_of="roof",
    )


def with_surface(rig: Rig, carrier: Carrier, deck: Deck) -> Rig:
    """The rig with one more deck on a carrier, unless it is there already."""
    if any(d.id == deck.id for d in carrier.decks):
        return rig
    return with_carrier(rig, replace(carrier, decks=(*carrier.decks, deck)))


def hung(item: Item, deck: Deck) -> Placement:
    """Where an item hangs on an upright deck when it is first put there: in its middle, the way its kind hangs."""
    u0, v0, u1, v1 = bounds(deck)
    u, v = (u0 + u1) / 2, (v0 + v1) / 2
    if kind_of(item).hangs == "bottom":
        return Placement(deck=deck.id, u=u, v=v)
    return Placement(deck=deck.id, u=u, v=v, face="front", turns=3)


def upright(deck: Deck) -> bool:
    """Whether a deck stands up, so that things hang on it."""
    return abs(deck.u[0] * deck.v[1] - deck.u[1] * deck.v[0]) < 0.5
