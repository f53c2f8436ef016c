"""What a shop sets once: units, light or dark, recent files. One file, declared here."""

from pathlib import Path
from typing import Literal

import msgspec
from msgspec.structs import replace

from ..core.base.units import LengthUnit, MassUnit, PressureUnit, SideNames, Units, VolumeUnit
from ..core.base.value import FreltError, Value
from .places import config_dir
from .reading import read_file
from .storage import write_atomically

MOST_RECENT = 8


class Settings(Value, frozen=True, kw_only=True, omit_defaults=False):
    """length, mass, volume, pressure: the unit of each quantity.  sides: how sides are called.  rules: the rule set of new rigs.  recent: paths, newest first.

    window: how wide and tall it was when it was closed last [px].  menu: whether it may put itself into the desktop's menu.
    """

    length: LengthUnit = "in"
    mass: MassUnit = "lb"
    volume: VolumeUnit = "gal"
    pressure: PressureUnit = "psi"
    sides: SideNames = "left, right"
    theme: Literal["light", "dark"] = "light"
    rules: str = "us"
    recent: tuple[str, ...] = ()
    window: tuple[int, int] | None = None
    menu: bool = True

    @property
    def units(self) -> Units:
        """The shop's mix of units."""
        return Units(self.length, self.mass, self.volume, self.pressure, self.sides)


class SettingsStore:
    """Settings on disk. A file that cannot be read is set aside, not lost, and defaults are used."""

    def __init__(self, folder: Path | None = None) -> None:
        self.path = (folder or config_dir()) / "settings.json"
        self.value = self._load()

    def _load(self) -> Settings:
        try:
            return msgspec.json.decode(read_file(self.path, 1_000_000, "settings"), type=Settings)
        except (FreltError, msgspec.MsgspecError):
            if self.path.is_file():
                self.path.replace(self.path.with_suffix(".json.unreadable"))
            return Settings()

    def change(self, **fields: object) -> Settings:
        """Set some fields and write them down; a disk that cannot be written only loses the memory of it."""
        self.value = replace(self.value, **fields)
        try:
            self.path.parent.mkdir(parents=True, exist_ok=True)
            write_atomically(self.path, msgspec.json.format(msgspec.json.encode(self.value), indent=1))
        except OSError:
            pass
        return self.value

    def opened(self, path: Path) -> None:
        """Remember a file as the most recent one."""
        name = str(path.resolve())
        rest = tuple(p for p in self.value.recent if p != name)
        self.change(recent=(name, *rest)[:MOST_RECENT])
