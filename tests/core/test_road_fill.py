"""Road fill against another solver, sampling and brute force; draining against closed forms and a fluids library."""

from math import pi, sqrt

import numpy as np
import pytest
from fluids.friction import friction_factor
from hypothesis import given
from hypothesis import strategies as st
from msgspec.structs import replace
from scipy.optimize import linprog, minimize

from frelt.core.base.constants import GRAVITY as G
from frelt.core.base.units import GALLON
from frelt.core.kind.draws import rates
from frelt.core.kind.substances import hypochlorite
from frelt.core.liquids.drain import drain_time, flow, friction, level_time
from frelt.core.liquids.fill_order import fill_order
from frelt.core.liquids.road_fill import RoadFill, fill_marks, road_fill, with_road_fill
from frelt.core.model.rig import Rig
from frelt.core.model.state import FillRange
from frelt.core.solve import solve
from tests.conftest import block, demo, examples, piped, rig, tank

PLACES = st.tuples(st.floats(0.3, 4.7), st.floats(-0.6, 0.6), st.floats(150, 700))


def laden(places: list[tuple[float, float, float]]) -> Rig:
    return rig(block("engine", 180.0, 1.6), *(tank(f"t{n}", litres, u, v) for n, (u, v, litres) in enumerate(places)))


def wrong(one: Rig, fills: dict[str, float]) -> list[str]:
    """Limits that are over at one exact fill, by solving the rig at that fill alone."""
    ranges = {a: FillRange(low=f, high=f) for a, f in fills.items()}
    at = replace(one, states=tuple(replace(s, fills={**s.fills, **ranges}) for s in one.states))
    loads = solve(at).loads
    assert loads is not None
    out = []
    for n, m in enumerate(loads.limits):
        value = float(loads.greatest.value[0, n])
        size = 1e-6 * max(1.0, abs(m.high or 0.0), abs(m.low or 0.0))
        if loads.applies[0, n] and (
            (m.high is not None and value > m.high + size) or (m.low is not None and value < m.low - size)
        ):
            out.append(m.id)
    return out


@examples(30)
@given(st.lists(PLACES, min_size=1, max_size=4), st.integers(0, 2**32 - 1))
def test_every_fill_in_the_box_is_right_and_the_box_cannot_grow(places: list[tuple[float, float, float]], seed: int) -> None:
    one = laden(places)
    found = road_fill(solve(one))
    rng = np.random.default_rng(seed)
    if not found.caps:
        low = {a: t.heel for a, _, t in one.tanks()}
        assert not found.binding or wrong(one, low) or not found.why.startswith("even")
        return
    for _ in range(12):
        corner = rng.random() < 0.5
        share = rng.integers(0, 2, len(found.caps)) if corner else rng.random(len(found.caps))
        fills = {c.tank.address: c.low + s * (c.fill - c.low) for c, s in zip(found.caps, share, strict=True)}
        assert wrong(one, fills) == []
    for grown in found.caps:
        if not grown.full:
            worst = [dict.fromkeys((c.tank.address for c in found.caps), 0.0) for _ in range(1 << len(found.caps))]
            for mask, fills in enumerate(worst):
                for n, c in enumerate(found.caps):
                    top = min(c.fill + 0.01, 1.0) if c is grown else c.fill
                    fills[c.tank.address] = top if mask >> n & 1 else c.low
            assert any(wrong(one, fills) for fills in worst)


@examples(20)
@given(st.lists(PLACES, min_size=2, max_size=4))
def test_the_price_of_one_more_is_what_filling_it_by_a_liter_costs_the_others(places: list[tuple[float, float, float]]) -> None:
    """Source: finite differences. The tank is given a liter more and the whole fill is looked for again in the others, by a simplex
    of another making (SciPy's HiGHS dual on rows put together here), which must find so much less, or nothing at all."""
    from frelt.core.liquids.fill_choice import choices
    from frelt.core.liquids.road_fill import _programs

    solved = solve(laden(places))
    found = road_fill(solved)
    if not found.caps or solved.loads is None:
        return
    rows = next(_programs(solved, solved.loads, (0,), choices(solved.rig, solved.frames, solved.loads, (0,)), False, None))
    whole = np.array([c.choice.whole for c in found.caps])
    fills = np.array([c.fill for c in found.caps])
    for i, cap in enumerate(found.caps):
        if cap.full or (rows.top[i] - fills[i]) * whole[i] < 1e-3:
            continue
        equal = np.eye(len(fills))[[i]]
        bounds = list(zip(rows.low, rows.top, strict=True))
        rest = rows.rest + 1e-7 * np.abs(rows.a).max(axis=1)
        best = linprog(-whole, rows.a, rest, equal, [fills[i] + 1e-3 / whole[i]], bounds=bounds, method="highs-ds")
        if cap.price is None:
            assert not best.success
            continue
        assert best.success
        assert cap.price == pytest.approx(1.0 + (float(whole @ fills) + best.fun) / 1e-3, abs=2e-3)
        assert cap.price >= 1.0 - 1e-3  # else the whole would be more with it


@examples(25)
@given(st.lists(PLACES, min_size=2, max_size=3), st.booleans())
def test_the_most_liquid_is_that_of_another_solver(places: list[tuple[float, float, float]], exact: bool) -> None:
    """Source: SciPy's SLSQP on the same rows, from several starts; it can only fall short."""
    from frelt.core.liquids.fill_choice import choices
    from frelt.core.liquids.road_fill import _programs

    solved = solve(laden(places))
    found = road_fill(solved, exact=exact)
    assert solved.loads is not None
    rows = next(_programs(solved, solved.loads, (0,), choices(solved.rig, solved.frames, solved.loads, (0,)), exact, None))
    a, rest = rows.a, rows.rest
    scale = np.maximum(np.abs(a).max(axis=1), 1e-9)
    best = -1.0
    for start in (rows.low, (rows.low + rows.top) / 2, rows.top):
        got = minimize(
            lambda u: -(rows.capacity @ u),
            start,
            jac=lambda u: -rows.capacity,
            bounds=list(zip(rows.low, rows.top, strict=True)),
            constraints={"type": "ineq", "fun": lambda u: (rest - a @ u) / scale, "jac": lambda u: -a / scale[:, None]},
            method="SLSQP",
        )
        if got.success and ((rest - a @ got.x) / scale).min() > -1e-7:
            best = max(best, float(rows.capacity @ got.x))
    if found.caps:
        assert found.volume >= best - 1e-6
        assert best < 0 or found.volume == pytest.approx(best, rel=2e-3, abs=1e-4)
    else:
        assert best < 0


def test_two_tanks_against_brute_force() -> None:
    """The best pair of caps of a fine grid, each tried at the four corners of its box, is the linear program's."""
    one = laden([(0.8, 0.3, 600.0), (4.4, -0.2, 500.0)])
    found = road_fill(solve(one))
    steps = np.linspace(0.0, 1.0, 51)
    best = (
        max(
            0.6 * a + 0.5 * b
            for a in steps
            for b in steps
            if all(not wrong(one, {"t0/tank": x, "t1/tank": y}) for x in {0.0, float(a)} for y in {0.0, float(b)})
        )
        if found.caps
        else 0.0
    )
    assert best <= found.volume + 1e-9 and found.volume - best < 0.03


def test_hours_and_priority_choose_other_caps() -> None:
    """By definition: no other aim lasts longer than `hours`, nor gives the first tank more than `priority`."""
    one = demo("tram-stops").rigs[0]
    solved = solve(one)
    liquid, longest = road_fill(solved), road_fill(solved, aim="hours")
    assert longest.hours >= liquid.hours - 1e-6 and liquid.volume >= longest.volume - 1e-9
    sh = next(c.tank.address for c in liquid.caps if c.tank.part.liquid.tint == "sh")
    first = road_fill(solved, aim="priority", priority=(sh,))
    at = {c.tank.address: c.fill for c in first.caps}
    assert at[sh] >= max(c.fill for c in liquid.caps if c.tank.address == sh) - 1e-9
    assert set(rates(one)) <= {"water", "sh"}


def test_set_as_road_ranges_everything_is_right_and_rounded_down() -> None:
    one = demo("barn-wash").rigs[0]
    found = road_fill(solve(one))
    made = with_road_fill(one, found.caps, GALLON)
    water = next(c for c in found.caps if not c.full)
    held = made.states[1].fills[water.tank.address].high * water.tank.part.capacity.value / GALLON
    assert held == pytest.approx(round(held)) and held <= water.volume / GALLON + 1e-9
    loads = [c for s in made.states if s.road for c in solve(made).by_state[s.id] if c.status == "over"]
    assert loads == []


def test_the_order_of_filling_keeps_every_moment_right_and_is_found_by_trying_all() -> None:
    """Every order of three tanks is walked in fine steps; the order given is among those that stay right."""
    from itertools import permutations

    one = demo("hull-rinse").rigs[0]
    solved = solve(one)
    found = road_fill(solved, exact=True)
    order = fill_order(solved, found.caps)
    assert order is None or set(order) <= {c.tank.address for c in found.caps}
    caps = {c.tank.address: c for c in found.caps}
    bare = replace(one, states=(replace(one.states[1], id="yard", road=False, fills=dict(one.states[1].fills)),))

    def right(way: tuple[str, ...]) -> bool:
        fills = {a: c.low for a, c in caps.items()}
        for a in way:
            for share in np.linspace(0, 1, 6):
                fills[a] = caps[a].low + share * (caps[a].fill - caps[a].low)
                if wrong(bare, dict(fills)):
                    return False
        return True

    rightly = [way for way in permutations(caps) if right(way)]
    if order is None:
        assert not rightly
    elif order:
        assert order in rightly
    else:
        assert len(rightly) == len(list(permutations(caps)))


def test_nothing_may_travel_where_the_empty_rig_is_wrong_already() -> None:
    one = rig(block("b", 900.0, 4.5), tank("t", 300.0, 1.0))
    found: RoadFill = road_fill(solve(one))
    assert found.caps == () and "Tongue share" in found.binding and "outside" in found.why


@pytest.mark.parametrize("bore", [0.019, 0.038, 0.051])
def test_a_box_drains_as_torricelli_says(bore: float) -> None:
    """Closed form: t = A/(C a) √(2h/g) with C = 1/√1.6, for an upright tank without a hose (any handbook of hydraulics)."""
    part = tank("t", 512.0, 0.0, size=0.8).tanks[0]
    expected = 0.64 / (pi / 4 * bore**2 / sqrt(1.6)) * sqrt(2 * 0.8 / G)
    assert drain_time(part, 1.0, 0.0, bore) == pytest.approx(expected, rel=1e-5)
    assert drain_time(part, 1.0, 0.25, bore) == pytest.approx(expected * 0.5, rel=1e-5)


@given(st.floats(0.2, 6.0), st.floats(0.013, 0.06))
def test_friction_and_hose_flow_are_those_of_the_fluids_library(speed: float, bore: float) -> None:
    """Source: fluids, Clamond's solution of Colebrook's equation; Haaland is within 2 % of it."""
    reynolds = speed * bore / 1e-6
    if reynolds > 4000:
        assert friction(speed, bore) == pytest.approx(friction_factor(Re=reynolds, eD=1e-5 / bore), rel=0.02)
    q = flow(0.5, bore, 8.0)
    v = q / (pi / 4 * bore**2)
    if v * bore / 1e-6 > 4000:
        f = friction_factor(Re=v * bore / 1e-6, eD=1e-5 / bore)
        assert v**2 / (2 * G) * (1.6 + f * 8.0 / bore) == pytest.approx(0.5, rel=0.03)


def test_a_long_hose_drains_slower_and_a_drop_faster() -> None:
    part = replace(tank("t", 200.0, 0.0, size=0.6).tanks[0], liquid=hypochlorite(12.5))
    plain = drain_time(part, 1.0, 0.0, 0.038)
    assert drain_time(part, 1.0, 0.0, 0.038, 10.0) > plain > drain_time(part, 1.0, 0.0, 0.038, 0.0, 0.5)
    assert drain_time(part, 0.2, 0.2, 0.038) == 0.0 and drain_time(part, 1.0, 0.0, 0.0) == float("inf")


def test_joined_tanks_level_as_the_textbook_says() -> None:
    """Closed form without a pipe's friction: t = 2 A (√h₁ - √h₂) / (C a √(2 g)), A of both in series (any handbook)."""
    one, two = tank("a", 512.0, 0.0, size=0.8).tanks[0], tank("b", 256.0, 0.0, size=0.8).tanks[0]
    area = 0.64 * 0.32 / (0.64 + 0.32)
    expected = 2 * area * (sqrt(0.2) - sqrt(0.001)) / (pi / 4 * 0.038**2 / sqrt(1.6) * sqrt(2 * G))
    assert level_time(one, two, 0.2, 0.038, 0.0) == pytest.approx(expected, rel=1e-3)
    assert level_time(one, two, 0.2, 0.019) > 3 * level_time(one, two, 0.2, 0.038) and level_time(one, two, 0.0, 0.038) == 0.0


@examples(12)
@given(st.floats(0.05, 0.35), st.floats(0.6, 4.2), st.floats(0.6, 4.2), st.floats(80, 500), st.integers(0, 2**32 - 1))
def test_tanks_joined_at_different_heights_have_one_cap_that_is_right_all_the_way_and_cannot_grow(
    raised: float, u: float, v: float, litres: float, seed: int
) -> None:
    """Against the rig solved at shares of the whole below the cap, and just above it; found once as “nothing may travel”."""
    a, b = tank("a", litres, u), tank("b", litres * 0.8, v)
    high = replace(b, place=replace(b.place, off=raised))
    base = rig(block("engine", 180.0, 1.6), a, high, tank("c", 200.0, 2.4, 0.5))
    one = replace(base, plumbing=piped(("a/tank", "b/tank")))
    found = road_fill(solve(one))
    if not found.caps:
        assert found.why.startswith("even with") or found.why.startswith("no fill")
        return
    assert {c.tank.address for c in found.caps} == {"a/tank", "c/tank"}
    rng = np.random.default_rng(seed)

    def both(fills: dict[str, float]) -> dict[str, float]:
        return {**fills, "b/tank": fills["a/tank"]}  # a range of joined tanks is that of their whole

    for _ in range(10):
        share = rng.integers(0, 2, 2) if rng.random() < 0.3 else rng.random(2)
        fills = {c.tank.address: c.low + s * (c.fill - c.low) for c, s in zip(found.caps, share, strict=True)}
        assert wrong(one, both(fills)) == []
    for grown in (c for c in found.caps if not c.full and c.price is None):
        more = {c.tank.address: min(c.fill + (0.02 if c is grown else 0.0), 1.0) for c in found.caps}
        lows = [{**more, x.tank.address: x.low} for x in found.caps if x is not grown]
        assert any(wrong(one, both(f)) for f in (more, *lows)) or grown.fill > grown.choice.shares[-1] - 0.021
    marks = fill_marks(found, 1e-6)
    assert set(marks) == {"a/tank", "b/tank", "c/tank"}
    whole = next(c for c in found.caps if c.tank.address == "a/tank")
    assert marks["a/tank"] * litres + marks["b/tank"] * litres * 0.8 == pytest.approx(whole.fill * litres * 1.8, abs=0.02)
    order = fill_order(solve(one), found.caps)
    assert order is None or set(order) <= {"a/tank", "c/tank"}
    put = with_road_fill(one, found.caps, 1e-6)
    assert all(c.status != "over" for c in solve(put).checks if c.quantity != "length" and c.kind != "side" and c.state)
