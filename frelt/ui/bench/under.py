"""What lies under a pixel of the drawings, and zooming and shifting them about it."""

from msgspec.structs import replace
from PyQt6.QtCore import QPointF

from ...core.space.solids import solids
from ...drawing import carrier as carriers
from ...drawing.layout import Zoom
from ...drawing.views import View, seen
from .drawings import VIEWS, Drawings
from .layout import in_space


class Under(Drawings):
    """The drawings with what is found on them. Places in pixels."""

    def view_at(self, at: QPointF) -> View | None:
        """The drawing under a pixel."""
        layout = self.layout_now
        if layout is None:
            return None
        return next((v for v in VIEWS if layout.area(v).adjusted(-8, -8, 8, 8).contains(at)), None)

    def item_at(self, at: QPointF) -> str:
        """The item whose number lies under a pixel, of a pile the next after the one in hand; else the nearest one, or nothing."""
        view, layout, shown, rig = self.view_at(at), self.layout_now, self._shown, self.desk.rig
        if view is None or layout is None or shown is None or rig is None:
            return ""
        tag = self.labels.under(view, at)
        pile = [i for i in tag.items if any(i == one.id for one in rig.items)] if tag is not None else []
        if pile:
            last = pile.index(self.desk.in_hand) if self.desk.in_hand in pile else -1
            return pile[(last + 1) % len(pile)]
        u, v = layout.to_m(view, at)
        room, there = solids(shown.rig, shown.frames), {i.id for i in rig.items}
        for group in reversed(self._scenes[view].items):
            box = seen(room[group.item], view)
            if box[0] <= u <= box[2] and box[1] <= v <= box[3] and group.item in there:
                return group.item
        return ""

    def in_hand_at(self, at: QPointF, view: View) -> bool:
        """Whether the thing in hand lies under a pixel, whatever lies over it; not where a number is."""
        layout, shown, held = self.layout_now, self._shown, self.desk.in_hand
        if layout is None or shown is None or not held or self.labels.under(view, at) is not None:
            return False
        own = self._room(shown).get(held)
        u, v = layout.to_m(view, at)
        box = seen(own, view) if own is not None else (1.0, 1.0, 0.0, 0.0)
        return box[0] <= u <= box[2] and box[1] <= v <= box[3]

    def partner_at(self, at: QPointF) -> str:
        """The carrier that the one drawn is hitched to, where a pixel lies beyond the hitch; or nothing."""
        view, layout, rig, carrier = self.view_at(at), self.layout_now, self.desk.rig, self.desk.carrier
        if view is None or layout is None or rig is None or carrier is None or not self._scenes[view].partner:
            return ""
        x = layout.to_m(view, at)[0]
        x0, x1, *_ = carriers.extent(carrier)
        other = next((c for c in rig.carriers if c is not carrier), None)
        return other.id if other is not None and not x0 <= x <= x1 else ""

    def item_centre(self, item_id: str, view: View = "plan") -> QPointF:
        """Where the middle of an item is drawn [px]."""
        solved = self.desk.solved
        assert solved is not None and self.layout_now is not None
        x0, y0, x1, y1 = seen(solids(solved.rig, solved.frames)[item_id], view)
        return self.layout_now.to_px(view, (x0 + x1) / 2, (y0 + y1) / 2)

    def zoom_by(self, factor: float, at: QPointF | None = None) -> None:
        """Zoom all three drawings, keeping what is under the pointer where it is."""
        layout = self.layout_now
        if layout is None:
            return
        view = self.view_at(at) if at is not None else None
        new = min(max(self.zoom.factor * factor, 1.0), 12.0)
        if new == 1.0:
            self.zoom = Zoom()
        else:
            shift = (0.0, 0.0, 0.0)
            if at is not None and view is not None:
                middle = layout.area(view).center()
                k = 1 - self.zoom.factor / new
                du, dv = (d * k for d in layout.step(view, middle, at))
                shift = in_space(view, du, dv)
            z = self.zoom
            self.zoom = Zoom(new, z.x + shift[0], z.y + shift[1], z.z + shift[2])
        self.update()

    def _pan_to(self, at: QPointF) -> None:
        assert self._pan is not None and self.layout_now is not None
        view, start, z = self._pan
        du, dv = self.layout_now.step(view, at, start)
        shift = in_space(view, du, dv)
        self.zoom = replace(z, x=z.x + shift[0], y=z.y + shift[1], z=z.z + shift[2])
        self.update()
