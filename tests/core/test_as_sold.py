"""Equipment as it is sold: by the class and words a builder uses; what follows from them, and what is enough to reach it."""

from collections.abc import Callable

import pytest
from msgspec.structs import replace

from frelt.app.stock import equipment
from frelt.core.base.figure import Figure
from frelt.core.base.typed import read
from frelt.core.base.units import FOOT, METRIC, US
from frelt.core.kind.engine import heavier
from frelt.core.kind.find import find, listed
from frelt.core.kind.make import made, with_field, with_option
from frelt.core.kind.registry import given, kind_of
from frelt.core.kind.substances import LIQUIDS
from frelt.core.kind.usual_parts import hose_mass
from frelt.core.kinds.reel import CLASSES, MAKES, capacities, hose_capacity
from frelt.core.kinds.skid import METAL
from frelt.core.masses.weigh import weigh
from frelt.core.model.carrier import Body, Door
from frelt.core.model.item import ConsumerPart, HosePart, Item, Placement, PortPart
from frelt.core.solve import solve
from tests.conftest import block, rig, tank, trailer

ENTRIES = {e.item.id: e.item for e in equipment()}


def placed(item: Item, u: float, v: float = 0.0) -> Item:
    return replace(item, place=Placement(deck="floor", u=u, v=v))


def told(*items: Item, kinds: tuple[str, ...] = ("service", "overlap", "pull-off", "off deck"), **more: object) -> list[str]:
    return [c.id for c in solve(rig(*items, **more)).checks if c.kind in kinds and c.status in ("over", "tight")]


@pytest.mark.parametrize(
    ("reel", "feet"), [("reel-12", 200), ("reel-18", 300), ("reel-18-supply", 200), ("reel-stack-unlike", 150)]
)
def test_what_a_class_is_known_to_take_lies_in_the_range_of_its_flanges(reel: str, feet: int) -> None:
    """Common practice, no source: 12 in takes 200 ft of ⅜, 18 in 300 ft of ½ or 200 ft of ¾; turns counted one by one."""
    item = ENTRIES[reel]
    least, most = capacities(item)
    assert most > feet * FOOT
    width, (lean, thick), (low, high) = CLASSES[given(item).word("class")]
    across = given(item)["bore"] + 2 * MAKES[given(item).word("make")][0]
    ends = [hose_capacity(d, f, width, across) for d in (lean, thick) for f in (low, high)]
    assert least == min(ends) and most == max(ends)
    assert not told(placed(item, 2.0), kinds=("pull-off",))
    by_hand = with_field(
        with_field(item, "flange", Figure(value=low, source="measured")), "drum", Figure(value=thick, source="measured")
    )
    assert capacities(by_hand) == (min(ends), min(ends))
    assert kind_of(item).says is not None and "to" in kind_of(item).says(item, US) and "m" in kind_of(item).says(item, METRIC)


def test_a_stack_has_a_hose_a_liquid_and_a_rewind_of_its_own_on_each_reel() -> None:
    item = ENTRIES["reel-stack-unlike"]
    low, high = [p for p in item.parts if isinstance(p, HosePart)]
    assert (low.bore, high.bore) == (pytest.approx(0.75 * 0.0254), pytest.approx(0.375 * 0.0254))
    assert (low.length, high.length) == (pytest.approx(150 * FOOT), pytest.approx(300 * FOOT))
    three = with_field(item, "tiers", Figure(value=3.0))
    assert len([p for p in three.parts if isinstance(p, HosePart)]) == 3
    assert [p.length for p in three.parts if isinstance(p, HosePart)][:2] == [low.length, high.length]
    soap = next(x for x in LIQUIDS if x.name == "surfactant")
    held = replace(item, parts=tuple(replace(p, holds=soap) if p is high else p for p in item.parts))
    longer = with_field(held, "hose", Figure(value=40.0))
    assert [p.holds.name for p in longer.parts if isinstance(p, HosePart) and p.holds] == ["water", "surfactant"]
    cranked = [s for s in kind_of(item).service(item) if s.what == "crank"]
    assert cranked and cranked[0].at[2] < item.height.value / 2
    too_long = with_field(item, "hose-2", Figure(value=390.0))
    assert told(placed(too_long, 2.0), kinds=("pull-off",)) == [f"drum:{item.id}:hose-2"]
    joined, plain = ENTRIES["reel-18-joined"], with_field(ENTRIES["reel-18-joined"], "lengths", Figure(value=1.0))
    assert joined.mass.value > plain.mass.value


def test_of_two_lids_one_that_is_reached_is_enough_and_one_filled_from_outside_wants_none() -> None:
    """Judging, section 6: a lid at the headboard is no finding when it has a second lid or fills from outside."""
    doors = (Door(id="rear", name="Rear door", side="rear", start=-0.7, end=0.7, height=1.9),)
    shut = replace(trailer(), body=Body(kind="enclosed", wall=2.0, doors=doors))
    size = {"capacity": Figure(value=0.38)}
    shelf = replace(block("shelf", 10.0, 0.4, 0.0, 0.7), place=Placement(deck="floor", u=0.4, v=0.0, off=1.15))
    for lids, seen in (("one", True), ("one at each end", False), ("none, filled from outside", False)):
        water = made("tank", "t", "Tank", size, {"shape": "slim", "lids": lids, "lid": "to the front", "outlet": "back"})
        found = told(placed(water, 0.58), shelf, kinds=("service",), trailer=shut)
        assert ("service:t:lid" in found) == seen, (lids, found)


def test_a_rack_that_swings_up_leaves_the_lid_below_it_free() -> None:
    water = placed(made("tank", "t", "Tank", {"capacity": Figure(value=0.3)}, {"shape": "box"}), 2.0)
    rack = placed(ENTRIES["stand-hinged"], 2.0)
    tall = {"tall": Figure(value=water.height.value + 0.12)}
    rack = replace(with_field(rack, "tall", tall["tall"]), id="rack")
    fixed = with_option(rack, "top", "is fixed")
    assert "service:t:lid" in told(water, fixed, kinds=("service",)) and "service:t:lid" not in told(
        water, rack, kinds=("service",)
    )
    assert not told(water, rack, kinds=("overlap",))


def test_engines_burn_what_is_said_from_their_own_tank_or_another() -> None:
    cold = ENTRIES["cold-5-diesel"]
    engine = next(p for p in cold.parts if isinstance(p, ConsumerPart))
    assert engine.uses == "diesel" and cold.tanks[0].liquid.name == "diesel"
    gasoline = with_option(cold, "burns", "gasoline")
    assert gasoline.mass.value < cold.mass.value
    for entry in ("pump-engine-tank", "compressor-20-tank", "vac-engine"):
        item = ENTRIES[entry]
        fed = with_field(item, "fuel", Figure(value=0.0))
        assert item.tanks and not fed.tanks and fed.mass.value < item.mass.value, entry
        assert any(isinstance(p, ConsumerPart) and p.uses == "gasoline" for p in fed.parts)
    power = ENTRIES["cold-8-generator"]
    assert any(isinstance(p, PortPart) and p.carries == "power" for p in power.parts)
    assert power.mass.value > with_field(power, "generator", Figure(value=0.0)).mass.value + 20


def test_units_of_the_trade_are_read_and_shown() -> None:
    """Exact factors: NIST SP 811."""
    assert read("330 cfm", "air", US) == pytest.approx(330 * 0.3048**3 / 60) and METRIC.show(0.1557, "air") == "156 L/s"
    assert read("130", "suction", US) == pytest.approx(130 * 249.0889) and METRIC.show(32381.0, "suction") == "32 kPa"
    assert read("125", "rise", US) == pytest.approx(125 / 1.8) and US.show(70.0, "rise") == "126 °F"
    hot = made("hot-machine", "h", "Hot", {"flow": Figure(value=8 * 6.309e-5), "rise": Figure(value=70.0)})
    assert US.show(given(hot)["heat"], "heat") == "504 kBtu/h"
    typed = with_field(hot, "heat", Figure(value=read("350", "heat", US), source="maker"))
    assert weigh(typed, wet=False).value < weigh(hot, wet=False).value
    strong = with_field(made("machine", "m", "Cold"), "engine", Figure(value=read("25 hp", "power", US), source="maker"))
    assert strong.mass.value > made("machine", "m", "Cold").mass.value


@pytest.mark.parametrize(
    ("words", "entry"),
    [
        ("12 in reel", "reel-12"),
        ("18 in reel supply", "reel-18-supply"),
        ("light bar", "lamp-bar"),
        ("boom", "vac-boom"),
        ("remote box", "part-remote-box"),
        ("injector", "part-injector"),
        ("resin 25", "pure-resin-25"),
        ("work table", "table-work"),
        ("reel frame", "frame-reel"),
        ("two lids", "water-100-slim-two"),
        ("330 cfm", "vac-engine"),
        ("diesel engine", "cold-5-diesel"),
        ("joined", "cold-2x4-joined"),
    ],
)
def test_a_builder_finds_his_things_under_the_name_he_uses(words: str, entry: str) -> None:
    assert entry in [e.item.id for e in find(listed(equipment(), US), words, US).entries][:6]


@pytest.mark.parametrize(
    ("one", "other", "level"),
    [
        ("peroxide cleaner", "SH", "danger"),
        ("ammonia cleaner", "SH", "danger"),
        ("hydrochloric cleaner", "SH", "danger"),
        ("peroxide cleaner", "gasoline", "advice"),
    ],
)
def test_further_oxidizers_and_acids_are_kept_apart(one: str, other: str, level: str) -> None:
    def of(name: str, item_id: str, u: float) -> Item:
        held = next(x for x in LIQUIDS if x.name == name or (name == "SH" and x.substance == "SH"))
        made_of = tank(item_id, 40.0, u)
        return replace(made_of, parts=(replace(made_of.tanks[0], liquid=held),))

    found = [c for c in solve(rig(of(one, "a", 1.0), of(other, "b", 1.45))).checks if c.id.startswith("apart:")]
    assert [c.level for c in found if c.status != "ok"] == [level]


def test_ladders_lie_on_two_bars_with_room_below_and_ends_past_them() -> None:
    bars = placed(with_field(ENTRIES["ladder-bars"], "tall", Figure(value=0.5)), 2.0)
    below = replace(block("below", 10.0, 2.0, 0.0, 0.4), height=Figure(value=0.3))
    ladder = replace(ENTRIES["ladder-24"], place=Placement(deck=bars.decks[0].id, u=0.0, v=0.0))
    assert ladder.length.value > bars.length.value + 1.0
    assert not told(bars, below, ladder, kinds=("overlap", "off deck"))


@pytest.mark.parametrize(
    ("what", "computed", "low", "high"),
    [
        # Printed figures, from memory of several makers' sheets each; the spread between makers is the window.
        ("hose 3/8 in, one wire, kg a meter", lambda: hose_mass(0.0095, *MAKES["steel braid"]), 0.26, 0.42),
        ("hose 3/4 in, textile, kg a meter", lambda: hose_mass(0.019, *MAKES["textile braid"]), 0.28, 0.48),
        ("vacuum hose 1 1/2 in, kg a meter", lambda: hose_mass(0.038, *MAKES["vacuum"]), 0.35, 0.75),
        ("gasoline engine of 10 kW, kg", lambda: 2.9e-3 * 10_000 + 8, 28.0, 45.0),
        ("gasoline engine of 16 kW, kg", lambda: 2.9e-3 * 16_000 + 8, 38.0, 60.0),
        (
            "diesel more than gasoline at 7 kW, kg",
            lambda: heavier(given(made("machine", "m", "M", {}, {"burns": "diesel"})), 7000.0),
            4.0,
            18.0,
        ),
        ("steel plate of 1/4 in, kg a square meter", lambda: METAL["steel"] * 0.00635, 49.0, 50.5),
        ("aluminum plate of 1/4 in, kg a square meter", lambda: METAL["aluminum"] * 0.00635, 16.8, 17.4),
    ],
)
def test_masses_lie_within_what_is_printed_of_their_parts(
    what: str, computed: Callable[[], float], low: float, high: float
) -> None:
    assert low <= computed() <= high, (what, computed())


def test_a_skid_weighs_what_its_plates_and_channels_do() -> None:
    """Sum of parts by hand: base plate, rolled edge, channels, cross members; densities of handbooks."""
    skid = made("skid", "s", "Skid")
    g = given(skid)
    plate_ = g["long"] * g["wide"] * g["plate"] * 2700
    assert plate_ < skid.mass.value < 2.4 * plate_
    thicker = with_field(skid, "plate", Figure(value=2 * g["plate"]))
    edge = 2 * (g["long"] + g["wide"]) * g["coaming"] * g["plate"] * 2700
    assert thicker.mass.value - skid.mass.value == pytest.approx(plate_ + edge, abs=0.2)
