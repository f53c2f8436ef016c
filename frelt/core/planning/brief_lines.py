"""The lines of a brief: what must be carried and given, each after what it rests on and with its reason.

Rates are common practice, no source, unless marked. Every line may be overruled in the brief.
"""

from msgspec import Struct

from ..base.constants import COIL_EFFICIENCY, DIESEL_HEAT, GASOLINE_PER_JOULE, PUMP_EFFICIENCY, WATER_DENSITY, WATER_HEAT
from ..base.units import GALLON, Quantity, Units
from ..model.brief import Brief, Surface

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
REWIND_WATTS = 500.0
COIL_WATTS = 17.0 * 12.0  # of an engine that charges: 17 A barely carry a 12 V burner; common practice, no source
STARTS = 1.25  # of what runs that a generator must give while a motor starts; common practice, no source
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


class Steps:
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

    @property
    def lines(self) -> tuple[Line, ...]:
        """What is worked out so far."""
        return tuple(self._lines)

    def before_machines(self) -> None:
        """What the machines are chosen by."""
        self._water()
        self._chemical()
        self._fuel()

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
        self._say(
            "reach", "Hose for each operator", b.reach, "distance", "from the rig to the farthest wall, as the brief says"
        )

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
        antifreeze = 18 * GALLON if b.winter else 0.0
        self._say(
            "antifreeze",
            "Antifreeze",
            antifreeze,
            "volume",
            "a float tank of it for winter nights" if b.winter else "no winter work",
        )

    def _fuel(self) -> None:
        b, show = self.b, self.u.show
        work = self.at["use"] * PRESSURE / PUMP_EFFICIENCY * b.hours
        self._say(
            "gasoline",
            "Gasoline a day",
            work * GASOLINE_PER_JOULE,
            "volume",
            f"{show(self.at['use'], 'flow')} at 3,000 psi for {show(b.hours, 'time')}, {GASOLINE_PER_JOULE * 3.6e9:.2f} L/kWh",
        )
        heat = self.at["use"] * WATER_DENSITY * WATER_HEAT * HEATING * b.hours / COIL_EFFICIENCY if b.hot else 0.0
        self._say(
            "diesel",
            "Burner fuel a day",
            heat / DIESEL_HEAT,
            "volume",
            f"water heated by {HEATING:.0f} K, {COIL_EFFICIENCY:.0%} of the heat in it" if b.hot else "cold water only",
        )

    def power(self, at_12: float, coils: int, mains: float, takers: str) -> None:
        """What batteries and a generator must give, once it is known what runs.

        at_12: what burners and pumps of the list take at 12 V, each in its share of the day [W].  coils: engines that charge.
        mains: what wants mains voltage at once [W]; takers: those, in words.
        """
        b, show = self.b, self.u.show
        rewind = REWIND_WATTS * 0.03 * b.operators
        watts = self._say(
            "power", "Power at 12 V, on average", at_12 + rewind, "number", "pump, burner blower and rewind, in watts; rough"
        )
        charged = min(coils * COIL_WATTS, watts)
        rest = max(watts - charged, 0.0)
        own = f", less {charged:.0f} W of the engines' charging coils" if charged else ""
        self._say(
            "battery",
            "Battery for the day",
            rest * b.hours / 12 / 3600 / 0.5,
            "number",
            f"ampere-hours, {watts:.0f} W{own} for {show(b.hours, 'time')}, half of it used",
        )
        self._say(
            "generator",
            "Generator",
            mains * STARTS,
            "number",
            f"watts: {takers}, and a quarter more to start" if mains else "not needed: nothing on the list wants mains voltage",
        )
