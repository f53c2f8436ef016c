"""The day against a simulation in small steps, a balance to the gram, and days written out by hand."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec.structs import replace

from frelt.core.base.figure import Figure
from frelt.core.base.value import BadInput
from frelt.core.day.aboard import Aboard
from frelt.core.day.enough import enough
from frelt.core.day.play import play, table
from frelt.core.day.played import Play
from frelt.core.day.templates import SCHOOLS, template
from frelt.core.day.typed import typed
from frelt.core.edit.copies import copy_rig
from frelt.core.edit.removal import remove
from frelt.core.kind.make import made
from frelt.core.kind.substances import hypochlorite
from frelt.core.model.day import Act, ActKind, Day, clock
from frelt.core.model.integrity import check_rig
from frelt.core.model.item import Placement
from frelt.core.model.rig import Rig
from frelt.core.model.state import FillRange, State
from frelt.core.model.ties import Link
from frelt.core.solve import Solved, solve
from tests.conftest import block, demo, examples, piped, rig, tank, trailer

GPM = 0.003785411784 / 60
MIN = 60.0


def washer(litres: float = 200.0, gallons: float = 4.0) -> Rig:
    machine = made("machine", "m", "Machine", {"flow": Figure(value=gallons * GPM)})
    return rig(tank("water", litres, 2.5), replace(machine, place=Placement(deck="floor", u=3.6, v=0.0)), block("b", 60.0, 0.5))


def act(kind: ActKind, start: float, minutes: float, **more: object) -> Act:
    return Act(id=f"{kind}-{start}", kind=kind, start=start * MIN, length=minutes * MIN, **more)


def played(one: Rig, *acts: Act, **begins: float) -> Play:
    fuel = {a: 1.0 for a, _, t in one.tanks() if t.liquid.tint == "fuel"}
    return play(solve(one), Day(acts=acts, begins=fuel | {f"{k}/tank": v for k, v in begins.items()}))


def test_a_tank_runs_dry_when_a_bucket_and_watch_would_say() -> None:
    """By hand: 200 L at 4 gal/min, 15.14 L/min, last 13.2 min; 20 min want 102.8 L more."""
    got = played(washer(), act("wash", 0, 20), water=1.0)
    (short,) = [s for s in got.short if s.tank == "water/tank"]
    assert short.at / MIN == pytest.approx(200 / (4 * 3.785411784), rel=1e-9)
    assert short.missing * 1000 == pytest.approx(20 * 4 * 3.785411784 - 200, rel=1e-9)
    would = enough(solve(washer()), got, short)
    assert would.capacity == pytest.approx(20 * 4 * 3.785411784 / 1000, rel=2e-3) and would.tap is None


def test_a_tap_beside_a_machine_fills_what_is_left_over() -> None:
    """By hand: 5 gal/min in, 4 out: the tank gains 1 gal/min until its float shuts, and never runs dry."""
    got = played(washer(), act("wash", 0, 60), act("fill", 0, 60, lane=1, flow=5 * GPM), water=0.5)
    n = list(got.times).index(next(t for t in got.times if t > 0))
    gained = (got.fills[n] - got.fills[0])[0] * 0.2 / got.times[n]
    assert gained == pytest.approx(1 * GPM, rel=1e-6) and not [s for s in got.short if "water" in s.tank]
    assert got.fills[:, 0].max() <= 1.0 + 1e-9
    (note,) = got.notes  # by hand: half of 200 L at 1 gal/min is 26.4 min
    assert note == "Fill: water is full at 0:26, its float or somebody must shut it"


@examples(25)
@given(
    st.lists(
        st.tuples(
            st.sampled_from(["wash", "fill", "dump", "wait", "drive"]),
            st.integers(0, 90),
            st.integers(1, 60),
            st.integers(1, 12),
        ),
        min_size=1,
        max_size=6,
    ),
    st.floats(0.0, 1.0),
)
def test_fills_are_those_of_a_simulation_in_small_steps_and_balance(
    listed: list[tuple[ActKind, int, int, int]], begin: float
) -> None:
    """What left = what was there + what came - what remains, to the gram; and Euler's method with steps of 1 s agrees."""
    acts = tuple(
        Act(id=f"a{n}", kind=k, start=s * MIN, length=m * MIN, flow=f * GPM, distance=1e4)
        for n, (k, s, m, f) in enumerate(listed)
    )
    one = washer()
    day = Day(acts=acts, begins={"water/tank": begin} | {a: 1.0 for a, _, t in one.tanks() if t.liquid.tint == "fuel"})
    got = play(solve(one), day)
    for i, address in enumerate(got.addresses):
        whole = next(t.capacity.value for a, _, t in one.tanks() if a == address)
        change = (got.fills[-1, i] - got.fills[0, i]) * whole
        assert got.filled[address] - got.used[address] == pytest.approx(change, abs=1e-9)  # a gram is 1e-6 m³
    if any(k == "dump" for k, *_ in listed) or got.short:
        return  # a dump is let down at its mean rate; what is left of an act that ran dry is the play's own choice
    aboard, fills = Aboard(one), got.fills[0].copy()
    for t in np.arange(got.times[0], got.times[-1], 1.0):
        moves = typed(aboard, day, [a for a in acts if a.start <= t < a.end], fills)
        for d in moves.drawn:
            fills[d.tanks[0]] -= d.rate / aboard.whole[d.tanks[0]]
        for p in moves.poured:
            fills[p.tank] += p.rate / aboard.whole[p.tank]
        for i, vessel in enumerate(aboard.listed):
            fills[i] = min(max(fills[i], 0.0), vessel.part.top)
    assert fills == pytest.approx(got.fills[-1], abs=0.03)


def at_fills(solved: Solved, fills: dict[str, float], limit: str) -> float:
    one = solved.rig
    ranges = {a: FillRange(low=f, high=f) for a, f in fills.items()}
    loads = solve(replace(one, states=tuple(replace(s, fills=ranges) for s in one.states))).loads
    assert loads is not None
    m = next(n for n, x in enumerate(loads.limits) if x.id == limit)
    return float(loads.greatest.value[0, m])


def test_curves_are_the_rig_solved_at_each_moment_and_the_tightest_is_the_least() -> None:
    """Against solving the whole rig again at 60 moments: no moment is tighter than the one that is named."""
    one = demo("hull-rinse").rigs[0]
    one = replace(one, states=(one.states[1],))
    solved = solve(one)
    got = play(solved, template(one, SCHOOLS[0], lambda what, n=iter(range(99)): f"{what}-{next(n)}"))
    tight = got.tightest
    assert tight is not None
    curve = tight.curve
    for t in np.linspace(got.times[0], got.times[-1], 60):
        value = at_fills(solved, got.at(float(t)), curve.id)
        margins = [abs(b - value) / abs(b) if (b - value) * s >= 0 else -1 for b, s in ((curve.high, 1), (curve.low, -1)) if b]
        driving = bool(np.interp(t, got.times, got.driving) > 0.99)
        assert not driving or min(margins) >= tight.margin - 1e-6
    named = at_fills(solved, got.at(tight.at), curve.id)
    assert named == pytest.approx(float(curve.value[tight.moment]), rel=1e-6)


def test_what_is_dumped_is_not_used_up() -> None:
    """By hand: a full 200 L tank dumped for long enough loses all of it, down to the last of it."""
    got = played(washer(), act("dump", 0, 60), water=1.0)
    assert got.dumped["water/tank"] == pytest.approx(0.2, abs=1e-9) == pytest.approx(got.used["water/tank"], abs=1e-9)


def test_soft_wash_draws_by_strength() -> None:
    """By hand: 3 % on the wall out of 12.5 % is 24 % of the flow, soap 2 %, the rest water."""
    pump = replace(made("pump", "p", "Pump", {"flow": Figure(value=6 * GPM)}), place=Placement(deck="floor", u=4.0, v=0.0))
    sh = tank("sh", 100.0, 1.0)
    sh = replace(sh, parts=(replace(sh.tanks[0], liquid=hypochlorite(12.5)),))
    got = played(rig(tank("water", 300.0, 2.5), sh, pump), act("soft wash", 0, 10, strength=0.03), water=1.0, sh=1.0)
    total = 60 * GPM * MIN
    assert got.used["sh/tank"] == pytest.approx(0.24 * total) and got.used["water/tank"] == pytest.approx(0.76 * total)


def test_days_without_sense_are_explained() -> None:
    assert "no acts" in played(washer()).why
    assert played(washer(), act("fill", 0, 10, flow=0.0)).notes == ("Fill: no flow, nothing is filled",)
    assert "nothing aboard runs" in played(rig(tank("water", 100.0, 2.5)), act("wash", 0, 10)).notes[0]
    assert played(washer(), act("drive", 0, 10)).notes[0].endswith("so no fuel is used")


def test_a_day_follows_copies_and_removals_and_is_checked_in_files() -> None:
    one = replace(washer(), day=Day(acts=(act("wash", 0, 10, tank="water/tank", uses=("m",)),), begins={"water/tank": 1.0}))
    check_rig(one)
    n = iter(range(99))
    twin = copy_rig(one, lambda what: f"{what}-{next(n)}", "Twin")
    check_rig(twin)
    assert twin.day is not None and twin.day.acts[0].uses == (twin.items[1].id,)
    left = remove(one, "water")
    assert left.day is not None and left.day.acts == () and left.day.begins == {}
    with pytest.raises(BadInput, match=r"day.acts\[0\].tank"):
        check_rig(replace(one, day=Day(acts=(act("wash", 0, 10, tank="gone/tank"),))))


def test_every_template_of_every_demo_rig_plays_and_is_a_table() -> None:
    for name in ("barn-wash", "hull-rinse", "shelter-round", "tram-stops"):
        one = demo(name).rigs[0]
        for school in SCHOOLS:
            got = play(solve(one), template(one, school, lambda what, n=iter(range(99)): f"{what}-{next(n)}"))
            rows = list(table(got))
            assert got.tightest is not None and len(rows) == len(got.times) + 1 and len({len(r) for r in rows}) == 1
    assert clock(7.5 * 3600) == "7:30"


def busy(one: Rig, minutes: float = 40.0) -> Day:
    """Filled, driven, washed until dry, dumped: a day in which every tank moves."""
    acts = (
        act("fill", 0, 20, flow=8 * GPM), act("drive", 20, 10, distance=2e4), act("wash", 30, minutes), act("dump", 90, 30),
    )  # fmt: skip
    return Day(acts=acts, begins={a: 0.2 if t.liquid.tint == "water" else 1.0 for a, _, t in one.tanks()})


def rigs_of_all_kinds() -> dict[str, Rig]:
    """Joined on one level, joined at two heights, on springs whose wheels lift, tied, with bars."""
    machine = replace(
        made("machine", "m", "Machine", {"flow": Figure(value=4 * GPM)}), place=Placement(deck="floor", u=3.9, v=0.6)
    )
    a, b = tank("a", 200.0, 1.0, -0.5), tank("b", 200.0, 1.8, -0.5)
    high = replace(b, place=replace(b.place, off=0.25))
    level = rig(a, b, machine)
    joined = piped(("a/tank", "b/tank"))
    axles = tuple(replace(x, rate=Figure(value=30_000.0)) for x in trailer((2.4, 3.3)).axles)
    sprung = replace(trailer((2.4, 3.3)), axles=axles, sharing="independent", ball_z=0.55)
    heavy = replace(tank("far", 900.0, 4.6), place=Placement(deck="floor", u=4.6, v=0.0))
    return {
        "joined": replace(level, plumbing=joined),
        "heights": replace(rig(a, high, machine), plumbing=joined),
        "sprung": rig(a, heavy, machine, trailer=sprung),
        "tied": replace(level, links=(Link(factors={"a/tank": 1.0, "b/tank": 1.0}, low=0.0, high=1.2),)),
    }


@pytest.mark.parametrize("which", ["joined", "heights", "sprung", "tied"])
def test_a_day_is_the_rig_solved_at_each_moment(which: str) -> None:
    """At every moment every limit is what solving the rig at just those fills says; no moment between is tighter."""
    one = rigs_of_all_kinds()[which]
    one = replace(one, states=(State(id="road", name="Road"), State(id="yard", name="Yard", road=False)))
    got = play(solve(one), busy(one))
    assert not got.why and got.tightest is not None and len(got.times) > 8
    free = replace(one, links=())  # a day may break a tie; that is told, and the loads are still those of its fills
    times = [*got.times.tolist(), *np.linspace(got.times[0], got.times[-1], 41).tolist()]
    moments = [(got.state_at(t), got.at(t)) for t in times]
    for n, (state, fills) in enumerate(moments):
        if n < len(got.times):
            state, fills = got.states[n], dict(zip(got.addresses, got.fills[n].tolist(), strict=True))
        ranges = {a: FillRange(low=f, high=f) for a, f in fills.items()}
        if which == "heights":
            whole = (fills["a/tank"] + fills["b/tank"]) / 2  # of equal tanks
            ranges |= dict.fromkeys(("a/tank", "b/tank"), FillRange(low=whole, high=whole))
        loads = solve(replace(free, states=tuple(replace(s, fills=ranges) for s in free.states))).loads
        assert loads is not None
        s = one.state_number(state)
        for curve in got.curves:
            m = next(i for i, x in enumerate(loads.limits) if x.id == curve.id)
            value = float(loads.greatest.value[s, m])
            if not loads.applies[s, m]:
                assert n >= len(got.times) or np.isnan(curve.value[n])
            elif n < len(got.times):
                assert float(curve.value[n]) == pytest.approx(value, abs=1e-6)
            else:
                assert float(np.nanmin(curve.value)) - 1e-6 <= value <= float(np.nanmax(curve.value)) + 1e-6


def test_joined_tanks_run_dry_together_and_wheels_that_lift_carry_nothing() -> None:
    """By hand: two joined tanks of 200 L last 26.4 min at 4 gal/min, where one alone lasts 13.2."""
    one = rigs_of_all_kinds()["joined"]
    got = played(one, act("wash", 0, 60), a=1.0, b=1.0)
    (short,) = [s for s in got.short if s.tank == "a/tank"]
    assert short.at / MIN == pytest.approx(2 * 200 / (4 * 3.785411784), rel=1e-9)
    lifted = rigs_of_all_kinds()["sprung"]
    full = play(solve(lifted), replace(busy(lifted), begins={a: 1.0 for a, _, _ in lifted.tanks()}))
    front = next(c for c in full.curves if c.id == "axle:a0")
    assert float(np.nanmin(front.value)) == pytest.approx(0.0, abs=1e-6)


def test_a_day_that_breaks_a_tie_says_when() -> None:
    one = rigs_of_all_kinds()["tied"]
    got = play(solve(one), Day(acts=(act("fill", 0, 60, flow=8 * GPM, tank="a/tank"),), begins={"a/tank": 0.0, "b/tank": 1.0}))
    assert got.notes[-1].startswith("At 0:0") and "the tie between a and b is not kept" in got.notes[-1]


def test_a_dump_says_from_when_on_the_rig_may_go_on_the_road_by_axle_loads_found_by_hand() -> None:
    """468 kg and 2.0 t of water times its share on an axle of 1.5 t: at 57.4 % of the tank, and not before."""
    one = rig(tank("water", 2000.0, 2.6, size=1.0))
    dump = Act(id="d", kind="dump", start=0.0, length=3600.0)
    got = play(solve(one), Day(acts=(dump,), begins={"water/tank": 1.0}))
    share = (1500.0 - 468.0) / (float(got.curves[0].value[0]) - 468.0)
    assert "Dump: the rig may go on the road from 0:08 on, 8 min after it began" in got.notes
    assert got.at(7 * 60.0)["water/tank"] > share > got.at(9 * 60.0)["water/tank"]
    soon = play(solve(one), Day(acts=(replace(dump, length=300.0),), begins={"water/tank": 1.0}))
    assert "Dump: at its end the rig may not go on the road yet, axle 1 is passed" in soon.notes
