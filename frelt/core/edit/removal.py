"""What an edit leaves behind, put right: what names a thing that is gone goes with it; what stood on it goes to the deck below.

Whatever was taken away, by whatever edit (a deck, a seat, a part, a state, a carrier, another kind), `settled` compares the rig
with the one before and mends it through the one walker of references.
"""

from collections.abc import Iterable

from msgspec import Struct
from msgspec.structs import replace

from ..base.text import joined
from ..base.value import FreltError
from ..geometry.frames import Frame, Frames
from ..model.accepted import Accepted
from ..model.carrier import Carrier, Deck, kind_of_carrier
from ..model.day import Act
from ..model.fit_out import FitOut
from ..model.item import Item, Placement
from ..model.kit import KitLine
from ..model.plumbing import Line, TipSet
from ..model.references import DROP, Gone, Known, Rename, known, rewritten
from ..model.rig import Bars, Rig
from ..model.state import Person
from ..model.tie_down import Anchor, Block, Bolts, Lock, Strap
from ..model.ties import Link
from ..model.wish import Wish
from .following import followed

# What is told when it goes, one and several of it; the rest (a fill, an exception) went with the thing it was said of.
WORDS: dict[type[Struct], tuple[str, str]] = {
    Item: ("one thing", "{n} things"),
    Link: ("one tie", "{n} ties"),
    Line: ("one line", "{n} lines"),
    Anchor: ("one anchor", "{n} anchors"),
    Strap: ("one strap", "{n} straps"),
    Bolts: ("its bolts", "the bolts of {n} things"),
    Block: ("one block", "{n} blocks"),
    Lock: ("one lock", "{n} locks"),
    TipSet: ("one set of tips", "{n} sets of tips"),
    Act: ("one act of the day", "{n} acts of the day"),
    Bars: ("the distributing bars", "the distributing bars"),
    KitLine: ("one line of kit", "{n} lines of kit"),
    FitOut: ("one part of the fit-out", "{n} parts of the fit-out"),
    Wish: ("one wish", "{n} wishes"),
    Accepted: ("one accepted finding", "{n} accepted findings"),
    Person: ("one person", "{n} people"),
    Deck: ("one deck", "{n} decks"),
}
NUMBERS = ("no", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve")


class Settled(Struct, frozen=True):
    """A rig that is sound again. went: what went with what was removed.  lowered: what stands on a deck below now, and which."""

    rig: Rig
    went: tuple[Struct, ...] = ()
    lowered: tuple[tuple[str, str], ...] = ()

    @property
    def words(self) -> str:
        """What went and what moved, in one line; empty where nothing did."""
        parts = []
        counted = [(kind, sum(type(w) is kind for w in self.went)) for kind in WORDS]
        gone = [WORDS[kind][n > 1].format(n=_number(n)) for kind, n in counted if n]
        if gone:
            parts.append(f"With it went: {joined(gone)}.")
        decks: dict[str, list[str]] = {}
        for name, deck in self.lowered:
            decks.setdefault(deck, []).append(name)
        for deck, names in decks.items():
            listed = joined(names[:3]) if len(names) <= 3 else f"{joined(names[:2])} and {_number(len(names) - 2)} more"
            parts.append(f"{listed} now {'stands' if len(names) == 1 else 'stand'} on {deck}.")
        return " ".join(parts)


def _number(n: int) -> str:
    return NUMBERS[n] if n < len(NUMBERS) else f"{n:,}"


def settled(before: Rig, after: Rig) -> Settled:
    """The rig after an edit with everything put right that named or stood on what the edit took away.

    The very same rig where nothing was taken away, and nothing follows from what was changed.
    """
    after = followed(before, after)
    had = known(before)
    lost = _lost(had, known(after))
    if not lost:
        return Settled(after)
    made, lowered = _lowered(before, after)
    went: list[Struct] = []
    while True:
        have = known(made)
        lost |= _lost(had, have)
        left = rewritten(made, _naming(have, frozenset(lost)), went=went)
        assert left is not None
        if left is made:
            made, unused = _without_unused(before, made)
            return Settled(made, (*went, *unused), lowered)
        made = left


def _without_unused(before: Rig, after: Rig) -> tuple[Rig, tuple[Anchor, ...]]:
    """Without the anchors that held only what has gone, and they."""

    def used(rig: Rig) -> set[str]:
        return {a for s in rig.tie_down.straps for a in (s.start, s.end)}

    idle = used(before) - used(after)
    gone = tuple(a for a in after.tie_down.anchors if a.id in idle)
    if not gone:
        return after, ()
    kept = tuple(a for a in after.tie_down.anchors if a.id not in idle)
    return replace(after, tie_down=replace(after.tie_down, anchors=kept)), gone


def _naming(have: Known, lost: frozenset[str]) -> Rename:
    def name(what: str, value: str) -> str | Gone:
        if what == "question":
            return DROP if lost & set(value.split(" ")) else value
        return value if have.has(what, value) else DROP

    return name


def _lost(before: Known, after: Known) -> set[str]:
    """Ids and addresses that were there before and are not any more."""
    return {one for what, had in before.by.items() for one in had - after.by[what]}


def _lowered(before: Rig, after: Rig) -> tuple[Rig, tuple[tuple[str, str], ...]]:
    """Things and people that stood on decks that are gone, on the deck below, in the same place seen from above.

    What stood on a carrier that is gone has no deck below, and goes with it.
    """
    have = {d.id: d for d in after.decks}
    astray = [i for i in after.items if i.place.deck not in have]
    walkers = [p for s in after.states for p in s.people if p.place is not None and p.place.deck not in have]
    places = have.keys() | {i.id for i in after.items}
    loose = [k for k in after.kit if k.on not in places]
    if not astray and not walkers and not loose:
        return after, ()
    try:
        frames = Frames(before)
    except FreltError:
        return after, ()
    below = _Below(before, after, frames)
    moved: list[tuple[str, str]] = []
    items = []
    for item in after.items:
        place = below.place(item.place, frames.items.get(item.id)) if item.place.deck not in have else item.place
        if place is not item.place and place is not None:
            moved.append((item.name, have[place.deck].name.lower()))
            item = replace(item, place=place)
        items.append(item)
    states = []
    for state in after.states:
        people = tuple(_put(p, below, frames) if p in walkers else p for p in state.people)
        states.append(replace(state, people=people) if people != state.people else state)
    kit = []
    for line in after.kit:
        deck = below.holding(line.on) if line in loose else None
        if deck is not None:
            moved.append((line.what, deck.name.lower()))
            line = replace(line, on=deck.id)
        kit.append(line)
    return replace(after, items=tuple(items), states=tuple(states), kit=tuple(kit)), tuple(moved)


def _put(person: Person, below: "_Below", frames: Frames) -> Person:
    at = person.place
    if at is None or at.deck not in frames.decks:
        return person
    deck = frames.decks[at.deck]
    place = below.place(at, Frame(deck.turn, deck.point((at.u, at.v, at.off))))
    return replace(person, place=place) if place is not None else person


class _Below:
    """Finds the deck below one that is gone, and a place on it."""

    def __init__(self, before: Rig, after: Rig, frames: Frames) -> None:
        self._frames = frames
        self._holder = {d.id: i for i in before.items for d in i.decks}
        self._had = {d.id: d for d in before.decks}
        self._items = {i.id: i for i in before.items}
        self._decks = {d.id: d for d in after.decks}
        self._carriers: dict[str, Carrier] = {c.id: c for c in after.carriers}

    def place(self, old: Placement, frame: Frame | None) -> Placement | None:
        """A place on the next deck down on which things stand; None where there is none."""
        if frame is None or old.deck not in self._had:
            return None
        deck = self._deck(old.deck)
        if deck is None or deck.id not in self._frames.decks:
            return None
        inner = _inside(self._frames.decks[deck.id], frame)
        turn = round_turn(inner)
        return Placement(deck=deck.id, u=round(inner.at[0], 4), v=round(inner.at[1], 4), turns=turn)

    def holding(self, gone: str) -> Deck | None:
        """The deck below a deck or a thing that is gone, on which what was there lies now; None where there is none."""
        item = self._items.get(gone)
        if item is None:
            return self._deck(gone) if gone in self._had else None
        on = self._decks.get(item.place.deck)
        return on if on is not None and self._frames.decks[on.id].stands else self._deck(item.place.deck)

    def _deck(self, gone: str) -> Deck | None:
        at = gone
        for _ in range(len(self._had)):
            holder = self._holder.get(at)
            if holder is None:
                break
            at = holder.place.deck
            if at in self._decks and self._frames.decks[at].stands:
                return self._decks[at]
        carrier = self._carriers.get(self._frames.carrier_of.get(gone, ""))
        return carrier.main_deck if carrier is not None else None


def _inside(outer: Frame, frame: Frame) -> Frame:
    """A frame as it is inside another one of the same carrier."""
    t = outer.turn
    back = ((t[0][0], t[1][0], t[2][0]), (t[0][1], t[1][1], t[2][1]), (t[0][2], t[1][2], t[2][2]))
    turned = tuple(tuple(sum(back[i][k] * frame.turn[k][j] for k in range(3)) for j in range(3)) for i in range(3))
    step = tuple(frame.at[k] - outer.at[k] for k in range(3))
    at = tuple(sum(back[i][k] * step[k] for k in range(3)) for i in range(3))
    return Frame(turned, at)  # type: ignore[arg-type]


def round_turn(frame: Frame) -> int:
    """The quarter turn about the vertical that is nearest to a frame's: which way its x axis points."""
    x, y = frame.turn[0][0], frame.turn[1][0]
    return (0 if x >= 0 else 2) if abs(x) >= abs(y) else (1 if y >= 0 else 3)


# what is taken away by name


def without_items(rig: Rig, gone: Iterable[str]) -> Settled:
    """The rig without some items: what stood on them stands on the deck below."""
    wanted = set(gone)
    return settled(rig, replace(rig, items=tuple(i for i in rig.items if i.id not in wanted)))


def remove(rig: Rig, item_id: str) -> Rig:
    """The rig without one item and what named it."""
    return without_items(rig, (item_id,)).rig


def without_carrier(rig: Rig, carrier_id: str) -> Settled:
    """The rig without one of its carriers, all that stands on it, and the bars between the two.

    Raises KeyError where it has no such carrier.
    """
    which = kind_of_carrier(rig.carrier(carrier_id))
    made = settled(rig, replace(rig, bars=None, **{which: None}))
    return made if rig.bars is None else replace(made, went=(*made.went, rig.bars))


def without_state(rig: Rig, state_id: str) -> Settled:
    """The rig without one of its states."""
    return settled(rig, replace(rig, states=tuple(s for s in rig.states if s.id != state_id)))


def with_items(rig: Rig, *items: Item) -> Settled:
    """The rig with items replaced by those of the same ids, and what named parts or decks they no longer have."""
    new = {i.id: i for i in items}
    return settled(rig, replace(rig, items=tuple(new.get(i.id, i) for i in rig.items)))
