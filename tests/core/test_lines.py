"""Lines of whole rigs: every packed and demo rig solved and proved, heat and mass balances, the situations of the trade, bad input.

Sources: `fluids` for losses of fittings (Crane's equivalent lengths); heat by q·ρ·c·ΔT; dilutions by hand; the rest common practice, no source.
"""

from itertools import count
from math import pi
from random import Random

import msgspec
import numpy as np
import pytest
from fluids.fittings import K_ball_valve_Crane, K_swing_check_valve_Crane
from msgspec.structs import replace

from frelt.core.base.figure import Figure
from frelt.core.base.text import told_apart
from frelt.core.base.units import FOOT, INCH, PSI, US
from frelt.core.base.value import BadInput, FreltError
from frelt.core.day.play import play
from frelt.core.day.templates import SCHOOLS, template
from frelt.core.edit.copies import copy_rig, duplicate
from frelt.core.edit.items import move
from frelt.core.edit.plumbing import ended, joined_ports, parted, switched, taken_out, turned, with_line, without
from frelt.core.edit.removal import remove
from frelt.core.fitting.figures import figure_of
from frelt.core.fitting.registry import named, type_of
from frelt.core.kind.capability import can
from frelt.core.kind.make import made
from frelt.core.kind.substances import WATER, hypochlorite
from frelt.core.masses.lines import placed_lines
from frelt.core.model.integrity import check_rig
from frelt.core.model.item import Item, Placement
from frelt.core.model.plumbing import Fitting, FittingKind, Line, Plumbing
from frelt.core.model.rig import Rig
from frelt.core.model.tank_names import tank_names
from frelt.core.network.lines import LinesSolved, lines_solved
from frelt.core.network.piping import way_of
from frelt.core.network.proof import broken
from frelt.core.network.reading import minutes_in_bypass
from frelt.core.report.lines import findings, source_names, strength_at, suction
from frelt.core.report.lines_json import lines_report
from frelt.core.report.tips import Machine, marked, mixtures, with_set
from frelt.core.solve import solve
from tests.conftest import LONG, demo, rig, tank
from tests.core.test_packed import packed

GPM = 0.003785411784 / 60
PACKED = ("barn-closed", "hull-closed", "hull-open", "playground-skid", "ballast-skid", "quay-recovery", "tram-tray", "shelter-van",
          "solar-gooseneck", "harbor-skid")  # fmt: skip
DEMO = ("barn-wash", "hull-rinse", "solar-rinse", "playground-rinse", "ballast-wash", "shelter-round", "tram-stops")


def lines(one: Rig, **more: object) -> LinesSolved:
    solved = solve(one)
    full = {a: t.top for a, _, t in one.tanks()}
    found = lines_solved(one, solved.frames, full | more.pop("fills", {}), **more)  # type: ignore[arg-type, operator]
    assert found is not None
    return found


@pytest.mark.parametrize("name", [*PACKED, *DEMO])
def test_every_rig_that_has_machines_is_plumbed_solved_and_proved(name: str) -> None:
    one = packed(name) if name in PACKED else demo(name).rigs[0]
    check_rig(one)
    for stands in ({}, {f.id: 0.0 for f in one.plumbing.fittings if f.kind in ("gun", "cleaner bar")}):
        got = lines(one, stands=stands)
        assert got.reading.why == "" and not got.reading.air
        if not got.steady.idle:
            net, s = got.piping.net, got.steady
            assert broken(net, s.found, s.rho.tolist(), s.mu.tolist()) == ()
        into = sum(t.flow for t in got.reading.tanks)  # what the taps give goes to tanks and guns, to the gram
        assert sum(got.reading.taps.values()) == pytest.approx(
            into + sum(g.flow for g in got.reading.guns) + ends(got), abs=1e-8
        )
    report = lines_report(solve(one), US)
    assert report.solved and msgspec.json.decode(msgspec.json.encode(report))["guns"]
    planted = ["SH and acid can stand together in V4, from SH tank and Acid cleaner tank: they give off chlorine"]
    assert [f.words for f in report.findings if f.level in ("danger", "broken")] == (planted if name == "ballast-skid" else [])


@pytest.mark.parametrize("name", [*PACKED, *DEMO])
def test_handles_fills_and_machines_at_random_always_have_an_answer_that_holds(name: str) -> None:
    """Shut, open and half turned, tanks full, low and dry: what stands still under pressure and what is shut in on both sides too."""
    one, draw = packed(name) if name in PACKED else demo(name).rigs[0], Random(name)
    frames = solve(one).frames
    able = [i.id for i in one.items if can(i, "wash", "soft wash")]
    handles = [f.id for f in one.plumbing.fittings if type_of(f).hand is not None]
    for _ in range(8 * LONG):
        stands = {h: draw.choice((0.0, 0.0, 1.0, 1.0, 0.5, draw.random())) for h in handles}
        fills = {a: draw.choice((t.top, t.top / 2, min(t.heel, t.top), 0.0)) for a, _, t in one.tanks()}
        got = lines_solved(one, frames, fills, stands, [i for i in able if draw.random() < 0.6], frames.kept)
        assert got is not None and got.reading.why == ""
        if not got.steady.idle:
            s = got.steady
            assert broken(got.piping.net, s.found, s.rho.tolist(), s.mu.tolist()) == ()


def ends(got: LinesSolved) -> float:
    """What runs out of open ends that are no guns."""
    lids = {e for mouths in got.piping.mouths.values() for e, _ in mouths}
    return sum(float(got.steady.found.flow[e.branch]) for e in got.piping.ends if e.branch not in lids)


def test_losses_of_fittings_are_those_of_the_library_within_half() -> None:
    d = 0.5 * INCH
    assert named("ball valve").heads == pytest.approx(K_ball_valve_Crane(D1=d, D2=d, angle=0), rel=0.5)
    assert named("check valve").heads == pytest.approx(K_swing_check_valve_Crane(D=d, angled=False), rel=0.5)


# the trade's own words


def simple(number: float, *more: Item, flow: float = 5.5, psi: float = 3000, kind: str = "machine", **fields: float) -> Rig:
    """A tank, a machine, 200 ft of ⅜ in, one gun."""
    known = {"flow": flow * GPM, "pressure": psi * PSI, **fields}
    machine = made(kind, "m", "Machine", {k: Figure(value=v) for k, v in known.items()})
    items = (tank("water", 400.0, 1.0, size=0.8), replace(machine, place=Placement(deck="floor", u=3.0, v=0.0)), *more)
    fittings = (Fitting(id="G1", kind="gun", tips=(number,)),)
    run = (
        Line(id="L1", start="water/tank", end="m/inlet", bore=0.0254, length=1.5),
        Line(id="L2", start="m/outlet", end="G1/in", bore=3 / 8 * INCH, length=200 * FOOT),
    )
    return replace(rig(*items), plumbing=Plumbing(lines=run, fittings=fittings, running=("m",)))


def test_eight_gallons_a_minute_lose_470_psi_in_200_ft_of_three_eighths() -> None:
    """Common practice, no source; the same within a tenth as a line of the document."""
    got = lines(simple(20.0, flow=8))
    e = got.piping.branch["L2"]
    b = got.piping.net.branches[e]
    p = got.steady.found.pressure
    assert (p[b.start] - p[b.end]) / PSI == pytest.approx(470, rel=0.1)
    assert way_of(simple(20.0).plumbing.lines[1], got.piping.routes["L2"]).length == pytest.approx(200 * FOOT)


def test_a_tank_mixed_one_to_two_sent_through_fifteen_to_one_is_two_percent() -> None:
    """By hand: a third of product, a sixteenth of it drawn: 1/3 · 1/16 = 2.1 %. Behind a soap tip, below the injector's limit."""
    soap = tank("soap", 100.0, 4.0)
    soap = replace(soap, parts=(replace(soap.tanks[0], liquid=replace(WATER, name="soap", tint="soap", substance="soap")),))
    one = simple(40.0, soap)
    jet = Fitting(id="J1", kind="injector", bore=0.0095)
    p = one.plumbing
    cut = (
        p.lines[0],
        replace(p.lines[1], end="J1/in", length=1.0),
        Line(id="L3", start="J1/out", end="G1/in", bore=0.0095, length=60.0),
        Line(id="L4", start="soap/tank", end="J1/draw", bore=0.00635, length=1.0),
    )
    got = lines(replace(one, plumbing=replace(p, lines=cut, fittings=(*p.fittings, jet))))
    (gun,) = got.reading.guns
    assert gun.shares["soap/tank"] / 3 == pytest.approx(1 / 48, rel=1e-3)
    tight = lines(replace(one, plumbing=replace(p, lines=cut, fittings=(replace(p.fittings[0], tips=(5.5,)), jet))))
    assert "soap" not in tight.reading.guns[0].shares  # at high pressure it draws nothing, and throttles


def test_heat_is_what_the_burner_gives_less_nothing_and_two_guns_are_cooler() -> None:
    """ΔT = P / (q ρ c); the switch rests it at its limit."""
    one = simple(6.0, kind="hot-machine", heat=80_000.0, limit=150.0)
    got = lines(one)
    (gun,) = got.reading.guns
    rise = 80_000 / (gun.flow * 998.2 * 4186)
    assert gun.celsius - 20 == pytest.approx(rise, rel=1e-3)
    limited = lines(simple(6.0, kind="hot-machine", heat=300_000.0, limit=95.0))
    assert limited.reading.guns[0].celsius == pytest.approx(95.0)
    assert lines(one, stands={"G1": 0.0}).reading.guns[0].flow == 0.0  # no flow, no fire


@pytest.mark.parametrize(("unloader", "share"), [("flow-acting", 0.08), ("trapped-pressure", 1.1)])
def test_in_bypass_the_pump_idles_by_its_unloader_s_kind(unloader: str, share: float) -> None:
    """Round inside the machine a trapped-pressure one is hot tenfold sooner: heat is p·q. By hand for 2 L of water from 20 to 60 °C."""
    one = simple(8.0)
    machine = one.item("m")
    one = replace(
        one, items=tuple(replace(i, options={**i.options, "unloader": unloader}) if i.id == "m" else i for i in one.items)
    )
    got = lines(one, stands={"G1": 0.0})
    (pump,) = got.reading.pumps
    assert pump.idle and pump.outlet / (3000 * PSI) == pytest.approx(share, rel=1e-3)
    assert got.reading.trapped["m"] / (3000 * PSI) == pytest.approx(1.1)
    left = minutes_in_bypass(one, got.piping, got.steady, pump, got.fills)
    assert left == pytest.approx(0.002 * 998.2 * 4186 * 40 / (pump.flow * (pump.outlet - pump.inlet)), rel=1e-3)
    assert machine.kind == "machine"


@pytest.mark.parametrize(
    ("relief", "more", "level"),
    [("not looked at", "tee", "broken"), ("none", "tee", "broken"), ("its own", "tee", ""), ("none", "relief valve", "")],
)
def test_a_coil_that_a_check_and_a_trigger_can_enclose_wants_a_relief_valve(relief: str, more: str, level: str) -> None:
    """Common practice, no source: what is heated where nothing lets it off turns to steam or bursts."""
    heater = replace(made("heater", "h", "Heater", {}, {"relief": relief}), place=Placement(deck="floor", u=4.5, v=0.0))
    one = simple(5.5, heater)
    p = one.plumbing
    run = (
        p.lines[0],
        replace(p.lines[1], end="h/inlet", length=1.0),
        Line(id="L3", start="h/outlet", end="T1/a", bore=0.0095, length=1.0),
        Line(id="L4", start="T1/b", end="G1/in", bore=0.0095, length=15.0),
        Line(id="L5", start="T1/c", end="R1/in", bore=0.0095, length=0.2),
    )
    fittings = (*p.fittings, Fitting(id="T1", kind="tee"), Fitting(id="R1", kind="relief valve" if more != "tee" else "cap"))
    one = replace(one, plumbing=replace(p, lines=run, fittings=fittings))
    solved = solve(one)
    got = [f for f in findings(one, solved.frames, lines(one), US) if "can be shut in" in f.words]
    assert [f.level for f in got] == ([level] if level else [])
    assert not got or got[0].doubt == (relief == "not looked at")


def test_two_machines_joined_the_lower_setting_dumps_first_and_a_stopped_one_is_not_fed_backward() -> None:
    """Hulls: unloaders 250 psi apart on one hose; then the engine of the other stops."""
    other = made("machine", "n", "Second", {k: Figure(value=v) for k, v in {"flow": 5.5 * GPM, "pressure": 2750 * PSI}.items()})
    one = simple(7.0, replace(other, place=Placement(deck="floor", u=4.4, v=0.0)))
    tee = Fitting(id="T1", kind="tee", bore=0.0127)
    p = one.plumbing
    cut = (
        p.lines[0],
        Line(id="L5", start="water/tank", end="n/inlet", bore=0.0254, length=1.5),
        replace(p.lines[1], end="T1/a", length=1.0),
        Line(id="L6", start="n/outlet", end="T1/b", bore=0.0095, length=1.0),
        Line(id="L7", start="T1/c", end="G1/in", bore=0.0127, length=30.0),
    )
    both = replace(one, plumbing=Plumbing(lines=cut, fittings=(*p.fittings, tee), running=("m", "n")))
    got = {q.item: q for q in lines(both).reading.pumps}
    assert got["n"].back > 1e-5 and got["m"].back == pytest.approx(0.0, abs=1e-8)
    assert got["n"].outlet <= 2750 * PSI * (1 + 1e-6)
    alone = lines(switched(both, "n"))
    stopped = next(q for q in alone.reading.pumps if q.item == "n")
    assert stopped.flow == pytest.approx(0.0, abs=1e-8) and not stopped.runs
    assert float(alone.steady.found.flow[alone.piping.branch["L6"]]) == pytest.approx(0.0, abs=1e-8)
    assert alone.reading.guns[0].flow == pytest.approx(5.5 * GPM, rel=0.02)


def test_five_eighths_reaches_farther_than_half_an_inch_from_a_12_v_pump() -> None:
    """Playgrounds: 150 ft of hose; the wider one gives more at the gun. By Darcy the loss falls about as d^-4.75."""
    pump = made("pump", "p", "Pump", {"flow": Figure(value=7 * GPM), "pressure": Figure(value=100 * PSI)})
    flows = []
    for bore in (0.5, 0.625):
        items = (tank("water", 300.0, 1.0), replace(pump, place=Placement(deck="floor", u=3.0, v=0.0)))
        run = (
            Line(id="L1", start="water/tank", end="p/inlet", bore=0.019, length=1.0),
            Line(id="L2", start="p/outlet", end="G1/in", bore=bore * INCH, length=150 * FOOT),
        )
        gun = Fitting(id="G1", kind="gun", tips=(60.0,), bore=0.0127)
        got = lines(replace(rig(*items), plumbing=Plumbing(lines=run, fittings=(gun,), running=("p",))))
        flows.append(got.reading.guns[0].flow)
        at = got.reading.pumps[0]
        assert at.curve is not None and at.flow == pytest.approx(
            at.curve[1] * (1 - (at.outlet - at.inlet) / at.curve[0]), rel=0.01
        )
    assert 1.05 < flows[1] / flows[0] < 1.7


def test_strength_follows_from_the_valves_and_age() -> None:
    one = packed("barn-closed")
    weak, strong = (lines(turned(one, "M2", share)) for share in (0.2, 0.9))
    a, b = (strength_at(one, next(g for g in got.reading.guns if g.gun == "G9")) for got in (weak, strong))
    assert 0.005 < a < b < 0.125


@pytest.mark.parametrize("name", ["barn-closed", "hull-closed", "tram-tray"])
def test_nothing_hangs_on_what_things_are_called(name: str) -> None:
    """Every thing, fitting and line named alike: the same flows, strengths, findings by grade, and the same drawn of each tank in a day."""
    one = packed(name)
    p = one.plumbing
    alike = replace(
        one,
        items=tuple(replace(i, name="Thing") for i in one.items),
        plumbing=replace(
            p, lines=tuple(replace(x, name="") for x in p.lines), fittings=tuple(replace(f, name="x") for f in p.fittings)
        ),
    )
    told = []
    for rig_ in (one, alike):
        solved, got = solve(rig_), lines(rig_)
        made = play(solved, template(rig_, SCHOOLS[1], lambda what, n=count(): f"{what}-{next(n)}"))
        told.append(
            (
                [(g.gun, g.flow, g.celsius, dict(g.shares), strength_at(rig_, g)) for g in got.reading.guns],
                [(t.tank, t.flow, dict(t.of)) for t in got.reading.tanks],
                sorted((f.level, f.doubt, f.where) for f in findings(rig_, solved.frames, got, US)),
                made.used,
                made.filled,
            )
        )
    assert told[0] == told[1] and any(shares for _, _, _, shares, _ in told[0][0]) and sum(told[0][3].values()) > 0.05
    names = tank_names(alike)
    assert len(set(names.values())) == len(names) and set(names) == {a for a, _, _ in alike.tanks()}


def test_two_liquids_in_one_thing_are_two_and_what_runs_between_them_is_said() -> None:
    """A tank with a wall in it, water before and SH behind: what is drawn is what its side holds; joined, SH runs into water."""
    sh = hypochlorite(12.5)
    one = simple(40.0)
    water = one.items[0]
    (part,) = water.tanks
    both = replace(water, parts=(*water.parts, replace(part, id="behind", at=(0.4, 0.0, 0.6), liquid=sh)))
    halved = replace(one, items=(both, *one.items[1:]))
    p = halved.plumbing
    drawn = {}
    for side in ("tank", "behind"):
        first = replace(p.lines[0], start=f"water/{side}")
        got = lines(replace(halved, plumbing=replace(p, lines=(first, *p.lines[1:]))))
        (gun,) = got.reading.guns
        drawn[side] = strength_at(halved, gun), set(gun.shares)
    assert drawn["tank"] == (0.0, {"water/tank"})
    assert drawn["behind"] == (pytest.approx(sh.strength, rel=0.2), {"water/behind"}) and sh.strength > 0.05
    across = replace(
        halved, plumbing=replace(p, lines=(*p.lines, Line(id="L9", start="water/behind", end="water/tank", length=1.0)))
    )
    words = [(f.level, f.words) for f in findings(across, solve(across).frames, lines(across), US)]
    assert any(level == "danger" and f"water, {sh.short} runs into water, water" in w for level, w in words), words
    assert lines_report(solve(across), US).guns[0].carries.keys() <= set(tank_names(across).values())


def test_a_thin_suction_starves_and_the_least_bore_that_holds_is_found_by_solving_with_it() -> None:
    one = simple(12.0, flow=8)
    p = one.plumbing
    thin = replace(one, plumbing=replace(p, lines=(replace(p.lines[0], bore=0.0095, length=4.0), *p.lines[1:])))
    solved = solve(thin)
    (found,) = suction(thin, solved.frames)
    assert found.margin <= 1.0 and found.bore is not None and found.bore > 0.0095
    words = [f.words for f in findings(thin, solved.frames, lines(thin), US)]
    assert any("starves" in w for w in words)


def test_air_is_said_and_no_number_is_given_behind_it() -> None:
    one = packed("hull-open")
    got = lines(one, fills={"water/tank": 0.0})
    assert got.reading.air and not next(g for g in got.reading.guns if g.gun == "G1").known
    report = lines_report(solve(one), US, "shop-dry" if any(s.id == "shop-dry" for s in one.states) else one.states[0].id)
    assert report.fills


def test_a_forbidden_meeting_and_a_driven_back_tap_are_dangers() -> None:
    one = packed("barn-closed")
    mixed = joined_ports(turned(one, "M2", 1.0), "sh/outlet", "water/outlet")
    solved = solve(mixed)
    high = lines(mixed, fills={"water/tank": 0.1})
    words = [(f.level, f.words) for f in findings(mixed, solved.frames, high, US)]
    assert any(level == "danger" and "SH tank runs into Water tank" in w for level, w in words)
    low = Fitting(id="W1", kind="tap", figures={"pressure": Figure(value=1e3)})
    weak = simple(6.0)
    p = weak.plumbing
    back = replace(
        weak,
        plumbing=replace(
            p, fittings=(*p.fittings, low), lines=(*p.lines, Line(id="L9", start="water/tank", end="W1/out", length=1.0))
        ),
    )
    high_up = replace(
        back, items=tuple(replace(i, place=replace(i.place, off=2.0)) if i.id == "water" else i for i in back.items)
    )
    assert any(
        "runs back into the customer's tap" in f.words for f in findings(high_up, solve(high_up).frames, lines(high_up), US)
    )


# edits


def test_a_line_is_parted_and_whole_again_and_what_goes_takes_its_lines_along() -> None:
    one = simple(6.0)
    via = ((2.0, 0.5, 0.1), (2.5, 0.5, 0.1), (3.0, 0.6, 0.1))
    one = with_line(one, replace(one.plumbing.lines[1], via=via))
    two, name = parted(one, "L2", "check valve")
    check_rig(two)
    assert len(two.plumbing.lines) == 3 and two.plumbing.lines[1].length == pytest.approx(100 * FOOT)
    back = taken_out(two, name)
    assert len(back.plumbing.lines) == 2 and back.plumbing.lines[1].length == pytest.approx(200 * FOOT)
    assert back.plumbing.lines[1].via == via  # bends that somebody put are kept
    assert remove(one, "m").plumbing.lines == () and without(one, ("G1",)).plumbing.lines == one.plumbing.lines[:1]
    for kind in ("gun", "tap"):
        with pytest.raises(FreltError, match="stands at the end"):
            parted(one, "L2", kind)  # type: ignore[arg-type]
    longer, gun = ended(packed("barn-closed"), "stack-a/hose-2", "gun")
    assert longer.plumbing.fitting(gun) is not None


def test_copies_carry_the_same_lines_and_give_the_same() -> None:
    """A twin of a packed rig, one thing of it duplicated, and all of it a quarter turned: flows are the same, or follow the new lengths."""
    one = packed("tram-tray")
    n = iter(range(9999))
    twin = copy_rig(one, lambda what: f"x{next(n)}", "Twin")
    check_rig(twin)
    a, b = lines(one), lines(twin)
    assert [g.flow for g in b.reading.guns] == pytest.approx([g.flow for g in a.reading.guns], rel=1e-9)
    more, _ = duplicate(one, "hot", 0.1, 0.0, lambda what: f"d{next(n)}")
    check_rig(more)
    assert more.plumbing.lines == one.plumbing.lines  # nothing joins only the machine
    moved = lines(move(one, "hot", 0.3, 0.0))
    assert moved.piping.routes != a.piping.routes and moved.reading.guns[0].flow == pytest.approx(
        a.reading.guns[0].flow, rel=0.02
    )


def test_lines_weigh_what_a_ruler_and_a_scale_would_say() -> None:
    """By hand: 200 ft of ⅜ in hose holds 1.15 gal; a ring of its wall by the density of its rubber."""
    one = simple(6.0)
    (found,) = placed_lines(one, solve(one).frames)
    held = sum(pi / 4 * x.bore**2 * (x.length or 0) for x in one.plumbing.lines) * 998.2
    assert found.wet.value == pytest.approx(held, rel=1e-6) and found.dry.value > 10
    salty = replace(WATER, name="brine", substance="other", tint="other", density=Figure(value=1200.0))
    brine = replace(
        one, items=tuple(replace(i, parts=(replace(i.tanks[0], liquid=salty),)) if i.id == "water" else i for i in one.items)
    )
    suction = pi / 4 * one.plumbing.lines[0].bore ** 2 * 1.5
    (heavier,) = placed_lines(brine, solve(brine).frames)  # what the tank gives stands as far as the machine, water behind it
    assert heavier.wet.value - found.wet.value == pytest.approx(suction * (1200.0 - 998.2), rel=1e-3)
    (told,) = placed_lines(with_line(brine, replace(one.plumbing.lines[0], holds=WATER)), solve(brine).frames)
    assert told.wet.value == pytest.approx(found.wet.value, rel=1e-4)
    drained = replace(one, states=tuple(replace(s, fill="drained") for s in one.states))
    wet, dry = (solve(r).check("gross") for r in (one, drained))
    assert wet is not None and dry is not None


def test_sets_of_tips_and_what_their_mixtures_leave() -> None:
    """A 12 with a 6 on one machine leaves about 44 %; common practice, no source."""
    one, machine = simple(12.0, flow=10), Machine("m", "Machine", 10 * GPM, 3000 * PSI, 20.0)
    one = marked(one, machine, 1, (12.0,), "one gun", "one")
    one = marked(one, machine, 2, (6.0, 6.0), "two guns", "two")
    assert mixtures(one, machine) == ()  # both are still owed
    for name in ("one", "two"):
        one = with_set(one, name, True)
    left = {m.numbers: m.left for m in mixtures(one, machine)}
    assert left[6.0, 6.0] == pytest.approx(1.0) and left[12.0, 6.0] == pytest.approx(0.444, abs=0.001)
    assert with_set(one, "one", None).plumbing.sets == one.plumbing.sets[1:]


# bad input


@pytest.mark.parametrize(
    ("change", "said"),
    [
        ({"lines": (Line(id="L1", start="water/tank", end="nowhere/in"),)}, "a port of this rig"),
        (
            {"lines": (Line(id="L1", start="m/inlet", end="water/tank"), Line(id="L2", start="m/inlet", end="G1/in"))},
            "a port of its own",
        ),
        ({"lines": (Line(id="L1", start="m/inlet", end="m/inlet"),)}, "a port other than its start"),
    ],
)
def test_lines_that_cannot_be_are_refused_with_their_path(change: dict[str, object], said: str) -> None:
    one = simple(6.0)
    with pytest.raises(BadInput, match=said):
        check_rig(replace(one, plumbing=replace(one.plumbing, **change)))


def test_what_leads_nowhere_is_said_in_words_where_it_stands_and_never_a_number() -> None:
    one = simple(6.0)
    p = one.plumbing
    lone = replace(one, plumbing=replace(p, fittings=(*p.fittings, Fitting(id="V7", kind="ball valve", name="V7"))))
    assert any("V7 stands in no line" in f.words for f in findings(lone, solve(lone).frames, lines(lone), US))
    assert any("No tap" in f.words for f in findings(one, solve(one).frames, lines(one), US))
    shut, name = parted(one, "L1", "ball valve")
    got = lines(turned(shut, name, 0.0))
    assert got.reading.pumps[0].starves and got.reading.guns[0].flow == pytest.approx(0.0, abs=1e-7)
    ring = replace(one, plumbing=replace(p, lines=(Line(id="L1", start="m/outlet", end="m/inlet", bore=0.0127, length=2.0),)))
    around = lines(ring)
    assert all(not np.isnan(q.flow) for q in around.reading.pumps)
    kinds: tuple[FittingKind, ...] = ("ball valve", "injector", "tap")
    with pytest.raises(KeyError):
        figure_of(Fitting(id="x", kind=kinds[0]), "ratio")


def test_names_that_are_told_apart_are_never_another_s() -> None:
    """Two tanks of a name beside one that is called as the second would be; two taps without names keep their own shares."""
    assert told_apart(["Tank", "Tank", "Tank (2)", "Tank"]) == ("Tank", "Tank (3)", "Tank (2)", "Tank (4)")
    one = packed("barn-closed")
    p = one.plumbing
    taps = replace(one, plumbing=replace(p, fittings=(*p.fittings, *(Fitting(id=f"T{n}", kind="tap") for n in range(2)))))
    names = source_names(taps)
    assert (
        len(set(names.values())) == len(names) == len(list(one.tanks())) + sum(f.kind == "tap" for f in taps.plumbing.fittings)
    )
