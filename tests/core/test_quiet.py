"""What accepted practice must not set off, and what must: minimal rigs, common practice, no source."""

from msgspec.structs import replace

from frelt.app.stock import equipment
from frelt.core.base.units import US
from frelt.core.judge.check import Check
from frelt.core.judge.marks import is_broken, mark_of
from frelt.core.judge.words import sentence
from frelt.core.kind.catalog import taken
from frelt.core.model.carrier import Body
from frelt.core.model.item import Item, Placement
from frelt.core.solve import solve
from tests.conftest import block, rig, tank, trailer
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
