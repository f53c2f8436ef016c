"""What one takes equipment and chassis from, and how an entry becomes part of a rig."""

import re
from collections.abc import Callable

from msgspec.structs import replace

from ..base.figure import Figure, Rating
from ..model.carrier import Axle, Carrier, Rolling, Stand, Trailer, TrailerRatings, Typical, VehicleRatings
from ..model.catalog_entry import Entry
from ..model.item import Item


def unread(carrier: Carrier) -> Carrier:
    """A carrier whose ratings that are only typical are unknown again: nothing is proved by a guess. They are kept as typical."""
    typical: list[Typical] = []

    def read(rating: Rating, field: str) -> Rating:
        if isinstance(rating, Figure) and rating.source == "estimate":
            typical.append(Typical(field=field, rating=rating.value))
            return None
        return rating

    def plates(ratings: TrailerRatings | VehicleRatings) -> TrailerRatings | VehicleRatings:
        return replace(ratings, **{n: read(getattr(ratings, n), f"ratings.{n}") for n in ratings.__struct_fields__})

    def axle(a: Axle, n: int) -> Axle:
        tires = replace(a.tires, rating=read(a.tires.rating, f"axles[{n}].tires.rating"))
        return replace(a, rating=read(a.rating, f"axles[{n}].rating"), tires=tires)

    if isinstance(carrier, Stand):
        return carrier
    bare: Rolling = replace(carrier, ratings=plates(carrier.ratings))
    axles = tuple(axle(a, n) for n, a in enumerate(bare.axles))
    made = replace(bare, axles=axles) if isinstance(bare, Trailer) else replace(bare, front=axles[0], rear=axles[1:])
    return replace(made, typical=tuple(typical) or made.typical)


def spoken(text: str) -> list[str]:
    """The words of a name or a search, without commas and hyphens; a comma that parts thousands parts no words."""
    return re.sub(r"(?<=\d),(?=\d{3}(?!\d))", "", text.lower()).replace(",", " ").replace("-", " ").split()


def taken(entry: Entry, item_id: str) -> Item:
    """The entry as an item of a rig: a copy with an id of its own that remembers where it came from."""
    origin = f"{'shop' if entry.own else 'catalog'}: {entry.item.id}"
    decks = tuple(replace(d, id=f"{item_id}.{n}"[-64:], on=item_id) for n, d in enumerate(entry.item.decks, 1))
    return replace(entry.item, id=item_id, decks=decks, origin=origin)


def taken_with(entry: Entry, new_id: Callable[[str], str]) -> tuple[Item, ...]:
    """The entry and all that stands on it as items of a rig, their ids and decks renewed; the entry's own item first."""
    first = taken(entry, new_id("item"))
    decks = {old.id: new.id for old, new in zip(entry.item.decks, first.decks, strict=True)}
    made = [first]
    for item in entry.carries:
        own = new_id("item")
        new = tuple(replace(d, id=f"{own}.{n}"[-64:], on=own) for n, d in enumerate(item.decks, 1))
        decks |= {old.id: d.id for old, d in zip(item.decks, new, strict=True)}
        made.append(replace(item, id=own, decks=new))
    return tuple(
        i if i is first else replace(i, place=replace(i.place, deck=decks.get(i.place.deck, i.place.deck))) for i in made
    )
