"""Lines drawn and bent on the plan or the side itself: from an open port of what is in hand to one that fits, and a bend where a line is pulled."""

from itertools import pairwise
from math import hypot
from typing import TYPE_CHECKING

from msgspec.structs import replace
from PyQt6.QtCore import QPointF

from ...core.edit.plumbing import joined_ports, with_line
from ...core.edit.ports import Port, fits, ports
from ...core.model.item import HosePart, PortPart, TankPart
from ...core.model.plumbing import Line
from ...drawing.overlay.lines import on_sheet
from ...drawing.shapes import Shape, ellipse, line
from ...drawing.views import View
from ..frame.desk import Desk
from .layout import Layout
from .press_line import off_run, pressed

if TYPE_CHECKING:
    from ..steps.plumbing.now import LinesNow

NEAR = 9.0  # px that count as on a port or a corner


class LineDrag:
    """One gesture at a time: a port or a bend."""

    def __init__(self, desk: Desk) -> None:
        self.desk = desk
        self.now: LinesNow | None = None
        self.view: View = "plan"
        self.over = ""  # the line that a fitting on its way would part
        self._from: Port | None = None
        self._bend: tuple[str, int, bool] | None = None  # of a line, which of its points, and whether it is a new one
        self._at = QPointF()
        self._moved = False

    def under(self, at: QPointF, layout: Layout) -> str:
        """The fitting, else the line, under a pixel; or nothing."""
        return pressed(self.now, self.desk, layout, at, self.view) if self.now is not None else ""

    @property
    def held(self) -> bool:
        """Whether something is being drawn or bent."""
        return self._from is not None or self._bend is not None

    def press(self, at: QPointF, layout: Layout) -> bool:
        """Begin at a port of what is in hand, or on the line in hand."""
        if self.now is None:
            return False
        self._at, self._moved = at, False
        port = self._port_at(at, layout)
        if port is not None:
            self._from = port
            return True
        if self.now.held and pressed(self.now, self.desk, layout, at, self.view) == self.now.held and self._line() is not None:
            self._bend = self._bend_at(at, layout)
            return self._bend is not None
        return False

    def move(self, at: QPointF) -> None:
        """Go on to a pixel."""
        self._moved = self._moved or hypot(at.x() - self._at.x(), at.y() - self._at.y()) > 3
        self._at = at

    def release(self, at: QPointF, layout: Layout) -> None:
        """Draw the line to the port under a pixel, or leave the bend there."""
        start, bend = self._from, self._bend
        to = self._port_at(at, layout) if start is not None else None
        self._from = self._bend = None
        if start is not None and to is not None:
            self.desk.edit(lambda r: joined_ports(r, start.at, to.at), "line drawn")
        elif bend is not None and self._moved:
            self._put_bend(bend, at, layout)

    def drop(self) -> None:
        """Give it up."""
        self._from = self._bend = None

    def shapes(self, layout: Layout) -> tuple[Shape, ...]:
        """Open ports of what is in hand, or those that fit; and the line on its way [px]."""
        made: list[Shape] = []
        for port, (x, y) in self._places(layout):
            if self._from is not None and fits(self._from, port):
                made.append(ellipse("pipe.port.fits", x, y, 5))
            elif self._from is None and self._of_hand(port):
                made.append(ellipse("pipe.port", x, y, 4.5))
        if self._from is not None:
            start = next((xy for p, xy in self._places(layout) if p.at == self._from.at), None)
            if start is not None:
                made.append(line("pipe.new", start, (self._at.x(), self._at.y())))
        elif self._bend is not None and self._moved:
            made.append(ellipse("pipe.port.fits", self._at.x(), self._at.y(), 5))
        return tuple(made)

    # where things are

    def _line(self) -> Line | None:
        rig = self.now.rig if self.now is not None else None
        return rig.plumbing.line(self.now.held) if rig is not None and self.now is not None else None

    def _of_hand(self, port: Port) -> bool:
        held = self.now.held if self.now is not None else ""
        return bool(held) and port.owner in (held, held.partition("/")[0])

    def _places(self, layout: Layout) -> list[tuple[Port, tuple[float, float]]]:
        """Free ports on the carrier drawn, and where on the drawing [px]."""
        solved, carrier = self.desk.solved, self.desk.carrier
        if solved is None or carrier is None:
            return []
        frames = solved.frames
        parts = {
            f"{i.id}/{p.id}": frames.items[i.id].point(p.at)
            for i in solved.rig.items
            if frames.carrier_of.get(i.id) == carrier.id and i.id in frames.items
            for p in i.parts
            if isinstance(p, PortPart | HosePart | TankPart)
        }
        return [(p, on_sheet(layout.sheet, self.view, parts[p.at])) for p in ports(solved.rig) if p.free and p.at in parts]

    def _port_at(self, at: QPointF, layout: Layout) -> Port | None:
        near = [
            (hypot(x - at.x(), y - at.y()), n, port)
            for n, (port, (x, y)) in enumerate(self._places(layout))
            if (fits(self._from, port) if self._from is not None else self._of_hand(port))
        ]
        best = min(near, default=None, key=lambda t: t[:2])
        return best[2] if best is not None and best[0] <= NEAR else None

    def _bend_at(self, at: QPointF, layout: Layout) -> tuple[str, int, bool] | None:
        """The bend of the line in hand under a pixel, or where a new one comes among its points."""
        own, solved = self._line(), self.now.solved() if self.now is not None else None
        route = solved.piping.routes.get(own.id) if own is not None and solved is not None else None
        if own is None or route is None or len(route.points) < 2:
            return None
        for k, point in enumerate(own.via):
            px, py = on_sheet(layout.sheet, self.view, point)
            if hypot(px - at.x(), py - at.y()) <= NEAR:
                return own.id, k, False
        marks = [on_sheet(layout.sheet, self.view, p) for p in (route.points[0], *own.via, route.points[-1])]
        spans = [off_run((a, b), at.x(), at.y()) for a, b in pairwise(marks)]
        return own.id, spans.index(min(spans)), True

    def _put_bend(self, bend: tuple[str, int, bool], at: QPointF, layout: Layout) -> None:
        """Leave a bend where it was pulled to; a line that was routed by itself goes by that point now."""
        line_id, k, new = bend
        own, solved = self._line(), self.now.solved() if self.now is not None else None
        if own is None or solved is None:
            return
        along, other = layout.to_m(self.view, at)
        ends = solved.piping.routes[line_id].points
        before = (
            own.via[k]
            if not new
            else tuple(min(a, b) if n == 2 else (a + b) / 2 for n, (a, b) in enumerate(zip(ends[0], ends[-1], strict=True)))
        )
        x, y, z = (along, other, before[2]) if self.view == "plan" else (along, before[1], other)
        point = (round(x, 3), round(y, 3), round(z, 3))
        via = (*own.via[:k], point, *own.via[k if new else k + 1 :])
        self.desk.edit(lambda r: with_line(r, replace(own, via=via)), "line bent")
