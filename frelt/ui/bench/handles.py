"""Grips on the chassis itself: axles, coupler, ball, jack, deck edges, doors, wheel wells and zones, dragged on the drawings."""

from collections.abc import Callable

from msgspec import Struct
from msgspec.structs import replace
from PyQt6.QtCore import QPointF, Qt
from PyQt6.QtGui import QPainter, QPen, QPolygonF

from ...core.edit.carriers import with_axle, with_carrier
from ...core.geometry.measures import deck_length, deck_width, with_deck_length, with_deck_width
from ...core.model.carrier import Carrier, Trailer, Vehicle
from ...core.model.rig import Rig
from ...drawing.chassis import deck_box
from ...drawing.views import View
from ...paint.theme import Theme
from ..frame.desk import Desk
from ..frame.steps import STEPS
from .layout import Layout

REACH = 9.0  # px
Change = Callable[[float, float], Carrier]  # from how far it was dragged, along both axes of the drawing [m]


class Grip(Struct, frozen=True):
    """A point of a drawing that can be dragged. asked: the dimension drawn meanwhile.  along: whether it moves sideways."""

    view: View
    x: float
    y: float
    words: str
    asked: str
    change: Change
    level: bool = True


def grips(c: Carrier) -> list[Grip]:
    """Every grip of a carrier; the smaller parts last, so that they are found first."""
    x0, y0, x1, y1 = deck_box(c.main_deck)
    made = [
        Grip("plan", x1, 0.0, "deck length", "length", lambda dx, _: with_deck_length(c, max(deck_length(c) + dx, 0.5))),
        Grip(
            "plan",
            (x0 + x1) / 2,
            y1,
            "deck width",
            "width",
            lambda _, dy: with_deck_width(c, max(deck_width(c) + 2 * dy, 0.5)),
            False,
        ),
    ]
    for n, axle in enumerate(c.axles):

        def moved(dx: float, _: float, n: int = n, x: float = axle.x) -> Carrier:
            return with_axle(c, n, x=x + dx)

        for view, x, y in (
            ("side", axle.x, axle.tires.diameter / 2),
            ("plan", axle.x, axle.track / 2),
            ("plan", axle.x, -axle.track / 2),
        ):
            made.append(Grip(view, x, y, axle.name.lower(), f"axle:{n}", moved))  # type: ignore[arg-type]
    made += _of_trailer(c) if isinstance(c, Trailer) else _of_vehicle(c) if isinstance(c, Vehicle) else []
    return [*made, *_around(c, x0, y0, y1)]


def _of_trailer(t: Trailer) -> list[Grip]:
    z = t.main_deck.origin[2]
    made = [
        Grip("plan", t.coupler_x, 0.0, "coupler", "coupler", lambda dx, _: replace(t, coupler_x=t.coupler_x + dx)),
        Grip(
            "side",
            t.coupler_x,
            t.coupler_z,
            "coupler",
            "coupler height",
            lambda dx, dz: replace(t, coupler_x=t.coupler_x + dx, coupler_z=max(t.coupler_z + dz, 0.1)),
        ),
    ]
    if t.jack_x is not None:
        jack = t.jack_x
        made.append(Grip("side", jack, t.coupler_z + 0.3, "jack", "jack", lambda dx, _: replace(t, jack_x=jack + dx)))
    if t.stands_x is not None:
        stands = t.stands_x
        made.append(Grip("side", stands, z - 0.2, "rear stands", "stands", lambda dx, _: replace(t, stands_x=stands + dx)))
    return made


def _of_vehicle(v: Vehicle) -> list[Grip]:
    if v.ball_x is None:
        return []
    ball, height = v.ball_x, 0.45 if v.ball_z is None else v.ball_z
    return [
        Grip("plan", ball, 0.0, "ball", "ball station", lambda dx, _: replace(v, ball_x=ball + dx)),
        Grip("side", ball, height, "ball", "ball", lambda dx, dz: replace(v, ball_x=ball + dx, ball_z=max(height + dz, 0.1))),
    ]


def _around(c: Carrier, x0: float, y0: float, y1: float) -> list[Grip]:
    made: list[Grip] = []
    body = c.body

    def put(field: str, n: int, **fields: object) -> Carrier:
        listed = tuple(replace(p, **fields) if i == n else p for i, p in enumerate(getattr(body, field)))
        return replace(c, body=replace(body, **{field: listed}))

    for n, zone in enumerate(body.zones):
        middle = (zone.x0 + zone.x1) / 2, (zone.y0 + zone.y1) / 2

        def shifted(dx: float, dy: float, n: int = n, z: object = zone) -> Carrier:
            return put("zones", n, x0=z.x0 + dx, x1=z.x1 + dx, y0=z.y0 + dy, y1=z.y1 + dy)  # type: ignore[attr-defined]

        made.append(Grip("plan", *middle, zone.below, f"zone:{zone.id}", shifted))
    for n, well in enumerate(body.wells):
        y = y0 + well.inward if well.side == "left" else y1 - well.inward

        def along(dx: float, _: float, n: int = n, start: float = well.start, end: float = well.end) -> Carrier:
            return put("wells", n, start=start + dx, end=end + dx)

        made.append(Grip("plan", x0 + (well.start + well.end) / 2, y, "wheel well", f"well:{well.id}", along))
    for n, door in enumerate(body.doors):
        if door.side not in ("left", "right"):
            continue
        y = y0 if door.side == "left" else y1

        def from_start(dx: float, _: float, n: int = n, start: float = door.start, end: float = door.end) -> Carrier:
            return put("doors", n, start=min(start + dx, end - 0.05))

        def to_end(dx: float, _: float, n: int = n, start: float = door.start, end: float = door.end) -> Carrier:
            return put("doors", n, end=max(end + dx, start + 0.05))

        made.append(Grip("plan", x0 + door.start, y, door.name, f"door:{door.id}", from_start))
        made.append(Grip("plan", x0 + door.end, y, door.name, f"door:{door.id}", to_end))
    return made


class Handles:
    """The grips of the carrier on the bench, worked with the mouse in the Chassis step."""

    def __init__(self, desk: Desk) -> None:
        self.desk = desk
        self._held: tuple[Grip, QPointF, Rig, Carrier] | None = None
        self._moved = False

    @property
    def shown(self) -> bool:
        """Whether grips are there to be taken."""
        return "handles" in STEPS[self.desk.step].overlays and self.desk.carrier is not None

    @property
    def held(self) -> bool:
        """Whether one is in hand."""
        return self._held is not None

    def at(self, at: QPointF, layout: Layout) -> Grip | None:
        """The grip under a pixel."""
        carrier = self.desk.carrier
        if not self.shown or carrier is None:
            return None
        near = [g for g in grips(carrier) if (layout.to_px(g.view, g.x, g.y) - at).manhattanLength() <= REACH]
        return near[-1] if near else None

    def press(self, at: QPointF, layout: Layout) -> bool:
        """Take the grip under a pixel, if there is one."""
        grip, rig, carrier = self.at(at, layout), self.desk.session.rig, self.desk.carrier
        if grip is None or rig is None or carrier is None:
            return False
        self._held, self._moved = (grip, at, rig, carrier), False
        self.desk.asked.emit(grip.asked)
        return True

    def move(self, at: QPointF, layout: Layout, free: bool) -> None:
        """Show the chassis with the grip dragged to a pixel; free: not kept to the grid."""
        assert self._held is not None
        grip, start, rig, _ = self._held
        if not self._moved and (at - start).manhattanLength() < 4:
            return
        self._moved = True
        step = self.desk.units.step if free else self.desk.units.grid
        dx, dy = layout.step(grip.view, start, at)
        dx, dy = round(dx / step) * step, round(dy / step) * step
        self.desk.attempt(with_carrier(rig, grip.change(dx, dy)))

    def release(self) -> None:
        """Keep what the drag came to, as one step of undo."""
        held, self._held = self._held, None
        self.desk.asked.emit("")
        if held is not None and self._moved:
            self.desk.settle(f"{held[0].words} moved")

    def drop(self) -> None:
        """Give the drag up."""
        self._held = None
        self.desk.asked.emit("")

    def paint(self, p: QPainter, layout: Layout, theme: Theme) -> None:
        """Paint every grip of the carrier drawn."""
        carrier = self.desk.carrier
        if not self.shown or carrier is None:
            return
        p.setBrush(theme.color("sheet"))
        p.setPen(QPen(theme.color("hand"), 1.8))
        for grip in grips(carrier):
            at = layout.to_px(grip.view, grip.x, grip.y)
            if layout.area(grip.view).adjusted(-12, -12, 12, 12).contains(at):
                r = 5.0
                p.drawPolygon(QPolygonF([at + QPointF(-r, 0), at + QPointF(0, -r), at + QPointF(r, 0), at + QPointF(0, r)]))

    def cursor(self, at: QPointF, layout: Layout) -> Qt.CursorShape | None:
        """How the pointer looks over a pixel, if there is a grip."""
        grip = self.at(at, layout)
        if grip is None:
            return None
        return Qt.CursorShape.SizeHorCursor if grip.level else Qt.CursorShape.SizeVerCursor
