"""An item dragged on one of the drawings: snapped to walls, neighbours and the centre line unless it is let go free."""

from PyQt6.QtCore import QPointF

from ...core.solve import Solved
from ...core.space.moving_along import moving
from ...core.space.solids import Solid, solids
from ...drawing.views import View
from ..frame.desk import Desk
from .layout import Layout, in_space

SNAP = 7.0  # px


class ItemDrag:
    """The item under way, from where it was taken. moved: whether it has left its place."""

    def __init__(self, desk: Desk) -> None:
        self.desk = desk
        self.moved = False
        self._held: tuple[View, QPointF, Solved, Solid] | None = None

    @property
    def held(self) -> bool:
        """Whether an item is on the pointer."""
        return self._held is not None

    @property
    def under_way(self) -> bool:
        """Whether an item is on the pointer and has left its place."""
        return self._held is not None and self.moved

    @property
    def view(self) -> View | None:
        """The drawing it is moved in."""
        return self._held[0] if self._held is not None else None

    def press(self, item_id: str, view: View, at: QPointF) -> None:
        """Take an item that can be moved on the drawings."""
        solved = self.desk.session.solved
        if solved is None or solved.rig.item(item_id).locked:
            return
        self._held, self.moved = (view, at, solved, solids(solved.rig, solved.frames)[item_id]), False

    def bring(self, solved: Solved, item_id: str, view: View, at: QPointF) -> None:
        """Take a thing that is not the rig's yet. solved: the rig with it.  at: where its middle is drawn [px]."""
        self._held, self.moved = (view, at, solved, solids(solved.rig, solved.frames)[item_id]), True

    def move(self, at: QPointF, layout: Layout, free: bool) -> None:
        """Show the rig with the item dragged to a pixel. free: without snapping."""
        from ...core.placing.arrange import shifted
        from ...core.placing.distances import snapped

        assert self._held is not None
        view, start, solved, own = self._held
        du, dv = layout.step(view, start, at)
        by = in_space(view, du, dv)
        if not self.moved and abs(at.x() - start.x()) + abs(at.y() - start.y()) < 4:
            return
        self.moved = True
        chosen = self.desk.held if own.item in self.desk.held else (own.item,)
        if not free:
            drawn = {"plan": (0, 1), "side": (0, 2), "rear": (1, 2)}[view]
            found = snapped(solved, own, by, SNAP / layout.scale, moving(solved.rig, chosen))
            step, low = self.desk.units.step, (own.x0, own.y0, own.low)
            kept = [
                0.0 if i not in drawn else found[i] if found[i] != by[i] else round((low[i] + by[i]) / step) * step - low[i]
                for i in range(3)
            ]
            by = (kept[0], kept[1], kept[2])
        self.desk.attempt(shifted(solved, chosen, by))

    def release(self) -> None:
        """Keep what the drag came to, as one step of undo."""
        held, self._held = self._held, None
        if held is not None and self.moved:
            several = len(self.desk.held) > 1
            one = held[3].item
            rig = self.desk.session.rig
            new = rig is not None and all(i.id != one for i in rig.items)
            words = "things moved" if several and not new else f"{held[2].rig.item(one).name} {'added' if new else 'moved'}"
            self.desk.settle(words, "" if several and not new else one)

    def drop(self) -> None:
        """Give the drag up."""
        self._held = None
