"""From the brief to what must be carried, each step explained; and from that a list of equipment with its mass.

Rates are common practice, no source, unless marked. Every line may be overruled in the brief.
"""

from collections.abc import Sequence
from math import ceil

from msgspec import Struct

from ..base.constants import COIL_EFFICIENCY, DIESEL_HEAT, GASOLINE_PER_JOULE, PUMP_EFFICIENCY, WATER_DENSITY, WATER_HEAT
from ..base.figure import Figure
from ..base.units import GALLON, Quantity, Units
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
        found += have.pick("hot-5-burner", ceil(at["total"] / HOT_FLOW - 1e-9), "hot water", {"diesel": at["diesel"]})
    else:
        big = at["flow"] > 5 * GPM
        entry, each = ("cold-8-belt", 8 * GPM) if big else ("cold-4-direct", 4 * GPM)
        found += have.pick(entry, ceil(at["total"] / each - 1e-9), "flow of each operator", {"gasoline": at["gasoline"]})
    found += have.tanks(WATER, at["water"] + at.get("soft-water", 0.0), "water", "water to carry")
    found += have.tanks(hypochlorite(12.5), at["sh"], "SH", "SH of the day")
    found += have.tanks(next(x for x in LIQUIDS if x.name == "surfactant"), at["soap"], "surfactant", "surfactant of the day")
    found += have.tanks(
        GASOLINE,
        max(at["gasoline"] - (0.0 if b.hot else 6 * GALLON * b.operators), 0.0),
        "gasoline",
        "beyond what the machines hold",
    )
    found += have.pick("reel-stack-2" if b.school != "none" else "reel-38", b.operators, "hose for each operator", {})
    found += _soft(b, have)
    if at["antifreeze"] > 0:
        found.append(have.bare("Antifreeze tank", 0.6, 0.45, 9.0, "winter", at["antifreeze"], 1040.0))
    if at["generator"] > 0:
        found += have.pick("generator-4", 1, "mains voltage", {"gasoline": 0.01})
    found += have.pick("battery-12v", max(ceil(at["battery"] / 100 - 1e-9), 1), "charge for the day", {})
    found += have.pick("toolbox-48", 1, "tools, fittings and what nobody counts", {})
    found.append(have.bare("Small things: spare hose, guns, cones, kit", 0.9, 0.6, 75.0, "they add up to hundreds of pounds"))
    return found


def _soft(b: Brief, have: "_Stock") -> list[Needed]:
    if b.school == "none":
        return []
    found = list(have.pick("mixer-3", 1, "water, SH and surfactant in their shares", {}))
    if b.school == "12 V diaphragm":
        return [*have.pick("pump-12v", 1, b.school, {}), *found]
    if b.school == "engine diaphragm":
        return [have.bare("Engine diaphragm pump", 0.8, 0.55, 48.0, b.school), *found]
    if b.school == "air diaphragm":
        return [
            have.bare("Air diaphragm pump", 0.4, 0.35, 14.0, b.school),
            have.bare("Compressor, 20 cfm, with dryer", 1.2, 0.6, 165.0, b.school),
            *found,
        ]
    return found


class _Stock:
    """Takes rows from a catalog, marking what the customer brings."""

    def __init__(self, brief: Brief, entries: Sequence[Entry]) -> None:
        self._items = {e.item.id: e.item for e in entries}
        self._brings = {s.entry: s.condition for s in brief.supplied if s.entry}

    def pick(self, entry: str, count: int, why: str, holds: dict[str, float]) -> list[Needed]:
        """So many of an entry; holds: volume of a liquid shared among their own tanks [m³]."""
        item = self._items.get(entry)
        if item is None or count <= 0:
            return []
        dry = weigh(item)
        liquid = sum(_own_liquid(item, name, volume / count) for name, volume in holds.items())
        return [self._row(item.name, count, entry, dry, liquid, item.length.value, item.width.value, why)]

    def tanks(self, liquid: Liquid, volume: float, word: str, why: str) -> list[Needed]:
        """The fewest tanks of a liquid's kind that hold a volume [m³]: the smallest that does, else several of the largest."""
        if volume <= 1e-6:
            return []
        kin = [i for i in self._items.values() if i.kind == "tank" and i.tanks and i.tanks[0].liquid.tint == liquid.tint]
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
