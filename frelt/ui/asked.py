"""The dimension a field is about, drawn on the chassis as the tape would lie."""

from PyQt6.QtCore import QPointF, QRectF, Qt
from PyQt6.QtGui import QPainter

from ..core.carrier import Trailer
from ..core.units import Units
from ..drawing.carrier import deck_box
from ..drawing.views import View
from ..paint import fonts
from ..paint.theme import Theme
from .layout import Layout

Run = tuple[View, tuple[float, float], tuple[float, float]]


def runs(asked: str, t: Trailer) -> list[Run]:
    """Where the tape lies for a field, as runs in a drawing [m]."""
    x0, y0, x1, y1 = deck_box(t.main_deck)
    z, xc = t.main_deck.origin[2], t.coupler_x
    jack = xc + 0.28 if t.jack_x is None else t.jack_x
    name, _, number = asked.partition(":")
    if name == "axle":
        axle = t.axles[int(number)]
        return [("side", (x0, z + 0.06), (axle.x, z + 0.06)), ("plan", (x0, y0 - 0.08), (axle.x, y0 - 0.08))]
    if name == "plate" and number.startswith(("axle", "tire")):
        axle = t.axles[int(number[-1])]
        r = axle.tires.diameter / 2
        ends: list[Run] = [("rear", (s * axle.track / 2, 0.0), (s * axle.track / 2, 2 * r)) for s in (-1, 1)]
        return [("side", (axle.x - r, r), (axle.x + r, r)), *ends]
    table: dict[str, list[Run]] = {
        "length": [("plan", (x0, 0.0), (x1, 0.0))],
        "width": [("plan", ((x0 + x1) / 2, y0), ((x0 + x1) / 2, y1)), ("rear", (y0, z + 0.06), (y1, z + 0.06))],
        "height": [("side", (x1 - 0.1, 0.0), (x1 - 0.1, z)), ("rear", (0.0, 0.0), (0.0, z))],
        "coupler": [("plan", (xc, 0.0), (x0, 0.0)), ("side", (xc, t.coupler_z), (x0, t.coupler_z))],
        "coupler height": [("side", (xc, 0.0), (xc, t.coupler_z))],
        "track": [("rear", (-t.axles[-1].track / 2, 0.06), (t.axles[-1].track / 2, 0.06))],
        "tongue": [("side", (xc, 0.0), (xc, t.coupler_z + 0.3))],
        "plate:coupler": [("side", (xc, t.coupler_z - 0.15), (xc, t.coupler_z + 0.2)), ("plan", (xc, -0.15), (xc, 0.15))],
        "ball": [("side", (xc, 0.0), (xc, t.coupler_z if t.ball_z is None else t.ball_z))],
        "jack": [("side", (xc, t.coupler_z + 0.1), (jack, t.coupler_z + 0.1))],
        "plate:jack": [("side", (jack, 0.0), (jack, t.coupler_z + 0.4))],
        "plate:gross": [("side", (x0, z - 0.04), (x0 + 0.5, z - 0.04))],
        "axles": [("side", (a.x, 0.0), (a.x, a.tires.diameter)) for a in t.axles],
    }
    return table.get(asked if name == "plate" else name, [])


def paint_asked(p: QPainter, asked: str, trailer: Trailer, layout: Layout, theme: Theme, units: Units) -> None:
    """Paint the dimension with its present reading."""
    p.setFont(fonts.font("small", 600))
    for view, start, end in runs(asked, trailer):
        a, b = layout.to_px(view, *start), layout.to_px(view, *end)
        p.setPen(theme.pen("asked"))
        p.drawLine(a, b)
        level = abs(a.x() - b.x()) > abs(a.y() - b.y())
        across = QPointF(0, 6) if level else QPointF(6, 0)
        for tip in (a, b):
            p.drawLine(tip - across, tip + across)
        if asked in ("tongue", "axles") or asked.startswith("plate"):
            continue
        words = units.show(((start[0] - end[0]) ** 2 + (start[1] - end[1]) ** 2) ** 0.5, "length")
        wide = p.fontMetrics().horizontalAdvance(words) + 10
        chip = QRectF((a.x() + b.x()) / 2 - wide / 2, (a.y() + b.y()) / 2 - 10, wide, 20)
        p.setBrush(theme.color("sheet"))
        p.setPen(theme.pen("asked.line"))
        p.drawRoundedRect(chip, 3, 3)
        p.setPen(theme.color("hand"))
        p.drawText(chip, Qt.AlignmentFlag.AlignCenter, words)
