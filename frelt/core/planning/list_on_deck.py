"""A whole list of equipment put on a deck, beside each other."""

from collections.abc import Mapping, Sequence

from msgspec.structs import replace

from ..base.figure import Figure
from ..edit.copies import NewId
from ..geometry.measures import bounds
from ..model.carrier import Carrier
from ..model.catalog_entry import Entry
from ..model.rig import Rig
from ..placing.put_on import put_on
from .equipment import Needed


def list_on_deck(rig: Rig, carrier: Carrier, needed: Sequence[Needed], entries: Sequence[Entry], new_id: NewId) -> Rig:
    """The rig with every piece of a list on a carrier's main deck, in rows from the front; what does not fit goes on behind.

    They stand beside each other so that each can be taken and moved; it is no arrangement.
    """
    u0, v0, _, v1 = bounds(carrier.main_deck)
    gap, u, v, deep = 0.05, u0, v0, 0.0
    known = {e.item.id: e for e in entries}
    for row in sorted(needed, key=lambda n: -n.width):
        for _ in range(row.count):
            if v + row.width > v1 + 1e-9:
                u, v, deep = u + deep + gap, v0, 0.0
            entry = known.get(row.entry) or _bare(row, known)
            rig, item = put_on(rig, entry, new_id, u + row.length / 2, v + row.width / 2, carrier.id)
            owner = f"customer, {row.supplied}" if row.supplied else ""
            if owner:
                rig = replace(rig, items=tuple(replace(i, owner=owner) if i.id == item.id else i for i in rig.items))
            v, deep = v + row.width + gap, max(deep, row.length)
    return rig


FREE = "box-free"  # the entry of a free item


def _bare(row: Needed, known: Mapping[str, Entry]) -> Entry:
    """A row of a list that the catalog has nothing for, as a free item of its footprint and mass."""
    free = known[FREE]
    mass = Figure(value=row.dry.value / row.count, plus_minus=row.dry.plus_minus / row.count, note="estimate, from memory")
    size = Figure(value=row.length), Figure(value=row.width)
    return replace(free, item=replace(free.item, name=row.name, length=size[0], width=size[1], mass=mass))
