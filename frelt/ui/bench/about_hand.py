"""About what is in hand: the edge of its safe floor with the tape's readings, its distances, and what is worst as it moves."""

from collections.abc import Mapping, Sequence

from PyQt6.QtGui import QPainter

from ...core.judge.check import Check
from ...core.judge.marks import mark_of
from ...core.judge.words import brief
from ...core.placing.distances import facings
from ...core.placing.room import middle_of
from ...core.solve import Solved
from ...core.space.solids import Solid
from ...drawing.layout import Box
from ...drawing.overlay.distances import distances, read
from ...drawing.overlay.floor import floor_edge, floor_readings, worst_at
from ...drawing.overlay.names import box_of
from ...drawing.views import View
from ...paint import fonts
from ...paint.shapes import paint_shapes
from ..frame.desk import Desk
from .layout import Layout
from .over import paint_clipped


def paint_edge(p: QPainter, desk: Desk, layout: Layout) -> None:
    """Where the loads end, below the names only."""
    floor = desk.floor()
    if floor is not None:
        paint_clipped(p, floor_edge(floor, layout.sheet), layout.plan, desk.theme)


def paint_readings(
    p: QPainter, desk: Desk, solved: Solved, layout: Layout, room: Mapping[str, Solid], taken: Sequence[Box]
) -> None:
    """What the tape may read, clear of names (taken), and what is faced how far away."""
    own, floor = room.get(desk.in_hand), desk.floor()
    if own is None:
        return
    if len(desk.held) == 1 and solved.frames.decks[solved.rig.item(desk.in_hand).place.deck].level:
        found = distances(facings(solved, desk.in_hand), layout.sheet, desk.units)
        paint_clipped(p, read(found, taken, fonts), layout.plan, desk.theme)
    if floor is not None:
        made = floor_readings(floor, middle_of(solved, desk.in_hand), own, layout.sheet, desk.units, fonts, taken)
        paint_clipped(p, made, layout.plan, desk.theme)


def paint_worst(
    p: QPainter, desk: Desk, said: Check | None, view: View | None, layout: Layout, room: Mapping[str, Solid]
) -> None:
    """What is worst as a thing moves, above it in the drawing it is moved in."""
    own = room.get(desk.brought or desk.in_hand)
    if said is None or own is None or view is None:
        return
    box = box_of(own, view, layout.sheet)
    made = worst_at(box.mid_x, box.top - 26, mark_of(said), brief(said, desk.units), layout.sheet.area(view), fonts)
    paint_shapes(p, made, desk.theme)
