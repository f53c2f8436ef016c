"""From the brief to what must be carried, each step explained; and from that a list of equipment with its mass.

Rates are common practice, no source, unless marked. Every line may be overruled in the brief.
"""

from collections.abc import Mapping, Sequence
from math import ceil

from msgspec import Struct
from msgspec.structs import replace

from ..base.constants import COIL_EFFICIENCY, DIESEL_HEAT, GASOLINE_PER_JOULE, PUMP_EFFICIENCY, WATER_DENSITY, WATER_HEAT
from ..base.figure import Figure
from ..base.units import GALLON, Quantity, Units
from ..kind.capability import can
from ..kind.registry import given
from ..kind.substances import GASOLINE, LIQUIDS, WATER, hypochlorite
from ..masses.weigh import together, weigh
from ..model.brief import Brief, Surface
from ..model.catalog_entry import Entry
from ..model.item import Item
from ..model.liquid import Liquid

GPM = GALLON / 60
FLOWS: dict[Surface, float] = {"concrete": 8 * GPM, "siding": 5.5 * GPM, "roof": 4 * GPM, "vehicles": 4 * GPM, "wood": 4 * GPM}
WORDS: dict[Surface, str] = {
    "concrete": "concrete and paving",
    "siding": "walls and siding",
    "roof": "roofs",
    "vehicles": "vehicles and machines",
    "wood": "wood",
}
SOFT_FLOW = {
    "none": 0.0,
    "12 V diaphragm": 6 * GPM,
    "engine diaphragm": 10 * GPM,
    "air diaphragm": 10 * GPM,
    "plain pump": 6 * GPM,
}
HOT_FLOW = 5.5 * GPM  # of a usual coil
SPARE = 0.15  # water beyond what is reckoned
FLOAT = 300.0  # s of full flow that a float tank holds at least
PUMP_WATTS = {"12 V diaphragm": 180.0}
BURNER_WATTS = 200.0
REWIND_WATTS = 500.0
PRESSURE = 3000 * 6894.757  # Pa
HEATING = 60.0  # K through the coil


class Line(Struct, frozen=True):
    """One step. key: what overrules it.  value: [SI] by quantity.  how: in words, with the figures it rests on."""

    key: str
    title: str
    value: float
    quantity: Quantity
    how: str
    overruled: bool = False


class Needed(Struct, frozen=True):
    """One row of the list. entry: catalog id, or empty for a bare footprint.  dry, road: of all of them [kg] with ±.

    length, width: of one [m].  supplied: the customer brings it.
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
    steps = _Steps(brief, units)
    lines = steps.lines()
    return Worked(lines, tuple(_needed(brief, steps, entries)))


class _Steps:
    """The lines, each after what it rests on; an overruled one is what the next rest on."""

    def __init__(self, brief: Brief, units: Units) -> None:
        self.b, self.u = brief, units
        self.at: dict[str, float] = {}
        self._lines: list[Line] = []

    def _say(self, key: str, title: str, value: float, quantity: Quantity, how: str) -> float:
        own = self.b.overruled.get(key)
        used = value if own is None else own
        words = how if own is None else f"set by hand; worked out it would be {self.u.show(value, quantity)}: {how}"
        self._lines.append(Line(key, title, used, quantity, words, own is not None))
        self.at[key] = used
        return used

    def lines(self) -> tuple[Line, ...]:
        """Work everything out."""
        self._water()
        self._chemical()
        self._energy()
        return tuple(self._lines)

    def _water(self) -> None:
        b, show = self.b, self.u.show
        wanted = max((FLOWS[s] for s in b.surfaces), default=FLOWS["concrete"])
        kind: Surface = max(b.surfaces, key=lambda s: FLOWS[s], default="concrete")
        each = min(wanted, HOT_FLOW) if b.hot else wanted
        hot = f", held to {show(HOT_FLOW, 'flow')} by the coil of a hot machine" if b.hot and wanted > HOT_FLOW else ""
        flow = self._say(
            "flow", "Flow of each operator", each, "flow", f"{WORDS[kind]}: {show(wanted, 'flow')} a gun is usual{hot}"
        )
        total = self._say("total", "All guns at once", flow * b.operators, "flow", f"{b.operators} × {show(flow, 'flow')}")
        use = self._say(
            "use", "Drawn on average", total * b.trigger, "flow", f"triggers are open {show(b.trigger, 'share')} of the time"
        )
        tap = 0.0 if b.tap is None else b.tap.value
        sure = 0.0 if b.tap is None else b.tap.plus_minus
        if b.tap is None:
            words = "no tap on site, so all of it"
        else:
            words = f"less the tap, {show(tap, 'flow')} ± {show(sure, 'flow', False)}, at its least"
        net = self._say("net", "Tank runs down by", max(use - max(tap - sure, 0.0), 0.0), "flow", words)
        steady = total * FLOAT
        if net > 0:
            amount = max(net * b.between * (1 + SPARE), steady)
            words = f"{show(b.between, 'time')} between refills, and {SPARE:.0%} to spare"
        else:
            amount, words = (
                steady,
                f"the tap keeps up; {FLOAT / 60:.0f} minutes of full flow, so that the float does not starve the pump",
            )
        self._say("water", "Water to carry", amount, "volume", words)

    def _chemical(self) -> None:
        b, show = self.b, self.u.show
        soft = self._say(
            "soft",
            "Soft-wash flow",
            SOFT_FLOW[b.school],
            "flow",
            f"{b.school}: what such a pump gives" if b.school != "none" else "no soft washing",
        )
        time = b.hours * b.soft * b.trigger
        mix = self._say(
            "mix",
            "Mix a day",
            soft * time,
            "volume",
            f"{show(b.soft, 'share')} of {show(b.hours, 'time')}, trigger {show(b.trigger, 'share')}",
        )
        ratio = min(b.strength / b.stock, 1.0)
        sh = self._say(
            "sh",
            "SH to carry",
            mix * ratio,
            "volume",
            f"{b.strength:g} % on the wall from {b.stock:g} % stock is {ratio:.0%} of the mix",
        )
        self._say("soap", "Surfactant to carry", mix * b.soap, "volume", f"{show(b.soap, 'share')} of the mix")
        if sh > 0:
            self._say(
                "soft-water",
                "Water for the mix",
                max(mix - sh, 0.0) * (0.0 if b.tap is not None else 1.0),
                "volume",
                "from the tap" if b.tap is not None else "the rest of the mix",
            )
        antifreeze = 20 * GALLON if b.winter else 0.0
        self._say(
            "antifreeze",
            "Antifreeze",
            antifreeze,
            "volume",
            "a float tank of it for winter nights" if b.winter else "no winter work",
        )

    def _energy(self) -> None:
        b, show = self.b, self.u.show
        work = self.at["use"] * PRESSURE / PUMP_EFFICIENCY * b.hours
        gasoline = self._say(
            "gasoline",
            "Gasoline a day",
            work * GASOLINE_PER_JOULE,
            "volume",
            f"{show(self.at['use'], 'flow')} at 3,000 psi for {show(b.hours, 'time')}, 0.40 L/kWh",
        )
        heat = self.at["use"] * WATER_DENSITY * WATER_HEAT * HEATING * b.hours / COIL_EFFICIENCY if b.hot else 0.0
        self._say(
            "diesel",
            "Burner fuel a day",
            heat / DIESEL_HEAT,
            "volume",
            f"water heated by {HEATING:.0f} K, {COIL_EFFICIENCY:.0%} of the heat in it" if b.hot else "cold water only",
        )
        watts = (
            PUMP_WATTS.get(b.school, 0.0) * b.soft
            + (BURNER_WATTS * b.operators if b.hot else 0.0)
            + REWIND_WATTS * 0.03 * b.operators
        )
        self._say("power", "Power at 12 V, on average", watts, "number", "pump, burner blower and rewind, in watts; rough")
        charge = watts * b.hours / 12 / 3600 / 0.5
        self._say(
            "battery",
            "Battery for the day",
            charge,
            "number",
            f"ampere-hours, {watts:.0f} W for {show(b.hours, 'time')}, half of it used; less with a charging coil",
        )
        generator = 4000.0 if b.school == "air diaphragm" or (b.hot and b.operators > 1) else 0.0
        self._say(
            "generator",
            "Generator",
            generator,
            "number",
            "watts: compressor or several burners want mains voltage" if generator else "not needed: 12 V from the batteries",
        )
        assert gasoline >= 0


def _needed(b: Brief, steps: _Steps, entries: Sequence[Entry]) -> list[Needed]:
    have = _Stock(b, entries)
    at = steps.at
    found: list[Needed] = []
    if b.hot:
        count = ceil(at["total"] / HOT_FLOW - 1e-9)
        found += have.of_kind(HOT, count, "hot water", {"diesel": at["diesel"]}, flow=HOT_FLOW)
    else:
        big = at["flow"] > 5 * GPM
        wanted, each = (COLD, 8 * GPM) if big else (COLD_SMALL, 4 * GPM)
        count = ceil(at["total"] / each - 1e-9)
        found += have.of_kind(wanted, count, "flow of each operator", {"gasoline": at["gasoline"]}, flow=each)
    found += have.tanks(WATER, at["water"] + at.get("soft-water", 0.0), "water", "water to carry")
    found += have.tanks(hypochlorite(12.5), at["sh"], "SH", "SH of the day")
    found += have.tanks(next(x for x in LIQUIDS if x.name == "surfactant"), at["soap"], "surfactant", "surfactant of the day")
    found += have.tanks(
        GASOLINE,
        max(at["gasoline"] - (0.0 if b.hot else 6 * GALLON * b.operators), 0.0),
        "gasoline",
        "beyond what the machines hold",
    )
    found += have.of_kind(REELS if b.school != "none" else REEL, b.operators, "hose for each operator", {})
    found += _soft(b, have)
    if at["antifreeze"] > 0:
        found.append(have.bare("Antifreeze tank", 0.6, 0.45, 9.0, "winter", at["antifreeze"], 1040.0))
    if at["generator"] > 0:
        found += have.of_kind(GENERATOR, 1, "mains voltage", {"gasoline": 0.01}, power=at["generator"])
    found += have.of_kind(BATTERY, max(ceil(at["battery"] / 100 - 1e-9), 1), "charge for the day", {}, charge=100.0)
    found += have.of_kind(TOOLBOX, 1, "tools, fittings and what nobody counts", {}, long=1.2)
    found.append(have.bare("Small things: spare hose, guns, cones, kit", 0.9, 0.6, 75.0, "they add up to hundreds of pounds"))
    return found


def _soft(b: Brief, have: "_Stock") -> list[Needed]:
    if b.school == "none":
        return []
    found = have.of_kind(MIXER, 1, "water, SH and surfactant in their shares", {})
    pump = replace(PUMP, name=f"Soft-wash pump, {b.school}", options={"school": b.school})
    found = [*have.of_kind(pump, 1, b.school, {}), *found]
    return [*found, *have.of_kind(COMPRESSOR, 1, b.school, {}, flow=AIR)] if b.school == "air diaphragm" else found


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


AIR = 20 * 0.028316846592 / 60  # m³/s: 20 cubic feet a minute
COLD = Wanted("machine", "Cold machine, 8 gal/min", 1.1, 0.65, 160.0, "cold-8-belt")
COLD_SMALL = Wanted("machine", "Cold machine, 4 gal/min", 0.8, 0.55, 65.0, "cold-4-direct")
HOT = Wanted("hot-machine", "Hot machine, 5.5 gal/min", 1.5, 0.8, 310.0, "hot-5-burner")
REEL = Wanted("reel", "Reel with 200 ft of hose", 0.56, 0.62, 53.0, "reel-38")
REELS = Wanted("reel", "Reel stack of two with hose", 0.56, 0.62, 100.0, "reel-stack-2", {"make": "textile braid"})
GENERATOR = Wanted("generator", "Generator, 4 kW", 0.7, 0.53, 79.0, "generator-4")
BATTERY = Wanted("battery", "Battery, 12 V deep cycle", 0.33, 0.18, 28.0, "battery-12v")
TOOLBOX = Wanted("toolbox", "Toolbox, 48 in, with hand tools", 1.22, 0.5, 74.0, "toolbox-48")
MIXER = Wanted("mixer", "Mixing station", 0.3, 0.46, 10.0, "mixer-3")
PUMP = Wanted("pump", "Soft-wash pump", 0.8, 0.55, 45.0, "pump-12v")
COMPRESSOR = Wanted("compressor", "Compressor, 20 cfm", 1.2, 0.6, 165.0, "compressor-20")


class _Stock:
    """Takes rows from a catalog, marking what the customer brings."""

    def __init__(self, brief: Brief, entries: Sequence[Entry]) -> None:
        self._items = {e.item.id: e.item for e in entries}
        self._brings = {s.entry: s.condition for s in brief.supplied if s.entry}

    def of_kind(self, wanted: Wanted, count: int, why: str, holds: dict[str, float], **least: float) -> list[Needed]:
        """So many of a kind: the catalog's usual one, else the least that has what it must, else one by its usual footprint.

        least: of its parameters, in SI units; holds: volume of a liquid shared among their own tanks [m³].
        """
        if count <= 0:
            return []
        item = self._suiting(wanted, least)
        if item is None:
            volume = sum(holds.values())
            dry = Figure(value=wanted.mass, plus_minus=wanted.mass * 0.3, note="no such thing in the catalog: from memory")
            liquid = volume / count * GASOLINE.density.value
            return [self._row(wanted.name, count, "", dry, liquid, wanted.length, wanted.width, why)]
        liquid = sum(_own_liquid(item, name, volume / count) for name, volume in holds.items())
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
        """The fewest tanks of a liquid's kind that hold a volume [m³]: the smallest that does, else several of the largest."""
        if volume <= 1e-6:
            return []
        kin = [i for i in self._items.values() if can(i, "keep liquid") and i.tanks and i.tanks[0].liquid.tint == liquid.tint]
        kin.sort(key=lambda i: i.tanks[0].capacity.value)
        if not kin:
            return [self.bare(f"Tank for {word}", 0.6, 0.6, 20.0, why, volume, liquid.density.value)]
        item = next((i for i in kin if _usable(i) >= volume), kin[-1])
        count = ceil(volume / _usable(item) - 1e-9)
        mass = volume / count * liquid.density.value
        return [self._row(item.name, count, item.id, weigh(item), mass, item.length.value, item.width.value, why)]

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


def _own_liquid(item: Item, name: str, volume: float) -> float:
    """Mass of a liquid that an item's own tanks take, of a volume wanted [kg]."""
    return sum(min(t.capacity.value, volume) * t.liquid.density.value for t in item.tanks if t.liquid.name == name)
