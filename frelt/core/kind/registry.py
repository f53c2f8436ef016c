"""The kinds there are: registered by their files, loaded when first asked for."""

from importlib import import_module
from typing import Any

from ..model.item import Item
from .kind import Given, Kind, Outline
from .outlines import rectangle

KINDS: dict[str, Kind] = {}


def register(kind: Kind) -> None:
    """Add a kind. Raises ValueError where its id is taken."""
    if kind.id in KINDS:
        raise ValueError(f"kind {kind.id} is registered twice")
    KINDS[kind.id] = kind


def _entries() -> Any:
    """The folder of kinds; each imports this registry, so it is named and not imported here."""
    return import_module("frelt.core.kinds")


def find(kind_id: str) -> Kind | None:
    """A kind by its id, loaded when it is first asked for; None where there is none."""
    found = KINDS.get(kind_id)
    if found is None:
        _entries().load(kind_id)
        found = KINDS.get(kind_id)
    return found


def every() -> dict[str, Kind]:
    """Every kind there is, by id."""
    _entries().load_all()
    return KINDS


def outline(item: Item) -> Outline:
    """The outline that counts: the item's own corners where given, else its kind's."""
    if item.outline:
        return item.outline
    kind = find(item.kind)
    return kind.outline(item) if kind is not None else rectangle(item)


PLAIN = Kind("plain", "Item", rectangle)  # what is known of a kind that is not here


def kind_of(item: Item) -> Kind:
    """The kind of an item; a plain box for one that is not known here."""
    return KINDS.get(item.kind) or find(item.kind) or PLAIN


def given(item: Item) -> Given:
    """An item's parameters, the usual ones where it says nothing."""
    return kind_of(item).given(item.fields, item.options)
