"""What meets in a valve, leaves onto the ground, or stands against the only way: each sentence of a document that once said nothing."""

from itertools import product

import pytest
from msgspec.structs import replace

from frelt.core.base.figure import Figure
from frelt.core.base.units import METRIC, US, Units
from frelt.core.day.play import play
from frelt.core.edit.plumbing import turned, turned_round, with_fitting, with_line
from frelt.core.fitting.registry import type_of
from frelt.core.geometry.frames import Frames
from frelt.core.judge.marks import is_broken
from frelt.core.kind.substances import GASOLINE, LIQUIDS, PURIFIED, SURFACTANT, WATER
from frelt.core.model.item import Part, TankPart
from frelt.core.model.liquid import Liquid
from frelt.core.model.plumbing import Fitting, Line, Plumbing
from frelt.core.model.rig import Rig
from frelt.core.network.lines import lines_solved
from frelt.core.network.meetings import Meeting, danger, meetings
from frelt.core.network.one_way import against, part_with
from frelt.core.network.reach import one_float_lines, reach
from frelt.core.report.lines import findings, lets_through
from frelt.core.solve import solve
from frelt.core.tie_down.held import held
from tests.conftest import found_rig
from tests.core.test_packed import packed


def said(rig: Rig, fills: dict[str, float] | None = None, units: Units = US) -> dict[str, str]:
    """Every sentence on the lines, with its level."""
    frames = Frames(rig)
    solved = lines_solved(rig, frames, fills if fills is not None else {a: t.top for a, _, t in rig.tanks()})
    assert solved is not None
    return {f.words: f.level for f in findings(rig, frames, solved, units)}


def flow_of(rig: Rig, tap: str = "W1", fill: float = 0.5) -> float:
    solved = lines_solved(rig, Frames(rig), {a: fill for a, _, _ in rig.tanks()})
    assert solved is not None
    return solved.reading.taps[tap]


def test_a_float_that_stands_against_the_tap_is_told_and_turned_round_it_fills() -> None:
    rig = found_rig("float-backward")
    assert [f.id for f in against(rig)] == ["F1"] and flow_of(rig) == pytest.approx(0.0, abs=1e-9)
    words = "F1 stands against the only way that anything can come from: nothing runs through it. Turn it round"
    assert said(rig)[words] == "broken"
    right = turned_round(rig, "F1")
    fitting = right.plumbing.fitting("F1")
    assert fitting is not None and lets_through(right, fitting) == "from W1 to water"
    assert words not in said(right) and flow_of(right) > 1e-4 and turned_round(right, "F1") == rig


@pytest.mark.parametrize("kind", ["float valve", "check valve"])
@pytest.mark.parametrize("ends", [("W1/out", "water/fill"), ("water/fill", "W1/out")])
def test_a_float_or_check_put_into_a_tap_line_stands_with_what_feeds_whichever_way_it_was_drawn(
    kind: str, ends: tuple[str, str]
) -> None:
    rig = found_rig("float-backward")
    p = rig.plumbing
    lines = tuple(x for x in p.lines if x.id not in ("L6", "L7"))
    tap_line = Line(id="L9", start=ends[0], end=ends[1], bore=0.0191)
    plain = replace(rig, plumbing=replace(p, lines=(*lines, tap_line), fittings=tuple(f for f in p.fittings if f.id != "F1")))
    made, name = part_with(plain, "L9", kind)  # type: ignore[arg-type]
    assert not list(against(made)) and flow_of(made) > 1e-4
    assert made.plumbing.line("L9").length is None and len(made.plumbing.lines) == len(plain.plumbing.lines) + 1  # type: ignore[union-attr]
    fitting = made.plumbing.fitting(name)
    assert fitting is not None and lets_through(made, fitting) == "from W1 to water"


@pytest.mark.parametrize(
    ("line", "words"), [("L2", "from S1 to m"), ("L1", "from water to S1"), ("L3", "from m to reel"), ("L4", "from m to water")]
)
def test_a_check_stands_with_the_draw_the_pump_and_its_bypass(line: str, words: str) -> None:
    rig = turned_round(found_rig("float-backward"), "F1")
    for drawn in (rig, replace(rig, plumbing=replace(rig.plumbing, lines=tuple(
        replace(x, start=x.end, end=x.start) if x.id == line else x for x in rig.plumbing.lines
    )))):  # fmt: skip
        made, name = part_with(drawn, line, "check valve")
        fitting = made.plumbing.fitting(name)
        assert fitting is not None and lets_through(made, fitting) == words


def test_the_day_fills_through_a_float_that_was_put_in() -> None:
    """The barn's fill brings what its act asks for; with the float turned round it brings nothing, and that is told."""
    from tests.conftest import demo

    rig = demo("barn-wash").rigs[0]
    assert rig.day is not None
    line = next(x for x in rig.plumbing.lines if x.end == "water/fill" and x.start.startswith("FL1"))
    out = next(x for x in rig.plumbing.lines if x.end == "FL1/in")
    p = rig.plumbing
    joined = replace(out, end=line.end)
    lines = tuple(joined if x is out else x for x in p.lines if x is not line)
    bare = replace(rig, plumbing=replace(p, lines=lines, fittings=tuple(f for f in p.fittings if f.id != "FL1")))
    turned_line = with_line(bare, replace(joined, start=joined.end, end=joined.start))
    brought = {}
    for name, one in (("drawn", bare), ("drawn the other way", turned_line)):
        made, float_id = part_with(one, joined.id, "float valve")
        brought[name] = _filled(made)
        brought[f"{name}, turned round"] = _filled(turned_round(made, float_id))
        assert [f.id for f in against(turned_round(made, float_id))] == [float_id]
    assert brought["drawn"] == pytest.approx(brought["drawn the other way"]) and brought["drawn"] > 40 * 0.003785
    assert brought["drawn, turned round"] == brought["drawn the other way, turned round"] == 0.0


def _filled(rig: Rig) -> float:
    """What the day's acts bring into the water tank by the lines [m³]."""
    assert rig.day is not None
    made = play(solve(rig), rig.day)
    assert made.by_lines
    return made.filled.get("water/tank", 0.0)


def test_what_runs_onto_the_ground_is_told_with_amount_and_time_and_sh_there_is_danger() -> None:
    drain = said(found_rig("drain-open"))
    assert (
        drain["15.8 gal/min of water runs onto the ground through D1: the 100 gal of water in 6 min at that rate"] == "advice"
    )
    sh = said(found_rig("sh-gravity-to-ground"))
    assert sh["1.6 gal/min of SH runs onto the ground through D1: the 50 gal of sh in 31 min at that rate"] == "danger"
    assert any("L/min of SH" in w and "189 L of sh" in w for w in said(found_rig("sh-gravity-to-ground"), units=METRIC))
    full = found_rig("tap-full-tank-no-float")
    words = "5 gal/min of water runs over the brim of water, which is full, onto the ground"
    assert said(full)[words] == "advice"
    assert not any("brim" in w for w in said(full, {a: 0.9 for a, _, _ in full.tanks()}))
    shut = turned(found_rig("drain-open"), "D1", 0.0)
    assert not any("ground" in w for w in said(shut))
    solved = lines_solved(found_rig("drain-open"), Frames(found_rig("drain-open")), {"water/tank": 1.0})
    assert solved is not None
    ((fitting, flow, _),) = solved.reading.spills
    into = {t.tank: t.flow for t in solved.reading.tanks}
    guns = sum(g.flow for g in solved.reading.guns)
    assert fitting == "D1" and flow + guns == pytest.approx(solved.reading.taps["W1"] - into["water/tank"], rel=1e-6)


@pytest.mark.parametrize("name", ["acid-tee", "acid-v4-half"])
def test_acid_and_sh_in_one_valve_are_danger_in_every_position_of_its_handle(name: str) -> None:
    rig = found_rig(name)
    for stands in (0.0, 0.5, 1.0):
        now = turned(rig, "V4", stands)
        (one,) = meetings(now)
        assert one.place == "V4" and danger(one) and one.others == 0
        assert any("SH and acid can stand together in V4" in w and level == "danger" for w, level in said(now).items())
        check = next(c for c in solve(now).checks if c.kind == "meet")
        assert is_broken(check) and check.level == "danger"


def two_drums(*between: Fitting, shut: tuple[bool, bool] = (False, False), other: str = "acid") -> Rig:
    """SH and something else, each behind a ball valve at its bottom, at a tee before the pump; more fittings on SH's way."""
    rig = found_rig("acid-tee")
    sh, acid = (next(i for i in rig.items if any(t.liquid.substance == s for t in i.tanks)) for s in ("SH", "acid"))
    part = next(p for p in acid.parts if getattr(p, "part", "") == "tank" or hasattr(p, "liquid"))
    wet = replace(part, liquid=replace(part.liquid, substance=other))  # type: ignore[union-attr,type-var]
    acid = replace(acid, parts=tuple(wet if q is part else q for q in acid.parts))
    made = replace(rig, items=tuple(acid if i.id == acid.id else i for i in rig.items), plumbing=Plumbing())
    fittings = (
        Fitting(id="A", kind="ball valve", stands=0.0 if shut[0] else 1.0),
        Fitting(id="B", kind="ball valve", stands=0.0 if shut[1] else 1.0),
        Fitting(id="T", kind="tee"),
        *between,
    )
    for f in fittings:
        made = with_fitting(made, f)
    way = ["A/out", *(f"{f.id}/{w}" for f in between for w in ("in", "out")), "T/a"]
    joins = [
        (f"{sh.id}/outlet", "A/in"),
        (f"{acid.id}/outlet", "B/in"),
        ("B/out", "T/b"),
        *zip(way[::2], way[1::2], strict=True),
    ]
    for n, (a, b) in enumerate(joins):
        made = with_line(made, Line(id=f"L{n}", start=a, end=b))
    return made


def only(rig: Rig) -> Meeting:
    (one,) = meetings(rig)
    return one


def test_the_fewer_handles_stand_between_the_graver_it_is() -> None:
    assert only(two_drums()).handles == 0
    one = only(two_drums(shut=(True, False)))  # each stands on one side of it: its own handle in any position
    assert danger(one) and (one.place, one.others, one.handles) == ("A", 0, 1)
    both = two_drums(shut=(True, True))
    assert not danger(only(both)) and only(both).handles == 2
    words = next(w for w in said(both) if "can stand together in" in w)
    assert "if 2 handles stand wrong: they give off chlorine" in words and said(both)[words] == "advice"
    check = next(c for c in solve(both).checks if c.kind == "meet")
    assert (check.status, check.level) == ("tight", "advice") and not is_broken(check)
    assert danger(only(two_drums(Fitting(id="C", kind="check valve"))))  # with its flow a check lets SH to the tee
    held = turned_round(two_drums(Fitting(id="C", kind="check valve")), "C")
    assert only(held).place == "A" and danger(only(held))  # turned round it keeps SH back, and lets acid to SH's own valve
    for other, why in (("oxidizer", "bursts"), ("ammonia", "chloramines")):
        assert why in only(two_drums(other=other)).why
    for mate in ("antifreeze", "oxidizer"):  # the check and the lines ask one table
        rig = two_drums(other=mate)
        assert any(c.kind == "meet" and is_broken(c) for c in solve(rig).checks) == danger(only(rig)) is True
    assert not any(c.kind == "meet" for c in solve(two_drums(other="soap")).checks)
    assert not meetings(two_drums(other="soap")) and not meetings(two_drums(other="water"))


@pytest.mark.parametrize("name", ["ballast-skid", "tram-tray", "acid"])
def test_reach_is_that_of_brute_force_over_every_position_of_the_handles(name: str) -> None:
    """By turning each set of handles for real: what one walk counts is the least number that has to be turned."""
    rig = two_drums(Fitting(id="C", kind="metering valve", stands=0.0), shut=(True, False)) if name == "acid" else packed(name)
    valves = [
        f for f in rig.plumbing.fittings if type_of(f).hand is not None and f.kind.endswith("valve") and f.kind != "float valve"
    ][:6]
    graph = reach(rig)
    start = next(iter(graph.mouths.values()))
    counted = graph.from_(start)
    least: dict[str, int] = {}
    for stand in product(*((f.stands, *(s for s in (0.0, 1.0) if s != f.stands)) for f in valves)):
        now = rig
        for f, s in zip(valves, stand, strict=True):
            now = turned(now, f.id, s)
        wrong = sum(s != f.stands for f, s in zip(valves, stand, strict=True))
        for node, cost in reach(now).from_(start).items():
            if cost == 0:
                least[node] = min(wrong, least.get(node, 99))
    others = {f.id for f in rig.plumbing.fittings if type_of(f).hand is not None} - {v.id for v in valves}
    assert least and all(counted[n] <= k for n, k in least.items())
    if not others - {f.id for f in rig.plumbing.fittings if f.kind in ("gun", "cleaner bar", "tap", "drain", "float valve")}:
        assert {n: k for n, k in counted.items() if n in least} == least


def holding(rig: Rig, item: str, liquid: Liquid) -> Rig:
    """The rig with another liquid in the tanks of one thing."""

    def of(p: Part) -> Part:
        return replace(p, liquid=liquid) if isinstance(p, TankPart) else p

    return replace(rig, items=tuple(replace(i, parts=tuple(map(of, i.parts))) if i.id == item else i for i in rig.items))


ACID, PEROXIDE, AMMONIA = (next(x for x in LIQUIDS if x.substance == s) for s in ("acid", "oxidizer", "ammonia"))


@pytest.mark.parametrize(
    ("liquid", "level"), [(None, "danger"), (ACID, "danger"), (PURIFIED, "broken"), (SURFACTANT, ""), (WATER, "")]
)
def test_what_a_coil_does_not_bear_is_told_running_and_at_rest(liquid: Liquid | None, level: str) -> None:
    rig = found_rig("sh-through-coil")
    rig = rig if liquid is None else holding(rig, "sh", liquid)
    for one in (rig, replace(rig, plumbing=replace(rig.plumbing, running=()))):
        told = [own for words, own in said(one).items() if "through the coil of" in words]
        red = [c for c in solve(one).checks if c.id.startswith("coil:") and c.status == "over"]
        assert told == [level] * bool(level) and [c.level for c in red] == told
    shut = turned(rig, "V3", 0.0)
    assert not [c for c in solve(shut).checks if c.id.startswith("coil:") and c.status == "over"]
    words = [w for w in said(shut) if "through the coil of" in w]
    assert len(words) == bool(level) and all("with one handle turned" in w for w in words)


def test_what_runs_together_and_spoils_is_told_while_it_runs() -> None:
    """Soap by the injector into what the machine draws."""
    rig = found_rig("acid-tee")
    wide = tuple(
        replace(f, tips=(60.0,)) if f.id == "G1" else f for f in rig.plumbing.fittings
    )  # behind which the injector draws
    rig = turned(replace(rig, plumbing=replace(rig.plumbing, running=("hot",), fittings=wide)), "G1", 1.0)
    for drawn, level in ((ACID, "broken"), (AMMONIA, "broken"), (SURFACTANT, ""), (WATER, "")):
        told = {words: own for words, own in said(holding(rig, "water", drawn)).items() if "run together" in words}
        assert list(told.values()) == [level] * bool(level), (drawn.name, told)
        assert all("both are spoilt" in words and "gal/min" in words for words in told)


def test_jugs_that_must_never_meet_are_danger_on_one_shelf_whatever_the_rules_of_distance_say() -> None:
    rig = packed("playground-skid")
    jug = next(i for i in rig.items if i.id == "jug-1-32")
    near = replace(jug, id="near", place=replace(jug.place, u=jug.place.u + 0.2))
    both = replace(rig, items=(*rig.items, near))
    decks = {d.id: i.id for i in rig.items for d in i.decks}
    for a, b, why in (
        (ACID, AMMONIA, "heat and fumes"),
        (ACID, GASOLINE, "fuel that eats"),
        (PEROXIDE, ACID, "acid makes an oxidizer"),
    ):
        found = [
            c
            for c in solve(holding(holding(both, "near", a), jug.id, b)).checks
            if set(c.items) == {"near", jug.id} and c.kind == "apart"
        ]
        if jug.place.deck in decks:
            assert [c.level for c in found] == ["danger"] and why in found[0].detail[1]
        else:
            assert not [c for c in found if c.level == "danger"]
    shelf = next(i for i in rig.items if i.decks and i.id not in (jug.id,))
    stands = replace(jug.place, deck=shelf.decks[0].id, u=0.1, v=0.0)
    on_it = tuple(
        replace(i, place=replace(stands, u=0.1 if i.id == "near" else 0.35)) if i.id in ("near", jug.id) else i
        for i in both.items
    )
    for a, b, why in (
        (ACID, AMMONIA, "heat and fumes"),
        (ACID, GASOLINE, "fuel that eats"),
        (PEROXIDE, ACID, "acid makes an oxidizer"),
    ):
        one = holding(holding(replace(both, items=on_it), "near", a), jug.id, b)
        found = [c for c in solve(one).checks if set(c.items) == {"near", jug.id} and c.kind == "apart"]
        assert [c.level for c in found] == ["danger"] and why in found[0].detail[1], (a.name, b.name)


def test_a_drum_gives_through_its_bung_and_a_settling_box_by_its_outlet_until_they_are_drawn_down() -> None:
    for name, item in (("drum-bung", "item-7b791452"), ("settling-out", "item-53ad30b0")):
        rig = found_rig(name)
        for fill, dry in ((1.0, False), (0.5, False), (0.01, True)):
            fills = {a: fill for a, _, _ in rig.tanks()}
            solved = lines_solved(rig, Frames(rig), fills)
            assert solved is not None
            assert {t.tank: t.flow for t in solved.reading.tanks}[f"{item}/tank"] < -1e-4
            assert any("Air is drawn" in w for w in said(rig, fills)) is dry
            assert all(g.known is not dry and g.flow > 1e-4 for g in solved.reading.guns)


def test_the_one_float_of_a_tank_shuts_the_line_that_a_tap_feeds_and_no_bypass() -> None:
    rig = found_rig("float-in-lid")
    (item,) = [i.id for i in rig.items]
    top = rig.items[0].tanks[0].top
    assert 0.9 < top < 1.0
    assert flow_of(rig, "T1", top - 0.01) > 1e-4
    for fill in (top, 1.0):
        assert flow_of(rig, "T1", fill) == pytest.approx(0.0, abs=1e-9)
        assert not any("brim" in w for w in said(rig, {f"{item}/tank": fill}))
    barn = found_rig("acid-tee")
    assert one_float_lines(barn) == {} and one_float_lines(rig) == {item: "L1"}
    water = barn.item("water")
    lower = replace(water, parts=tuple(replace(p, top=0.9) if isinstance(p, TankPart) else p for p in water.parts))
    assert one_float_lines(replace(barn, items=tuple(lower if i.id == "water" else i for i in barn.items))) == {
        "water": "L4"
    }  # L8 is a bypass


def test_a_fill_hose_that_runs_empty_is_no_lost_prime() -> None:
    rig = found_rig("acid-tee")
    open_end = Plumbing(lines=(Line(id="L1", start="E1/in", end="water/fill"),), fittings=(Fitting(id="E1", kind="open end"),))
    words = said(replace(rig, plumbing=open_end), {a: 0.5 for a, _, _ in rig.tanks()})
    assert not any("prime" in w for w in words)


def with_choice(rig: Rig, item: str, **fields: object) -> Rig:
    return replace(rig, items=tuple(replace(i, **fields) if i.id == item else i for i in rig.items))


def test_machines_joined_are_asked_about_and_a_clutch_rests_a_pump_that_goes_round() -> None:
    rig = packed("hull-open")
    told = {w: level for w, level in said(rig).items() if "run into one way" in w}
    assert list(told.values()) == ["advice"]
    both = rig
    for item, joins in (("cold-a", 1.0), ("cold-b", 1.0)):
        both = with_choice(both, item, fields={**both.item(item).fields, "joins": Figure(value=joins)})
    assert not any("run into one way" in w for w in said(both))
    one = with_choice(both, "cold-b", fields={**both.item("cold-b").fields, "joins": Figure(value=0.0)})
    assert [level for w, level in said(one).items() if "not made to be joined" in w] == ["broken"]
    inside = replace(
        rig, plumbing=replace(rig.plumbing, lines=tuple(x for x in rig.plumbing.lines if x.id not in ("L11", "L12", "L13")))
    )
    rounds = [w for w in said(inside) if "round" in w and "Cold machine" in w]
    clutched = inside
    for item in ("cold-a", "cold-b"):
        clutched = with_choice(clutched, item, options={**clutched.item(item).options, "clutch": "rests the pump"})
    assert rounds and all(f"{w}; its clutch rests it" in said(clutched) for w in rounds)


def test_a_reel_that_is_said_to_have_a_pin_lacks_none_and_one_without_runs_off() -> None:
    rig = packed("hull-open")
    reel = next(i.id for i in rig.items if i.kind == "reel")
    bare = replace(rig, tie_down=replace(rig.tie_down, locks=()))
    for word, lacks, status in (("", "its drum", ""), ("pin", "", ""), ("none", "its drum", "over")):
        options = {k: v for k, v in bare.item(reel).options.items() if k != "lock"} | ({"lock": word} if word else {})
        one = with_choice(bare, reel, options=options)
        (found,) = [h for h in held(one, Frames(one)) if h.item.id == reel]
        assert found.lacks == lacks and (not status or found.status == status)
