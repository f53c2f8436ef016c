"""What covers decks and walls, what is allowed for, what nobody counted, and roofs that are lower at their edges."""

import numpy as np
import pytest
import shapely
from hypothesis import given
from hypothesis import strategies as st
from msgspec.structs import replace

from frelt.app import stock
from frelt.app.library import Library
from frelt.app.session import new_id
from frelt.core.base.figure import Figure, plate
from frelt.core.base.kept import Kept
from frelt.core.base.value import BadInput
from frelt.core.checks.headroom import inside_height
from frelt.core.edit.carriers import with_carrier
from frelt.core.edit.copies import copy_rig
from frelt.core.edit.removal import remove
from frelt.core.geometry.polygon import area, centroid
from frelt.core.kind.make import made
from frelt.core.masses.fit_out import COVERS, EACH, placed_fit_out
from frelt.core.masses.weigh import weigh
from frelt.core.model.carrier import Body, Vehicle
from frelt.core.model.fit_out import FitOut
from frelt.core.model.integrity import check_rig
from frelt.core.model.item import Placement
from frelt.core.model.rig import Rig
from frelt.core.model.state import State
from frelt.core.placing.put_on import put_on
from frelt.core.planning.new_rig import new_rig
from frelt.core.planning.uncounted import uncounted, waved, with_missing
from frelt.core.solve import solve
from tests.conftest import block, demo, rig, trailer

KNOWN = {e.item.id: e.item for e in stock.equipment()}


@given(st.lists(st.tuples(st.floats(-2, 2), st.floats(-2, 2)), min_size=3, max_size=3, unique=True))
def test_area_and_centroid_are_those_of_shapely(corners: list[tuple[float, float]]) -> None:
    polygon = shapely.Polygon(corners)
    assert area(tuple(corners)) == pytest.approx(polygon.area, abs=1e-9)
    if polygon.area > 1e-3:
        assert centroid(tuple(corners)) == pytest.approx((polygon.centroid.x, polygon.centroid.y), abs=1e-6)


def test_a_cover_loads_the_supports_as_a_block_of_its_weight_would() -> None:
    """By statics: the deck of 5 by 2 m, 18 mm of 600 kg/m³ is 108 kg at 2.5 m; T = M (3 - 2.5) / (3 + 1)."""
    bare, cover = rig(), FitOut(id="f", what="plywood", deck="floor", thickness=0.018)
    with_cover = replace(bare, fit_out=(cover,))
    figure = next(placed_fit_out(with_cover, solve(with_cover).frames)).mass
    assert figure.value == pytest.approx(108.0) and figure.plus_minus == pytest.approx(108.0 * COVERS["plywood"].spread)
    loads = {r.id: r.load for r in solve(with_cover).checks if r.load is not None}
    before = {r.id: r.load for r in solve(bare).checks if r.load is not None}
    same = {r.id: r.load for r in solve(rig(block("b", 108.0, 2.5))).checks if r.load is not None}
    assert loads["coupler:tongue"] == pytest.approx(before["coupler:tongue"] + 108.0 * 0.5 / 4.0) == same["coupler:tongue"]  # type: ignore[operator]
    weighed = replace(cover, mass=Figure(value=90.0, source="weighed"))
    assert next(placed_fit_out(replace(bare, fit_out=(weighed,)), solve(bare).frames)).mass.value == 90.0
    half = replace(cover, area=5.0)
    assert next(placed_fit_out(replace(bare, fit_out=(half,)), solve(bare).frames)).mass.value == pytest.approx(54.0)


def test_allowances_count_what_is_mounted_where_it_stands() -> None:
    machine = replace(made("machine", "m", "m"), place=Placement(deck="floor", u=1.0, v=0.5))
    one = rig(machine, block("a", 10.0, 3.0), block("held", 10.0, 4.0, held_mass=Figure(value=3.0)))
    one = replace(one, fit_out=(FitOut(id="b", what="brackets", deck="floor"),))
    placed = next(placed_fit_out(one, solve(one).frames))
    assert placed.mass.value == pytest.approx(2 * EACH["brackets"][0])  # what holds the third was weighed
    assert placed.at[:2] == pytest.approx((2.0, 0.25))


def test_fit_out_of_a_vehicle_is_payload_and_not_the_vehicle() -> None:
    chosen = next(c for c in stock.classes() if isinstance(c.carrier, Vehicle))
    bare = new_rig(chosen, "New", new_id)
    assert bare.vehicle is not None
    bare = with_carrier(bare, replace(bare.vehicle, ratings=replace(bare.vehicle.ratings, payload=plate(900.0))))
    assert bare.vehicle is not None
    deck = bare.vehicle.main_deck.id
    steel = FitOut(id="f", what="steel plate", deck=deck, thickness=0.003)
    payload = [c.load for one in (bare, replace(bare, fit_out=(steel,))) for c in solve(one).checks if c.id.endswith("payload")]
    expected = shapely.Polygon(bare.vehicle.main_deck.outline).area * 0.003 * 7850
    assert len(payload) == 2 and payload[1] == pytest.approx((payload[0] or 0.0) + expected)


def test_fit_out_names_its_deck_and_follows_copies_and_removals() -> None:
    skid = replace(made("skid", "s", "Skid"), place=Placement(deck="floor", u=2.0, v=0.0))
    cover = FitOut(id="f", what="rubber mat", deck=skid.decks[0].id, thickness=0.01)
    one = replace(rig(skid), fit_out=(cover,))
    check_rig(one)
    ids = iter(range(100))
    twin = copy_rig(one, lambda what: f"{what}-{next(ids)}", "Twin")
    check_rig(twin)
    assert twin.fit_out[0].deck == twin.items[0].decks[0].id != cover.deck
    assert remove(one, "s").fit_out == ()
    with pytest.raises(BadInput, match=r"fit_out\[0\].deck"):
        check_rig(replace(one, fit_out=(replace(cover, deck="gone"),)))


def test_counting_everything_adds_what_was_said_and_leaves_nothing() -> None:
    """Each entry counted adds its mass to the laden rig, to the gram; the list ends."""
    document = demo("hull-rinse")
    one = document.rigs[0]
    ids = iter(range(1000))
    listed = uncounted(one, solve(one).frames, KNOWN)
    assert len(listed) > 10 and [m.mass.value for m in listed] == sorted((m.mass.value for m in listed), reverse=True)
    kept, library = Kept(), Library()
    now = solve(one, kept)
    for _ in range(60):
        left = uncounted(one, now.frames, KNOWN)
        if not left:
            break
        chosen = left[0]
        if chosen.how == "catalog":
            entry = library.entry(chosen.what)
            assert entry is not None
            more, item = put_on(one, entry, new_id)
            assert weigh(item, 1.0).value == pytest.approx(chosen.mass.value)
        else:
            more = with_missing(one, chosen, lambda what: f"{what}-{next(ids)}")
        then = solve(more, kept)
        fitted = [sum(a.mass.value for a in placed_fit_out(s.rig, s.frames)) for s in (now, then)]
        extra = fitted[1] - fitted[0]  # an allowance counts the new thing, too
        gross, before = (next(c.load for c in s.checks if c.id == "gross") for s in (then, now))
        own = 0.0 if chosen.how == "fit-out" else chosen.mass.value
        assert before is not None and gross == pytest.approx(before + own + extra, abs=2e-3), chosen.name
        one, now = more, then
    assert not uncounted(one, now.frames, KNOWN)


def test_what_is_waved_off_stays_away_and_a_second_operator_is_asked_for() -> None:
    one = demo("shelter-round").rigs[0]
    assert one.vehicle is not None
    alone = replace(one, states=tuple(replace(s, people=()) for s in one.states))
    listed = uncounted(alone, solve(alone).frames, KNOWN)
    person = next(m for m in listed if m.how == "person")
    asked = waved(alone, person.id)
    assert all(m.id != person.id for m in uncounted(asked, solve(asked).frames, KNOWN))
    added = with_missing(alone, person, lambda what: f"{what}-new")
    assert all(len(s.people) == (1 if s.road else 0) for s in added.states)
    dry = replace(alone, items=tuple(replace(i, parts=tuple(_dry(p) for p in i.parts)) for i in alone.items))
    hoses = [m for m in uncounted(dry, solve(dry).frames, KNOWN) if m.how == "hose"]
    assert hoses
    wet = with_missing(dry, hoses[0], str)
    assert [m.id for m in uncounted(wet, solve(wet).frames, KNOWN) if m.how == "hose"] == [m.id for m in hoses[1:]]


def _dry(part: object) -> object:
    return replace(part, holds=None) if hasattr(part, "holds") and hasattr(part, "bore") else part


@given(st.floats(0.3, 4.7), st.floats(-0.7, 0.7), st.floats(0.0, 0.5), st.floats(0.0, 0.4))
def test_headroom_is_the_lowest_roof_over_a_fine_raster(u: float, v: float, front: float, sides: float) -> None:
    body = Body(kind="enclosed", wall=1.9, lower_front=front, lower_sides=sides)
    carrier = replace(trailer(), body=body)
    xs, ys = np.meshgrid(np.linspace(u - 0.2, u + 0.2, 81), np.linspace(v - 0.2, v + 0.2, 81))
    roof = 0.6 + 1.9 - front * (5.0 - xs) / 5.0 - sides * ys**2
    assert inside_height(carrier, u - 0.2, v - 0.2, v + 0.2) == pytest.approx(roof.min(), abs=1e-9)
    low, high = (_tall(carrier, u, v, roof.min() - 0.6 + d) for d in (-0.01, 0.02))
    assert not low and high


def _tall(carrier: object, u: float, v: float, height: float) -> bool:
    tall = replace(block("b", 10.0, u, v), height=Figure(value=height))
    one: Rig = rig(tall, trailer=carrier, states=(State(id="s", name="s"),))
    return any(c.id == "headroom:b" and c.status == "over" for c in solve(one).checks)
