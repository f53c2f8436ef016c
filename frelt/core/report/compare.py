"""Two rigs beside each other: check by check, and what differs in what they are made of."""

from msgspec import Struct

from ..base.text import told_apart
from ..judge.check import Check
from ..judge.status import RANKS
from ..model.item import Item
from ..model.rig import Rig
from ..solve import Solved
from ..statics.cases import ball_height


class Pair(Struct, frozen=True):
    """One check in two rigs; either may be missing.

    change: of the margin from the first to the second [kg, shares or m], None where it cannot be told.
    """

    id: str
    subject: str
    kind: str
    first: Check | None
    second: Check | None

    @property
    def change(self) -> float | None:
        """How much more room the second rig has than the first."""
        a = self.first.margin if self.first is not None else None
        b = self.second.margin if self.second is not None else None
        return None if a is None or b is None else b - a

    @property
    def worse(self) -> int:
        """1 where the second is of a worse status, -1 where it is of a better one, else 0."""
        a = RANKS[self.first.status] if self.first is not None else RANKS["ok"]
        b = RANKS[self.second.status] if self.second is not None else RANKS["ok"]
        return (a > b) - (a < b)


def compared(first: Solved, second: Solved) -> tuple[Pair, ...]:
    """Every check of either rig, worst of both first; what a copy calls by ids of its own is matched by names."""
    ours, theirs = _keyed(first), _keyed(second)
    pairs = []
    for check_id in dict.fromkeys([*ours, *theirs]):
        a, b = ours.get(check_id), theirs.get(check_id)
        known = a if a is not None else b
        assert known is not None
        pairs.append(Pair(known.id, known.subject, known.kind, a, b))
    return tuple(sorted(pairs, key=lambda p: min(c.rank for c in (p.first, p.second) if c is not None)))


def _keyed(solved: Solved) -> dict[str, Check]:
    """The checks of a rig by their ids, in which every id of a thing is its name; a number tells those of one name apart."""
    rig = solved.rig
    items = {i.id: i.name for i in rig.items}
    names = {d.id: f"{d.kind} {d.name}" for d in rig.decks}
    for what, carrier in (("trailer", rig.trailer), ("vehicle", rig.vehicle)):
        if carrier is not None:
            names |= {carrier.id: what} | {a.id: f"{what} {a.name}" for a in carrier.axles}
            names |= {d.id: f"{what} {d.name}" for d in carrier.body.doors}
    found: dict[str, Check] = {}
    for c in solved.checks:
        parts, named = c.named()
        for n, item_id in named.items():
            parts[n] = f"“{items.get(item_id, item_id)}”"
        key = base = "".join(names.get(part, part) for part in parts)
        n = 2
        while key in found:
            key, n = f"{base} {n}", n + 1
        found[key] = c
    return found


def differences(first: Solved, second: Solved) -> tuple[str, ...]:
    """What the second rig has otherwise, in words: items moved, added, gone, changed; the carriers changed.

    Items of a copy have ids of their own, so they are matched by name.
    """
    ours, theirs = _called(first.rig), _called(second.rig)
    words = [f"{name} is gone" for name in ours if name not in theirs]
    words += [f"{name} is new" for name in theirs if name not in ours]
    for name, item in ours.items():
        other = theirs.get(name)
        if other is not None:
            words += _item(item, other)
    words += _carriers(first.rig, second.rig)
    if [(s.name, s.condition, s.road) for s in first.rig.states] != [(s.name, s.condition, s.road) for s in second.rig.states]:
        words.append("its states differ")
    return tuple(words)


def _called(rig: Rig) -> dict[str, Item]:
    """Items by their names, those of one name told apart in their order."""
    return dict(zip(told_apart([i.name for i in rig.items]), rig.items, strict=True))


def _carriers(a: Rig, b: Rig) -> list[str]:
    """How the carriers differ; those of a copy have ids of their own, so they are matched by what they are."""
    words = []
    if ball_height(a) != ball_height(b):
        words.append("the ball stands at another height")
    if a.bars != b.bars:
        words.append("the distributing bars are set otherwise")
    for what, x, y in (("trailer", a.trailer, b.trailer), ("vehicle", a.vehicle, b.vehicle)):
        if (x is None) != (y is None):
            words.append(f"there is {'a' if x is None else 'no'} {what}")
        elif x is not None and y is not None:
            whose = f"the {what}'s" if len(a.carriers) > 1 else "its"
            if x.ratings != y.ratings or [i.rating for i in x.axles] != [i.rating for i in y.axles]:
                words.append(f"{whose} plates differ")
            if x.empty != y.empty:
                words.append(f"{whose} empty weights differ")
            if [i.x for i in x.axles] != [i.x for i in y.axles] or [d.outline for d in x.decks] != [d.outline for d in y.decks]:
                words.append(f"{whose} axles or decks measure otherwise")
    return words


def _item(item: Item, other: Item) -> list[str]:
    """How one item differs."""
    at, to = item.place, other.place
    words = []
    if (at.u, at.v, at.off, at.turns) != (to.u, to.v, to.off, to.turns):
        words.append(f"{item.name} stands elsewhere")
    if item.mass != other.mass or [t.capacity for t in item.tanks] != [t.capacity for t in other.tanks]:
        words.append(f"{item.name} weighs or holds otherwise")
    return words
