"""A catalog entry put on the rig, in hand."""

from msgspec import Struct
from msgspec.structs import replace

from ...app.session import new_id
from ...core.kind.capability import can
from ...core.kind.named import named
from ...core.model.catalog_entry import Entry
from ...core.model.item import Item
from ...core.model.rig import Rig
from .desk import Desk


class Put(Struct, frozen=True):
    """The rig with an entry on it, and the new item."""

    rig: Rig
    item: Item


def placed(desk: Desk, entry_id: str) -> Put | None:
    """A catalog entry on the deck worked on, at the free spot nearest to its middle; None where it is not in the catalog any more.

    Named in the person's units, as the card was.
    """
    from ...core.placing.put_on import put_on

    rig, carrier, entry = desk.session.rig, desk.carrier, desk.library.entry(entry_id)
    if rig is None or carrier is None or entry is None:
        return None
    deck = "" if can(entry.item, "bear things") else _deck_worked_on(desk)
    made, item = put_on(
        rig, _called(entry, desk), new_id, None, None, carrier.id, desk.close_up.deck if desk.close_up.closely else deck
    )
    return Put(made, item)


def _called(entry: Entry, desk: Desk) -> Entry:
    return entry if entry.own else replace(entry, item=replace(entry.item, name=named(entry.item.name, desk.units)))


def put(desk: Desk, entry_id: str, in_hand: bool = True) -> bool:
    """Put a catalog entry where it was shown to stand; says why where that cannot be. Returns whether it is there."""
    if desk.session.rig is None or desk.carrier is None:
        desk.refused.emit("First take a chassis, under Job.")
        return False
    made = placed(desk, entry_id)
    if made is None:
        desk.refused.emit("That entry is no longer in the catalog.")
        return False
    if not desk.edit(lambda _: made.rig, f"{made.item.name} added"):
        return False
    if in_hand:
        desk.take(made.item.id)
    else:
        desk.said.emit(f"{made.item.name} stands on the deck.")
    return True


def put_in_hand(desk: Desk, item_id: str) -> None:
    """Take in hand what was let go from the catalog, if it is on the rig."""
    rig = desk.session.rig
    if rig is not None and any(i.id == item_id for i in rig.items):
        desk.take(item_id)


def _deck_worked_on(desk: Desk) -> str:
    """The level deck or the rack worked on last, if it is still there and on the carrier drawn."""
    solved, carrier, last = desk.session.solved, desk.carrier, desk.last_deck
    if solved is None or carrier is None:
        return ""
    frames = solved.frames
    known = last in frames.decks and frames.carrier_of.get(last) == carrier.id
    hangs = any(d.id == last for i in solved.rig.items for d in i.decks)
    return last if known and (hangs or frames.decks[last].level) else ""
