"""Room as it is built: below and above stands, on tops, walls and doors, over a dovetail; and decks that follow their chassis."""

import numpy as np
from hypothesis import given
from hypothesis import strategies as st
from msgspec.structs import replace

from frelt.app.stock import class_of
from frelt.core.base.figure import Figure, plate
from frelt.core.base.units import METRIC, US
from frelt.core.edit.around_deck import with_dovetail, with_platform, with_roof
from frelt.core.edit.carriers import with_carrier
from frelt.core.edit.items import with_item
from frelt.core.edit.removal import settled
from frelt.core.geometry import deck_sizes
from frelt.core.geometry.faces import body_box, faces
from frelt.core.geometry.frames import Frames
from frelt.core.geometry.measures import with_deck_height, with_deck_length, with_deck_width
from frelt.core.judge.marks import is_broken
from frelt.core.judge.words import sentence
from frelt.core.kind.make import made, with_field
from frelt.core.model.carrier import Body, Carrier, Door, Trailer
from frelt.core.model.item import Item, Placement
from frelt.core.model.rig import Rig
from frelt.core.model.state import State
from frelt.core.placing.arrange import mirrored
from frelt.core.placing.safe_floor import safe_floor
from frelt.core.solve import Solved, solve
from frelt.core.space.solids import depth, solids
from frelt.core.space.surfaces import possible, put_on_deck, tops
from tests.conftest import block, rig, tank, trailer
from tests.core.test_packed import packed

REAR = Door(id="rear", name="Rear doors", side="rear", start=-0.8, end=0.8, height=1.9, kind="barn doors")


def problems(one: Rig | Solved, *kinds: str) -> list[str]:
    solved = one if isinstance(one, Solved) else solve(one)
    return [c.id for c in solved.checks if c.kind in kinds and c.status in ("over", "tight")]


def stand(u: float, v: float = 0.0, turns: int = 0, tall: float = 0.6, kind: str = "stand") -> Item:
    fields = {n: Figure(value=x) for n, x in (("long", 1.0), ("wide", 0.7), ("deep", 0.7), ("tall", tall))}
    item = made(kind, "stand", "Stand", {k: f for k, f in fields.items() if kind == "shelf" or k != "deep"})
    return replace(item, place=Placement(deck="floor", u=u, v=v, turns=turns))


def box_trailer(tail: bool = True, nose: float = 0.0) -> Trailer:
    base = replace(trailer(), body=Body(kind="enclosed", wall=2.0, doors=(REAR,), nose=nose))
    made_of = with_dovetail(base, "tail") if tail else base
    assert isinstance(made_of, Trailer)
    return made_of


def with_deck(carrier: Carrier, face: str, leaf: int = 0) -> Carrier:
    deck = next(d for d in faces(carrier) if d.face_of == face and d.leaf == leaf)
    return replace(carrier, decks=(*carrier.decks, deck))


def taped(before: Rig, carrier: Carrier) -> Rig:
    return settled(before, with_carrier(before, carrier)).rig


@given(st.floats(-0.9, 0.9), st.floats(-0.7, 0.7), st.integers(0, 3), st.sampled_from(["stand", "shelf"]))
def test_room_below_a_stand_and_between_boards_against_a_raster(du: float, dv: float, turns: int, kind: str) -> None:
    """By a raster of 5 mm: legs, plates and boards filled in by hand, and the box that is pushed about between them."""
    item = stand(2.0, 0.0, turns, 0.6, kind)
    small = replace(block("small", 5.0, 2.0 + du, dv, 0.2), height=Figure(value=0.25))
    one = rig(item, small)
    room = solids(one, Frames(one))
    step, leg = 0.005, 0.04
    wide = (1.0, 0.7) if turns % 2 == 0 else (0.7, 1.0)
    xs, ys = np.arange(-1.2, 1.2, step) + step / 2, np.arange(-1.2, 1.2, step) + step / 2
    x, y = np.meshgrid(xs, ys, indexing="ij")
    inside = (np.abs(x) < wide[0] / 2) & (np.abs(y) < wide[1] / 2)
    legs = inside & (np.abs(x) > wide[0] / 2 - leg) & (np.abs(y) > wide[1] / 2 - leg)
    mine = (np.abs(x - du) < 0.1) & (np.abs(y - dv) < 0.1)
    boards = [d.origin[2] for d in item.decks]
    thick = 0.05 if kind == "stand" else 0.02
    plate_meets = any(z - thick < 0.25 and z > 0 for z in boards)
    touched = mine & (inside if plate_meets else legs)
    area = float(touched.sum()) * step * step
    into = depth(room["stand"], room["small"])
    if into > 0.006:
        assert area > 0
    if area > 0.0004:
        assert into > 0


def test_a_thing_below_a_stand_and_one_on_it_are_no_finding_and_the_safe_floor_lets_it_in() -> None:
    item = stand(2.0)
    below = replace(block("below", 20.0, 2.0, 0.0, 0.4), height=Figure(value=0.4))
    on_it = replace(block("above", 20.0, 0.0, 0.0, 0.4), place=Placement(deck=item.decks[0].id, u=0.0, v=0.0))
    solved = solve(rig(item, below, on_it))
    assert not problems(solved, "overlap", "off deck")
    floor = safe_floor(solved, "below")
    x, y = 2.0, 0.0
    assert floor.allows(x, y) and not any(_in(b, x, y) for b in floor.blocked)
    too_tall = with_item(solved.rig, replace(below, height=Figure(value=0.58)))
    assert problems(too_tall, "overlap") == ["overlap:stand:below"]
    at_a_leg = with_item(solved.rig, replace(below, place=replace(below.place, u=1.7, v=0.16)))
    assert problems(at_a_leg, "overlap") == ["overlap:stand:below"]


def _in(polygon: tuple[tuple[float, float], ...], x: float, y: float) -> bool:
    pairs = zip(polygon, (*polygon[1:], polygon[0]), strict=True)
    return all((x1 - x0) * (y - y0) - (y1 - y0) * (x - x0) > 1e-9 for (x0, y0), (x1, y1) in pairs)


def test_a_tank_s_top_is_a_deck_that_follows_its_height() -> None:
    water = tank("water", 60.0, 2.0)
    one = rig(water, block("pump", 5.0, 1.0, 0.0, 0.2))
    (top,) = [d for d in tops(one) if d.on == "water"]
    one = put_on_deck(one, "pump", top.id)
    assert solids(one, Frames(one))["pump"].low == 0.6 + 0.4 and not problems(one, "overlap", "off deck")
    taller = settled(one, with_item(one, replace(one.item("water"), height=Figure(value=0.7)))).rig
    assert solids(taller, Frames(taller))["pump"].low == 0.6 + 0.7
    round_one = rig(tank("drum", 60.0, 2.0, shape="upright cylinder"))
    assert not [d for d in tops(round_one) if d.on == "drum"]
    gone = settled(one, replace(one, items=tuple(i for i in one.items if i.id != "water")))
    assert gone.rig.item("pump").place.deck == "floor" and "pump now stands on" in gone.words


def test_everything_follows_a_chassis_taped_again() -> None:
    carrier = with_roof(with_platform(box_trailer(nose=0.8), "front-deck"), "roof")
    for face, leaf in (("left", 0), ("right outside", 0), ("rear", 0), ("rear", 1), ("nose", 0)):
        carrier = with_deck(carrier, REAR.id if face == "rear" else face, leaf)
    walls = {d.face_of: d.id for d in carrier.decks}
    leaf = next(d for d in carrier.decks if d.leaf == 1)
    flat = {"height": Figure(value=0.1)}
    hung = replace(block("hung", 5.0, 0.0, 0.0, 0.3), **flat, place=Placement(deck=walls["left"], u=3.0, v=1.0))
    swung = replace(block("swung", 5.0, 0.0, 0.0, 0.3), **flat, place=Placement(deck=leaf.id, u=0.4, v=1.0))
    tailed = replace(block("tailed", 5.0, 0.0, 0.0, 0.3), place=Placement(deck="tail", u=0.6, v=0.0))
    before = rig(block("floor", 50.0, 2.0), hung, swung, tailed, trailer=carrier)
    assert Frames(before)
    old, longer = Frames(before), 0.1016
    after = taped(before, with_deck_length(carrier, 5.0 + longer))
    new = Frames(after)
    for item_id, shift in (("floor", 0.0), ("hung", 0.0), ("swung", longer), ("tailed", longer)):
        assert np.allclose(np.subtract(new.items[item_id].at, old.items[item_id].at), (shift, 0.0, 0.0), atol=1e-9), item_id
    assert not problems(after, "off deck", "overlap")
    wider = taped(before, with_deck_width(carrier, 2.2))
    at = Frames(wider)
    assert np.isclose(at.items["hung"].at[1] - old.items["hung"].at[1], -0.1)
    assert np.isclose(deck_sizes.wide(next(d for d in wider.trailer.decks if d.id == "tail")), 2.2)
    higher = taped(before, with_deck_height(carrier, 0.7))
    lifted = {k: f.at[2] - old.decks[k].at[2] for k, f in Frames(higher).decks.items()}
    assert all(np.isclose(v, 0.1) for v in lifted.values()), lifted
    narrow = next(d for d in carrier.decks if d.id == "roof")
    by_hand = replace(carrier, decks=tuple(deck_sizes.with_long(d, 2.0) if d is narrow else d for d in carrier.decks))
    kept = taped(taped(before, by_hand), with_deck_length(by_hand, 5.2))
    assert np.isclose(deck_sizes.long(next(d for d in kept.trailer.decks if d.id == "roof")), 2.0)


def test_what_hung_on_walls_that_are_gone_stands_on_the_deck_and_is_told() -> None:
    carrier = with_deck(box_trailer(), "left")
    hung = replace(block("hung", 5.0, 0.0, 0.0, 0.3), place=Placement(deck=carrier.decks[-1].id, u=3.0, v=1.0))
    before = rig(hung, trailer=carrier)
    after = settled(before, with_carrier(before, replace(carrier, body=Body())))
    assert after.rig.item("hung").place.deck == "floor" and "hung now stands on deck" in after.words
    no_doors = with_deck(box_trailer(), REAR.id, 1)
    swung = replace(hung, place=Placement(deck=no_doors.decks[-1].id, u=0.4, v=1.0))
    before = rig(swung, trailer=no_doors)
    after = settled(before, with_carrier(before, replace(no_doors, body=replace(no_doors.body, doors=()))))
    assert after.rig.item("hung").place.deck == "floor"


def test_a_body_goes_on_over_its_dovetail_and_a_thing_there_is_reached_from_the_ramp() -> None:
    carrier = box_trailer()
    assert np.isclose(body_box(carrier)[2], 6.2)
    rear = next(d for d in faces(carrier) if d.face_of == "rear")
    assert np.isclose(rear.origin[0], 6.2) and np.isclose(rear.origin[2], 0.6 - 0.18)
    mixer = replace(made("mixer", "mix", "Mixer"), place=Placement(deck="tail", u=0.5, v=0.0))
    solved = solve(rig(mixer, trailer=carrier))
    assert not problems(solved, "service", "headroom", "off deck"), [sentence(c, US) for c in solved.checks if c.items]
    walled_in = solve(rig(mixer, trailer=replace(carrier, body=replace(carrier.body, doors=()))))
    assert problems(walled_in, "service")


def test_what_hangs_on_both_leaves_swings_away_and_leaves_the_doorway_free() -> None:
    carrier: Carrier = box_trailer(tail=False)
    for leaf in (0, 1):
        carrier = with_deck(carrier, REAR.id, leaf)
    leaves = [d for d in carrier.decks if d.hinge is not None]
    signs = [d.hinge.open for d in leaves if d.hinge is not None]
    assert signs[0] * signs[1] < 0
    racks = [
        replace(
            block(f"rack-{n}", 18.0, 0.0, 0.0, 0.6),
            height=Figure(value=0.1),
            place=Placement(deck=d.id, u=sum(u for u, _ in d.outline) / 4, v=0.5),
        )
        for n, d in enumerate(leaves)
    ]
    fire = replace(made("mixer", "mix", "Mixer"), place=Placement(deck="floor", u=4.0, v=0.0, turns=2))
    solved = solve(rig(fire, *racks, trailer=carrier))
    assert not problems(solved, "service", "overlap"), problems(solved, "service", "overlap")
    said = {c.id: c for c in solved.checks if c.kind == "door hinges"}
    assert [c.status for c in said.values()] == ["unknown", "unknown"] and all(c.load == 18.0 for c in said.values())
    door = replace(REAR, carries=plate(15.0), stays=False, lock="none")
    weak = replace(carrier, body=replace(carrier.body, doors=(door,)))
    told = [c for c in solve(rig(fire, *racks, trailer=weak)).checks if c.kind in ("door hinges", "door load")]
    over = [c for c in told if c.kind == "door hinges"]
    assert [c.status for c in over] == ["over", "over"] and over[0].margin == -3.0 and over[0].level in (None, "broken")
    assert {c.id.split(":")[0] for c in told if c.status == "over"} == {"door-hinges", "door-stays", "door-lock"}


def test_a_thing_stands_across_a_deck_and_its_tail_but_not_past_both() -> None:
    carrier = with_dovetail(trailer(), "tail")
    for u, seen in ((4.9, False), (4.99, False), (5.1, True)):
        one = rig(replace(block("across", 30.0, u, 0.0, 0.8)), trailer=carrier)
        assert bool(problems(one, "off deck")) == seen, u
    assert problems(rig(block("past", 30.0, 4.9, 0.9, 0.8), trailer=carrier), "off deck")


def test_a_place_below_the_tray_outside_walls_and_a_nose_are_decks() -> None:
    raised = with_deck_height(trailer(), 1.0)
    below = next(d for d in possible(raised) if d.face_of == "below left")
    tall = replace(block("tall", 5.0, 0.0, 0.0, 0.2), height=Figure(value=0.5))
    one = put_on_deck(rig(tall, trailer=raised), "tall", below.id)
    assert not problems(one, "headroom", "off deck")
    too = with_item(one, replace(one.item("tall"), height=Figure(value=0.6, source="measured")))
    found = [c for c in solve(too).checks if c.id == "headroom:tall"]
    assert found and "below the tray" in sentence(found[0], US)
    names = [d.name for d in possible(box_trailer(nose=0.9))]
    assert "Nose" in names and "Left wall, outside" in names
    outer = next(d for d in faces(box_trailer()) if d.face_of == "left outside")
    lamp = replace(block("lamp", 2.0, 0.0, 0.0, 0.1), place=Placement(deck=outer.id, u=1.0, v=1.0))
    held = rig(lamp, trailer=with_deck(box_trailer(), "left outside"))
    room = solids(held, Frames(held))["lamp"]
    assert room.y1 <= -1.0 and np.isclose((room.x0 + room.x1) / 2, 1.0)


def test_a_frame_one_may_step_on_brings_what_is_above_into_reach() -> None:
    body = Body(kind="enclosed", wall=2.6, doors=(REAR,))
    frame = block("frame", 40.0, 4.0, 0.0, 0.5)
    high = replace(made("toolbox", "tools", "Toolbox"), place=Placement(deck="floor", u=3.4, v=0.0, off=1.75))
    one = rig(frame, with_field(high, "tall", Figure(value=0.4)), trailer=replace(trailer(), body=body))
    assert problems(one, "service") == ["service:tools:lid"]
    assert not problems(with_item(one, replace(frame, step=True)), "service")


def test_the_harbor_skid_turned_mirrored_and_in_metric_sets_off_only_advice() -> None:
    """Batteries below a stand, unlike reels over each other on a frame, a ladder past its rack, what is planted taken out."""
    whole = packed("harbor-skid")
    planted = next(i.id for i in whole.items if i.name.startswith("Soap tank"))
    base = settled(whole, replace(whole, items=tuple(i for i in whole.items if i.id != planted))).rig
    below = [i for i in base.items if i.kind == "battery" and i.place.deck == base.item("stand").place.deck]
    room = solids(base, Frames(base))
    assert below and all(room["stand"].x0 < room[b.id].x0 and room[b.id].x1 < room["stand"].x1 for b in below)
    assert {base.item(i).place.deck for i in ("reel", "reel-up")} == {d.id for d in base.item("frame").decks}
    assert base.item("ladder").length.value > base.item("rack").length.value + 1.0
    skid = base.item("skid")
    turned = with_item(base, replace(skid, place=replace(skid.place, turns=1)))
    on_skid = [i.id for i in base.items if i.place.deck in {d.id for d in skid.decks}]
    mirrored_ = mirrored(solve(base), on_skid)
    for one in (base, turned, mirrored_):
        found = [c for c in solve(one).checks if is_broken(c)]
        assert not found, [sentence(c, METRIC) for c in found]
        assert all(sentence(c, METRIC) and "lb" not in sentence(c, METRIC).split() for c in solve(one).checks)


def test_the_barn_trailer_taped_four_inches_longer_takes_everything_along() -> None:
    """A rack on each rear leaf, both open while one washes, a mixer on the dovetail reached from behind; then the tape again."""
    base = class_of("enclosed-16-tandem").carrier
    assert isinstance(base, Trailer)
    y0, y1 = base.main_deck.outline[0][1], base.main_deck.outline[2][1]
    doors = (
        *(d for d in base.body.doors if d.side != "rear"),
        Door(id="rear", name="Rear doors", side="rear", start=y0, end=y1, height=1.9, kind="barn doors"),
    )
    carrier: Carrier = with_dovetail(replace(base, body=replace(base.body, doors=doors)), "tail")
    for leaf in (0, 1):
        carrier = with_deck(carrier, "rear", leaf)
    leaves = [d for d in carrier.decks if d.hinge is not None]
    rack = made("rack", "rack", "Rack")
    racks = [
        replace(rack, id=f"rack-{n}", place=Placement(deck=d.id, u=sum(u for u, _ in d.outline) / 4, v=1.0))
        for n, d in enumerate(leaves)
    ]
    racks = [replace(r, decks=tuple(replace(d, id=f"{r.id}.{d.id}", on=r.id) for d in r.decks)) for r in racks]
    mixer = replace(made("mixer", "mix", "Mixer"), place=Placement(deck="tail", u=0.4, v=0.0))
    tank_ = replace(
        made("tank", "water", "Water", {"capacity": Figure(value=0.4)}), place=Placement(deck="floor", u=2.0, v=0.0)
    )
    tank_ = replace(tank_, place=replace(tank_.place, deck=carrier.main_deck.id))
    states = (State(id="road", name="Road"), State(id="wash", name="Washing", road=False, open=tuple(d.id for d in leaves)))
    one = rig(tank_, mixer, *racks, trailer=carrier, states=states)
    solved = solve(one)
    assert not problems(solved, "overlap", "off deck", "door load", "headroom"), problems(
        solved, "overlap", "off deck", "door load"
    )
    assert "service:mix:metering valves" not in problems(solved, "service")
    assert solved.loads is not None
    closed, open_ = (
        float(solved.loads.table.present[s] @ np.array([r.mass * r.x for r in solved.loads.table.rows])) for s in (0, 1)
    )
    assert open_ > closed  # both racks stand behind the body now
    longer = taped(one, with_deck_length(carrier, base.main_deck.outline[1][0] + 0.1016))
    before, after = Frames(one), Frames(longer)
    for item_id in ("rack-0", "rack-1", "mix"):
        assert np.isclose(after.items[item_id].at[0] - before.items[item_id].at[0], 0.1016), item_id
    assert after.items["water"].at == before.items["water"].at
    again = solve(longer)
    assert not problems(again, "overlap", "off deck", "door load", "headroom", "service")
