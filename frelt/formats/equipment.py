"""`*.equipment.json`: entries of the shop's own catalog, whole, with what stands on them."""

import msgspec

from ..core.base.value import BadInput, Id, Value
from ..core.model.catalog_entry import Entry
from .migrations import Raw
from .migrations.from_1 import item_from_1
from .migrations.from_2 import item_from_2
from .migrations.from_6 import item_from_6
from .strict import parsed, seen, typed

SUFFIX = ".equipment.json"
FORMAT, VERSION = "frelt-equipment", 4


class Shelf(Value, frozen=True, kw_only=True, omit_defaults=False):
    """A file of entries. taken: which in the order in which the shop took its files in, the newest the highest."""

    format: str = FORMAT
    version: int = VERSION
    taken: int = 0
    entries: tuple[Entry, ...] = ()


def decode_entries(data: bytes, file: str = "") -> tuple[Entry, ...]:
    """The entries in some bytes. Raises BadInput naming file, path, what was found and expected."""
    return decode_shelf(data, file).entries


def decode_shelf(data: bytes, file: str = "") -> Shelf:
    """The file of entries in some bytes. Raises BadInput naming file, path, what was found and expected."""
    try:
        raw = parsed(data)
        if not isinstance(raw, dict) or raw.get("format") != FORMAT:
            raise BadInput("$.format", seen(raw.get("format") if isinstance(raw, dict) else raw), f'"{FORMAT}"')
        shelf = typed(_present(raw), Shelf)
        if shelf.version != VERSION:
            raise BadInput("$.version", str(shelf.version), f"a version this program reads, {VERSION}")
        for n, entry in enumerate(shelf.entries):
            _whole(entry, f"$.entries[{n}]")
        return shelf
    except BadInput as err:
        raise BadInput(err.where, err.found, err.expected, file) from None


STEPS = {1: item_from_1, 2: item_from_2, 3: item_from_6}  # what each version's items need to be the next one's


def _present(raw: Raw) -> Raw:
    """Entries as this version has them; what is of a wrong shape is left for the types to refuse."""
    version, entries = raw.get("version"), raw.get("entries", [])
    while version in STEPS:
        try:
            step = STEPS[version]
            entries = [{**e, "item": step(e["item"]), "carries": [step(i) for i in e.get("carries", [])]} for e in entries]
        except (TypeError, AttributeError, KeyError, ValueError):
            return {**raw, "version": VERSION}
        version += 1
    return {**raw, "version": version, "entries": entries} if version != raw.get("version") else raw


def _whole(entry: Entry, path: str) -> None:
    """What stands on an entry stands on one of its decks."""
    decks: set[Id] = {d.id for d in entry.item.decks} | {d.id for i in entry.carries for d in i.decks}
    for n, item in enumerate(entry.carries):
        if item.place.deck not in decks:
            raise BadInput(f"{path}.carries[{n}].place.deck", f"“{item.place.deck}”", "a deck of this entry")


def encode_entries(entries: tuple[Entry, ...], taken: int = 0) -> bytes:
    """Entries as UTF-8 JSON, indented. Raises BadInput where they would not read back the same."""
    made = msgspec.json.encode(Shelf(entries=entries, taken=taken))
    if decode_entries(made) != entries:
        raise BadInput("$", "an entry that would not read back the same", "finite figures within bounds")
    return msgspec.json.format(made, indent=1) + b"\n"
