"""What the shop's tickets have taught of the masses of its catalog: nameless sums in one file of the library, each taken back as easily as taken in."""

from pathlib import Path

import msgspec

from ..core.base.value import FreltError
from ..core.model.catalog_entry import Entry
from ..core.model.item import Item
from ..core.model.rig import Rig
from ..core.scale.learned import Learned, Lesson, learned, offered
from .places import library_dir
from .reading import read_file
from .storage import alone, write_atomically

FILE = "lessons.json"
MOST_BYTES = 20_000_000


def _path() -> Path:
    return library_dir("masses") / FILE


def lessons() -> tuple[Lesson, ...]:
    """All lessons. Raises FreltError where the file cannot be read."""
    path = _path()
    if not path.exists():
        return ()
    try:
        return msgspec.json.decode(read_file(path, MOST_BYTES, "the shop's lessons"), type=tuple[Lesson, ...])
    except msgspec.DecodeError as err:
        raise FreltError(f"{path}: {err}; expected the lessons that Frelt wrote") from None


def teach(lesson: Lesson) -> None:
    """Add a lesson; one of the same ticket takes its place."""
    with alone(_path()):  # another window may teach at the same moment
        _write((*(x for x in lessons() if x.id != lesson.id), lesson))


def forget(ticket_id: str) -> bool:
    """Take a lesson back; says whether there was one."""
    with alone(_path()):
        before = lessons()
        left = tuple(x for x in before if x.id != ticket_id)
        if len(left) < len(before):
            _write(left)
    return len(left) < len(before)


def _write(listed: tuple[Lesson, ...]) -> None:
    path = _path()
    path.parent.mkdir(parents=True, exist_ok=True)
    write_atomically(path, msgspec.json.format(msgspec.json.encode(listed), indent=1))


def taught_of(item: Item, rig: Rig, entries: tuple[Entry, ...]) -> Learned | None:
    """What the shop's tickets say of a thing that was taken from the catalog, this rig's own aside; None where that is nothing to speak of."""
    listed = lessons()
    if not listed:
        return None
    catalog = {f"{'shop' if e.own else 'catalog'}: {e.item.id}": (e.item.mass.value, e.item.mass.plus_minus) for e in entries}
    found = learned(listed, catalog, [w.ticket.id for w in rig.weighings]).get(item.origin)
    return found if found is not None and offered(found) else None
