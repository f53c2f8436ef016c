"""What a kind of thing can do, as data: behavior asks for a capability and never for a kind's id or a display name."""

from collections.abc import Iterable, Iterator
from typing import Literal

from ..model.item import Item
from .registry import kind_of

Can = Literal[
    "wash",  # puts water under pressure: a washing machine
    "soft wash",  # draws chemical and water at low pressure
    "keep a place",  # is nothing yet, and keeps room and weight for what comes later
    "be lifted",  # is lifted by forks with all that stands on it
    "keep liquid",  # is there for the liquid in it, which others draw
    "hang over",  # rides with its ends past what it lies on, as ladders and racks do
    "bear on top",  # has a flat top that bears something
    "hold kit",  # a closed box in which kit is kept
    "run off",  # has a drum that unwinds on the road unless it is locked
    "swing open",  # has doors or drawers of its own that open on the road unless they are latched
    "bear things",  # brings a deck of its own, on which it is put by itself
]


def able(items: Iterable[Item], *what: Can) -> Iterator[Item]:
    """Those of many items whose kind can do one of these; each kind is asked once."""
    kinds: dict[str, bool] = {}
    for item in items:
        known = kinds.get(item.kind)
        if known is None:
            known = kinds[item.kind] = can(item, *what)
        if known:
            yield item


def can(item: Item, *what: Can) -> bool:
    """Whether an item's kind can do one of these."""
    return not kind_of(item).can.isdisjoint(what)
