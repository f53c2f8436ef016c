"""The three linked drawings with posts and limits of one rig: what is painted, and what lies under a pixel."""

from collections.abc import Sequence
from functools import partial

from PyQt6.QtCore import QPointF, QSize, Qt, pyqtSignal
from PyQt6.QtGui import (
    QPainter,
    QPaintEvent,
    QResizeEvent,
)
from PyQt6.QtWidgets import QWidget

from ...core.base.text import joined
from ...core.model.carrier import Carrier
from ...core.report.verdict import first_of
from ...core.solve import Solved
from ...core.space.moving_along import moving as moving_with
from ...core.space.solids import Solid, solids
from ...core.space.walk import walk
from ...drawing.layout import Box, Zoom, lay_out
from ...drawing.overlay.centre import centre_shown
from ...drawing.overlay.tape import tape
from ...drawing.shapes import Shape
from ...drawing.views import Scene, View, scenes
from ...paint import fonts
from ...paint.painter import write
from ...paint.shapes import paint_shapes
from ..frame.desk import Desk
from ..frame.later import later
from ..frame.painting import painter_on, part
from ..frame.steps import STEPS
from .closely import holds, looked_at
from .ghost import Bringing, Ghost
from .handles import Handles
from .headings import Headings
from .item_drag import ItemDrag
from .labels import Labels
from .layout import Layout
from .loads_around import LoadsAround
from .over import paint_centre, paint_clipped, paint_moving, paint_scene
from .select_frame import Frame
from .step_overlays import paint_lines, paint_plates, paint_straps, plate_words, plated, rings_in_hand, tied_in_hand, walking
from .step_tools import StepTools
from .still import Still

VIEWS: tuple[View, ...] = ("plan", "side", "rear")


class Drawings(QWidget):
    """The drawings. figure_asked: a load that was clicked, as a spot.

    first_painted: once, when the drawings have been seen; what can wait is made then.
    """

    figure_asked = pyqtSignal(object)
    first_painted = pyqtSignal()

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        self.zoom = Zoom()
        self.layout_now: Layout | None = None
        self._scenes: dict[View, Scene] = {}
        self._shown: Solved | None = None  # the rig that was painted last: what lies under the pointer is asked of it
        self._plates: list[Box] = []  # words on the floor [px]
        self.item_drag = ItemDrag(desk)
        self.ghost, self.bringing = Ghost(desk), Bringing(desk, self.item_drag)
        self._pan: tuple[View, QPointF, Zoom] | None = None
        self.seen = False  # whether it has been painted
        self._told: set[str] = set()
        self.handles = Handles(desk)
        self.frame = Frame()
        self.tools = StepTools(self, desk)
        self._still = Still(self)
        self.headings = Headings(desk)
        self.labels = Labels(desk)
        self.loads = LoadsAround(desk)
        self.asked = ""
        self.right_side = False
        self.setAttribute(Qt.WidgetAttribute.WA_OpaquePaintEvent)  # it covers all of itself
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setMouseTracking(True)
        self.setAcceptDrops(True)
        self.setAccessibleName("Bench: plan, side and rear of the rig")
        self.first_painted.connect(self.tools.ready)
        desk.changed.connect(self.update)
        desk.hand_changed.connect(self.update)
        desk.state_changed.connect(self.update)
        desk.looks_changed.connect(self.update)
        desk.carrier_changed.connect(self._other_carrier)
        desk.asked.connect(self._ask)
        desk.step_changed.connect(self.update)
        desk.ghost_changed.connect(self.update)

    def resizeEvent(self, event: QResizeEvent | None) -> None:
        self._still.forget()
        super().resizeEvent(event)

    def sizeHint(self) -> QSize:
        return QSize(844, 620)

    def _ask(self, what: str) -> None:
        self.asked = what
        self.update()

    def _other_carrier(self) -> None:
        self._still.forget()
        self.zoom = Zoom()
        self.update()

    # painting

    def paintEvent(self, event: QPaintEvent | None) -> None:
        with painter_on(self) as p:
            self.paint_on(p)
        if not self.seen:
            self.seen = True
            later(self, 0, self.first_painted.emit)

    def paint_on(self, p: QPainter) -> None:
        """Paint the whole bench."""
        desk, theme = self.desk, self.desk.theme
        p.setRenderHint(QPainter.RenderHint.Antialiasing)
        solved = desk.solved
        if solved is None or not self.item_drag.under_way or not self._still.kept:
            p.fillRect(self.rect(), theme.color("sheet"))
        carrier = desk.carrier
        self._shown = None
        if solved is None or carrier is None:
            self.layout_now = None
            self._empty(p)
            return
        state = desk.state
        self._scenes = scenes(solved.rig, solved.frames, state, desk.fills, self.right_side, carrier.id, desk.whole_pair)
        self._tell_failed()
        self._scenes = looked_at(desk, solved, self._scenes)
        self._shown = solved
        layout = self._laid_out()
        held = frozenset(moving_with(solved.rig, (desk.brought,) if desk.brought else desk.held)) or tied_in_hand(self.tools)
        room = self._room(solved)
        centre = centre_shown(solved, state.id, desk.fills, carrier.id) if state is not None else None
        if centre is not None and not all(holds(scene, centre) for scene in self._scenes.values()):
            centre = None  # beyond what is looked at closely
        moving = held if self.item_drag.under_way else frozenset()
        if moving:
            self._moving(p, layout, room, moving, centre)
        else:
            self._still.forget()
            self._standing(p, layout, room, held, moving, centre)
        part(p, layout.plan, lambda: self.ghost.paint(p, layout, self._scenes))
        if centre is not None:
            paint_centre(p, centre, layout, theme, desk.kept)
        part(p, layout.plan, lambda: self._around(p, solved, carrier, layout))
        if held:
            self._edge(p, layout)
        if not self.alone and "straps" in STEPS[desk.step].overlays:
            for view in VIEWS:
                part(p, layout.area(view), partial(paint_straps, self.tools, p, solved, layout, view))
        self._named(p, layout, room, moving)
        if held:
            self._readings(p, solved, layout, room, centre)
        self.handles.paint(p, layout, theme)
        self.frame.paint(p, theme)
        if self.asked:
            from ...drawing.overlay.asked import asked_about

            paint_shapes(p, asked_about(self.asked, carrier, layout.sheet, desk.units), theme)
        if moving:
            from .about_hand import paint_worst

            said = first_of(self.loads.scope(solved))
            part(p, layout.plan, lambda: paint_worst(p, desk, said, self.item_drag.view, layout, room))
        self._around_it(p, solved, layout)

    def _edge(self, p: QPainter, layout: Layout) -> None:
        from .about_hand import paint_edge

        part(p, layout.plan, lambda: paint_edge(p, self.desk, layout))

    def _readings(
        self, p: QPainter, solved: Solved, layout: Layout, room: dict[str, Solid], centre: tuple[float, float, float] | None
    ) -> None:
        from .about_hand import paint_readings

        named = [one.box for one in self.labels.of.get("plan", ())]
        if centre is not None:
            x, y = layout.sheet.px("plan", centre[0], centre[1])
            named.append(Box(x - 10, y - 10, 20, 20))
        part(p, layout.plan, lambda: paint_readings(p, self.desk, solved, layout, room, named))

    def _around_it(self, p: QPainter, solved: Solved, layout: Layout) -> None:
        """Lines over the plan, the limits of the whole rig and the load posts."""
        self.loads.forget()
        if self.alone or self.desk.lines_shown:
            for view in self._views() if self.alone else ("plan", "side"):
                part(p, layout.area(view), partial(paint_lines, self.tools, p, solved, layout, view))
        if self.alone:
            return
        if plated(self.tools):
            part(p, layout.plan, lambda: paint_plates(self.tools, p, layout))
        self.loads.paint(p, solved, layout)

    def _laid_out(self) -> Layout:
        """Where everything stands; in a drag as it stood, since what moves lies over its picture."""
        if self.layout_now is None or not (self.item_drag.under_way and self._still.kept):
            wide, tall = self.width(), self.height()
            sheet = lay_out(
                wide,
                tall,
                self._scenes,
                self.zoom,
                self.desk.whole_pair,
                self.right_side,
                self._views()[0] if self.alone else None,
            )
            self.layout_now = Layout(sheet)
        return self.layout_now

    @property
    def alone(self) -> bool:
        """Whether the plan or the side is drawn alone, with what runs along it."""
        return self.tools.alone

    def _views(self) -> tuple[View, ...]:
        """The drawings that are shown."""
        return (self.tools.line_drag.view,) if self.alone else VIEWS

    def _tell_failed(self) -> None:
        """Say, once, what is drawn as a box because its own drawing failed."""
        failed = {n for scene in self._scenes.values() for n in scene.failed} - self._told
        if failed:
            self._told |= failed
            self.desk.said.emit(
                f"{joined(sorted(failed))} cannot be drawn as it is: a box stands for it. This is Frelt's fault."
            )

    def _around(self, p: QPainter, solved: Solved, carrier: Carrier, layout: Layout) -> None:
        """Room to work and the walkable floor, while things are placed."""
        desk = self.desk
        if "room to work" not in STEPS[desk.step].overlays:
            return
        from ...drawing.overlay.around import surroundings, walkable

        if desk.walking:
            paint_clipped(p, walkable(walk(solved.rig, solved.frames, carrier), layout.sheet), layout.plan, desk.theme)
        written = [*self._plates, *(one.box for one in self.labels.of.get("plan", ()))]
        by_view: dict[View, list[Shape]] = {}
        for view, shape in surroundings(solved, carrier, layout.sheet, desk.held, written, fonts):
            by_view.setdefault(view, []).append(shape)
        for view, shapes in by_view.items():
            area = layout.area(view) if view == "plan" else layout.area(view).adjusted(0, 18, 0, 0)  # clear of the headings
            paint_clipped(p, shapes, area, desk.theme)

    def _room(self, solved: Solved) -> dict[str, Solid]:
        """The room of what stands on the carrier drawn."""
        carrier = self.desk.carrier
        room = solids(solved.rig, solved.frames)
        return {i: s for i, s in room.items() if carrier is not None and s.carrier == carrier.id}

    def _floor(self, p: QPainter, layout: Layout) -> None:
        floor = self.desk.floor()
        if floor is not None:
            from ...drawing.overlay.floor import floor as floor_shapes

            paint_clipped(p, floor_shapes(floor, layout.sheet), layout.plan.adjusted(-7, 0, 7, 0), self.desk.theme)

    def _middle(self, layout: Layout, room: dict[str, Solid]) -> list[Box]:
        """Where the middle of what is in hand is marked."""
        solved, held = self.desk.solved, self.desk.in_hand
        if solved is None or held not in room:
            return []
        from ...core.placing.room import middle_of

        x, y = layout.sheet.px("plan", *middle_of(solved, held))
        return [Box(x - 7, y - 7, 14, 14)]

    def _moving(
        self,
        p: QPainter,
        layout: Layout,
        room: dict[str, Solid],
        moving: frozenset[str],
        centre: tuple[float, float, float] | None,
    ) -> None:
        """What is on the move over a picture of all that stands still."""
        theme = self.desk.theme
        self._still.keep(
            theme.color("sheet"),
            lambda q: self._standing(q, layout, room, moving, moving, centre),
            lambda q: self._labelled(q, layout, moving),
        )
        self._still.paint(p)
        self._floor(p, layout)
        for view in self._views():
            part(p, layout.area(view), partial(paint_moving, p, self._scenes[view], layout, theme, self.desk.kept, moving))

    def _named(self, p: QPainter, layout: Layout, room: dict[str, Solid], moving: frozenset[str]) -> None:
        """Names and numbers, over all that is washed or dashed; none where lines run."""
        if self.alone or walking(self.tools):
            return
        if not moving:
            self._labelled(p, layout, moving)
            return
        self._still.paint(p, names=True)
        for view in self._views():
            part(p, layout.area(view), partial(self.labels.paint_moving, p, view, layout, room, moving))

    def _labelled(self, p: QPainter, layout: Layout, skip: frozenset[str]) -> None:
        for view in self._views():
            part(p, layout.area(view), partial(self.labels.paint, p, view, layout, skip))

    def _standing(
        self,
        p: QPainter,
        layout: Layout,
        room: dict[str, Solid],
        held: frozenset[str],
        skip: frozenset[str],
        centre: tuple[float, float, float] | None,
    ) -> None:
        """The drawings with their names and tape. skip: what is on the move; the names of all else keep their places."""
        theme = self.desk.theme
        p.setOpacity(0.45 if self.alone or walking(self.tools) else 1.0)  # things step back behind the lines
        for view in self._views():
            part(p, layout.area(view), partial(paint_scene, p, self._scenes[view], layout, theme, self.desk.kept, held, skip))
        p.setOpacity(1.0)
        plates: list[Box] = []
        part(p, layout.plan, lambda: plates.extend(self._regions(p, layout, room, centre)))
        if not skip:
            part(p, layout.plan, lambda: self._floor(p, layout))
            self._plates = plates
            self.labels.lay_out(
                self._scenes,
                layout,
                room,
                centre,
                [*plates, *self._middle(layout, room), *plate_words(self.tools, layout), *rings_in_hand(self.tools, layout)],
            )
        part(p, layout.tape, lambda: paint_shapes(p, tape(self._scenes["plan"], layout.sheet, self.desk.units), theme))
        self.headings.paint(p, layout, self.right_side, self.tools.line_drag.view if self.alone else None)

    def _regions(
        self, p: QPainter, layout: Layout, room: dict[str, Solid], centre: tuple[float, float, float] | None
    ) -> Sequence[Box]:
        """What the floor is spoken for: below it while the chassis or things are in hand, by the customer in the first steps.

        Returns where words were written [px].
        """
        solved, carrier, shown = self.desk.solved, self.desk.carrier, STEPS[self.desk.step].overlays
        if solved is None or carrier is None or not shown or not (carrier.body.zones or solved.rig.wishes):
            return ()
        from ...drawing.overlay.regions import wishes, zones

        made: tuple[Box, ...] = ()
        avoid = layout.sheet.px("plan", centre[0], centre[1]) if centre is not None else None
        if "zones" in shown:
            shapes, made = zones(carrier, layout.sheet, room.values(), avoid, fonts)
            paint_shapes(p, shapes, self.desk.theme)
        if "wishes" in shown:
            shapes, more = wishes(solved, carrier, layout.sheet, room.values(), made, fonts)
            paint_shapes(p, shapes, self.desk.theme)
            made += more
        return made

    def _empty(self, p: QPainter) -> None:
        theme = self.desk.theme
        x, y = self.width() / 2, self.height() / 2
        write(p, x, y - 12, "No rig is on the bench yet.", theme.color("ink"), "title", 600, anchor="middle")
        words = "Take a trailer class under Job, open a file, or look at the demo shop."
        write(p, x, y + 18, words, theme.color("soft"), "strong", anchor="middle")

    def look_from(self, view: View) -> None:
        """Show the plan or the side alone, where one is."""
        self.tools.line_drag.view = view
        self.zoom = Zoom()
        self._still.forget()
        self.update()
