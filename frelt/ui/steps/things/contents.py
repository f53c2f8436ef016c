"""What an item holds: its tank and the liquid in it, and what stands in its hose."""

from collections.abc import Callable

from msgspec.structs import replace
from PyQt6.QtWidgets import QCheckBox, QComboBox, QVBoxLayout, QWidget

from ....core.base.figure import Figure
from ....core.base.text import capital, uncapital
from ....core.base.value import FreltError
from ....core.edit.items import with_item
from ....core.kind.make import sized_by_volume
from ....core.kind.substances import LIQUIDS, at_temperature, hypochlorite, other
from ....core.liquids.aging import strength_now
from ....core.model.item import HosePart, Item, TankPart
from ...frame.desk import Desk
from ...widgets.fields import FigureField, column
from ...widgets.mannered import Options
from ...widgets.text import Words, tip

MOST_HOSES = 4  # of one thing whose contents are asked for


class Contents(QWidget):
    """Fields of the first tank, and of the hoses."""

    def __init__(self, desk: Desk, item: Callable[[], Item | None]) -> None:
        super().__init__()
        self.desk, self._item = desk, item
        units = lambda: desk.units  # noqa: E731
        self.capacity = FigureField("Capacity", "volume", units, self._set_capacity, low=1e-4, high=100, name="capacity")
        self.heel = FigureField("Left by the draw (heel)", "share", units, self._set_heel, high=0.5, name="heel")
        self.top = FigureField("Float shuts at", "share", units, self._set_top, low=0.3, high=1.0, name="top")
        self.usable = Words()
        self.usable.setObjectName("quiet")
        self.liquid = Options()
        self.liquid.setAccessibleName("Liquid")
        for liquid in LIQUIDS:
            self.liquid.addItem(capital(liquid.name), liquid.name)
        self.liquid.addItem("Other liquid", "")
        self.liquid.activated.connect(self._set_liquid)
        self.strength = FigureField("Strength", "share", units, self._set_strength, low=0.001, high=0.2, name="strength")
        self.age = FigureField("Days since it was bought", "number", units, self._set_age, high=1000, name="sh-age")
        self.tested = QCheckBox("Strength measured now")
        self.tested.clicked.connect(lambda: self._put_liquid("strength measured", tested=self.tested.isChecked()))
        self.now = Words()
        self.now.setObjectName("quiet")
        self.now.setWordWrap(True)
        self.warmth = FigureField("Temperature", "number", units, self._set_warmth, low=-30, high=230, name="temperature")
        self.density = FigureField("Density", "density", units, self._set_density, low=200, high=3000, name="density")
        self.tank = QWidget()
        self.tank.setLayout(
            column(
                self.capacity,
                self.heel,
                self.top,
                self.usable,
                self.liquid,
                self.strength,
                self.tested,
                self.age,
                self.now,
                self.warmth,
                self.density,
            )
        )
        self.hoses = [self._hose(n) for n in range(MOST_HOSES)]
        box = QVBoxLayout(self)
        box.setContentsMargins(0, 0, 0, 0)
        box.addWidget(self.tank)
        for hose in self.hoses:
            box.addWidget(hose)

    def refresh(self, item: Item) -> None:
        """Show what an item holds."""
        tank = next(iter(item.tanks), None)
        self.tank.setVisible(tank is not None)
        if tank is not None:
            self.capacity.setVisible(not sized_by_volume(item))  # else it is one of what the thing is known by
            self.capacity.show_value(tank.capacity.value)
            self.heel.show_value(tank.heel)
            self.top.show_value(tank.top)
            usable = max(tank.top - tank.heel, 0.0) * tank.capacity.value
            self.usable.setText(f"Usable between heel and float: {self.desk.units.show(usable, 'volume')}")
            for widget in (self.strength, self.age, self.tested, self.now):
                widget.setVisible(tank.liquid.role == "SH")
            self.age.setEnabled(not tank.liquid.tested)
            self.age.show_value(tank.liquid.age)
            self.tested.setChecked(tank.liquid.tested)
            now = strength_now(tank.liquid)
            self.now.setText(f"Now about {now.value:.1%} ± {now.plus_minus:.1%}" if not tank.liquid.tested else "As measured")
            tip(self.now, now.note)
            self.strength.show_value(tank.liquid.strength)
            fahrenheit = self.desk.units.length in ("in", "ft-in")
            self.warmth.label.setText(f"Temperature, {'°F' if fahrenheit else '°C'}")
            self.warmth.show_value(round(tank.liquid.celsius * 1.8 + 32 if fahrenheit else tank.liquid.celsius, 1))
            self.density.show_value(tank.liquid.density.value)
            tip(self.density, tank.liquid.density.note)
            at = self.liquid.findData(tank.liquid.name)
            self.liquid.setCurrentIndex(at if at >= 0 else self.liquid.count() - 1)
        hoses = [p for p in item.parts if isinstance(p, HosePart)]
        for n, box in enumerate(self.hoses):
            box.setVisible(n < len(hoses))
            if n < len(hoses):
                held = hoses[n].holds
                which = "Its hose" if len(hoses) == 1 else hoses[n].name
                box.setAccessibleName(f"What {uncapital(which)} holds")
                for at in range(box.count()):
                    name = box.itemData(at)
                    box.setItemText(at, f"{which} holds {name}" if name else f"{which}: dry")
                box.setCurrentIndex(max(box.findData(held.name if held is not None else ""), 0))

    def _put_tank(self, words: str, **fields: object) -> None:
        item = self._item()
        tank = next(iter(item.tanks), None) if item is not None else None
        if item is not None and tank is not None:
            new: TankPart = replace(tank, **fields)
            parts = tuple(new if p is tank else p for p in item.parts)
            self.desk.edit(lambda r: with_item(r, replace(item, parts=parts)), words)

    def _set_capacity(self, value: float | None) -> None:
        if value is not None:
            self._put_tank("capacity", capacity=Figure(value=value, source="measured"))

    def _set_heel(self, value: float | None) -> None:
        if value is not None:
            self._put_tank("heel", heel=value)

    def _set_top(self, value: float | None) -> None:
        if value is not None:
            self._put_tank("where the float shuts", top=value)

    def _set_liquid(self) -> None:
        name = self.liquid.currentData()
        liquid = next((x for x in LIQUIDS if x.name == name), None) or other("other liquid", 1000.0, 50.0)
        self._put_tank(f"filled with {liquid.name}", liquid=liquid)

    def _put_liquid(self, words: str, **fields: object) -> None:
        item = self._item()
        tank = next(iter(item.tanks), None) if item is not None else None
        if tank is not None:
            self._put_tank(words, liquid=replace(tank.liquid, **fields))

    def _set_age(self, value: float | None) -> None:
        if value is not None:
            self._put_liquid("age of its SH", age=value)

    def _set_strength(self, value: float | None) -> None:
        if value is not None:
            item = self._item()
            old = item.tanks[0].liquid if item is not None and item.tanks else None
            liquid = hypochlorite(round(value * 100, 2))
            if old is not None:
                liquid = replace(liquid, age=old.age, tested=old.tested)
            self._put_tank(f"filled with {liquid.name}", liquid=liquid)

    def _set_warmth(self, value: float | None) -> None:
        item = self._item()
        tank = next(iter(item.tanks), None) if item is not None else None
        if tank is None or value is None:
            return
        celsius = (value - 32) / 1.8 if self.desk.units.length in ("in", "ft-in") else value
        if not -30 <= celsius <= 110:
            raise FreltError(f"{value:g} degrees is no temperature of a liquid in a tank; expected -30 to 110 °C")
        self._put_tank("temperature", liquid=at_temperature(tank.liquid, round(celsius, 1)))

    def _set_density(self, value: float | None) -> None:
        item = self._item()
        tank = next(iter(item.tanks), None) if item is not None else None
        if tank is not None and value is not None:
            density = Figure(value=value, source="measured", origin=f"density of {tank.liquid.name}")
            self._put_tank("density", liquid=replace(tank.liquid, density=density))

    def _hose(self, n: int) -> QComboBox:
        box = Options()
        box.setAccessibleName("What its hose holds")
        box.addItem("", "")
        for liquid in LIQUIDS:
            box.addItem("", liquid.name)
        box.activated.connect(lambda _: self._set_hose(n))
        return box

    def _set_hose(self, n: int) -> None:
        item = self._item()
        if item is None:
            return
        holds = next((x for x in LIQUIDS if x.name == self.hoses[n].currentData()), None)
        hose = [p for p in item.parts if isinstance(p, HosePart)][n]
        parts = tuple(replace(p, holds=holds) if p is hose else p for p in item.parts)
        self.desk.edit(lambda r: with_item(r, replace(item, parts=parts)), f"{hose.name.lower()} of {item.name}")
