"""The shop's own library: equipment and chassis as plain files, one a table that was taken in or a thing that was kept.

What is new is written first, in a file of its own; only then what it replaces is dropped from the older files, each of which is
kept beside as a backup. So nothing that was there is lost where a table is refused, the disk is full or the program is killed.
"""

from collections.abc import Callable, Iterable
from pathlib import Path
from typing import Generic, TypeVar

from msgspec.structs import replace

from ..core.base.value import FreltError
from ..core.model.carrier import Carrier, Stand, Trailer
from ..core.model.catalog_entry import Chassis, Entry
from ..core.model.condition import Condition
from ..core.model.document import Document, Job
from ..core.model.rig import Rig
from . import stock
from .places import library_dir
from .reading import read_file
from .session import new_id
from .storage import load, save, write_atomically

EQUIPMENT, CHASSIS = ".equipment.json", ".frelt.json"
MOST_BYTES = 40_000_000
Tell = Callable[[float], None]
Still = Callable[[], bool]
T = TypeVar("T")


class Library:
    """What the shop keeps, read when it is asked for and again where a file is another now. For one thread."""

    def __init__(self) -> None:
        self._equipment: _Files[tuple[int, tuple[Entry, ...]]] = _Files("equipment", EQUIPMENT, _read_shelf)
        self._chassis: _Files[Document] = _Files("chassis", CHASSIS, load)

    # equipment

    def equipment(self) -> tuple[Entry, ...]:
        """Every entry of the shop's own, what was taken in last first; of two with one id the newer."""
        shelves = sorted(self._equipment.all(), key=lambda f: (-f[1][0], f[0].name))
        found: dict[str, Entry] = {}
        for _, (_, entries) in shelves:
            for entry in entries:
                found.setdefault(entry.item.id, entry)
        return tuple(found.values())

    def keep_equipment(self, rig: Rig, item_id: str) -> Path:
        """Keep an item with all that stands on it; an entry of the same name is replaced. Raises FreltError."""
        from ..core.geometry.frames import standing_on

        item, *carries = standing_on(rig, item_id)
        made = replace(
            item,
            id=id_of(item.name),
            place=replace(item.place, u=0.0, v=0.0),
            group="",
            owner="",
            condition=Condition(),
            locked=False,
        )
        return self._add((Entry(item=made, carries=tuple(carries)),), item.name)

    def take_equipment(self, data: bytes, file: str, tell: Tell = lambda _: None, still: Still = lambda: True) -> int:
        """Take a CSV table of equipment in, all of it or nothing; returns how many.

        An entry of the same id that was there before is replaced. Raises BadInput or BadTable with row and column.
        """
        from ..formats.catalog import read_catalog

        listed = read_catalog(data, file, lambda share: tell(0.8 * share), still)
        if listed:
            self._add(listed, Path(file).stem)
        return len(listed)

    def forget_equipment(self, entry_id: str) -> bool:
        """Take an entry out; its file is kept beside as a backup. Whether it was there."""
        return self._drop({entry_id}, ())

    def _add(self, entries: tuple[Entry, ...], name: str) -> Path:
        from ..formats.equipment import encode_entries

        taken = 1 + max((order for _, (order, _) in self._equipment.all()), default=0)
        path = _free(library_dir("equipment"), name, EQUIPMENT)
        _write(path, encode_entries(entries, taken))
        self._drop({e.item.id for e in entries}, (path,))
        return path

    def _drop(self, ids: set[str], spared: Iterable[Path]) -> bool:
        """Drop entries from all files but some."""
        from ..formats.equipment import encode_entries

        dropped = False
        for path, (taken, entries) in self._equipment.all():
            left = tuple(e for e in entries if e.item.id not in ids)
            if path in spared or len(left) == len(entries):
                continue
            _put_aside(path)
            if left:
                _write(path, encode_entries(left, taken))
            else:
                path.unlink()
            dropped = True
        return dropped

    # together with what ships

    def entries(self) -> tuple[Entry, ...]:
        """The shop's own entries and the shipped ones."""
        return (*self.equipment(), *stock.equipment())

    def entry(self, entry_id: str) -> Entry | None:
        """An entry of the shop's own or the shipped catalog, if it is there."""
        return next((e for e in self.entries() if e.item.id == entry_id), None)

    def every_chassis(self) -> tuple[Chassis, ...]:
        """The shop's own chassis and the shipped classes."""
        return (*self.chassis(), *stock.classes())

    def chassis_of(self, chassis_id: str) -> Chassis | None:
        """A chassis of the shop or a class by its id, if it is there."""
        return next((c for c in self.every_chassis() if c.id == chassis_id), None)

    # chassis

    def chassis(self) -> tuple[Chassis, ...]:
        """The shop's own chassis: every carrier of every document in its folder, each a rig without items."""
        found = []
        for path, document in sorted(self._chassis.all(), key=lambda f: f[0].name):
            for carrier in (c for rig in document.rigs for c in rig.carriers):
                name = f"shop-{path.name.removesuffix(CHASSIS)}-{carrier.id}"
                found.append(Chassis(id=name, name=carrier.name, carrier=carrier, own=True))
        return tuple(found)

    def keep_chassis(self, carrier: Carrier) -> Path:
        """Keep a chassis with its measures, weights and plates; one of the same name is replaced. Raises FreltError."""
        if isinstance(carrier, Stand):
            from ..core.planning.new_rig import as_class

            carrier = as_class(carrier)
        return self._add_chassis((carrier,), carrier.name)

    def take_chassis(self, data: bytes, file: str, tell: Tell = lambda _: None, still: Still = lambda: True) -> int:
        """Take every chassis of a CSV table in, or none; returns how many. Raises BadInput or BadTable with row and column."""
        from ..formats.chassis import read_chassis

        listed = read_chassis(data, file, tell, still)
        if listed:
            self._add_chassis(tuple(replace(one.carrier, name=one.name) for one in listed), Path(file).stem)
        return len(listed)

    def _add_chassis(self, carriers: tuple[Carrier, ...], name: str) -> Path:
        path = _free(library_dir("chassis"), name, CHASSIS)
        try:
            path.parent.mkdir(parents=True, exist_ok=True)
        except OSError as err:
            raise _unwritten(path, err) from None
        save(path, Document(job=Job(name=f"Chassis: {name}"), rigs=tuple(_rig(c) for c in carriers)))
        names = {c.name for c in carriers}
        for other, document in self._chassis.all():
            left = tuple(r for r in document.rigs if not any(c.name in names for c in r.carriers))
            if other != path and len(left) < len(document.rigs):
                if left:
                    save(other, replace(document, rigs=left))
                else:
                    _put_aside(other)
                    other.unlink()
        return path


class _Files(Generic[T]):
    """Files of one folder, each read once for as long as it is the same. What cannot be read is passed over: it is not ours to
    mend, and opening it says what is wrong."""

    def __init__(self, folder: str, suffix: str, read: Callable[[Path], T]) -> None:
        self._folder, self._suffix, self._read = folder, suffix, read
        self._known: dict[Path, tuple[tuple[int, int], T]] = {}

    def all(self) -> list[tuple[Path, T]]:
        """Every file with what is in it, by name."""
        found: dict[Path, tuple[tuple[int, int], T]] = {}
        for path in sorted(library_dir(self._folder).glob(f"*{self._suffix}")):
            try:
                stat = path.stat()
                stamp = (stat.st_mtime_ns, stat.st_size)
                had = self._known.get(path)
                found[path] = had if had is not None and had[0] == stamp else (stamp, self._read(path))
            except (FreltError, OSError):
                continue
        self._known = found
        return [(path, what) for path, (_, what) in found.items()]


def _read_shelf(path: Path) -> tuple[int, tuple[Entry, ...]]:
    from ..formats.equipment import decode_shelf

    shelf = decode_shelf(read_file(path, MOST_BYTES, "a file of equipment"), path.name)
    return shelf.taken, tuple(replace(e, own=True) for e in shelf.entries)


def _rig(carrier: Carrier) -> Rig:
    bare = Rig(id=new_id("rig"), name=carrier.name)
    which = "trailer" if isinstance(carrier, Trailer) else "stand" if isinstance(carrier, Stand) else "vehicle"
    return replace(bare, **{which: carrier})


def id_of(name: str) -> str:
    """An id that a name always has; letters that an id cannot hold are told apart by a few signs of their own."""
    from hashlib import blake2b

    plain = "".join(c if c.isascii() and c.isalnum() else "-" for c in name.lower()).strip("-")[:48]
    told = plain and all(c.isascii() for c in name)
    return plain if told else f"{plain or 'item'}-{blake2b(name.encode(), digest_size=4).hexdigest()}"


def _free(folder: Path, name: str, suffix: str) -> Path:
    """A path of that name that nothing stands at yet."""
    from .file_names import file_name

    stem, n = file_name(name), 2
    path = folder / f"{stem}{suffix}"
    while path.exists():
        path, n = folder / f"{stem}-{n}{suffix}", n + 1
    return path


def _put_aside(path: Path) -> None:
    """A copy of a file beside it that takes the place of no other."""
    n, backup = 2, path.with_name(f"{path.name}.backup")
    while backup.exists():
        backup, n = path.with_name(f"{path.name}.backup-{n}"), n + 1
    _write(backup, read_file(path, MOST_BYTES, "a file of the library"))


def _write(path: Path, data: bytes) -> None:
    try:
        path.parent.mkdir(parents=True, exist_ok=True)
        write_atomically(path, data)
    except OSError as err:
        raise _unwritten(path, err) from None


def _unwritten(path: Path, err: OSError) -> FreltError:
    return FreltError(f"{path}: {err.strerror or err}; expected a folder that can be written")
