"""A catalog entry on the bench before it is put: where it would stand, and carried there on the pointer."""

from typing import TYPE_CHECKING

from PyQt6.QtCore import QPointF
from PyQt6.QtGui import QPainter

from ...core.geometry.frames import Frames
from ...core.solve import solve
from ...drawing.shapes import Group
from ...drawing.views import VIEWS, Scene, View, at_seen, scenes
from ...paint.painter import outline, paint
from ..frame.desk import Desk
from ..frame.later import later
from .item_drag import ItemDrag
from .layout import Layout
from .over import clip_of

if TYPE_CHECKING:
    from ..frame.putting import Put

PALE = 0.5
SETTLED = 90  # ms for which a choice stands before a place is sought for it


class Ghost:
    """What the catalog offers, drawn where it would be put."""

    def __init__(self, desk: Desk) -> None:
        self.desk = desk
        self.shown: dict[View, tuple[Group, ...]] = {}
        self._for: tuple[object, ...] = ()
        desk.offer_changed.connect(self._soon)
        desk.changed.connect(self._soon)

    def _soon(self) -> None:
        if self.desk.dragging:
            return
        if self.desk.offered:
            later(self.desk, SETTLED, self.look)
        elif self.shown:
            self.look()

    def look(self) -> None:
        """Find the place of what is offered now."""
        desk, rig = self.desk, self.desk.session.rig
        asked = (desk.offered, rig, desk.close_up.drawn, desk.last_deck)
        if desk.dragging or asked == self._for:
            return
        self._for, self.shown = asked, {}
        from ..frame.putting import placed

        put = placed(desk, desk.offered) if desk.offered and rig is not None else None
        if put is not None:
            self.shown = self._groups(put)
        desk.ghost_changed.emit()

    def _groups(self, put: "Put") -> dict[View, tuple[Group, ...]]:
        desk, carrier = self.desk, self.desk.carrier
        new = {i.id for i in put.rig.items} - {i.id for i in desk.rig.items} if desk.rig is not None else set()
        made = scenes(put.rig, Frames(put.rig, desk.kept), desk.state, carrier_id=carrier.id if carrier is not None else "")
        return {view: tuple(g for g in made[view].items if g.item in new) for view in VIEWS if view in made}

    def paint(self, p: QPainter, layout: Layout, drawn: dict[View, Scene]) -> None:
        """Paint it, pale within a dashed line; nothing while something is carried."""
        if not self.shown or self.desk.dragging:
            return
        for view, groups in self.shown.items():
            if view not in drawn or layout.area(view).width() < 50:
                continue
            p.save()
            p.setClipRect(clip_of(drawn[view], layout))
            p.setOpacity(PALE)
            paint(p, groups, layout.view(view), self.desk.theme, self.desk.kept)
            p.setOpacity(1.0)
            outline(p, groups, layout.view(view), self.desk.theme, "kept", self.desk.kept)
            p.restore()


class Bringing:
    """A catalog entry on the pointer: the thing itself, with every load and check it makes, until it is let go."""

    def __init__(self, desk: Desk, drag: ItemDrag) -> None:
        self.desk, self._drag = desk, drag

    def move(self, entry_id: str, view: View, at: QPointF, layout: Layout, free: bool) -> None:
        """Bring it to a pixel of a drawing."""
        if self._drag.held and self._drag.view != view:
            self.leave()
        if not self._drag.held:
            from ..frame.putting import placed

            put = placed(self.desk, entry_id)
            if put is None:
                return
            solved = solve(put.rig, self.desk.kept)
            self.desk.brought = put.item.id
            frame = solved.frames.items[put.item.id]
            middle = frame.point((0.0, 0.0, put.item.height.value / 2))
            self._drag.bring(solved, put.item.id, view, layout.to_px(view, *at_seen(middle, view)))
        self._drag.move(at, layout, free)

    def leave(self) -> None:
        """Nothing is brought after all."""
        if self.desk.brought:
            self._drag.drop()
            self.desk.brought = ""
            self.desk.abandon()

    def let_go(self) -> None:
        """Keep it where it is, in hand: one step of undo."""
        brought, self.desk.brought = self.desk.brought, ""
        if brought:
            self._drag.release()
            from ..frame.putting import put_in_hand

            put_in_hand(self.desk, brought)
