"""The day on a rig with lines: what is drawn follows from the network; findings F2, each as a case, by hand."""

from itertools import count
from math import pi

import numpy as np
import pytest
from msgspec.structs import replace

from frelt.core.base.figure import Figure
from frelt.core.day.emptied import emptied
from frelt.core.day.enough import enough
from frelt.core.day.piped import fed_guns, stations
from frelt.core.day.play import play
from frelt.core.day.played import Play
from frelt.core.day.templates import SCHOOLS, template
from frelt.core.edit.drains import drawn_drain
from frelt.core.edit.plumbing import turned, with_fitting
from frelt.core.kind.make import made
from frelt.core.kind.substances import hypochlorite
from frelt.core.model.day import Act, ActKind, Day
from frelt.core.model.item import Item, Placement
from frelt.core.model.plumbing import Fitting, Line, Plumbing
from frelt.core.model.rig import Rig
from frelt.core.network.lines import lines_solved
from frelt.core.solve import Solved, solve
from tests.conftest import rig, tank
from tests.core.test_packed import packed

GAL = 0.003785411784
GPM, MIN = GAL / 60, 60.0


def act(kind: ActKind, start: float, minutes: float, **more: object) -> Act:
    return Act(id=f"{kind}-{start}-{more.get('lane', 0)}", kind=kind, start=start * MIN, length=minutes * MIN, **more)


def vessel(name: str, gallons: float, u: float, heel: float = 0.0, sh: bool = False) -> Item:
    one = tank(name, gallons * GAL * 1000, u, size=0.8)
    part = replace(one.tanks[0], heel=heel / gallons, **({"liquid": hypochlorite(12.5)} if sh else {}))
    return replace(one, parts=(part,))


def shelters(tie: bool = False) -> Rig:
    """Bus shelters: a tap into 140 gal, a machine of 7 gal/min, a pump that soft-washes from a tank of its own behind a shut tie."""
    machine = made("machine", "m", "Machine", {"flow": Figure(value=7 * GPM), "pressure": Figure(value=1.7e7)})
    pump = made("pump", "p", "Pump", {"flow": Figure(value=5 * GPM), "pressure": Figure(value=5e5)})
    items = (
        vessel("water", 140, 1.0, 3.0),
        vessel("mix", 90, 2.2, 1.0),
        replace(machine, place=Placement(deck="floor", u=3.4, v=0.0)),
        replace(pump, place=Placement(deck="floor", u=4.4, v=0.0)),
    )
    fittings = (
        Fitting(id="W1", kind="tap"),
        Fitting(id="G1", kind="gun", tips=(12.0,)),
        Fitting(id="G2", kind="gun", tips=(40.0,)),
        Fitting(id="V5", kind="ball valve", bore=0.0508, stands=1.0 if tie else 0.0),
    )
    lines = (
        Line(id="L1", start="W1/out", end="water/tank", bore=0.019, length=5.0),
        Line(id="L2", start="water/tank", end="m/inlet", bore=0.0254, length=1.5),
        Line(id="L3", start="m/outlet", end="G1/in", bore=0.0127, length=30.0),
        Line(id="L4", start="mix/tank", end="p/inlet", bore=0.019, length=1.0),
        Line(id="L5", start="p/outlet", end="G2/in", bore=0.0127, length=45.0),
        Line(id="L6", start="water/tank", end="V5/in", bore=0.0508, length=0.8),
        Line(id="L7", start="V5/out", end="mix/tank", bore=0.0508, length=0.8),
    )
    return replace(rig(*items), plumbing=Plumbing(lines=lines, fittings=fittings))


def played(one: Rig, *acts: Act, **begins: float) -> tuple[Solved, Play]:
    full = {a: t.top for a, _, t in one.tanks()} | {f"{k}/tank": v for k, v in begins.items()}
    solved = solve(one)
    return solved, play(solved, Day(acts=acts, begins=full))


def shelter_day(minutes: float) -> tuple[Act, ...]:
    return (
        act("fill", 0, minutes, lane=1, flow=3.8 * GPM),
        act("wash", 0, minutes, duty=0.75, uses=("m",)),
        act("soft wash", 0, min(minutes, 10), lane=2, duty=0.5, uses=("p",)),
    )


def test_a_tap_and_a_gun_are_both_counted_and_a_dry_tank_starves() -> None:
    """By hand: 7 gal/min at 75 % is 5.25; in 60 min 315 gal, of which the tap gives 228 and the tank 87; 137 gal last 137/1.45 = 94.5 min."""
    _, got = played(shelters(), *shelter_day(60))
    fell = (got.fills[0, 0] - got.fills[-1, 0]) * 140
    assert got.used["water/tank"] / GAL == pytest.approx(315, rel=0.01)
    assert fell == pytest.approx(
        315 - 60 * 3.8, rel=0.04
    )  # its own hose takes a little of the tap's and not [s for s in got.short if "water" in s.tank]
    solved, long = played(shelters(), *shelter_day(140))
    (short,) = [s for s in long.short if s.tank == "water/tank"]
    assert short.at / MIN == pytest.approx(137 / 1.45, rel=0.02)
    after = [f for t, f in zip(long.times, long.fills[:, 0], strict=True) if t > short.at + 60]
    assert after and max(after) == pytest.approx(3 / 140, abs=1e-3)  # it starves on what the tap gives and is not filled
    assert short.missing / GAL == pytest.approx((140 - 137 / 1.45) * 1.45, rel=0.05)
    would = enough(solved, long, short)
    assert "V5" in would.opened  # the soft-wash tank's water, by opening the tie
    assert would.tap is not None and would.tap / GPM == pytest.approx(5.25 - 137 / 140, rel=0.02)
    assert would.capacity is not None and would.capacity / GAL == pytest.approx(140 * 1.45 + 3, rel=0.02)
    tied = turned(shelters(), "V5", 1.0)
    assert not [s for s in played(tied, *shelter_day(140))[1].short if "water" in s.tank]


def test_what_would_have_done_is_proved_by_playing_it() -> None:
    solved, long = played(shelters(), *shelter_day(140))
    short = next(s for s in long.short if s.tank == "water/tank")
    tap = enough(solved, long, short).tap
    assert tap is not None
    for factor, dry in ((1.0, False), (0.97, True)):
        acts = tuple(replace(a, flow=tap * factor) if a.kind == "fill" else a for a in long.day.acts)
        again = play(solved, replace(long.day, acts=acts))
        assert bool([s for s in again.short if "water" in s.tank]) is dry


def test_the_trigger_share_is_the_mean_of_open_and_shut_and_every_gallon_is_somewhere() -> None:
    for duty in (0.25, 0.75, 1.0):
        _, got = played(shelters(), act("wash", 0, 15, duty=duty, uses=("m",)))
        assert got.used["water/tank"] / GAL == pytest.approx(15 * 7 * duty, rel=0.01)
        for i, address in enumerate(got.addresses):
            whole = next(t.capacity.value for a, _, t in shelters().tanks() if a == address)
            change = (got.fills[-1, i] - got.fills[0, i]) * whole
            assert got.filled[address] - got.used[address] == pytest.approx(change, abs=1e-6)  # to the gram


def test_it_agrees_with_a_simulation_of_one_second_steps() -> None:
    """Euler's method on the network's own rates at each second: fills within half a percent of a tank."""
    from frelt.core.day.aboard import Aboard
    from frelt.core.day.piped import Piped

    solved, got = played(shelters(tie=True), *shelter_day(30), water=0.6, mix=0.9)
    aboard = Aboard(solved.rig, solved.frames)
    lines = Piped(solved.rig, solved.frames, aboard)
    fills = got.fills[0].copy()
    for t in np.arange(0.0, 30 * MIN, 5.0):
        moves = lines.moves(got.day, [a for a in got.day.acts if a.start <= t < a.end], fills)
        for d in moves.drawn:
            fills[d.tanks[0]] -= 5.0 * d.rate / aboard.whole[d.tanks[0]]
        for p in moves.poured:
            fills[p.tank] += 5.0 * p.rate / aboard.whole[p.tank]
        fills = np.minimum(fills, 1.0)
    assert fills[:2] == pytest.approx(got.fills[-1, :2], abs=0.03)


def test_two_operators_run_one_machine_each_and_a_handle_wanted_two_ways_is_said() -> None:
    one = packed("hull-closed")
    guns = {i: fed_guns(one, i) for i in ("cold", "hot")}
    assert guns == {"cold": ("B1",), "hot": ("G2",)}
    acts = (act("wash", 0, 10, duty=1.0), act("wash", 0, 10, lane=1, duty=1.0))
    here, _ = stations(one, acts)
    assert len({next(iter(s.running)) for s in here}) == 2
    _, got = played(one, *acts)
    drawn = sum(v for a, v in got.used.items() if a.startswith("water")) / GAL
    assert drawn == pytest.approx(160, rel=0.02)  # two machines of 8 gal/min for 10 min: 160 gal, and not 320
    clash = (replace(acts[0], sets={"V5": 1.0}), replace(acts[1], sets={"V5": 0.0}))
    assert any("V5 is wanted two ways" in n for n in stations(one, clash)[1])


def test_spare_fuel_is_burned_when_the_own_tank_is_dry() -> None:
    one = packed("harbor-skid")
    own = next(i.tanks[0] for i in one.items if i.id == "cold")
    acts = (act("fill", 0, 900, lane=1, flow=5 * GPM), act("wash", 0, 900, duty=1.0, uses=("cold",)))
    _, got = played(one, *acts)
    can = next(v for a, v in got.used.items() if a.startswith("gas-can"))
    assert got.used[f"cold/{own.id}"] > 0 and can > 0
    first_dry = min((s.at for s in got.short if "cold" in s.tank or "gas" in s.tank), default=np.inf)
    assert first_dry > own.capacity.value / 1e-6  # not before its own tank is


def test_soft_wash_takes_sh_by_the_valves_and_not_by_what_is_typed() -> None:
    one = packed("barn-closed")
    _, low = played(turned(one, "M2", 0.2), act("soft wash", 0, 10, duty=1.0, uses=("pump-12v-7-13",)))
    _, high = played(turned(one, "M2", 0.9), act("soft wash", 0, 10, duty=1.0, uses=("pump-12v-7-13",)))
    assert 0 < low.used["sh/tank"] < high.used["sh/tank"]


def test_a_drain_as_piped_takes_as_long_as_the_flows_summed_at_two_hundred_levels_and_its_own_drain_drawn_is_one() -> None:
    """The play's twenty steps against volume over flow at 200 levels; free fall through 1 in from 140 gal is of Torricelli's order."""
    one = shelters()
    low = drawn_drain(one, "water/tank", 0.0254)
    drain = low.plumbing.fittings[-1]
    assert drain.kind == "drain" and drain.stands == 0.0 and emptied(solve(one), "water/tank", {}) is None
    low = with_fitting(low, replace(drain, place=Placement(deck="floor", u=1.0, v=0.0, off=-0.3)))
    solved, heel = solve(low), 3 / 140
    got = emptied(solved, "water/tank", {"water/tank": 1.0, "mix/tank": 1.0})
    assert got is not None and got.left == pytest.approx(heel, abs=1e-6)
    levels, step = np.linspace(1.0, heel, 200, endpoint=False), (1.0 - heel) / 200
    shut = {"W1": 0.0, "G1": 0.0, "G2": 0.0, drain.id: 1.0}
    found = (lines_solved(low, solved.frames, {"water/tank": f - step / 2}, shut, (), solved.frames.kept) for f in levels)
    out = [-t.flow for x in found if x is not None for t in x.reading.tanks if t.tank == "water/tank"]
    assert got.seconds == pytest.approx(sum(140 * GAL * step / q for q in out), rel=5e-3)
    ideal = 140 * GAL / (pi / 4 * 0.0254**2 * (2 * 9.81 * 1.1) ** 0.5)
    assert ideal < got.seconds < 4 * ideal


@pytest.mark.parametrize("name", ["barn-closed", "harbor-skid", "ballast-skid"])
def test_a_day_of_a_packed_rig_leaves_no_flow_unknown_where_a_tap_presses_on_a_float_that_is_shut(name: str) -> None:
    """What stands still under the customer's pressure has flows of rounding only, which must not pass for unrest."""
    one = packed(name)
    got = play(solve(one), template(one, next(iter(SCHOOLS)), lambda start, n=count(): f"{start}{next(n)}"))
    assert len(got.times) and not any("could not be worked out" in n for n in got.notes)
    assert not any("must shut it" in n for n in got.notes)


def test_a_valve_shut_in_an_act_starves_its_machine_and_the_day_says_so() -> None:
    one = packed("tram-tray")
    wash = Act(id="w", kind="wash", start=0.0, length=1800.0, duty=0.6)
    open_, shut = (
        play(solve(one), Day(acts=(replace(wash, sets=s),), begins={a: t.top for a, _, t in one.tanks()}))
        for s in ({}, {"V2": 0.0})
    )
    assert open_.notes == () and sum(open_.used.values()) > 0.1
    assert any("Hot machine starves as its lines stand" in n for n in shut.notes)
    assert sum(v for a, v in shut.used.items() if a.startswith("water")) < 1e-6
