"""Records (tickets, log) say by name what they name by id, so that they still tell of it when it is gone."""

from msgspec.structs import replace

from ..model.document import Document, LogEntry, Walk
from ..model.references import Defined, Named, walked
from ..model.ticket import Ticket

Record = Ticket | LogEntry | Walk


def recorded(document: Document, entry: Record) -> Record:
    """A new record with the names, as they are now, of all it names in a document. A record is never edited afterwards."""
    wanted = {part for n in walked(entry) if isinstance(n, Named) for part in (n.value, n.value.split("/")[0])}
    names = {
        d.value: str(getattr(d.thing, "name", "")) for d in walked(document) if isinstance(d, Defined) and d.value in wanted
    }
    return replace(entry, names={**entry.names, **{i: n for i, n in names.items() if n}})


def with_record(document: Document, entry: Record) -> Document:
    """The document with one record more; a walk that goes on is written anew."""
    match entry:
        case Ticket():
            return replace(document, tickets=(*document.tickets, entry))
        case Walk():
            kept = (w for w in document.walks if w.id != entry.id or not w.goes_on)
            return replace(document, walks=(*kept, entry))
        case LogEntry():
            return replace(document, log=(*document.log, entry))
