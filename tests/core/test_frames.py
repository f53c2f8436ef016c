"""Frames and plan geometry against SciPy's rotations and hulls and Shapely's polygons."""

from itertools import product

import numpy as np
import pytest
import shapely
from hypothesis import given
from hypothesis import strategies as st
from msgspec.structs import replace
from scipy.spatial import ConvexHull
from scipy.spatial.transform import Rotation

from frelt.core.base.value import FreltError
from frelt.core.geometry.frames import FACES, TURNS, Frames, deck_frame, placed
from frelt.core.model.carrier import Deck
from frelt.core.model.item import Face, Placement
from frelt.core.placing.distances import facings, snapped, with_distance
from frelt.core.placing.room import blocked_room
from frelt.core.solve import solve
from frelt.core.space.solids import hull, solids
from frelt.core.statics.half_planes import HalfPlanes, clip_all
from frelt.core.statics.worst import extreme, spread
from tests.conftest import block, demo, rig, tank, trailer

coordinate = st.floats(-3, 3)


@pytest.mark.parametrize("turns", [0, 1, 2, 3])
def test_quarter_turns_are_rotations_about_the_vertical(turns: int) -> None:
    """Source: SciPy Rotation."""
    assert np.allclose(TURNS[turns], Rotation.from_euler("z", 90 * turns, degrees=True).as_matrix())


@pytest.mark.parametrize(
    ("face", "axis", "degrees"),
    [("top", "x", 180), ("front", "y", -90), ("back", "y", 90), ("left", "x", 90), ("right", "x", -90)],
)
def test_faces_turn_their_side_down(face: Face, axis: str, degrees: float) -> None:
    """Source: SciPy Rotation; front is the low-x side, left the low-y side."""
    assert np.allclose(FACES[face], Rotation.from_euler(axis, degrees, degrees=True).as_matrix(), atol=1e-12)


@given(st.sampled_from(list(FACES)), st.integers(0, 3), coordinate, coordinate, st.floats(0, 1))
def test_whatever_face_is_down_the_item_stands_on_its_deck_about_its_place(
    face: Face, turns: int, u: float, v: float, off: float
) -> None:
    """Every corner of the box is above the deck, some of them on it, and the box's middle stands over (u, v)."""
    item = replace(
        block("a", 1.0, 0.0),
        length=block("a", 1, 0).length,
        width=replace(block("a", 1, 0).width, value=0.7),
        height=replace(block("a", 1, 0).height, value=1.3),
    )
    frame = placed(item, Placement(deck="floor", u=u, v=v, off=off, turns=turns, face=face))
    corners = np.array([frame.point(c) for c in product((-0.2, 0.2), (-0.35, 0.35), (0.0, 1.3))])
    assert corners[:, 2].min() == pytest.approx(off, abs=1e-9)
    middle = (corners.max(axis=0) + corners.min(axis=0)) / 2
    assert middle[:2] == pytest.approx([u, v], abs=1e-9)
    assert np.linalg.det(np.array(frame.turn)) == pytest.approx(1.0)


def test_a_dovetail_tilts_what_stands_on_it() -> None:
    """Source: SciPy Rotation of 12 degrees about y, placed at the end of the floor."""
    turn = Rotation.from_euler("y", 12, degrees=True).as_matrix()
    u, v = turn @ [1, 0, 0], turn @ [0, 1, 0]
    tail = Deck(
        id="tail",
        name="Dovetail",
        kind="dovetail",
        on="t",
        origin=(4.0, 0.0, 0.6),
        u=tuple(u),
        v=tuple(v),
        outline=((0, -1), (1, -1), (1, 1), (0, 1)),
    )
    base = trailer()
    one = rig(
        replace(block("a", 100.0, 0.5), place=Placement(deck="tail", u=0.5, v=0.1)),
        trailer=replace(base, decks=(*base.decks, tail)),
    )
    frame = Frames(one).items["a"]
    wanted = np.array([4.0, 0.0, 0.6]) + turn @ [0.5, 0.1, 0.0]
    assert frame.at == pytest.approx(wanted)
    assert np.allclose(deck_frame(tail).turn, turn)
    assert not frame.level and not frame.upright
    room = solids(one, Frames(one))["a"]
    assert room.high - room.low > 0.4  # the hull of a tilted box is taller than the box
    leaning = replace(tank("w", 50, 0.5), place=Placement(deck="tail", u=0.5, v=0.0))
    assert solve(replace(one, items=(leaning,))).loads is not None
    lying = replace(leaning, place=replace(leaning.place, face="front"))
    assert "slope" in solve(replace(one, items=(lying,))).why


def test_decks_in_a_ring_or_missing_are_named() -> None:
    with pytest.raises(FreltError, match="“a” stands on deck nowhere"):
        Frames(rig(replace(block("a", 1.0, 0.0), place=Placement(deck="nowhere", u=0, v=0))))


@given(st.lists(st.tuples(coordinate, coordinate), min_size=4, max_size=24, unique=True))
def test_the_hull_is_that_of_scipy(points: list[tuple[float, float]]) -> None:
    ours = shapely.Polygon(hull(points)) if len(hull(points)) > 2 else None
    if ours is None or ours.area < 1e-6:
        return
    assert ours.area == pytest.approx(ConvexHull(np.array(points)).volume, rel=1e-6)


@given(st.lists(st.tuples(coordinate, coordinate, st.floats(-1, 2)), min_size=1, max_size=12))
def test_clipping_by_half_planes_is_shapelys_intersection(planes: list[tuple[float, float, float]]) -> None:
    """Source: Shapely, intersection with each half-plane as a large polygon."""
    kept = [p for p in planes if abs(p[0]) + abs(p[1]) > 0.05]
    square = [(-2.0, -1.0), (2.0, -1.0), (2.0, 1.0), (-2.0, 1.0)]
    wanted = shapely.Polygon(square)
    for a, b, r in kept:
        n = np.array([a, b]) / np.hypot(a, b)
        foot, along = n * r / np.hypot(a, b), np.array([-n[1], n[0]]) * 100
        wanted = wanted.intersection(
            shapely.Polygon([foot + along, foot - along, foot - along - n * 100, foot + along - n * 100])
        )
    arrays = [np.array([p[i] for p in kept], dtype=float) for i in range(3)]
    zeros = np.zeros(len(kept), dtype=np.intp)
    ours = clip_all(square, HalfPlanes(*arrays, zeros, zeros))
    found = shapely.Polygon(ours).area if len(ours) > 2 else 0.0
    assert found == pytest.approx(wanted.area, abs=1e-6)


@given(st.floats(0.2, 4.8), st.floats(-0.8, 0.8), st.floats(0.2, 4.8), st.floats(-0.8, 0.8))
def test_blocked_room_is_where_outlines_would_meet(u: float, v: float, at: float, across: float) -> None:
    """Source: Shapely, whether the moved outline's inside meets the other's."""
    one = rig(block("mine", 10.0, u, v), tank("round", 50.0, at, across, "upright cylinder"))
    room = solids(one, Frames(one))
    (blocked,) = blocked_room(room["mine"], (u, v), [room["round"]])
    for dx, dy in ((0.0, 0.0), (0.35, 0.1), (-0.2, 0.33)):
        moved = shapely.Polygon([(x + dx, y + dy) for x, y in room["mine"].corners])
        other = shapely.Polygon(room["round"].corners)
        inside = shapely.Polygon(blocked).contains(shapely.Point(u + dx, v + dy))
        gap = moved.intersection(other).area
        if gap > 1e-6 or moved.distance(other) > 1e-6:
            assert inside == (gap > 1e-6)


def test_tape_readings_and_how_they_come_true() -> None:
    """By hand: 0.4 m blocks at 1.0 and 3.0 stand 1.6 m apart; asked for 0.5 m, the first stands at 2.1."""
    solved = solve(rig(block("a", 10.0, 1.0), block("b", 10.0, 3.0)))
    found = {f.side: f for f in facings(solved, "a")}
    assert (found["back"].to, found["back"].distance) == ("b", pytest.approx(1.6))
    assert (found["front"].to, found["front"].distance) == ("", pytest.approx(0.8))
    assert (found["right"].distance, found["left"].distance) == (pytest.approx(0.8), pytest.approx(0.8))
    assert with_distance(solved, "a", found["back"], 0.5).item("a").place.u == pytest.approx(2.1)
    assert with_distance(solved, "a", found["right"], 0.1).item("a").place.v == pytest.approx(0.7)


def test_snapping_takes_the_nearest_of_wall_centre_line_and_neighbour() -> None:
    solved = solve(rig(block("a", 10.0, 1.0, 0.31), block("b", 10.0, 2.0, 0.3)))
    own, alone = solids(solved.rig, solved.frames)["a"], frozenset({"a"})
    assert snapped(solved, own, (0.59, 0.0, 0.0), 0.03, alone)[0] == pytest.approx(0.6)  # up to the neighbour
    assert snapped(solved, own, (0.0, -0.29, 0.0), 0.03, alone)[1] == pytest.approx(-0.31)  # onto the centre line
    assert snapped(solved, own, (-0.79, 0.0, 0.0), 0.03, alone)[0] == pytest.approx(-0.8)  # against the front wall
    assert snapped(solved, own, (0.21, 0.123, 0.0), 0.01, alone) == (0.21, 0.123, 0.0)


def test_spreads_are_what_random_errors_come_to() -> None:
    """Source: Monte Carlo; errors of one origin are drawn once, normal, ± being 1.96 standard deviations."""
    loads = solve(demo("barn-wash").rigs[0]).loads
    assert loads is not None
    table, sources = loads.table, loads.table.sources
    rng = np.random.default_rng(1)
    state = 2  # between jobs
    rows = [i for i, m in enumerate(loads.limits) if m.id in ("tongue-share", "coupler:tongue", "side", "gross", "axle:axle-1")]
    at = extreme(table, loads.num, loads.den, +1)
    spreads = spread(table, loads.num, loads.den, at)[state]
    errors = rng.standard_normal((40_000, len(sources.dry_of))) / 1.96
    alone = rng.standard_normal((40_000, len(sources.alone))) / 1.96 * table.present[state, sources.alone_row]
    for m in rows:
        fills = at.fills[state, m]
        dry = (errors @ sources.dry_of * table.present[state, sources.dry_row]) @ sources.dry
        wet = (errors @ sources.wet_of.T * fills[sources.wet_tank]) @ sources.wet
        exact = table.base[state] + fills @ table.tank_moments
        moments = exact + dry + wet + alone @ sources.alone
        below = moments @ loads.den[m] if loads.den[m].any() else 1.0
        values = moments @ loads.num[m] / below
        half = np.quantile(np.abs(values - np.median(values)), 0.95)
        assert spreads[m] == pytest.approx(half, rel=0.04), loads.limits[m].id
