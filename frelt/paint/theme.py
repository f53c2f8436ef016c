"""Roles meet colors and widths here and nowhere else. Two themes, each designed for its light."""

from typing import Literal

from msgspec import Struct
from PyQt6.QtCore import Qt
from PyQt6.QtGui import QBrush, QColor, QPen

Name = Literal["light", "dark", "paper"]


class Palette(Struct, frozen=True):
    """Named colors of a theme, as #rrggbb."""

    bench: str
    bench_deep: str
    sheet: str
    field: str
    ink: str
    soft: str
    hairline: str
    tape: str
    tape_ink: str
    hand: str
    hand_fill: str
    over: str
    over_fill: str
    tight: str
    tight_fill: str
    ok: str
    ok_fill: str
    unknown: str
    steel: str
    steel_light: str
    steel_dark: str
    wood: str
    seam: str
    water: str
    water_edge: str
    sh: str
    sh_edge: str
    soap: str
    soap_edge: str
    fuel: str
    fuel_edge: str
    antifreeze: str
    antifreeze_edge: str
    other: str
    other_edge: str
    ground: str
    tire: str


LIGHT = Palette(
    bench="#f2efe6",
    bench_deep="#e4e0d4",
    sheet="#fbfaf5",
    field="#fffefb",
    ink="#17222c",
    soft="#55606a",
    hairline="#cfc9ba",
    tape="#f4c430",
    tape_ink="#2a2410",
    hand="#0b6b68",
    hand_fill="#cfe6df",
    over="#a61b1b",
    over_fill="#f6d5d1",
    tight="#8a5a00",
    tight_fill="#f7e2b8",
    ok="#1f5d3f",
    ok_fill="#cfe5d6",
    unknown="#5b6670",
    steel="#d5dae1",
    steel_light="#eef1f4",
    steel_dark="#4a5763",
    wood="#f0e6d2",
    seam="#e0d3b8",
    water="#b9d9ea",
    water_edge="#1f6ea6",
    sh="#ecdf9f",
    sh_edge="#7d6500",
    soap="#e2d1e9",
    soap_edge="#74438a",
    fuel="#f2cfbd",
    fuel_edge="#a34a24",
    antifreeze="#cbe5c2",
    antifreeze_edge="#3c7130",
    other="#dedbd2",
    other_edge="#5d584c",
    ground="#17222c",
    tire="#4a5763",
)

DARK = Palette(
    bench="#1f282f",
    bench_deep="#141a1f",
    sheet="#1a2229",
    field="#12181d",
    ink="#f3efe4",
    soft="#a3adb5",
    hairline="#3a454e",
    tape="#d9ab22",
    tape_ink="#1d1804",
    hand="#62d3cd",
    hand_fill="#1f4a4a",
    over="#ff8f86",
    over_fill="#63221f",
    tight="#f2bd5b",
    tight_fill="#5a4212",
    ok="#86d0a4",
    ok_fill="#20452f",
    unknown="#a3adb5",
    steel="#43505b",
    steel_light="#2b363f",
    steel_dark="#aab4bd",
    wood="#2b2820",
    seam="#3a352a",
    water="#23506b",
    water_edge="#7cc4ee",
    sh="#544a16",
    sh_edge="#e6cd61",
    soap="#4a3357",
    soap_edge="#d3a7e6",
    fuel="#5f3120",
    fuel_edge="#f0a27f",
    antifreeze="#2f4f2a",
    antifreeze_edge="#9cd48c",
    other="#45433c",
    other_edge="#c9c3b3",
    ground="#f3efe4",
    tire="#37424b",
)

TINTS = ("water", "sh", "soap", "fuel", "antifreeze", "other")


class Style(Struct, frozen=True):
    """How a role is drawn: colors by palette name, width in px; `dash` in widths."""

    stroke: str = ""
    width: float = 1.0
    fill: str = ""
    dash: tuple[float, ...] = ()


STYLES: dict[str, Style] = {
    "body": Style("ink", 1.4, "steel"),
    "part": Style("ink", 1.0, "steel"),
    "light": Style("ink", 1.0, "steel_light"),
    "dark": Style("", 0, "steel_dark"),
    "fork": Style("ink", 1.6, "steel_dark"),
    "open": Style("steel_dark", 1.0),
    "bar": Style("ink", 1.6),
    "kept": Style("hand", 1.2, "", (6, 4)),
    "kept.corner": Style("hand", 2.0),
    "detail": Style("steel_dark", 1.0),
    "carrier": Style("ink", 2.0),
    "frame": Style("ink", 2.0),
    "frame.solid": Style("ink", 1.6, "steel"),
    "slab": Style("ink", 2.0, "steel"),
    "coupler": Style("ink", 2.0, "sheet"),
    "coupler.eye": Style("", 0, "ink"),
    "tire": Style("ink", 2.0, "tire"),
    "wheel": Style("ink", 1.4, "steel_light"),
    "fender": Style("ink", 1.0, "bench_deep"),
    "rail": Style("steel_dark", 1.4),
    "wall": Style("ink", 1.0, "steel_dark"),
    "wall.nose": Style("ink", 1.4, "steel"),
    "shell": Style("steel_dark", 1.4, "bench"),
    "cab": Style("ink", 2.0, "steel_light"),
    "hood": Style("ink", 2.0, "steel_light"),
    "glass": Style("steel_dark", 1.0, "steel"),
    "seat": Style("steel_dark", 1.0, "bench_deep"),
    "boxes": Style("ink", 1.4, "steel"),
    "well": Style("ink", 1.4, "bench_deep"),
    "zone": Style("fuel_edge", 1.2, "", (4, 3)),
    "zone.hatch": Style("fuel_edge", 0.8),
    "break": Style("ink", 1.4),
    "door": Style("steel_dark", 1.4),
    "door.outline": Style("steel_dark", 1.0, "", (4, 4)),
    "deck.planked": Style("ink", 2.0, "wood"),
    "deck.plate": Style("ink", 2.0, "steel_light"),
    "deck.coated": Style("ink", 2.0, "bench_deep"),
    "seam": Style("seam", 1.0),
    "ground": Style("ground", 2.0),
    "axis": Style("soft", 1.0, "", (5, 4)),
    "below": Style("soft", 1.2, "", (3, 3)),
    "hidden": Style("soft", 1.0, "", (3, 3)),
    "centre.light": Style("", 0, "sheet"),
    "centre.dark": Style("", 0, "ink"),
    "centre.edge": Style("ink", 1.4),
    "floor.safe": Style("hand", 2.0, "hand_fill", (5, 3)),
    "distance": Style("hand", 1.4),
    "asked": Style("hand", 3.0),
    "asked.line": Style("hand", 1.4),
    "tape.band": Style("", 0, "tape"),
    "tape.mark": Style("tape_ink", 1.2),
} | {
    f"{part}.{tint}": style
    for tint in TINTS
    for part, style in {
        "liquid": Style("", 0, tint),
        "surface": Style(f"{tint}_edge", 2.0),
        "hose": Style("ink", 1.0, tint),
    }.items()
}


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
        key = (self.name, role, held)
        pen = _pens.get(key)
        if pen is None:
            pen = _pens[key] = _pen(self.palette, role, held)
        return pen

    def brush(self, role: str) -> QBrush:
        """The brush of a role."""
        key = (self.name, role)
        brush = _brushes.get(key)
        if brush is None:
            fill = STYLES[role].fill
            brush = QBrush(QColor(getattr(self.palette, fill))) if fill else QBrush(Qt.BrushStyle.NoBrush)
            _brushes[key] = brush
        return brush


_colors: dict[tuple[str, str], QColor] = {}
_pens: dict[tuple[str, str, bool], QPen] = {}
_brushes: dict[tuple[str, str], QBrush] = {}


def _pen(palette: Palette, role: str, in_hand: bool) -> QPen:
    style = STYLES[role]
    if in_hand:
        style = Style("hand", 3.0)
    if not style.stroke:
        return QPen(Qt.PenStyle.NoPen)
    pen = QPen(QColor(getattr(palette, style.stroke)), style.width)
    pen.setCosmetic(True)
    pen.setJoinStyle(Qt.PenJoinStyle.RoundJoin)
    pen.setCapStyle(Qt.PenCapStyle.RoundCap if not style.dash else Qt.PenCapStyle.FlatCap)
    if style.dash:
        pen.setDashPattern(list(style.dash))
    return pen


THEMES: dict[Name, Theme] = {"light": Theme("light", LIGHT), "dark": Theme("dark", DARK)}
