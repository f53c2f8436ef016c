"""Units and theme, as the menus choose them."""

from PyQt6.QtWidgets import QMenu

from ...core.base.units import METRIC, US
from .desk import Desk

CHOICES: dict[str, tuple[tuple[str, str], ...]] = {
    "length": (("in", "inches"), ("ft-in", "feet and inches"), ("mm", "millimeters"), ("m", "meters")),
    "mass": (("lb", "pounds"), ("kg", "kilograms")),
    "volume": (("gal", "US gallons"), ("L", "liters")),
    "pressure": (("psi", "pounds per square inch"), ("bar", "bar"), ("kPa", "kilopascals")),
    "sides": (("left, right", "left and right"), ("street, curb", "street side and curb side")),
}


class UnitMenus:
    """What is shown in which unit, and in which colors."""

    def __init__(self, desk: Desk) -> None:
        self.desk = desk

    def other_theme(self) -> None:
        """Light or dark."""
        self.desk.set_looks(theme="light" if self.desk.theme.name == "dark" else "dark")

    def other_system(self) -> None:
        """All US or all metric."""
        new = METRIC if self.desk.units.mass == "lb" else US
        self.desk.set_looks(length=new.length, mass=new.mass, volume=new.volume, pressure=new.pressure)

    def _fill(self, menu: QMenu, field: str) -> None:
        menu.clear()
        for unit, words in CHOICES[field]:
            entry = menu.addAction(words)
            assert entry is not None
            entry.setCheckable(True)
            entry.setChecked(getattr(self.desk.units, field) == unit)
            entry.triggered.connect(lambda _, f=field, u=unit: self.desk.set_looks(**{f: u}))

    def length_menu(self, menu: QMenu) -> None:
        """Units of length."""
        self._fill(menu, "length")

    def mass_menu(self, menu: QMenu) -> None:
        """Units of mass."""
        self._fill(menu, "mass")

    def volume_menu(self, menu: QMenu) -> None:
        """Units of volume."""
        self._fill(menu, "volume")

    def pressure_menu(self, menu: QMenu) -> None:
        """Units of pressure."""
        self._fill(menu, "pressure")

    def sides_menu(self, menu: QMenu) -> None:
        """What the sides are called."""
        self._fill(menu, "sides")
