"""What a list asks for taken from a catalog: the usual entry where it suits, else the least that does, else a footprint."""

from collections.abc import Mapping, Sequence
from math import ceil

from msgspec import Struct

from ..base.figure import Figure
from ..kind.capability import can
from ..kind.registry import given
from ..kind.substances import GASOLINE
from ..masses.weigh import weigh
from ..model.brief import Brief
from ..model.catalog_entry import Entry
from ..model.item import ConsumerPart, Item
from ..model.liquid import Liquid

# Of the volume wanted, what one tank more must save to be worth its straps and fittings; common practice, no source.
MORE = 0.25


class Needed(Struct, frozen=True):
    """One row of the list. entry: catalog id, or empty for a bare footprint.  dry, road: of all of them [kg] with ±.

    length, width: of one [m].  supplied: the customer brings it.  spare: the work does not fall with it.
    """

    name: str
    count: int
    entry: str
    dry: Figure
    road: Figure
    length: float
    width: float
    why: str
    supplied: str = ""
    spare: bool = False


class Wanted(Struct, frozen=True):
    """A thing of a kind that a list asks for. entry: the one of the catalog that is taken where it suits.

    options: choices it must have.  length, width [m], mass [kg]: usual for it, where no catalog has one.
    """

    kind: str
    name: str
    length: float
    width: float
    mass: float
    entry: str = ""
    options: Mapping[str, str] = {}


class Stock:
    """Takes rows from a catalog, marking what the customer brings."""

    def __init__(self, brief: Brief, entries: Sequence[Entry]) -> None:
        self._items = {e.item.id: e.item for e in entries}
        self._brings = {s.entry: s.condition for s in brief.supplied if s.entry}

    def of_kind(self, wanted: Wanted, count: int, why: str, holds: dict[str, float], **least: float) -> list[Needed]:
        """So many of a kind: the catalog's usual one, else the least that has what it must, else one by its usual footprint.

        least: of its parameters, in SI units; holds: volume of a substance shared among their own tanks [m³].
        """
        if count <= 0:
            return []
        item = self._suiting(wanted, least)
        if item is None:
            volume = sum(holds.values())
            dry = Figure(value=wanted.mass, plus_minus=wanted.mass * 0.3, note="no such thing in the catalog: from memory")
            liquid = volume / count * GASOLINE.density.value
            return [self._row(wanted.name, count, "", dry, liquid, wanted.length, wanted.width, why)]
        liquid = sum(_own_liquid(item, substance, volume / count) for substance, volume in holds.items())
        return [self._row(item.name, count, item.id, weigh(item), liquid, item.length.value, item.width.value, why)]

    def _suiting(self, wanted: Wanted, least: Mapping[str, float]) -> Item | None:
        """The usual entry where it suits, else the smallest of its kind that does."""

        def suits(item: Item) -> bool:
            if item.kind != wanted.kind:
                return False
            now = given(item)
            enough = all(now[name] >= value * 0.97 for name, value in least.items())
            return enough and all(now.word(n) == w for n, w in wanted.options.items())

        usual = self._items.get(wanted.entry)
        if usual is not None and suits(usual):
            return usual
        return min((i for i in self._items.values() if suits(i)), key=lambda i: weigh(i).value, default=None)

    def tanks(self, liquid: Liquid, volume: float, word: str, why: str) -> list[Needed]:
        """Tanks of a liquid's kind that hold a volume [m³]: of what holds it the least, in one or in a few that are alike."""
        if volume <= 1e-6:
            return []
        kin = [i for i in self._items.values() if can(i, "keep liquid") and i.tanks]
        own = [i for i in kin if i.tanks[0].liquid.substance == liquid.substance]
        if not own:
            return [self.bare(f"Tank for {word}", 0.6, 0.6, 20.0, why, volume, liquid.density.value)]

        def cost(item: Item) -> float:
            count = ceil(volume / _usable(item) - 1e-9)
            return count * item.tanks[0].capacity.value + (count - 1) * MORE * volume

        item = min(own, key=lambda i: (cost(i), weigh(i).value))
        count = ceil(volume / _usable(item) - 1e-9)
        mass = volume / count * liquid.density.value
        return [self._row(item.name, count, item.id, weigh(item), mass, item.length.value, item.width.value, why)]

    def entry(self, entry: str, count: int, why: str, name: str, mass: float) -> list[Needed]:
        """So many of one entry; where the catalog has it not, of such a name and mass [kg]."""
        item = self._items.get(entry)
        if item is None:
            return [self.bare(name, 0.5, 0.4, mass * count, why)]
        return [self._row(item.name, count, item.id, weigh(item), 0.0, item.length.value, item.width.value, why)]

    def fewest(self, ways: Sequence[tuple[Wanted, int, dict[str, float]]], why: str, holds: dict[str, float]) -> list[Needed]:
        """Of several ways to the same, the lightest that the catalog has; the last where it has none."""
        found = [
            self.of_kind(wanted, count, why, holds, **least)
            for wanted, count, least in ways
            if self._suiting(wanted, least) is not None
        ]
        if not found:
            wanted, count, least = ways[-1]
            return self.of_kind(wanted, count, why, holds, **least)
        return min(found, key=lambda rows: sum(r.dry.value for r in rows))

    def consumers(self, rows: Sequence[Needed]) -> list[tuple[Needed, Item, ConsumerPart]]:
        """Everything on some rows that uses power or fuel."""
        known = [(r, self._items[r.entry]) for r in rows if r.entry in self._items]
        return [(r, i, p) for r, i in known for p in i.parts if isinstance(p, ConsumerPart)]

    def bare(
        self, name: str, length: float, width: float, mass: float, why: str, volume: float = 0.0, density: float = 0.0
    ) -> Needed:
        """Something without a catalog entry yet, by its usual footprint [m] and mass [kg]."""
        dry = Figure(value=mass, plus_minus=mass * 0.3, note="estimate, from memory")
        return self._row(name, 1, "", dry, volume * density, length, width, why)

    def _row(
        self, name: str, count: int, entry: str, dry: Figure, liquid: float, length: float, width: float, why: str
    ) -> Needed:
        all_dry = Figure(value=dry.value * count, plus_minus=dry.plus_minus * count)  # one class, so errors add
        road = Figure(
            value=all_dry.value + liquid * count, plus_minus=(all_dry.plus_minus**2 + (0.05 * liquid * count) ** 2) ** 0.5
        )
        return Needed(name, count, entry, all_dry, road, length, width, why, self._brings.get(entry, ""))


def _usable(item: Item) -> float:
    tank = item.tanks[0]
    return tank.capacity.value * (1 - tank.heel)


def _own_liquid(item: Item, substance: str, volume: float) -> float:
    """Mass of a liquid that an item's own tanks take, of a volume wanted [kg]."""
    return sum(min(t.capacity.value, volume) * t.liquid.density.value for t in item.tanks if t.liquid.substance == substance)
