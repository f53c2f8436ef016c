"""Stacked things a level at a time: what stands on the decks of one height, from the floor up; and the deck that is looked at closely."""

from collections.abc import Iterator

from msgspec import Struct

from ..geometry.frames import Frames, standing_on
from ..geometry.polygon import area
from ..model.carrier import Carrier, Deck
from ..model.rig import Rig

SAME = 0.05  # decks as high as each other [m]
MOST = 0.4  # of its carrier's deck, from which a deck on a thing is looked at for itself


class Level(Struct, frozen=True):
    """Decks of one height. words: what they are called.  items: what stands on them."""

    words: str
    items: frozenset[str]


def levels(rig: Rig, frames: Frames, deck_id: str) -> tuple[Level, ...]:
    """What stands on a deck and on what stands there, the lowest first; nothing where there is one level at most."""
    found: list[tuple[float, Deck, frozenset[str]]] = []
    for deck in above(rig, deck_id):
        items = frozenset(i.id for i in rig.items if i.place.deck == deck.id)
        if items:
            found.append((frames.decks[deck.id].at[2], deck, items))
    found.sort(key=lambda f: f[0])
    made: list[Level] = []
    last = -1e9
    for z, deck, items in found:
        if made and z - last < SAME:
            words = made[-1].words if deck.name in made[-1].words.split(", ") else f"{made[-1].words}, {deck.name}"
            made[-1] = Level(words, made[-1].items | items)
        else:
            made.append(Level(deck.name, items))
            last = z
    return tuple(made) if len(made) > 1 else ()


def above(rig: Rig, deck_id: str) -> Iterator[Deck]:
    """A deck and every deck of what stands on it."""
    yield rig.deck(deck_id)
    for item in rig.items:
        if item.place.deck == deck_id:
            for deck in item.decks:
                yield from above(rig, deck.id)


def looked_at(rig: Rig, frames: Frames, carrier: Carrier, item_id: str) -> str:
    """The deck to look at closely for a thing: the smallest below it that is a good part of its carrier's; else the main deck."""
    if item_id not in frames.items:
        return carrier.main_deck.id
    item = rig.item(item_id)
    chain = [*(d.id for d in item.decks if any(i.place.deck == d.id for i in rig.items)), item.place.deck]
    own = {c.id for c in rig.carriers}
    while rig.deck(chain[-1]).on not in own:
        chain.append(rig.item(rig.deck(chain[-1]).on).place.deck)
    base = rig.deck(chain[-1])
    if not frames.decks[base.id].level:
        return base.id
    return next((d for d in chain if area(rig.deck(d).outline) >= MOST * area(base.outline)), base.id)


def carried(rig: Rig, deck_id: str) -> frozenset[str]:
    """Everything that stands on a deck, directly or not."""
    return frozenset(j.id for i in rig.items if i.place.deck == deck_id for j in standing_on(rig, i.id))
