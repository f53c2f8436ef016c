"""Room around things, the floor one walks, reels, forks and joined tanks, against rasters and general-purpose libraries."""

from math import pi

import numpy as np
import pytest
import shapely
from fluids.geometry import TANK
from hypothesis import assume, example, given
from hypothesis import strategies as st
from msgspec.structs import replace
from scipy import ndimage

from frelt.core.base.figure import Figure, plate
from frelt.core.base.units import FOOT, GALLON, INCH, US
from frelt.core.checks.apart import _gaps
from frelt.core.checks.pull_off import ways
from frelt.core.edit.items import with_item
from frelt.core.edit.states import set_fill
from frelt.core.edit.ties import joined_tanks
from frelt.core.fixes.fix import fixes
from frelt.core.geometry.frames import Frames
from frelt.core.geometry.tank_shape import inside_volume, share_below, surface_height
from frelt.core.judge.check import Check
from frelt.core.judge.words import sentence
from frelt.core.kind.make import is_computed, made, with_field, with_option
from frelt.core.kind.registry import every
from frelt.core.kind.registry import given as known
from frelt.core.kinds.reel import capacity_of, hose_capacity, layers
from frelt.core.model.carrier import Body, Deck, Door, Vehicle
from frelt.core.model.item import Item, Placement
from frelt.core.model.rig import Forklift, Rig
from frelt.core.model.state import FillRange, State
from frelt.core.placing.arrange import aligned, distributed, length_free, mirrored, row, shifted
from frelt.core.placing.room import middle_of
from frelt.core.placing.safe_floor import safe_floor
from frelt.core.solve import Solved, solve
from frelt.core.space.rooms import Neighbors, blocked, rooms, walls
from frelt.core.space.solids import solids
from frelt.core.space.surfaces import hung, possible, with_surface
from frelt.core.space.walk import entrances, walk
from frelt.core.statics.forks import capacity, lifted
from tests.conftest import block, examples, rig, tank, trailer
from tests.core.frames import Beam

BOX = Body(
    kind="enclosed",
    wall=1.9,
    doors=(Door(id="side", name="Side door", side="right", start=0.6, end=1.6), Door(id="ramp", name="Ramp", side="rear", start=-0.9, end=0.9, kind="ramp")),
)  # fmt: skip


def put(kind: str, item_id: str, u: float, v: float, turns: int = 0, deck: str = "floor", **options: str) -> Item:
    item = made(kind, item_id, item_id, options=options)
    return replace(item, place=Placement(deck=deck, u=u, v=v, turns=turns))


def van(*items: Item, **more: object) -> Rig:
    return rig(*items, trailer=replace(trailer(), body=BOX), **more)


def of(solved: Solved, kind: str) -> list[Check]:
    return [c for c in solved.checks if c.kind == kind and c.status != "ok"]


def test_every_kind_makes_an_item_that_solves_and_is_changed_by_its_parameters() -> None:
    for kind in every().values():
        if kind.make is None:
            continue
        item = made(kind.id, "i", "It")
        assert item.mass.value >= 0 and min(item.length.value, item.width.value, item.height.value) > 0, kind.id
        for p in kind.params:
            assert p.low <= known(item)[p.id] <= p.high, (kind.id, p.id)
            ends = [with_field(item, p.id, Figure(value=v, source="maker")) for v in (p.low, p.high)]
            assert ends[0] != ends[1], (kind.id, p.id)
        for c in kind.choices:
            assert all(known(with_option(item, c.id, w)).word(c.id) == w for w in c.among)
        assert solve(rig(replace(item, place=Placement(deck="floor", u=2.5, v=0.0)))).loads is not None


def test_what_was_measured_stays_when_a_parameter_changes() -> None:
    item = replace(made("machine", "m", "Machine"), mass=Figure(value=150.0, source="weighed"))
    bigger = with_field(item, "flow", Figure(value=1e-3, source="maker"))
    assert bigger.mass == item.mass and bigger.length.value > item.length.value and is_computed(bigger.length)
    drawn = with_option(made("tank", "t", "Tank"), "draw", "foot filter")
    typed = replace(drawn, parts=tuple(replace(p, heel=0.11) if p.id == "tank" else p for p in drawn.parts))
    assert with_field(typed, "baffles", Figure(value=2.0)).tanks[0].heel == 0.11


def test_a_cone_bottom_is_that_of_the_fluids_library() -> None:
    """Source: fluids, vertical cylinder on a conical bottom."""
    t = made("tank", "t", "Cone", {"capacity": Figure(value=110 * GALLON)}, {"shape": "cone bottom"}).tanks[0]
    other = TANK(D=t.width, L=t.height - t.cone, horizontal=False, sideA="conical", sideA_a=t.cone)
    assert inside_volume(t) == pytest.approx(other.V_total, rel=1e-6)
    assert inside_volume(t) == pytest.approx(t.capacity.value, rel=3e-3)
    for h in np.linspace(0.01, t.height, 9):
        assert share_below(t, float(h)) == pytest.approx(other.V_from_h(float(h)) / other.V_total, abs=1e-6)
        assert surface_height(t, share_below(t, float(h))) == pytest.approx(h, abs=1e-9)


def test_a_float_in_the_side_loses_what_builders_say() -> None:
    """Common practice, no source: the lid gains 15 to 20 gal of a 225 gal tank over the side."""
    sizes = {"capacity": Figure(value=225 * GALLON)}
    tops = [made("tank", "t", "T", sizes, {"float": f}).tanks[0].top for f in ("in the side", "in the lid")]
    assert 14 < (tops[1] - tops[0]) * 225 < 20


@given(st.floats(0.1, 0.4), st.floats(1.5, 4.0), st.floats(0.15, 0.6), st.floats(0.008, 0.04))
def test_hose_capacity_against_counted_turns_and_the_rope_makers_rule(
    drum: float, over: float, between: float, across: float
) -> None:
    """Counted turn by turn; rule: a drum takes A·(A+B)·C·π/d², from memory of wire-rope handbooks, which leaves out nesting."""
    flange = drum * over
    length, y, middle, row_number = 0.0, across / 2, drum + across, 0
    while middle + across <= flange + 1e-9:
        y = across / 2 + (across / 2 if row_number % 2 else 0.0)
        while y + across / 2 <= between + 1e-9:
            length, y = length + pi * middle, y + across
        middle, row_number = middle + 3**0.5 * across, row_number + 1
    assert hose_capacity(drum, flange, between, across) == pytest.approx(length, rel=1e-9)
    deep = (flange - drum) / 2
    rule = deep * (deep + drum) * between * pi / across**2
    if len(layers(drum, flange, between, across)) >= 4 and between > 8 * across:
        assert 0.6 * rule < length < 1.2 * rule


def test_an_18_inch_reel_takes_about_300_ft() -> None:
    """Common practice, no source: 300 ft of 3/8 in hose on an 18 in reel."""
    reel = made(
        "reel",
        "r",
        "R",
        {n: Figure(value=v * INCH, source="measured") for n, v in (("between", 18), ("drum", 9), ("flange", 15))},
    )
    assert 270 < capacity_of(reel) / FOOT < 420
    long = with_field(reel, "hose", Figure(value=200.0))
    assert any(c.id == "drum:r" for c in of(solve(rig(replace(long, place=Placement(deck="floor", u=4.0, v=0.0)))), "pull-off"))


spots = st.lists(st.tuples(st.integers(2, 47), st.integers(-9, 9), st.integers(2, 8)), min_size=1, max_size=7)


@examples(40)
@given(spots)
def test_the_walkable_floor_is_that_of_a_raster(listed: list[tuple[int, int, int]]) -> None:
    """Source: SciPy's labeling of a raster of 2 cm on which walls and things are grown by half a person."""
    items = [block(f"b{n}", 20.0, u / 10, v / 10, size / 10) for n, (u, v, size) in enumerate(listed)]
    one = van(*items)
    found = walk(one, Frames(one), one.trailer)  # type: ignore[arg-type]
    cell = 0.02
    xs, ys = np.arange(-0.88, 5.88, cell), np.arange(-1.88, 1.88, cell)
    gx, gy = np.meshgrid(xs, ys, indexing="ij")
    free, half = np.ones(gx.shape, dtype=bool), found.width / 2
    boxes = [(s.x0, s.y0, s.x1, s.y1) for s in solids(one, Frames(one)).values()]
    boxes += [(o.box[0], o.box[1], o.box[3], o.box[4]) for o in walls(one.trailer) if o.box[2] < 1.0]  # type: ignore[arg-type]
    near = np.zeros(gx.shape, dtype=bool)  # too near to an edge for the raster to tell
    for x0, y0, x1, y1 in boxes:
        d = np.maximum(np.maximum(x0 - half - gx, gx - x1 - half), np.maximum(y0 - half - gy, gy - y1 - half))
        free &= d >= 0
        near |= np.abs(d) < 1.5 * cell
    labels, _ = ndimage.label(free)
    edge = set(np.unique(np.concatenate([labels[0], labels[-1], labels[:, 0], labels[:, -1]]))) - {0}
    reached = np.isin(labels, list(edge))
    ours = np.array([[found.can_stand(float(x), float(y)) for y in ys[::5]] for x in xs[::5]])
    doubt = ndimage.binary_dilation(near, iterations=1)[::5, ::5] | (ours & ~free[::5, ::5])
    wrong = (ours != reached[::5, ::5]) & ~doubt
    narrow = min((abs(a - b) for p in boxes for q in boxes for a, b in ((p[0], q[2]), (p[1], q[3])) if a - b > 0), default=1.0)
    assume(abs(narrow - found.width) > 0.05)  # else the raster cannot tell whether a person fits between
    assert wrong.mean() < 0.002


@given(st.floats(0.9, 4.0), st.floats(-0.7, 0.7), st.floats(0.15, 0.9), st.integers(0, 3))
def test_a_blocked_service_is_blocked_on_a_raster(u: float, v: float, size: float, turns: int) -> None:
    """Source: a raster of the room's face: how deep half of it is free."""
    one = rig(put("machine", "m", 2.5, 0.0, turns), block("b", 10.0, u, v, size))
    frames = Frames(one)
    found = {b.room.service.what: b for b in blocked(one, frames, one.trailer)}  # type: ignore[arg-type]
    s = solids(one, frames)["b"]
    other = np.array([s.x0, s.y0, s.low, s.x1, s.y1, s.high])
    for room in rooms(one, frames):
        lo, hi = np.array(room.box[:3]), np.array(room.box[3:])
        k = room.axis
        across = [i for i in range(3) if i != k]
        grids = [lo[i] + (np.arange(60) + 0.5) / 60 * (hi[i] - lo[i]) for i in across]
        a, b = np.meshgrid(*grids, indexing="ij")
        hit = (a > other[across[0]]) & (a < other[across[0] + 3]) & (b > other[across[1]]) & (b < other[across[1] + 3])
        hit &= bool(other[k] < hi[k] - 1e-3 and other[k + 3] > lo[k] + 1e-3)
        share = hit.mean()
        if abs(share - 0.5) < 0.05:
            continue
        assert (room.service.what in found) == (share > 0.5), room.service.what
        if share > 0.5:
            free = other[k] - lo[k] if room.sign > 0 else hi[k] - other[k + 3]
            assert found[room.service.what].have == pytest.approx(max(free, 0.0))


def test_distances_between_boxes_are_those_of_random_points() -> None:
    """Source: least distance of many random points of both boxes, from above; and by hand for one that is askew."""
    rng = np.random.default_rng(5)
    a, b = np.array([[0, 0, 0, 1, 1, 1.0]]), np.array([[1.3, 1.4, 0.5, 2, 2, 2.0]])
    assert _gaps(a, b)[0, 0] == pytest.approx(0.5)
    pa = a[0, :3] + rng.random((2000, 3)) * (a[0, 3:] - a[0, :3])
    pb = b[0, :3] + rng.random((2000, 3)) * (b[0, 3:] - b[0, :3])
    least = np.sqrt(((pa[:, None] - pb[None]) ** 2).sum(axis=2)).min()
    assert 0.5 <= least < 0.75


def test_things_that_must_be_apart_are_told_with_the_reason_and_are_free_to_change() -> None:
    sh = replace(put("drum", "d", 1.0, 0.0), name="SH drum")
    solved = solve(rig(sh, put("canister", "c", 1.5, 0.0)))
    (check,) = (c for c in of(solved, "apart") if "fuel" in c.id)
    assert check.status == "over" and "can catch fire" in sentence(check, US)
    eased = replace(solved.rig, rules=replace(solved.rig.rules, apart=()))
    assert not of(solve(eased), "apart")


@given(st.floats(0.5, 3.2), st.floats(-0.8, 0.8), st.integers(0, 3))
def test_the_way_of_hose_is_that_of_polygons(u: float, v: float, turns: int) -> None:
    """Source: shapely: the straight strip and the fan as polygons against the other thing's box."""
    one = rig(put("reel", "r", 3.9 if turns == 2 else 1.4, 0.0, turns), block("b", 10.0, u, v, 0.3))
    frames = Frames(one)
    room = solids(one, frames)
    box = shapely.box(room["b"].x0, room["b"].y0, room["b"].x1, room["b"].y1)
    (way,) = ways(one.item("r"), frames.items["r"], one.trailer)  # type: ignore[arg-type]
    fan = shapely.Polygon(way.corners())
    strip = shapely.box(way.strip[0], way.strip[1], way.strip[3], way.strip[4])
    own = shapely.box(room["r"].x0, room["r"].y0, room["r"].x1, room["r"].y1)
    if own.distance(box) < 0.01 or not way.strip[2] < room["b"].high:
        return
    told = of(solve(one), "pull-off")
    if strip.intersection(box).area > 1e-4:
        assert told and told[0].status == "over"
    elif fan.intersection(box).area > 1e-4:
        assert told and told[0].status == "tight"
    elif fan.distance(box) > 0.002:
        assert not told


def test_one_comes_in_through_the_doors_that_are_free() -> None:
    """By hand: two doors; a chest right behind the side door leaves only the ramp."""
    for items, doors in (((), ("Side door", "Ramp")), ((block("b", 10.0, 1.1, 0.75, 1.4),), ("Ramp",))):
        one = van(*items)
        assert one.trailer is not None
        assert entrances(walk(one, Frames(one), one.trailer), one.trailer) == doors


def test_hose_leaves_a_closed_body_only_through_a_door() -> None:
    by_the_door = van(put("reel", "r", 1.1, 0.6, 1))
    assert not of(solve(by_the_door), "pull-off")
    against = sentence(of(solve(van(put("reel", "r", 2.6, 0.6, 1))), "pull-off")[0], US)
    assert "right wall" in against
    cures = fixes(solve(van(put("reel", "r", 3.6, 0.0, 1))), of(solve(van(put("reel", "r", 3.6, 0.0, 1))), "pull-off")[0], US)
    assert any("turn r" in f.words for f in cures)


def test_hot_columns_roofs_and_doors_by_hand() -> None:
    shelf = replace(block("s", 5.0, 2.5, 0.0, 0.5), place=Placement(deck="floor", u=2.85, v=0.0, off=1.2))
    hot = put("machine", "m", 2.5, 0.0, exhaust="up")
    assert "is hot" in sentence(of(solve(van(hot, shelf)), "vents")[0], US)
    assert not of(solve(van(hot)), "vents")
    tall = replace(block("t", 5.0, 3.5, 0.0, 0.5), height=Figure(value=1.95))
    (check,) = of(solve(van(tall)), "headroom")
    assert check.load == pytest.approx(0.05)
    outside = Deck(id="step", name="Step", on="t", origin=(0.8, 1.1, 0.6), outline=((0, 0), (0.5, 0), (0.5, 0.5), (0, 0.5)))
    base = replace(trailer(), body=BOX)
    one = rig(
        replace(block("o", 5.0, 0.25, 0.25, 0.3), place=Placement(deck="step", u=0.25, v=0.25)),
        trailer=replace(base, decks=(*base.decks, outside)),
    )
    assert "side door opens" in sentence(of(solve(one), "headroom")[0], US)


def on_door(depth_of_rack: float, inside: float) -> Rig:
    """Something on the side door, and something inside beside it."""
    near = block("near", 10.0, inside, 0.75, 0.4)
    one = van(replace(near, place=replace(near.place, off=0.7)))
    assert one.trailer is not None
    deck = next(d for d in possible(one.trailer) if "side door" in d.name.lower())
    one = with_surface(one, one.trailer, deck)
    thing = replace(block("rack", 8.0, 0.0, 0.0, 0.4), height=Figure(value=depth_of_rack))
    return replace(one, items=(*one.items, replace(thing, place=replace(hung(thing, deck), face="bottom", turns=0))))


def test_a_door_is_tried_with_what_hangs_on_it_and_weighs_where_it_is() -> None:
    """By shapely: the corners of the rack turned about the hinge at the door's front edge; mass by hand."""
    assert not of(solve(on_door(0.1, 3.0)), "door load")
    bad = on_door(0.6, 1.65)
    found = of(solve(bad), "door load")
    assert found
    deck = next(d for d in bad.decks if d.hinge is not None)
    assert deck.hinge is not None and deck.hinge.at[:2] == (0.6, 1.0)
    rack = solids(bad, Frames(bad))["rack"]
    near = solids(bad, Frames(bad))["near"]
    shape, other = shapely.box(rack.x0, rack.y0, rack.x1, rack.y1), shapely.box(near.x0, near.y0, near.x1, near.y1)
    hits = [
        shapely.affinity.rotate(shape, a * deck.hinge.open / 60, origin=deck.hinge.at[:2]).intersection(other).area > 1e-4
        for a in range(61)
    ]
    assert any(hits)
    good = on_door(0.1, 3.0)
    opened = replace(good, states=(*good.states, State(id="open", name="Door open", road=False, open=(deck.id,))))
    solved = solve(opened)
    assert solved.loads is not None
    y = [float(solved.loads.table.base[s] @ np.eye(solved.loads.columns.size)[2]) for s in (0, 1)]
    closed_y = 1.0 - 0.05 / 1.0 * 0 - 0.2  # centre of a block 0.4 m cube on the inner face of the wall
    assert y[0] - 10.0 * 0.75 == pytest.approx(8.0 * closed_y, abs=8 * 0.16)
    assert y[1] > y[0] + 8.0 * 0.1


def test_an_engine_on_a_dovetail_leans_and_a_leveling_stand_cures_it() -> None:
    angle = np.arctan2(0.18, 1.2)
    tail = Deck(id="tail", name="Dovetail", kind="dovetail", on="t", origin=(5, 0, 0.6), u=(float(np.cos(angle)), 0.0, -float(np.sin(angle))), outline=((0, -1), (1.3, -1), (1.3, 1), (0, 1)))  # fmt: skip
    base = trailer((3.5, 4.3))
    one = rig(
        block("front", 300.0, 0.6), put("machine", "m", 0.6, 0.0, deck="tail"), trailer=replace(base, decks=(*base.decks, tail))
    )
    solved = solve(one)
    (check,) = of(solved, "level")
    assert solved.loads is not None and check.status == "over"
    (fix,) = (f for f in fixes(solved, check, US) if f.kind == "level")
    after = solve(fix.rig)
    assert after.frames.items["m"].level and not of(after, "level")
    stand = next(i for i in fix.rig.items if i.kind == "stand")
    assert stand.height.value - 0.03 == pytest.approx(stand.length.value * np.tan(angle), rel=1e-2)
    gross = solved.check("gross")
    assert gross is not None and gross.load is not None
    ratings = replace(base.ratings, gross=plate(gross.load + 1.0))
    near = solve(replace(one, trailer=replace(one.carriers[0], ratings=ratings)))  # the stand itself is then too much
    (stand_all_the_same,) = (f for f in fixes(near, of(near, "level")[0], US) if f.kind == "level")
    assert "its weight makes this worse: " in stand_all_the_same.words


@given(st.floats(-0.8, 0.8), st.floats(0.02, 0.5), st.floats(50, 400), st.floats(0.3, 0.9))
def test_forks_carry_what_a_frame_carries(u: float, v: float, mass: float, apart: float) -> None:
    """Source: PyNite, a beam across both forks; the capacity beyond the load centre by hand."""
    skid = made("skid", "s", "Skid", {"apart": Figure(value=apart)})
    skid = replace(skid, place=Placement(deck="floor", u=2.5, v=0.0))
    load = replace(block("b", mass, u, v, 0.2), place=Placement(deck=skid.decks[0].id, u=u, v=v))
    one = rig(skid, load)
    (both,) = lifted(one, Frames(one))
    found = both.now
    beam = Beam()
    nodes = beam.run("f", sorted({-2.0, -apart / 2, 0.0, apart / 2, 2.0, round(v, 9) + 1e-7}))
    stations = sorted({-2.0, -apart / 2, 0.0, apart / 2, 2.0, round(v, 9) + 1e-7})
    for at, m in ((0.0, skid.mass.value), (round(v, 9) + 1e-7, mass)):
        beam.load(nodes[stations.index(at)], m)
    left, right = nodes[stations.index(-apart / 2)], nodes[stations.index(apart / 2)]
    beam.hold(left, along=True)
    beam.hold(right)
    beam.solve()
    assert found.fork_loads(apart) == pytest.approx((beam.reaction(left), beam.reaction(right)), rel=1e-4, abs=1e-3)
    x = (mass * u) / (mass + skid.mass.value)
    assert found.out == pytest.approx(skid.length.value / 2 - x, abs=1e-6)
    lifter = Forklift(rated=plate(1500.0), centre=0.5)
    assert capacity(lifter, found.out) == pytest.approx(1500.0 * min(1.0, 0.5 / found.out))


def test_a_skid_is_told_drained_full_and_between_the_wells() -> None:
    skid = replace(made("skid", "s", "Skid"), place=Placement(deck="floor", u=2.0, v=0.0))
    water = replace(tank("w", 300.0, 0.0), place=Placement(deck=skid.decks[0].id, u=-0.3, v=0.0))
    lifted = State(id="up", name="Lifted full", condition="lifted", road=False)
    one = rig(skid, water, states=(lifted,), forklift=Forklift(rated=plate(300.0), centre=0.5))
    ids = {c.id: c for c in solve(one).checks}
    assert ids["forks:s:drained"].status == "ok" and ids["forks:s:up"].status == "over"
    assert ids["forks:s:up"].load == pytest.approx(skid.mass.value + 20 + 0.3 * 998.2, rel=1e-4)
    unknown = solve(replace(one, forklift=Forklift()))
    assert unknown.check("forks:s:drained").status == "unknown"  # type: ignore[union-attr]
    assert ids["slide:s"].status == "ok"
    behind = with_item(one, replace(skid, place=replace(skid.place, u=1.0)))
    met = solve(replace(behind, items=(*behind.items, block("b", 5.0, 4.0))))
    assert "does not slide in from behind past b" in sentence(met.check("slide:s"), US)  # type: ignore[arg-type]


@given(st.floats(0.0, 1.0), st.floats(0.2, 0.9))
def test_joined_tanks_are_the_one_tank_that_has_both_floors(low: float, width: float) -> None:
    """Source: the same rig with one tank of both volumes, its mass points where both are, at the same fills."""
    first = tank("a", 100.0, 1.0, -0.5, size=0.4)
    second = tank("b", 200.0, 3.0, 0.6, size=0.4)
    one = joined_tanks(rig(first, second), ("a/tank", "b/tank"))
    pipe = replace(one.plumbing.lines[0], length=0.0)  # which weighs nothing
    one = replace(one, plumbing=replace(one.plumbing, lines=(pipe,)))
    one = set_fill(one, "road", "b/tank", FillRange(low=low, high=1.0))
    solved = solve(one)
    assert solved.loads is not None and len(solved.loads.table.tanks) == 1
    values = []
    for fill in (low, 1.0):
        exact = rig(
            first,
            second,
            states=(State(id="road", name="x", fills={t: FillRange(low=fill, high=fill) for t in ("a/tank", "b/tank")}),),
        )
        values.append(solve(exact).loads)
    for m, limit in enumerate(solved.loads.limits):
        both = [float(v.greatest.value[0, m]) for v in values if v is not None]
        assert float(solved.loads.greatest.value[0, m]) == pytest.approx(max(both), rel=1e-9), limit.id
    assert {s.fills[t].low for s in one.states for t in ("a/tank", "b/tank")} == {low}


@given(st.floats(0.0, 0.7), st.floats(0.3, 1.1), st.floats(0.0, 0.4), st.floats(0.6, 1.0))
def test_joined_tanks_of_different_heights_follow_one_surface(raised: float, tall: float, low: float, high: float) -> None:
    """Brute force: the common level is swept in fine steps, both tanks filled to it, and the rig solved at those fills."""
    assume(raised > 0.01 or abs(tall - 0.8) > 0.01)  # else they are of one height
    a, b = tank("a", 400.0, 1.0, size=0.8), tank("b", 250.0, 4.0, size=0.8)
    b = replace(b, place=replace(b.place, off=raised), parts=(replace(b.tanks[0], height=tall),))
    one = joined_tanks(rig(a, b), ("a/tank", "b/tank"))
    one = set_fill(one, "road", "a/tank", FillRange(low=low, high=high))
    loads = solve(one).loads
    assert loads is not None and len(loads.table.groups) == 1
    floors, heights, whole = (0.0, raised), (0.8, tall), np.array([0.4, 0.25])
    levels = np.linspace(0, raised + tall + 0.8, 4000)[:, None]
    fills = np.clip((levels - np.array(floors)) / np.array(heights), 0.0, 1.0)
    share = fills @ whole / whole.sum()
    moments = loads.table.base[0] + fills[(share >= low - 1e-9) & (share <= high + 1e-9)] @ loads.table.tank_moments
    for m, limit in enumerate(loads.limits):
        below = moments @ loads.den[m] if loads.den[m].any() else 1.0
        values = moments @ loads.num[m] / below
        size = 0.02 * max(1e-9, abs(values.max() - values.min())) + 1e-6 * abs(values).max() + 1e-9
        top, bottom = float(loads.greatest.value[0, m]), float(loads.least.value[0, m])
        assert top >= values.max() - 1e-9 * abs(top) and bottom <= values.min() + 1e-9 * abs(bottom), limit.id
        assert top <= values.max() + 3 * size and bottom >= values.min() - 3 * size, limit.id
    at = loads.greatest.fills[0, 0]
    surface = [f + h * x for f, h, x in zip(floors, heights, at, strict=True) if 1e-9 < x < 1 - 1e-9]
    assert len(surface) < 2 or surface[0] == pytest.approx(surface[1], abs=1e-6)


def test_joined_tanks_whose_surface_cannot_be_followed_are_said_to_be_unsolved() -> None:
    """Two lying tanks of different heights: their common surface is no straight line."""
    a, b = tank("a", 200.0, 1.0, shape="lying cylinder"), tank("b", 300.0, 3.0, shape="lying cylinder", size=0.6)
    solved = solve(joined_tanks(rig(a, b), ("a/tank", "b/tank")))
    assert solved.loads is None and "joined but lying or coned" in solved.why


def test_lining_up_spreading_mirroring_and_rows_by_hand() -> None:
    solved = solve(rig(block("a", 10, 1.0, -0.5), block("b", 10, 2.1, 0.1), block("c", 10, 4.0, 0.3)))
    lined = aligned(solved, ("a", "b", "c"), "left")
    assert {round(i.place.v, 9) for i in lined.items} == {-0.5}
    even = distributed(solved, ("a", "b", "c"), 0)
    assert even.item("b").place.u == pytest.approx(2.5)
    assert mirrored(solved, ("a",)).item("a").place.v == 0.5
    turned = with_item(solved.rig, replace(solved.rig.item("a"), place=replace(solved.rig.item("a").place, turns=1)))
    assert mirrored(solve(turned), ("a",)).item("a").place.turns == 3
    four, copies = row(solved.rig, "c", 3, 0.1, iter("xyz").__next__ and (lambda _, n=iter(range(9)): f"n{next(n)}"))
    assert [round(four.item(i).place.u, 6) for i in copies] == [4.5, 5.0]
    assert length_free(solved, "t") == pytest.approx((2.3, 3.8))
    grouped = replace(solved.rig, items=tuple(replace(i, group="g") if i.id != "c" else i for i in solved.rig.items))
    moved = shifted(solve(grouped), ("a",), (0.5, 0.0, 0.0))
    assert [i.place.u for i in moved.items] == pytest.approx([1.5, 2.6, 4.0])


def test_a_kept_place_is_defended_and_its_weight_counts_by_the_switch() -> None:
    later = made("kept-place", "later", "Compressor, later", {"mass": Figure(value=120.0)})
    later = replace(later, place=Placement(deck="floor", u=4.0, v=0.0))
    one = rig(later, block("b", 10.0, 4.1, 0.1))
    solved = solve(one)
    assert any("take the same room" in sentence(c, US) for c in of(solved, "overlap"))
    counted = solve(replace(one, later_counted=True))
    assert counted.check("gross").load == pytest.approx(solved.check("gross").load + 120.0)  # type: ignore[union-attr,operator]


def test_a_group_has_a_safe_floor_in_which_all_of_it_stays() -> None:
    one = rig(block("a", 50, 1.0, 0.0), block("b", 50, 2.0, 0.5))
    solved = solve(one)
    floor = safe_floor(solved, "a", ("b",))
    for x, y in floor.polygon:
        moved = solve(shifted(solved, ("a", "b"), (x - 1.0, y, 0.0)))
        assert not of(moved, "off deck") and all(
            c.status != "over" for c in moved.checks if c.margin is not None and c.margin < -1e-6
        )


@given(st.floats(0, 1), st.floats(0, 1), st.floats(0.06, 0.3), st.floats(40.0, 300.0))
@example(0.0, 0.5, 0.25, 67.0)  # half over the floor that the tail runs on into
def test_the_safe_floor_of_a_slope_is_where_the_solver_says_ok(s: float, t: float, drop: float, mass: float) -> None:
    """Points of the plan that floor and solver must judge alike; what is in the way by brute force of the overlap check."""
    tail = Deck(id="tail", name="Dovetail", kind="dovetail", on="t", origin=(5, 0, 0.6), u=(float(np.cos(drop)), 0.0, -float(np.sin(drop))), outline=((0, -1), (1.5, -1), (1.5, 1), (0, 1)))  # fmt: skip
    base = trailer((3.5, 4.3))
    own = replace(block("a", mass, 0.0, size=0.3), place=Placement(deck="tail", u=0.7, v=0.0, turns=1))
    other = replace(block("b", 20.0, 0.0, size=0.3), place=Placement(deck="tail", u=1.2, v=0.6))
    front = block("front", 500.0, 2.55)
    solved = solve(rig(front, own, other, trailer=replace(base, decks=(*base.decks, tail))))
    floor = safe_floor(solved, "a")
    x0, y0 = middle_of(solved, "a")
    x, y = 5.0 + s * 1.5 * float(np.cos(drop)), -1.0 + 2.0 * t
    moved = solve(shifted(solved, ("a",), (x - x0, y - y0, 0.0)))
    assert middle_of(moved, "a") == pytest.approx((x, y))
    assert moved.loads is not None
    limits = {m.id for m in moved.loads.limits}
    fits = not of(moved, "off deck") and all(c.status != "over" for c in moved.checks if c.id in limits)
    edge = shapely.Polygon(floor.polygon).exterior.distance(shapely.Point(x, y)) if floor.polygon else 1.0
    if edge > 2e-3:
        assert floor.allows(x, y) == fits
    if floor.polygon and any(c.status == "over" for c in of(moved, "overlap")):
        assert any(shapely.Polygon(b).buffer(2e-3).contains(shapely.Point(x, y)) for b in floor.blocked)


def test_walls_and_doors_carry_things_at_their_true_place() -> None:
    one = van()
    assert one.trailer is not None
    wall = next(d for d in possible(one.trailer) if d.name == "Left wall")
    one = with_surface(one, one.trailer, wall)
    box = replace(block("w", 5.0, 0.0), height=Figure(value=0.2))
    one = replace(one, items=(replace(box, place=replace(hung(box, wall), face="bottom", turns=0)),))
    s = solids(one, Frames(one))["w"]
    assert (s.y0, s.y1) == pytest.approx((-1.0, -0.8)) and s.low == pytest.approx(0.6 + 0.95 - 0.2)
    assert not isinstance(one.trailer, Vehicle)
    assert not of(solve(one), "off deck") and Neighbors(one, Frames(one), one.trailer).items == 1
