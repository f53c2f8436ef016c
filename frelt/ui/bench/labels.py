"""The names and numbers on the bench: laid out when something changes, in their places while a thing is on the move."""

from collections.abc import Mapping, Sequence

from PyQt6.QtCore import QPointF
from PyQt6.QtGui import QPainter

from ...core.report.aboard import numbers
from ...core.space.solids import Solid
from ...drawing.layout import Box
from ...drawing.overlay import names as overlay
from ...drawing.overlay.labels import Label, moved, place
from ...drawing.views import Scene, View
from ...paint import fonts
from ..frame.desk import Desk
from .layout import Layout
from .over import paint_clipped


class Labels:
    """What is written on each drawing, and what a number under the pointer stands for."""

    def __init__(self, desk: Desk) -> None:
        self.desk = desk
        self.of: dict[View, tuple[Label, ...]] = {}
        self._numbers: dict[str, int] = {}
        self._asked: dict[View, object] = {}
        self._boxes: dict[View, dict[str, Box]] = {}

    def lay_out(
        self,
        scenes: Mapping[View, Scene],
        layout: Layout,
        room: Mapping[str, Solid],
        centre: tuple[float, float, float] | None,
        plates: Sequence[Box],
    ) -> None:
        """Find each name its place; what is asked again with nothing changed stays. plates: other words in the plan [px]."""
        rig = self.desk.rig
        if rig is None:
            return
        self._numbers = numbers(rig, self.desk.kept)
        for view, scene in scenes.items():
            area = layout.sheet.shown[view] if scene.broken else layout.sheet.area(view)
            if layout.sheet.area(view).width < 50:
                self.of[view] = ()
                self._asked.pop(view, None)
                continue
            things = overlay.things(rig, scene, layout.sheet, room, self._numbers)
            taken = overlay.taken(view, layout.sheet, centre)
            asked = things, area, (*taken, *(plates if view == "plan" else ()))
            if self._asked.get(view) != asked:
                self._asked[view] = asked
                self._boxes[view] = {t.item: t.box for t in things}
                plan = view == "plan"
                self.of[view] = place(things, area, asked[2], fonts, named=plan, all_of_them=plan)

    def paint(self, p: QPainter, view: View, layout: Layout, moving: frozenset[str] = frozenset()) -> None:
        """The labels of a drawing, without those of what is on the move."""
        still = [one for one in self.of.get(view, ()) if not moving or not moving.issuperset(one.items)]
        paint_clipped(p, overlay.names(still), layout.area(view), self.desk.theme)

    def paint_moving(self, p: QPainter, view: View, layout: Layout, room: Mapping[str, Solid], moving: frozenset[str]) -> None:
        """The labels of what is on the move, carried along."""
        for one in self.of.get(view, ()):
            solid, start = room.get(one.items[0]), self._boxes.get(view, {}).get(one.items[0])
            if moving.issuperset(one.items) and solid is not None and start is not None:
                now = overlay.box_of(solid, view, layout.sheet)
                by = now.mid_x - start.mid_x, now.mid_y - start.mid_y
                paint_clipped(p, overlay.names((moved(one, by),)), layout.area(view), self.desk.theme)

    def under(self, view: View, at: QPointF) -> Label | None:
        """The number tag under a pixel."""
        found = overlay.at(self.of.get(view, ()), at.x(), at.y())
        return found if found is not None and found.kind == "tag" else None

    def words(self, items: Sequence[str]) -> str:
        """What numbers stand for, one a line, as rich text."""
        rig, units = self.desk.rig, self.desk.units
        if rig is None:
            return ""
        known = {i.id: i for i in rig.items}
        listed = sorted((self._numbers.get(i, 0), known[i]) for i in items if i in known)
        from html import escape

        return "<br>".join(f"<b>{n}</b>&nbsp; {escape(i.name)}, {units.show(i.mass.value, 'mass')} empty" for n, i in listed)
