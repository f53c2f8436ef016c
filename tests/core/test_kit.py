"""Kit: it weighs where it is kept, empties what nobody counted, goes with what holds it, and is kept apart like things."""

import numpy as np
from msgspec.structs import replace

from frelt.app.stock import equipment
from frelt.core.base.figure import Figure
from frelt.core.base.units import US
from frelt.core.edit.copies import copy_rig, duplicate
from frelt.core.edit.removal import without_items
from frelt.core.geometry.frames import Frames
from frelt.core.judge.words import sentence
from frelt.core.kind.make import made
from frelt.core.masses.nobody_counted import nobody_counted
from frelt.core.model.carrier import Body
from frelt.core.model.item import Item, Placement
from frelt.core.model.kit import KitLine
from frelt.core.model.rig import Rig
from frelt.core.model.state import State
from frelt.core.planning.kit import kit_places, with_kit
from frelt.core.planning.uncounted import uncounted
from frelt.core.solve import Solved, solve
from tests.conftest import block, rig, trailer

ENTRIES = {e.item.id: e.item for e in equipment()}
NAMES = iter(f"new-{n}" for n in range(10_000))


def new_id(what: str) -> str:
    return f"{what}-{next(NAMES)}"


def toolbox(u: float = 2.0) -> Item:
    return replace(made("toolbox", "box", "Toolbox"), place=Placement(deck="floor", u=u, v=0.0))


def line(item_id: str, mass: float, on: str = "box", **more: object) -> KitLine:
    return KitLine(id=item_id, what=item_id, each=Figure(value=mass, plus_minus=0.1 * mass), on=on, **more)  # type: ignore[arg-type]


def load(solved: Solved, check: str) -> float:
    found = solved.check(check)
    assert found is not None and found.load is not None
    return found.load


def test_kit_weighs_as_a_thing_in_the_middle_of_what_holds_it_would() -> None:
    """Against the same mass as a box on the toolbox's middle: every load the same; its ± larger by where it may lie."""
    one = rig(toolbox(), kit=(line("wrenches", 6.0, count=5),))
    box = one.item("box")
    at = replace(
        block("same", 30.0, 2.0, 0.0, 0.1), place=Placement(deck="floor", u=2.0, v=0.0, off=box.height.value / 2 - 0.05)
    )
    other = rig(toolbox(), at)
    for check in ("gross", "axle:a0", "coupler:tongue"):
        found = [c.load for c in (solve(one).check(check), solve(other).check(check)) if c is not None]
        assert len(found) != 1 and (not found or np.isclose(found[0], found[1])), check
    assert np.isclose(load(solve(one), "gross"), load(solve(rig(toolbox())), "gross") + 30.0)


def test_kit_stays_at_home_with_what_holds_it() -> None:
    states = (State(id="road", name="Road"), State(id="bare", name="Bare", absent=("box",)))
    one = rig(toolbox(), block("b", 100.0, 2.0, 0.5), kit=(line("wrenches", 30.0),), states=states)
    solved = solve(one)
    assert solved.loads is not None
    whole = solved.loads.table.present @ np.array([r.mass for r in solved.loads.table.rows])
    assert np.isclose(whole[0] - whole[1], one.item("box").mass.value + 30.0)


def test_it_goes_to_the_deck_below_with_a_removed_box_and_is_copied_with_a_copied_one() -> None:
    one = rig(toolbox(), block("b", 100.0, 2.0, 0.5), kit=(line("wrenches", 6.0), line("rope", 2.0, on="floor")))
    without = without_items(one, ("box",))
    assert [k.on for k in without.rig.kit] == ["floor", "floor"] and "wrenches now stands on deck" in without.words
    twice, new = duplicate(one, "box", 0.5, 0.0, new_id)
    assert [k.on for k in twice.kit] == ["box", "floor", new] and len({k.id for k in twice.kit}) == 3
    copy = copy_rig(one, new_id, "Copy")
    assert copy.kit[0].on == copy.items[0].id and {k.id for k in copy.kit}.isdisjoint({k.id for k in one.kit})
    loads = [{c.kind: c.load for c in solve(r).checks if c.kind == "gross"} for r in (one, copy)]
    assert loads[0] == loads[1]


def test_it_empties_what_nobody_counted_line_by_line() -> None:
    one = rig(toolbox(), replace(ENTRIES["cold-8-belt"], place=Placement(deck="floor", u=3.0, v=0.0)))
    for _ in range(30):
        frames = Frames(one)
        left = [m for m in uncounted(one, frames, ENTRIES) if m.how == "catalog"]
        if not left:
            break
        before = nobody_counted(one, frames)
        one = with_kit(one, left[0].name, left[0].mass, new_id, left[0].what)
        after = nobody_counted(one, Frames(one))
        assert before is not None
        rest = after.mass.value if after is not None else 0.0
        assert np.isclose(before.mass.value - rest, left[0].mass.value, atol=0.06), left[0].name
    assert len(one.kit) > 5 and all(k.on == "box" and k.kept == "in a closed box" for k in one.kit)
    assert kit_places(one)[0] == ("box", "In Toolbox")


def apart(*kit: KitLine, items: tuple[Item, ...] = ()) -> list[tuple[str, str]]:
    shut = replace(trailer(), body=Body(kind="enclosed", wall=2.0))
    one = rig(toolbox(), *items, kit=kit, trailer=shut)
    found = [c for c in solve(one).checks if c.id.startswith("apart:") and c.status != "ok"]
    assert all(sentence(c, US) for c in found)
    return [(c.id.rsplit(":", 2)[0], c.level or "") for c in found]


def test_it_is_kept_apart_like_things_are_and_never_shares_a_box() -> None:
    jug, can = line("jugs", 4.0, nature="SH", kept="in a closed box"), line("can", 4.0, nature="fuel", kept="in a closed box")
    assert apart(jug, can) == [("apart:SH:fuel", "danger")]
    assert not apart(jug)
    loose = [replace(k, on="floor", kept="loose") for k in (jug, can)]
    assert apart(*loose) == [("apart:SH:fuel", "danger")]
    held = [replace(k, on="floor", kept="strapped") for k in (jug, can)]
    assert apart(*held) == [("apart:SH:fuel", "advice")]
    beside = replace(ENTRIES["can-5"], place=Placement(deck="floor", u=2.0, v=0.6))
    assert ("apart:SH:fuel", "advice") in apart(jug, items=(beside,))


def kept(one: Rig) -> list[str]:
    return [sentence(c, US) for c in solve(one).checks if c.kind == "kept" and c.status != "ok"]


def test_a_bungee_keeps_tidy_and_holds_nothing() -> None:
    """Common practice, no source: what is heavy under a bungee is an advice, what is light is none."""
    assert not kept(rig(toolbox(), kit=(line("gloves", 0.3, kept="under a bungee"), line("jack", 12.0, kept="strapped"))))
    (said,) = kept(rig(toolbox(), kit=(line("jack", 12.0, kept="under a bungee"),)))
    assert "holds nothing" in said
    hung = replace(block("cleaner", 15.0, 2.0), held="hook and bungee")
    assert len(kept(rig(hung))) == 1
