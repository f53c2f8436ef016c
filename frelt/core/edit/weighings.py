"""Edits of what a rig's weighings say: taken in, agreed to be wrong somewhere, used or not, taken back."""

from collections.abc import Callable

from msgspec.structs import replace

from ..base.value import FreltError
from ..model.rig import Rig
from ..model.ticket import Mend, Ticket, Weighing


def with_weighing(rig: Rig, ticket: Ticket) -> Rig:
    """The rig with a ticket more. Raises FreltError for one of another rig, or that is there already."""
    if ticket.rig != rig.id:
        raise FreltError("that ticket is of another rig; expected one of this")
    if any(w.ticket.id == ticket.id for w in rig.weighings):
        raise FreltError("that ticket is taken in already")
    return replace(rig, weighings=(*rig.weighings, Weighing(ticket=ticket)))


def without_weighing(rig: Rig, ticket_id: str) -> Rig:
    """The rig as if it had not been weighed then; the record keeps the ticket."""
    left = tuple(w for w in rig.weighings if w.ticket.id != ticket_id)
    return replace(rig, weighings=left, use_scale=rig.use_scale and bool(left))


def mended(rig: Rig, ticket_id: str, *mends: Mend) -> Rig:
    """The rig with something more agreed to be wrong with a ticket."""
    return _with(rig, ticket_id, lambda w: replace(w, mends=(*w.mends, *mends)))


def unmended(rig: Rig, ticket_id: str) -> Rig:
    """The rig with a ticket as it was printed."""
    return _with(rig, ticket_id, lambda w: replace(w, mends=()))


def counted(rig: Rig, ticket_id: str, counts: bool) -> Rig:
    """The rig with a ticket used, or left aside."""
    return _with(rig, ticket_id, lambda w: replace(w, counts=counts))


def _with(rig: Rig, ticket_id: str, change: Callable[[Weighing], Weighing]) -> Rig:
    made = tuple(change(w) if w.ticket.id == ticket_id else w for w in rig.weighings)
    return replace(rig, weighings=made)
