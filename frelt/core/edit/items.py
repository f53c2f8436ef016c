"""Edits: each takes a rig and gives a new one. The old one stays as it was."""

from collections.abc import Callable

from msgspec.structs import replace

from ..base.value import FreltError
from ..model.carrier import Deck
from ..model.item import Item, Placement
from ..model.rig import Rig

NewId = Callable[[str], str]


def with_item(rig: Rig, item: Item) -> Rig:
    """The rig with an item replaced by one of the same id."""
    return replace(rig, items=tuple(item if i.id == item.id else i for i in rig.items))


def place(rig: Rig, item_id: str, **change: object) -> Rig:
    """The rig with some of an item's placement changed: u, v, off [m], turns, deck, face."""
    item = rig.item(item_id)
    return with_item(rig, replace(item, place=replace(item.place, **change)))


def move(rig: Rig, item_id: str, du: float, dv: float) -> Rig:
    """The rig with an item shifted along its deck by (du, dv) [m]."""
    at = rig.item(item_id).place
    return place(rig, item_id, u=at.u + du, v=at.v + dv)


def turn(rig: Rig, item_id: str, quarters: int = 1) -> Rig:
    """The rig with an item turned by quarter turns about its middle."""
    return place(rig, item_id, turns=(rig.item(item_id).place.turns + quarters) % 4)


def exchange(rig: Rig, a: str, b: str) -> Rig:
    """The rig with two items' places exchanged; each keeps its own turn and height."""
    pa, pb = rig.item(a).place, rig.item(b).place
    moved = place(rig, a, deck=pb.deck, u=pb.u, v=pb.v)
    return place(moved, b, deck=pa.deck, u=pa.u, v=pa.v)


def add(rig: Rig, item: Item) -> Rig:
    """The rig with one more item. Raises FreltError where its id is taken."""
    if any(i.id == item.id for i in rig.items):
        raise FreltError(f"an item {item.id} is there already")
    return replace(rig, items=(*rig.items, item))


def on_deck(item: Item, deck: Deck) -> Item:
    """The item put down in the middle of a deck."""
    u = sum(p[0] for p in deck.outline) / len(deck.outline)
    v = sum(p[1] for p in deck.outline) / len(deck.outline)
    return replace(item, place=Placement(deck=deck.id, u=u, v=v))
