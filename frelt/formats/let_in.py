"""What an earlier version let in and this one would refuse: it opens, and it is told what was done with it."""

from typing import Any

from msgspec.structs import replace

from ..core.base.units import US
from ..core.kind.bounds import let_in
from ..core.kind.registry import kind_of
from ..core.model.document import Document
from ..core.model.item import Item

FIGURE = frozenset(("value", "plus_minus", "source", "basis", "origin", "note"))


def without_negatives(raw: Any) -> tuple[Any, int]:
    """Raw values with figures below 0, which versions 1 and 2 took, at 0; and how many there were."""
    if isinstance(raw, list):
        listed = [without_negatives(x) for x in raw]
        return [x for x, _ in listed], sum(n for _, n in listed)
    if not isinstance(raw, dict):
        return raw, 0
    made, count = {}, 0
    figure = "value" in raw and set(raw) <= FIGURE
    for key, value in raw.items():
        if figure and key in ("value", "plus_minus") and isinstance(value, int | float) and value < 0:
            made[key], own = 0.0, 1
        else:
            made[key], own = without_negatives(value)
        count += own
    return made, count


def with_let_in(document: Document) -> tuple[Document, tuple[str, ...]]:
    """A document of an earlier version with what is beyond the bounds of today's kinds marked; and a sentence on each."""
    told: list[str] = []
    rigs = tuple(replace(rig, items=tuple(_item(i, told) for i in rig.items)) for rig in document.rigs)
    return (replace(document, rigs=rigs), tuple(told)) if told else (document, ())


def _item(item: Item, told: list[str]) -> Item:
    made = let_in(item)
    for p in kind_of(item).params if made is not item else ():
        if p.id in made.let_in:
            was, now = (US.show(i.fields[p.id].value, p.quantity) for i in (item, made))
            taken = "" if was == now else f", taken as {now}"
            bounds = f"{US.show(p.low, p.quantity)} to {US.show(p.high, p.quantity)}"
            told.append(
                f"{item.name}: {p.label.lower()} {was} is beyond {bounds}, in which today's version works it out{taken}"
            )
    return made
