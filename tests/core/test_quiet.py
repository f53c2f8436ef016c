"""What accepted practice must not set off, and what must: minimal rigs, common practice, no source."""

from itertools import count

from msgspec.structs import replace

from frelt.app.stock import class_of, equipment
from frelt.core.base.figure import Figure
from frelt.core.base.units import US
from frelt.core.edit.items import add
from frelt.core.judge.check import Check
from frelt.core.judge.marks import is_broken, mark_of
from frelt.core.judge.words import sentence
from frelt.core.kind.catalog import taken
from frelt.core.kind.make import refreshed
from frelt.core.model.carrier import Body, Door, Trailer, Well, Zone
from frelt.core.model.item import Item, Placement
from frelt.core.model.rig import Rig
from frelt.core.planning.new_rig import new_rig
from frelt.core.solve import solve
from tests.conftest import block, piped, rig, tank, trailer
from tests.core.test_packed import packed

CATALOG = {e.item.id: e.item for e in equipment()}


def at(entry: str, u: float, v: float = 0.0, item_id: str = "") -> Item:
    item = next(e for e in equipment() if e.item.id == entry)
    return replace(taken(item, item_id or entry), place=Placement(deck="floor", u=u, v=v))


def found(*items: Item, closed: bool = False, what: str = "apart") -> list[Check]:
    carrier = replace(trailer(), body=Body(kind="enclosed", wall=2.0)) if closed else trailer()
    checks = solve(rig(*items, trailer=carrier)).checks
    return [c for c in checks if c.id.startswith(f"{what}:") and c.status != "ok"]


def test_a_battery_beside_a_fuel_tank_or_a_pump_in_the_open_is_no_finding() -> None:
    assert not found(at("battery-75-lead", 1.0), at("fuel-12-narrow", 1.0, 0.4))
    assert [c.level for c in found(at("battery-75-lead", 1.0), at("fuel-12-narrow", 1.0, 0.4), closed=True)] == ["advice"]


def test_diesel_at_a_burner_is_no_finding_and_gasoline_is() -> None:
    hot = at("hot-8-120", 1.0)
    assert not found(hot, at("fuel-15-diesel", 2.0), what="apart:burner")
    assert any(is_broken(c) for c in found(hot, at("can-5", 1.9), what="apart:burner:fuel"))


def test_sh_in_the_open_a_forearm_from_an_engine_is_no_finding() -> None:
    machine = at("cold-8-belt", 1.0)
    half = CATALOG["cold-8-belt"].length.value / 2 + CATALOG["sh-15-box"].length.value / 2
    assert not found(machine, at("sh-15-box", 1.0 + half + 0.3), what="apart:SH:engine")
    assert found(machine, at("sh-15-box", 1.0 + half + 0.3), closed=True, what="apart:SH:engine")


def test_fixed_sh_by_fixed_fuel_is_advice_and_loose_jugs_by_a_can_a_danger() -> None:
    fixed = found(at("sh-35-upright", 1.0), at("fuel-22-gasoline", 1.6), what="apart:SH:fuel")
    assert fixed and all(mark_of(c) == "advice" for c in fixed)
    loose = found(at("jug-1", 1.0), at("can-5", 1.3), closed=True, what="apart:SH:fuel")
    assert loose and all(is_broken(c) and c.level == "danger" for c in loose)
    strapped = replace(at("jug-1", 1.0), held="straps")
    assert all(mark_of(c) == "advice" for c in found(strapped, at("can-5", 1.3), closed=True, what="apart:SH:fuel"))


def test_two_jugs_beside_one_can_are_one_danger_told_of_the_nearer() -> None:
    jugs = [at("jug-1", 1.3, 0.0, "near"), at("jug-1", 1.35, 0.25, "far")]
    (danger,) = found(*jugs, at("can-5", 1.0), closed=True, what="apart:SH:fuel")
    assert is_broken(danger) and danger.items[0] == "near" and "(1 more like it)" in sentence(danger, US)


def test_left_to_right_within_twelve_percent_is_no_finding_while_the_tires_hold() -> None:
    for v, seen in ((0.05, "ok"), (0.12, "ok"), (0.4, "over")):
        one = rig(block("a", 400.0, 2.5, v), block("b", 120.0, 2.0))
        (side,) = [c for c in solve(one).checks if c.id == "side"]
        assert side.load is not None and side.status == seen, side.load
        assert (0.05 < abs(side.load) < 0.12) == (v == 0.12)


def test_a_skid_that_does_not_slide_out_past_what_stands_behind_it_is_advice() -> None:
    sliding = [c for c in solve(packed("harbor-skid")).checks if c.id.startswith("slide:")]
    assert sliding and all(c.level == "advice" and not is_broken(c) for c in sliding)


def test_left_to_right_beyond_the_custom_is_never_red() -> None:
    one = rig(block("a", 400.0, 2.5, 0.25), tank("t", 100.0, 2.5))
    (side,) = [c for c in solve(one).checks if c.id == "side"]
    assert side.status == "over" and mark_of(side) == "advice" and not is_broken(side)


def test_what_touches_is_apart() -> None:
    tanks = tank("a", 100.0, 1.0), tank("b", 100.0, 1.4)
    assert not [c for c in solve(rig(*tanks)).checks if c.id.startswith("overlap:")]


ACCESS = ("service:", "pull-off:", "drum:", "off-deck:", "overlap:")


def access(one: Rig) -> list[str]:
    """Ids of what is told of reach, room and hoses."""
    return [c.id for c in solve(one).checks if c.status in ("over", "tight") and c.id.startswith(ACCESS)]


def size(entry: str) -> tuple[float, float]:
    return CATALOG[entry].length.value, CATALOG[entry].width.value


def closed(*doors: Door) -> Trailer:
    return replace(trailer(), body=Body(kind="enclosed", wall=2.0, doors=doors))


def test_reels_side_by_side_at_their_swivels_and_a_reel_beside_a_wall_are_no_finding() -> None:
    _, wide = size("reel-12-100")
    pair = rig(at("reel-12-100", 4.7, -0.4, "a"), at("reel-12-100", 4.7, -0.4 + wide + 0.01, "b"))
    assert not access(pair)
    tail = Door(id="rear", name="Rear doors", side="rear", start=-0.95, end=0.95, kind="barn doors")
    assert not access(rig(at("reel-12-100", 4.7, 1.0 - wide / 2 - 0.01, "a"), trailer=closed(tail)))


def test_oil_drain_and_belt_may_be_on_the_maker_s_other_side_and_machines_share_a_frame() -> None:
    _, wide = size("cold-8-belt")
    one = [c.id for c in found(at("cold-8-belt", 2.0, 1.0 - wide / 2 - 0.01, "a"), block("front", 20.0, 4.6), what="service")]
    assert not one  # in the open, its belt guard at the rail: it is built with it on the other side too
    both = rig(at("cold-8-belt", 2.0, -wide / 2 - 0.01, "a"), at("cold-8-belt", 2.0, wide / 2 + 0.01, "b"))
    assert not [i for i in access(both) if "oil" in i or "belt" in i]
    between = rig(
        at("cold-8-belt", 2.0, 0.0, "m"),
        block("left", 50.0, 2.0, -wide / 2 - 0.51, 1.0),
        block("right", 50.0, 2.0, wide / 2 + 0.51, 1.0),
    )
    assert [i for i in access(between) if "oil" in i or "belt" in i]  # shut in on both sides, it is told


def test_a_hand_s_breadth_before_an_outlet_is_enough_and_less_is_not() -> None:
    long, _ = size("water-210-upright")
    for gap, told in ((0.10, False), (0.03, True)):
        one = rig(at("water-210-upright", 2.0, 0.0, "t"), block("b", 20.0, 2.0 + long / 2 + gap + 0.2, 0.0, 0.4))
        assert any("outlet" in i for i in access(one)) == told, gap


def test_common_hoses_fit_common_reels_whose_flanges_nobody_measured() -> None:
    """Common practice, no source: 200 ft of 3/8 in on a reel 12 in wide; 300 ft of 1/2 in or 200 ft of 3/4 in on one of 18 in."""
    foot, inch = 0.3048, 0.0254
    for entry, bore, hose in (("reel-12-100", 0.375, 200), ("reel-18-300", 0.5, 300), ("reel-18-300", 0.75, 200)):
        base = at(entry, 4.6)
        fields = {**base.fields, "bore": Figure(value=bore * inch), "hose": Figure(value=hose * foot)}
        assert not [i for i in access(rig(refreshed(replace(base, fields=fields)))) if i.startswith("drum")], (entry, hose)
        measured = {n: replace(f, source="measured") if n in ("flange", "drum") else f for n, f in fields.items()}
        far = {**measured, "hose": Figure(value=900 * foot)}
        assert [i for i in access(rig(refreshed(replace(base, fields=far)))) if i.startswith("drum")]


def test_an_aisle_one_sidles_through_is_an_aisle() -> None:
    """14 in between two rows in a closed trailer lead to the lid at the front; 10 in do not."""
    tail = Door(id="rear", name="Rear doors", side="rear", start=-0.95, end=0.95, kind="barn doors")
    for wide, reached in ((0.37, True), (0.25, False)):
        rows = [
            replace(
                block(f"{side}{n}", 20.0, 0.9 + 1.2 * n, y, 1.19), height=Figure(value=1.5), width=Figure(value=1.0 - wide / 2)
            )
            for n in range(1, 4)
            for side, y in (("l", -0.5 - wide / 4), ("r", 0.5 + wide / 4))
        ]
        tank_at = at("soap-15", 0.8, 0.0, "t")
        told = [i for i in access(rig(*rows, tank_at, trailer=closed(tail))) if i.startswith("service:t")]
        assert bool(told) != reached, told


def test_a_lid_nobody_can_reach_standing_anywhere_is_told() -> None:
    front = at("soap-15", 0.5, 0.0, "t")
    wall = replace(block("wall", 60.0, 2.2), width=Figure(value=2.0), height=Figure(value=1.8))
    tail = Door(id="rear", name="Rear doors", side="rear", start=-0.95, end=0.95, kind="barn doors")
    assert "service:t:lid" in access(rig(front, wall, trailer=closed(tail)))
    assert "service:t:lid" in access(rig(front, trailer=closed()))  # no door at all: nothing is reached


def test_a_ladder_rides_past_its_rack_and_is_reached_from_the_ground_or_a_tire() -> None:
    numbers = count(1)
    for chassis, rack in (("pickup-half-55-crew", "ladder-rack-bed"), ("open-7x18-tandem", "ladder-rack-bed")):
        one = new_rig(class_of(chassis), "x", lambda what: f"{what}-{next(numbers)}")
        deck = one.carriers[0].main_deck
        one = add(one, replace(at(rack, 0.9), id="rack", place=Placement(deck=deck.id, u=0.9, v=0.0)))
        top = one.item("rack").decks[0].id
        ridden = add(one, replace(at("ladder-24", 0.0), place=Placement(deck=top, u=0.0, v=0.0)))
        assert not [i for i in access(ridden) if "ladder-24" in i]
        slid = add(one, replace(at("ladder-24", 0.0), place=Placement(deck=top, u=1.2, v=0.0)))
        assert [i for i in access(slid) if i == "off-deck:ladder-24"]  # held by its end alone it falls


def test_what_a_class_has_below_its_floor_by_memory_asks_to_look_and_never_condemns() -> None:
    zone = Zone(id="z", below="exhaust", x0=1.0, y0=-1.0, x1=3.0, y1=0.0)
    well = Well(id="w", side="right", start=3.5, end=4.3, inward=0.3, height=0.3)
    bolted = replace(block("box", 20.0, 2.0, -0.4), held="bolts")
    into = block("in", 20.0, 3.9, 0.75)
    for seen in (True, False):
        body = Body(zones=(replace(zone, seen=seen),), wells=(replace(well, seen=seen),))
        checks = {c.kind: c for c in solve(rig(bolted, into, trailer=replace(trailer(), body=body))).checks}
        assert is_broken(checks["no bolts"]) == is_broken(checks["wheel well"]) == seen
        assert (
            ("usually has" in sentence(checks["no bolts"], US))
            == ("usually has" in sentence(checks["wheel well"], US))
            == (not seen)
        )
        assert seen or (mark_of(checks["no bolts"]), mark_of(checks["wheel well"])) == ("advice", "tight")


def test_what_lies_within_the_spread_of_sizes_and_places_is_to_be_taped_not_condemned() -> None:
    """By hand: a box 0.4 m long ± 60 mm, its edge known to 30 mm and its place to 5: 30.4 mm."""
    wide = replace(block("box", 20.0, 2.0, -0.4), held="bolts", length=Figure(value=0.4, plus_minus=0.06))
    for into, red in ((0.02, False), (0.05, True)):
        x = wide.place.u - 0.16 + into  # its fore bolts come out 40 mm from its edge
        zone = Zone(id="z", below="exhaust", x0=x - 1.0, y0=-1.0, x1=x, y1=0.5)
        found_ = solve(rig(wide, trailer=replace(trailer(), body=Body(zones=(zone,))))).check("bolts:box")
        assert found_ is not None and is_broken(found_) == red and ("may come out" in sentence(found_, US)) == (not red)
    tail = Door(id="rear", name="Ramp", side="rear", start=-0.9, end=0.9, kind="ramp")
    for beyond, red in ((0.06, False), (0.10, True)):
        behind = replace(block("b", 20.0, 4.8 + beyond), length=Figure(value=0.4, plus_minus=0.06))
        doors = [c for c in solve(rig(behind, trailer=closed(tail))).checks if c.id.startswith("door:")]
        assert doors and is_broken(doors[0]) == red, beyond


def test_a_hose_that_touches_a_jamb_goes_by_it_and_one_behind_the_wall_does_not() -> None:
    for start, told in ((-0.15, False), (0.2, True)):  # the hose is a foot wide and comes off about v = -0.1
        tail = Door(id="rear", name="Door", side="rear", start=start, end=0.95)
        one = rig(at("reel-12-100", 4.6, -0.1, "a"), trailer=closed(tail))
        assert bool([i for i in access(one) if i.startswith("pull-off")]) == told, start


def test_tied_tanks_that_touch_are_no_finding_and_a_tongue_light_when_water_is_gone_is_told() -> None:
    long, wide = size("water-150-leg")
    a = replace(at("water-150-leg", 2.4, -wide / 2, "a"), options={"outlet": "back"})
    b = replace(at("water-150-leg", 2.4, wide / 2, "b"), options={"outlet": "back"})
    pair = rig(a, b, plumbing=piped(("a/tank", "b/tank")))
    assert not [i for i in access(pair) if i.startswith("overlap") or "outlet" in i], (long, access(pair))
    gone = solve(rig(tank("w", 400.0, 0.6), block("machine", 250.0, 4.3))).check("tongue-share")
    assert gone is not None and is_broken(gone) and gone.side == "low" and gone.fills["w/tank"] == 0.0
