"""The shipped fonts and the few steps they are set in."""

from functools import cache, lru_cache
from pathlib import Path

from PyQt6.QtGui import QFont, QFontDatabase, QFontMetricsF

from .. import data

SIZES = {"small": 13, "text": 14, "strong": 16, "figure": 20, "title": 24}
CONDENSED = "Barlow Condensed"
PLAIN = "Barlow"


@cache
def load() -> None:
    """Make the shipped fonts known to Qt; needs an application object."""
    for file in sorted((Path(data.__file__).parent / "fonts").glob("*.ttf")):
        if QFontDatabase.addApplicationFontFromData(file.read_bytes()) < 0:
            raise RuntimeError(f"the font {file.name} cannot be loaded")


@cache
def font(step: str = "text", weight: int = 400, condensed: bool = False, scale: float = 1.0) -> QFont:
    """A font of a step, 13 to 24 px at scale 1. weight: 400, 500 or 600."""
    load()
    made = QFont(CONDENSED if condensed else PLAIN)
    made.setPixelSize(max(round(SIZES[step] * scale), 1))
    made.setWeight(QFont.Weight(weight))
    made.setStyleStrategy(QFont.StyleStrategy.PreferAntialias)
    made.setHintingPreference(QFont.HintingPreference.PreferNoHinting)
    return made


@cache
def metrics(step: str = "text", weight: int = 400, condensed: bool = False) -> QFontMetricsF:
    """Metrics of a font of a step."""
    return QFontMetricsF(font(step, weight, condensed))


ROLES: dict[str, tuple[str, int, bool]] = {
    "name": ("small", 600, True),
    "tag": ("small", 600, True),
    "caption": ("small", 500, True),
    "tape": ("small", 600, True),
    "distance": ("small", 600, False),
}


@lru_cache(maxsize=4096)
def measure(text: str, role: str) -> float:
    """Width of a text in a role of a drawing [px]."""
    return metrics(*ROLES[role]).horizontalAdvance(text)
