"""The list of a rig's things as a table: what each is, how large and heavy, where it stands, whose it is; kit line by line."""

from collections.abc import Iterator

from msgspec import Struct

from ..base.units import Quantity, Units
from ..kind.registry import find
from ..masses.kit import line_mass
from ..masses.weigh import weigh
from ..model.condition import whose
from ..model.item import Item
from ..model.rig import Rig
from ..planning.kit import kit_places
from ..solve import Solved
from ..space.solids import solids
from .aboard import aboard

Cell = str | float | int | None


class Column(Struct, frozen=True):
    """A column. quantity: of its figures, shown in a person's units; none for words."""

    title: str
    quantity: Quantity | None = None
    wide: int = 12

    def heading(self, units: Units) -> str:
        """Its title with the unit of its figures."""
        unit = units.name(self.quantity) if self.quantity is not None else ""
        return f"{self.title} [{unit}]" if unit else self.title


COLUMNS = (
    Column("Number", wide=8),
    Column("Thing", wide=34),
    Column("Kind", wide=18),
    Column("On", wide=24),
    Column("Length", "length"),
    Column("Width", "length"),
    Column("Height", "length"),
    Column("Empty", "mass"),
    Column("±", "mass", 8),
    Column("Source", wide=10),
    Column("Holds", "volume"),
    Column("Of", wide=18),
    Column("Full", "mass"),
    Column("Front edge at", "length", 14),
    Column("Middle right of the center line", "length", 18),
    Column("Foot above the ground", "length", 16),
    Column("Held by", wide=16),
    Column("Whose, how it came", wide=22),
    Column("Note", wide=40),
)


class ThingsTable(Struct, frozen=True):
    """columns: their headings.  rows: cells in that order, figures in the person's units, rounded to what the units show."""

    columns: tuple[str, ...]
    rows: tuple[tuple[Cell, ...], ...]


def things(solved: Solved, units: Units) -> ThingsTable:
    """Everything aboard by its number on the drawing, then the kit, in a person's units."""
    return ThingsTable(tuple(c.heading(units) for c in COLUMNS), tuple(_rows(solved, units)))


def _rows(solved: Solved, units: Units) -> Iterator[tuple[Cell, ...]]:
    rig, frames = solved.rig, solved.frames
    room = solids(rig, frames)
    for group in aboard(rig, frames.kept):
        for row in group.rows:
            item = row.item
            kind, box = find(item.kind), room[item.id]
            at = (box.x0, (box.y0 + box.y1) / 2, box.low)
            yield (
                row.number,
                item.name,
                kind.title if kind is not None else item.kind,
                group.words,
                *(_in(f.value, "length", units) for f in (item.length, item.width, item.height)),
                *_masses(item, units),
                *(_in(x, "length", units) for x in at),
                item.held,
                whose(item.owner, item.condition),
                item.note or item.mass.note,
            )
    yield from _kit(rig, units)


def _masses(item: Item, units: Units) -> tuple[Cell, ...]:
    """Empty with its ± and source; what it holds, of what, and full."""
    empty, tanks = item.mass, item.tanks
    holds = sum(t.capacity.value for t in tanks)
    of = ", ".join(dict.fromkeys(t.liquid.name for t in tanks))
    return (
        _in(empty.value, "mass", units),
        _in(empty.plus_minus, "mass", units),
        empty.source,
        _in(holds, "volume", units) if tanks else None,
        of,
        _in(weigh(item, 1.0).value, "mass", units),
    )


def _kit(rig: Rig, units: Units) -> Iterator[tuple[Cell, ...]]:
    places = dict(kit_places(rig))
    for line in rig.kit:
        mass = line_mass(line)
        name = f"{line.count} × {line.what}" if line.count > 1 else line.what
        weight = _in(mass.value, "mass", units)
        yield (
            None,
            name,
            "Kit",
            places.get(line.on, ""),
            *(None, None, None),
            *(weight, _in(mass.plus_minus, "mass", units), mass.source, None, "", weight),
            *(None, None, None),
            line.kept,
            "",
            mass.note,
        )


def _in(value: float, quantity: Quantity, units: Units) -> float:
    """A figure in the units of a person: a sixteenth of an inch or a millimeter, a tenth of anything else."""
    return round(value / units.factor(quantity), 3 if units.name(quantity) == "m" else 2 if quantity == "length" else 1)
