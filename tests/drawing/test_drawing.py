"""Drawings as data: liquids stand where they really stand, and the three views agree with each other and the rig."""

from math import pi

import pytest
from msgspec.structs import replace

from frelt.app.stock import class_of, classes, equipment
from frelt.core.base.kept import Kept
from frelt.core.edit.items import place
from frelt.core.geometry.frames import Frames
from frelt.core.geometry.tank_shape import surface_height
from frelt.core.model.carrier import Deck, Stand
from frelt.core.model.item import Item
from frelt.core.model.rig import Rig
from frelt.core.model.state import FillRange
from frelt.core.solve import solve
from frelt.core.space.solids import solids
from frelt.drawing import carrier
from frelt.drawing.shapes import Group, Path, bounds
from frelt.drawing.views import Scene, View, scenes, seen, sketch
from tests.conftest import demo, rig, tank, trailer

TANKS = [e.item for e in equipment() if e.item.kind == "tank"]
TOUCH = 0.004  # strokes that stand a little proud, such as an outlet


def points(path: Path) -> list[tuple[float, float]]:
    return [(path.xy[i], path.xy[i + 1]) for i in range(0, len(path.xy), 2)]


def area(path: Path) -> float:
    """Shoelace over the corners (the paths used here have no curves)."""
    ring = points(path)
    return abs(sum(x0 * y1 - x1 * y0 for (x0, y0), (x1, y1) in zip(ring, ring[1:] + ring[:1], strict=True))) / 2


def one(paths: tuple[Path, ...], role: str) -> Path:
    found = [p for p in paths if p.role.startswith(role)]
    assert len(found) == 1, [p.role for p in paths]
    return found[0]


@pytest.mark.parametrize("item", TANKS, ids=lambda i: i.id)
@pytest.mark.parametrize("fill", [0.1, 0.5, 0.85])
def test_the_surface_is_drawn_at_its_height(item: Item, fill: float) -> None:
    """Source: surface_height, itself held against the fluids library and quadrature."""
    part = item.tanks[0]
    made = sketch(item, ((part.id, fill),), Kept())
    wanted = part.at[2] + surface_height(part, fill)
    for view in (made.flank, made.end):
        surface = one(view, "surface.")
        assert surface.role == f"surface.{part.liquid.tint}"
        assert all(y == pytest.approx(wanted, abs=0.02) for _, y in points(surface))
        assert max(y for _, y in points(one(view, "liquid."))) == pytest.approx(wanted, abs=0.02)


@pytest.mark.parametrize("fill", [0.05, 0.3, 0.5, 0.77, 1.0])
def test_the_liquid_seen_on_the_end_of_a_lying_tank_is_its_share_of_the_ellipse(fill: float) -> None:
    """By hand: area below the surface over the area of the ellipse is the fill."""
    item = next(i for i in TANKS if i.id == "water-150-leg")
    part = item.tanks[0]
    liquid = one(sketch(item, ((part.id, fill),), Kept()).end, "liquid.")
    whole = pi / 4 * (part.width * 1.02) * (part.height * 1.02)
    assert area(liquid) / whole == pytest.approx(fill, abs=0.02)


def test_an_empty_tank_shows_no_liquid() -> None:
    for item in TANKS:
        made = sketch(item, ((item.tanks[0].id, 0.0),), Kept())
        assert not [p for v in (made.plan, made.flank, made.end) for p in v if p.role.startswith(("liquid", "surface"))]


@pytest.mark.parametrize("entry", equipment(), ids=lambda e: e.item.id)
def test_every_sketch_stays_inside_its_box_and_has_more_than_an_outline(entry: object) -> None:
    item: Item = entry.item  # type: ignore[attr-defined]
    made = sketch(item, tuple((t.id, 0.6) for t in item.tanks), Kept())
    a, b, h = item.length.value / 2, item.width.value / 2, item.height.value
    for view, low, high in ((made.plan, (-a, -b), (a, b)), (made.flank, (-a, 0), (a, h)), (made.end, (-b, 0), (b, h))):
        x0, y0, x1, y1 = bounds(Group(view))
        assert x0 >= low[0] - 0.045 and x1 <= high[0] + 0.045, item.id
        assert y0 >= low[1] - TOUCH and y1 <= high[1] + TOUCH, item.id
        assert len(view) > 1 and view[0].role in ("body", "open", "kept"), item.id


def views_of(one_rig: Rig) -> dict[View, Scene]:
    state = one_rig.states[0] if one_rig.states else None
    return scenes(one_rig, Frames(one_rig), state)


@pytest.mark.parametrize("turns", [0, 1, 2, 3])
@pytest.mark.parametrize("entry", ["cold-8-belt", "reel-stack-2", "toolbox-48", "water-150-leg"])
def test_a_turned_item_takes_the_same_room_in_all_three_drawings(entry: str, turns: int) -> None:
    """Source: the item's own room in plan and height (solids), which the checks use."""
    item = next(e.item for e in equipment() if e.item.id == entry)
    item = replace(item, id="it", place=replace(tank("x", 1, 2.0).place, u=2.2, v=-0.3, turns=turns))
    found = views_of(rig(item))
    room = solids(rig(item), Frames(rig(item)))["it"]
    wanted = {
        "plan": (room.x0, room.y0, room.x1, room.y1),
        "side": (room.x0, room.low, room.x1, room.high),
        "rear": (room.y0, room.low, room.y1, room.high),
    }
    lying = entry == "water-150-leg"  # its shell is a little shorter than its box
    for view, box in wanted.items():
        (group,) = found[view].items  # type: ignore[index]
        assert bounds(group) == pytest.approx(box, abs=0.05 if lying else 0.005), view


@pytest.mark.parametrize("u", [(0.96, 0.0, -0.28), (0.0, 0.0, -1.0)], ids=["leaning", "hanging"])
@pytest.mark.parametrize("turns", [0, 1, 2, 3])
def test_what_leans_or_hangs_is_drawn_in_its_room(turns: int, u: tuple[float, float, float]) -> None:
    """Source: the hull of the item's box, which the checks use; a sketch with rounded corners is a little smaller."""
    item = next(e.item for e in equipment() if e.item.id == "toolbox-48")
    item = replace(item, id="it", place=replace(tank("x", 1, 2.0).place, deck="other", u=1.0, v=-0.3, turns=turns))
    deck = Deck(id="other", name="Other", on="t", origin=(2.0, 0.0, 2.0), u=u, outline=((0, -1), (2, -1), (2, 1), (0, 1)))
    base = trailer()
    made = rig(item, trailer=replace(base, decks=(*base.decks, deck)))
    found, room = views_of(made), solids(made, Frames(made))["it"]
    for view in ("plan", "side", "rear"):
        (group,) = found[view].items  # type: ignore[index]
        box = bounds(replace(group, paths=group.paths[:1]))
        wanted = seen(room, view)  # type: ignore[arg-type]
        leans = view == "plan" and u[0] > 0  # its top is seen, not how far it leans over
        for k, (drawn, edge) in enumerate(zip(box, wanted, strict=True)):
            assert (drawn - edge) * (1 if k < 2 else -1) > -0.005, (view, box, wanted)
        if not leans and view != "rear":
            assert box == pytest.approx(wanted, abs=0.04), view


def test_nearest_is_painted_last_and_the_other_side_turns_the_order() -> None:
    one_rig = rig(tank("left", 50, 1.0, -0.6), tank("right", 50, 2.0, 0.6))
    assert [g.item for g in views_of(one_rig)["side"].items] == ["right", "left"]
    turned = scenes(one_rig, Frames(one_rig), None, right_side=True)
    assert [g.item for g in turned["side"].items] == ["left", "right"]
    assert [g.item for g in turned["rear"].items] == ["left", "right"]


def test_what_a_state_leaves_behind_is_not_drawn_and_fills_can_be_told() -> None:
    one_rig = demo("barn-wash").rigs[0]
    away = replace(one_rig.states[0], absent=("toolbox",))
    listed = scenes(one_rig, Frames(one_rig), away)["plan"].items
    assert "toolbox" not in [g.item for g in listed] and len(listed) == len(one_rig.items) - 1
    water = one_rig.item("water")
    state = replace(one_rig.states[0], fills={"water/tank": FillRange(low=0.1, high=0.4, now=0.2)})
    frames = Frames(one_rig)
    other, told = scenes(one_rig, frames, state), scenes(one_rig, frames, state, {"water/tank": 0.33})
    for found, fill in ((other, 0.2), (told, 0.33)):
        (group,) = [g for g in found["side"].items if g.item == "water"]
        assert group.paths == sketch(water, (("tank", fill),), frames.kept).flank


def test_moving_an_item_keeps_its_sketch() -> None:
    """So that a drag moves a picture instead of drawing it again."""
    one_rig = demo("barn-wash").rigs[0]
    kept = Kept()
    moved = place(one_rig, "water", u=2.0)
    before, after = (scenes(r, Frames(r, kept), None)["plan"].items for r in (one_rig, moved))
    assert {g.item: g.paths for g in before}["water"] is {g.item: g.paths for g in after}["water"]


@pytest.mark.parametrize("choice", classes(), ids=lambda c: c.id)
def test_a_chassis_is_drawn_at_its_measures(choice: object) -> None:
    chassis = choice.carrier  # type: ignore[attr-defined]
    if isinstance(chassis, Stand):
        pytest.skip("the shop's floor has no wheels")
    side = [p for g in carrier.side(chassis, Kept()) for p in g.paths]
    wheels = [bounds(Group((p,))) for p in side if p.role == "tire"]
    assert [pytest.approx((x0 + x1) / 2) for x0, _, x1, _ in wheels] == [a.x for a in chassis.axles]
    assert all(y0 == pytest.approx(0) for _, y0, _, _ in wheels)
    slab = bounds(Group((one(tuple(side), "slab"),)))
    assert (slab[0], slab[2], slab[3]) == (0, pytest.approx(chassis.main_deck.outline[1][0]), chassis.main_deck.origin[2])
    plan = [p for g in carrier.plan(chassis, Kept()) for p in g.paths]
    tires = [bounds(Group((p,))) for p in plan if p.role == "tire"]
    assert len(tires) == sum(2 * a.tires.each_end for a in chassis.axles)
    last = chassis.axles[-1]
    rear = [bounds(Group((p,))) for g in carrier.rear(chassis, Kept()) for p in g.paths if p.role == "tire"]
    ends = [y for x0, _, x1, _ in rear for y in (x0, x1)]
    for half in (max(ends), -min(ends)):
        assert half == pytest.approx(last.track / 2 + last.tires.width * last.tires.each_end * 1.15 / 2, abs=0.02)
    x0, _, x1, _ = bounds(Group(tuple(plan)))
    extent = carrier.extent(chassis)
    assert extent[0] <= x0 + 0.06 and x1 <= extent[1]


def test_walls_are_open_where_doors_are() -> None:
    enclosed = class_of("enclosed-16-tandem").carrier
    door = next(d for d in enclosed.body.doors if d.side == "right")
    y = enclosed.main_deck.outline[2][1]
    walls = [bounds(Group((p,))) for g in carrier.plan(enclosed, Kept()) for p in g.paths if p.role == "wall"]
    beside = [(x0, x1) for x0, y0, x1, _ in walls if y0 >= y - 1e-9 and x1 - x0 > 0.1]
    assert sorted(beside)[0][1] == pytest.approx(door.start) and sorted(beside)[1][0] == pytest.approx(door.end)


def test_a_rig_without_a_trailer_has_no_drawing() -> None:
    bare = rig(trailer=None)
    assert scenes(bare, solve(bare).frames, None) == {}
