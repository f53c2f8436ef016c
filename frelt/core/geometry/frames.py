"""Where items stand: rigid frames of decks and placements, in the frame of their carrier.

A frame is a rotation (columns are the images of x, y, z) and an origin [m]. Everything is
plain floats: a rig has tens of items, and a drag asks for all of them at each step.
"""

from collections.abc import Collection, Iterable
from math import acos, cos, degrees, radians, sin
from typing import NamedTuple

from ..base.kept import Each, Kept, Memo
from ..base.value import FreltError
from ..model.carrier import Deck, Hinge
from ..model.item import Face, Item, Placement
from ..model.rig import Rig

Vec = tuple[float, float, float]
Mat = tuple[Vec, Vec, Vec]  # rows

IDENTITY: Mat = ((1.0, 0.0, 0.0), (0.0, 1.0, 0.0), (0.0, 0.0, 1.0))
TURNS: tuple[Mat, ...] = (
    IDENTITY,
    ((0.0, -1.0, 0.0), (1.0, 0.0, 0.0), (0.0, 0.0, 1.0)),
    ((-1.0, 0.0, 0.0), (0.0, -1.0, 0.0), (0.0, 0.0, 1.0)),
    ((0.0, 1.0, 0.0), (-1.0, 0.0, 0.0), (0.0, 0.0, 1.0)),
)
STANDING = 0.7071  # cosine of 45 degrees
# The rotation that brings a face of the item down onto the deck; front is the low-x face.
FACES: dict[Face, Mat] = {
    "bottom": IDENTITY,
    "top": ((1.0, 0.0, 0.0), (0.0, -1.0, 0.0), (0.0, 0.0, -1.0)),
    "front": ((0.0, 0.0, -1.0), (0.0, 1.0, 0.0), (1.0, 0.0, 0.0)),
    "back": ((0.0, 0.0, 1.0), (0.0, 1.0, 0.0), (-1.0, 0.0, 0.0)),
    "left": ((1.0, 0.0, 0.0), (0.0, 0.0, -1.0), (0.0, 1.0, 0.0)),
    "right": ((1.0, 0.0, 0.0), (0.0, 0.0, 1.0), (0.0, -1.0, 0.0)),
}


class Frame(NamedTuple):
    """A rigid frame: rotation and origin [m]."""

    turn: Mat
    at: Vec

    def point(self, p: Vec) -> Vec:
        """A point of this frame, in the frame around it."""
        (a, b, c), o = self.turn, self.at
        x, y, z = p
        return (
            a[0] * x + a[1] * y + a[2] * z + o[0],
            b[0] * x + b[1] * y + b[2] * z + o[1],
            c[0] * x + c[1] * y + c[2] * z + o[2],
        )

    def then(self, inner: "Frame") -> "Frame":
        """A frame given inside this one, in the frame around it."""
        return Frame(multiply(self.turn, inner.turn), self.point(inner.at))

    @property
    def level(self) -> bool:
        """Whether up stays up."""
        return self.turn[2] == (0.0, 0.0, 1.0)

    @property
    def slope(self) -> float:
        """How far its normal leans from the vertical [degrees]."""
        return degrees(acos(min(max(self.turn[2][2], -1.0), 1.0)))

    @property
    def stands(self) -> bool:
        """Whether things stand on it, level or on a slope, and do not hang: it leans less than 45 degrees."""
        return self.turn[2][2] > STANDING

    def along(self, step: Vec) -> tuple[float, float]:
        """The step (du, dv) on it [m] for one of the frame around it: where things stand its plan counts, else it is projected."""
        turn = self.turn
        if self.stands and not self.level:
            (a, b, _), (c, d, _) = turn[0], turn[1]
            area = a * d - b * c
            return (d * step[0] - b * step[1]) / area, (a * step[1] - c * step[0]) / area
        return sum(turn[i][0] * step[i] for i in range(3)), sum(turn[i][1] * step[i] for i in range(3))

    @property
    def upright(self) -> bool:
        """Whether it only turns about the vertical by quarter turns."""
        return self.turn in TURNS


WORLD = Frame(IDENTITY, (0.0, 0.0, 0.0))


def multiply(a: Mat, b: Mat) -> Mat:
    """Matrix product."""
    if a is IDENTITY:
        return b
    if b is IDENTITY:
        return a
    rows = [tuple(r[0] * b[0][j] + r[1] * b[1][j] + r[2] * b[2][j] for j in range(3)) for r in a]
    made: Mat = (rows[0], rows[1], rows[2])  # type: ignore[assignment]
    return _tidied(made) if abs(made[2][2] - 1.0) < 1e-9 and made[2] != (0.0, 0.0, 1.0) else made


def _tidied(m: Mat) -> Mat:
    """A quarter turn about the vertical that is only a rounding away, as on a stand that levels a slope."""
    for turn in TURNS:
        if all(abs(m[i][j] - turn[i][j]) < 1e-6 for i in range(3) for j in range(3)):
            return turn
    return m


def deck_frame(deck: Deck) -> Frame:
    """The deck's own frame (u, v, normal) in the frame it lies in, closed if it swings."""
    u, v = deck.u, deck.v
    if u == (1.0, 0.0, 0.0) and v == (0.0, 1.0, 0.0):
        return Frame(IDENTITY, deck.origin)
    n = (u[1] * v[2] - u[2] * v[1], u[2] * v[0] - u[0] * v[2], u[0] * v[1] - u[1] * v[0])
    return Frame(((u[0], v[0], n[0]), (u[1], v[1], n[1]), (u[2], v[2], n[2])), deck.origin)


def placed(item: Item, place: Placement) -> Frame:
    """The item's frame in the frame of the deck it stands on."""
    return _placed(item.length.value, item.width.value, item.height.value, place)


def _placed(length: float, width: float, height: float, place: Placement) -> Frame:
    turn = TURNS[place.turns]
    if place.face == "bottom":
        return Frame(turn, (place.u, place.v, place.off))
    face = FACES[place.face]
    size = (length, width, height)
    standing = sum(abs(face[2][j]) * size[j] for j in range(3))
    both = multiply(turn, face)
    middle = (0.0, 0.0, -height / 2)
    shift = Frame(both, (0.0, 0.0, 0.0)).point(middle)
    return Frame(both, (place.u + shift[0], place.v + shift[1], place.off + standing / 2 + shift[2]))


_deck_frames: Memo[Frame] = Memo(4000)
_item_frames: Each[Frame] = Each(256)


class Frames:
    """Frames of every deck and item of a rig, in their carrier's frame.

    kept: what follows from earlier rigs, and now from this one.
    Raises FreltError where decks stand on each other in a ring or are missing.
    """

    def __init__(self, rig: Rig, kept: Kept | None = None) -> None:
        self.decks: dict[str, Frame] = {}
        self.items: dict[str, Frame] = {}
        self.carrier_of: dict[str, str] = {}
        self.kept = kept if kept is not None else Kept()
        waiting: dict[str, list[Item]] = {}
        for item in rig.items:
            waiting.setdefault(item.place.deck, []).append(item)
        for carrier in rig.carriers:
            self._spread(carrier.decks, WORLD, carrier.id, waiting)
        if waiting:
            deck, items = next(iter(waiting.items()))
            raise FreltError(f"“{items[0].name}” stands on deck {deck}, which is missing or stands on itself")
        self.listed: tuple[Frame, ...] = tuple(self.items[i.id] for i in rig.items)  # in the order of the rig's items

    def _spread(self, decks: Iterable[Deck], around: Frame, carrier: str, waiting: dict[str, list[Item]]) -> None:
        open_decks = [(d, around) for d in decks]
        while open_decks:
            deck, base = open_decks.pop()
            frame = _deck_frames.get(self.kept, deck.id, (deck, base), lambda d=deck, b=base: b.then(deck_frame(d)))  # type: ignore[misc]
            self.decks[deck.id] = frame
            self.carrier_of[deck.id] = carrier
            standing = waiting.pop(deck.id, [])
            around_each = [frame] * len(standing)
            made = _item_frames.get(self.kept, deck.id, standing, around_each, lambda i, f: f.then(placed(i, i.place)))
            for item, own in zip(standing, made, strict=True):
                self.items[item.id] = own
                self.carrier_of[item.id] = carrier
                open_decks += [(d, own) for d in item.decks]


def turned(p: Vec, hinge: Hinge, angle: float) -> Vec:
    """A point turned about a hinge [degrees], by Rodrigues' formula."""
    t = radians(angle)
    k, v = hinge.axis, tuple(p[i] - hinge.at[i] for i in range(3))
    cross = (k[1] * v[2] - k[2] * v[1], k[2] * v[0] - k[0] * v[2], k[0] * v[1] - k[1] * v[0])
    dot = sum(k[i] * v[i] for i in range(3))
    made = [v[i] * cos(t) + cross[i] * sin(t) + k[i] * dot * (1 - cos(t)) + hinge.at[i] for i in range(3)]
    return made[0], made[1], made[2]


def opened(frame: Frame, hinge: Hinge) -> Frame:
    """A frame on a door when the door is open."""
    at = turned(frame.at, hinge, hinge.open)
    ends = [turned(frame.point(e), hinge, hinge.open) for e in IDENTITY]
    columns = [tuple(e[i] - at[i] for i in range(3)) for e in ends]
    rows = [(columns[0][i], columns[1][i], columns[2][i]) for i in range(3)]
    return Frame((rows[0], rows[1], rows[2]), at)


def swung(rig: Rig, frames: "Frames", doors: Collection[str]) -> dict[str, Frame]:
    """Frames of all that hangs on some doors, while they are open, by item."""
    found: dict[str, Frame] = {}
    for deck in rig.decks:
        if deck.hinge is None or deck.id not in doors or deck.id not in frames.decks:
            continue
        for item in rig.items:
            if item.place.deck == deck.id:
                found |= {j.id: opened(frames.items[j.id], deck.hinge) for j in standing_on(rig, item.id)}
    return found


def standing_on(rig: Rig, item_id: str) -> tuple[Item, ...]:
    """The item and everything that stands on it, directly or not; itself first."""
    by_deck: dict[str, list[Item]] = {}
    for item in rig.items:
        by_deck.setdefault(item.place.deck, []).append(item)
    found = [rig.item(item_id)]
    for item in found:
        for deck in item.decks:
            found += by_deck.get(deck.id, [])
    return tuple(found)
