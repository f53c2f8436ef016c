"""The loads around the drawings: posts below the plan, limits of the whole rig beside it; where each is told, so that it can be asked."""

from collections.abc import Sequence

from PyQt6.QtCore import QPointF
from PyQt6.QtGui import QPainter

from ...core.judge.check import Check
from ...core.model.carrier import Vehicle
from ...core.solve import Solved
from ...drawing.overlay.limits import Spot, Spots, limits, limits_line
from ...drawing.overlay.post_shapes import post_shapes
from ...drawing.overlay.posts import posts
from ...drawing.shapes import Shape
from ...paint import fonts
from ...paint.painter import write
from ...paint.shapes import paint_shapes
from ..frame.desk import WORST, Desk
from ..frame.painting import part
from .layout import Layout, rect


class LoadsAround:
    """Of one bench. spots: where loads were told when they were painted last [px]."""

    def __init__(self, desk: Desk) -> None:
        self.desk = desk
        self.spots: list[Spot] = []

    def forget(self) -> None:
        """Nothing is told."""
        self.spots = []

    def at(self, at: QPointF) -> Spot | None:
        """The load that is told under a pixel."""
        return next((s for s in self.spots if (s.check is not None or s.field) and rect(s.box).contains(at)), None)

    def of(self, check: Check) -> Spot | None:
        """Where a check is told, if it is."""
        return next((s for s in self.spots if s.check is not None and s.check.id == check.id), None)

    def scope(self, solved: Solved) -> Sequence[Check]:
        """The checks of the state in scope, or all."""
        return solved.checks if self.desk.state_id == WORST else solved.by_state.get(self.desk.state_id, ())

    def paint(self, p: QPainter, solved: Solved, layout: Layout) -> None:
        """The limits of the whole rig as bars, or the worst of them in one line; and the posts."""
        scope, units = self.scope(solved), self.desk.units
        drawn = "vehicle" if isinstance(self.desk.carrier, Vehicle) else "trailer"
        if layout.limits.width() > 50:
            part(p, layout.limits, lambda: self._tell(p, limits(solved, scope, layout.sheet, units, drawn)))
        else:
            part(p, layout.side, lambda: self._tell(p, limits_line(solved, scope, layout.sheet, units, drawn, fonts)))
        part(p, layout.posts, lambda: self._posts(p, solved, layout))

    def _tell(self, p: QPainter, made: tuple[tuple[Shape, ...], Spots]) -> None:
        """Paint shapes, and remember where a rating can be typed."""
        paint_shapes(p, made[0], self.desk.theme)
        self.spots += made[1]

    def _posts(self, p: QPainter, solved: Solved, layout: Layout) -> None:
        desk, state = self.desk, self.desk.state
        if solved.loads is None or state is None:
            why = f"Loads are unknown: {solved.why or 'no state is set'}."
            x, y = layout.posts.left(), layout.posts.top() + 40
            write(p, x, y, why, desk.theme.color("unknown"), "strong", 600)
            return
        assert desk.carrier is not None
        made = posts(solved, layout.sheet, self.scope(solved), state.id, desk.fills, desk.carrier, desk.units)
        self._tell(p, post_shapes(made, layout.sheet, desk.units, fonts))
