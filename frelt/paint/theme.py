"""Pens, brushes and colors of the roles, in two themes."""

from typing import Literal

from msgspec import Struct
from PyQt6.QtCore import Qt
from PyQt6.QtGui import QBrush, QColor, QPen

from ..drawing.styles import DARK, LIGHT, STYLES, Palette, Style

Name = Literal["light", "dark", "paper"]


class Theme(Struct, frozen=True):
    """A palette with its pens and brushes."""

    name: Name
    palette: Palette

    def color(self, name: str) -> QColor:
        """A color by its palette name; shared, so never changed (see `faded`)."""
        key = (self.name, name)
        if key not in _colors:
            _colors[key] = QColor(getattr(self.palette, name))
        return _colors[key]

    def faded(self, name: str, alpha: float) -> QColor:
        """A color of its own that lets through what lies below; alpha: a share."""
        made = QColor(self.color(name))
        made.setAlphaF(alpha)
        return made

    def pen(self, role: str, in_hand: bool = False) -> QPen:
        """The pen of a role, of constant width on the screen; in hand, an outline is teal and 3 px."""
        held = in_hand and role == "body"
        ratio = 1.0 if self.name == "paper" else _screen[0]
        key = (self.name, role, held, ratio)
        pen = _pens.get(key)
        if pen is None:
            pen = _pens[key] = _pen(self.palette, role, held, ratio)
        return pen

    def brush(self, role: str) -> QBrush:
        """The brush of a role."""
        key = (self.name, role)
        brush = _brushes.get(key)
        if brush is None:
            style = STYLES[role]
            brush = QBrush(Qt.BrushStyle.NoBrush)
            if style.fill:
                color = QColor(getattr(self.palette, style.fill))
                color.setAlphaF(style.alpha)
                brush = QBrush(color, Qt.BrushStyle.BDiagPattern if style.hatched else Qt.BrushStyle.SolidPattern)
            _brushes[key] = brush
        return brush


_colors: dict[tuple[str, str], QColor] = {}
_pens: dict[tuple[str, str, bool, float], QPen] = {}
_screen = [1.0]  # pixels of the screen in one of the window's


def on_screen(ratio: float) -> None:
    """What is painted next lies on a screen with so many pixels in one of the window's: Qt's pens of constant width count the screen's."""
    _screen[0] = ratio


_brushes: dict[tuple[str, str], QBrush] = {}


def _pen(palette: Palette, role: str, in_hand: bool, ratio: float) -> QPen:
    style = STYLES[role]
    if in_hand:
        style = Style("hand", 3.0)
    if not style.stroke:
        return QPen(Qt.PenStyle.NoPen)
    pen = QPen(QColor(getattr(palette, style.stroke)), style.width * ratio)
    pen.setCosmetic(True)
    pen.setJoinStyle(Qt.PenJoinStyle.RoundJoin)
    pen.setCapStyle(Qt.PenCapStyle.RoundCap if not style.dash else Qt.PenCapStyle.FlatCap)
    if style.dash:
        pen.setDashPattern(list(style.dash))
    return pen


THEMES: dict[Name, Theme] = {"light": Theme("light", LIGHT), "dark": Theme("dark", DARK)}
