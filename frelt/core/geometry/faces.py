"""The decks that a carrier's body brings: walls inside and out, bed sides, door leaves, roof, nose, places below the tray.

A wall's deck lies on its inner face: u along it, v up, the normal into the body; an outer one looks away from it. A door's
leaf is its part of the wall, with the hinge about which it swings. Each is known by `(face_of, leaf)`, whatever its id.
"""

from math import hypot

from msgspec.structs import replace

from ..model.carrier import Carrier, Deck, DeckKind, Door, Hinge, Rolling, Stand, Trailer, Vector
from .measures import bounds, main_box

UP: Vector = (0.0, 0.0, 1.0)
Box5 = tuple[float, float, float, float, float]
SIDES: dict[str, tuple[str, Vector]] = {
    "left": ("Left wall", (-1.0, 0.0, 0.0)),
    "right": ("Right wall", (1.0, 0.0, 0.0)),
    "front": ("Front wall", (0.0, 1.0, 0.0)),
    "rear": ("Rear wall", (0.0, -1.0, 0.0)),
}
WALL = 0.04  # thick [m]; from memory
LOW = 0.15  # a lower side is nothing to hang things on [m]
BELOW = (0.55, 0.45, 0.06)  # a place below the tray: so far below it, so deep from the side; the tray itself [m]; from memory
CLEAR = 0.15  # from a tire that such a place keeps [m]; from memory


def walled(carrier: Carrier) -> bool:
    """Whether walls and a roof stand around its deck."""
    return carrier.body.kind in ("enclosed", "box") and carrier.body.wall > 0


def tail(carrier: Carrier) -> tuple[float, float]:
    """How far a dovetail runs on behind the main deck, and how far it drops [m]; zeros where there is none."""
    for deck in carrier.decks[1:]:
        if deck.kind == "dovetail":
            long = bounds(deck)[2]
            return long * deck.u[0], -long * deck.u[2]
    return 0.0, 0.0


def body_box(carrier: Carrier) -> Box5:
    """x0, y0, x1, y1 of what a closed body stands around, its dovetail too, and the height of its main deck [m]."""
    x0, y0, x1, y1, z = main_box(carrier)
    return (x0, y0, x1 + tail(carrier)[0], y1, z) if walled(carrier) else (x0, y0, x1, y1, z)


def sill(carrier: Carrier, side: str) -> float:
    """Height of the floor at one side of the body [m]: at the rear that of the dovetail's end."""
    return main_box(carrier)[4] - (tail(carrier)[1] if side == "rear" and walled(carrier) else 0.0)


def faces(carrier: Carrier) -> tuple[Deck, ...]:
    """Every deck that its body can bring, with ids of their own, in the order in which they are offered."""
    body = carrier.body
    shut = body.kind in ("enclosed", "box")
    tall = body.wall if shut else body.rail
    made: list[Deck] = []
    if tall >= LOW:
        made += [_wall(carrier, side, tall, "wall" if shut else "bed side") for side in ("left", "right", "front")]
        if shut:
            made += [leaf for d in body.doors if d.height >= 0.3 for leaf in _leaves(carrier, d)]
            made.append(_wall(carrier, "rear", tall, "wall"))
        else:
            made += [leaf for d in body.doors if d.kind in ("tailgate", "ramp", "lift gate") for leaf in _leaves(carrier, d)]
        made += [
            _outside(_wall(carrier, side, tall, "outer wall"), carrier, side) for side in ("left", "right", "front", "rear")
        ]
        if shut:
            made.append(_roof(carrier))
    if isinstance(carrier, Trailer) and shut and body.nose >= LOW:
        made.append(_nose(carrier))
    if not shut and not isinstance(carrier, Stand):
        made += _below(carrier)
    return tuple(made)


def key(deck: Deck) -> tuple[str, int]:
    """What tells a carrier's derived decks apart."""
    return deck.face_of, deck.leaf


def _id(carrier: Carrier, what: str) -> str:
    return f"{carrier.id[-44:]}.{what.replace(' ', '-')}"


def _wall(carrier: Carrier, side: str, tall: float, kind: DeckKind) -> Deck:
    x0, y0, x1, y1, _ = body_box(carrier)
    z = sill(carrier, side)
    name, u = SIDES[side]
    corner = {"left": (x1, y0, z), "right": (x0, y1, z), "front": (x0, y0, z), "rear": (x1, y1, z)}[side]
    long = x1 - x0 if side in ("left", "right") else y1 - y0
    if kind == "bed side" or (kind == "outer wall" and not walled(carrier)):
        name = name.replace("wall", "bed side")
    return Deck(
        id=_id(carrier, side),
        name=name,
        kind=kind,
        on=carrier.id,
        origin=corner,
        u=u,
        v=UP,
        outline=((0.0, 0.0), (long, 0.0), (long, tall), (0.0, tall)),
        surface="coated",
        face_of=side,
    )


def _outside(inner: Deck, carrier: Carrier, side: str) -> Deck:
    """The other face of a wall: from its other end, so that the normal looks away from the body."""
    x, y, z = inner.origin
    ux, uy, _ = inner.u
    long = bounds(inner)[2]
    out = (inner.v[1] * inner.u[2] - inner.v[2] * inner.u[1], inner.v[2] * inner.u[0] - inner.v[0] * inner.u[2])
    origin = (x + ux * long + out[0] * WALL, y + uy * long + out[1] * WALL, z)
    return replace(
        inner,
        id=_id(carrier, f"{side} outside"),
        name=f"{inner.name}, outside",
        kind="outer wall",
        origin=origin,
        u=(-ux, -uy, 0.0),
        face_of=f"{side} outside",
    )


def _leaves(carrier: Carrier, door: Door) -> tuple[Deck, ...]:
    """The inner faces of a door: one, or of a pair of barn doors both."""
    wall = _wall(carrier, door.side, door.height, "door")
    x0, y0, x1, y1, _ = body_box(carrier)
    z = wall.origin[2]
    along = door.side in ("left", "right")
    middle = (door.start + door.end) / 2
    pair = door.kind == "barn doors"
    spans = ((door.start, middle), (middle, door.end)) if pair else ((door.start, door.end),)
    edge = {"left": y0, "right": y1, "rear": x1, "front": x0}[door.side]
    usual = 180.0 if pair or along else 90.0
    swing = usual if door.swing is None else door.swing
    outward = -1.0 if door.side in ("left", "rear") else 1.0  # turning about the axis that points up, from the low end
    made = []
    for n, (start, end) in enumerate(spans):
        at = start if n == 0 else end
        hinge = Hinge(at=(at, edge, z) if along else (edge, at, z), axis=UP, open=(outward if n == 0 else -outward) * swing)
        if door.kind in ("ramp", "lift gate", "tailgate"):
            hinge = Hinge(at=(x1, 0.0, z), axis=(0.0, 1.0, 0.0), open=90.0 if door.swing is None else door.swing)
        elif door.kind == "lift door":
            up = 90.0 if door.swing is None else door.swing
            hinge = Hinge(at=(edge, 0.0, z + door.height), axis=(0.0, 1.0, 0.0), open=-up if door.side == "rear" else up)
        low, high = {
            "left": (x1 - end, x1 - start),
            "right": (start - x0, end - x0),
            "rear": (y1 - end, y1 - start),
            "front": (start - y0, end - y0),
        }[door.side]
        which = (", left leaf" if n == 0 else ", right leaf") if pair and not along else ""
        which = (", front leaf" if n == 0 else ", rear leaf") if pair and along else which
        made.append(
            replace(
                wall,
                id=_id(carrier, door.id if n == 0 else f"{door.id[:16]}-2"),
                name=f"{door.name}, inside" if not which else f"{door.name}{which}",
                outline=((low, 0.0), (high, 0.0), (high, door.height), (low, door.height)),
                hinge=hinge,
                face_of=door.id,
                leaf=n,
            )
        )
    return tuple(made)


def _roof(carrier: Carrier) -> Deck:
    x0, y0, x1, y1, z = body_box(carrier)
    return Deck(
        id=_id(carrier, "roof"),
        name="Roof",
        kind="roof",
        on=carrier.id,
        origin=(x0, y0, z + carrier.body.wall),
        outline=((0.0, 0.0), (x1 - x0, 0.0), (x1 - x0, y1 - y0), (0.0, y1 - y0)),
        face_of="roof",
    )


def _nose(carrier: Trailer) -> Deck:
    """The floor of a nose ahead of the deck, as it narrows."""
    x0, y0, _, y1, z = main_box(carrier)
    nose, mid = carrier.body.nose, (y0 + y1) / 2
    side = 0.6 * (y1 - y0) / 2
    return Deck(
        id=_id(carrier, "nose"),
        name="Nose",
        kind="nose",
        on=carrier.id,
        origin=(x0 - nose, mid, z),
        outline=((0.0, 0.0), (0.45 * nose, -side), (nose, y0 - mid), (nose, y1 - mid), (0.45 * nose, side)),
        face_of="nose",
    )


def _below(carrier: Rolling) -> list[Deck]:
    """A place below the tray on each side, ahead of the wheels and behind them, where there is room for one."""
    x0, y0, x1, y1, z = main_box(carrier)
    down, deep, tray = BELOW
    if z - down < 0.2 or x1 - x0 < 1.0 or (not isinstance(carrier, Trailer) and carrier.body_kind == "van"):
        return []
    on_deck = [a for a in carrier.axles if a.x > x0]
    ahead = min((a.x - a.tires.diameter / 2 - CLEAR for a in on_deck), default=x1)
    long = min(ahead, x1) - x0
    if long < 0.4:
        return []
    found = []
    for side in ("left", "right"):
        v0, v1 = (0.0, deep) if side == "left" else (-deep, 0.0)
        found.append(
            Deck(
                id=_id(carrier, f"below {side}"),
                name=f"Below the tray, {side}",
                kind="below",
                on=carrier.id,
                origin=(x0, y0 if side == "left" else y1, z - tray - down),
                outline=((0.0, v0), (long, v0), (long, v1), (0.0, v1)),
                surface="plate",
                face_of=f"below {side}",
            )
        )
    return found


def flat(long: float, drop: float) -> tuple[Vector, float]:
    """The direction of a floor that runs so far in plan and drops so much, and its length along itself [m]."""
    size = hypot(long, drop)
    return (long / size, 0.0, -drop / size), size
