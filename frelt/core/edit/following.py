"""What follows from something else is made again when that changes: the decks of a carrier's body, and the tops of things.

A tape laid again over a chassis moves its walls, doors, roof, dovetail and platform with it. What hangs on a wall stays where
it is along the body; what hangs on a door, stands on a dovetail or on a top goes with that.
"""

from msgspec.structs import replace

from ..geometry.faces import faces, key, tail
from ..geometry.frames import deck_frame
from ..geometry.measures import bounds, main_box
from ..model.carrier import Carrier, Deck, kind_of_carrier
from ..model.item import Item, Placement
from ..model.rig import Rig

SAME = 1e-6  # m
RIDES = ("door", "dovetail", "tongue platform", "top")  # what is there goes with it, rather than stay along the body


def followed(before: Rig, after: Rig) -> Rig:
    """The rig after an edit with all that is derived made again; the very same where nothing it follows from has changed."""
    was = {c.id: c for c in before.carriers}
    moved: dict[str, tuple[Deck, Deck]] = {}
    made = after
    for carrier in after.carriers:
        old = was.get(carrier.id)
        if old is None or old is carrier or _alike(old, carrier):
            continue
        new = carrier_followed(old, carrier)
        if new is not carrier:
            made = replace(made, **{kind_of_carrier(new): new})
        have = {d.id: d for d in new.decks}
        moved |= {d.id: (d, have[d.id]) for d in old.decks[1:] if d.id in have and have[d.id] != d}
    items = tuple(_item(i, moved) for i in made.items)
    return made if all(a is b for a, b in zip(items, made.items, strict=True)) else replace(made, items=items)


def _alike(old: Carrier, new: Carrier) -> bool:
    return old.body == new.body and old.main_deck == new.main_deck and old.axles == new.axles and tail(old) == tail(new)


def carrier_followed(old: Carrier, new: Carrier) -> Carrier:
    """The carrier with its further decks where the changed body has them; a face it no longer has goes.

    What somebody set on such a deck by hand, a narrower roof or another name, stays set.
    """
    had, has = {key(d): d for d in faces(old)}, {key(d): d for d in faces(new)}
    decks = [new.main_deck]
    untouched = {d.id: d for d in old.decks}
    for deck in new.decks[1:]:
        if untouched.get(deck.id) != deck:  # it is what the edit itself changed
            decks.append(deck)
        elif deck.face_of:
            if key(deck) in has:
                decks.append(_remade(deck, had.get(key(deck)), has[key(deck)]))
        else:
            decks.append(_beside(deck, old, new))
    return replace(new, decks=tuple(decks)) if decks != list(new.decks) else new


def _remade(deck: Deck, had: Deck | None, has: Deck) -> Deck:
    """A face's deck with those of its measures that were the body's own as the body has them now."""
    if had is None:
        return deck
    fields = ("origin", "u", "v", "outline", "hinge", "name")
    return replace(deck, **{f: getattr(has, f) for f in fields if getattr(deck, f) == getattr(had, f)})


def _beside(deck: Deck, old: Carrier, new: Carrier) -> Deck:
    """A dovetail behind the deck's new end and as wide; a platform or roof as much higher as the deck is."""
    ox0, oy0, ox1, oy1, oz = main_box(old)
    x0, y0, x1, y1, z = main_box(new)
    x, y, at = deck.origin
    if deck.kind == "dovetail":
        k = (y1 - y0) / max(oy1 - oy0, SAME)
        wide = tuple((a, b * k) for a, b in deck.outline)
        return replace(deck, origin=(x + x1 - ox1, y, at + z - oz), outline=wide)
    if deck.kind == "roof":
        stretch, wider = (x1 - x0) / max(ox1 - ox0, SAME), (y1 - y0) / max(oy1 - oy0, SAME)
        up = z - oz + max(new.body.wall - old.body.wall, -at)
        return replace(deck, origin=(x, y, at + up), outline=tuple((a * stretch, b * wider) for a, b in deck.outline))
    return replace(deck, origin=(x + x0 - ox0, y, at + z - oz)) if z != oz or x0 != ox0 else deck


def _item(item: Item, moved: dict[str, tuple[Deck, Deck]]) -> Item:
    if item.decks and any(d.face_of == "top" for d in item.decks):
        decks = tuple(top(item, d) if d.face_of == "top" else d for d in item.decks)
        item = replace(item, decks=decks) if decks != item.decks else item
    pair = moved.get(item.place.deck)
    return replace(item, place=_place(item.place, *pair)) if pair is not None else item


def _place(place: Placement, old: Deck, new: Deck) -> Placement:
    """Where a thing is on a deck that has moved."""
    if old.kind in RIDES:
        (u0, v0, *_), (a0, b0, *_) = bounds(old), bounds(new)
        return replace(place, u=round(place.u + a0 - u0, 6), v=round(place.v + b0 - v0, 6)) if (a0, b0) != (u0, v0) else place
    here, there = deck_frame(old).point((place.u, place.v, 0.0)), deck_frame(new)
    step = tuple(here[i] - there.at[i] for i in range(3))
    u, v = (sum(there.turn[i][k] * step[i] for i in range(3)) for k in (0, 1))
    return replace(place, u=round(u, 6), v=round(v, 6))


def top(item: Item, deck: Deck) -> Deck:
    """A deck on a thing as long and wide as it is, at its height."""
    a, b = item.length.value / 2, item.width.value / 2
    outline = ((-a, -b), (a, -b), (a, b), (-a, b))
    return replace(deck, origin=(0.0, 0.0, item.height.value), outline=outline)
