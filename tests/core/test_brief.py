"""From the brief to the list: each step against a sum by hand or a reference library."""

import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec.structs import replace

from frelt.app.session import new_id
from frelt.app.stock import class_of, classes, equipment
from frelt.core.base.figure import Figure, plate
from frelt.core.base.load_index import load_of
from frelt.core.base.units import GALLON, US
from frelt.core.geometry.frames import Frames
from frelt.core.kind.registry import given as given_of
from frelt.core.masses.bare import bare
from frelt.core.masses.nobody_counted import nobody_counted
from frelt.core.model.brief import Brief, Supplied
from frelt.core.model.carrier import Vehicle
from frelt.core.model.integrity import check_rig
from frelt.core.model.rules import RuleSet
from frelt.core.planning.carrier_fit import Load, Piece, beside, least_excess, needs, table, wanted
from frelt.core.planning.equipment import GPM, Worked, worked_out
from frelt.core.planning.list_on_deck import list_on_deck
from frelt.core.planning.loads_of import load_as_built, on_carrier
from frelt.core.planning.new_rig import new_rig, private, with_chassis
from frelt.core.planning.readings import bucket_flow, lever
from frelt.core.solve import solve
from tests.conftest import block
from tests.core.test_packed import packed


def a_load(mass: float, pm: float = 0.0, floor: float = 0.1, longest: float = 0.1, **more: object) -> Load:
    road = Figure(value=mass, plus_minus=pm)
    return Load(road=road, liquids=0.0, footprints=floor, longest=longest, widest=0.1, **more)  # type: ignore[arg-type]


def worked(**answers: object) -> Worked:
    return worked_out(Brief(**answers), equipment(), US)  # type: ignore[arg-type]


def test_a_bucket_and_a_watch_measure_a_tap() -> None:
    """By hand: 5 gal in 40 s is 7.5 gal/min, known to 0.5 s in 40 and 5 % of the mark."""
    tap = bucket_flow(5 * GALLON, 40.0)
    assert tap.value / GPM == pytest.approx(7.5) and tap.plus_minus / tap.value == pytest.approx((0.0125**2 + 0.05**2) ** 0.5)
    with pytest.raises(ValueError, match="no time"):
        bucket_flow(1.0, 0.0)


@given(st.floats(5, 150), st.floats(0.5, 3.0), st.floats(0.2, 3.0))
def test_the_lever_rule_balances_about_the_pivot(reading: float, at: float, wanted_at: float) -> None:
    """Source: equilibrium of moments, any handbook of statics."""
    assert lever(reading, at, wanted_at, 0.0) * wanted_at == pytest.approx(reading * at)


def test_water_follows_the_tap_the_trigger_and_the_refills() -> None:
    """By hand: 8 gal/min, open 60 %, less a tap of 3 ± 1 at its least, for one hour with 15 % to spare."""
    tap = Figure(value=3 * GPM, plus_minus=1 * GPM)
    found = worked(tap=tap)
    assert found.value("net") / GPM == pytest.approx(4.8 - 2.0)
    assert found.value("water") / GALLON == pytest.approx(2.8 * 60 * 1.15)
    strong = worked(tap=Figure(value=9 * GPM))
    assert strong.value("net") == 0 and strong.value("water") / GALLON == pytest.approx(8 * 5)  # five minutes for the float
    both = worked(operators=2, hot=True)
    assert both.value("total") / GPM == pytest.approx(11.0)  # a coil holds each to 5.5


def test_strengths_follow_the_balance_of_chlorine_and_fuel_that_of_heat() -> None:
    """Sources: c1·V1 = c2·V2; heat = ρ·V·c·ΔT with the fluid's own heat capacity (4.18 kJ/kg K, any handbook)."""
    found = worked(school="12 V diaphragm", strength=2.0, stock=12.5)
    assert found.value("sh") * 12.5 == pytest.approx(found.value("mix") * 2.0)
    assert found.value("sh") + found.value("soft-water") == pytest.approx(found.value("mix"))
    hot = worked(hot=True)
    drawn = hot.value("use") * 6 * 3600
    assert hot.value("diesel") * 35.8e9 * 0.82 == pytest.approx(drawn * 998.2 * 4186 * 60)
    assert worked().value("diesel") == 0 and worked().value("sh") == 0


def test_an_overruled_line_is_what_the_next_ones_rest_on() -> None:
    own = worked(overruled={"flow": 4 * GPM})
    line = next(x for x in own.lines if x.key == "flow")
    assert line.overruled and "worked out it would be 8 gal/min" in line.how
    assert own.value("total") / GPM == pytest.approx(4.0) and own.value("water") < worked().value("water")
    assert own.needed[0].entry == "cold-4-direct" and worked().needed[0].entry == "cold-8-belt"


def test_the_list_weighs_what_its_entries_and_liquids_do() -> None:
    found = worked(
        school="engine diaphragm", winter=True, supplied=(Supplied(what="reels", condition="worn", entry="reel-stack-2"),)
    )
    assert found.road.value - found.dry.value > 1000  # mostly water
    names = {n.name: n for n in found.needed}
    assert (
        names["Soft-wash pump, engine diaphragm, 9.6 gal/min"].entry == "pump-engine"
        and names["Antifreeze tank, 20 gal"].road.value > names["Antifreeze tank, 20 gal"].dry.value
    )
    assert next(n for n in found.needed if n.entry == "reel-stack-2").supplied == "worn"
    water = next(n for n in found.needed if n.why == "water to carry")
    carried = found.value("water") + found.value("soft-water")
    assert water.road.value - water.dry.value == pytest.approx(carried * 998.2)
    assert found.dry.plus_minus == pytest.approx(sum(n.dry.plus_minus**2 for n in found.needed) ** 0.5)
    held = list_on_deck(
        new_rig(class_of("deckover-20-tandem"), "r", new_id), class_of("deckover-20-tandem").carrier, (), equipment(), new_id
    )
    assert held.items == ()


def listed(**answers: object) -> list[str]:
    return [n.name for n in worked(**answers).needed]


def test_every_answer_does_something_and_the_list_takes_from_the_catalog() -> None:
    """Findings D8 and F8, each on its own brief; common practice, no source."""
    entries = {e.item.id for e in equipment()}
    for school in ("none", "12 V diaphragm", "engine diaphragm", "air diaphragm", "plain pump"):
        found = worked(school=school, hot=True, operators=2, winter=True, tap=Figure(value=2 * GPM), reach=90, crew=4)
        assert all(n.entry in entries for n in found.needed), [n.name for n in found.needed if n.entry not in entries]
    assert not any("Neutralizer" in n for n in listed(school="12 V diaphragm", soap=0.05))
    two_hot = worked(hot=True, operators=2)
    assert sum(n.count for n in two_hot.needed if n.name.startswith("Battery")) == 1  # their engines charge
    assert not any("Generator" in n for n in listed(school="air diaphragm"))  # an engine drives the compressor
    assert two_hot.value("generator") == 0
    mains = worked_out(Brief(hot=True), tuple(e for e in equipment() if e.item.options.get("burner") != "12 V"), US)
    assert mains.value("generator") == 0 or any("Generator" in n.name for n in mains.needed)
    assert any("supply hose" in n for n in listed(tap=Figure(value=2 * GPM))) and not any("supply" in n for n in listed())
    assert any("Surface cleaner" in n for n in listed()) and not any("Surface cleaner" in n for n in listed(surfaces=("roof",)))
    one = worked(operators=2, surfaces=("roof",)).needed[0]
    assert one.count == 1 and "one machine feeds both guns" in one.why and "2 ×" in one.why
    far = next(n for n in worked(reach=90).needed if "hose for each" in n.why)
    near = next(n for n in worked(reach=30).needed if "hose for each" in n.why)
    items = {e.item.id: e.item for e in equipment()}
    assert given_of(items[far.entry])["hose"] >= 90 * 0.97 > given_of(items[near.entry])["hose"]
    assert worked(crew=6).dry.value > worked(crew=1).dry.value
    water = next(n for n in worked().needed if n.why == "water to carry")
    assert water.count * items[water.entry].tanks[0].capacity.value < 1.35 * worked().value("water")


@pytest.mark.parametrize(
    "name", ["open-14-tandem", "enclosed-6x12-single", "pickup-1-8-dual", "box-14-dual", "gooseneck-20-tandem"]
)
def test_what_axles_still_take_is_where_the_solver_says_they_are_full(name: str) -> None:
    """Source: the solver, held against PyNite elsewhere: the load put at the middle of the deck ± a sixth of its length."""
    choice = class_of(name)
    (row,) = table((choice,), a_load(100.0), 1, US)
    carrier = choice.carrier
    length = carrier.main_deck.outline[1][0]
    bare = new_rig(choice, "r", new_id, RuleSet())
    which = (
        {"trailer": replace(bare.trailer, axles=carrier.axles)}
        if bare.trailer is not None
        else {"vehicle": replace(bare.vehicle, front=carrier.front, rear=carrier.rear)}
    )  # type: ignore[union-attr, type-var]
    bare = replace(bare, items=tuple(replace(i, parts=()) for i in bare.items), **which)
    rooms = []
    for x in (length / 2 - length / 6, length / 2, length / 2 + length / 6):

        def heaviest(mass: float, x: float = x) -> float:
            deck = next(iter(bare.decks)).id
            loaded = replace(
                bare,
                items=(*bare.items, replace(block("load", mass, x), place=replace(block("l", 1, x).place, deck=deck, u=x))),
            )
            checks = [c for c in solve(loaded).checks if c.kind in ("axle", "tire") and c.margin is not None]
            return min(c.margin for c in checks if c.margin is not None)

        low, high = 0.0, 40_000.0
        for _ in range(60):
            mid = (low + high) / 2
            low, high = (mid, high) if heaviest(mid) > 0 else (low, mid)
        rooms.append(low)
    assert row.left("axles").low == pytest.approx(
        min(rooms), rel=0.02, abs=5
    )  # a driver's seat stands where people are reckoned
    assert row.left("axles").high == pytest.approx(max(rooms), rel=0.02, abs=5)


def test_the_table_says_what_rules_each_one_out_and_what_an_unknown_one_needs() -> None:
    load = a_load(1200.0, 60.0, 5.0, 1.5)
    rows = table(classes(), load, 2, US, class_of("pickup-1-8-dual").carrier)  # type: ignore[arg-type]
    assert [r.fits is True for r in rows] == sorted((r.fits is True for r in rows), reverse=True)
    by_id = {r.chassis.id: r for r in rows}
    assert by_id["open-7x18-tandem"].fits and by_id["open-7x18-tandem"].left("tow").known and by_id["open-7x18-tandem"].typical
    assert by_id["van-short"].fits is False and any("payload" in w for w in by_id["van-short"].why)
    assert "floor too small" in by_id["pickup-half-55-crew"].why
    read = replace(
        class_of("van-short").carrier, ratings=replace(class_of("van-short").carrier.ratings, gross=None, payload=None)
    )
    (blind,) = table((replace(class_of("van-short"), carrier=read),), a_load(50.0, 0.0, 0.5, 0.5), 1, US)
    assert blind.fits is None and not blind.left("gross", "payload").known
    assert least_excess(table(classes(), a_load(90_000.0, 0.0, 5.0, 1.5), 2, US)).startswith("Nearest is ")
    words = wanted(load, classes(), US)
    index = int(words.split("tires of load index ")[1].split(";")[0])
    each = load_of(index)
    below = load_of(index - 1)
    assert each is not None and below is not None and each > below
    assert words.startswith("A trailer for this list needs a gross rating of at least ")


def test_a_plate_that_was_read_is_no_longer_typical() -> None:
    read = class_of("open-10-single")
    axles = tuple(replace(a, rating=plate(1580.0), tires=replace(a.tires, rating=plate(800.0))) for a in read.carrier.axles)
    own = replace(read, carrier=replace(read.carrier, axles=axles, ratings=replace(read.carrier.ratings, gross=plate(1350.0))))
    assert not table((own,), a_load(10.0), 1, US)[0].typical


@pytest.mark.parametrize(
    ("vehicle", "trailer"), [("pickup-half-55-crew", "open-14-tandem"), ("pickup-1-8-dual", "enclosed-16-tandem")]
)
@pytest.mark.parametrize("share", [0.10, 0.15])
def test_what_a_vehicle_leaves_a_trailer_is_where_the_solver_says_its_limits_are_full(
    vehicle: str, trailer: str, share: float
) -> None:
    """Source: the solver, held against PyNite elsewhere: a load placed so that the tongue carries a share of the laden trailer."""
    pulls, towed = class_of(vehicle).carrier, class_of(trailer)
    (row,) = table((towed,), a_load(100.0), 2, US, pulls)  # type: ignore[arg-type]
    one = with_chassis(new_rig(class_of(vehicle), "r", new_id, RuleSet(), crew=2), towed, new_id)
    assert one.vehicle is not None and one.trailer is not None and isinstance(pulls, Vehicle)
    ratings = replace(pulls.ratings, ball_tongue=plate(400.0), ball_gross=plate(4000.0))
    one = replace(
        one,
        vehicle=replace(one.vehicle, ratings=ratings, front=pulls.front, rear=pulls.rear),
        items=tuple(replace(i, parts=()) for i in one.items),
    )
    (row,) = table((towed,), a_load(100.0), 2, US, replace(pulls, ratings=ratings))
    t = one.trailer
    own = bare(t)
    mass = 700.0
    wheelbase = t.axle_x - t.coupler_x
    tongue_wanted = share * (own.mass + mass)
    x = t.axle_x - (tongue_wanted - own.mass * (t.axle_x - own.x) / wheelbase) * wheelbase / mass
    load = replace(block("load", mass, x), place=replace(block("l", 1, x).place, deck=t.main_deck.id, u=x))
    solved = solve(replace(one, items=(*one.items, load)))
    found = {c.id: c for c in solved.checks}
    rear = one.vehicle.rear[0]
    pairs = {
        "tow": "tow", "combination": "combination", "receiver": "receiver:gross", "receiver tongue": "receiver:tongue",
        "ball": "ball:gross", "ball tongue": "ball:tongue", "vehicle payload": "payload", "vehicle gross": "vehicle:gross",
    }  # fmt: skip
    for key, check in pairs.items():
        limit = next(m for m in row.limits if m.key == key)
        said = found[check]
        if said.limit is None:
            assert not limit.left.known, key
            continue
        left = limit.left.high if share == 0.10 else limit.left.low
        assert left is not None and said.margin is not None
        per = limit.per[0] if share == 0.10 else limit.per[1]
        assert (left - mass) * per == pytest.approx(said.margin, abs=2.0), key
    axle = next(c for c in solved.checks if c.kind == "axle" and c.field == "vehicle.axles[1].rating")
    tire = rear.tires.rating
    assert axle.load is not None and isinstance(tire, Figure)
    at = next(m for m in row.limits if m.key == "rear axle")
    left = at.left.high if share == 0.10 else at.left.low
    per = at.per[0] if share == 0.10 else at.per[1]
    least = min(axle.limit or 1e9, tire.value * rear.tires.each_end * 2)
    assert left is not None and (left - mass) * per == pytest.approx(least - axle.load, abs=0.02 * axle.load)


def test_a_half_ton_with_four_aboard_does_not_fit_a_heavy_tongue() -> None:
    """Finding F4: tow rating and combination alone said “may fit”."""
    half = class_of("pickup-half-55-crew").carrier
    assert isinstance(half, Vehicle)
    rows = {r.chassis.id: r for r in table(classes(), a_load(3900.0, 0.0, 4.0, 1.5), 4, US, half)}
    why = " ".join(rows["open-7x18-tandem"].why)
    assert rows["open-7x18-tandem"].fits is False and "payload under the tongue" in why
    assert "tow rating" not in " ".join(rows["open-14-tandem"].why) or rows["open-14-tandem"].fits is False
    hill = {r.chassis.id: r for r in table(classes(), a_load(1200.0, 0.0, 4.0, 1.5), 1, US, half, steep=True)}
    flat = {r.chassis.id: r for r in table(classes(), a_load(1200.0, 0.0, 4.0, 1.5), 1, US, half)}
    low = hill["open-14-tandem"].left("tow").low, flat["open-14-tandem"].left("tow").low
    assert low[0] is not None and low[1] is not None and low[0] < low[1]
    no_hitch = class_of("van-long-no-hitch").carrier
    assert isinstance(no_hitch, Vehicle)
    assert any("no hitch" in w for w in table((class_of("open-5x8-single"),), a_load(50.0), 1, US, no_hitch)[0].why)


def test_what_stays_at_home_and_how_full_by_hand_and_the_margins_of_two() -> None:
    van, heavy = class_of("van-long-high"), class_of("van-long-high-heavy")
    pieces = (Piece("Machine", 300.0), Piece("Toolbox", 70.0, False), Piece("Cones", 13.0, False))
    load = Load(road=Figure(value=1500.0), liquids=600.0, footprints=2.0, longest=1.0, widest=1.0, pieces=pieces)
    rows = {r.chassis.id: r for r in table((van, heavy), load, 4, US)}
    least = min(m.left.low for m in rows["van-long-high"].limits if m.left.low is not None)
    assert least < 1500.0
    fill = rows["van-long-high"].fill
    assert fill is not None and fill == pytest.approx((least - 900.0) / 600.0)
    assert US.show(1500.0 - least, "mass") in rows["van-long-high"].home
    told = {name: (a, b) for name, a, b in beside(rows["van-long-high"], rows["van-long-high-heavy"], load, US)}
    payload = rows["van-long-high-heavy"].left("payload").low
    assert payload is not None and told["payload placard"][1].startswith(US.show(abs(payload - 1500.0), "mass"))
    assert "payload placard" in needs(rows["van-long-high"], load, US)


@pytest.mark.parametrize("name", ["harbor-skid", "shelter-van", "barn-closed", "quay-recovery"])
def test_a_rig_as_built_is_asked_for_and_put_on_another_carrier_as_it_stands(name: str) -> None:
    one = packed(name)
    frames = Frames(one)
    load = load_as_built(one, frames)
    solved = solve(one)
    assert solved.loads is not None
    table_ = solved.loads.table
    rows = [r.mass for r in table_.rows if r.item and not next((i.built_in for i in one.items if i.id == r.item), False)]
    full = sum(rows) + sum(t.full for t in table_.tanks if not one.item(t.item).built_in)
    extra = nobody_counted(one, frames)
    assert load.road.value == pytest.approx(full + (extra.mass.value if extra is not None else 0.0), rel=1e-6)
    target = class_of("deckover-20-tandem") if one.trailer is not None else class_of("box-14-dual")
    moved = on_carrier(one, target, new_id, 2)
    check_rig(moved)
    assert moved.carriers[-1].name == target.carrier.name and len(moved.items) >= len(one.items) - 1
    there = solve(moved)
    assert there.loads is not None and there.checks
    back = {i.name: i for i in moved.items}
    for item in one.items:
        if item.place.deck == one.carriers[0].main_deck.id and not item.built_in and back.get(item.name) is not None:
            assert (back[item.name].place.u, back[item.name].place.v) == (item.place.u, item.place.v)


def test_ground_that_is_no_public_road_asks_for_no_law_and_keeps_plates_and_customs() -> None:
    rules = RuleSet(brakes_from=1360.0, width=2.6, bridge=True)
    asked = {c.kind for c in solve(new_rig(class_of("gooseneck-20-tandem"), "r", new_id, rules)).checks if c.level == "law"}
    own = private(rules)
    after = [c for c in solve(new_rig(class_of("gooseneck-20-tandem"), "r", new_id, own)).checks if c.level == "law"]
    assert asked and all(c.status == "ok" for c in after) and own.tongue_ball == rules.tongue_ball
