"""Inlet boxes: a flap over a socket."""

from ...core.model.item import Item
from ..shapes import ellipse, line, rect
from ..sketch import Fills, Sketch, draws, sizes


@draws("inlet-box")
def _inlet(item: Item, fills: Fills) -> Sketch:
    a, b, h = sizes(item)
    r = min(b, h / 2) * 0.5
    face = (rect("body", -b, 0, b, h, 0.02), ellipse("light", 0, h * 0.45, r), ellipse("dark", 0, h * 0.45, r * 0.4))
    flap = (rect("body", -a, 0, a, h, 0.02), line("detail", (-a, h * 0.85), (a * 0.4, h * 0.85)))
    return Sketch((rect("body", -a, -b, a, b, 0.02), line("detail", (-a * 0.5, -b), (-a * 0.5, b))), flap, face)
