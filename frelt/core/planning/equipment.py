"""From the brief to what must be carried, each step explained; and from that a list of equipment with its mass."""

from collections.abc import Sequence
from math import ceil

from msgspec import Struct
from msgspec.structs import replace

from ..base.figure import Figure
from ..base.text import joined
from ..base.units import GALLON, Units
from ..kind.substances import ANTIFREEZE, GASOLINE, SURFACTANT, WATER, hypochlorite
from ..masses.weigh import together
from ..model.brief import Brief
from ..model.catalog_entry import Entry
from .brief_lines import GPM, HOT_FLOW, Line, Steps
from .from_catalog import Needed, Stock, Wanted

__all__ = ["GPM", "Line", "Needed", "Worked", "worked_out"]


class Worked(Struct, frozen=True):
    """What a brief comes to."""

    lines: tuple[Line, ...]
    needed: tuple[Needed, ...]

    def value(self, key: str) -> float:
        """The figure of a line [SI]. Raises KeyError."""
        for line in self.lines:
            if line.key == key:
                return line.value
        raise KeyError(key)

    @property
    def dry(self) -> Figure:
        """The whole list without liquids [kg]."""
        return together([n.dry for n in self.needed])

    @property
    def road(self) -> Figure:
        """The whole list as it leaves the yard [kg]."""
        return together([n.road for n in self.needed])

    @property
    def floor(self) -> float:
        """Floor that the footprints cover [m²]."""
        return sum(n.count * n.length * n.width for n in self.needed)


def worked_out(brief: Brief, entries: Sequence[Entry], units: Units) -> Worked:
    """Every line of a brief, and the equipment it asks for, from a catalog."""
    steps, have = Steps(brief, units), Stock(brief, entries)
    steps.before_machines()
    machines = _machines(brief, steps, have)
    soft = _soft(brief, have)
    _power(brief, steps, have, machines, soft)
    needed = [*machines, *_tanks(brief, steps, have), *_reels(brief, steps, have), *soft, *_rest(brief, steps, have)]
    return Worked(steps.lines, tuple(needed))


MOST_GUNS = 2  # that one machine serves side by side


def _machines(b: Brief, steps: Steps, have: Stock) -> list[Needed]:
    """One machine for all guns where it serves them and weighs less, else one for each."""
    at = steps.at
    wanted = HOT if b.hot else COLD if at["flow"] > 5 * GPM else COLD_SMALL
    holds = {"diesel": at["diesel"]} if b.hot else {"gasoline": at["gasoline"]}
    most = HOT_FLOW if b.hot else 8 * GPM if wanted is COLD else 4 * GPM
    each = (wanted, ceil(at["total"] / most - 1e-9), {"flow": most})
    if b.operators == 1 or b.operators > MOST_GUNS:
        return have.fewest([each], "flow of each operator", holds)
    one = have.of_kind(replace(wanted, name=JOINT), 1, "flow of all guns", holds, flow=at["total"])
    several = have.fewest([each], "flow of each operator", holds)
    if not one[0].entry:
        return several
    other = f"{several[0].count} × {several[0].name}"
    return [replace(one[0], why=f"one machine feeds both guns, with tips of half its flow each; or {other}")]


JOINT = "A machine for both guns"


def _power(b: Brief, steps: Steps, have: Stock, machines: Sequence[Needed], soft: Sequence[Needed]) -> None:
    """What runs at 12 V and at mains voltage, by what the chosen entries say they take."""
    at_12, mains, takers, engines = 0.0, 0.0, [], 0
    for row, item, part in have.consumers([*machines, *soft]):
        watts = part.rate.value * row.count
        engines += row.count if part.id == "engine" and row in machines else 0
        if part.uses == "12 V":
            at_12 += watts * (b.soft if row in soft else b.trigger)
        elif part.uses in ("120 V", "240 V"):
            mains += watts
            takers.append(f"{part.name.lower()} of {item.name}")
    steps.power(at_12, engines, mains, joined(list(dict.fromkeys(takers))))


def _tanks(b: Brief, steps: Steps, have: Stock) -> list[Needed]:
    at = steps.at
    found = have.tanks(WATER, at["water"] + at.get("soft-water", 0.0), "water", "water to carry")
    found += have.tanks(hypochlorite(12.5), at["sh"], "SH", "SH of the day")
    found += have.tanks(SURFACTANT, at["soap"], "surfactant", "surfactant of the day")
    more = max(at["gasoline"] - (0.0 if b.hot else 6 * GALLON * b.operators), 0.0)
    found += have.tanks(GASOLINE, more, "gasoline", "beyond what the machines hold")
    if at["antifreeze"] > 0:
        found += have.tanks(ANTIFREEZE, at["antifreeze"], "antifreeze", "winter")
    return found


BORE = 0.0095  # of pressure hose at least [m]; 3/8 in, common practice, no source


def _reels(b: Brief, steps: Steps, have: Stock) -> list[Needed]:
    """A hose as long as the brief's reach for each operator, and a supply hose where there is a tap."""
    reach = steps.at["reach"]
    wanted = REELS if b.school != "none" else REEL
    found = have.of_kind(wanted, b.operators, "hose for each operator", {}, hose=reach, bore=BORE)
    if b.tap is not None:
        found += have.of_kind(SUPPLY, 1, "from the tap to the tank", {}, bore=0.019)
    return found


def _rest(b: Brief, steps: Steps, have: Stock) -> list[Needed]:
    """What runs on batteries and generators, and what rides along."""
    at = steps.at
    found: list[Needed] = []
    if at["generator"] > 0:
        found += have.of_kind(GENERATOR, 1, "mains voltage", {"gasoline": 0.01}, power=at["generator"])
    found += have.of_kind(BATTERY, max(ceil(at["battery"] / 100 - 1e-9), 1), "to start, and for the day", {}, charge=100.0)
    along: list[Needed] = []
    if set(b.surfaces) & FLAT_WORK:
        along += have.entry("cleaner-20", b.operators, "flat work", "Surface cleaner", 15.0)
    along += have.of_kind(TOOLBOX, 1, "tools, fittings and what nobody counts", {}, long=1.2)
    for entry, name, mass, why in ALONG:
        along += have.entry(entry, 1, why, name, mass)
    along += have.entry("guns-2", ceil(b.operators / 2), "a gun and lance for each operator", "Guns and lances", 6.4)
    along += have.entry("bag", ceil(b.crew / 2), "people's own things, for each two who ride along", "Crew bags", 16.0)
    along += have.entry("cooler", ceil(b.crew / 3), "drinking water for a day", "Drinking water", 13.0)
    return [*found, *(replace(n, spare=True) for n in along)]


FLAT_WORK = {"concrete"}
ALONG = (
    ("coil-50", "Spare hose", 5.4, "hose bursts"),
    ("cones-6", "Cones", 13.2, "to keep people off wet ground"),
    ("fittings", "Fittings case", 9.0, "a case of them"),
)


def _soft(b: Brief, have: Stock) -> list[Needed]:
    if b.school == "none":
        return []
    found = have.of_kind(MIXER, 1, "water, SH and surfactant in their shares", {})
    pump = replace(PUMP, name=f"Soft-wash pump, {b.school}", options={"school": b.school})
    found = [*have.of_kind(pump, 1, b.school, {}), *found]
    return [*found, *have.of_kind(COMPRESSOR, 1, b.school, {}, flow=AIR)] if b.school == "air diaphragm" else found


AIR = 20 * 0.028316846592 / 60  # m³/s: 20 cubic feet a minute
COLD = Wanted("machine", "Cold machine, 8 gal/min", 1.1, 0.65, 160.0, "cold-8-belt")
COLD_SMALL = Wanted("machine", "Cold machine, 4 gal/min", 0.8, 0.55, 65.0, "cold-4-direct")
HOT = Wanted("hot-machine", "Hot machine, 5.5 gal/min", 1.5, 0.8, 310.0, "hot-5-burner")
REEL = Wanted("reel", "Reel with 200 ft of hose", 0.56, 0.62, 53.0, "reel-38", {"make": "steel braid"})
REELS = Wanted("reel", "Reel stack of two with hose", 0.56, 0.62, 100.0, "reel-stack-2", {"make": "textile braid"})
SUPPLY = Wanted("reel", "Reel with supply hose", 0.56, 0.62, 45.0, "reel-supply-100", {"make": "textile braid"})
GENERATOR = Wanted("generator", "Generator, 4 kW", 0.7, 0.53, 79.0, "generator-4")
BATTERY = Wanted("battery", "Battery, 12 V deep cycle", 0.33, 0.18, 28.0, "battery-12v")
TOOLBOX = Wanted("toolbox", "Toolbox, 48 in, with hand tools", 1.22, 0.5, 74.0, "toolbox-48")
MIXER = Wanted("mixer", "Mixing station", 0.3, 0.46, 10.0, "mixer-3")
PUMP = Wanted("pump", "Soft-wash pump", 0.8, 0.55, 45.0, "pump-12v")
COMPRESSOR = Wanted("compressor", "Compressor, 20 cfm", 1.2, 0.6, 165.0, "compressor-20")
