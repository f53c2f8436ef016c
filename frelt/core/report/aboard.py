"""What is aboard, numbered in the order of its decks: the same numbers on the bench, in the list beside it and on paper."""

from collections.abc import Callable, Iterable, Iterator

from msgspec import Struct

from ..base.kept import Kept, Memo
from ..judge.check import Check
from ..judge.marks import Mark, is_open, mark_of
from ..model.carrier import Deck
from ..model.item import Item
from ..model.rig import Rig

_listed: Memo["tuple[OnDeck, ...]"] = Memo(64)


class Row(Struct, frozen=True):
    """One thing with its number."""

    number: int
    item: Item


class OnDeck(Struct, frozen=True):
    """What stands on one deck, and what the deck is called where several are listed."""

    deck: Deck
    words: str
    rows: tuple[Row, ...]


def aboard(rig: Rig, kept: Kept) -> tuple[OnDeck, ...]:
    """Every thing once, deck by deck from the main one's floor upward; what is built in comes last on its deck."""
    return _listed.get(kept, rig.id, (rig.items, rig.trailer, rig.vehicle, rig.stand), lambda: tuple(_decks(rig)))


def numbers(rig: Rig, kept: Kept) -> dict[str, int]:
    """The number of each thing, by its id."""
    return {row.item.id: row.number for group in aboard(rig, kept) for row in group.rows}


def _decks(rig: Rig) -> Iterator[OnDeck]:
    standing: dict[str, list[Item]] = {}
    for item in rig.items:
        standing.setdefault(item.place.deck, []).append(item)
    carriers = sorted(rig.carriers, key=lambda c: c is not rig.main)
    order = [deck for c in carriers for deck in _upward(c.decks, standing)]
    names = [deck.name for deck in order]
    loaded = [c for c in carriers if any(d.id in standing for d in c.decks)]
    holders = {c.id: c.name for c in carriers} | {i.id: i.name for i in rig.items}
    n = 0
    for deck in order:
        on = holders[deck.on]
        words = deck.name
        if deck.face_of and all(deck.on != c.id for c in carriers):
            words = f"On {on}"
        elif names.count(deck.name) > 1 or (len(loaded) > 1 and any(deck.on == c.id for c in carriers)):
            words = f"{deck.name}, {on}"
        rows = []
        for item in sorted(standing[deck.id], key=lambda i: i.built_in):
            n += 1
            rows.append(Row(n, item))
        yield OnDeck(deck, words, tuple(rows))


def _upward(decks: tuple[Deck, ...], standing: dict[str, list[Item]]) -> Iterator[Deck]:
    """Decks that something stands on, each before those of what stands on it."""
    queue = list(decks)
    while queue:
        deck = queue.pop(0)
        if deck.id in standing:
            yield deck
            queue += [d for item in standing[deck.id] for d in item.decks]


def found(listed: tuple[OnDeck, ...], typed: str) -> tuple[OnDeck, ...]:
    """What fits typed words, deck by deck: a number alone is that thing; else every word is in a name, its liquid's or its deck's."""
    words = typed.casefold().split()
    if not words:
        return listed
    every = [row for group in listed for row in group.rows]
    if len(words) == 1 and any(str(row.number) == words[0] for row in every):
        return _only(listed, lambda _, row: str(row.number) == words[0])
    return _only(listed, lambda group, row: all(w in _said(group, row.item) for w in words))


def _only(listed: tuple[OnDeck, ...], fits: Callable[[OnDeck, Row], bool]) -> tuple[OnDeck, ...]:
    made = [OnDeck(g.deck, g.words, tuple(row for row in g.rows if fits(g, row))) for g in listed]
    return tuple(g for g in made if g.rows)


def _said(group: OnDeck, item: Item) -> str:
    liquids = [f"{t.liquid.name} {t.liquid.short}" for t in item.tanks]
    return " ".join([item.name, group.words, item.kind, *liquids]).casefold()


def marks_of(checks: Iterable[Check]) -> dict[str, Mark]:
    """The mark of the finding that each thing is most concerned in, by its id; none where nothing is to be said."""
    made: dict[str, Mark] = {}
    for check in sorted(filter(is_open, checks), key=lambda c: c.rank):
        for item in check.items:
            made.setdefault(item, mark_of(check))
    return made
