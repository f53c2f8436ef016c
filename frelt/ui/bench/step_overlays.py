"""What a step lays over the drawings: lines, straps, the walk around the rig, the plates of a scale."""

from functools import partial

from PyQt6.QtGui import QPainter

from ...core.solve import Solved
from ...drawing.layout import Box
from ...drawing.views import View
from ..frame.steps import STEPS
from .layout import Layout
from .over import paint_clipped
from .step_tools import StepTools


def paint_lines(tools: StepTools, p: QPainter, solved: Solved, layout: Layout, view: View) -> None:
    """The lines along the plan or the side, in the colors of what they carry."""
    carrier = tools.desk.carrier
    if carrier is None:
        return
    from ...drawing.overlay.lines import lines_over

    if tools.lines is None:
        from ..steps.plumbing.now import LinesNow

        tools.show_lines(LinesNow(tools.desk))
    assert tools.lines is not None
    held = tools.line_drag.over or tools.lines.held
    shapes = lines_over(solved.rig, tools.lines.solved(), carrier.id, layout.sheet, held, view)
    if tools.alone:
        shapes += tools.line_drag.shapes(layout)
    paint_clipped(p, shapes, layout.area(view).adjusted(-12, -12, 12, 12), tools.desk.theme)


def walking(tools: StepTools) -> bool:
    """Whether one walks around the rig, stop by stop."""
    now = tools.hold
    return now is not None and now.walking is not None and "straps" in STEPS[tools.desk.step].overlays


def tied_in_hand(tools: StepTools) -> frozenset[str]:
    """The thing whose straps are looked at, while they are."""
    now, solved = tools.hold, tools.desk.solved
    if now is None or solved is None or now.walking is not None or "straps" not in STEPS[tools.desk.step].overlays:
        return frozenset()
    return frozenset({now.held} & {i.id for i in solved.rig.items})


def paint_straps(tools: StepTools, p: QPainter, solved: Solved, layout: Layout, view: View) -> None:
    """What holds things, over one drawing; or the walk around the rig."""
    carrier, now = tools.desk.carrier, tools.hold
    if carrier is None:
        return
    if now is not None and now.walking is not None and walking(tools):
        if view == "plan":
            from ...drawing.overlay.walk import walk_over

            place = partial(layout.sheet.px, "plan")
            shapes = walk_over(solved.rig, now.walking.stops, carrier.id, place, now.walking.done, now.walking.now)
            paint_clipped(p, shapes, layout.area(view).adjusted(-12, -16, 12, 16), tools.desk.theme)
        return
    from ...drawing.overlay.straps import straps_over

    thing, held, bad = (now.held, now.strap, now.bad()) if now is not None else ("", "", frozenset())
    shapes = straps_over(solved.rig, solved.frames, carrier.id, layout.sheet, view, thing, held, bad)
    room = layout.area(view).adjusted(-12, -12, 12, 12)
    paint_clipped(p, (*shapes, *tools.hold_drag.shapes()) if view == "plan" else shapes, room, tools.desk.theme)


def plated(tools: StepTools) -> bool:
    """Whether a ticket is typed."""
    now = tools.scale
    return "plates" in STEPS[tools.desk.step].overlays and now is not None and now.typing


def plate_words(tools: StepTools, layout: Layout) -> list[Box]:
    """Where readings stand over the plan, so that names give way to them [px]."""
    carrier, now = tools.desk.carrier, tools.scale
    if carrier is None or now is None or not plated(tools):
        return []
    from ...drawing.overlay.plates import plate_spots

    middles = (((x0 + x1) / 2, (y0 + y1) / 2) for x0, y0, x1, y1 in plate_spots(carrier, now.stood).values())
    return [Box(x - 26, y - 9, 52, 18) for x, y in (layout.sheet.px("plan", *m) for m in middles)]


def rings_in_hand(tools: StepTools, layout: Layout) -> list[Box]:
    """Where the rings of what is tied in hand stand in the plan, so that names give way to them [px]."""
    carrier, solved, own = tools.desk.carrier, tools.desk.solved, tied_in_hand(tools)
    if not own or carrier is None or solved is None:
        return []
    from ...drawing.overlay.straps import anchor_spots

    hooked = {a for s in solved.rig.tie_down.straps if s.item in own for a in (s.start, s.end)}
    spots = anchor_spots(solved.rig, solved.frames, carrier.id, layout.sheet, "plan")
    return [Box(x - 6, y - 6, 12, 12) for name, (x, y) in spots if name in hooked]


def paint_plates(tools: StepTools, p: QPainter, layout: Layout) -> None:
    """The plates of the ticket that is typed, under the wheels."""
    from ...drawing.overlay.plates import plates_over

    carrier, now = tools.desk.carrier, tools.scale
    if carrier is not None and now is not None:
        shapes = plates_over(carrier, now.stood, now.typed, partial(layout.sheet.px, "plan"), now.at)
        paint_clipped(p, shapes, layout.plan.adjusted(-12, -14, 12, 14), tools.desk.theme)
