"""Walls, doors, roofs and tops as decks: made from a carrier's body or a thing when something is first put there."""

from msgspec.structs import replace

from ..edit.carriers import with_carrier
from ..edit.following import top
from ..edit.items import on_deck, with_item
from ..geometry.faces import faces, key
from ..geometry.measures import bounds
from ..kind.capability import can
from ..kind.registry import kind_of
from ..model.carrier import Carrier, Deck
from ..model.item import Item, Placement
from ..model.rig import Rig

FLAT = ("box", "lying ellipse")  # shapes of tanks that have a top to stand on
CORNER = ((0.0, 0.0), (1.0, 0.0), (0.0, 1.0))  # of a deck that has no outline yet


def possible(carrier: Carrier) -> tuple[Deck, ...]:
    """What a carrier's body brings that is no deck of it yet, with ids of their own."""
    have = {key(d) for d in carrier.decks}
    return tuple(d for d in faces(carrier) if key(d) not in have)


def tops(rig: Rig) -> tuple[Deck, ...]:
    """The flat tops of things on which nothing stands yet, as decks with ids of their own."""
    found = []
    for item in rig.items:
        flat = can(item, "bear on top") and not any(t.shape not in FLAT for t in item.tanks)
        if flat and item.place.face == "bottom" and not item.built_in and not any(d.face_of == "top" for d in item.decks):
            blank = Deck(id=f"{item.id[-60:]}.top", name="Top", kind="top", on=item.id, outline=CORNER, face_of="top")
            found.append(top(item, blank))
    return tuple(found)


def put_on_deck(rig: Rig, item_id: str, deck_id: str) -> Rig:
    """The rig with an item on a deck, which is made on its carrier or thing if it was none yet. Raises KeyError."""
    deck = next((d for d in rig.decks if d.id == deck_id), None)
    if deck is None:
        offered = next(((c, d) for c in rig.carriers for d in possible(c) if d.id == deck_id), None)
        if offered is not None:
            rig, deck = with_surface(rig, *offered), offered[1]
        else:
            deck = next((d for d in tops(rig) if d.id == deck_id), None)
            if deck is None:
                raise KeyError(deck_id)
            holder = rig.item(deck.on)
            rig = with_item(rig, replace(holder, decks=(*holder.decks, deck)))
    item = rig.item(item_id)
    place = hung(item, deck) if upright(deck) else on_deck(item, deck).place
    return with_item(rig, replace(item, place=place))


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
