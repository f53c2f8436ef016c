"""The shipped fonts and the few steps they are set in."""

import atexit
from functools import cache, lru_cache
from pathlib import Path

from PyQt6.QtCore import QPointF, Qt
from PyQt6.QtGui import QFont, QFontDatabase, QFontMetricsF, QPainter, QStaticText, QTransform

from .. import data
from ..drawing.styles import SIZES

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
def metrics(step: str = "text", weight: int = 400, condensed: bool = False, scale: float = 1.0) -> QFontMetricsF:
    """Metrics of a font of a step."""
    return QFontMetricsF(font(step, weight, condensed, scale))


@lru_cache(maxsize=4096)
def _laid_out(words: str, step: str, weight: int, condensed: bool, scale: float) -> tuple[QStaticText, float]:
    """Words as they are set, and how far above their baseline they begin [px]; setting them takes longer than painting them."""
    made = QStaticText(words)
    made.setTextFormat(Qt.TextFormat.PlainText)
    made.prepare(QTransform(), font(step, weight, condensed, scale))
    return made, metrics(step, weight, condensed, scale).ascent()


atexit.register(_laid_out.cache_clear)  # they must not outlive the application


def put(painter: QPainter, x: float, y: float, words: str, step: str, weight: int, condensed: bool, scale: float = 1.0) -> None:
    """Paint words with their baseline at a point [px], in the painter's color."""
    painter.setFont(font(step, weight, condensed, scale))
    made, above = _laid_out(words, step, weight, condensed, scale)
    painter.drawStaticText(QPointF(x, y - above), made)


@lru_cache(maxsize=4096)
def wrap(words: str, width: float, step: str = "small", weight: int = 600, condensed: bool = True) -> tuple[str, ...]:
    """Words broken at spaces into lines of a width [px]; a word that is wider has a line of its own."""
    m = metrics(step, weight, condensed)
    lines: list[str] = []
    for word in words.split():
        trial = f"{lines[-1]} {word}" if lines else word
        if lines and m.horizontalAdvance(trial) <= width:
            lines[-1] = trial
        else:
            lines.append(word)
    return tuple(lines)


@lru_cache(maxsize=4096)
def widest_word(words: str, step: str = "small", weight: int = 600, condensed: bool = True) -> float:
    """Width of the widest word [px]."""
    m = metrics(step, weight, condensed)
    return max((m.horizontalAdvance(word) for word in words.split()), default=0.0)


@lru_cache(maxsize=4096)
def measure(words: str, step: str = "small", weight: int = 600, condensed: bool = True, scale: float = 1.0) -> float:
    """Width of one line [px]."""
    return metrics(step, weight, condensed, scale).horizontalAdvance(words)


def elided(words: str, width: float, step: str = "small", weight: int = 600, condensed: bool = True, scale: float = 1.0) -> str:
    """Words on one line, cut with an ellipsis where they are wider than there is room [px]."""
    line = " ".join(words.split())
    return metrics(step, weight, condensed, scale).elidedText(line, Qt.TextElideMode.ElideRight, width)
