"""Straps laid on the drawings: from ring to ring over a thing, or onto it; rings put where a deck is pressed twice, and dragged with Shift."""

from math import hypot
from typing import TYPE_CHECKING

from msgspec.structs import replace
from PyQt6.QtCore import QPointF

from ...core.edit.tie_down import free_name, with_held
from ...core.model.rig import Rig
from ...core.model.tie_down import Anchor
from ...core.space.laid import laid_strap, on_a_deck
from ...drawing.overlay.straps import anchor_spots, new_strap, strap_runs
from ...drawing.shapes import Shape
from ...drawing.views import View
from ..frame.desk import Desk
from .layout import Layout
from .press_line import off_run

if TYPE_CHECKING:
    from ..steps.tie_down.now import HoldNow

NEAR = 8.0  # px that count as on a ring or a strap


class HoldDrag:
    """One gesture at a time: a strap on its way, or a ring that is moved."""

    def __init__(self, desk: Desk) -> None:
        self.desk = desk
        self.now: HoldNow | None = None
        self._from = ""
        self._view: View = "plan"
        self._moves = False
        self._start = self._at = QPointF()

    @property
    def held(self) -> bool:
        """Whether something is being laid or moved."""
        return bool(self._from)

    def press(self, at: QPointF, layout: Layout, view: View | None, item: str, moves: bool) -> bool:
        """Begin at a ring, or take the strap or thing that was pressed in hand. item: what lies there.  moves: whether a ring is moved."""
        now, rig = self.now, self.desk.session.rig
        if now is None or rig is None or view is None:
            return False
        ring = self._ring_at(at, layout, view)
        if ring:
            self._from, self._view, self._moves, self._start, self._at = ring, view, moves, at, at
            now.take(now.held, ring)
            return True
        strap = self._strap_at(at, layout, view)
        own = rig.tie_down.strap(strap) if strap else None
        now.take(own.item if own is not None else item, strap)
        return True

    def move(self, at: QPointF) -> None:
        """Go on to a pixel."""
        self._at = at

    def release(self, at: QPointF, layout: Layout, item: str) -> None:
        """Lay the strap to the ring under a pixel, or hook it to the thing there; or leave the ring there."""
        start, self._from = self._from, ""
        solved = self.desk.session.solved
        far = hypot(at.x() - self._start.x(), at.y() - self._start.y()) > 4
        if not far or solved is None or self.now is None:
            return
        if self._moves:
            self._put_ring(start, at, layout)
            return
        end = self._ring_at(at, layout, self._view)
        to = layout.to_m(self._view, at)
        found = laid_strap(solved.rig, solved.frames, start, end, item, self._view, to)
        if found is None:
            self.desk.refused.emit("No thing lies between; end it at a ring beyond a thing, or on the thing.")
            return
        self.now.lay(found)

    def drop(self) -> None:
        """Give it up."""
        self._from = ""

    def put_ring(self, at: QPointF, layout: Layout) -> bool:
        """A ring on the deck of the plan under a pixel; says whether there was one."""
        solved, carrier = self.desk.session.solved, self.desk.carrier
        if self.now is None or solved is None or carrier is None:
            return False
        place = on_a_deck(solved.rig, solved.frames, carrier, layout.to_m("plan", at))
        if place is None:
            return False
        deck, u, v = place
        made: list[str] = []

        def edit(rig: Rig) -> Rig:
            made.append(free_name(rig, "A"))
            return with_held(rig, Anchor(id=made[0], deck=deck, u=round(u, 3), v=round(v, 3)))

        if self.desk.edit(edit, "ring put in") and made:
            self.now.take(self.now.held, made[0])
        return True

    def shapes(self) -> tuple[Shape, ...]:
        """The strap on its way [px]."""
        if not self._from:
            return ()
        return (new_strap((self._start.x(), self._start.y()), (self._at.x(), self._at.y())),)

    # where things are

    def _ring_at(self, at: QPointF, layout: Layout, view: View) -> str:
        solved, carrier = self.desk.solved, self.desk.carrier
        if solved is None or carrier is None:
            return ""
        spots = anchor_spots(solved.rig, solved.frames, carrier.id, layout.sheet, view)
        near = [(hypot(x - at.x(), y - at.y()), name) for name, (x, y) in spots]
        best = min(near, default=(NEAR + 1, ""))
        return best[1] if best[0] <= NEAR else ""

    def _strap_at(self, at: QPointF, layout: Layout, view: View) -> str:
        solved, carrier = self.desk.solved, self.desk.carrier
        if solved is None or carrier is None:
            return ""
        runs = strap_runs(solved.rig, solved.frames, carrier.id, layout.sheet, view)
        near = [(off_run(points, at.x(), at.y()), name) for name, points in runs]
        best = min(near, default=(NEAR, ""))
        return best[1] if best[0] <= NEAR - 3 else ""

    def _put_ring(self, name: str, at: QPointF, layout: Layout) -> None:
        solved = self.desk.session.solved
        anchor = solved.rig.tie_down.anchor(name) if solved is not None else None
        if solved is None or anchor is None:
            return
        du, dv = layout.step(self._view, self._start, at)
        step = {"plan": (du, dv, 0.0), "side": (du, 0.0, dv), "rear": (0.0, du, dv)}[self._view]
        turn = solved.frames.decks[anchor.deck].turn
        along, across = (sum(turn[k][j] * step[k] for k in range(3)) for j in (0, 1))
        moved = replace(anchor, u=round(anchor.u + along, 3), v=round(anchor.v + across, 3))
        self.desk.edit(lambda r: with_held(r, moved), f"anchor {name} moved")
