"""Stacked things a level at a time: what stands on the decks of one height, from the floor up; and the deck that is looked at closely."""

from collections.abc import Iterator

from msgspec import Struct

from ..geometry.frames import Frames, standing_on
from ..kind.capability import can
from ..model.carrier import Carrier, Deck
from ..model.rig import Rig

SAME = 0.05  # decks as high as each other [m]


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
    tops = {i.id: i.name for i in rig.items}
    made: list[Level] = []
    last = -1e9
    for z, deck, items in found:
        name = f"on {tops[deck.on]}" if deck.face_of and deck.on in tops else deck.name
        if made and z - last < SAME:
            words = made[-1].words if name in made[-1].words.split(", ") else f"{made[-1].words}, {name}"
            made[-1] = Level(words, made[-1].items | items)
        else:
            made.append(Level(name, items))
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
    """The deck to look at closely for a thing: its wall or door, else its carrier's deck, or the skid that stands alone on it."""
    if item_id not in frames.items:
        return alone(rig, carrier.main_deck.id)
    deck = rig.deck(rig.item(item_id).place.deck)
    own = {c.id for c in rig.carriers}
    while deck.on not in own:
        deck = rig.deck(rig.item(deck.on).place.deck)
    return alone(rig, deck.id)


def near(rig: Rig, frames: Frames, carrier: Carrier, item_id: str) -> tuple[str, ...]:
    """The decks to look at closely for a thing, one after the other: `looked_at`, and the shelf, rack or top that it stands on."""
    first = looked_at(rig, frames, carrier, item_id)
    own = rig.item(item_id).place.deck if item_id in frames.items else first
    return (first,) if own == first or any(own == d.id for d in carrier.decks) else (first, own)


def by_itself(rig: Rig, frames: Frames, carrier: Carrier, item_id: str) -> str:
    """The deck to look at closely without being asked: a wall or a door, a skid, or the deck a skid stands on among others; else none."""
    deck = looked_at(rig, frames, carrier, item_id)
    if deck != carrier.main_deck.id:
        return deck
    holder = rig.item(item_id)
    own = {c.id for c in rig.carriers}
    while not can(holder, "be lifted"):
        on = rig.deck(holder.place.deck).on
        if on in own:
            return ""
        holder = rig.item(on)
    return deck


def alone(rig: Rig, deck_id: str) -> str:
    """The deck of the one thing that stands on a deck, if it is the only one and carries the rest; else the deck itself."""
    on = [i for i in rig.items if i.place.deck == deck_id and not i.built_in]
    if len(on) != 1:
        return deck_id
    loaded = [d.id for d in on[0].decks if any(i.place.deck == d.id for i in rig.items)]
    return alone(rig, loaded[0]) if len(loaded) == 1 else deck_id


def carried(rig: Rig, deck_id: str) -> frozenset[str]:
    """Everything that stands on a deck, directly or not."""
    return frozenset(j.id for i in rig.items if i.place.deck == deck_id for j in standing_on(rig, i.id))
