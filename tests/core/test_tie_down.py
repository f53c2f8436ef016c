"""What holds things: against a frame model of a library, closed forms of statics, a handbook's bolt group, rows of the rule."""

from math import hypot, inf

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec.structs import replace

from frelt.core.base.figure import Figure
from frelt.core.base.units import INCH, LB, US
from frelt.core.edit.copies import copy_rig, duplicate
from frelt.core.edit.items import turn
from frelt.core.edit.removal import settled
from frelt.core.edit.tie_down import with_held, without_held
from frelt.core.fixes.holding import cures
from frelt.core.geometry.frames import Frames
from frelt.core.kind.holding import Rubs, table_limit
from frelt.core.model.item import Item
from frelt.core.model.rig import Rig
from frelt.core.model.tie_down import Anchor, Block, Bolts, Strap, TieDown
from frelt.core.report.held import findings, mark_of_holding
from frelt.core.solve import solve
from frelt.core.tie_down import will_carry
from frelt.core.tie_down.body import Body, bodies
from frelt.core.tie_down.bolted import bolted
from frelt.core.tie_down.can_hold import can_hold
from frelt.core.tie_down.held import held
from frelt.core.tie_down.hold_it import hold_it
from frelt.core.tie_down.rule import by_rule, number_wanted
from frelt.core.tie_down.will_carry import Push, carried
from tests.conftest import block, rig, tank
from tests.core.test_as_built import stand
from tests.core.test_packed import packed

AHEAD, BEHIND, RIGHT = (-1.0, 0.0, 0.0), (1.0, 0.0, 0.0), (0.0, 1.0, 0.0)
G = Figure(value=1000.0)


def ring(name: str, u: float, v: float, holds: float | None = 1000.0) -> Anchor:
    return Anchor(id=name, deck="floor", u=u, v=v, holds=Figure(value=holds) if holds is not None else None)


def strap(name: str, item: str, start: str, end: str, *over: tuple[float, float, float], **more: object) -> Strap:
    return Strap(**{"id": name, "item": item, "start": start, "end": end, "over": over, "eye": G, **more})


def body_of(one: Rig, item: str, mu: float = 0.0) -> Body:
    (found,) = bodies(one, Frames(one), item)
    return replace(found, rubs=Rubs(mu, mu, ""))


def tall(*held: object, size: float = 0.5, height: float = 1.2) -> Rig:
    """A block of 200 kg, 0.5 m square and 1.2 m high in the middle of the deck."""
    one = block("box", 200.0, 2.0, 0.0, size)
    one = replace(one, height=Figure(value=height), centre=replace(one.centre, z=height / 2))
    return with_held(rig(one), *held)  # type: ignore[arg-type]


def test_straps_carry_what_a_frame_model_of_a_library_gives_them(monkeypatch: pytest.MonkeyPatch) -> None:
    """PyNite: a stiff body on springs that only push, six straps that only pull, none drawn tight, nothing rubs."""
    from Pynite import FEModel3D

    monkeypatch.setattr(will_carry, "SINK", 5e-6)  # the library's straps touch before the floor gives, ours once it has

    feet = {"A1": (1.2, -0.7), "A2": (1.3, 0.6), "A3": (2.9, -0.5), "A4": (2.7, 0.8), "A5": (1.9, -0.9), "A6": (2.2, 1.0)}
    hooks = [
        (-0.25, -0.25, 1.1),
        (-0.25, 0.25, 1.2),
        (0.25, -0.25, 0.9),
        (0.25, 0.25, 1.0),
        (0.0, -0.25, 0.4),
        (0.0, 0.25, 0.5),
    ]
    straps = [strap(f"S{k}", "box", name, "", at, pre=0.0) for k, (name, at) in enumerate(zip(feet, hooks, strict=True))]
    one = tall(*(ring(n, *at) for n, at in feet.items()), *straps)
    body = body_of(one, "box")
    (load,) = body.loads
    for way in (AHEAD, BEHIND, RIGHT, (-0.6, 0.8, 0.0)):
        (path,) = carried([Push(body, load, way, 0.0, 0.8)])
        assert path.held.all()
        model = FEModel3D()  # of what pulls and presses; what does not must have gone slack or lifted in its answer
        model.add_material("stiff", 1e12, 4e11, 0.3, 0.0)
        model.add_section("bar", 1.0, 1.0, 1.0, 1.0)
        model.add_node("c", *load.at)
        sink = load.mass / 5e-6 / len(body.contacts)
        points = [(f"n{k}", tuple(p)) for k, p in enumerate(body.contacts)]
        points += [(f"h{k}", tuple(pull.at[0])) for k, pull in enumerate(body.pulls)]
        for name, at in points:
            model.add_node(name, *at)
            model.add_member(f"m{name}", "c", name, "stiff", "bar")
        pressing = set(range(len(body.contacts)))
        pulling = {k for k, t in enumerate(path.tension[-1]) if t > 0}
        for k, pull in enumerate(body.pulls):
            model.add_node(f"a{k}", *pull.ends[0])
            model.def_support(f"a{k}", True, True, True, True, True, True)
            if k in pulling:
                model.add_spring(f"s{k}", f"h{k}", f"a{k}", pull.stiff)
        force = np.array(way) * 0.8 * load.mass + (0.0, 0.0, -load.mass)
        for axis, value in zip(("FX", "FY", "FZ"), force, strict=True):
            model.add_node_load("c", axis, float(value))
        for _ in range(8):
            for k in range(len(body.contacts)):
                model.def_support_spring(f"n{k}", "DZ", sink if k in pressing else 0.0)
            model.analyze_linear(check_stability=False)
            up = {k for k in pressing if model.nodes[f"n{k}"].DZ["Combo 1"] > 0}
            if not up:
                break
            pressing -= up
        for k, pull in enumerate(body.pulls):
            moved = np.array([getattr(model.nodes[f"h{k}"], d)["Combo 1"] for d in ("DX", "DY", "DZ")])
            stretched = -float(pull.way[0] @ moved)
            assert (stretched > -1e-9) == (k in pulling) or abs(stretched) < 1e-6
            assert path.tension[-1][k] == pytest.approx(max(pull.stiff * stretched, 0.0), rel=2e-3, abs=0.3)


def test_of_two_straps_along_one_line_the_shorter_carries_more_than_statics_share_out() -> None:
    """By hand: both stretch alike, so they carry as their stiffness, which goes with 1/length: 2.4 to 0.8 m is three to one."""
    low = [strap(name, "box", at, "", (0.0, 0.0, 0.0), pre=0.0) for name, at in (("S1", "A1"), ("S2", "A2"))]
    one = tall(ring("A1", 2.8, 0.0), ring("A2", 4.4, 0.0), *low, height=0.2)
    body = body_of(one, "box")
    body = replace(body, contacts=np.array([[x, y, body.contacts[0][2]] for x in (-5, 9) for y in (-5, 5)]))  # cannot tip
    (path,) = carried([Push(body, body.loads[0], AHEAD, 0.0, 0.8)])
    a, b = path.tension[-1]
    assert a + b == pytest.approx(0.8 * 200, rel=1e-3) and a / b == pytest.approx(3.0, rel=1e-3)
    limited = replace(body, pulls=tuple(replace(p, limit=200.0) for p in body.pulls))  # statics let them share as suits
    assert can_hold([Push(limited, body.loads[0], AHEAD, 0.0, 1.0)])[0] == pytest.approx(2.0, rel=1e-6)
    tight = held(with_held(one, *(replace(s, holds=Figure(value=100.0)) for s in low)), Frames(one), "box")
    assert tight[0].status == "over" and tight[0].worst is not None and tight[0].worst.worst == "S1"


def test_what_only_rubs_slides_at_mu_and_what_is_tall_tips_at_half_its_base_over_its_height() -> None:
    """By hand: μ of its weight; b/2 over h/2 with b 0.5 and h 1.2; a strap over the top adds μ of twice its vertical pull."""
    flat, high = body_of(tall(height=0.3), "box", 0.4), body_of(tall(), "box", 0.8)
    assert can_hold([Push(flat, flat.loads[0], AHEAD, 0.4, 1.0)])[0] == pytest.approx(0.4, rel=0.02)
    assert can_hold([Push(high, high.loads[0], AHEAD, 0.8, 1.0)])[0] == pytest.approx(0.5 / 1.2, rel=1e-6)
    paths = carried([Push(flat, flat.loads[0], AHEAD, 0.4, 0.8), Push(high, high.loads[0], RIGHT, 0.8, 0.8)], 80)
    assert [float(p.pushes[p.held].max()) for p in paths] == pytest.approx([0.4, 0.5 / 1.2], abs=0.011)
    over = strap("S1", "box", "A1", "A2", (0.0, -0.25, 0.3), (0.0, 0.25, 0.3), pre=150.0)
    tied = body_of(tall(ring("A1", 2.0, -0.25), ring("A2", 2.0, 0.25), over, height=0.3), "box", 0.4)
    (path,) = carried([Push(tied, tied.loads[0], AHEAD, 0.4, 1.5)], 60)
    sliding = 0.4 * (200 + 2 * 150) / 200
    assert float(path.pushes[path.held].max()) == pytest.approx(sliding, abs=0.05)


@given(st.data())
def test_what_will_carry_within_its_limits_statics_can_hold_too(data: st.DataObject) -> None:
    """A balance that was found is one that the linear program may choose; random straps and blocks, any way."""
    spot = st.tuples(st.floats(0.8, 3.2), st.floats(-0.9, 0.9))
    count = data.draw(st.integers(1, 4))
    held_by: list[object] = []
    for k in range(count):
        (u, v), (w, x) = data.draw(spot), data.draw(spot)
        corner = data.draw(st.tuples(st.sampled_from((-0.25, 0.25)), st.sampled_from((-0.25, 0.25)), st.floats(0.2, 1.2)))
        held_by += [ring(f"A{k}", u, v), ring(f"B{k}", w, x)]
        end = data.draw(st.sampled_from(("", f"B{k}")))
        held_by.append(strap(f"S{k}", "box", f"A{k}", end, corner, pre=data.draw(st.floats(0, 200))))
    if data.draw(st.booleans()):
        held_by.append(Block(id="K", item="box", side=data.draw(st.sampled_from(("front", "rear", "left", "right"))), holds=G))
    body = body_of(tall(*held_by), "box", 0.35)
    angle = data.draw(st.floats(0, 6.28))
    push = Push(body, body.loads[0], (float(np.cos(angle)), float(np.sin(angle)), 0.0), 0.35, 1.0)
    (path,) = carried([push])
    last = int(path.held.sum()) - 1
    if last < 0:
        return
    most = max([*path.tension[last], *path.bears[last], 1.0])
    loose = replace(
        body,
        pulls=tuple(replace(p, limit=1.001 * most) for p in body.pulls),
        bears=tuple(replace(b, limit=1.001 * most) for b in body.bears),
    )
    can = can_hold([replace(push, body=loose, mu=0.35 / np.cos(np.pi / 12))])[0]  # the pyramid lies inside the cone
    assert can is not None and can >= path.pushes[last] - 2e-3


def test_bolts_by_a_handbooks_group() -> None:
    """Elastic method by hand: four bolts at 0.4 by 0.3 m, 200 kg with its centre 0.6 m up, pushed 0.8 g ahead about the front edge."""
    one = tall(height=1.2)
    four = Bolts(
        id="C1",
        item="box",
        at=tuple((sx * 0.2, sy * 0.15, 0.0) for sx in (-1, 1) for sy in (-1, 1)),
        tension=Figure(value=150.0),
        shear=Figure(value=100.0),
    )
    one = with_held(one, four)
    body = body_of(one, "box")
    on = bolted(body, (four,), body.loads[0], AHEAD, 0.8)
    moment = 0.8 * 200 * 0.6 - 200 * 0.25
    arms = np.array([0.05, 0.05, 0.45, 0.45])
    assert sorted(on.tension) == pytest.approx(sorted(moment * arms / (arms**2).sum()))
    assert on.shear == pytest.approx([0.8 * 200 / 4] * 4)
    assert on.share == pytest.approx(hypot(float(on.tension.max()) / 150.0, 40.0 / 100.0))
    off = replace(four, at=tuple((x, y + 0.1, z) for x, y, z in four.at))  # the load passes 0.1 m beside their middle
    twisted = bolted(body, (off,), body.loads[0], AHEAD, 0.8)
    r, polar = hypot(0.2, 0.15), 4 * (0.2**2 + 0.15**2)
    twist = 0.8 * 200 * 0.1 / polar
    by_hand = [hypot(40.0 + sy * 0.15 * twist, 0.2 * twist) for sy in (1, 1, -1, -1)]
    assert sorted(twisted.shear) == pytest.approx(sorted(by_hand), rel=1e-6) and r > 0.2
    unread = held(with_held(one, replace(four, shear=None)), Frames(one), "box")[0]
    assert unread.status == "unknown" and "what a through bolt may bear" in unread.missing


def test_the_rows_of_the_rule() -> None:
    """49 CFR 393.110 and 393.108, from memory: 5 ft and 1,100 lb, 10 ft; 2 in webbing 2,000 lb, 3/8 in grade 30 chain 2,650 lb."""
    ft = 0.3048
    rows = [(4, 1000, 1), (4, 1200, 2), (8, 500, 2), (10, 9000, 2), (12, 500, 3), (20, 500, 3), (21, 500, 4)]
    assert [number_wanted(length * ft, mass * LB, False) for length, mass, _ in rows] == [n for *_, n in rows]
    assert [number_wanted(length * ft, 5000 * LB, True) for length in (4, 10, 11, 30, 31)] == [1, 1, 2, 3, 4]
    assert table_limit("ratchet strap", 2 * INCH) == pytest.approx(2000 * LB)
    assert table_limit("ratchet strap", 3.5 * INCH) == pytest.approx(3000 * LB)
    assert table_limit("chain", 0.375 * INCH) == pytest.approx(2650 * LB)
    across = strap("S1", "box", "A1", "A2", (0.0, -0.25, 1.2), (0.0, 0.25, 1.2))
    back = strap("S2", "box", "A1", "A3", (0.25, 0.0, 0.6))
    hooked = strap("S3", "box", "A1", "", (0.25, 0.0, 0.6))
    one = tall(ring("A1", 2.0, -0.5, 400), ring("A2", 2.0, 0.5, 400), ring("A3", 2.2, -0.5, 400), across, back, hooked)
    found = by_rule(body_of(one, "box"))
    assert (found.number, found.wanted) == (3, 1) and found.limits == pytest.approx(400 + 200 + 200)
    assert found.half == pytest.approx(100.0) and found.met is True
    assert by_rule(body_of(with_held(one, ring("A3", 2.2, -0.5, None)), "box")).met is None


def hull_tank(fill: str = "") -> Rig:
    """Hulls: a tall 90 gal tank held by a strap ahead at half its height and one behind, of unequal length."""
    one = replace(tank("tall", 340.0, 2.0, size=0.55), height=Figure(value=1.5))
    part = replace(one.tanks[0], height=1.45)
    one = replace(one, parts=(part,), centre=replace(one.centre, z=0.9))
    straps = (strap("S1", "tall", "A1", "A2", (0.275, -0.2, 0.8)), strap("S2", "tall", "A3", "A4", (0.275, 0.2, 0.8)))
    rings = (ring("A1", 1.2, -0.6), ring("A2", 1.3, -0.2), ring("A3", 0.2, 0.6), ring("A4", 0.3, 0.2))
    return with_held(rig(one), *rings, *straps)


def test_hulls_the_short_strap_carries_more_the_empty_tank_tips_first_and_the_fewest_that_hold_are_found() -> None:
    one = hull_tank()
    found = held(one, Frames(one), "tall")[0]
    by = {(w.way.words, w.load.words): w for w in found.ways}
    ahead = by["rearward", "full"]
    assert ahead.tension[0] > 1.1 * ahead.tension[1] or ahead.share > 1
    # nothing holds it ahead: empty, its centre is the higher, so it tips at less of its weight than full
    assert by["forward", "empty"].holds_to < by["forward", "full"].holds_to < 0.8
    assert found.status == "over" and mark_of_holding(findings(one, Frames(one), (found,), US)) == "over"
    proposed = hold_it(one, Frames(one), "tall")
    again = held(proposed.rig, Frames(proposed.rig), "tall")[0]
    assert again.status == "unknown" and again.worst is not None and again.worst.share < 1  # new rings are unread
    read = with_held(proposed.rig, *(replace(a, holds=G) for a in proposed.rig.tie_down.anchors))
    assert held(read, Frames(read), "tall")[0].status in ("ok", "tight") and proposed.straps <= 4
    for one_less in proposed.rig.tie_down.on("tall"):
        fewer = without_held(read, (one_less.id,))
        left = held(fewer, Frames(fewer), "tall")[0]
        assert left.status != "ok" or (left.rule is not None and left.rule.met is False)
    for cure in cures(one, Frames(one), "tall"):
        cured = held(cure.rig, Frames(cure.rig), "tall")[0]
        assert cured.worst is None or cured.worst.share < 1.0, cure.words


def long_box(pre: float, out: float, height: float) -> Rig:
    """A box a meter square under two straps across it, whose rings lie so far out."""
    ends = ((1, -0.45), (2, 0.45))
    rings = [ring(f"{s}{k}", 2.0 + x, v) for k, x in ends for s, v in (("L", -out), ("R", out))]
    over = [strap(f"S{k}", "box", f"L{k}", f"R{k}", (x, -0.5, height), (x, 0.5, height), pre=pre) for k, x in ends]
    return tall(*rings, *over, size=1.0, height=height)


def test_flat_legs_are_led_down_straps_crossed_and_what_stands_high_set_lower() -> None:
    bench = stand(2.0)
    jar = replace(block("box", 30.0, 0.0, 0.0, 0.25), height=Figure(value=0.5))
    jar = replace(jar, centre=replace(jar.centre, z=0.25), place=replace(jar.place, deck=bench.decks[0].id))
    loose = strap("S1", "box", "A1", "A2", (0.0, -0.125, 0.5), (0.0, 0.125, 0.5), pre=10.0, width=INCH)
    high = with_held(rig(bench, jar), ring("A1", 2.0, -0.6), ring("A2", 2.0, 0.6), loose)
    for one, effort, words in (
        (long_box(120.0, 0.95, 0.25), 3, "lead its straps down steeper"),
        (long_box(150.0, 0.95, 0.4), 4, "cross S1 and S2"),
        (high, 7, "set it lower, on the deck, and hold it by"),
    ):
        before = held(one, Frames(one), "box")[0]
        (cure,) = (c for c in cures(one, Frames(one), "box") if c.effort == effort)
        after = held(cure.rig, Frames(cure.rig), "box")[0]
        assert cure.words.startswith(words) and before.worst is not None and after.worst is not None
        assert after.worst.share < min(before.worst.share, 1.0), words
        if effort == 3:
            steep, flat = (bodies(r, Frames(r), "box")[0].pulls[0].way[0, 2] for r in (cure.rig, one))
            assert steep < -0.9 < flat
    assert cure.rig.item("box").place.deck == "floor"


def test_what_is_held_weighs_turns_is_copied_and_goes_with_what_it_names() -> None:
    one = hull_tank()
    bare = replace(one, tie_down=type(one.tie_down)())
    heavier = (solve(r).loads for r in (one, bare))
    masses = [x.table.base[0][0] for x in heavier if x is not None]
    assert 3.0 < masses[0] - masses[1] < 20.0
    turned = turn(one, "tall")
    assert len(bodies(turned, Frames(turned), "tall")[0].pulls) == 2
    names = iter(range(1000))
    twin = copy_rig(one, lambda what: f"{what}-{next(names)}", "Twin")
    assert (
        {s.start for s in twin.tie_down.straps} <= {a.id for a in twin.tie_down.anchors} != {a.id for a in one.tie_down.anchors}
    )
    same = held(twin, Frames(twin))[0].worst
    first = held(one, Frames(one))[0].worst
    assert same is not None and first is not None and same.holds_to == pytest.approx(first.holds_to)
    two, copied = duplicate(one, "tall", 1.5, 0.0, lambda what: f"{what}-{next(names)}")
    assert len(two.tie_down.on(copied)) == 2 and len(two.tie_down.anchors) == 8
    assert held(two, Frames(two), copied)[0].worst.holds_to == pytest.approx(first.holds_to)  # type: ignore[union-attr]
    gone = settled(one, replace(one, items=()))
    assert gone.rig.tie_down.straps == () == gone.rig.tie_down.anchors and "four anchors and two straps" in gone.words


@pytest.mark.parametrize("name", ["shelter-van", "hull-open", "barn-closed"])
def test_on_packed_rigs_what_is_proposed_holds_and_nothing_is_called_held_that_nobody_read(name: str) -> None:
    one = replace(packed(name), tie_down=TieDown())
    frames = Frames(one)
    before = held(one, frames)
    assert all(h.status != "ok" for h in before if h.how != "by hand")
    big: list[Item] = sorted((i for i in one.items if i.tanks), key=lambda i: -i.tanks[0].capacity.value)[:2]
    for item in big:
        try:
            found = hold_it(one, frames, item.id)
        except Exception as err:
            assert "hold" in str(err) or "room" in str(err)
            continue
        after = held(found.rig, Frames(found.rig), item.id)[0]
        assert after.status != "over" and after.status != "ok" and (after.worst is None or after.worst.share < inf)
