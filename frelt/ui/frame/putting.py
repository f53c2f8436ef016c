"""A catalog entry put on the rig, in hand."""

from ...app.session import new_id
from ...core.kind.capability import can
from ...core.placing.free_spot import reseated
from ...core.placing.put_on import put_on
from ...core.solve import solve
from .desk import Desk


def put(desk: Desk, entry_id: str, u: float | None = None, v: float | None = None) -> None:
    """Put a catalog entry on the main deck; in the middle unless told where [m]."""
    rig, carrier = desk.session.rig, desk.carrier
    if rig is None or carrier is None:
        desk.said.emit("First take a chassis, under Job.")
        return
    entry = desk.library.entry(entry_id)
    if entry is None:
        desk.said.emit("That entry is no longer in the catalog.")
        return
    deck = "" if u is not None or can(entry.item, "bear things") else _deck_worked_on(desk)
    made, item = put_on(rig, entry, new_id, u, v, carrier.id, deck)
    if u is not None:
        made = reseated(solve(made, desk.kept), item.id)
    if desk.edit(lambda _: made, f"{item.name} added"):
        desk.take(item.id)


def _deck_worked_on(desk: Desk) -> str:
    """The level deck or the rack worked on last, if it is still there and on the carrier drawn."""
    solved, carrier, last = desk.session.solved, desk.carrier, desk.last_deck
    if solved is None or carrier is None:
        return ""
    frames = solved.frames
    known = last in frames.decks and frames.carrier_of.get(last) == carrier.id
    hangs = any(d.id == last for i in solved.rig.items for d in i.decks)
    return last if known and (hangs or frames.decks[last].level) else ""
