"""Vehicles, and trailers hitched to them, against an independent finite-element frame library (PyNite)."""

import numpy as np
import pytest
from hypothesis import assume, given
from hypothesis import strategies as st
from msgspec.structs import replace
from scipy.optimize import linprog

from frelt.core.base.figure import Figure, plate
from frelt.core.base.units import METRIC
from frelt.core.judge.words import sentence
from frelt.core.masses.bare import bare
from frelt.core.model.carrier import Aboard, Axle, Deck, Seat, Tires, Trailer, Vehicle, VehicleEmpty, VehicleRatings
from frelt.core.model.item import Placement
from frelt.core.model.rig import Bars, Rig
from frelt.core.model.rules import RuleSet
from frelt.core.model.state import FillRange, Person, State
from frelt.core.placing.safe_floor import safe_floor
from frelt.core.solve import solve
from frelt.core.statics.loads import Loads
from frelt.core.statics.supports import arm_length
from frelt.core.statics.worst import extreme
from tests.conftest import block, examples, rig, tank, trailer
from tests.core.frames import Beam, pair

REL = 1e-6
FRONT, REAR, BALL = -2.2, 1.3, 2.6
ROAD = State(id="road", name="On the road")


def vehicle(ball: float | None = BALL, rears: tuple[float, ...] = (REAR,), **more: object) -> Vehicle:
    deck = Deck(id="bed", name="Bed", on="v", origin=(0, 0, 0.8), outline=((0, -0.8), (2.0, -0.8), (2.0, 0.8), (0, 0.8)))
    tires = Tires(rating=plate(1200.0))
    return Vehicle(
        id="v",
        name="Test pickup",
        front=Axle(id="f", name="Front axle", x=FRONT, track=1.7, rating=plate(1900.0), tires=tires),
        rear=tuple(
            Axle(id=f"r{i}", name="Rear axle", x=x, track=1.7, rating=plate(2500.0), tires=tires) for i, x in enumerate(rears)
        ),
        ball_x=ball,
        decks=(deck,),
        seats=(Seat(id="driver", name="Driver", x=-0.9, y=-0.4),),
        empty=VehicleEmpty(front=Figure(value=1250.0), rear=Figure(value=950.0)),
        ratings=VehicleRatings(gross=plate(4000.0), payload=plate(900.0)),
        front_roll_share=Figure(value=0.5),
        **more,
    )


def on_bed(mass: float, u: float, v: float = 0.0) -> object:
    item = block("box", mass, u, v)
    return replace(item, place=Placement(deck="bed", u=u, v=v))


def loads_of(one: Rig) -> Loads:
    solved = solve(one)
    assert solved.loads is not None, solved.why
    return solved.loads


def carried(one: Rig, bars: str = "", s: int = 0) -> dict[str, float]:
    """The load of every support hitched; the rigs here have one fill."""
    loads = loads_of(one)
    case = next(c for c in loads.cases if c.condition == "hitched" and c.bars == bars)
    rows = case.supports.rows
    return dict(zip(case.supports.ids, extreme(loads.table, rows, np.zeros_like(rows), +1).value[s], strict=True))


def both(loads: dict[str, float], axle: str) -> float:
    return loads[f"{axle}/left"] + loads[f"{axle}/right"]


def test_a_vehicle_alone_is_a_beam_on_its_axles_and_a_tandem_rear_shares() -> None:
    """Source: PyNite; a tandem's pin stands at its middle."""
    one = rig(on_bed(400.0, 1.6), trailer=None, vehicle=vehicle(rears=(0.9, 1.9)))
    empty = bare(vehicle(rears=(0.9, 1.9)))
    frame = Beam()
    names = frame.run("n", sorted([FRONT, empty.x, 1.4, 1.6]))
    frame.hold(names[0], along=True)
    frame.hold(names[2])
    frame.load(names[1], empty.mass)
    frame.load(names[3], 400.0)
    frame.solve()
    ours = carried(one)
    assert both(ours, "f") == pytest.approx(frame.reaction(names[0]), rel=REL)
    assert both(ours, "r0") == both(ours, "r1") == pytest.approx(frame.reaction(names[2]) / 2, rel=REL)


@examples(25)
@given(
    st.floats(0.2, 1.8),
    st.floats(0.3, 4.6),
    st.floats(50, 700),
    st.sampled_from([BALL, 1.9, 1.3, 1.0]),
    st.sampled_from(["ball", "gooseneck"]),
)
def test_a_pair_is_two_beams_on_a_hinge(u: float, where: float, mass: float, ball: float, coupler: str) -> None:
    """Source: PyNite, two beams hinged at the ball; a gooseneck's stands above or ahead of the rear axle."""
    u, where = round(u, 2) + 0.003, round(where, 2) + 0.004  # no two nodes so near that the frame is singular
    towed = replace(trailer(), coupler=coupler)
    one = rig(on_bed(300.0, u), block("machine", mass, where), trailer=towed, vehicle=vehicle(ball))
    own, pulled = bare(vehicle(ball)), bare(towed)
    shift = ball + 1.0
    found = pair(
        FRONT,
        REAR,
        ball,
        3.0 + shift,
        [(own.mass, own.x), (300.0, u)],
        [(pulled.mass, pulled.x + shift), (mass, where + shift)],
    )
    ours = carried(one)
    assert both(ours, "f") == pytest.approx(found["front"], abs=0.01)
    assert both(ours, "r0") == pytest.approx(found["rear"], abs=0.01)
    assert both(ours, "a0") == pytest.approx(found["axles"], abs=0.01)


@examples(20)
@given(st.floats(0.1, 1.0), st.floats(0.6, 2.4), st.floats(100, 700))
def test_bars_are_a_couple_at_the_hinge_that_restores_its_share_of_the_front_load(
    share: float, where: float, mass: float
) -> None:
    """Source: PyNite, a couple on both bodies at the hinge; its size by the restored share itself (SAE J2807's
    measure of restoration, from memory): front load with bars = without trailer, less (1 - share) of what was lost."""
    towed = trailer(axles=(2.6, 3.4))
    one = rig(block("machine", mass, where), trailer=towed, vehicle=vehicle(), bars=Bars(share=share, set_in="road"))
    own, pulled, shift = bare(vehicle()), bare(towed), BALL + 1.0
    loads = [(own.mass, own.x)]
    behind = [(pulled.mass, pulled.x + shift), (mass, where + shift)]
    plain = pair(FRONT, REAR, BALL, 3.0 + shift, loads, behind)
    alone = 1250.0
    assume(alone - plain["front"] > 5.0)
    per_couple = pair(FRONT, REAR, BALL, 3.0 + shift, loads, behind, couple=100.0)["front"] - plain["front"]
    couple = 100.0 * share * (alone - plain["front"]) / per_couple
    found = pair(FRONT, REAR, BALL, 3.0 + shift, loads, behind, couple=couple)
    assert found["front"] == pytest.approx(alone - (1 - share) * (alone - plain["front"]), abs=0.01)
    for bars in ("as set", "share kept"):
        ours = carried(one, bars)
        assert both(ours, "f") == pytest.approx(found["front"], abs=0.01)
        assert both(ours, "r0") == pytest.approx(found["rear"], abs=0.01)
        assert both(ours, "a0") + both(ours, "a1") == pytest.approx(found["axles"], abs=0.01)
    static = solve(one).check("coupler:tongue")
    assert static is not None and static.load == pytest.approx(carried(replace(one, bars=None))["coupler"])


def test_bars_keep_their_couple_in_other_states_and_the_worse_of_both_counts() -> None:
    states = (
        State(id="full", name="Full", fills={"w/tank": FillRange(low=1.0, high=1.0)}),
        State(id="dry", name="Dry", fills={"w/tank": FillRange(low=0.0, high=0.0)}),
    )
    one = rig(tank("w", 400.0, 0.8), trailer=trailer(), vehicle=vehicle(), bars=Bars(share=0.8, set_in="full"), states=states)
    set_full, kept = carried(one, "as set", 1), carried(one, "share kept", 1)
    assert both(set_full, "f") > both(kept, "f") and both(set_full, "a0") > both(kept, "a0")
    axle = next(c for c in solve(one).by_state["dry"] if c.id == "axle:a0")
    assert axle.load == pytest.approx(both(set_full, "a0"))
    assert [c.id for c in solve(one).by_state["dry"]].count("axle:a0") == 1
    assert both(carried(one, "as set"), "f") == pytest.approx(both(carried(one, "share kept"), "f"))
    assert (
        carried(replace(one, vehicle=vehicle(REAR)), "").keys() == carried(one, "as set").keys()
    )  # no bars without an overhang


@examples(20)
@given(st.floats(0.1, 0.9), st.floats(-0.6, 0.6), st.floats(1.4, 2.0), st.floats(1.4, 2.0))
def test_a_sideways_moment_is_shared_by_roll_stiffness(share: float, v: float, front: float, rear: float) -> None:
    """Source: PyNite, a rigid frame on four springs whose roll stiffnesses stand in the ratio of the share."""
    base = replace(vehicle(None), front_roll_share=Figure(value=share))
    base = replace(base, front=replace(base.front, track=front), rear=(replace(base.rear[0], track=rear),))
    one = rig(on_bed(500.0, 0.9, v), trailer=None, vehicle=base)
    empty = bare(base)
    frame = Beam()
    spine = frame.run("s", sorted([FRONT, empty.x, 0.9, REAR]))
    for name, x, track, k in (("f", FRONT, front, 2 * share / front**2), ("r", REAR, rear, 2 * (1 - share) / rear**2)):
        node = spine[0] if name == "f" else spine[3]
        for side, z in (("left", -track / 2), ("right", track / 2)):
            frame.model.add_node(f"{name}{side}", x, 0, z)
            frame.model.add_member(f"{name}{side}m", node, f"{name}{side}", "steel", "stiff")
            frame.model.def_support(f"{name}{side}", name == "f", False, True, False, side == "left", False)
            frame.model.def_support_spring(f"{name}{side}", "DY", k * 1e5)
    order = sorted([(empty.x, empty.mass, 0.0), (0.9, 500.0, v)])
    for node, (_, mass, across) in zip(spine[1:3], order, strict=True):
        frame.load(node, mass)
        frame.model.add_node_load(node, "MX", mass * across)  # -mass at z = across turns about x
    frame.solve()
    ours = carried(one)
    for axle, name, k in (("f", "f", 2 * share / front**2), ("r0", "r", 2 * (1 - share) / rear**2)):
        for side in ("left", "right"):
            assert ours[f"{axle}/{side}"] == pytest.approx(frame.sunk(f"{name}{side}") * k * 1e5, abs=0.05)


def torsion(ball: float | None, rates: tuple[float, float] = (40_000.0, 40_000.0)) -> Trailer:
    base = trailer(axles=(2.4, 3.3), tongue=60.0, on_axles=440.0)
    axles = tuple(replace(a, rate=Figure(value=k)) for a, k in zip(base.axles, rates, strict=True))
    return replace(base, axles=axles, sharing="independent", coupler_z=0.45, ball_z=ball)


@examples(20)
@given(st.floats(-0.12, 0.16), st.floats(0.4, 4.4), st.floats(100, 700), st.floats(-400, 400))
def test_springs_with_a_couple_carry_and_lift_like_springs_that_only_push(
    raised: float, where: float, mass: float, couple: float
) -> None:
    """Source: PyNite, a beam held at the coupler's height, with a couple there, on springs that cannot pull."""
    from frelt.core.masses.moments import moments_of
    from frelt.core.statics.supports import pieces

    one = rig(block("machine", mass, where), trailer=torsion(0.45 + raised))
    assert one.trailer is not None
    empty = bare(one.trailer)
    sag = empty.mass * (empty.x + 1.0) / sum(40_000.0 * (x + 1.0) for x in (2.4, 3.3))
    frame = Beam()
    nodes = frame.run("n", [-1.0, 2.4, 3.3, 5.0])
    frame.hold(nodes[0], along=True)
    frame.model.def_node_disp(nodes[0], "DY", -(sag - raised))
    for node in nodes[1:3]:
        frame.model.def_support(node, False, False, True, False, False, False)
        frame.model.def_support_spring(node, "DY", 40_000.0, "-")
    for m, x in ((empty.mass, empty.x), (mass, where)):
        i = next(n for n, (a, b) in enumerate(((-1.0, 2.4), (2.4, 3.3), (3.3, 5.0))) if a <= x <= b)
        frame.model.add_member_pt_load(f"n{i}-n{i + 1}", "Fy", -m, x - (-1.0, 2.4, 3.3)[i])
    frame.model.add_node_load(nodes[0], "MZ", -couple)
    try:
        frame.solve(linear=False)
    except Exception:  # the library gives up where both springs would be free
        assume(False)
    columns = moments_of(one)
    turn = np.zeros(columns.size)
    turn[-1] = couple
    loads = loads_of(one)
    at = loads.moments_at(0, np.zeros(0))
    piece = next(
        (p for p in pieces(one.trailer, columns, "hitched", 0.45 + raised, turn) if p.low <= at @ p.arm <= p.high), None
    )
    assume(piece is not None)
    assert piece is not None
    for axle, node in (("a0", nodes[1]), ("a1", nodes[2])):
        assert at @ piece.supports.axle(axle) == pytest.approx(max(frame.sunk(node), 0.0) * 40_000.0, abs=0.5)


def test_the_worst_of_a_sprung_pair_with_bars_is_that_of_a_linear_program_on_each_piece() -> None:
    """Source: SciPy linprog (HiGHS) over the fills, piece by piece of the springs' range."""
    items = (tank("a", 250.0, 0.7), tank("b", 300.0, 4.2), block("machine", 200.0, 2.6))
    one = rig(*items, trailer=torsion(0.52), vehicle=vehicle(), bars=Bars(share=0.5, set_in="road"))
    one = replace(one, vehicle=replace(vehicle(), ball_z=0.52))
    loads = loads_of(one)
    assert loads.lifted
    table, checked = loads.table, 0
    for m, limit in enumerate(loads.limits):
        case = loads.cases[loads.case_of[m]]
        if limit.den is not None or limit.check == "lift" or (0, int(loads.case_of[m])) not in loads.lifted:
            continue
        n = int(np.count_nonzero(loads.case_of[:m] == loads.case_of[m]))
        best = []
        for part in loads.lifted[0, int(loads.case_of[m])]:
            arm, base = part.piece.arm, table.base[0]
            push, q0 = table.tank_moments @ arm, float(base @ arm)
            bounds = list(zip(table.low[0], table.high[0], strict=True))
            high = [part.piece.high - q0] if np.isfinite(part.piece.high) else []
            rows = [-push, *([push] if high else [])]
            done = linprog(-(table.tank_moments @ part.num[n]), A_ub=rows, b_ub=[q0 - part.piece.low, *high], bounds=bounds)
            if done.status == 0:
                best.append(float(base @ part.num[n]) - done.fun)
        assert float(loads.greatest.value[0, m]) == pytest.approx(max(best), abs=1e-6), (limit.id, case.bars)
        checked += 1
    assert checked > 20


def test_the_longer_arm_of_sprung_axles_is_where_they_carry_a_couple() -> None:
    """By hand: Σkd²/Σkd with d = 3.4 and 4.3 m and equal rates."""
    assert arm_length(torsion(None)) == pytest.approx((3.4**2 + 4.3**2) / (3.4 + 4.3))


def test_payload_counts_people_load_and_tongue_but_not_the_vehicle_or_its_own_fuel() -> None:
    """By hand, after the placard's words in 49 CFR 571.110: occupants and cargo, 68 kg an occupant."""
    fuel = replace(tank("fuel", 80.0, 0.5, -0.5), place=Placement(deck="bed", u=0.5, v=-0.5, off=-0.5), built_in=True)
    states = (replace(ROAD, people=(Person(id="p", seat="driver"),)),)
    one = rig(fuel, on_bed(300.0, 1.5), block("machine", 400.0, 1.0), trailer=trailer(), vehicle=vehicle(), states=states)
    tongue = carried(one)["coupler"]
    payload = solve(one).check("payload")
    assert payload is not None and payload.load == pytest.approx(68 + 300 + tongue)
    assert payload.spread == pytest.approx(25.0, abs=0.5)  # of the person; the bare vehicle's is no part of it
    gross = solve(one).check("vehicle:gross")
    assert gross is not None and gross.load == pytest.approx(2200 + 20 + 80 * 0.9982 + 68 + 300 + tongue)
    towed = solve(one).check("gross")
    assert towed is not None and towed.load == pytest.approx(900.0)
    pair_mass = solve(one).check("combination")
    assert pair_mass is not None and pair_mass.load == pytest.approx(gross.load - tongue + 900.0)


def test_an_unknown_roll_share_widens_the_tires_margins() -> None:
    """By hand: half a ± 0.2 of the moment 400 kg × 0.5 m over the track of 1.7 m."""
    unsure = replace(vehicle(None), front_roll_share=Figure(value=0.5, plus_minus=0.2))
    tire = solve(rig(on_bed(400.0, 0.9, 0.5), trailer=None, vehicle=unsure)).check("tire:f/right")
    sure = solve(rig(on_bed(400.0, 0.9, 0.5), trailer=None, vehicle=vehicle(None))).check("tire:f/right")
    assert tire is not None and sure is not None
    assert tire.spread == pytest.approx(np.hypot(sure.spread, 0.2 * 200.0 / 1.7))


def test_a_light_front_axle_is_told_as_steering() -> None:
    heavy = rig(block("machine", 2400.0, 0.2), trailer=trailer(), vehicle=vehicle(3.4), rules=RuleSet(front_share=0.3))
    front = solve(heavy).check("front-share")
    assert (
        front is not None
        and front.status == "over"
        and sentence(front, METRIC).startswith("Steering goes light: the front axle keeps ")
    )


def test_what_was_aboard_a_weighed_vehicle_is_taken_off() -> None:
    """By hand: a driver of 80 kg 1.3 m behind the front axle, on a wheelbase of 3.5 m."""
    rode = Aboard(what="driver", mass=Figure(value=80.0), x=FRONT + 1.3)
    seen = replace(
        vehicle(),
        empty=VehicleEmpty(
            front=Figure(value=1250.0 + 80 * 2.2 / 3.5), rear=Figure(value=950.0 + 80 * 1.3 / 3.5), aboard=(rode,)
        ),
    )
    assert (bare(seen).mass, bare(seen).x) == (pytest.approx(2200.0), pytest.approx(bare(vehicle()).x))


@given(st.floats(0.3, 4.6), st.floats(-0.7, 0.7), st.booleans())
def test_the_safe_floor_of_a_pair_with_bars_is_where_the_solver_says_ok(x: float, y: float, set_dry: bool) -> None:
    """Source: the solver itself at that spot, held against PyNite above; the bars are set with the item where it stands."""
    states = (
        State(id="full", name="Full"),
        State(id="dry", name="Dry", fills={"mine/tank": FillRange(low=0.0, high=0.0), "w/tank": FillRange(low=0.0, high=0.2)}),
    )
    one = rig(
        tank("mine", 250.0, 2.0),
        tank("w", 200.0, 3.6, 0.4),
        trailer=trailer(),
        vehicle=replace(vehicle(), ratings=VehicleRatings(gross=plate(2450.0), payload=plate(200.0))),
        bars=Bars(share=0.6, set_in="dry" if set_dry else "full"),
        rules=RuleSet(tongue_ball=(0.02, 0.3), side_difference=0.25, front_share=0.40),
        states=states,
    )
    floor = safe_floor(solve(one), "mine")
    moved = solve(
        replace(one, items=tuple(replace(i, place=replace(i.place, u=x, v=y)) if i.id == "mine" else i for i in one.items))
    )
    near = floor.allows(x, y, slack=1e-6) != floor.allows(x, y, slack=-1e-6)
    if not near and 0.21 < x < 4.79:
        assert floor.allows(x, y) == (
            not any(c.status == "over" for c in moved.checks if c.kind not in ("overlap", "off deck"))
        )
