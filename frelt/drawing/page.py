"""The bench of one rig as a drawing of its own: layers of groups and shapes on a sheet, for SVG and DXF."""

from collections.abc import Mapping, Sequence

from msgspec import Struct
from msgspec.structs import replace

from ..core.base.units import Units
from ..core.base.value import FreltError
from ..core.judge.check import Check
from ..core.model.carrier import Carrier, Vehicle
from ..core.model.state import State
from ..core.report.aboard import aboard, numbers
from ..core.report.verdict import drawn as drawn_check
from ..core.report.verdict import spoken_state
from ..core.solve import Solved
from ..core.space.solids import solids
from .layout import Box, Sheet, Zoom, lay_out
from .overlay.centre import centre_shown
from .overlay.labels import place
from .overlay.lettering import Lettering, caption
from .overlay.limits import limits
from .overlay.listing import listing
from .overlay.names import names, taken, things
from .overlay.post_shapes import post_shapes
from .overlay.posts import posts
from .overlay.tape import tape
from .shapes import SAME, Affine, Group, Shape, line
from .views import Scene, View, at_seen, centre_mark, scenes

WIDTH, HEIGHT = 1280.0, 900.0  # of a sheet [px], 96 to the inch
CAPTIONS: dict[View, str] = {"plan": "Plan", "side": "Side, from the left", "rear": "Rear, from behind"}


class Layer(Struct, frozen=True):
    """What is drawn together. groups: placed on the sheet by `at`, from metres.  shapes: on the sheet itself.

    clip: of what is hitched and broken off, the area that it ends at.
    """

    name: str
    groups: tuple[Group, ...] = ()
    at: Affine = SAME
    shapes: tuple[Shape, ...] = ()
    clip: Box | None = None


class Drawing(Struct, frozen=True):
    """A sheet with its layers, the lowest first. title: the rig and the state it is drawn in."""

    title: str
    sheet: Sheet
    layers: tuple[Layer, ...]


def drawing_of(
    solved: Solved, lettering: Lettering, units: Units, state_id: str = "", carrier_id: str = "", whole: bool = False
) -> Drawing:
    """A rig in a state, else at the fills of the check spoken of as the bench draws the worst of all, with names, tape, limits and load posts.

    carrier_id: of a pair, which is drawn, the trailer unless told.  whole: both from end to end.
    Raises FreltError where there is no carrier, or none or no state of that id.
    """
    rig = solved.rig
    carrier = next((c for c in rig.carriers if c.id == carrier_id), None) if carrier_id else rig.main
    if carrier is None:
        known = [c.id for c in rig.carriers]
        raise FreltError(
            f"{rig.name}: no carrier “{carrier_id}”; expected one of {known}" if known else f"{rig.name}: no carrier"
        )
    state = next((s for s in rig.states if s.id == state_id), None) if state_id else spoken_state(solved)
    if state_id and state is None:
        raise FreltError(f"{rig.name}: no state “{state_id}”; expected one of {[s.id for s in rig.states]}")
    said = None if state_id else drawn_check(solved)
    fills = said.fills if said is not None else {}
    scope = solved.by_state.get(state_id, ()) if state_id else solved.checks
    drawn = scenes(rig, solved.frames, state, fills, False, carrier.id, whole)
    sheet = lay_out(WIDTH, HEIGHT, drawn, Zoom(), whole)
    listed = aboard(rig, solved.frames.kept)
    layers = [layer for view, scene in drawn.items() if sheet.area(view).width > 50 for layer in _view(scene, sheet)]
    layers += _over(solved, scope, lettering, units, state, fills, carrier, drawn, sheet)
    if listed:  # what the numbers stand for, below it all
        below, tall = listing(listed, sheet, HEIGHT, lettering)
        layers.append(Layer("list", shapes=below))
        sheet = replace(sheet, height=HEIGHT + tall)
    title = rig.name if state is None else f"{rig.name}, in “{state.name}”"
    return Drawing(title, sheet, tuple(layers))


def _view(scene: Scene, sheet: Sheet) -> list[Layer]:
    view, at = scene.view, sheet.affine(scene.view)
    area = sheet.area(view)
    cut = area.grown(-5, -8, 5, 10) if scene.cut is not None else None
    over: list[Shape] = [caption(area.left, area.top - 10 if view == "plan" else area.top + 2, CAPTIONS[view])]
    if view == "plan":
        (x0, y), (x1, _) = sheet.px(view, scene.extent[0], 0), sheet.px(view, scene.extent[2], 0)
        under: Shape = line("axis", (x0, y), (x1, y))
    else:
        under = line("ground", (area.left, at[5]), (area.right, at[5]))
    return [
        Layer(f"{view}.hitched", scene.partner, at, (), cut),
        Layer(f"{view}.carrier", scene.behind, at, (under,)),
        Layer(f"{view}.things", scene.items, at),
        Layer(f"{view}.carrier", scene.before, at),
        Layer(f"{view}.hidden", tuple(map(_hidden, scene.hidden)), at),
        Layer(f"{view}.captions", shapes=tuple(over)),
    ]


def _hidden(group: Group) -> Group:
    """The outline of what stands behind, over what hides it."""
    return Group(tuple(replace(p, role="hidden") for p in group.paths[:1]), group.at)


def _over(
    solved: Solved,
    scope: Sequence[Check],
    lettering: Lettering,
    units: Units,
    state: State | None,
    fills: Mapping[str, float],
    carrier: Carrier,
    views: Mapping[View, Scene],
    sheet: Sheet,
) -> list[Layer]:
    """What lies over and around the three views."""
    rig, drawn = solved.rig, "vehicle" if isinstance(carrier, Vehicle) else "trailer"
    plan, numbered = views["plan"], numbers(rig, solved.frames.kept)
    room = {i: s for i, s in solids(rig, solved.frames).items() if s.carrier == carrier.id}
    centre = centre_shown(solved, state.id, fills, carrier.id) if state is not None else None
    made = [Layer("tape", shapes=tape(plan, sheet, units))]
    for view, scene in views.items():
        area, whole = sheet.area(view), view == "plan"
        if area.width > 50:
            named = things(rig, scene, sheet, room, numbered)
            made.append(Layer("names", shapes=names(place(named, area, taken(view, sheet, centre), lettering, whole, whole))))
    if sheet.limits.width > 50:
        made.append(Layer("limits", shapes=limits(solved, scope, sheet, units, drawn)[0]))
    if solved.loads is not None and state is not None:
        found = posts(solved, sheet, scope, state.id, fills, carrier, units)
        made.append(Layer("posts", shapes=post_shapes(found, sheet, units, lettering, hint=False)[0]))
    if centre is not None:
        for view in views:
            if sheet.area(view).width > 50:
                mark = centre_mark(*at_seen(centre, view), 9.0 / sheet.scale)
                made.append(Layer("centre", (mark,), sheet.affine(view)))
    return made
