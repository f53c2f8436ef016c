"""What one takes equipment and chassis from, and how an entry becomes part of a rig."""

from collections.abc import Iterable

from msgspec.structs import replace

from .carrier import Trailer
from .item import Item
from .value import Text, Value


class Entry(Value, frozen=True, kw_only=True):
    """A catalog entry: an item ready to be placed, and the words it is also found by."""

    item: Item
    words: Text = ""


class Chassis(Value, frozen=True, kw_only=True):
    """A chassis class: a trailer ready to be measured."""

    id: Text
    name: Text
    trailer: Trailer


def search(entries: Iterable[Entry], text: str) -> tuple[Entry, ...]:
    """Entries in which every word typed begins a word of the name, kind or search words."""
    wanted = text.lower().split()

    def fits(entry: Entry) -> bool:
        have = f"{entry.item.name} {entry.item.kind} {entry.words}".lower().replace(",", " ").replace("-", " ").split()
        return all(any(h.startswith(w) for h in have) for w in wanted)

    return tuple(e for e in entries if fits(e))


def taken(entry: Entry, item_id: str) -> Item:
    """The entry as an item of a rig: a copy with an id of its own that remembers where it came from."""
    return replace(entry.item, id=item_id, origin=f"catalog: {entry.item.id}")
