"""What is added around a deck, as it usually is until it is measured: further decks, doors, wheel wells, zones without bolts."""

from msgspec.structs import replace

from ..base.value import FreltError
from ..geometry.faces import faces, flat
from ..geometry.measures import deck_length, deck_width
from ..model.carrier import Carrier, Deck, Door, Trailer, Well, Zone
from ..model.wish import Wish

DOVETAIL = (1.2, 0.18)  # how long a dovetail runs and how far it drops [m]; from memory
PLATFORM = (0.7, 0.3, 0.8)  # a tongue platform at most and at least so long, and so wide [m]; from memory
TONGUE_END = 0.35  # of a tongue that coupler and jack need [m]; from memory


def with_dovetail(c: Carrier, deck_id: str) -> Carrier:
    """The carrier with a floor that drops at the back, as a deck of its own that tilts what stands on it."""
    half, (x, y, z) = deck_width(c) / 2, c.main_deck.origin
    u, size = flat(*DOVETAIL)
    tail = Deck(
        id=deck_id,
        name="Dovetail",
        kind="dovetail",
        on=c.id,
        origin=(x + deck_length(c), y, z),
        surface=c.main_deck.surface,
        u=u,
        outline=((0, -half), (size, -half), (size, half), (0, half)),
    )
    return replace(c, decks=(*c.decks, tail))


def with_roof(c: Carrier, deck_id: str) -> Carrier:
    """The carrier with its roof as a deck on which things stand; over an open one, at the height of its rack."""
    own = next((d for d in faces(c) if d.face_of == "roof"), None)
    if own is not None:
        return replace(c, decks=(*c.decks, replace(own, id=deck_id)))
    long, half, (x, y, z) = deck_length(c), deck_width(c) / 2, c.main_deck.origin
    corners = ((0, -half), (long, -half), (long, half), (0, half))
    roof = Deck(id=deck_id, name="Roof", kind="roof", on=c.id, origin=(x, y, z + max(c.body.wall, 1.2)), outline=corners)
    return replace(c, decks=(*c.decks, roof))


def with_platform(c: Carrier, deck_id: str) -> Carrier:
    """The trailer with a platform on its tongue. Raises FreltError for a vehicle."""
    if not isinstance(c, Trailer):
        raise FreltError(f"{c.name} has no tongue; expected a trailer")
    x, y, z = c.main_deck.origin
    most, least, wide = PLATFORM
    deep = max(min(-c.coupler_x - TONGUE_END, most), least)
    corners = ((0, -wide / 2), (deep, -wide / 2), (deep, wide / 2), (0, wide / 2))
    origin = (x - deep - 0.05, y, z)
    deck = Deck(id=deck_id, name="Tongue platform", kind="tongue platform", on=c.id, origin=origin, outline=corners)
    return replace(c, decks=(*c.decks, deck))


def usual_deck(c: Carrier, deck_id: str) -> Deck:
    """A place to stand things on ahead of the deck or, where there is none, on it, at its height."""
    x, y, z = c.main_deck.origin
    corners = ((0.0, -0.3), (0.6, -0.3), (0.6, 0.3), (0.0, 0.3))
    return Deck(id=deck_id, name="Platform", kind="tongue platform", on=c.id, origin=(x - 0.65, y, z), outline=corners)


def usual_door(c: Carrier, door_id: str) -> Door:
    """A side door at the right, ahead."""
    return Door(id=door_id, name="Side door", side="right", start=0.5, end=min(1.7, deck_length(c)))


def usual_well(c: Carrier, well_id: str) -> Well:
    """A wheel well about the last axle."""
    middle = c.axles[-1].x
    return Well(id=well_id, side="right", start=max(middle - 0.4, 0.0), end=middle + 0.4)


def usual_zone(c: Carrier, zone_id: str) -> Zone:
    """An exhaust along the right side."""
    half, length = deck_width(c) / 2, deck_length(c)
    y0, x1, y1 = max(half - 0.5, 0.1), max(length - 0.2, 0.6), max(half - 0.2, 0.4)
    return Zone(id=zone_id, below="exhaust", x0=0.3, y0=y0, x1=x1, y1=y1)


def usual_wish(c: Carrier) -> Wish:
    """A walkway along the middle that stays free."""
    half = min(0.3, deck_width(c) / 2)
    return Wish(text="Walkway stays free", kind="keep clear", u0=0.0, u1=deck_length(c), v0=-0.3, v1=half, deck=c.main_deck.id)
